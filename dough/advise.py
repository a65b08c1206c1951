"""What to change next: every single lever of formula and process, at the size that brings the forecast nearest to
the target.

Each lever is tried at a handful of sizes both ways, all in one batch of forecasts, and judged by the root mean
square of the misses in clear misses (dough.target). One change at a time: a bake can then tell what it did.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from dough import edit
from dough.bake.contract import BakeCase, Forecast
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecasts
from dough.balance import rail_value
from dough.effects import difference_words
from dough.errors import EntryError, EntryErrors
from dough.formula import Draft, Method
from dough.ingredients import Role
from dough.styles import Style
from dough.target import ATTRIBUTES, Cookie, compare

#: Sizes tried of each lever, as shares of its full step.
SHARES = (-1.0, -0.6, -0.3, 0.3, 0.6, 1.0)
#: Nearer by less than this, in clear misses, is not worth a bake; an attribute further off by more is a side effect.
WORTH, SIDE = 0.05, 0.35


@dataclass(frozen=True, slots=True)
class Lever:
    """One thing to change: its key and name, the full step and its unit, how it is made, what to mind.

    ease is 1 for a turn of a knob, 2 for another weighing, 3 for another way of working (judgement).
    """

    key: str
    name: str
    step: float
    unit: str
    ease: int
    mind: str
    apply: Callable[[Draft, float], Draft]


@dataclass(frozen=True, slots=True)
class Advice:
    """A lever at its best size: value before and after, distance before and after in clear misses, the forecast
    it leads to, what gets nearer and what further off, in words, and the edit that makes it."""

    lever: Lever
    before: float | None
    after: float
    from_steps: float
    to_steps: float
    cookie: Cookie
    effect: str
    side_effects: tuple[str, ...]
    edit: dict[str, object]

    @property
    def gain(self) -> float:
        """How much nearer, in clear misses."""
        return self.from_steps - self.to_steps


def advice(draft: Draft, target: Cookie, style: Style, kit: Kit) -> tuple[Advice, ...]:
    """Every lever that brings the forecast nearer to the target, most first. Empty without a forecast or a target."""
    now = _forecasts([draft], style, kit)[0]
    if now is None:
        return ()
    closeness = compare(now.cookie, target)
    if closeness.rms_steps is None:
        return ()
    tries: list[tuple[Lever, float, Draft]] = []
    for lever in levers(draft, style):
        for share in SHARES:
            try:
                tries.append((lever, share * lever.step, lever.apply(draft, share * lever.step)))
            except (EntryError, EntryErrors):
                continue
    found: dict[str, Advice] = {}
    for (lever, size, changed), f in zip(tries, _forecasts([d for _, _, d in tries], style, kit), strict=True):
        if f is None:
            continue
        to = compare(f.cookie, target).rms_steps
        best = found.get(lever.key)
        if to is None or (best is not None and to >= best.to_steps):
            continue
        found[lever.key] = _advice(lever, size, draft, changed, closeness.rms_steps, to, now.cookie, f.cookie, target)
    worth = [a for a in found.values() if a.gain >= WORTH]
    return tuple(sorted(worth, key=lambda a: (-a.gain, a.lever.ease)))


def distance(draft: Draft, target: Cookie, style: Style, kit: Kit) -> float | None:
    """How far the forecast is from the target, clear misses (root mean square); None without either."""
    now = _forecasts([draft], style, kit)[0]
    return None if now is None else compare(now.cookie, target).rms_steps


def levers(draft: Draft, style: Style) -> tuple[Lever, ...]:
    """The levers this draft has."""
    p = draft.process
    found: list[Lever] = []
    for role, step, mind in (
        (Role.SUGAR, 20.0, "sweeter or less sweet"), (Role.FAT, 18.0, "richer or leaner"),
        (Role.EGG, 10.0, "a share of an egg: beat it and weigh"), (Role.LIQUID, 8.0, ""),
    ):  # fmt: skip
        if draft.formula.of_role(role) and rail_value(draft.formula, role) is not None:
            found.append(Lever(f"role:{role}", role.capitalize(), step, "% of flour", 2, mind, _role(role)))
    for line in draft.formula.of_role(Role.LEAVENING):
        if line.grams and line.ingredient.kind in ("soda", "bp_da", "bp_sa"):
            step = 0.5 * line.grams
            mind = "browning and taste move with it" if line.ingredient.kind == "soda" else ""
            found.append(Lever(f"line:{line.id}", line.ingredient.name, step, "g", 2, mind, _line(line.id)))
    if draft.formula.flour_g:
        found.append(Lever("flour", "Flour", 0.15 * draft.formula.flour_g, "g", 2, "", _flour))
    knobs = (
        ("dough_temp_c", "Dough temperature", 6.0, "°C", 1, ""), ("oven_c", "Oven", 15.0, "°C", 1, ""),
        ("minutes", "Minutes", 3.0, "min", 1, "watch the first tray"),
        ("portion_g", "Portion", 0.25 * (p.portion_g or style.portion_g.typical), "g", 1, "another number of pieces"),
    )  # fmt: skip
    found += [Lever(f"process:{n}", name, s, u, e, m, _process(n, style)) for n, name, s, u, e, m in knobs]
    for method in (Method.CREAMED_SOFT, Method.CREAMED_COLD, Method.MELTED):
        if method is not p.method:
            name = f"Method: {method.replace('_', ', ')}"
            mind = "other butter, other mixing"
            found.append(Lever(f"method:{method}", name, 1.0, "", 3, mind, _method(method)))
    return tuple(found)


def _role(role: Role) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        now = rail_value(draft.formula, role) or 0.0
        return edit.set_role_percent(draft, role, round(now + size, 1))

    return apply


def _line(ident: str) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        return edit.set_amount(draft, ident, round((draft.formula.line(ident).grams or 0.0) + size, 1), "g")

    return apply


def _flour(draft: Draft, size: float) -> Draft:
    """The largest flour, the other grams kept."""
    line = max(draft.formula.flour_lines, key=lambda x: x.grams or 0.0)
    return edit.set_amount(draft, line.id, float(round((line.grams or 0.0) + size)), "g")


def _process(name: str, style: Style) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        return edit.set_process(draft, name, round(_open(draft, name, style) + size, 1))

    return apply


def _method(method: Method) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        return replace(draft, process=replace(draft.process, method=method, butter_temp_c=None))

    return apply


def _open(draft: Draft, name: str, style: Style) -> float:
    """A process value, or the style's typical one where it is left open."""
    value = getattr(draft.process, name)
    if value is not None:
        return float(value)
    usual = {"oven_c": style.oven_c.typical, "minutes": style.minutes.typical, "portion_g": style.portion_g.typical}
    return usual.get(name, 20.0)


def _forecasts(drafts: list[Draft], style: Style, kit: Kit) -> list[Forecast | None]:
    cases = [bake_case(d, style, kit) for d in drafts]
    real = [(i, c) for i, c in enumerate(cases) if isinstance(c, BakeCase)]
    found: list[Forecast | None] = [None] * len(drafts)
    try:
        answers = forecasts([c for _, c in real]) if real else []
    except EntryErrors:
        answers = []
        for _, c in real:
            try:
                answers.append(forecasts([c])[0])
            except EntryErrors:
                answers.append(None)  # type: ignore[arg-type]
    for (i, _), f in zip(real, answers, strict=True):
        found[i] = f
    return found


def _advice(
    lever: Lever, size: float, draft: Draft, changed: Draft, was: float, to: float, now: Cookie, then: Cookie,
    target: Cookie,
) -> Advice:  # fmt: skip
    before, after, how = _values(lever, draft, changed)
    return Advice(
        lever, before, after, was, to, then, difference_words(now, then), _side_effects(now, then, target), how
    )


def _values(lever: Lever, draft: Draft, changed: Draft) -> tuple[float | None, float, dict[str, object]]:
    """The figure before and after, and the edit that makes it (see the preview's edits)."""
    kind, _, name = lever.key.partition(":")
    if kind == "role":
        role = Role(name)
        after = rail_value(changed.formula, role) or 0.0
        return rail_value(draft.formula, role), after, {"op": "role", "role": name, "percent": round(after, 1)}
    if kind == "line":
        grams = changed.formula.line(name).grams or 0.0
        return draft.formula.line(name).grams, grams, {"op": "amount", "line": name, "text": grams, "unit": "g"}
    if kind == "flour":
        line = max(draft.formula.flour_lines, key=lambda x: x.grams or 0.0)
        grams = changed.formula.line(line.id).grams or 0.0
        return line.grams, grams, {"op": "amount", "line": line.id, "text": grams, "unit": "g"}
    if kind == "method":
        return None, 1.0, {"op": "process", "field": "method", "value": name}
    value = float(getattr(changed.process, name))
    return getattr(draft.process, name), value, {"op": "process", "field": name, "value": value}


def _side_effects(now: Cookie, then: Cookie, target: Cookie) -> tuple[str, ...]:
    """Attributes that end further from the target than they were, in words."""
    found = []
    for a in ATTRIBUTES:
        wanted, x, y = (getattr(c, a.key) for c in (target, now, then))
        if wanted is None or x is None or y is None:
            continue
        worse = (abs(y - wanted) - abs(x - wanted)) / a.step
        if worse > SIDE:
            unit = a.unit if a.unit in ("mm", "L*") else "points"
            found.append(
                f"{a.label.lower()} {abs(y - wanted) - abs(x - wanted):.{min(a.digits, 1)}f} {unit} further off"
            )
    return tuple(found)
