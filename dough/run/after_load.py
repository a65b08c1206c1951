"""What a first load or a pilot piece says of the next: width, rim and a word, and what can still be changed.

What was seen moves what is known of kitchen and dough (``update``); each change that is still possible is baked through
the forecast with that, and told with how near it brings the next load.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from dough.accounts.formula import Shape
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.intake import bake_inputs
from dough.bake.model import end_values, forecast
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.distance import compare
from dough.judgement.effects import difference_words
from dough.plan.shapes import ball_mm
from dough.run.events import BITES, RIMS
from dough.run.update import Array, Guess, updated

#: What the words for a rim and a bite are beside what is wanted, in L* and in points of the middle's score (M), and how
#: sure such a word is.
RIM_L = dict(zip(RIMS, (5.0, 0.0, -5.0), strict=True))
BITE_POINTS = dict(zip(BITES, (-15.0, 0.0, 15.0), strict=True))
RIM_SD, BITE_SD, WIDTH_SD, WIDTH_SHARE = 3.0, 10.0, 1.5, 0.02
#: Minutes that may be taken or given, K a chill takes off a dough, K the oven may be set off by, the share of its
#: height a ball is pressed to, and g/ml of a dough without air of its own (M).
MINUTES, CHILL_K, OVEN_K, PRESSED, DENSITY = (-2.0, -1.0, 1.0, 2.0), 6.0, 10.0, 0.6, 1.2
LEAST_MIN = 2.0
#: A change is worth telling when it brings the next load nearer by so much, in steps of distance.
WORTH = 0.05


@dataclass(frozen=True, slots=True)
class Seen:
    """What a load showed: minutes it was in, width in mm, rim and bite in words (empty: not looked at)."""

    minutes: float
    width_mm: float | None = None
    rim: str = ""
    bite: str = ""


@dataclass(frozen=True, slots=True)
class NextChange:
    """One thing that can still be done: words, minutes of the next load, what it does, and how far the next load would
    then be from the target in steps (None: nothing to compare with)."""

    words: str
    minutes: float
    effect: str
    distance: float | None


@dataclass(frozen=True)
class NextLoad:
    """What the first says of the next: as it would come out unchanged, its distance and width, and the changes that
    help, best first."""

    sentence: str
    distance: float | None
    width_mm: float
    changes: tuple[NextChange, ...]


def next_load(case: BakeCase, planned_min: float, seen: Seen, wanted: Cookie) -> NextLoad:
    """What a load says of the next one. Raises EntryError where nothing was seen, EntryErrors where the model can't say
    it."""
    return helping(replace(case, taught=_known(case, seen, wanted).taught), planned_min, wanted)


def helping(case: BakeCase, minutes: float, wanted: Cookie) -> NextLoad:
    """How pieces that wait would come out, and what can still be done that helps. Raises EntryErrors as above."""
    now = replace(case, heat=replace(case.heat, minutes=minutes))
    base = forecast(now)
    at = compare(base.cookie, wanted)
    found = []
    for words, changed in _possible(now, minutes):
        try:
            cookie = forecast(changed).cookie
        except EntryErrors:
            continue
        close = compare(cookie, wanted)
        found.append(NextChange(words, changed.heat.minutes, difference_words(base.cookie, cookie), close.rms_steps))
    helps = [c for c in found if at.rms_steps is None or (c.distance or 0.0) < at.rms_steps - WORTH]
    helps.sort(key=lambda c: c.distance or 0.0)
    return NextLoad(at.sentence, at.rms_steps, base.estimates["diameter_mm"].value, tuple(helps[:4]))


def _known(case: BakeCase, seen: Seen, wanted: Cookie) -> Guess:
    keys, values, sds = _readings(seen, wanted)
    if not keys:
        raise EntryError("width_mm", "Say how wide it came out, or how it looks beside a target that says a shade.")
    baked_so = replace(case, heat=replace(case.heat, minutes=seen.minutes))
    inputs = bake_inputs(baked_so)

    def told(guesses: Sequence[Guess]) -> Array:
        baked = bake([inputs] * len(guesses), learned=[g.taught.learned for g in guesses])
        ends = end_values(baked, [g.taught for g in guesses])
        return np.array([ends[k] for k in keys]).T

    return updated(case.taught, told, np.array(values), np.diag(np.array(sds) ** 2))


def _readings(seen: Seen, wanted: Cookie) -> tuple[list[str], list[float], list[float]]:
    found: list[tuple[str, float, float]] = []
    if seen.width_mm is not None:
        found.append(("diameter_mm", seen.width_mm, max(WIDTH_SD, WIDTH_SHARE * seen.width_mm)))
    if seen.rim and wanted.crust_l is not None:
        found.append(("crust_l", wanted.crust_l + RIM_L[seen.rim], RIM_SD))
    if seen.bite and wanted.middle_soft is not None:
        found.append(("middle_soft", min(max(wanted.middle_soft + BITE_POINTS[seen.bite], 0.0), 100.0), BITE_SD))
    return [k for k, _, _ in found], [v for _, v, _ in found], [s for _, _, s in found]


def _possible(case: BakeCase, minutes: float) -> list[tuple[str, BakeCase]]:
    """What can still be done with pieces that wait."""
    found = []
    for by in MINUTES:
        if minutes + by >= LEAST_MIN:
            more = "longer" if by > 0 else "shorter"
            found.append((f"{abs(by):.0f} min {more}", replace(case, heat=replace(case.heat, minutes=minutes + by))))
    h = case.handling
    colder = replace(case, handling=replace(h, dough_temp_c=h.dough_temp_c - CHILL_K))
    found.append((f"chill the pieces {CHILL_K:.0f} K colder first", colder))
    warmer = replace(case, handling=replace(h, dough_temp_c=h.dough_temp_c + CHILL_K))
    found.append((f"let them warm by {CHILL_K:.0f} K first", warmer))
    for by in (OVEN_K, -OVEN_K):
        more = "hotter" if by > 0 else "cooler"
        other = replace(case, heat=replace(case.heat, oven_c=case.heat.oven_c + by))
        found.append((f"oven {OVEN_K:.0f} K {more}", other))
    piece = case.piece
    if piece.shape is Shape.BALL and piece.start_thickness_mm is None and piece.start_diameter_mm is None:
        flat_mm = PRESSED * ball_mm(piece.portion_g, DENSITY)
        pressed = replace(piece, shape=Shape.PUCK, start_thickness_mm=flat_mm)
        found.append((f"press the balls to {flat_mm:.0f} mm", replace(case, piece=pressed)))
    return found
