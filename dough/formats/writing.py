"""Writing a dough as a schema.org Recipe, a table or Markdown, and saying what each cannot hold."""

from __future__ import annotations

import csv
import json
from collections.abc import Sequence
from dataclasses import dataclass

from dough.accounts.composition import composition, pieces
from dough.accounts.formula import Line, Process
from dough.accounts.needs.said import LABELS_DECIDE, allergens_of
from dough.draft.edit import line_percent
from dough.formats.cells import UTF8, defused
from dough.formats.formula_file import FormulaFile, write_formula
from dough.formats.recipe_ld import RecipeSaid, recipe_document

KINDS = ("formula", "recipe", "table", "markdown")
METHOD_WORDS = {
    "creamed_soft": "Cream the butter, soft, with the sugar.",
    "creamed_cold": "Beat the cold butter with the sugar until just combined.",
    "melted": "Melt the butter, let it cool, stir in the sugar.",
    "browned_reset": "Brown the butter, weigh it again, let it set, cream it with the sugar.",
    "rubbed_in": "Rub the butter into the flour and sugar.",
    "processor": "Run butter, flour and sugar in a processor.",
}


@dataclass(frozen=True, slots=True)
class Written:
    """A file to hand over: its name's ending, media type, text, and what it leaves out in words."""

    ending: str
    media: str
    text: str
    dropped: tuple[str, ...]


def write(kind: str, file: FormulaFile) -> Written:
    """A dough in one of ``KINDS``. Raises KeyError for another."""
    return {"formula": _formula, "recipe": _recipe, "table": _table, "markdown": _markdown}[kind](file)


def _formula(file: FormulaFile) -> Written:
    text = json.dumps(write_formula(file), ensure_ascii=False, indent=2)
    return Written("tarte.json", "application/json", text, ("versions and bakes",))


def amount_text(line: Line) -> str:
    """“300 to 340 g”, “250 g” or “an unknown amount of”."""
    if line.range_g:
        return f"{line.range_g[0]:g} to {line.range_g[1]:g} g"
    return f"{line.grams:g} g" if line.grams is not None else "an unknown amount of"


def _recipe(file: FormulaFile) -> Written:
    lines, p = file.draft.formula.lines, file.draft.process
    dough = composition(file.draft.formula).dough.value
    count = pieces(dough, p.portion_g, p.bowl_loss_pct)[0] if dough is not None and p.portion_g else None
    document = recipe_document(
        RecipeSaid(
            file.name, [f"{amount_text(x)} {x.ingredient.name}" for x in lines], steps(p), description=file.note,
            pieces=count, portion_g=p.portion_g, minutes=p.minutes,
        )
    )  # fmt: skip
    dropped = ["the target", "baker's percentages", "which step a line goes in", "everything of the process but oven, "
               "minutes and portion", "versions and bakes"]  # fmt: skip
    return Written(
        "recipe.json", "application/ld+json", json.dumps(document, ensure_ascii=False, indent=2), tuple(dropped)
    )


class _Rows:
    """What csv writes to, kept in memory: the core touches no streams."""

    def __init__(self) -> None:
        self.parts: list[str] = []

    def write(self, text: str) -> int:
        self.parts.append(text)
        return len(text)


def _table(file: FormulaFile) -> Written:
    out = _Rows()
    sheet = csv.writer(out, lineterminator="\n")
    sheet.writerow(["ingredient_id", "ingredient", "grams", "bakers_percent", "step", "low_g", "high_g"])
    for x in file.draft.formula.lines:
        percent = line_percent(file.draft.formula, x)
        low, high = x.range_g or ("", "")
        sheet.writerow(
            [
                x.ingredient_id, defused(x.ingredient.name), "" if x.grams is None else f"{x.grams:g}",
                "" if percent is None else f"{percent:.2f}", str(x.step), low, high,
            ]
        )  # fmt: skip
    return Written(
        "csv", "text/csv", UTF8 + "".join(out.parts), ("the name", "the process", "the target", "versions and bakes")
    )


def _markdown(file: FormulaFile) -> Written:
    rows = ["| | g | % of flour | when |", "|---|---:|---:|---|"]
    for x in file.draft.formula.lines:
        percent = line_percent(file.draft.formula, x)
        weight = amount_text(x).removesuffix(" g") if x.grams is not None else "?"
        rows.append(f"| {x.ingredient.name} | {weight} | {'' if percent is None else f'{percent:.1f}'} | {x.step} |")
    words = [f"# {file.name}", "", *rows, "", *(f"{n}. {t}" for n, t in enumerate(steps(file.draft.process), 1))]
    words += ["", file.note] if file.note else []
    held = allergens_of(x.ingredient for x in file.draft.formula.lines)
    words += ["", f"Allergens: {', '.join(held) or 'none by the table'}. {LABELS_DECIDE}"]
    words += ["", "Raw flour and egg can carry harmful bacteria: don't taste the raw dough."]
    dropped = ("the target", "exact ingredient ids (names are read back)", "versions and bakes")
    return Written("md", "text/markdown", "\n".join(words) + "\n", dropped)


PLACE_WORDS = {"counter": "on the counter", "fridge": "in the fridge", "freezer": "in the freezer"}


def steps(p: Process) -> Sequence[str]:
    """The process in a few sentences with its figures; what is not said is left out."""
    found = [METHOD_WORDS[str(p.method)]]
    if p.butter_temp_c is not None:
        found.append(f"Butter at {p.butter_temp_c:g} °C when it is mixed.")
    if p.cream_minutes is not None:
        found.append(f"Cream it for {p.cream_minutes:g} minutes.")
    if p.dough_temp_c is not None:
        found.append(f"The mixed dough should be at {p.dough_temp_c:g} °C.")
    if p.rest_h:
        found.append(f"Rest it {p.rest_h:g} h {PLACE_WORDS[str(p.rest_place)]}.")
    if p.portion_g is not None:
        found.append(f"Shape {p.portion_g:g} g portions, as {p.shape}.")
    if p.chill_h:
        found.append(f"Chill the pieces {p.chill_h:g} h {PLACE_WORDS[str(p.chill_place)]}.")
    if p.oven_c is not None:
        fan = " fan" if p.fan else ""
        minutes = f" for {p.minutes:g} minutes" if p.minutes else ""
        found.append(f"Bake at {p.oven_c:g} °C{fan} ({p.oven_c * 1.8 + 32:.0f} °F){minutes}.")
    return found
