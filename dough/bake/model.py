"""The bake model behind one function: a case in, a forecast out.

docs/model.md explains every relation, what it rests on and where it ends.
"""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np

from dough.bake.age import Eaten, aged
from dough.bake.batch import COLUMN, Baked, bake
from dough.bake.contract import BakeCase, Estimate, Forecast, Frame
from dough.bake.geometry import OUTSIDE
from dough.bake.inputs import BakeInputs
from dough.bake.intake import NoCase, bake_inputs
from dough.bake.makeup import DARK_DOUGH_L, PALE_L
from dough.bake.outputs import Array, endings
from dough.bake.taught import Taught, spread_of, with_own
from dough.facts.errors import EntryErrors
from dough.facts.quantities import keys_of, quantities

METHOD_WORDS = "Bake model, general parameters"
TAUGHT_WORDS = "Bake model, learned from this kitchen's bakes"
Points = tuple[tuple[float, float], ...]
#: What six shifts of a kitchen do where nobody has worked it out.
NO_MOVES = np.zeros(6)
#: Half width of an 80 % interval in sd.
Z80 = 1.2816
ATTRIBUTES = keys_of("target")
#: Points on half a section.
SECTION_POINTS = 15


def forecast(case: BakeCase) -> Forecast:
    """The point forecast of a case. Raises EntryErrors where an input is out of the model's range."""
    return forecasts([case])[0]


def forecasts(cases: list[BakeCase], *, bare: bool = False) -> list[Forecast]:
    """Point forecasts of many cases in one batch; bare ones have values without ranges and no side view: what a
    search of many compares them by."""
    inputs = [bake_inputs(c) for c in cases]
    baked = bake(inputs, learned=[c.taught.learned for c in cases])
    ends = end_values(baked, [c.taught for c in cases], [c.eaten for c in cases])
    told = _bare if bare else _one
    return [told(case, inputs[i], baked, {k: float(v[i]) for k, v in ends.items()}, i) for i, case in enumerate(cases)]


def forecast_or_reason(case: BakeCase | NoCase) -> Forecast | NoCase:
    """The forecast, or in words why there is none: nothing to bake, or beyond what the model knows."""
    if isinstance(case, NoCase):
        return case
    try:
        return forecast(case)
    except EntryErrors as errors:
        return NoCase("No forecast: " + " ".join(e.message for e in errors.items))


def end_values(b: Baked, taught: list[Taught], eaten: list[Eaten] | None = None) -> dict[str, Array]:
    """All end values of every bake, crust and what the doughs have said of themselves among them, at the hour each
    is eaten (fresh where nothing is said)."""
    ends = with_crust(b, endings(b))
    return with_own(ends if eaten is None else aged(b, ends, eaten), taught)


def one_of(b: Baked, i: int) -> Baked:
    """One bake of a batch, as a batch of its own."""
    return Baked((b.inputs[i],), (b.cases[i],), b.series[i : i + 1], b.steps_bake, b.parameters)


def with_crust(b: Baked, ends: dict[str, Array]) -> dict[str, Array]:
    """The end values with crust_l: L* over the whole top, rings weighted by their area; and browned_l, what it would be
    had the dough been pale: how far it has browned where colour cannot tell."""
    k = b.column("fullness")[:, b.steps_bake]
    inner, outer = OUTSIDE[0] ** k, OUTSIDE[1] ** k
    middle_ring = b.darkest + (b.of("raw_l") - b.darkest) * np.exp(-b.column("middle_top_b")[:, b.steps_bake])
    crust = (1.0 - inner) * ends["l_middle"] + (inner - outer) * middle_ring + outer * ends["l_rim"]
    share = np.clip((crust - b.darkest) / np.maximum(b.of("raw_l") - b.darkest, 1e-9), 0.0, 1.0)
    return {**ends, "crust_l": crust, "browned_l": b.darkest + (PALE_L - b.darkest) * share}


def _one(case: BakeCase, x: BakeInputs, b: Baked, ends: dict[str, float], i: int) -> Forecast:
    return replace(
        _bare(case, x, b, ends, i),
        estimates={key: rough_estimate(key, ends[key], case.taught) for key in ATTRIBUTES},
        profile=sized(mirrored(section(b, i, -1)), case.taught),
    )


def _bare(case: BakeCase, x: BakeInputs, b: Baked, ends: dict[str, float], i: int) -> Forecast:
    return Forecast(
        method="bake_model",
        method_words=TAUGHT_WORDS if case.taught.bakes else METHOD_WORDS,
        reference="this dough in this oven",
        estimates={key: Estimate(ends[key]) for key in ATTRIBUTES},
        profile=(),
        crust_l={"rim": ends["l_rim"], "middle": ends["l_middle"], "base": ends["l_base"]},
        warnings=warnings(x, b, i) + mostly_meal(case),
        ends=ends,
        raw_l=x.raw_l,
    )


def rough_estimate(key: str, value: float, taught: Taught) -> Estimate:
    """A value with its model error alone (80 %), until the detail adds what is not known of the kitchen."""
    return range_of(key, value, NO_MOVES, taught)


def range_of(key: str, value: float, moves: Array, taught: Taught) -> Estimate:
    """A value with the 80 % range of the next bake's mean; moves as ``dough.bake.taught.spread_of`` wants them."""
    half = Z80 * spread_of(key, value, moves, taught)
    return Estimate(value, *held(key, value - half, value + half))


def sized(profile: Points, taught: Taught, share: float = 1.0) -> Points:
    """A side view with a share of what the dough has said of its own width and height."""
    wide, tall = (math.exp(share * x) for x in taught.own[:2])
    return profile if wide == tall == 1.0 else tuple((round(x * wide, 2), round(y * tall, 2)) for x, y in profile)


def held(key: str, low: float, high: float) -> tuple[float, float]:
    """Ends of an interval kept where the value can be: scores and L* 0 to 100, sizes above zero."""
    most = quantities()[key].most if key in quantities() else None
    return max(low, 0.0), high if most is None else min(high, most)


def section(b: Baked, i: int, step: int) -> tuple[tuple[float, float], ...]:
    """Half of the side view at a step, (mm from the middle, mm of height): h₀ (1 − s)^(1/k − 1)."""
    row = b.series[i, step]
    radius, h0, k = 1000.0 * row[COLUMN["radius"]], 1000.0 * row[COLUMN["h0"]], row[COLUMN["fullness"]]
    x = 1.0 - (1.0 - np.linspace(0.0, 1.0, SECTION_POINTS)) ** 2
    y = h0 * np.maximum(1.0 - x * x, 0.0) ** (1.0 / k - 1.0) if k < 0.9999 else np.full_like(x, h0)
    return tuple((round(float(a * radius), 2), round(float(h), 2)) for a, h in zip(x, y, strict=True))


def mirrored(half: tuple[tuple[float, float], ...]) -> tuple[tuple[float, float], ...]:
    """A whole side view from its right half, left rim to right rim."""
    return (*((-x, y) for x, y in reversed(half[1:])), *half)


def frames(b: Baked, i: int, taught: Taught, count: int = 60) -> tuple[Frame, ...]:
    """The bake as moments to scrub through: count steps of bake and cooling, the pull among them."""
    last = b.series.shape[1] - 1
    stride = max(1, round(b.steps_bake / (0.7 * count)))
    steps = sorted({*range(0, b.steps_bake, stride), b.steps_bake, *range(b.steps_bake, last + 1, 2), last})
    return tuple(_frame(b, i, j, taught) for j in steps)


def _frame(b: Baked, i: int, j: int, taught: Taught) -> Frame:
    row, c = b.series[i, j], b.cases[i]
    # What the dough has said of itself shows as it bakes: nothing yet at the door, all of it at the pull.
    share = min(j / b.steps_bake, 1.0)
    wide, tall = (math.exp(share * x) for x in taught.own[:2])

    def at(name: str) -> float:
        return float(row[COLUMN[name]])

    def wet(name: str) -> float:
        return 100.0 * at(name) / (at(name) + c.x_dry)

    def shade(name: str) -> float:
        return float(b.darkest + (c.raw_l - b.darkest) * np.exp(-at(name))) + share * taught.own[3]

    return Frame(
        minutes=at("t") / 60.0,
        core_c=at("core"),
        rim_c=at("rim_c"),
        base_c=at("bottom"),
        diameter_mm=2000.0 * at("radius") * wide,
        height_mm=1000.0 * c.mass * at("volume") / (math.pi * at("radius") ** 2) * tall,
        moisture_pct=wet("w"),
        moisture_rim_pct=wet("w_edge"),
        moisture_middle_pct=wet("w_centre"),
        set_rim=at("set_edge"),
        set_middle=at("set_centre"),
        l_rim=shade("edge_top_b"),
        l_middle=shade("centre_top_b"),
        l_base=shade("centre_bottom_b"),
        section=sized(section(b, i, j), taught, share),
    )


#: Share of ground nuts, oats and the like beyond which little is known of a dough.
MUCH_MEAL = 0.5


def mostly_meal(case: BakeCase) -> tuple[str, ...]:
    """A dough that something other than flour carries."""
    if case.makeup.meal_share <= MUCH_MEAL:
        return ()
    return ("Ground nuts, oats or cocoa carry this dough instead of flour: sizes are far less sure here.",)


def warnings(x: BakeInputs, b: Baked, i: int) -> tuple[str, ...]:
    """Where this dough leaves what the model was tried on."""
    c = b.cases[i]
    found: list[str] = []
    if x.egg_white_g + x.egg_yolk_g == 0.0 and c.x_sug > 3.0 * c.x_w:
        found.append("Much sugar, little water, no egg: size and colour are less sure here.")
    if x.portion_g > 200.0 and c.flat < 0.5:
        found.append("Pieces over 200 g are beyond what the model was tried on.")
    if x.inclusion_share > 0.45:
        found.append("Almost half of this is fold-ins: it may fall apart, which the model can't see.")
    if x.raw_l < DARK_DOUGH_L:
        found.append("A dark dough: judge by time and rim, colour tells little.")
    if not 140.0 <= x.oven_c + x.offset_k <= 235.0:
        found.append("Outside 140 to 235 °C the forecast was never checked against bakes.")
    return tuple(found)
