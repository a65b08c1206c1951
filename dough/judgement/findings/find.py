"""Everything that stands out in a formula, worst first, each with what would mend it."""

from __future__ import annotations

from dough.accounts.composition import Composition, composition
from dough.accounts.formula import Formula, Process
from dough.facts.styles import Style
from dough.judgement.balance import RoleBalance, balance
from dough.judgement.findings.causes import merged
from dough.judgement.findings.faults import fault_signs
from dough.judgement.findings.flour import of_flour
from dough.judgement.findings.measures import account_of, measures
from dough.judgement.findings.model import Finding, Sign
from dough.judgement.findings.remedies import with_remedies
from dough.judgement.findings.signs import band_signs, limit_signs


def findings(
    formula: Formula,
    comp: Composition,
    style: Style | None,
    contact: float,
    roles: tuple[RoleBalance, ...] | None = None,
    process: Process | None = None,
    *,
    remedies: bool = True,
) -> tuple[Finding, ...]:
    """What stands out, worst first. contact is the share of the acid of whole pieces that counts (see ``leavening``);
    roles is the balance when it has been worked out already; remedies are tried one after another and can be left out
    where only the findings are wanted."""
    found = _found(formula, comp, style, contact, roles, process)
    if not remedies:
        return found

    def again(changed: Formula, other: Process) -> tuple[Finding, ...]:
        return _found(changed, composition(changed), style, contact, None, other)

    return with_remedies(found, formula, style, contact, process, again)


def _found(
    formula: Formula,
    comp: Composition,
    style: Style | None,
    contact: float,
    roles: tuple[RoleBalance, ...] | None,
    process: Process | None,
) -> tuple[Finding, ...]:
    def signs(other: Formula) -> list[Sign]:
        same = other is formula
        account = account_of(other, contact)
        each = roles if same and roles is not None else balance(other, style)
        return [
            *fault_signs(other, style, contact, account, process),
            *band_signs(each, style, other),
            *limit_signs(measures(other, comp if same else composition(other), contact, account), other, style),
        ]

    return merged(of_flour(signs(formula), formula, signs))
