"""The texture map: thin to thick against soft to crisp, and words that set a first target.

Where a cookie stands across is judgement made plain: the mean of its rim's crispness and its middle's
dryness. Styles stand on it by their typical cookie and their usual heights.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, fields, replace
from functools import cache

from dough.draft.target import Target, from_style
from dough.facts.cookie import BY_KEY, Cookie
from dough.facts.errors import EntryError
from dough.facts.quantities import quantity
from dough.facts.styles import Style, styles

#: The map's edges: mm of height, on a logarithmic scale.
THIN_MM, THICK_MM = 2.2, 36.0
#: A step of the hand on the map: points across, share of the height up.
STEP_CRISP, STEP_HEIGHT = 2.0, 0.04
#: How near a style must be to speak for a point: points across, and the logarithm of height.
NEAR_ACROSS, NEAR_UP = 14.0, 0.22


@dataclass(frozen=True, slots=True)
class MapPlace:
    """A point on the map: crisp 0 (soft) to 100 (crisp), height in mm."""

    crisp: float
    height_mm: float


#: Where a target begins that is nowhere yet.
MIDDLE = MapPlace(50.0, 10.0)


@dataclass(frozen=True, slots=True)
class Region:
    """A style's place with the heights it usually has and how far it reaches across."""

    style: Style
    place: MapPlace
    height_low: float
    height_high: float
    reach: float


@dataclass(frozen=True, slots=True)
class Meaning:
    """What a word was taken to mean."""

    word: str
    words: str


@dataclass(frozen=True, slots=True)
class Wish:
    """A target from words. unknown words come with the nearest that are known; filled_from is the style
    that the rest was taken from."""

    target: Target
    meanings: tuple[Meaning, ...]
    unknown: tuple[str, ...]
    filled_from: str


def place_of(cookie: Cookie) -> MapPlace | None:
    """Where a cookie stands; None while its height, or both rim and middle, are unknown."""
    if cookie.height_mm is None:
        return None
    known = [
        v
        for v in (cookie.rim_crisp, None if cookie.middle_soft is None else 100.0 - cookie.middle_soft)
        if v is not None
    ]
    if not known:
        return None
    return MapPlace(sum(known) / len(known), cookie.height_mm)


@cache
def regions() -> tuple[Region, ...]:
    """The fifteen styles on the map."""
    found = []
    for s in styles().values():
        place = place_of(from_style(s).cookie)
        assert place is not None  # every style states height, rim and middle
        found.append(Region(s, place, s.height_mm.low, s.height_mm.high, 9.0))
    return tuple(found)


def nudged(target: Target, across: int, up: int) -> Target:
    """The target moved from where it stands, held inside the map: a step is 2 points across and 4 % of the height (at
    least 0.1 mm); one that is nowhere yet begins in the middle."""
    at = place_of(target.cookie) or MIDDLE
    crisp = min(max(at.crisp + STEP_CRISP * across, 0.0), 100.0)
    height = at.height_mm + up * max(STEP_HEIGHT * at.height_mm, 0.1)
    return put_down(target, crisp, round(min(max(height, THIN_MM), THICK_MM), 1))


def put_down(target: Target, crisp: float, height_mm: float) -> Target:
    """Put a target on the map. Height, rim and middle follow; what is not wished for yet comes from the
    styles near by. Raises EntryError off the map."""
    if not (math.isfinite(crisp) and math.isfinite(height_mm)):
        raise EntryError("target.map", "That is not a place on the map.")
    if not 0 <= crisp <= 100 or not THIN_MM <= height_mm <= THICK_MM:
        raise EntryError("target.map", f"The map goes from {THIN_MM:g} to {THICK_MM:g} mm and from soft to crisp.")
    near = _near(crisp, height_mm)
    c = target.cookie
    guess = _blend(near)
    rim = c.rim_crisp if c.rim_crisp is not None else guess.rim_crisp or 50.0
    middle = c.middle_soft if c.middle_soft is not None else guess.middle_soft or 50.0
    rim, middle = _shift(rim, middle, crisp)
    cookie = replace(
        c,
        height_mm=round(height_mm, 1),
        rim_crisp=round(rim),
        middle_soft=round(middle),
        diameter_mm=c.diameter_mm if c.diameter_mm is not None else guess.diameter_mm,
        bite_chewy=c.bite_chewy if c.bite_chewy is not None else guess.bite_chewy,
        crumb_cakey=c.crumb_cakey if c.crumb_cakey is not None else guess.crumb_cakey,
        crust_l=c.crust_l if c.crust_l is not None else guess.crust_l,
    )
    portion = target.portion_g
    if portion is None:
        portion = round(sum(w * s.portion_g.typical for s, w in near))
    return replace(target, cookie=cookie, portion_g=portion, source="put down on the map", style_id=near[0][0].id)


def _shift(rim: float, middle: float, crisp: float) -> tuple[float, float]:
    """Move rim and middle together until they stand at ``crisp``; what one cannot give the other does."""
    for _ in range(16):
        off = crisp - (rim + 100.0 - middle) / 2.0
        rim, middle = min(max(rim + off, 0.0), 100.0), min(max(middle - off, 0.0), 100.0)
    return rim, middle


def _near(crisp: float, height_mm: float) -> list[tuple[Style, float]]:
    """Styles by their weight at a point, nearest first; the weights add to 1."""
    weights = []
    for r in regions():
        across = (crisp - r.place.crisp) / NEAR_ACROSS
        up = (math.log(height_mm) - math.log(r.place.height_mm)) / NEAR_UP
        weights.append((r.style, math.exp(-0.5 * (across**2 + up**2)) + 1e-12))
    total = sum(w for _, w in weights)
    return sorted(((s, w / total) for s, w in weights), key=lambda x: -x[1])


def _blend(near: list[tuple[Style, float]]) -> Cookie:
    values: dict[str, float | None] = {}
    for f in fields(Cookie):
        known = [(getattr(from_style(s).cookie, f.name), w) for s, w in near]
        told = [(v, w) for v, w in known if v is not None and w > 0.02]
        weight = sum(w for _, w in told)
        values[f.name] = round(sum(v * w for v, w in told) / weight) if told and weight > 0 else None
    return Cookie(**values)


def closest(wished: dict[str, float]) -> Style:
    """The style whose typical cookie is nearest in what was said."""

    def away(s: Style) -> float:
        cookie = from_style(s).cookie
        total = 0.0
        for key, value in wished.items():
            own = getattr(cookie, key)
            if own is None:
                total += 4.0
            elif key == "height_mm":
                total += (math.log(value / own) / 0.3) ** 2
            else:
                total += ((value - own) / (BY_KEY[key].step * 2.0)) ** 2
        return total

    return min(styles().values(), key=away)


#: Weight lost in the oven when nothing else is known, percent of the piece (rule of thumb, 6 to 12).
USUAL_LOSS_PCT = 8.0


def in_hand(measured: Cookie, mass_g: float | None, age_h: float | None, source: str) -> Target:
    """A target from a cookie that was measured; its portion is reckoned back from its baked mass.

    Raises EntryError when nothing of it was measured or its age makes no sense.
    """
    if all(getattr(measured, f.name) is None for f in fields(Cookie)):
        raise EntryError("target.in_hand", "Measure at least one thing: its width, its height or its shade.")
    if age_h is not None and not 0 <= age_h <= 24 * 60:
        raise EntryError("target.age_h", "Age is in hours since baking, from 0 to 1440.")
    if mass_g is not None and not quantity("portion_g").low <= mass_g <= quantity("portion_g").high:
        raise EntryError("target.mass_g", "A cookie weighs from 1 to 3000 g. Clear it if unknown.")
    portion = None if mass_g is None else round(mass_g / (1.0 - USUAL_LOSS_PCT / 100.0), 1)
    name = source.strip()[:60]
    age = "of unknown age" if age_h is None else f"{age_h:g} h old"
    words = f"a cookie in hand, {age}" + (f": {name}" if name else "")
    return Target(measured, portion, words)
