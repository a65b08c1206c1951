"""Butter: the strip, dough temperature, creaming and the schools of mixing."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from dough.accounts.butter.conduction import form
from dough.accounts.butter.creaming import air, course, creamed_of, cup_test, mixer, mixers, overrun
from dough.accounts.butter.dough_temp import (
    PartTemp,
    minutes_for,
    mixed_c,
    parts_of,
    solve_for,
    ways_to,
)
from dough.accounts.butter.feel import Season, butter_of, degrees_of, feel_at, feels
from dough.accounts.butter.mixing import CONSISTENCY, OVER_MIXING, cures, schools
from dough.accounts.butter.solid_fat import BUTTER, curve_of, solid_pct
from dough.accounts.butter.zones import main_fat, windows, zone_for
from dough.facts.errors import EntryError
from dough.facts.ingredients import ingredient
from dough.facts.staples import OTHER_FATS
from dough.judgement.butter_cost import costs, effect_of, effect_of_dough_at, verdict
from dough.judgement.effects import difference_words
from kitchen.actions.butter import NoteMixer
from kitchen.api.asked import Asked
from kitchen.api.butter.schemas import (
    CreamOut,
    CurveOut,
    DoughTempOut,
    FeelOut,
    MethodOut,
    MixerOut,
    MixingOut,
    StripCostOut,
    StripOut,
)
from kitchen.api.butter.shared import number
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict, Typed
from kitchen.reading.furnished import mixer_heat

router = Router(tags=["butter"])
STRIP_C = tuple(float(t) for t in range(0, 41, 2))
CURDLE = (
    "Egg much colder than the creamed butter firms its fat, and it curdles: alarming and harmless. A spoonful of the "
    "flour or half a minute over warm water brings it back."
)


class StripIn(Asked):
    season: Season = Season.TYPICAL


class TempsIn(Asked):
    """What each part of the dough has, °C as typed; empty: the room's. solve names the part to find, or minutes."""

    temps: dict[str, Typed] = Field(default={}, max_length=8)
    room_c: Typed = 21
    mixer: str = Field(default="stand", max_length=20)
    minutes: Typed = None
    wanted_c: Typed = None
    solve: str = Field(default="", max_length=20)


class CreamIn(Asked):
    mixer: str = Field(default="stand", max_length=20)
    temp_c: Typed = None
    minutes: Typed = None
    cup_water_g: Typed = None
    cup_mass_g: Typed = None


class MixerIn(Strict):
    kind: str = Field(max_length=20)
    before_c: Typed
    after_c: Typed
    minutes: Typed


@router.post("/strip", response={200: StripOut, **PROBLEMS})
def strip(request: HttpRequest, payload: StripIn) -> HttpResponse:
    """The temperature strip of a draft: feels, solid fat, the zone its method wants, what being off costs."""
    setting = payload.setting()
    draft = setting.draft
    zone, fat = zone_for(draft.process.method, draft.formula), main_fat(draft.formula)
    milk = ingredient(fat).is_("butter")
    now = draft.process.butter_temp_c
    found = costs(setting)
    return sent(
        StripOut(
            fat=ingredient(fat).name,
            feels=[_feel(f, payload.season) for f in feels()] if milk else [],
            curves=_curves(fat, payload.season),
            zone_low_c=zone.low_c,
            zone_high_c=zone.high_c,
            dough_low_c=zone.dough_low_c,
            dough_high_c=zone.dough_high_c,
            mixer=zone.mixer,
            also=zone.also,
            spread_k=windows()[fat].spread_k if fat in windows() else 3.0,
            now_c=now,
            feel_now=feel_at(now, payload.season).feel if now is not None and milk else "",
            verdict="" if now is None else verdict(now, draft, payload.season),
            costs=[
                StripCostOut(
                    temp_c=c.temp_c, diameter_mm=c.cookie.diameter_mm, height_mm=c.cookie.height_mm,
                    rim_crisp=c.cookie.rim_crisp, words=c.words,
                )
                for c in found
            ],
        )
    )  # fmt: skip


def _feel(f: Any, season: Season) -> FeelOut:
    middle, low, high = degrees_of(f.key, season)
    return FeelOut(
        key=f.key, low_c=low, high_c=high, middle_c=middle, yield_low_kpa=f.yield_low_kpa,
        yield_high_kpa=f.yield_high_kpa, short=f.short, feel=f.feel, use=f.use,
    )  # fmt: skip


def _curves(fat: str, season: Season) -> list[CurveOut]:
    own = butter_of(season) if curve_of(fat) == BUTTER else curve_of(fat)
    shown = [(ingredient(fat).name, own, True)]
    if curve_of(fat) == BUTTER:
        shown += [(f"{s.value} butter", butter_of(s), False) for s in Season if s is not season]
    for other in OTHER_FATS:
        if other != fat:
            shown.append((ingredient(other).name, curve_of(other), False))
    return [CurveOut(name=n, own=mine, points=[[t, solid_pct(c, t)] for t in STRIP_C]) for n, c, mine in shown]


@router.post("/dough", response={200: DoughTempOut, **PROBLEMS})
def dough_temperature(request: HttpRequest, payload: TempsIn) -> DoughTempOut:
    """Where the dough will come out, or what one part has to be for it to come out as wanted."""
    setting = payload.setting()
    draft = setting.draft
    room = number(payload.room_c, "room_c", "butter.room_c", 21.0) or 21.0
    by, heat = mixer(payload.mixer), mixer_heat(payload.mixer)
    minutes = number(payload.minutes, "cream_minutes", "butter.minutes", draft.process.cream_minutes or 4.0) or 0.0
    zone = zone_for(draft.process.method, draft.formula)
    wanted = number(payload.wanted_c, "dough_temp_c", "butter.wanted_c")
    aim = (zone.dough_low_c + zone.dough_high_c) / 2 if wanted is None else wanted
    usual = {"fat": draft.process.butter_temp_c or (zone.low_c + zone.high_c) / 2, "egg": 18.0}
    temps = {
        k: number(payload.temps.get(k), "start_c", f"butter.{k}", usual.get(k, room))
        for k in ("fat", "sugar", "egg", "flour", "rest")
    }
    parts = parts_of(draft.formula, temps)
    friction = heat.per_min_k * minutes
    now = mixed_c(parts, friction)
    ways = list(ways_to(parts, aim, heat.per_min_k, minutes))
    solved: float | None = None
    if payload.solve == "minutes":
        solved = minutes_for(parts, aim, heat.per_min_k)
        if solved < 0:
            words = f"It is {now - friction:.1f} °C before any mixing: cool something instead."
            raise EntryError("butter.minutes", words)
    elif payload.solve:
        solved = solve_for(parts, aim, friction, payload.solve)
    return DoughTempOut(
        parts=[PartTemp(key=p.key, name=p.name, mass_g=p.mass_g, heat=p.heat, temp_c=p.temp_c or 0.0) for p in parts],
        friction_k=friction,
        per_min_k=heat.per_min_k,
        per_min_sd=heat.sd_k,
        readings=heat.readings,
        mixer=by.name,
        minutes=minutes,
        mixed_c=now,
        wanted_c=aim,
        low_c=zone.dough_low_c,
        high_c=zone.dough_high_c,
        solved=solved,
        ways=ways,
        curdle=CURDLE if (temps["fat"] or 0.0) - (temps["egg"] or 0.0) > 8.0 else "",
        effect=effect_of_dough_at(setting, now),
    )


@router.get("/mixers", response={200: list[MixerOut], **PROBLEMS})
def list_mixers(request: HttpRequest) -> list[MixerOut]:
    """Kinds of mixer, with what this kitchen has learned of their heat."""
    return [
        MixerOut(
            kind=m.kind, name=m.name, tau_min=m.tau_min, warms_low=m.warms[0], warms_high=m.warms[1],
            per_min_k=(h := mixer_heat(m.kind)).per_min_k, sd_k=h.sd_k, readings=h.readings, confidence=m.confidence,
        )
        for m in mixers().values()
    ]  # fmt: skip


@router.post("/mixers", response={201: list[MixerOut], **PROBLEMS})
def note_mixer(request: HttpRequest, payload: MixerIn) -> Status[list[MixerOut]]:
    """Teach a mixer's heat by one reading."""
    NoteMixer(
        actor=request.user, now=timezone.now(), kind=payload.kind, before_c=payload.before_c, after_c=payload.after_c,
        minutes=payload.minutes,
    ).execute()  # fmt: skip
    return Status(201, list_mixers(request))


@router.post("/cream", response={200: CreamOut, **PROBLEMS})
def cream(request: HttpRequest, payload: CreamIn) -> CreamOut:
    """Air against minutes, a weighed cup, and what it does to the forecast."""
    setting = payload.setting()
    draft = setting.draft
    what = creamed_of(draft.formula)
    if what is None:
        raise EntryError("butter.cream", "Creaming needs fat and sugar in the cream step, with known amounts.")
    by = mixer(payload.mixer)
    zone = zone_for(draft.process.method, draft.formula)
    temp = number(payload.temp_c, "butter_temp_c", "butter.temp_c", draft.process.butter_temp_c)
    at = (zone.low_c + zone.high_c) / 2 if temp is None else temp
    minutes = number(payload.minutes, "cream_minutes", "butter.minutes", draft.process.cream_minutes)
    heat = mixer_heat(payload.mixer)
    water = number(payload.cup_water_g, "cup_water_g", "butter.cup_water_g")
    mass = number(payload.cup_mass_g, "cup_mass_g", "butter.cup_mass_g")
    cup = None
    if water is not None and mass is not None:
        cup = cup_test(water, mass, what, at, by)
    moments = course(what, by, at, heat.per_min_k)
    points = list(moments)
    creamed = replace(draft.process, cream_minutes=minutes, butter_temp_c=at, mixer=by.kind)
    effect = "" if minutes is None else effect_of(setting, creamed)
    return CreamOut(
        fat_g=what.fat_g, sugar_g=what.sugar_g, solid_density=what.solid_density, points=points, temp_c=at,
        minutes=minutes, cup=cup, stop_low=0.90, stop_high=1.02,
        overrun=None if minutes is None else overrun(air(minutes, at, by, what)),
        warms=heat.per_min_k, slow=what.ratio > 1.3, effect=effect,
    )  # fmt: skip


@router.post("/mixing", response={200: MixingOut, **PROBLEMS})
def mixing(request: HttpRequest, payload: StripIn) -> MixingOut:
    """The schools of making this dough: order and end points, and what the forecast does when one is taken."""
    setting = payload.setting()
    draft = setting.draft
    now = setting.cookie()
    found = []
    for school in schools():
        zone = zone_for(school.method, draft.formula)
        changed = replace(draft, process=replace(draft.process, method=school.method, butter_temp_c=None))
        then = setting.with_draft(changed).cookie() if school.method is not draft.process.method else None
        found.append(
            MethodOut(
                method=school.method, zone_low_c=zone.low_c, zone_high_c=zone.high_c, mixer=zone.mixer,
                form=form(zone.form).name, also=zone.also,
                effect=difference_words(now, then) if now and then else "", order=list(school.steps),
                now=school.method is draft.process.method,
            )
        )  # fmt: skip
    return MixingOut(
        methods=found, consistency=[f"{w}: {d}" for w, d in CONSISTENCY], cures=list(cures(draft.formula)),
        over_mixing=OVER_MIXING,
    )  # fmt: skip
