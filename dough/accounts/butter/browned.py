"""Browned and clarified butter: what boils off, what is left, what to add back, how long it takes to cool.

Source: stoichiometry of drying (H); cooling as one lump with the time constant of its place for 190 g
(data/browned_cooling.csv; ±40 %), in proportion to the mass.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient
from dough.facts.tables import rows

START_C, EGG_BELOW_C, SOFT_SET_C = 130.0, 35.0, 20.0
USUAL_MASS_G = 190.0
HOT_FAT = (
    "Hot butter burns deeper than water: dry spoon, long sleeve, children away. "
    "Never water into it, and egg only below 45 °C."
)
SUPERCOOLS = "It sets 5 to 8 °C lower and coarser than before, for half a day: feel it rather than trust the degrees."


@dataclass(frozen=True, slots=True)
class Browned:
    """Before and after in g; lost is water, and milk solids where it was strained. water_back_g restores the
    water the formula counted on. measured is true where both were weighed."""

    before_g: float
    after_g: float
    water_lost_g: float
    solids_lost_g: float
    water_back_g: float
    more_butter_g: float
    measured: bool
    note: str


def browned(butter: Ingredient, before_g: float, after_g: float | None, *, strained: bool) -> Browned:
    """What browning (or clarifying: strained) leaves. after_g None is estimated from the butter's own water.

    Raises EntryError for weights that can't be: more than before, or less than its fat.
    """
    p = butter.parts
    if before_g <= 0:
        raise EntryError("butter.before_g", "Weigh the butter before it is melted.")
    water = before_g * p.water / 100.0
    solids = before_g * (100.0 - p.water - p.fat) / 100.0
    dry = before_g - water - (solids if strained else 0.0)
    note = "estimated from its water: weigh it to know"
    after = dry if after_g is None else after_g
    if after_g is not None:
        fat = before_g * p.fat / 100.0
        if after_g > before_g:
            raise EntryError("butter.after_g", "It can't weigh more than before. Take the pan off the weight.")
        if after_g < 0.9 * fat:
            raise EntryError(
                "butter.after_g", f"Less than its {fat:.0f} g of fat: some stayed in the pan. Scrape it out."
            )
        over = after_g - dry
        note = (
            f"{over:.0f} g heavier than dry: some water is still in it"
            if over > 0.02 * before_g
            else f"{-over:.0f} g lighter than dry: some fat stayed in the pan"
            if over < -0.02 * before_g
            else "dry, as it should be"
        )
    lost = before_g - after
    solids_lost = min(solids, lost) if strained else 0.0
    water_lost = min(lost - solids_lost, water)
    return Browned(
        before_g,
        after,
        water_lost,
        solids_lost,
        water_lost,
        lost / max(after / before_g, 1e-6),
        after_g is not None,
        note,
    )


@dataclass(frozen=True, slots=True)
class Cooling:
    """A place to cool in: minutes to egg, and to a soft set; None where it does not get there."""

    place: str
    name: str
    to_egg_min: float | None
    to_set_min: float | None


def cooling_min(place_air_c: float, tau_min: float, mass_g: float, from_c: float, to_c: float) -> float | None:
    """Minutes to cool as one lump; None below the air's own temperature."""
    if to_c <= place_air_c:
        return None
    if to_c >= from_c:
        return 0.0
    return tau_min * mass_g / USUAL_MASS_G * math.log((from_c - place_air_c) / (to_c - place_air_c))


def coolings(mass_g: float, from_c: float = START_C, room_c: float = 21.0) -> tuple[Cooling, ...]:
    """Every place, with the room's own temperature for those that stand in it."""
    found = []
    for r in rows("browned_cooling"):
        cold = float(r["air_c"])
        air = room_c if cold > 10 else cold
        tau = float(r["tau_min"])
        found.append(
            Cooling(
                r["place"], r["name"], cooling_min(air, tau, mass_g, from_c, EGG_BELOW_C),
                cooling_min(air, tau, mass_g, from_c, SOFT_SET_C),
            )
        )  # fmt: skip
    return tuple(found)
