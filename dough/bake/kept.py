"""One cookie kept for days, told: how it eats by hour and day, until when it is crisp and soft, what helps."""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.bake.age import FRESH_H, HALF, HOURS, SCORES, Course, Eaten, course, until
from dough.bake.batch import Baked
from dough.bake.model import end_values, one_of
from dough.bake.taught import Taught
from dough.facts.packings import packing

NOT_SAFETY = "This is how it eats, not how long it is safe: mould, filling and local rules decide that."


@dataclass(frozen=True, slots=True)
class KeptHour:
    """The cookie at one hour after the oven: scores 0 to 100, water activities, moisture %, mass % of fresh."""

    hours: float
    rim_crisp: float
    middle_soft: float
    bite_chewy: float
    aw_rim: float
    aw_middle: float
    moisture_pct: float
    mass_pct: float


@dataclass(frozen=True, slots=True)
class Kept:
    """moments from fresh to three weeks, kept as eaten says; crisp and soft until which hour (None: no change of side
    within what is told); at the hour it is eaten; and sentences, each with its reason."""

    eaten: Eaten
    words: str
    moments: tuple[KeptHour, ...]
    crisp_until_h: float | None
    soft_until_h: float | None
    then: KeptHour
    sentences: tuple[str, ...]


def kept(b: Baked, i: int, eaten: Eaten, taught: Taught) -> Kept:
    """Follow bake i of a batch through the hours, kept as eaten says."""
    one = one_of(b, i)
    fresh = end_values(one, [taught])
    hours = tuple(sorted({*HOURS, max(eaten.hours, FRESH_H)}))
    told = course(one, fresh, [eaten], hours)
    by_kitchen = {k: float(fresh[k][0]) - float(getattr(told, k)[0, 0]) for k in SCORES}
    moments = tuple(_moment(told, n, by_kitchen) for n in range(len(hours)))
    crisp = until(hours, [m.rim_crisp for m in moments])
    soft = until(hours, [m.middle_soft for m in moments])
    then = next(m for m in moments if m.hours == max(eaten.hours, FRESH_H))
    words = f"kept {packing(eaten.packing).words}, room at {100 * eaten.room_aw:.0f} % humidity"
    return Kept(eaten, words, moments, crisp, soft, then, _sentences(moments, crisp, soft))


def _moment(told: Course, n: int, by_kitchen: dict[str, float]) -> KeptHour:
    def score(key: str) -> float:
        # What the kitchen's own scores have taught moves the whole course alike.
        return min(max(float(getattr(told, key)[0, n]) + by_kitchen[key], 0.0), 100.0)

    return KeptHour(
        told.hours[n], score("rim_crisp"), score("middle_soft"), score("bite_chewy"), float(told.aw_rim[0, n]),
        float(told.aw_middle[0, n]), float(told.moisture_pct[0, n]), float(told.mass_pct[0, n]),
    )  # fmt: skip


def _sentences(moments: tuple[KeptHour, ...], crisp: float | None, soft: float | None) -> tuple[str, ...]:
    fresh, late = moments[0], moments[-1]
    found = []
    if crisp is not None:
        found.append(f"Rim crisp for about {span(crisp)}.")
        if late.aw_rim > fresh.aw_rim:
            found.append("Crisp again after 3 to 5 min at 150 °C and cooling: the water that came into the rim leaves.")
    elif fresh.rim_crisp >= HALF:
        found.append(f"Rim stays crisp past {span(late.hours)}.")
    if soft is not None:
        why = "it dries" if late.mass_pct < 99.0 else "its water goes to the rim and its sugar sets"
        found.append(f"Middle soft for about {span(soft)}: {why}.")
    elif fresh.middle_soft >= HALF:
        found.append(f"Middle stays soft past {span(late.hours)}.")
    return (*found, NOT_SAFETY)


def span(hours: float) -> str:
    """Hours as a cook says them."""
    if hours < 36.0:
        return f"{max(hours, 1.0):.0f} h"
    return f"{hours / 24.0:.0f} days"


def at_hour(eaten: Eaten, hours: float | None) -> Eaten:
    """The same packing at another hour; None is fresh."""
    return replace(eaten, hours=FRESH_H if hours is None else max(hours, FRESH_H))
