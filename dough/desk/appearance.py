"""How the forecast cookie will look: its surface, what is seen of its fold-ins and toppings, its crumb.

All from figures the forecast has; where a threshold or a colour is judgement it is a guess (L) and the words say so.
The screen draws from this with its own hand; a seed keeps a dough's pieces where they are from one look to the next.
"""

from __future__ import annotations

import math
import zlib
from dataclasses import dataclass
from functools import cache
from typing import Literal

from dough.accounts.formula import Draft, Line, Step
from dough.bake.contract import Forecast
from dough.facts.colour import crust_lab, lab_to_srgb
from dough.facts.ingredients import Role
from dough.facts.tables import rows

Surface = Literal["smooth", "cracked", "crinkled", "craggy", "lacy"]
WORDS: dict[Surface, str] = {
    "smooth": "smooth top", "cracked": "cracked shell: the top sets before it has risen",
    "crinkled": "wrinkled: it rises and sinks back a little", "craggy": "craggy over its fold-ins",
    "lacy": "thin and open like lace",
}  # fmt: skip
#: Lace: flatter than this, mm, and wider than this many times its start. Cracks: rise left once the rim is half set.
LACE_MM, LACE_GROWTH, CRACKS_FROM, WRINKLES_FROM = 4.0, 2.4, 0.30, 1.3
CRAGGY_SHARE = 0.15
#: Most pieces drawn of one kind, and the share of all that shows from above.
MOST_DRAWN, SEEN = 60, 0.55
#: Mean pore of a fine crumb and of a coarse one, mm, by porosity.
FINE_MM, COARSE_MM = 0.4, 2.2


@dataclass(frozen=True, slots=True)
class Pieces:
    """One kind of piece as seen from above: how many, how long in mm, length over width, colour, form."""

    name: str
    count: int
    length_mm: float
    aspect: float
    hex: str
    form: str
    on_top: bool


@dataclass(frozen=True, slots=True)
class Appearance:
    """surface with how strong it is (0 to 1), pieces seen from above, porosity of the crumb (0 to 1) with its mean pore
    in mm and its colour, words for what decides it, and the seed of its drawing."""

    surface: Surface
    strength: float
    words: str
    pieces: tuple[Pieces, ...]
    porosity: float
    pore_mm: float
    crumb_hex: str
    tint: str
    seed: int


@dataclass(frozen=True, slots=True)
class _Look:
    length_mm: float
    aspect: float
    grams: float
    hex: str
    form: str


@cache
def _looks() -> dict[str, _Look]:
    return {
        r["of"]: _Look(float(r["length_mm"]), float(r["aspect"]), float(r["grams"]), r["hex"], r["form"])
        for r in rows("piece_looks")
    }


def appearance(draft: Draft, forecast: Forecast, portion_g: float) -> Appearance:
    """What the cookie of a draft will look like, from its forecast."""
    ends = forecast.ends
    seen = [(x, look) for x in draft.formula.lines if _visible(x) and (look := _look_of(x)) is not None]
    whole = sum(x.grams or 0.0 for x in draft.formula.lines)
    pieces = _pieces(draft, seen, portion_g)
    folded = sum(x.grams or 0.0 for x, _ in seen) / whole if whole > 0 else 0.0
    surface, strength = _surface(ends, folded)
    porosity = min(max(ends["porosity_middle"], 0.0), 0.8)
    crumb, tint = _crumb(draft, forecast)
    names = ",".join(sorted(x.ingredient_id for x in draft.formula.lines))
    return Appearance(
        surface, round(strength, 2), WORDS[surface], pieces, round(porosity, 3),
        round(FINE_MM + (COARSE_MM - FINE_MM) * min(max((porosity - 0.25) / 0.35, 0.0), 1.0), 2), crumb, tint,
        zlib.crc32(names.encode()),
    )  # fmt: skip


def _surface(ends: dict[str, float], folded: float) -> tuple[Surface, float]:
    late, growth = ends["late_rise"], ends["growth"]
    if ends["height_mm"] < LACE_MM and growth > LACE_GROWTH:
        return "lacy", min(0.4 + 0.2 * (growth - LACE_GROWTH), 1.0)
    if folded >= CRAGGY_SHARE:
        return "craggy", min(folded / 0.35, 1.0)
    if late >= CRACKS_FROM:
        return "cracked", min((late - CRACKS_FROM) / 0.2 + 0.4, 1.0)
    if growth >= WRINKLES_FROM:
        return "crinkled", min(0.3 + late, 1.0)
    return "smooth", 0.0


def _visible(line: Line) -> bool:
    return (line.grams or 0.0) > 0.0 and (line.role is Role.FOLD_IN or line.step in (Step.TOP, Step.FINISH))


def _look_of(line: Line) -> _Look | None:
    item = line.ingredient
    return next((look for of, look in _looks().items() if item.is_(of)), None)


def _pieces(draft: Draft, seen: list[tuple[Line, _Look]], portion_g: float) -> tuple[Pieces, ...]:
    """Pieces of one portion that show from above: more than half of what is on top, about half of what is inside."""
    dough_g = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough)
    found = []
    for line, look in seen if dough_g > 0 else []:
        top = line.step in (Step.TOP, Step.FINISH)
        count = portion_g * (line.grams or 0.0) / dough_g / look.grams * (0.9 if top else SEEN)
        shown = min(round(count), MOST_DRAWN)
        if shown > 0:
            found.append(Pieces(line.ingredient.name, shown, look.length_mm, look.aspect, look.hex, look.form, top))
    return tuple(found)


def _crumb(draft: Draft, forecast: Forecast) -> tuple[str, str]:
    """The crumb's colour as #rrggbb, and in words what tints it, as a guess; no words where nothing does."""
    light, a, b = crust_lab(min(forecast.raw_l, 88.0), forecast.raw_l)
    whole = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough)
    ph = forecast.ends.get("ph", 7.0)
    named = []
    there: dict[str, tuple[float, str]] = {}
    for item, grams in ((x.ingredient, x.grams or 0.0) for x in draft.formula.lines):
        there[item.kind] = (there.get(item.kind, (0.0, ""))[0] + grams, item.name)
    for r in rows("tints"):
        grams, name = there.get(r["id"], (0.0, ""))
        if grams <= 0 or whole <= 0:
            continue
        share, left = 100.0 * grams / whole, float(r["left_after_baking"])
        alkaline = max(ph - 7.0, 0.0)
        strong = math.sqrt(share) if share > 1.0 else share
        a += left * strong * (float(r["a_per_pct"]) + alkaline * float(r["a_per_ph"]))
        b += left * strong * (float(r["b_per_pct"]) + alkaline * float(r["b_per_ph"]))
        named.append(name)
    red, green, blue = lab_to_srgb(light, min(max(a, -40.0), 50.0), min(max(b, -30.0), 70.0))
    words = f"tinted by {', '.join(named)}, at pH {ph:.1f} and after the oven: a guess" if named else ""
    return f"#{red:02x}{green:02x}{blue:02x}", words
