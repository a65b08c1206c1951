"""Trends: what a change is known to do, as a direction and an expected size.

The base is the drop cookie with fold-ins unless another is named. Sizes are our own judgement of what
practice and test bakes report; directions are firmer than sizes.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal

from dough.accounts.formula import Shape
from dough.bake.inputs import BakeInputs
from evidence import recipes as r

Direction = Literal["up", "down", "small"]


@dataclass(frozen=True)
class Trend:
    """variant against base on one output: as a ratio or a difference, expected within low and high."""

    what: str
    base: BakeInputs
    variant: BakeInputs
    output: str
    kind: Literal["ratio", "difference"]
    direction: Direction
    low: float
    high: float
    fitted: bool = True

    def value(self, base: float, variant: float) -> float:
        return variant / base if self.kind == "ratio" else variant - base

    def direction_holds(self, value: float) -> bool:
        if self.direction == "small":
            return self.low <= value <= self.high
        still = 1.0 if self.kind == "ratio" else 0.0
        return value > still if self.direction == "up" else value < still


def _ch(x: BakeInputs, **changes: Any) -> BakeInputs:
    return replace(x, **changes)


def _times(x: BakeInputs, factor: float, *names: str) -> BakeInputs:
    return replace(x, **{n: getattr(x, n) * factor for n in names})


D, T, S5 = r.DROP, r.THICK, r.SNAP50
_SUGAR = ("sucrose_g", "reducing_g", "other_g", "acid_meq")
_BUTTER = ("fat_g", "milk_solids_g")
_EGG = ("egg_white_g", "egg_yolk_g")
_SHORT = {"solid_max": 0.38, "solid_mid_c": 27.0, "solid_width_k": 9.0}
EGG_WATER = 26 * (0.65 * 0.88 + 0.35 * 0.52)


def _butter(x: BakeInputs, factor: float) -> BakeInputs:
    more = (factor - 1.0) * x.fat_g / 0.81
    return _ch(_times(x, factor, *_BUTTER), water_g=x.water_g + 0.165 * more)


def _white_for_brown() -> BakeInputs:
    return r.recipe(
        white=85, butter=72, egg=26, salt_g=1.2, soda_g=0.9, inclusion_share=0.22, overrun=0.14, raw_l=80,
        sugar_um=400, portion_g=38, oven_c=177, minutes=11,
    )  # fmt: skip


def _brown() -> BakeInputs:
    # Brown sugar creams to about nine tenths of the air (creaming tests, M).
    return r.recipe(
        brown=85, butter=72, egg=26, salt_g=1.2, soda_g=0.9, inclusion_share=0.22, overrun=0.126, raw_l=74,
        sugar_um=400, portion_g=38, oven_c=177, minutes=11,
    )  # fmt: skip


def _all() -> list[Trend]:
    no_egg = _ch(D, egg_white_g=0.0, egg_yolk_g=0.0, water_g=D.water_g + EGG_WATER)
    no_soda = _ch(D, soda_g=0.0)
    powder = _ch(D, soda_g=0.0, powder_g=3.2)
    syrup = _ch(D, sucrose_g=D.sucrose_g - 10.0, reducing_g=D.reducing_g + 10.0)
    rows: list[tuple[Any, ...]] = [
        ("warmer dough 25 for 20 °C: width", D, _ch(D, dough_temp_c=25), "diameter_mm", "ratio", "up", 1.003, 1.07),
        ("dough 14 for 20 °C: width", D, _ch(D, dough_temp_c=14), "diameter_mm", "ratio", "down", 0.93, 0.997),
        ("chilled 4 for 20 °C: width", D, _ch(D, dough_temp_c=4), "diameter_mm", "ratio", "down", 0.86, 0.97),
        ("chilled 4 for 20 °C: sets later, min", D, _ch(D, dough_temp_c=4), "set_min", "difference", "up", 0.2, 2.0),
        ("melted butter: width", D, _ch(D, crystal=0.3, overrun=0.05), "diameter_mm", "ratio", "up", 1.015, 1.13),
        ("oil for butter: width", D, _ch(D, solid_max=0.0), "diameter_mm", "ratio", "up", 1.0, 1.2, False),
        ("shortening for butter: width", D, _ch(D, **_SHORT), "diameter_mm", "ratio", "down", 0.85, 0.995, False),
        ("sugar +25 %: width", D, _times(D, 1.25, *_SUGAR), "diameter_mm", "ratio", "up", 1.015, 1.12),
        ("sugar −25 %: width", D, _times(D, 0.75, *_SUGAR), "diameter_mm", "ratio", "down", 0.87, 0.985),
        ("sugar of 120 for 400 µm: width", D, _ch(D, sugar_um=120), "diameter_mm", "ratio", "up", 1.004, 1.07),
        ("sugar-snap, fine for coarse: width", _ch(S5, sugar_um=500), _ch(S5, sugar_um=120), "diameter_mm", "ratio",
         "up", 1.02, 1.15),
        ("fat +25 %: width", D, _butter(D, 1.25), "diameter_mm", "ratio", "up", 1.01, 1.12),
        ("fat −25 %: width", D, _butter(D, 0.75), "diameter_mm", "ratio", "down", 0.87, 0.99),
        ("water +7: width", D, _ch(D, water_g=D.water_g + 7), "diameter_mm", "ratio", "up", 1.004, 1.09),
        ("water −7: width", D, _ch(D, water_g=D.water_g - 7), "diameter_mm", "ratio", "down", 0.9, 0.998),
        ("egg +70 %: cakiness", D, _times(D, 1.7, *_EGG), "crumb_cakey", "difference", "up", 1, 25),
        ("egg +70 %: width", D, _times(D, 1.7, *_EGG), "diameter_mm", "ratio", "small", 0.92, 1.06),
        ("egg for its water: sets earlier, min", no_egg, D, "set_min", "difference", "down", -3, -0.05),
        ("egg for its water: width", no_egg, D, "diameter_mm", "ratio", "down", 0.85, 1.0),
        ("egg for its water: cakiness", no_egg, D, "crumb_cakey", "difference", "up", 0.5, 40, False),
        ("flour +12 %: width", D, _times(D, 1.12, "flour_g"), "diameter_mm", "ratio", "down", 0.9, 0.985),
        ("flour −10 %: width", D, _times(D, 0.9, "flour_g"), "diameter_mm", "ratio", "up", 1.01, 1.09),
        ("protein 13 for 10.5 %: width", D, _ch(D, flour_protein=0.13), "diameter_mm", "ratio", "down", 0.9, 0.985),
        ("sugar-snap, protein 12 for 9 %: width", S5, _ch(S5, flour_protein=0.12), "diameter_mm", "ratio", "down",
         0.84, 0.96),
        ("brown for white sugar: width", _white_for_brown(), _brown(), "diameter_mm", "ratio", "down", 0.94, 0.999),
        ("brown for white: middle moisture", _white_for_brown(), _brown(), "moisture_middle_pct", "difference", "up",
         0.05, 1.5),
        ("brown for white: rim L*", _white_for_brown(), _brown(), "l_rim", "difference", "down", -14, -2),
        ("soda 0.9 for none: width", no_soda, D, "diameter_mm", "ratio", "up", 1.01, 1.12),
        ("soda 0.9 for none: rim L*", no_soda, D, "l_rim", "difference", "down", -12, -1.5),
        ("powder for soda: height", D, powder, "height_middle_mm", "ratio", "up", 1.02, 1.35),
        ("powder for soda: width", D, powder, "diameter_mm", "ratio", "down", 0.88, 0.995),
        ("acid added: width", D, _ch(D, acid_meq=D.acid_meq + 9), "diameter_mm", "ratio", "down", 0.9, 1.0, False),
        ("rest 24 h at 20 °C: width", D, _ch(D, rest_h=24), "diameter_mm", "ratio", "down", 0.91, 0.99),
        ("rest 24 h: rim L*", D, _ch(D, rest_h=24), "l_rim", "difference", "down", -6, -0.7),
        ("fan at the same number: rim L*", D, _ch(D, fan=1), "l_rim", "difference", "down", -16, -3),
        ("fan at 20 °C less: core °C", D, _ch(D, fan=1, oven_c=157), "core_c", "difference", "small", -6, 6),
        ("dark pan: base L*", D, _ch(D, tray_conductance=1.4), "l_base", "difference", "down", -14, -2),
        ("insulated pan: minutes to 90 °C", D, _ch(D, tray_conductance=0.5), "core90_min", "ratio", "up", 1.18, 1.38),
        ("double portion: minutes to 90 °C", D, _ch(D, portion_g=76), "core90_min", "ratio", "up", 1.28, 1.62),
        ("thick, 140 for 70 g: minutes to 75 °C", _ch(T, portion_g=70), T, "core75_min", "ratio", "up", 1.28, 1.62),
        ("half portion: minutes to 90 °C", D, _ch(D, portion_g=19), "core90_min", "ratio", "down", 0.6, 0.8, False),
        ("fan: minutes to 90 °C", D, _ch(D, fan=1), "core90_min", "ratio", "down", 0.7, 0.92, False),
        ("bang at 8 min: width", D, _ch(D, bang_minute=8, bang=1), "diameter_mm", "ratio", "up", 1.008, 1.1),
        ("bang at 8 min: height", D, _ch(D, bang_minute=8, bang=1), "height_middle_mm", "ratio", "down", 0.75, 0.97),
        ("bake +3 min: moisture", D, _ch(D, minutes=14), "moisture_whole_pct", "difference", "down", -3.5, -0.8),
        ("bake +3 min: rim L*", D, _ch(D, minutes=14), "l_rim", "difference", "down", -16, -4),
        ("bake −2 min: middle softness", D, _ch(D, minutes=9), "middle_soft", "difference", "up", 1, 40, False),
        ("oven +15 °C: width", D, _ch(D, oven_c=192), "diameter_mm", "ratio", "small", 0.93, 1.015, False),
        ("oven +15 °C: rim L*", D, _ch(D, oven_c=192), "l_rim", "difference", "down", -18, -3, False),
        ("oven −15 °C: sets later, min", D, _ch(D, oven_c=162), "set_min", "difference", "up", 0.1, 2.5, False),
        ("fold-ins 22 % for none: width", r.PLAIN, D, "diameter_mm", "ratio", "down", 0.82, 0.99, False),
        ("fold-ins 38 for 22 %: width", D, _ch(D, inclusion_share=0.38), "diameter_mm", "ratio", "down", 0.78, 0.99,
         False),
        ("air 0.30 for 0.04: height", _ch(D, overrun=0.04), _ch(D, overrun=0.3), "height_middle_mm", "ratio", "up",
         1.02, 1.4),
        ("yolks for whites: tenderness", _ch(D, egg_white_g=26, egg_yolk_g=0), _ch(D, egg_white_g=0, egg_yolk_g=26),
         "tender", "difference", "up", 1, 60, False),
        ("10 mm puck for a ball: width", D, _ch(D, shape=Shape.PUCK, start_thickness_mm=10), "diameter_mm", "ratio",
         "up", 1.0, 1.3, False),
        ("starch for flour (protein 9.3 %): width", D, _ch(D, flour_protein=0.093), "diameter_mm", "ratio", "up",
         1.002, 1.06, False),
        ("invert for part of the sugar: middle moisture", D, syrup, "moisture_middle_pct", "difference", "up", 0.02, 3,
         False),
        ("invert for part of the sugar: rim L*", D, syrup, "l_rim", "difference", "down", -15, -0.5, False),
        ("thick, frozen: width", T, _ch(T, dough_temp_c=-15), "diameter_mm", "ratio", "down", 0.75, 0.98, False),
    ]  # fmt: skip
    return [Trend(*row) for row in rows]


def trends() -> list[Trend]:
    """All trends in order."""
    return _all()
