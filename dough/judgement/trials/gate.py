"""Whether two bakes can be compared, and what of their difference is only size, age or oven."""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase, Forecast
from dough.bake.model import forecasts
from dough.draft.difference import difference
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryErrors

#: Hours between tastings, portions and ages of dough that still compare as they are (judgement).
SAME_TASTED_MIN, SAME_PORTION, SAME_AGE_H = 90.0, 0.04, 6.0
#: Scores of a warm cookie and of a day-old one say different things; past these minutes it is the next day's.
WARM_MIN, STALE_MIN = 20.0, 600.0


@dataclass(frozen=True, slots=True)
class Baked:
    """A bake for comparing: its draft as baked, case (None without a forecast), what was measured, minutes from the
    oven to tasting, age of the dough in h, whether the oven was noted."""

    draft: Draft
    case: BakeCase | None
    cookie: Cookie
    tasted_min: float | None
    age_h: float | None
    oven: int | None


@dataclass(frozen=True, slots=True)
class Gate:
    """reasons say why (part of) the comparison does not hold, put_right what was taken out by the forecast, changed how
    many things differ at once and which; scores says whether texture scores compare at all."""

    reasons: tuple[str, ...]
    put_right: tuple[str, ...]
    changed: tuple[str, ...]
    words: str
    scores: bool
    cookie: Cookie


def compare_bakes(one: Baked, other: Baked) -> Gate:
    """The other bake beside the first, as if it had been portioned and baked like it where the forecast can say."""
    reasons, scores = _reasons(one, other)
    cookie, put_right = _put_right(one, other)
    found = difference(one.draft, other.draft)
    words = found.words if len(found.changed) > 1 else ""
    return Gate(reasons, put_right, found.changed, words, scores, cookie)


def _reasons(one: Baked, other: Baked) -> tuple[tuple[str, ...], bool]:
    found, scores = [], True
    for side in (one, other):
        missing = [x.ingredient.name for x in side.draft.formula.lines if x.in_dough and x.grams is None]
        if missing:
            found.append(f"An amount is unknown ({', '.join(missing[:3])}): what changed in the formula can't be told.")
            break
    a, b = one.tasted_min, other.tasted_min
    if a is None or b is None:
        found.append("The minutes from oven to tasting are not noted for both: scores of unlike ages don't compare.")
    elif abs(a - b) > SAME_TASTED_MIN and (min(a, b) < WARM_MIN or max(a, b) > STALE_MIN):
        found.append("One was tasted fresh and the other old: rim, middle, bite and crumb don't compare.")
        scores = False
    if one.oven is None or other.oven is None:
        found.append("An oven is not noted: a difference may be the oven's.")
    elif one.oven != other.oven:
        found.append("Baked in different ovens: until both are learned, a difference may be theirs.")
    if one.age_h is not None and other.age_h is not None and abs(one.age_h - other.age_h) > SAME_AGE_H:
        found.append(f"The doughs were {one.age_h:g} and {other.age_h:g} h old: rest narrows and browns by itself.")
    return tuple(found), scores


def _put_right(one: Baked, other: Baked) -> tuple[Cookie, tuple[str, ...]]:
    """The other's cookie at the first one's portion, by the ratio the forecast gives between the two portions."""
    if one.case is None or other.case is None:
        return other.cookie, ()
    mine, theirs = one.case.piece.portion_g, other.case.piece.portion_g
    if abs(mine / theirs - 1.0) <= SAME_PORTION:
        return other.cookie, ()
    try:
        as_was, as_mine = forecasts([other.case, replace(other.case, piece=replace(other.case.piece, portion_g=mine))])
    except EntryErrors:
        return other.cookie, ()
    return _scaled(other.cookie, as_was, as_mine), (
        f"Pieces of {theirs:g} g put at {mine:g} g by the forecast: "
        f"width × {as_mine.ends['diameter_mm'] / as_was.ends['diameter_mm']:.2f}.",
    )


def _scaled(cookie: Cookie, was: Forecast, then: Forecast) -> Cookie:
    values = {}
    for a in ATTRIBUTES:
        v = getattr(cookie, a.key)
        if v is None:
            continue
        x, y = was.ends[a.key], then.ends[a.key]
        values[a.key] = v * y / x if a.unit == "mm" and x else min(max(v + y - x, 0.0), 100.0)
    return Cookie(**values)
