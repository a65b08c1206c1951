"""What to change next: the ladder of best changes, every single lever, and pairs."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from django.http import HttpRequest, HttpResponse
from ninja import Router

from dough.accounts.brief import Standing
from dough.accounts.cost import cost
from dough.accounts.flavour import flavour, tasted
from dough.accounts.formula import Draft
from dough.accounts.sweetness import sweet_per_100g, sweeter_pct
from dough.bake.contract import Forecast
from dough.bake.draft_setting import NO_STYLE, Setting
from dough.counsel.next_steps.baked import beyond
from dough.counsel.next_steps.forgiving import BAKES, SlipDoes, forgiving
from dough.counsel.next_steps.ladder import Ladder, Rung, ladder
from dough.counsel.next_steps.levers import LOCKS, Tray, levers
from dough.counsel.next_steps.noticed import Sample, TastedPair, noticed
from dough.counsel.next_steps.ranking import Advice, EffectRange, Move, advice, distance, pairs
from dough.counsel.next_steps.what_if import picked, what_if
from dough.desk.preview import cookie_outline
from dough.draft.check import check_target
from dough.draft.target import Target
from dough.facts.cookie import Cookie, is_empty
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import egg_class
from dough.facts.limits import LIMITED, PER, RATHER_MORE, pers
from dough.facts.styles import Style
from kitchen.api.doughs.views import points
from kitchen.api.errors import PROBLEMS
from kitchen.api.next_steps.schemas import (
    AdviceEdit,
    AdviceOut,
    BriefIn,
    BriefOut,
    EffectRangeOut,
    ForgivingOut,
    GradedLeverOut,
    LadderOut,
    LeverMoveOut,
    LimitKindOut,
    LimitPerOut,
    LimitStandingOut,
    NextIn,
    NextOut,
    OtherRungOut,
    RungOut,
    ShareOut,
    SlipMoveOut,
    SlipOut,
    WhatIfIn,
    WhatIfOut,
)
from kitchen.api.preview.routes import sent
from kitchen.documents.draft import DraftDoc
from kitchen.models import Tray as TrayRow
from kitchen.reading.advised import baked_drafts, before_advice
from kitchen.reading.kit import kit_for
from kitchen.reading.prices import money, prices
from kitchen.reading.scatter import kitchen_scatter
from kitchen.reading.settled import tasted_pairs
from kitchen.reading.this_kitchen import usual_habit

router = Router(tags=["next"])


@router.post("", response={200: NextOut, **PROBLEMS})
def rank(request: HttpRequest, payload: NextIn) -> HttpResponse:
    """Every single lever that brings the forecast nearer to the target, most first, and pairs that do better."""
    setting, wanted, reason = asked_of(payload)
    used = setting.style
    if reason or used is None:
        return sent(_nothing(reason or NO_STYLE))
    away = distance(setting, wanted)
    if away is None:
        return sent(_nothing("There is no forecast to move: see the cookie for why."))
    locks = tuple(payload.locks)
    scatter, sweet = kitchen_scatter(), sweet_per_100g(setting.draft.formula.lines)
    singles = advice(setting, wanted, locks, _trays(payload), scatter)
    both = pairs(setting, wanted, singles, scatter)
    reason = "" if singles else "No single change brings the forecast nearer. Bake this one, or look at the target."
    return sent(
        NextOut(
            distance=away,
            reason=reason,
            basis=setting.kit.taught.words,
            advice=[_advice(a, used, sweet) for a in singles],
            pairs=[_advice(a, used, sweet) for a in both],
            target_outline=points(cookie_outline(wanted, used)),
            locks=list(LOCKS),
        )
    )


@router.post("/forgiving", response={200: ForgivingOut, **PROBLEMS})
def forgives(request: HttpRequest, payload: NextIn) -> HttpResponse:
    """What everyday slips do to the draft, each alone and all at once."""
    setting, wanted = payload.setting(), payload.target.to_core()
    check_target(Target(wanted))
    used, now = setting.style, setting.cookie()
    # The same draft gives the same answer: chance begins anew each time.
    found = forgiving(setting, wanted, np.random.default_rng(BAKES))
    if found is None or used is None or now is None:
        return sent(
            ForgivingOut(words="There is no forecast to shake: see the cookie for why.", within=None, bakes=0, slips=[],
                         shares=[], cloud=[], now_outline=[], target_outline=[])
        )  # fmt: skip
    return sent(
        ForgivingOut(
            words=found.words, within=found.within, bakes=found.bakes, slips=[_slip(s) for s in found.slips],
            shares=[ShareOut(key=a.key, label=a.label, share=v) for a, v in found.shares],
            cloud=[points(cookie_outline(c, used)) for c in found.cookies],
            now_outline=points(cookie_outline(now, used)),
            target_outline=[] if is_empty(wanted) else points(cookie_outline(wanted, used)),
        )
    )  # fmt: skip


@router.post("/what-if", response={200: WhatIfOut, **PROBLEMS})
def map_two(request: HttpRequest, payload: WhatIfIn) -> HttpResponse:
    """Two levers as a map of the distance from the target."""
    setting, wanted, reason = asked_of(payload)
    used = setting.style
    graded = [x for x in levers(setting.draft, used) if x.graded] if used else []
    across, up = picked(graded, payload.across, payload.up)
    found = None
    if not reason and across and up:
        found = what_if(setting, wanted, across, up, baked_drafts(payload.dough_id))
    return sent(
        WhatIfOut(
            reason="" if found else reason or "There is no forecast to map: see the cookie for why.",
            levers=[GradedLeverOut(key=x.key, name=x.name, unit=x.unit) for x in graded],
            words=found.words if found else "", across=found.across if found else None, up=found.up if found else None,
            lines=list(found.lines) if found else [], met=list(found.met) if found else [],
            best=found.best if found else None, best_distance=found.best_distance if found else None,
            best_draft=DraftDoc.of(found.best_draft) if found else None, baked=list(found.baked) if found else [],
        )
    )  # fmt: skip


@router.post("/brief", response={200: BriefOut, **PROBLEMS})
def stand(request: HttpRequest, payload: BriefIn) -> HttpResponse:
    """Where the draft stands to the limits of its brief, by the forecast's bake loss."""
    setting = payload.setting()
    told = setting.forecast()
    known = told if isinstance(told, Forecast) else None
    found = payload.brief().every(setting, known)
    basis = "as baked by the forecast's loss" if known else "without a forecast nothing is known as baked"
    coin = money()
    kinds = [
        LimitKindOut(
            key=key, name=name, unit=unit or coin, rather_more=key in RATHER_MORE,
            per=[LimitPerOut(id=p, words=PER[p]) for p in pers(key)],
        )
        for key, (name, unit, _) in LIMITED.items()
    ]  # fmt: skip
    paid = cost(setting.draft, prices()).words(coin)
    return sent(BriefOut(standings=[_standing(s) for s in found], basis=basis, cost=paid, kinds=kinds))


@router.post("/ladder", response={200: LadderOut, **PROBLEMS})
def climb(request: HttpRequest, payload: NextIn) -> HttpResponse:
    """The best one, two, three and four changes towards the target, and where more stop paying."""
    setting, wanted, reason = asked_of(payload)
    used = setting.style
    if reason or used is None:
        return sent(_no_ladder(reason or NO_STYLE))
    found = ladder_of(payload, setting, wanted)
    now = setting.cookie()
    if found is None or now is None:
        return sent(
            _no_ladder("There is no forecast to move, or nothing is free: see the cookie, or let go of a lock.")
        )
    if not found.rungs:
        return sent(
            _no_ladder("Nothing that stays within the style's usual amounts and the brief brings the forecast nearer.")
        )
    told = before_advice(payload.dough_id, wanted)
    seen = _Seen(Sample(now, flavour(setting.draft)), baked_drafts(payload.dough_id), tasted_pairs(payload.dough_id))
    return sent(
        LadderOut(
            reason="", first=told.words, first_at=told.stage, basis=setting.kit.taught.words,
            rungs=[_rung(r, used, seen) for r in found.rungs], recommended=found.recommended,
            words=found.words, stops=found.stops,
            others=_others(found, used, seen), floor=found.floor, looked_at=found.looked_at,
            now_outline=points(cookie_outline(now, used)), target_outline=points(cookie_outline(wanted, used)),
            locks=list(LOCKS),
        )
    )  # fmt: skip


def asked_of(payload: NextIn) -> tuple[Setting, Cookie, str]:
    """What was asked, and in words why nothing can be said (empty: it can)."""
    setting, wanted = payload.setting(), payload.target.to_core()
    check_target(Target(wanted))
    unknown = set(payload.locks) - set(LOCKS)
    if unknown:
        raise EntryError("locks", f"“{sorted(unknown)[0][:30]}” is not something that can be locked.")
    return setting, wanted, "Set a target first: next is what leads to it." if is_empty(wanted) else ""


def ladder_of(payload: NextIn, setting: Setting, wanted: Cookie) -> Ladder | None:
    """The ladder as it was asked for."""
    return ladder(
        setting, wanted, tuple(payload.locks), _trays(payload), payload.brief(), forgiving=payload.forgiving,
        egg_g=egg_class(usual_habit()).egg if payload.whole_eggs else None,
    )  # fmt: skip


def _trays(payload: NextIn) -> tuple[Tray, ...]:
    """The kitchen's other trays, each with what bakes have taught of it."""
    now = payload.draft.to_core().process
    others = TrayRow.objects.exclude(pk=now.tray_id or 0)
    return tuple(Tray(t.pk, t.name, kit_for(replace(now, tray_id=t.pk), payload.dough_id)) for t in others)


def _nothing(reason: str) -> NextOut:
    return NextOut(
        distance=None, reason=reason, basis="", advice=[], pairs=[], target_outline=[], locks=list(LOCKS)
    )  # fmt: skip


def _no_ladder(reason: str) -> LadderOut:
    return LadderOut(
        reason=reason, first="", first_at="", basis="", rungs=[], recommended=None, words="", stops="", others=[],
        floor=None, looked_at=0,
        now_outline=[], target_outline=[], locks=list(LOCKS),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class _Seen:
    """What changes are held against: the draft as it is, what was baked, what panels told apart or could not."""

    now: Sample
    baked: list[Draft]
    pairs: list[TastedPair]


def _rung(r: Rung, used: Style, seen: _Seen) -> RungOut:
    then = Sample(r.cookie, flavour(r.draft))
    return RungOut(
        moves=[_move(m) for m in r.moves], words=r.words, effect=r.effect, from_steps=r.from_steps, to_steps=r.to_steps,
        expected=r.expected, pays=r.pays, still_out=list(r.still_out), side_effects=list(r.side_effects),
        strange=list(beyond(r.moves, seen.baked)), noticed=noticed(seen.now, then, seen.pairs),
        mind=list(dict.fromkeys(m.lever.mind for m in r.moves if m.lever.mind)),
        changes=_changes(r.changes), tasted=list(tasted(seen.now.taste, then.taste)),
        outline=points(cookie_outline(r.cookie, used)), draft=DraftDoc.of(r.draft),
        brief=[_standing(x) for x in r.brief],
    )  # fmt: skip


def _others(found: Ladder, used: Style, seen: _Seen) -> list[OtherRungOut]:
    """The sets that are best by another measure, where there are any."""
    others = []
    if found.closest is not None:
        rung = _rung(found.closest, used, seen)
        others.append(OtherRungOut(name="Closest to today that meets the brief", words=found.closest.words, rung=rung))
    if found.cheapest is not None:
        rung = _rung(found.cheapest, used, seen)
        others.append(OtherRungOut(name="Cheapest within reach", words=f"{found.cheaper}, in {money()}", rung=rung))
    return others


def _slip(d: SlipDoes) -> SlipOut:
    moved = [
        SlipMoveOut(key=m.attribute.key, label=m.attribute.label, unit=m.attribute.unit, digits=m.attribute.digits,
                    down=m.down, up=m.up)
        for m in d.moved
    ]  # fmt: skip
    return SlipOut(key=d.slip.key, name=d.slip.name, size=d.slip.size, unit=d.slip.unit, steps=d.steps, moved=moved)


def _standing(s: Standing) -> LimitStandingOut:
    return LimitStandingOut(
        words=s.words, stands=s.stands, must=s.limit.must, value=s.value, low=s.low, high=s.high
    )  # fmt: skip


def _advice(a: Advice, used: Style, now: float | None) -> AdviceOut:
    single = len(a.moves) == 1
    minds = [m.lever.mind for m in a.moves if m.lever.mind]
    return AdviceOut(
        key="+".join(m.lever.key for m in a.moves), moves=[_move(m) for m in a.moves], from_steps=a.from_steps,
        to_steps=a.to_steps, effect=a.effect, changes=_changes(a.changes), side_effects=list(a.side_effects),
        mind="; ".join(dict.fromkeys(minds)), sweeter_pct=sweeter_pct(now, sweet_per_100g(a.draft.formula.lines)),
        ease=max(m.lever.ease for m in a.moves), bakes=a.bakes,
        outline=points(cookie_outline(a.cookie, used)),
        edit=AdviceEdit.model_validate(_edit(a.edit)) if single else None,
        draft=None if single else DraftDoc.of(a.draft),
    )  # fmt: skip


def _move(m: Move) -> LeverMoveOut:
    after = m.after if m.lever.graded else None
    return LeverMoveOut(key=m.lever.key, name=m.lever.name, unit=m.lever.unit, before=m.before, after=after)


def _changes(found: tuple[EffectRange, ...]) -> list[EffectRangeOut]:
    return [
        EffectRangeOut(key=c.attribute.key, label=c.attribute.label, unit=c.attribute.unit, digits=c.attribute.digits,
                  value=c.value, low=c.low, high=c.high)
        for c in found
    ]  # fmt: skip


def _edit(made: dict[str, object]) -> dict[str, object]:
    return {"grams" if k == "text" else k: v for k, v in made.items() if k != "unit"}
