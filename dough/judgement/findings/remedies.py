"""What would mend a finding: candidates by its cause, each tried on the formula before it is offered.

A remedy is kept only where the finding is gone afterwards and no other has come or got worse. Amounts are what a
kitchen scale shows, and what is taken out has something standing in for it. Where nothing is left, it says why.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Formula, Line, Process
from dough.accounts.ratios import rail_value, typical_for
from dough.accounts.scaling import practical
from dough.accounts.wide_base import wide_base_g
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Role
from dough.facts.staples import BUTTER, EGG, MILK, PLAIN_FLOUR, POWDER, SALT, STARCH, SUGAR, staple
from dough.facts.styles import Style
from dough.judgement.findings.apply import apply
from dough.judgement.findings.causes import worse
from dough.judgement.findings.faults import PIECE_LOOK, dose_of, piece_g, salt_of_fats_g
from dough.judgement.findings.limits import usual
from dough.judgement.findings.measures import account_of, measures
from dough.judgement.findings.model import Finding, Mend, Remedy

#: Inside the edge by so much, so that rounding does not put it back; and so many remedies at most.
INSIDE, MOST = 0.03, 2
#: Amounts nearer than this are the same remedy.
ALIKE = 0.1
#: What is added where a role has no line yet, and how much of the wide base where no style says, %.
ADDS = {
    Role.EGG: (EGG, 25.0), Role.LEAVENING: (POWDER, 2.0), Role.FAT: (BUTTER, 60.0), Role.SUGAR: (SUGAR, 70.0),
    Role.SALT: (SALT, 1.4), Role.LIQUID: (MILK, 6.0),
}  # fmt: skip
ROLE_CAUSES = {str(r): r for r in (Role.SUGAR, Role.FAT, Role.EGG, Role.SALT, Role.LIQUID, Role.FOLD_IN)}
#: Factors tried after the exact ones, for what is out by a slip of the decimal point or a double.
SLIPS = (0.1, 0.5, 2.0, 10.0)
UNKNOWN = "An amount is unknown, so nothing can be reckoned: fill it in first."
NONE = "No one change mends it without upsetting another figure: check what was weighed, or change two things together."

Again = Callable[[Formula, Process], tuple[Finding, ...]]


@dataclass(frozen=True, slots=True)
class _Case:
    """What candidates are worked out from."""

    formula: Formula
    style: Style | None
    values: dict[str, float]
    wide: float

    def ratio(self, key: str, high: bool) -> float | None:
        """By what factor a figure would have to change to be just inside its usual range."""
        if not key.startswith("limit."):
            return None
        name = key.removeprefix("limit.")
        edges, value = usual(name, self.style.id if self.style else ""), self.values.get(name)
        edge = edges.high if high else edges.low
        if not value or edge is None:
            return None
        return edge / value * (1.0 - INSIDE if high else 1.0 + INSIDE)


def with_remedies(
    found: tuple[Finding, ...], formula: Formula, style: Style | None, contact: float, process: Process | None,
    again: Again,
) -> tuple[Finding, ...]:  # fmt: skip
    """The findings, each with up to two remedies that were tried, or why there is none."""
    if not found:
        return found
    wide = wide_base_g(formula) or sum(x.grams or 0.0 for x in formula.lines if x.in_dough) or 1.0
    values = measures(formula, composition(formula), contact, account_of(formula, contact))
    case, draft = _Case(formula, style, values, wide), Draft(formula, process or Process())
    return tuple(_with(f, case, draft, found, again) for f in found)


def _with(f: Finding, case: _Case, draft: Draft, found: tuple[Finding, ...], again: Again) -> Finding:
    if any(x.grams is None for x in case.formula.lines if x.in_dough):
        return replace(f, no_remedy=UNKNOWN)
    kept: list[Remedy] = []
    seen: set[tuple[Mend, ...]] = set()
    for remedy in _candidates(f, case):
        if len(kept) >= MOST:
            break
        if remedy.changes in seen:
            continue
        seen.add(remedy.changes)
        if any(_alike(remedy, k) for k in kept):
            continue
        if _mends(remedy, f, draft, found, again):
            kept.append(remedy)
    return replace(f, remedies=tuple(kept), no_remedy="" if kept else NONE)


def _alike(a: Remedy, b: Remedy) -> bool:
    """Whether two remedies do the same thing to hardly different amounts."""
    if [(c.op, c.line_id, c.ingredient, c.role) for c in a.changes] != [
        (c.op, c.line_id, c.ingredient, c.role) for c in b.changes
    ]:
        return False
    pairs = [
        (x.grams or x.percent or 0.0, y.grams or y.percent or 0.0) for x, y in zip(a.changes, b.changes, strict=True)
    ]
    return all(abs(x - y) <= ALIKE * max(x, y) for x, y in pairs)


def _mends(remedy: Remedy, f: Finding, draft: Draft, found: tuple[Finding, ...], again: Again) -> bool:
    """Whether the finding is gone and no other has come or got worse."""
    try:
        changed = apply(draft, remedy)
    except (EntryError, EntryErrors):
        return False
    before = {x.same: x.state for x in found}
    for x in again(changed.formula, changed.process):
        if x.same == f.same or x.same not in before or worse(x.state, before[x.same]):
            return False
    return True


def _candidates(f: Finding, case: _Case) -> Iterator[Remedy]:
    by_cause: dict[str, Callable[[Finding, _Case], Iterator[Remedy]]] = {
        "soda": _soda, "powder": _lines, "gas": _gas, "acid": _acid, "ammonia": _ammonia, "sets": _sets,
        "dose": _dose, "piece": _piece, "fold-in": _lines, "xanthan": _lines, "ethanol": _lines, "cocoa": _for_flour,
        "flour": _flour, "coconut": _for_flour, "starch": _for_flour, "syrup": _syrup, "water": _water,
    }  # fmt: skip
    if f.cause in by_cause:
        yield from by_cause[f.cause](f, case)
    if f.cause in ROLE_CAUSES:
        yield from _role(f, case, ROLE_CAUSES[f.cause])
    if f.cause == "leavening":
        yield from _lines(f, case)


def _flour(f: Finding, case: _Case) -> Iterator[Remedy]:
    """As much flour as fits what it is mixed with, all flours in proportion; fold-ins too, if they would be few."""
    if f.fits_g and case.formula.flour_g:
        factor = f.fits_g / case.formula.flour_g
        flours = list(case.formula.flour_lines)
        yield _all_to(flours, factor)
        yield _all_to([*flours, *(x for x in case.formula.of_role(Role.FOLD_IN) if x.grams)], factor)


def _role(f: Finding, case: _Case, role: Role) -> Iterator[Remedy]:
    """A role's rail to the edge of its band, to what brings its figures inside, or to what the style has."""
    now = rail_value(case.formula, role)
    if not case.formula.of_role(role) or not now:
        yield from _added(f, case, role)
        return
    style = case.style
    wanted: list[float] = []
    if style is not None:
        band = [b for key, b in style.bands.items() if key == str(role)]
        wanted += [b.high * (1.0 - INSIDE) if f.high else b.low * (1.0 + INSIDE) for b in band]
    wanted += sorted((now * r for key in f.keys if (r := case.ratio(key, f.high))), reverse=not f.high)
    if style is not None:
        wanted.append(typical_for(role, style))
    wanted += [now * s for s in SLIPS if (s < 1.0) == f.high]
    lines = case.formula.of_role(role)
    if "salted_fat" in f.keys and len(lines) == 1:
        left = practical((lines[0].grams or 0.0) - salt_of_fats_g(case.formula))
        if left > 0:
            yield Remedy(f"Take the fat's salt off the salt line: {left:g} g left", _to(lines[0], left).changes)
    for percent in wanted:
        if percent <= 0 or (percent >= now) == f.high:
            continue
        if len(lines) == 1:
            yield _to(lines[0], (lines[0].grams or 0.0) * percent / now)
        else:
            shown = round(percent, 1 if percent < 10 else 0)
            words = f"{role.capitalize()} to {shown:g} % of the flour"
            yield Remedy(words, (Mend("role", role=role, percent=shown),))


def _added(f: Finding, case: _Case, role: Role) -> Iterator[Remedy]:
    if f.high or role not in ADDS:
        return
    ident, usual_pct = ADDS[role]
    percents = [typical_for(role, case.style)] if case.style is not None else []
    for percent in (*percents, usual_pct, 0.6 * usual_pct):
        grams = practical((case.formula.flour_g or case.wide) * percent / 100.0)
        if grams > 0:
            yield _add(ident, grams)


def _lines(f: Finding, case: _Case) -> Iterator[Remedy]:
    """The finding's own lines in proportion, to what brings its figures inside."""
    lines = [case.formula.line(i) for i in f.line_ids]
    lines = [x for x in lines if x.grams]
    if not lines:
        if f.cause == "leavening":
            yield from _added(f, case, Role.LEAVENING)
        return
    factors = [r for key in f.keys if (r := case.ratio(key, f.high))]
    now = rail_value(case.formula, Role.LEAVENING) if f.cause in ("leavening", "powder") else None
    if case.style is not None and now:
        high = sum(b.high for k, b in case.style.bands.items() if k in ("soda", "powder"))
        low = sum(b.low for k, b in case.style.bands.items() if k in ("soda", "powder"))
        factors += [high * (1.0 - INSIDE) / now if f.high else low * (1.0 + INSIDE) / now]
        factors += [typical_for(Role.LEAVENING, case.style) / now]
    factors += [s for s in SLIPS if (s < 1.0) == f.high]
    for factor in sorted(set(factors), reverse=f.high):
        if factor <= 0 or (factor >= 1.0) == f.high:
            continue
        if len(lines) > 1:
            # The heaviest alone first: it is the likelier slip, and one weighing.
            rest = sum(x.grams or 0.0 for x in lines[1:])
            alone = factor * (rest + (lines[0].grams or 0.0)) - rest
            if alone > 0:
                yield _to(lines[0], alone)
        yield _all_to(lines, factor)


def _soda(f: Finding, case: _Case) -> Iterator[Remedy]:
    """Less soda; where nothing sour frees its gas, powder for it."""
    lines = [x for x in case.formula.of_role(Role.LEAVENING) if x.ingredient.is_("soda") and x.grams]
    if not lines:
        return
    soda = lines[0]
    powders = [x for x in case.formula.of_role(Role.LEAVENING) if x.ingredient.is_("powder") and x.grams]
    if "fault.no_acid" in f.keys:
        for share in (2.4, 1.8):
            wanted = practical(min(3.6 * (soda.grams or 0.0), share * case.wide / 100.0))
            if not powders:
                name = staple(POWDER).name.lower()
                yield Remedy(
                    f"{wanted:g} g of {name} for the {_name(soda)}",
                    (Mend("swap", soda.id, POWDER, grams=wanted),),
                )
            else:
                yield _to(soda, 0.005 * case.wide)
    value = case.values.get("net_soda")
    edge = usual("net_soda", case.style.id if case.style else "").high
    if value is not None and edge is not None and value > edge:
        yield _to(soda, (soda.grams or 0.0) - (value - edge * (1.0 - INSIDE)) * case.wide / 100.0)
    for share in (1.2, 0.8, 0.55):
        yield _to(soda, share * case.wide / 100.0)
    for factor in SLIPS[:2]:
        yield _to(soda, factor * (soda.grams or 0.0))


def _gas(f: Finding, case: _Case) -> Iterator[Remedy]:
    """Self-raising flour brings its powder: the powder beside it can go, or come down."""
    beside = [x for x in case.formula.of_role(Role.LEAVENING) if x.grams and x.ingredient.is_("powder", "soda")]
    if len(beside) == 1:
        words = f"Leave the {_name(beside[0])} out: the flour brings its own"
        yield Remedy(words, (Mend("out", beside[0].id),))
    elif beside:
        heavy = max(beside, key=lambda x: (x.grams or 0.0) * (3.6 if x.ingredient.is_("soda") else 1.0))
        yield Remedy(f"Leave the {_name(heavy)} out: the flour brings its own", (Mend("out", heavy.id),))
        yield Remedy("Leave soda and powder out: the flour brings its own", tuple(Mend("out", x.id) for x in beside))
    for factor in (0.5, 0.25):
        if beside:
            yield _all_to(beside, factor)


def _acid(f: Finding, case: _Case) -> Iterator[Remedy]:
    lines = [case.formula.line(i) for i in f.line_ids]
    value = case.values.get("acid", 0.0)
    edge = usual("acid", case.style.id if case.style else "").high or 0.0
    for x in lines:
        for inside in (1.0 - INSIDE, 0.8, 0.5):
            over = (value - edge * inside) * case.wide / 100.0
            yield _to(x, (x.grams or 0.0) - over / (x.ingredient.parts.acid_g_soda / 100.0))


def _ammonia(f: Finding, case: _Case) -> Iterator[Remedy]:
    for ident in f.line_ids:
        line = case.formula.line(ident)
        for times in (3.0, 1.5, 0.8):
            grams = practical(min(times * (line.grams or 0.0), 0.028 * case.wide))
            words = f"{grams:g} g of {staple(POWDER).name.lower()} for the {_name(line)}"
            yield Remedy(words, (Mend("swap", ident, POWDER, grams=grams),))


def _sets(f: Finding, case: _Case) -> Iterator[Remedy]:
    meal = sum(case.formula.line(i).grams or 0.0 for i in f.line_ids)
    egg = sum(x.grams or 0.0 for x in case.formula.lines if x.in_dough and x.ingredient.is_("egg_protein"))
    for share in (0.45, 0.6):
        yield _add(EGG, practical(share * meal - egg))
    yield _add(STARCH, practical(0.45 * meal))


def _dose(f: Finding, case: _Case) -> Iterator[Remedy]:
    line = case.formula.line(f.line_ids[0])
    dose = dose_of(line.ingredient)
    if dose is None:
        return
    yield _to(line, dose.usual * (1.0 - INSIDE) * case.wide / 100.0)
    yield _to(line, 0.6 * dose.usual * case.wide / 100.0)
    yield from _lines(f, case)


def _piece(f: Finding, case: _Case) -> Iterator[Remedy]:
    each = piece_g(case.formula.line(f.line_ids[0]).ingredient)
    if each:
        grams = practical(1.05 * each / PIECE_LOOK)
        yield Remedy(f"Portions of {grams:g} g", (Mend("portion", grams=grams),))


def _for_flour(f: Finding, case: _Case) -> Iterator[Remedy]:
    """Less of it, with flour standing in."""
    lines = [case.formula.line(i) for i in f.line_ids]
    factor = case.ratio(f"limit.{f.cause}", f.high)
    if not lines or factor is None:
        return
    flours = [x for x in case.formula.flour_lines if x not in lines]
    for share in (factor, 0.8 * factor, 0.5 * factor):
        off = sum(practical((x.grams or 0.0) * (1.0 - share)) for x in lines)
        cut = tuple(Mend("line", x.id, grams=practical((x.grams or 0.0) * share)) for x in lines)
        if flours:
            heavy = max(flours, key=lambda x: x.grams or 0.0)
            more = Mend("line", heavy.id, grams=practical((heavy.grams or 0.0) + off))
            name = _name(heavy)
        else:
            more, name = Mend("add", ingredient=PLAIN_FLOUR, grams=practical(off)), staple(PLAIN_FLOUR).name.lower()
        words = f"{lines[0].ingredient.name} to {cut[0].grams:g} g, and {off:g} g more {name} for it"
        yield Remedy(words, (*cut, more))
        yield Remedy(f"{lines[0].ingredient.name} to {cut[0].grams:g} g", cut)


def _syrup(f: Finding, case: _Case) -> Iterator[Remedy]:
    """Less syrup, with sugar standing in for what it brought."""
    lines = [case.formula.line(i) for i in f.line_ids]
    factor = case.ratio("limit.syrup", f.high)
    if not lines or factor is None:
        return
    for share in (factor, 0.85 * factor, 0.6 * factor):
        cut = tuple(Mend("line", x.id, grams=practical((x.grams or 0.0) * share)) for x in lines)
        for part in (1.0, 0.88, 0.78):
            off = practical(part * sum((x.grams or 0.0) * (1.0 - share) for x in lines))
            words = f"{lines[0].ingredient.name} to {cut[0].grams:g} g, and {off:g} g more sugar for it"
            yield Remedy(words, (*cut, Mend("add", ingredient=SUGAR, grams=off)))


def _water(f: Finding, case: _Case) -> Iterator[Remedy]:
    liquids = case.formula.of_role(Role.LIQUID)
    value, edges = case.values.get("water"), usual("water", case.style.id if case.style else "")
    edge = edges.high if f.high else edges.low
    if value is None or edge is None:
        return
    grams = (edge * (1.0 - INSIDE if f.high else 1.0 + INSIDE) - value) * case.wide / 100.0
    for x in liquids:
        yield _to(x, (x.grams or 0.0) + grams / max(x.ingredient.parts.water / 100.0, 0.3))
    if not f.high:
        yield _add(MILK, practical(grams / 0.88))


def _to(line: Line, grams: float) -> Remedy:
    shown = practical(max(grams, 0.0))
    return Remedy(f"{line.ingredient.name} to {shown:g} g", (Mend("line", line.id, grams=shown),))


def _all_to(lines: list[Line], factor: float) -> Remedy:
    changes = tuple(Mend("line", x.id, grams=practical((x.grams or 0.0) * factor)) for x in lines)
    words = ", ".join(f"{x.ingredient.name} to {c.grams:g} g" for x, c in zip(lines, changes, strict=True))
    return Remedy(words, changes)


def _add(ident: str, grams: float) -> Remedy:
    words = f"Add {grams:g} g of {staple(ident).name.lower()}"
    return Remedy(words, (Mend("add", ingredient=ident, grams=grams),))


def _name(line: Line) -> str:
    return line.ingredient.name.lower()
