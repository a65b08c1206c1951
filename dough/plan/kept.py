"""What is not baked or eaten at once: branches of a dough, how long each keeps, with the reason, and what it changes.

The strictest part decides. Times for raw dough are agency-type guidance (``dough.accounts.butter.resting``, H); those
of baked cookies go by water activity (data/keeping.csv, M) and are about quality until something moist is in or on
them. Nothing here declares a food safe: local rules go first.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

from dough.accounts.butter.resting import use_by_of
from dough.accounts.formula import Formula, Place, Process, Step
from dough.bake.contract import BakeCase
from dough.bake.intake import bake_inputs
from dough.bake.model import forecasts
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from dough.facts.tables import rows
from dough.plan.evenness import same_doneness
from dough.plan.finishes import Finish

Form = Literal["bowl", "balls", "log", "slices", "part_baked", "baked"]
FORMS: dict[str, str] = {
    "bowl": "dough in one piece", "balls": "shaped pieces", "log": "logs", "slices": "slices",
    "part_baked": "part-baked", "baked": "baked cookies",
}  # fmt: skip
LOCAL = "Local food rules go first."
#: Part-baked cookies are as moist as their middle: kept like soft ones, cold (judgement, L).
PART_BAKED_H, PART_SHARE = 24.0, 0.7
FROZEN_C = -18.0
#: How much longer practice bakes balls from frozen (M).
FROZEN_MORE = "1.5 to 3 min"
#: Thaw: balls on the counter, min, or in the fridge, h (practice, M).
THAW_MIN, THAW_FRIDGE_H = 40.0, 10.0
#: Classes whose fat turns first.
SOON_RANCID = ("nut", "seed", "oats", "wholegrain")


@dataclass(frozen=True, slots=True)
class UseBy:
    """Hours it is kept at most, why, and every limit that was looked at (hours, why), strictest first."""

    hours: float
    because: str
    limits: tuple[tuple[float, str], ...]

    @property
    def words(self) -> str:
        return f"{self.because}. {LOCAL}"


@cache
def _keeping() -> tuple[dict[str, str], ...]:
    return rows("keeping")


def use_by(
    form: str, place: Place, formula: Formula, *, aw: float | None = None, finishes: tuple[Finish, ...] = (),
    age_h: float = 0.0,
) -> UseBy:  # fmt: skip
    """How long from now something keeps at a place. aw is the baked cookie's highest water activity (None: not known);
    age_h what raw dough has already spent in the cold. Raises EntryError for a form that is not known.
    """
    if form not in FORMS:
        raise EntryError("form", "Kept are bowls, balls, logs, slices, part-baked and baked cookies.")
    limits: list[tuple[float, str]] = []
    if form in ("baked", "part_baked"):
        limits += _baked(place, formula, aw, finishes)
        if form == "part_baked":
            limits.append((PART_BAKED_H if place is Place.FRIDGE else 2.0 if place is Place.COUNTER else 30 * 24.0,
                           "its middle is not done: as moist as dough"))  # fmt: skip
    else:
        hours, words = use_by_of(formula, place)
        spent = age_h if place is not Place.FREEZER else 0.0
        limits.append((max(hours - spent, 0.0), words + (f", {spent:.0f} h of it gone" if spent >= 1.0 else "")))
        if place is Place.FREEZER and age_h > use_by_of(formula, Place.FRIDGE)[0]:
            limits.append(
                (0.0, "it was kept too long before it was frozen: freezing stops the clock, it does not turn it back")
            )
    limits.sort(key=lambda x: x[0])
    return UseBy(limits[0][0], limits[0][1], tuple(limits))


def _baked(place: Place, formula: Formula, aw: float | None, finishes: tuple[Finish, ...]) -> list[tuple[float, str]]:
    fatty = any(x.ingredient.is_(*SOON_RANCID) and (x.grams is None or x.grams > 0) for x in formula.lines)
    found: list[tuple[float, str]] = []
    if aw is None:
        found.append((48.0, "its water is not known: as for soft ones"))
    else:
        row = next(r for r in _keeping() if float(r["aw_from"]) <= aw < float(r["aw_to"]))
        days = float(row["frozen_days"] if place is Place.FREEZER else row["days_fatty"] if fatty else row["days"])
        found.append((24.0 * days, f"water activity {aw:.2f}: {row['limit']}"))
    for f in finishes:
        if f.keeping_d is not None:
            days = f.keeping_d if place is not Place.FREEZER else 30.0
            found.append((24.0 * days, f"{f.name.lower()}"))
    on_top = [x for x in formula.lines if x.step is Step.FINISH and x.ingredient.is_("dairy") and
              x.ingredient.parts.water > 20.0 and x.role is not Role.FAT]  # fmt: skip
    if on_top:
        hours = 2.0 if place is Place.COUNTER else 72.0 if place is Place.FRIDGE else 30 * 24.0
        found.append((hours, f"{on_top[0].ingredient.name.lower()} on it is moist"))
    return found


@dataclass(frozen=True, slots=True)
class FromFrozen:
    """Baked straight from the freezer against as planned: minutes more, width in % more, and words."""

    minutes_more: float
    width_pct: float
    words: str


def from_frozen(case: BakeCase) -> FromFrozen:
    """What the model says of baking from −18 °C instead of the planned temperature, to the same loss of water."""
    warm = bake_inputs(case)
    cold = replace(warm, dough_temp_c=FROZEN_C)
    at, later = same_doneness(case, [warm, cold])
    more = later - at
    frozen = replace(case, handling=replace(case.handling, dough_temp_c=FROZEN_C),
                     heat=replace(case.heat, minutes=case.heat.minutes + more))  # fmt: skip
    plain, deep = forecasts([case, frozen])
    width = 100.0 * (deep.ends["diameter_mm"] / plain.ends["diameter_mm"] - 1.0)
    return FromFrozen(
        more, width,
        f"From the freezer: {more:+.1f} min, {abs(width):.0f} % {'narrower' if width < 0 else 'wider'}; practice says "
        f"{FROZEN_MORE} and 3 to 8 %. Or thaw: balls 40 min on the counter, or overnight in the fridge. Once thawed "
        "and warm for two hours it is not frozen again.",
    )  # fmt: skip


def chilled_longer(case: BakeCase, days: float) -> tuple[float, float]:
    """Width in % and middle softness in points that so many days in the fridge add, by the model."""
    later = replace(case, handling=replace(case.handling, rest_h=case.handling.rest_h + 24.0 * days,
                                           rest_place=Place.FRIDGE))  # fmt: skip
    plain, aged = forecasts([case, later])
    return (
        100.0 * (aged.ends["diameter_mm"] / plain.ends["diameter_mm"] - 1.0),
        aged.ends["middle_soft"] - plain.ends["middle_soft"],
    )


def bake_as(process: Process, form: str, place: Place) -> str:
    """How something kept is baked later, for its label; empty for what is baked already."""
    if form == "baked":
        return ""
    said = []
    if process.oven_c is not None:
        said.append(f"{process.oven_c:.0f} °C{' fan' if process.fan else ''}")
    if process.minutes is not None:
        said.append(f"{process.minutes:g} min")
    if place is Place.FREEZER:
        said.append(f"{FROZEN_MORE} longer from frozen")
    return f"Bake: {', '.join(said)}" if said else ""


def shelf_area_cm2(form: str, pieces: int, piece_mm: float, mass_g: float, g_per_ml: float) -> float:
    """Room needed on a cold shelf: balls side by side with 5 mm between, a log lying, a bowl as a flat pack of 25
    mm."""
    if form in ("balls", "slices", "part_baked", "baked"):
        return pieces * ((piece_mm + 5.0) / 10.0) ** 2
    if form == "log":
        return mass_g / g_per_ml / 5.0 * 1.2
    return mass_g / g_per_ml / 2.5 * 1.2


@dataclass(frozen=True, slots=True)
class Due:
    """How something in the larder stands: over, today, soon or well; and in words."""

    state: Literal["over", "today", "soon", "well"]
    words: str


def due(hours_left: float) -> Due:
    """From the hours that are left until its use-by."""
    if hours_left < 0:
        return Due("over", f"past its use-by by {_span(-hours_left)}: not to be used")
    if hours_left < 24:
        return Due("today", f"falls due within {_span(hours_left)}: bake or freeze it today")
    if hours_left < 72:
        return Due("soon", f"{_span(hours_left)} left")
    return Due("well", f"{_span(hours_left)} left")


def _span(hours: float) -> str:
    if hours < 1.5:
        return f"{max(hours * 60, 1):.0f} min"
    return f"{hours:.0f} h" if hours < 48 else f"{hours / 24:.0f} days"
