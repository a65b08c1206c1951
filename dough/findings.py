"""Findings on a formula: what stands out, why it matters, how sure that is, and what would mend it.

Limits come from data/limits.csv (trade texts and practice, rules of thumb). They are stated on flour, or
on the wide base of flour + oats + cocoa + nut meal, and speak for drop doughs in general; where the style
has a band of its own, the band decides. Findings explain; they never block.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

from dough.balance import RoleBalance, balance
from dough.composition import Composition, composition, percent_of
from dough.formula import Formula, Line, Step
from dough.ingredients import Confidence, Ingredient, Role
from dough.leavening import CONTACT_SHARE, leavening
from dough.styles import Style, styles
from dough.tables import number, rows

SOURCES = {"TXT": "trade texts", "PRAC": "kitchen practice", "EST": "an estimate", "LIT": "food science"}
SYRUPS = frozenset({"honey", "maple", "golden", "cornsyr", "glucsyr", "molasses", "agave"})
STARCHES = frozenset({"cornst", "potatost", "tapioca"})
COCOAS = frozenset({"cocoa_n", "cocoa_d", "cocoa_b"})
#: How far past its typical formula a style still counts as made that way (judgement).
DESIGN_MARGIN = 1.15
NUT_MEALS = frozenset({"almond"})


@dataclass(frozen=True, slots=True)
class Remedy:
    """A change that would mend a finding: in words, and as an edit (see ``dough.edit``)."""

    words: str
    op: str
    role: Role | None = None
    line_id: str = ""
    percent: float | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """key is stable for a formula's finding; state is look or act; line_ids are the lines concerned."""

    key: str
    state: str
    role: Role | None
    line_ids: tuple[str, ...]
    what: str
    why: str
    evidence: str
    confidence: Confidence
    remedies: tuple[Remedy, ...]


@dataclass(frozen=True, slots=True)
class Limit:
    key: str
    label: str
    unit: str
    low_act: float | None
    low_look: float | None
    high_look: float | None
    high_act: float | None
    drop_only: bool
    role: Role | None
    why_low: str
    why_high: str
    source: str
    confidence: Confidence


@cache
def limits() -> tuple[Limit, ...]:
    """The balance limits, in the order they are looked through."""
    return tuple(
        Limit(
            r["key"], r["label"], r["unit"], number(r["low_act"]), number(r["low_look"]), number(r["high_look"]),
            number(r["high_act"]), r["drop_only"] == "yes", Role(r["role"]) if r["role"] else None, r["why_low"],
            r["why_high"], r["source"], Confidence(r["confidence"]),
        )
        for r in rows("limits")
    )  # fmt: skip


def wide_lines(formula: Formula) -> tuple[Line, ...]:
    """The lines of the wide base: flour, oats, cocoa and nut meal mixed into the dough."""
    wide = {"oats", *COCOAS, *NUT_MEALS}
    return tuple(x for x in formula.lines if x.in_dough and (x.ingredient.flour_base or x.ingredient.kind in wide))


def wide_base_g(formula: Formula) -> float | None:
    """Flour + oats + cocoa + nut meal, g; None when one is unknown or there is none."""
    lines = wide_lines(formula)
    if not lines or any(x.grams is None for x in lines):
        return None
    return sum(x.grams or 0.0 for x in lines) or None


def findings(
    formula: Formula,
    comp: Composition,
    style: Style | None,
    contact: float,
    roles: tuple[RoleBalance, ...] | None = None,
) -> tuple[Finding, ...]:
    """Everything that stands out, what concerns a role's band first. Nothing without flour.

    contact as in ``leavening``; roles is the balance when it has been worked out already.
    """
    roles = balance(formula, style) if roles is None else roles
    inside = frozenset(r.role for r in roles if r.state == "in" and r.line_ids)
    found = [f for r in roles if (f := _of_band(r, style)) is not None]
    found += _salted_fats(formula)
    covered = {f.role for f in found if f.key.startswith("band.")}
    measures = _measures(formula, comp, contact)
    for limit in limits():
        value = measures.get(limit.key)
        if value is None or (limit.drop_only and style is not None and not style.is_drop):
            continue
        if limit.role in covered or _inside_band(limit, inside, style):
            continue
        if style is not None and _by_design(limit, value, style.id):
            continue
        finding = _of_limit(limit, value, formula)
        if finding is not None:
            found.append(finding)
    return tuple(found)


def _salted_fats(formula: Formula) -> list[Finding]:
    """What salted butter (or another salted fat) brings, and the salt line that could give it up."""
    fats = [x for x in formula.of_role(Role.FAT) if x.ingredient.parts.salt >= 0.5 and x.grams]
    salts = [x for x in formula.of_role(Role.SALT) if x.grams is not None]
    brought = sum((x.grams or 0.0) * x.ingredient.parts.salt / 100.0 for x in fats)
    if brought < 0.3:
        return []
    remedies: tuple[Remedy, ...] = ()
    if len(salts) == 1 and formula.flour_g and (salts[0].grams or 0.0) > 0:
        left = max((salts[0].grams or 0.0) - brought, 0.0)
        percent = round(100.0 * left / formula.flour_g, 2)
        words = f"Take it off the salt line: {left:.1f} g left"
        remedies = (Remedy(words, "line", Role.SALT, salts[0].id, percent),)
    name = fats[0].ingredient.name
    return [
        Finding(
            "salted_fat", "note", Role.FAT, tuple(x.id for x in fats), f"{name} brings {brought:.1f} g of salt",
            "adds to the salt line, whose band leaves it out",
            "the ingredient table; salted butter has 1.2 to 2 %",
            Confidence.MIDDLE, remedies,
        )
    ]  # fmt: skip


def _of_band(r: RoleBalance, style: Style | None) -> Finding | None:
    if r.state not in ("low", "high") or r.band is None or style is None:
        return None
    edge = r.band.high if r.state == "high" else r.band.low
    remedies: tuple[Remedy, ...] = ()
    if r.line_ids and r.rail is not None:
        remedies = (Remedy(f"{r.role.capitalize()} to {edge:g} %, the edge of the band", "role", r.role, percent=edge),)
    what, _, why = r.words.partition(": ")
    source = SOURCES.get(r.band.source, r.band.source)
    return Finding(
        f"band.{r.role}", "look", r.role, r.line_ids, f"{r.role.capitalize()} {what}", why or "usual for the style",
        f"usual range of {style.name}: {r.band.low:g} to {r.band.high:g} %, {source}",
        r.band.confidence, remedies,
    )  # fmt: skip


def _inside_band(limit: Limit, inside: frozenset[Role], style: Style | None) -> bool:
    """The style's own band has spoken for this role: a dough inside it is as the style wants it."""
    if style is None or limit.key not in ("sugar", "fat", "egg", "powder", "salt", "fold_in"):
        return False
    return limit.role in inside


def _by_design(limit: Limit, value: float, style_id: str) -> bool:
    """The style's own typical formula is as far out: lacy fat, cakey water, crackled egg."""
    typical = _typical_measures(style_id).get(limit.key)
    if typical is None:
        return False
    if limit.high_look is not None and typical > limit.high_look:
        return limit.high_look < value <= typical * DESIGN_MARGIN
    if limit.low_look is not None and typical < limit.low_look:
        return typical / DESIGN_MARGIN <= value < limit.low_look
    return False


@cache
def _typical_measures(style_id: str) -> dict[str, float]:
    lines = tuple(Line(f"l{n}", i, pct, Step.DRY) for n, (i, pct) in enumerate(styles()[style_id].formula))
    formula = Formula(lines)
    return _measures(formula, composition(formula), CONTACT_SHARE)


def _of_limit(limit: Limit, value: float, formula: Formula) -> Finding | None:
    def beyond(edge: float | None, side: int) -> bool:
        return edge is not None and side * (value - edge) > 1e-9

    high, low = beyond(limit.high_look, 1), beyond(limit.low_look, -1)
    if not high and not low:
        return None
    act = beyond(limit.high_act, 1) or beyond(limit.low_act, -1)
    edge = limit.high_look if high else limit.low_look
    shown = f"{value:.2f}" if limit.unit in (": 1", "share") or abs(value) < 5 else f"{value:.0f}"
    unit = {"% wide": "% of flour, oats, cocoa and nut meal", "share": ""}.get(limit.unit, limit.unit)
    lines = tuple(x.id for x in _lines_of(limit.key, formula))
    return Finding(
        f"limit.{limit.key}", "act" if act else "look", limit.role, lines,
        f"{limit.label} {shown} {unit}".strip() + f", {'over' if high else 'under'} the usual {edge:g}",
        limit.why_high if high else limit.why_low,
        f"a rule of thumb from {SOURCES.get(limit.source, limit.source)}", limit.confidence,
        _remedies(limit.key, value, edge or 0.0, formula, lines),
    )  # fmt: skip


def _remedies(key: str, value: float, edge: float, formula: Formula, lines: tuple[str, ...]) -> tuple[Remedy, ...]:
    """One line's share to the edge, where a single figure says it all."""
    flour = formula.flour_g
    if not flour or value <= 0 or len(lines) != 1:
        return ()
    line = formula.line(lines[0])
    if line.grams is None or key in ("water", "solution", "starch", "coconut"):
        return ()
    grams = line.grams * edge / value
    if key == "net_soda":
        grams = max(line.grams - (value - edge) * flour / 100.0, 0.0)
    percent = round(100.0 * grams / flour, 2)
    name = line.ingredient.name
    return (Remedy(f"{name} to {grams:.3g} g", "line", line.role, line.id, percent),)


def _lines_of(key: str, formula: Formula) -> list[Line]:
    ids: dict[str, frozenset[str]] = {
        "net_soda": frozenset({"soda"}), "powder": frozenset({"bp_da", "bp_sa"}), "xanthan": frozenset({"xanthan"}),
        "starch": STARCHES, "cocoa": COCOAS, "coconut": frozenset({"coconutfl"}), "syrup": SYRUPS,
    }  # fmt: skip
    roles = {
        "sugar": Role.SUGAR, "fat": Role.FAT, "egg": Role.EGG, "salt": Role.SALT, "salt_whole": Role.SALT,
        "fold_in": Role.FOLD_IN, "sugar_to_fat": Role.SUGAR, "egg_to_fat": Role.EGG,
    }  # fmt: skip
    if key in ids:
        return [x for x in formula.lines if x.in_dough and x.ingredient.kind in ids[key]]
    return list(formula.of_role(roles[key])) if key in roles else []


def _measures(formula: Formula, comp: Composition, contact: float) -> dict[str, float]:
    """Every limit's figure that can be worked out; what lacks an amount is left out, never guessed."""
    flour, wide, dough = formula.flour_g, wide_base_g(formula), comp.dough.value
    sums = _sums(formula)
    acids = leavening(formula.lines, contact)
    known = all(x.grams is not None for x in formula.lines if x.in_dough)
    egg, fat = sums["egg"], comp.fat.value
    found: dict[str, float | None] = {
        "sugar": percent_of(comp.sugars.value, wide),
        "fat": percent_of(fat, wide),
        "sugar_to_fat": comp.sugar_to_fat,
        "water": percent_of(comp.water.value, wide),
        "solution": comp.sugar_in_solution,
        "egg": percent_of(egg, wide),
        "egg_to_fat": None if egg is None or not fat else egg / fat,
        "net_soda": 100.0 * acids.net_soda_g / flour if acids and known and flour and acids.soda_g > 0 else None,
        "powder": percent_of(sums["powder"], wide),
        "salt": percent_of(sums["salt"], flour),
        "salt_whole": percent_of(comp.salt_whole.value, dough),
        "fold_in": percent_of(comp.fold_ins.value, dough),
        "xanthan": percent_of(sums["xanthan"], flour),
        "starch": percent_of(sums["starch"], flour),
        "cocoa": percent_of(sums["cocoa"], flour),
        "coconut": percent_of(sums["coconut"], flour),
        "syrup": percent_of(sums["syrup"], comp.sugars.value),
        "ethanol": percent_of(sums["ethanol"], flour),
    }
    if not formula.of_role(Role.SALT):
        found.pop("salt")
    return {k: v for k, v in found.items() if v is not None}


_SHARES: dict[str, Callable[[Ingredient], float]] = {
    "egg": lambda i: 1.0 if i.kind in ("egg", "yolk", "white") else 0.0,
    "powder": lambda i: 1.0 if i.kind in ("bp_da", "bp_sa") else 0.0,
    "salt": lambda i: 1.0 if i.role is Role.SALT else 0.0,
    "xanthan": lambda i: 1.0 if i.kind == "xanthan" else 0.0,
    "starch": lambda i: 1.0 if i.kind in STARCHES else 0.0,
    "cocoa": lambda i: 1.0 if i.kind in COCOAS else 0.0,
    "coconut": lambda i: 1.0 if i.kind == "coconutfl" else 0.0,
    "syrup": lambda i: i.parts.sugars / 100.0 if i.kind in SYRUPS else 0.0,
    "ethanol": lambda i: i.parts.ethanol / 100.0,
}


_COUNTED: dict[tuple[str, int], tuple[tuple[str, float], ...]] = {}


def _counted(item: Ingredient) -> tuple[tuple[str, float], ...]:
    """What an ingredient counts towards, with its share; worked out once for each version of each."""
    key = (item.id, item.version)
    if key not in _COUNTED:
        _COUNTED[key] = _shares_of(item)
    return _COUNTED[key]


def _shares_of(item: Ingredient) -> tuple[tuple[str, float], ...]:
    return tuple((key, share) for key, pick in _SHARES.items() if (share := pick(item)) > 0.0)


def _sums(formula: Formula) -> dict[str, float | None]:
    """Grams towards each of ``_SHARES``; None where a line that counts has no amount."""
    sums: dict[str, float | None] = dict.fromkeys(_SHARES, 0.0)
    for x in formula.lines:
        if not x.in_dough:
            continue
        for key, share in _counted(x.ingredient):
            before = sums[key]
            sums[key] = None if before is None or x.grams is None else before + x.grams * share
    return sums
