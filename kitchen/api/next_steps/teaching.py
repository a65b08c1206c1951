"""The bake that teaches most, and what the last learning changed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from django.http import HttpRequest, HttpResponse
from ninja import Router

from dough.accounts.formula import Process
from dough.bake.draft_setting import Setting
from dough.bake.taught import GENERAL
from dough.counsel.next_steps.changed import changed, changed_words
from dough.counsel.next_steps.ladder import Rung
from dough.counsel.next_steps.teaching import Lesson, Narrowed, Teaching, best_step, teaching
from dough.facts.cookie import Cookie
from kitchen.api.errors import PROBLEMS
from kitchen.api.next_steps.routes import asked_of, ladder_of
from kitchen.api.next_steps.schemas import FlipOut, NarrowedOut, NextIn, TeachesMostOut, TonightOut
from kitchen.api.preview.routes import sent
from kitchen.reading.calibration import lesson_before
from kitchen.reading.hours import today
from kitchen.reading.scatter import kitchen_scatter
from kitchen.reading.written_days import written_day

router = Router(tags=["next"])
#: Rungs that are worth a bake of their own to learn from.
RUNGS = 3


@router.post("/teaching", response={200: TeachesMostOut, **PROBLEMS})
def teaches(request: HttpRequest, payload: NextIn) -> HttpResponse:
    """What could be done tonight, by what it tells about the cookie wished for in an hour."""
    setting, wanted, reason = asked_of(payload)
    found: Teaching | None = None
    rungs: Sequence[Rung] = ()
    if not reason:
        steps = ladder_of(payload, setting, wanted)
        rungs = steps.rungs[:RUNGS] if steps else ()
        found = teaching(setting, wanted, rungs, kitchen_scatter())
    if found is None:
        return sent(
            TeachesMostOut(reason=reason or "There is no forecast to learn about: see the cookie for why.", words="",
                        best="", rest="", changed="", lessons=[])
        )  # fmt: skip
    best = found.options[found.best]
    return sent(
        TeachesMostOut(
            reason="", words=found.words, best=best, rest=_rest(setting.draft.process),
            changed=_changed(setting, wanted, rungs, payload.dough_id, best),
            lessons=[_lesson(x, found) for x in found.lessons],
        )
    )  # fmt: skip


def _changed(setting: Setting, wanted: Cookie, rungs: Sequence[Rung], dough: int | None, best: str) -> str:
    """What the last learning changed for this draft; empty where nothing was learned."""
    before = lesson_before()
    if before is None:
        return ""
    lesson, at = before
    p = setting.draft.process
    taught = GENERAL if lesson is None else lesson.taught(p.oven_id, p.tray_id, dough)
    was: Setting = replace(setting, kit=replace(setting.kit, taught=taught))
    step = best_step(was, wanted, rungs)
    if step is None:
        return ""
    return f"{written_day(today(at))}: {changed_words(step, best, changed(was, setting, wanted))}"


def _rest(p: Process) -> str:
    """Waiting that nobody sits through, which the minutes leave out."""
    waits = (p.rest_h or 0.0) + (p.chill_h or 0.0)
    return f"and {waits:g} h of rest that need nobody" if waits >= 0.5 else ""


def _lesson(x: Lesson, found: Teaching) -> TonightOut:
    return TonightOut(
        name=x.name, reads=x.reads, minutes=x.minutes, bits=x.bits, an_hour=x.an_hour, gain=x.gain,
        narrowed=[_narrowed(n) for n in x.narrowed],
        flips=[FlipOut(words=f.words, chance=f.chance, then=found.options[f.option]) for f in x.flips],
    )  # fmt: skip


def _narrowed(n: Narrowed) -> NarrowedOut:
    a = n.attribute
    return NarrowedOut(key=a.key, label=a.label, unit=a.unit, digits=a.digits, before=n.before, after=n.after)
