"""The bench sheet of one batch: what to weigh in which order, what to watch, and room for what was done."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from dough.composition import composition, pieces
from dough.formats.writing import steps
from dough.formula import Draft, Method, Step
from dough.ingredients import Ingredient, Role
from dough.label import NAMES
from dough.preview import RAW_DOUGH

ORDER = (Step.CREAM, Step.EGG, Step.DRY, Step.FOLD_IN, Step.TOP, Step.FINISH)
LABELS_DECIDE = "By the table; labels, suppliers and local law decide."


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One weighing: grams as text ("300 to 340 g by feel", "?"), with a note."""

    step: Step
    name: str
    amount: str
    note: str


@dataclass(frozen=True, slots=True)
class Sheet:
    """title and subtitle, weighings in the order in which they go in, the process, checks to fill in, cautions."""

    title: str
    subtitle: str
    lines: tuple[SheetLine, ...]
    steps: tuple[str, ...]
    checks: tuple[str, ...]
    cautions: tuple[str, ...]
    allergens: tuple[str, ...]


def bench_sheet(title: str, version: str, draft: Draft) -> Sheet:
    """The sheet of a draft or version; unknown amounts are left open, never zero."""
    lines = [
        SheetLine(x.step, x.ingredient.name, _amount(x.grams, x.range_g), x.said)
        for step in ORDER
        for x in draft.formula.lines
        if x.step is step
    ]
    dough = composition(draft.formula).dough.value
    p = draft.process
    makes = ""
    if dough is not None:
        makes = f"dough {dough:.0f} g"
        if p.portion_g:
            count, _ = pieces(dough, p.portion_g, p.bowl_loss_pct)
            makes += f", {count} pieces of {p.portion_g:g} g after {p.bowl_loss_pct:g} % bowl loss"
    return Sheet(
        title=title,
        subtitle=f"{version}; {makes}" if makes else version,
        lines=tuple(lines),
        steps=tuple(steps(p)),
        checks=(
            "Room, °C", "Butter when it went in, °C", "Egg, °C", "Mixed dough, °C", "Into the fridge at", "Out at",
            "Oven by the thermometer, °C", "Into the oven at", "Out at", "Core at the pull, °C",
            "Tray before / after, g",
        ),
        cautions=_cautions(draft),
        allergens=allergens_of(x.ingredient for x in draft.formula.lines),
    )  # fmt: skip


def _amount(grams: float | None, span: tuple[float, float] | None) -> str:
    if span is not None:
        return f"{span[0]:g} to {span[1]:g} g by feel"
    if grams is None:
        return "?"
    return f"{grams:.1f} g" if grams < 10 else f"{grams:.0f} g"


def allergens_of(items: Iterable[Ingredient]) -> tuple[str, ...]:
    """Allergens of ingredients in words, tops and finishes included; a “perhaps” is for the label to settle."""
    sure: dict[str, None] = {}
    perhaps: dict[str, None] = {}
    for item in items:
        for code in item.allergens_eu:
            word = NAMES.get(code.rstrip("?"), code.rstrip("?"))
            (perhaps if code.endswith("?") else sure)[word] = None
    return (*sure, *(f"perhaps {w}" for w in perhaps if w not in sure))


def _cautions(draft: Draft) -> tuple[str, ...]:
    found = []
    roles = {x.role for x in draft.formula.lines}
    ids = {x.ingredient.kind for x in draft.formula.lines}
    if roles & {Role.FLOUR, Role.EGG}:
        found.append(RAW_DOUGH)
    if Role.EGG in roles:
        found.append("Dough with egg: two hours at most out of the cold in all; chilled two to four days.")
    if draft.process.method in (Method.MELTED, Method.BROWNED_RESET):
        found.append("Hot butter burns and spits where water meets it: add egg only below 45 °C.")
    if "ammonia" in ids:
        found.append("Baker's ammonia: do not taste the dough, air the kitchen when the oven opens.")
    if ids & {"almonds", "walnuts", "pecans", "hazelnuts", "pistachios", "peanuts", "macadamia", "cashews"}:
        found.append("Whole nuts can choke small children: chop or grind them for the youngest.")
    if "honey" in ids:
        found.append("Honey is not for babies under a year, even baked.")
    return tuple(found)
