"""Thirty formulas from general practice, two of each style, with what an experienced baker expects of them.

    python -m evidence.practice

The table (practice.csv) was written and committed before the model that is judged by it was touched, and no fit
sees it. It is compared with the style table alone (usual width by portion, usual height, usual minutes) and with the
model as it stood before, whose answers are kept in practice_before.csv.
"""

from __future__ import annotations

import csv
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from dough.accounts.formula import USUAL_STEP, Draft, Formula, Line, Liner, Method, Place, Process, Shape, Step
from dough.bake.contract import BakeCase
from dough.bake.detail import detail
from dough.bake.intake import Kit, NoCase, bake_case
from dough.bake.model import forecasts
from dough.draft.target import from_style
from dough.facts.ingredients import ingredient
from dough.facts.styles import Style, styles

HERE = Path(__file__).parent
#: How near counts: share of width and height, minutes.
NEAR_WIDTH, NEAR_HEIGHT, NEAR_MIN = 0.12, 0.20, 1.5


@dataclass(frozen=True)
class Practice:
    """One formula with what is expected: mm, mm (mean height), minutes, L* of the rim; None where nothing is said."""

    ident: str
    what: str
    style: Style
    draft: Draft
    minutes: float
    diameter_mm: float | None
    height_mm: float
    rim_l: float | None
    kind: str

    @property
    def case(self) -> BakeCase:
        found = bake_case(self.draft, self.style, Kit())
        if isinstance(found, NoCase):
            raise ValueError(found.because)
        return found


@dataclass(frozen=True)
class Answer:
    """What somebody or something expects of a formula; None where it says nothing."""

    diameter_mm: float | None
    height_mm: float | None
    best_min: float | None
    rim_l: float | None


def _number(text: str) -> float | None:
    return float(text) if text else None


def _lines(text: str) -> tuple[Line, ...]:
    found = []
    for n, part in enumerate(text.split(", "), 1):
        name, grams = part.rsplit(" ", 1)
        amount, _, step = grams.partition(":")
        usual = USUAL_STEP[ingredient(name).role]
        found.append(
            Line(f"l{n}", name, 3.0 * float(amount), Step(step) if step else usual, amount=3.0 * float(amount))
        )
    return tuple(found)


@cache
def practice() -> tuple[Practice, ...]:
    """All formulas in order; grams are for 300 g of flour or so."""
    with (HERE / "practice.csv").open(encoding="utf-8") as handle:
        return tuple(_practice(r) for r in csv.DictReader(handle))


def _practice(r: dict[str, str]) -> Practice:
    process = Process(
        method=Method(r["method"]), dough_temp_c=float(r["dough_c"]), rest_h=float(r["rest_h"]),
        rest_place=Place(r["place"]), portion_g=float(r["portion_g"]), shape=Shape(r["shape"]),
        start_thickness_mm=_number(r["start_mm"]), start_diameter_mm=_number(r["cut_mm"]), oven_c=float(r["oven_c"]),
        minutes=float(r["minutes"]), fan=bool(r["fan"]), liner=Liner.PAPER,
    )  # fmt: skip
    return Practice(
        r["id"], r["what"], styles()[r["style"]], Draft(Formula(_lines(r["formula"])), process), float(r["minutes"]),
        _number(r["diameter_mm"]), float(r["height_mm"]), _number(r["rim_l"]), r["kind"],
    )  # fmt: skip


def by_style(row: Practice) -> Answer:
    """What the style table alone says: usual width for the portion (or cut size), height and minutes."""
    style = row.style
    wide: float | None = None
    if style.k_cm is not None:
        wide = 10.0 * style.k_cm.typical * (row.draft.process.portion_g or 0.0) ** (1.0 / 3.0)
    elif style.cut_growth is not None and row.diameter_mm is not None:
        start = forecasts([row.case])[0].ends
        wide = start["diameter_mm"] / start["growth"] * sum(style.cut_growth) / 2.0
    return Answer(wide, style.height_mm.typical, style.minutes.typical, style.crust_l)


def by_model(row: Practice) -> Answer:
    """What the forecast says at the stated minutes, and its best minute for the style's typical cookie."""
    ends = forecasts([row.case])[0].ends
    found = detail(row.case, from_style(row.style).cookie).window
    wide = ends["diameter_mm"] if row.diameter_mm is not None else None
    return Answer(wide, ends["height_mm"], found.best_min, ends["l_rim"])


def before() -> dict[str, Answer]:
    """What the model said before its structure was mended, by formula."""
    path = HERE / "practice_before.csv"
    with path.open(encoding="utf-8") as handle:
        return {
            r["id"]: Answer(*(_number(r[k]) for k in ("diameter_mm", "height_mm", "best_min", "rim_l")))
            for r in csv.DictReader(handle)
        }


def near(row: Practice, said: Answer) -> tuple[bool | None, bool, bool]:
    """Whether width (None where none is expected), height and best minute are near."""
    wide = None if row.diameter_mm is None else (
        said.diameter_mm is not None and abs(said.diameter_mm / row.diameter_mm - 1.0) <= NEAR_WIDTH
    )  # fmt: skip
    tall = said.height_mm is not None and abs(said.height_mm / row.height_mm - 1.0) <= NEAR_HEIGHT
    timed = said.best_min is not None and abs(said.best_min - row.minutes) <= NEAR_MIN
    return wide, tall, timed


def counts(said: dict[str, Answer]) -> tuple[int, int, int, int]:
    """How many of the formulas are near in width, of how many that expect one, in height, in minute."""
    found = [near(row, said[row.ident]) for row in practice()]
    asked = [w for w, _, _ in found if w is not None]
    return sum(asked), len(asked), sum(t for _, t, _ in found), sum(m for _, _, m in found)


def main() -> None:
    now, then = {row.ident: by_model(row) for row in practice()}, before()
    table = {row.ident: by_style(row) for row in practice()}
    for row in practice():
        a = now[row.ident]
        told = (row.diameter_mm, a.diameter_mm, row.height_mm, a.height_mm, row.minutes, a.best_min, row.rim_l, a.rim_l)
        print(row.ident, f"{row.style.id:10}", *("  none" if v is None else f"{v:6.1f}" for v in told))
    for name, said in (("style table", table), ("before", then), ("now", now)):
        wide, of, tall, timed = counts(said)
        print(f"{name}: width {wide} of {of}, height {tall}, best minute {timed} of {len(practice())}")


if __name__ == "__main__":
    main()
