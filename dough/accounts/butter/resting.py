"""Rest and chill: each purpose has its own minimum, by thickness and place, and there is a time past which
dough is not used.

Source: conduction in a slab of dough (k 0.30 W/mK, ρ 1,150, cp 2,080 J/kgK; H) with still air on both faces and
wrap; minimum times of practice (M); food-safety times as agencies commonly give them (local rules go first).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from dough.accounts.formula import Formula, Place
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role

CONDUCTIVITY, DENSITY, CP = 0.30, 1150.0, 2080.0
H_AIR = {Place.FRIDGE: 8.0, Place.FREEZER: 9.0, Place.COUNTER: 7.0}
AIR_C = {Place.FRIDGE: 4.0, Place.FREEZER: -18.0}
FREEZING_EXTRA = 1.3
#: The core is to be cold within so long when dough is held (agency-type guidance), min.
HOLD_MIN = 120.0
#: Classes of moist and fresh parts that shorten how long a dough keeps, and water from which milk products count, %.
MOIST = ("fresh_fruit", "fruit_puree", "fresh", "jam")
FRESH_WATER = 20.0
#: How much faster a log and a ball cool than a slab as thick: by surface for volume (M).
SHAPES = {"slab": 1.0, "log": 2.0, "ball": 3.0}
#: Purpose: name, core to reach in °C (None: time only), least minutes in the fridge, why.
PURPOSES: dict[str, tuple[str, float | None, float, str]] = {
    "firm": ("firm the fat", 12.0, 0.0, "the middle must be cold, not just the outside"),
    "hydrate": ("let the flour drink", None, 60.0, "an hour at least; a night for rye, oats and wholemeal"),
    "relax": ("relax the gluten", None, 30.0, "after rolling or kneading"),
    "handle": ("make it easy to cut", 7.0, 0.0, "logs slice clean below 8 °C"),
    "hold": ("hold it for another day", 5.0, 0.0, "cold all through within two hours"),
}


@dataclass(frozen=True, slots=True)
class Rest:
    """least_min is the longer of what the core and what the purpose takes; None where the place never gets
    there. use_by_h is the longest it is kept there; curve is (minute, core °C). warning says where holding it like this
    takes longer than is prudent, with the thickness that gets there in time and how long that takes."""

    purpose: str
    name: str
    place: Place
    core_target_c: float | None
    to_core_min: float | None
    least_min: float | None
    why: str
    use_by_h: float
    use_by_words: str
    curve: tuple[tuple[float, float], ...]
    warning: str = ""
    flatter_mm: float | None = None
    flatter_min: float | None = None


def core_c(
    minutes: float, thickness_mm: float, start_c: float, place: Place, room_c: float = 21.0, shape: str = "slab"
) -> float:
    """Core after so long, °C: the first term of the slab's series with its Biot number; shape as in ``SHAPES``."""
    air = AIR_C.get(place, room_c)
    half = thickness_mm / 2000.0
    biot = H_AIR[place] * half / CONDUCTIVITY
    root = _root(biot)
    fourier = CONDUCTIVITY / (DENSITY * CP) * minutes * 60.0 * SHAPES[shape] / half**2
    lead = 4.0 * math.sin(root) / (2.0 * root + math.sin(2.0 * root))
    share = min(lead * math.exp(-(root**2) * fourier), 1.0)
    return air + (start_c - air) * share


def minutes_to_core(
    target_c: float, thickness_mm: float, start_c: float, place: Place, room_c: float, shape: str = "slab"
) -> float | None:
    """When the core passes a temperature, minutes; None when the place is not cold enough.

    Below freezing the water's heat makes it take about a third longer (estimate, L).
    """
    air = AIR_C.get(place, room_c)
    if target_c >= start_c:
        return 0.0
    if target_c <= air:
        return None
    half = thickness_mm / 2000.0
    root = _root(H_AIR[place] * half / CONDUCTIVITY)
    lead = 4.0 * math.sin(root) / (2.0 * root + math.sin(2.0 * root))
    share = (target_c - air) / (start_c - air)
    fourier = max(math.log(lead / share), 0.0) / root**2 / SHAPES[shape]
    minutes = fourier * half**2 * DENSITY * CP / CONDUCTIVITY / 60.0
    return minutes * (FREEZING_EXTRA if target_c < 0 else 1.0)


def plan(
    purpose: str, thickness_mm: float, place: Place, start_c: float, formula: Formula, room_c: float = 21.0,
    shape: str = "slab",
) -> Rest:  # fmt: skip
    """How long for a purpose. Raises EntryError for a purpose, shape, thickness or temperature that makes no sense."""
    if shape not in SHAPES:
        raise EntryError("rest.shape", "Pick slab, log or ball.")
    if purpose not in PURPOSES:
        raise EntryError("rest.purpose", "Pick what the rest is for from the list.")
    if not 2.0 <= thickness_mm <= 150.0:
        raise EntryError("rest.thickness_mm", "Dough is between 2 and 150 mm thick: type the thinnest way through.")
    if not -5.0 <= start_c <= 45.0:
        raise EntryError("rest.start_c", "Dough goes into the cold at -5 to 45 °C. Check the degrees.")
    name, target, least, why = PURPOSES[purpose]
    to_core = None if target is None else minutes_to_core(target, thickness_mm, start_c, place, room_c, shape)
    need: float | None = least
    if target is not None:
        need = None if to_core is None else max(least, to_core)
    use_by, words = use_by_of(formula, place)
    span = max(need or 0.0, 120.0) * 1.3
    curve = tuple(
        (span * n / 40, core_c(span * n / 40, thickness_mm, start_c, place, room_c, shape)) for n in range(41)
    )
    found = Rest(purpose, name, place, target, to_core, need, why, use_by, words, curve)
    return _with_warning(found, thickness_mm, start_c, room_c, shape) if purpose == "hold" else found


def _with_warning(found: Rest, thickness_mm: float, start_c: float, room_c: float, shape: str) -> Rest:
    """To hold it, the core is to be cold within two hours: where it is not, a flatter pack and its time."""
    target = found.core_target_c or 5.0
    took = found.to_core_min
    if found.place is Place.COUNTER:
        return replace(found, warning="The counter never gets it cold: hold dough in the fridge or the freezer.")
    if took is not None and took <= HOLD_MIN:
        return found
    low, high = 2.0, thickness_mm
    for _ in range(40):
        middle = (low + high) / 2.0
        there = minutes_to_core(target, middle, start_c, found.place, room_c, shape)
        low, high = (middle, high) if there is not None and there <= HOLD_MIN else (low, middle)
    flat = math.floor(low)
    minutes = minutes_to_core(target, flat, start_c, found.place, room_c, shape) if flat >= 2 else None
    said = "never" if took is None else f"only after {took / 60.0:.1f} h"
    words = f"The core is cold {said}, not within two hours: bacteria grow in between. "
    words += (
        f"Press it into packs {flat:g} mm thick: they are there in {minutes:.0f} min."
        if minutes is not None and minutes <= HOLD_MIN and flat >= 4
        else "Flatten it as far as you can, or use the freezer first."
    )
    good = minutes is not None and flat >= 4
    return replace(
        found, warning=f"{words} Local food rules go first.", flatter_mm=float(flat) if good else None,
        flatter_min=minutes if good else None,
    )  # fmt: skip


def use_by_of(formula: Formula, place: Place) -> tuple[float, str]:
    """The longest dough is kept at a place, hours, and the words; egg, milk and fruit shorten it (agency-type)."""
    lines = [x for x in formula.lines if x.in_dough and (x.grams is None or x.grams > 0)]
    egg = any(x.role is Role.EGG and x.ingredient.is_("egg_protein") for x in lines)
    dairy = any(x.ingredient.is_("dairy") and x.ingredient.parts.water >= FRESH_WATER for x in lines)
    moist = next((x for x in lines if x.ingredient.is_(*MOIST) and not x.ingredient.is_("plant_milk")), None)
    fresh = next((x for x in lines if x.ingredient.is_("moist", "juice") and x.role is not Role.EGG), None)
    if any(x.ingredient.is_("ammonia") for x in lines):
        return (24.0, "with baker's ammonia: bake within a day") if place is Place.FRIDGE else (4.0, "bake it today")
    if place is Place.COUNTER:
        return 2.0, "two hours out of the cold in all, one above 32 °C; local food rules go first"
    if place is Place.FREEZER:
        return (30 * 24.0, "one to two months") if moist else (75 * 24.0, "two to three months, well wrapped")
    if moist is not None:
        return 48.0, f"two days, with {moist.ingredient.name.lower()} in it"
    if any(x.ingredient.is_("gel", "egg_stand_in") for x in lines):
        return 72.0, "two to three days, with what stands in for egg: it is as moist and as good a home for growth"
    if egg or dairy or fresh is not None:
        named = "egg or milk" if egg or dairy or fresh is None else fresh.ingredient.name.lower()
        return 96.0, f"two to four days, with {named} in it; best within three"
    return 144.0, "five to seven days: nothing moist or fresh in it"


def _root(biot: float) -> float:
    """First root of x·tan x = Bi, by bisection between 0 and π/2."""
    low, high = 1e-9, math.pi / 2 - 1e-9
    for _ in range(60):
        middle = (low + high) / 2
        if middle * math.tan(middle) < biot:
            low = middle
        else:
            high = middle
    return (low + high) / 2
