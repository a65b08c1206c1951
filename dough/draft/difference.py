"""What changed from one draft to another, in grams, percent and process, and how many things at once."""

from __future__ import annotations

from dataclasses import dataclass, fields

from dough.accounts.formula import Draft, Line, Process
from dough.draft.edit import line_percent
from dough.facts.quantities import quantity

#: Percentages that differ by less than this are the same after rounding to the scale.
SAME_PERCENT = 0.06
SAME_GRAMS = 0.05


@dataclass(frozen=True, slots=True)
class LineChange:
    """One line on both sides; None where a side has no such line or its amount is unknown.

    state is same, more, less, added, removed, other (its step or ingredient), unknown.
    """

    line_id: str
    name: str
    a_g: float | None
    b_g: float | None
    a_percent: float | None
    b_percent: float | None
    state: str


@dataclass(frozen=True, slots=True)
class ProcessChange:
    field: str
    label: str
    a: str
    b: str


@dataclass(frozen=True, slots=True)
class Difference:
    """scaled is the factor when only the size changed. count is how many things differ; words says so."""

    lines: tuple[LineChange, ...]
    process: tuple[ProcessChange, ...]
    scaled: float | None
    count: int
    words: str

    @property
    def changed(self) -> tuple[str, ...]:
        """What changed, a few words each."""
        lines = (f"{x.name} {x.state}" for x in self.lines if x.state != "same")
        return (*lines, *(f"{p.label.lower()} {p.a} → {p.b}" for p in self.process))


def difference(a: Draft, b: Draft) -> Difference:
    """From a to b. Lines pair by id, or else by ingredient; percentages decide when both have flour."""
    pairs = _pairs(a, b)
    lines = tuple(_line(a, b, x, y) for x, y in pairs)
    process = _process(a.process, b.process)
    changed = [x for x in lines if x.state != "same"]
    count = len(changed) + len(process)
    scaled = _scaled(a, b) if not changed else None
    return Difference(lines, process, scaled, count, _words(count, scaled))


def _words(count: int, scaled: float | None) -> str:
    size = f"made {scaled:.2f} times the size; " if scaled is not None and abs(scaled - 1.0) > 0.004 else ""
    if count == 0:
        return f"{size}nothing else changed" if size else "the same formula and process"
    if count == 1:
        return f"{size}one thing changed: the bake can tell what it does"
    return f"{size}{count} things changed at once: a bake will not tell which of them did it"


def _pairs(a: Draft, b: Draft) -> list[tuple[Line | None, Line | None]]:
    left = {x.id: x for x in a.formula.lines}
    found: list[tuple[Line | None, Line | None]] = []
    used: set[str] = set()
    for y in b.formula.lines:
        x = left.get(y.id)
        if x is None or x.ingredient_id != y.ingredient_id:
            same = [v for v in a.formula.lines if v.ingredient_id == y.ingredient_id and v.id not in used]
            x = same[0] if same else (x if x is not None and x.id not in used else None)
        if x is not None:
            used.add(x.id)
        found.append((x, y))
    found += [(x, None) for x in a.formula.lines if x.id not in used]
    return found


def _line(a: Draft, b: Draft, x: Line | None, y: Line | None) -> LineChange:
    one = y or x
    assert one is not None  # a pair has at least one side
    a_percent = line_percent(a.formula, x) if x else None
    b_percent = line_percent(b.formula, y) if y else None
    name = one.ingredient.name
    if x is not None and y is not None and x.ingredient_id != y.ingredient_id:
        name = f"{x.ingredient.name} → {y.ingredient.name}"
    return LineChange(
        one.id, name, x.grams if x else None, y.grams if y else None, a_percent, b_percent,
        _state(x, y, a_percent, b_percent),
    )  # fmt: skip


def _state(x: Line | None, y: Line | None, a_percent: float | None, b_percent: float | None) -> str:
    if x is None:
        return "added"
    if y is None:
        return "removed"
    if x.ingredient_id != y.ingredient_id or x.step != y.step:
        return "other"
    if (x.grams is None) != (y.grams is None):
        return "unknown"
    if x.grams is None or y.grams is None:
        return "same"
    change = y.grams - x.grams
    same = abs(change) < SAME_GRAMS
    if a_percent is not None and b_percent is not None:
        change = b_percent - a_percent
        same = abs(change) < max(SAME_PERCENT, 0.004 * a_percent)
    return "same" if same else ("more" if change > 0 else "less")


def _scaled(a: Draft, b: Draft) -> float | None:
    flour_a, flour_b = a.formula.flour_g, b.formula.flour_g
    return flour_b / flour_a if flour_a and flour_b else None


def _process(a: Process, b: Process) -> tuple[ProcessChange, ...]:
    found = []
    for f in fields(Process):
        x, y = getattr(a, f.name), getattr(b, f.name)
        if x != y:
            found.append(ProcessChange(f.name, quantity(f.name).label, shown(f.name, x), shown(f.name, y)))
    return tuple(found)


def shown(name: str, value: object) -> str:
    """A process value as it is told: with its unit, a choice in words."""
    if value is None:
        return "not said"
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float | int) and quantity(name).measures != "choice":
        return f"{value:g} {quantity(name).unit}"
    return str(value).replace("_", " ")
