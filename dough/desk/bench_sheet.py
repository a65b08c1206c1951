"""The bench sheet of one batch: what to weigh in which order, what to watch, and room for what was done."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.composition import composition, pieces
from dough.accounts.formula import Draft, Line, Step
from dough.accounts.needs.said import allergens_of
from dough.accounts.needs.verdict import Standing, marks
from dough.accounts.safety import at_work, for_children
from dough.facts.needs import NOTHING, Wanted
from dough.formats.writing import steps

ORDER = (Step.CREAM, Step.EGG, Step.DRY, Step.FOLD_IN, Step.TOP, Step.FINISH)


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One weighing: grams as text ("300 to 340 g by feel", "?"), with a note, and what of a need is open or broken."""

    step: Step
    name: str
    amount: str
    note: str
    marks: tuple[str, ...] = ()


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


def bench_sheet(title: str, version: str, draft: Draft, wanted: Wanted = NOTHING) -> Sheet:
    """The sheet of a draft or version; unknown amounts are left open, never zero. wanted are the needs it is made for
    and the labels read."""
    lines = [
        SheetLine(x.step, x.ingredient.name, _amount(x.grams, x.range_g), x.said, _marks(x, wanted))
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
        cautions=(*at_work(draft), *for_children(draft)),
        allergens=allergens_of((x.ingredient for x in draft.formula.lines), wanted.read),
    )  # fmt: skip


def _amount(grams: float | None, span: tuple[float, float] | None) -> str:
    if span is not None:
        return f"{span[0]:g} to {span[1]:g} g by feel"
    if grams is None:
        return "?"
    return f"{grams:.1f} g" if grams < 10 else f"{grams:.0f} g"


def _marks(line: Line, wanted: Wanted) -> tuple[str, ...]:
    """“△ no gluten: read the label” for what is open, “▲ vegan: not met” for what breaks it."""
    found = marks(line.ingredient, wanted)
    return tuple(
        f"▲ {m.label}: not met" if m.standing is Standing.BREAKS else f"△ {m.label}: read the label" for m in found
    )
