"""The fifteen styles at their typical formula and bake, against what such cookies typically come to."""

from __future__ import annotations

from dataclasses import dataclass

from dough.bake.inputs import BakeInputs
from dough.bake.intake import Kit, NoCase, bake_case, bake_inputs
from dough.bake.wished import MISS_POINTS, MISS_SHARE
from dough.draft.start import from_style_formula
from dough.facts.styles import Style, styles


@dataclass(frozen=True)
class Typical:
    """One end value of one style: where a typical cookie of the style lies."""

    style: str
    output: str
    low: float
    high: float


def style_inputs() -> dict[str, BakeInputs]:
    """Bake inputs of every style's typical formula and process."""
    found = {}
    for style in styles().values():
        case = bake_case(from_style_formula(style)[0], style, Kit())
        if not isinstance(case, NoCase):
            found[style.id] = bake_inputs(case)
    return found


def typicals() -> list[Typical]:
    """Width, mean height, crumb moisture and crust of every style, with the slack its figures have."""
    return [row for style in styles().values() for row in _rows(style)]


def _rows(style: Style) -> list[Typical]:
    tall, moist = style.height_mm, style.crumb_moisture_pct
    miss = MISS_POINTS + MISS_SHARE * moist
    rows = [
        # The typical formula lies in the middle half of what the style's cookies span.
        Typical(style.id, "height_mm", (tall.low + tall.typical) / 2.0, (tall.typical + tall.high) / 2.0),
        Typical(style.id, "matrix_whole_pct", moist - miss, moist + miss),
    ]
    if style.diameter_mm is not None:
        rows.append(Typical(style.id, "diameter_mm", 0.95 * style.diameter_mm, 1.05 * style.diameter_mm))
    if style.cut_growth is not None:
        low, high = style.cut_growth
        rows.append(Typical(style.id, "growth", low - 0.02, high + 0.02))
    if style.crust_l is not None:
        rows.append(Typical(style.id, "crust_l", style.crust_l - 4.0, style.crust_l + 4.0))
    return rows
