"""What minutes in the oven can move, and where the wanted cookie wants it: one scale with the scores.

No limit hangs on the name of a style: what is not wanted by the cook comes from the style's typical cookie, as figures.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.bake.intake import Kit, NoCase, bake_case, bake_inputs
from dough.bake.makeup import DARK_DOUGH_L
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.quantities import quantity
from dough.facts.styles import Style

#: Points of moisture of the cooled crumb (fold-ins left out) that a point of softness and of cakiness ask for: least
#: squares through the typical cookies of the fifteen styles, off by 0.6 points at the root of the mean square (M).
PER_SOFT, PER_CAKEY = 0.066, 0.082
#: And that a point more water in the raw dough leaves in it: a baker pulls by set and shade, so a wetter dough stays
#: wetter. By the same line through the styles once the dough's water is let in (0.5 points off, L).
PER_WATER = 0.24
#: Driest crumb that is asked for, %.
DRIEST = 1.0
MOISTURE = "matrix_whole_pct"
#: A clear miss in moisture: so many points and a share of what is wanted; a dry cookie forgives less (judgement, M).
MISS_POINTS, MISS_SHARE = 0.3, 0.15
#: How much each measure weighs when the best minute is looked for: dryness and shade are what a baker goes by; the
#: scores follow from dryness and have no taster behind them (judgement).
WEIGHTS = {
    MOISTURE: 1.0,
    "crust_l": 0.6,
    "rim_crisp": 0.15,
    "middle_soft": 0.15,
    "bite_chewy": 0.05,
    "crumb_cakey": 0.05,
}
#: How far a dark dough has browned, as the shade a pale one would have: it cannot be seen, but tasted.
BROWNED, WEIGHT_BROWNED, USUAL_CRUST_L = "browned_l", 0.3, 62.0


@dataclass(frozen=True, slots=True)
class Measure:
    """One measure: its end value, what is wanted of it, a clear miss, and how much it weighs."""

    key: str
    wanted: float
    step: float
    weight: float


def moisture_wanted(soft: float, cakey: float, style: Style, water_pct: float) -> float:
    """Moisture of the cooled crumb for a softness and a cakiness (0 to 100), %: that of the style's typical cookie,
    moved by how far these scores, and the raw dough's water, are from its own."""
    apart = PER_SOFT * (soft - style.middle_soft) + PER_CAKEY * (cakey - style.crumb_cakey)
    apart += PER_WATER * (water_pct - usual_water_pct(style))
    return max(style.crumb_moisture_pct + apart, DRIEST)


def usual_water_pct(style: Style) -> float:
    """Water of a style's typical dough, fold-ins left out, %."""
    case = bake_case(from_style_formula(style)[0], style, Kit())
    if isinstance(case, NoCase):
        raise ValueError(f"{style.id}: {case.because}")
    return bake_inputs(case).water_pct


def measures(wanted: Cookie, style: Style, raw_l: float, water_pct: float) -> tuple[Measure, ...]:
    """What a bake of this dough is judged by, minute by minute. raw_l is the raw dough's L*, water_pct its water."""
    values = {
        key: getattr(style, key) if getattr(wanted, key) is None else getattr(wanted, key)
        for key in WEIGHTS
        if key != MOISTURE
    }
    moisture = moisture_wanted(values["middle_soft"], values["crumb_cakey"], style, water_pct)
    found = [Measure(MOISTURE, moisture, MISS_POINTS + MISS_SHARE * moisture, WEIGHTS[MOISTURE])]
    if raw_l < DARK_DOUGH_L:
        wanted_l = values["crust_l"] or USUAL_CRUST_L
        pale = wanted_l if wanted_l >= USUAL_CRUST_L - 12.0 else USUAL_CRUST_L
        found.append(Measure(BROWNED, pale, quantity("crust_l").step or 1.0, WEIGHT_BROWNED))
    for key, value in values.items():
        if value is not None and (key != "crust_l" or raw_l >= DARK_DOUGH_L):
            found.append(Measure(key, value, quantity(key).step or 1.0, WEIGHTS[key]))
    return tuple(found)
