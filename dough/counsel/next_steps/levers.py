"""The levers a draft has: one thing to change each, how far it usually goes, and the edit that makes it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from dough.accounts.formula import Draft, Method
from dough.accounts.ratios import rail_value
from dough.bake.intake import Kit
from dough.draft import edit
from dough.facts.ingredients import Role
from dough.facts.styles import Style


@dataclass(frozen=True, slots=True)
class Tray:
    """Another tray of the kitchen: its number, its name, and the kit with it in place of the one in use."""

    ident: int
    name: str
    kit: Kit


@dataclass(frozen=True, slots=True)
class Lever:
    """One thing to change: its key and name, the full step and its unit, how it is made, what to mind.

    ease is 1 for a turn of a knob, 2 for another weighing, 3 for another way of working (judgement). kit is the tray
    it needs, where it is a change of that.
    """

    key: str
    name: str
    step: float
    unit: str
    ease: int
    mind: str
    apply: Callable[[Draft, float], Draft]
    kit: Kit | None = None

    @property
    def graded(self) -> bool:
        """Whether it can be moved by degrees, rather than taken or left."""
        return not self.key.startswith(("method:", "tray:"))


#: What a cook may lock, and the levers that go with it.
LOCKS = {
    "eggs": ("role:egg",), "butter": ("role:fat",), "sugar": ("role:sugar",), "flour": ("flour",),
    "liquid": ("role:liquid",), "leavening": ("line:",), "portion": ("process:portion_g",), "oven": ("process:oven_c",),
    "minutes": ("process:minutes",), "dough temperature": ("process:dough_temp_c",), "method": ("method:",),
    "tray": ("tray:",),
}  # fmt: skip


def unlocked(found: tuple[Lever, ...], locks: tuple[str, ...]) -> tuple[Lever, ...]:
    """The levers that no lock holds. Raises KeyError for a lock that is not known."""
    held = tuple(k for lock in locks for k in LOCKS[lock])
    return tuple(x for x in found if not x.key.startswith(held)) if held else found


def levers(draft: Draft, style: Style, trays: tuple[Tray, ...] = ()) -> tuple[Lever, ...]:
    """The levers this draft has; trays are the kitchen's others."""
    p = draft.process
    found: list[Lever] = []
    for role, step, mind in (
        (Role.SUGAR, 20.0, ""), (Role.FAT, 18.0, "richer or leaner"),
        (Role.EGG, 10.0, "a share of an egg: beat it and weigh"), (Role.LIQUID, 8.0, ""),
    ):  # fmt: skip
        if draft.formula.of_role(role) and rail_value(draft.formula, role) is not None:
            found.append(Lever(f"role:{role}", role.capitalize(), step, "% of flour", 2, mind, _role(role)))
    for line in draft.formula.of_role(Role.LEAVENING):
        if line.grams and line.ingredient.is_("soda", "powder"):
            step = 0.5 * line.grams
            mind = "browning and taste move with it" if line.ingredient.is_("soda") else ""
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
    for tray in trays:
        name, mind = f"Tray: {tray.name.lower()}", "the other side browns differently"
        found.append(Lever(f"tray:{tray.ident}", name, 1.0, "", 1, mind, _tray(tray.ident), tray.kit))
    return tuple(found)


def _tray(ident: int) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        return edit.set_process(draft, "tray_id", ident)

    return apply


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
        return edit.set_process(draft, name, round(open_value(draft, name, style) + size, 1))

    return apply


def _method(method: Method) -> Callable[[Draft, float], Draft]:
    def apply(draft: Draft, size: float) -> Draft:
        return replace(draft, process=replace(draft.process, method=method, butter_temp_c=None))

    return apply


def open_value(draft: Draft, name: str, style: Style) -> float:
    """A process value, or the style's typical one where it is left open."""
    value = getattr(draft.process, name)
    if value is not None:
        return float(value)
    usual = {"oven_c": style.oven_c.typical, "minutes": style.minutes.typical, "portion_g": style.portion_g.typical}
    return usual.get(name, 20.0)


def values_of(lever: Lever, draft: Draft, changed: Draft) -> tuple[float | None, float, dict[str, object]]:
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
    if kind == "tray":
        return None, 1.0, {"op": "process", "field": "tray_id", "value": int(name)}
    if kind == "method":
        return None, 1.0, {"op": "process", "field": "method", "value": name}
    value = float(getattr(changed.process, name))
    return getattr(draft.process, name), value, {"op": "process", "field": name, "value": value}
