"""What a cook who pulls by eye sees, smells and feels at the minutes of the window.

Words for states the forecast has: shade of rim and middle against the raw dough, how wet and how set the middle is, how
much has browned. Where the words change are judgement (L); they describe, they do not measure.
"""

from __future__ import annotations

import math

import numpy as np

from dough.bake.batch import COLUMN, Baked
from dough.bake.contract import Look, Window
from dough.bake.makeup import DARK_DOUGH_L
from dough.bake.outputs import Array


def looks(b: Baked, i: int, window: Window) -> tuple[Look, ...]:
    """Looks at the first good, the best and the last good minute of bake i, which was baked past all of them."""
    told = (("first", window.earliest_min), ("best", window.best_min), ("last", window.latest_min))
    return tuple(_look(b, i, which, minute) for which, minute in told if minute is not None)


def _look(b: Baked, i: int, which: str, minute: float) -> Look:
    t = b.column("t")[i, : b.steps_bake + 1] / 60.0
    j = int(np.argmin(np.abs(t - minute)))
    row, c = b.series[i, j], b.cases[i]

    def at(name: str) -> float:
        return float(row[COLUMN[name]])

    def fallen(name: str) -> float:
        return (c.raw_l - b.darkest) * (1.0 - math.exp(-at(name)))

    rim, middle = fallen("edge_top_b"), fallen("centre_top_b")
    wet = 100.0 * at("w_centre") / (at("w_centre") + c.x_dry - c.x_inc)
    return Look(
        which, minute, _rim(c.raw_l, rim), _middle(at("set_centre"), wet, middle), _smell(rim), _touch(row, wet)
    )


def _rim(raw_l: float, fallen: float) -> str:
    if raw_l < DARK_DOUGH_L:
        return "dry and dull to a finger's width in" if fallen > 2.0 else "dull at the very edge"
    for most, words in (
        (3.0, "pale, only just dry"), (8.0, "a first blond line"), (14.0, "golden at the edge"),
        (22.0, "gold to brown a finger's width in"), (32.0, "brown"),
    ):  # fmt: skip
        if fallen < most:
            return words
    return "dark brown: it tastes bitter soon"


def _middle(is_set: float, wet: float, fallen: float) -> str:
    if is_set < 0.3:
        return "puffed, still wet and shiny"
    if is_set < 0.8:
        return "dull at last, with a damp spot in the middle"
    if wet > 9.0:
        return "dull all over, springs back slowly"
    return "dull and dry" if fallen < 6.0 else "coloured all over"


def _smell(fallen: float) -> str:
    for most, words in (
        (4.0, "warm butter and dough"),
        (12.0, "butter and the first toast"),
        (24.0, "toast and caramel"),
    ):
        if fallen < most:
            return words
    return "dark caramel, close to burnt"


def _touch(row: Array, wet: float) -> str:
    edge, middle = float(row[COLUMN["set_edge"]]), float(row[COLUMN["set_centre"]])
    if edge < 0.8:
        return "the edge dents: too soft to lift"
    if middle < 0.3:
        return "edge firm, the middle gives like custard"
    if middle < 0.8 or wet > 9.0:
        return "edge firm, a dent in the middle stays"
    return "firm to the middle while hot; it crisps as it cools" if wet < 6.0 else "firm, gives a little in the middle"
