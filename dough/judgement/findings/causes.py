"""Signs of one cause become one finding, with everything that says so as its reasons."""

from __future__ import annotations

from dough.judgement.findings.model import EACH, WORST_FIRST, Finding, Sign, State

#: Figures that follow from two others: they speak last.
RATIOS = ("limit.sugar_to_fat", "limit.egg_to_fat", "limit.solution", "limit.water", "limit.salt_whole")


def merged(signs: list[Sign]) -> tuple[Finding, ...]:
    """One finding a cause, what costs most first. A figure that follows from others joins the worst of them."""
    by_cause: dict[str, list[Sign]] = {}
    free = [s for s in signs if not s.joins]
    causes = {(s.cause, s.high): s for s in sorted(free, key=_rank, reverse=True)}
    # What speaks of a cause by itself comes first; ratios then join the worst cause that explains them.
    ordered = [*free, *sorted((s for s in signs if s.joins), key=lambda s: (s.key in RATIOS, *_rank(s)))]
    for s in ordered:
        cause, high = s.cause, s.high
        if s.joins:
            known = [causes[j] for j in s.joins if j in causes]
            if known:
                best = min(known, key=_rank)
                cause, high = best.cause, best.high
            else:
                causes[(cause, high)] = s
        key = f"{cause}.{high}.{s.line_ids[0]}" if cause in EACH and s.cause in EACH else f"{cause}.{high}"
        by_cause.setdefault(_home(key, by_cause), []).append(s)
    found = [_finding(group) for group in _told_once(list(by_cause.values()))]
    return tuple(sorted(found, key=lambda f: (WORST_FIRST.index(f.state), -f.out)))


def _told_once(groups: list[list[Sign]]) -> list[list[Sign]]:
    """Groups that the same cause speaks for become one: where all that is left of a cause are figures that follow from
    others, another's figure leads, and that one's cause is told already."""
    by_lead: dict[tuple[str, bool, str], list[Sign]] = {}
    for group in groups:
        lead = _lead(group)
        own = lead.line_ids[0] if lead.cause in EACH and lead.line_ids else ""
        by_lead.setdefault((lead.cause, lead.high, own), []).extend(group)
    return list(by_lead.values())


def _lead(group: list[Sign]) -> Sign:
    """What speaks of the cause by itself leads, a style's band before a general limit."""
    return min(group, key=lambda s: (bool(s.joins), WORST_FIRST.index(s.state), not s.key.startswith("band."), -s.out))


def _home(key: str, known: dict[str, list[Sign]]) -> str:
    """A ratio that joins a dose joins the first of them."""
    if key in known or not key.startswith("dose.") or key.count(".") > 1:
        return key
    return next((k for k in known if k.startswith("dose.")), key)


def _rank(s: Sign) -> tuple[int, float]:
    return WORST_FIRST.index(s.state), -s.out


def _finding(group: list[Sign]) -> Finding:
    """A cause told: its lead first, and the worst of all says how much it matters."""
    lead = _lead(group)
    others = sorted((s for s in group if s is not lead), key=_rank)
    state = min((s.state for s in group), key=WORST_FIRST.index)
    lines = dict.fromkeys(i for s in (lead, *others) for i in s.line_ids if s is lead or not s.joins)
    return Finding(
        lead.key, state, lead.role, tuple(lines), lead.what, lead.why, lead.evidence, lead.confidence,
        reasons=(f"{lead.what}: {lead.why}", *(f"{s.what}: {s.why}" for s in others)),
        cause=lead.cause, high=lead.high, out=max(s.out for s in group if s.state is state),
        keys=tuple(s.key for s in (lead, *others)), fits_g=lead.fits_g,
    )  # fmt: skip


def worse(a: State, b: State) -> bool:
    """Whether the first matters more than the second."""
    return WORST_FIRST.index(a) < WORST_FIRST.index(b)
