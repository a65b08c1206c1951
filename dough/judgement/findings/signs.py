"""Signs: figures out of the usual range of the style, and out of the general limits."""

from __future__ import annotations

from collections.abc import Callable

from dough.accounts.formula import Formula, Line
from dough.facts.ingredients import Role
from dough.facts.styles import Style
from dough.judgement.balance import RoleBalance
from dough.judgement.findings.limits import Limit, limits, usual
from dough.judgement.findings.measures import folded, powder_in_flour_g
from dough.judgement.findings.model import SOURCES, Sign, State

#: So much past a usual edge is a remark at most: of the edge, and of the distance to where it spoils (judgement).
REMARK, REMARK_WAY = 0.08, 0.3
#: Nearer to an edge than this nothing is said (judgement: less than a scale and a baker's hand can tell).
DEAD = 0.02
#: A role so far beyond its band spoils the bake, as a factor of its edge (judgement).
FAR_ABOVE, FAR_BELOW = 1.8, 0.4
#: Which cause each limit speaks of, and which others a figure that follows from several would rather join.
CAUSE = {
    "sugar": "sugar", "fat": "fat", "egg": "egg", "net_soda": "soda", "acid": "acid", "powder": "powder",
    "salt": "salt", "salt_whole": "salt", "fold_in": "fold-in", "xanthan": "xanthan",
    "starch": "starch", "cocoa": "cocoa",
    "coconut": "coconut", "syrup": "syrup", "ethanol": "ethanol", "water": "water", "solution": "sugar",
    "sugar_to_fat": "sugar", "egg_to_fat": "egg",
}  # fmt: skip
JOINS: dict[tuple[str, bool], tuple[tuple[str, bool], ...]] = {
    ("sugar_to_fat", True): (("sugar", True), ("syrup", True), ("fat", False)),
    ("sugar_to_fat", False): (("fat", True), ("sugar", False)),
    ("egg_to_fat", True): (("egg", True), ("fat", False)),
    ("solution", True): (
        ("sugar", True), ("syrup", True), ("water", False), ("liquid", False), ("egg", False), ("sets", False),
    ),
    ("solution", False): (("sugar", False), ("water", True), ("liquid", True), ("egg", True), ("fruit", True)),
    ("water", True): (
        ("liquid", True), ("egg", True), ("syrup", True), ("ethanol", True), ("dose", True), ("fat", True),
    ),
    ("water", False): (
        ("liquid", False), ("egg", False), ("fat", True), ("fat", False), ("coconut", True), ("cocoa", True),
        ("sugar", True),
    ),
    ("salt_whole", True): (("salt", True), ("fold-in", True)),
    ("salt_whole", False): (("salt", False), ("fold-in", True), ("sugar", True), ("fat", True)),
    ("net_soda", True): (("soda", True),),
    ("ethanol", True): (("dose", True),),
    ("sugar", False): (("cocoa", True), ("coconut", True), ("starch", True)),
    ("fat", False): (("cocoa", True), ("coconut", True)),
}  # fmt: skip


def band_signs(roles: tuple[RoleBalance, ...], style: Style | None, formula: Formula) -> list[Sign]:
    """A role outside the usual range of the chosen style; self-raising flour is leavening enough."""
    raised = powder_in_flour_g(formula) > 0
    found = [_of_band(r, style) for r in roles if not (raised and r.role is Role.LEAVENING and r.state == "low")]
    return [s for s in found if s is not None]


def _of_band(r: RoleBalance, style: Style | None) -> Sign | None:
    if r.state not in ("low", "high") or r.band is None or style is None:
        return None
    high = r.state == "high"
    edge = r.band.high if high else r.band.low
    value = r.rail or 0.0
    width = max(r.band.high - r.band.low, 0.2 * r.band.high, 0.5)
    past = abs(value - edge)
    if r.line_ids and past <= DEAD * edge:
        return None
    far = value > FAR_ABOVE * edge and past > width if high else value < FAR_BELOW * edge and bool(r.line_ids)
    small = past <= max(REMARK * edge, 0.2 * width)
    state = State.ACT if far else State.NOTE if small else State.LOOK
    what, _, why = r.words.partition(": ")
    source = SOURCES.get(r.band.source, r.band.source)
    cause = "leavening" if r.role is Role.LEAVENING else str(r.role)
    return Sign(
        f"band.{r.role}", cause, high, state, min(past / (0.8 * max(edge, width)), 30.0), r.role, r.line_ids,
        f"{r.role.capitalize()} {what}", why or "is not what the style usually has",
        f"usual range of {style.name}: {r.band.low:g} to {r.band.high:g} %, {source}", r.band.confidence,
        (("soda", high), ("powder", high), ("acid", high), ("gas", high)) if cause == "leavening" else (),
    )  # fmt: skip


def limit_signs(values: dict[str, float], formula: Formula, style: Style | None) -> list[Sign]:
    """Figures outside the usual range, by the general limits and what the style itself is like."""
    found = []
    for limit in limits():
        value = values.get(limit.key)
        if value is not None:
            sign = _of_limit(limit, value, formula, style)
            if sign is not None:
                found.append(sign)
    return found


def _of_limit(limit: Limit, value: float, formula: Formula, style: Style | None) -> Sign | None:
    edges = usual(limit.key, style.id if style else "")
    if edges.high is not None and value > edges.high * (1.0 + DEAD) + 1e-9:
        high, edge, act = True, edges.high, edges.high_act
    elif edges.low is not None and value < edges.low * (1.0 - DEAD) - 1e-9:
        high, edge, act = False, edges.low, edges.low_act
    else:
        return None
    way = abs(act - edge) if act is not None else edge
    past = abs(value - edge)
    out = past / max(way, 1e-9)
    spoils = act is not None and (value > act + 1e-9 if high else value < act - 1e-9)
    small = past <= max(REMARK * edge, REMARK_WAY * way)
    state = State.ACT if spoils else State.NOTE if small else State.LOOK
    shown = f"{value:.2f}" if limit.unit in (": 1", "share") or abs(value) < 5 else f"{value:.0f}"
    unit = {"% wide": "% of flour, oats, cocoa and nut meal", "share": ""}.get(limit.unit, limit.unit)
    usual_edge = f"{edge:.2g}" if edge < 10 else f"{edge:.0f}"
    return Sign(
        f"limit.{limit.key}", CAUSE[limit.key], high, state, min(out, 30.0), limit.role,
        tuple(x.id for x in lines_of(limit.key, formula)),
        f"{limit.label} {shown} {unit}".strip() + f", {'over' if high else 'under'} the usual {usual_edge}",
        limit.why_high if high else limit.why_low,
        f"a rule of thumb from {SOURCES.get(limit.source, limit.source)}", limit.confidence,
        JOINS.get((limit.key, high), ()),
    )  # fmt: skip


_OF_CLASS = {
    "net_soda": ("soda",), "powder": ("powder",), "xanthan": ("gum",), "starch": ("starch",), "cocoa": ("cocoa",),
    "coconut": ("coconut_flour",), "syrup": ("syrup",), "acid": ("acid_salt", "acid_powder", "tartar"),
}  # fmt: skip
_OF_ROLE = {
    "sugar": Role.SUGAR, "fat": Role.FAT, "egg": Role.EGG, "salt": Role.SALT, "salt_whole": Role.SALT,
    "sugar_to_fat": Role.SUGAR, "egg_to_fat": Role.EGG,
}  # fmt: skip
_OF_LINE: dict[str, Callable[[Line], bool]] = {
    "fold_in": folded,
    "ethanol": lambda x: x.in_dough and x.ingredient.parts.ethanol > 0,
    "water": lambda x: x.in_dough and x.role is Role.LIQUID,
}


def lines_of(key: str, formula: Formula) -> list[Line]:
    """The lines a limit speaks of, heaviest first."""
    if key in _OF_CLASS:
        found = [x for x in formula.lines if x.in_dough and x.ingredient.is_(*_OF_CLASS[key])]
    elif key in _OF_LINE:
        found = [x for x in formula.lines if _OF_LINE[key](x)]
    else:
        found = list(formula.of_role(_OF_ROLE[key])) if key in _OF_ROLE else []
    return sorted(found, key=lambda x: -(x.grams or 0.0))
