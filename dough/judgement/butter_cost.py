"""What butter that is off costs in the forecast: the same dough with its butter at every temperature of the strip.

Warmer butter makes a warmer dough by its share of the dough's heat; a dough that is rested or chilled before the
oven takes the oven temperature it is given.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.butter.dough_temp import heat_of
from dough.accounts.butter.feel import Season, feel_at
from dough.accounts.butter.zones import zone_for
from dough.accounts.formula import Draft, Process
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.model import forecasts
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.facts.ingredients import Role
from dough.judgement.effects import difference_words

TEMPS_C = (4.0, 8.0, 11.0, 14.0, 16.0, 18.0, 19.0, 20.0, 21.0, 22.0, 23.5, 25.0, 27.0, 30.0)


@dataclass(frozen=True, slots=True)
class Cost:
    """The forecast with butter at temp_c, and how far from the one at the middle of its zone, in words."""

    temp_c: float
    cookie: Cookie
    words: str


def butter_share(draft: Draft) -> float:
    """Share of the dough's heat capacity that is fat: how far the dough follows its butter (0 to 1)."""
    lines = [x for x in draft.formula.lines if x.in_dough and x.grams]
    whole = sum((x.grams or 0.0) * heat_of(x) for x in lines)
    fat = sum((x.grams or 0.0) * heat_of(x) for x in lines if x.role is Role.FAT)
    return fat / whole if whole > 0 else 0.0


def with_butter_at(draft: Draft, temp_c: float) -> Draft:
    """The draft with its butter mixed at a temperature, its dough following where it goes straight to the oven."""
    p = draft.process
    zone = zone_for(p.method, draft.formula)
    was = p.butter_temp_c if p.butter_temp_c is not None else (zone.low_c + zone.high_c) / 2
    rested = bool(p.rest_h) or bool(p.chill_h)
    dough = p.dough_temp_c
    if dough is not None and not rested:
        dough = round(dough + butter_share(draft) * (temp_c - was), 1)
    return replace(draft, process=replace(p, butter_temp_c=round(temp_c, 1), dough_temp_c=dough))


def costs(setting: Setting, temps: tuple[float, ...] = TEMPS_C) -> tuple[Cost, ...]:
    """The forecast along the strip; empty where there is none for this draft."""
    draft = setting.draft
    zone = zone_for(draft.process.method, draft.formula)
    middle = (zone.low_c + zone.high_c) / 2
    cases = [setting.with_draft(with_butter_at(draft, t)).case() for t in (middle, *temps)]
    real = [c for c in cases if isinstance(c, BakeCase)]
    if len(real) < len(cases):
        return ()
    try:
        found = forecasts(real)
    except EntryErrors:
        return ()
    base = found[0].cookie
    return tuple(Cost(t, f.cookie, difference_words(base, f.cookie)) for t, f in zip(temps, found[1:], strict=True))


def verdict(temp_c: float, draft: Draft, season: Season) -> str:
    """Where butter at this temperature stands for the dough's method, in a sentence."""
    zone = zone_for(draft.process.method, draft.formula)
    feel = feel_at(temp_c, season)
    if temp_c < zone.low_c - 0.25:
        return f"{zone.low_c - temp_c:.1f} °C too cool for this method: {feel.feel}. Give it time, or smaller pieces."
    if temp_c > zone.high_c + 0.25:
        return f"{temp_c - zone.high_c:.1f} °C too warm for this method: {feel.feel}. Back in the cold for a while."
    return f"right for this method: {feel.feel}."


def effect_of(setting: Setting, process: Process) -> str:
    """What the forecast does when the process is changed to this one, in words; empty without a forecast."""
    now = setting.cookie()
    then = setting.with_draft(replace(setting.draft, process=process)).cookie()
    return difference_words(now, then) if now and then else ""


def effect_of_dough_at(setting: Setting, dough_c: float) -> str:
    """What a mixed dough of this temperature does; a rested one is asked about its temperature at the oven."""
    p = setting.draft.process
    if p.rest_h or p.chill_h:
        return "nothing yet: it is rested, so its temperature at the oven counts, not this one"
    return effect_of(setting, replace(p, dough_temp_c=round(dough_c, 1)))
