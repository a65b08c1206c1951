"""What the kitchen's bakes teach: looked at, taken into force, gone back from."""

from __future__ import annotations

import math
from datetime import date, datetime
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router
from pydantic import BaseModel, Field, StringConstraints

from dough.bake.intake import NoCase
from dough.bake.model import Z80
from dough.bake.taught import KITCHEN_SD
from dough.facts.errors import EntryErrors
from dough.facts.quantities import keys_of, quantity
from dough.judgement.learning.lesson import Lesson, Name
from dough.judgement.learning.reference import read_reference
from dough.judgement.learning.report import Study, study, teaches
from dough.judgement.learning.said import says
from kitchen.actions.calibrate import Calibrate, GoBackTo
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.documents.base import Strict
from kitchen.models import Calibration, Oven, Tray
from kitchen.reading.calibration import in_force, lesson_in_force
from kitchen.reading.doughs import dough_for_reading, name_of, style_of
from kitchen.reading.kit import dough_setting
from kitchen.reading.logged_bakes import BY_HAND, Considered, considered, left_out_of

router = Router(tags=["learn"])
Ref = Annotated[
    str,
    StringConstraints(
        pattern=r"^(bake-\d{1,9}|series-\d{1,9}-level-\d{1,3}-rounds-\d{1,3}|panel-\d{1,9}-sample-\d{1,2})$"
    ),
]
WHAT = {
    "spread": "Spreading", "drying": "Drying", "browning": "Browning", "gas": "Gas lost", "oven_k": "Hotter than set",
    "bottom": "Heat from below",
}  # fmt: skip


class LearnIn(Strict):
    """left_out None takes the choice of the calibration in force. dough_id names the dough whose next bake is asked
    about."""

    left_out: list[Ref] | None = Field(default=None, max_length=500)
    dough_id: int | None = Field(default=None, ge=0, le=MAX_ID)


class AdoptIn(Strict):
    left_out: list[Ref] = Field(max_length=500)
    seen: int | None = Field(default=None, ge=0, le=MAX_ID)
    note: str = Field(default="", max_length=400)


class GoBackIn(Strict):
    to: int | None = Field(default=None, ge=0, le=MAX_ID)
    seen: int | None = Field(default=None, ge=0, le=MAX_ID)


class CalibrationOut(BaseModel):
    id: int
    number: int
    bakes: int
    left_out: list[str]
    note: str
    made_at: datetime
    made_by: str


class SpanOut(BaseModel):
    """A figure with its 80 % range; factors as factors."""

    value: float
    low: float
    high: float


class UnknownOut(BaseModel):
    """One figure of kitchen, oven or tray: by general parameters, as in force, and as proposed; words say the proposed
    one. spoke says that bakes narrowed it by more than a twentieth."""

    whose: str
    key: str
    label: str
    unit: str
    general: SpanOut
    now: SpanOut
    proposed: SpanOut
    words: str
    spoke: bool


class CheckOut(BaseModel):
    key: str
    label: str
    unit: str
    digits: int
    measured: float
    general: float
    fitted: float
    left_out: float
    far: bool


class LearnBakeOut(BaseModel):
    """A bake, or (words) a level of a series."""

    id: str
    dough: str
    dough_id: int
    number: int
    words: str
    baked_on: date
    oven: str
    tray: str
    counts: bool
    by_hand: bool
    why: str
    new: bool
    checks: list[CheckOut]


class ErrorOut(BaseModel):
    """Root mean square error over the bakes that count, in the unit: general, fitted, each bake left out in turn."""

    key: str
    label: str
    unit: str
    digits: int
    bakes: int
    general: float
    fitted: float
    left_out: float


class TeachOut(BaseModel):
    key: str
    words: str
    narrows: str
    share: float


class LearnOut(BaseModel):
    in_force: CalibrationOut | None
    history: list[CalibrationOut]
    unlearned: int
    bakes: list[LearnBakeOut]
    unknowns: list[UnknownOut]
    errors: list[ErrorOut]
    teaches: list[TeachOut]
    left_out: list[str]


@router.post("/study", response={200: LearnOut, **PROBLEMS})
def look(request: HttpRequest, payload: LearnIn) -> HttpResponse:
    """What the bakes would teach, without taking it into force."""
    return sent(_look(payload.left_out, payload.dough_id))


@router.post("", response={200: LearnOut, **PROBLEMS})
def adopt(request: HttpRequest, payload: AdoptIn) -> HttpResponse:
    """Take into force what the bakes teach."""
    Calibrate(
        actor=request.user,
        now=timezone.now(),
        left_out=tuple(map(read_reference, payload.left_out)),
        seen=payload.seen,
        note=payload.note,
    ).execute()  # fmt: skip
    return sent(_look(None, None))


@router.post("/return", response={200: LearnOut, **PROBLEMS})
def go_back(request: HttpRequest, payload: GoBackIn) -> HttpResponse:
    """Back to an earlier calibration, or to general parameters."""
    GoBackTo(actor=request.user, now=timezone.now(), to=payload.to, seen=payload.seen).execute()
    return sent(_look(None, None))


def _look(left_out: list[str] | None, dough_id: int | None) -> LearnOut:
    now = in_force()
    current = Calibration.objects.select_related("made_by").get(pk=now) if now is not None else None
    chosen = set(map(read_reference, left_out)) if left_out is not None else left_out_of(current) if current else set()
    rows = considered(chosen)
    found = study([c.logged for c in rows if c.logged is not None])
    old = lesson_in_force() or Lesson((), (), (), (), ())
    history = Calibration.objects.select_related("made_by").order_by("-number")[:30]
    return LearnOut(
        in_force=_calibration(current) if current else None,
        history=[_calibration(c) for c in history],
        unlearned=sum(c.logged is not None and c.ident not in old.bakes for c in rows),
        bakes=[_bake(c, found, old) for c in rows],
        unknowns=_unknowns(old, found.lesson),
        errors=_errors(found),
        teaches=_teaches(dough_id),
        left_out=sorted(c.text for c in chosen),
    )


def _calibration(c: Calibration) -> CalibrationOut:
    return CalibrationOut(
        id=c.pk, number=c.number, bakes=len(c.lesson["bakes"]), left_out=c.left_out, note=c.note, made_at=c.made_at,
        made_by=name_of(c.made_by),
    )  # fmt: skip


def _bake(c: Considered, found: Study, old: Lesson) -> LearnBakeOut:
    return LearnBakeOut(
        id=c.ident.text, dough=c.dough, dough_id=c.dough_id, number=c.number, words=c.words, baked_on=c.baked_on,
        oven=c.oven or "not noted", tray=c.tray or "not noted", counts=c.logged is not None, by_hand=c.why == BY_HAND,
        why=c.why, new=c.ident not in old.bakes,
        checks=[CheckOut(**_named(x.key), measured=x.measured, general=x.general, fitted=x.fitted, left_out=x.left_out,
                         far=x.far) for x in found.checks if x.ident == c.ident],
    )  # fmt: skip


def _named(key: str) -> dict[str, str | int]:
    q = quantity(key)
    return {"key": key, "label": q.label, "unit": q.unit, "digits": q.digits}


def _unknowns(old: Lesson, new: Lesson) -> list[UnknownOut]:
    met = dict.fromkeys([*new.names, *old.names])
    ovens = {o.pk: o.name for o in Oven.objects.all()}
    trays = {t.pk: t.name for t in Tray.objects.all()}
    names: list[tuple[Name, str]] = [(n, ovens[n[1]]) for n in met if n[0] == "oven" and n[1] in ovens]
    names += [(n, trays[n[1]]) for n in met if n[0] == "tray" and n[1] in trays]
    names += [(("kitchen", 0, k), "This kitchen") for k in ("spread", "drying", "browning", "gas")]
    return [_unknown(n, whose, old, new) for n, whose in names]


def _unknown(name: Name, whose: str, old: Lesson, new: Lesson) -> UnknownOut:
    key = name[2]
    nothing = Lesson((), (), (), (), ())
    spans = [_span(lesson, name) for lesson in (nothing, old, new)]
    return UnknownOut(
        whose=whose, key=key, label=WHAT[key], unit="K" if key == "oven_k" else "×", general=spans[0], now=spans[1],
        proposed=spans[2], words=says(key, spans[2].value), spoke=new.sd(name) < 0.95 * KITCHEN_SD[key],
    )  # fmt: skip


def _span(lesson: Lesson, name: Name) -> SpanOut:
    mean = float(lesson.part([name])[0][0])
    ends = [mean, mean - Z80 * lesson.sd(name), mean + Z80 * lesson.sd(name)]
    value, low, high = ends if name[2] == "oven_k" else [math.exp(e) for e in ends]
    return SpanOut(value=value, low=low, high=high)


def _errors(found: Study) -> list[ErrorOut]:
    out = []
    for key in keys_of("learned"):
        values = [found.error(key, which) for which in ("general", "fitted", "left_out")]
        count = sum(c.key == key for c in found.checks)
        if count and None not in values:
            general, fitted, left_out = (float(v or 0.0) for v in values)
            out.append(ErrorOut(**_named(key), bakes=count, general=general, fitted=fitted, left_out=left_out))
    return out


def _teaches(dough_id: int | None) -> list[TeachOut]:
    """For the next bake of a dough, as its draft plans it."""
    if dough_id is None:
        return []
    dough = dough_for_reading(dough_id)
    case = dough_setting(dough, style_of(dough)).case()
    if isinstance(case, NoCase):
        return []
    try:
        found = teaches(case)
    except EntryErrors:
        return []
    most = max((t.nats for t in found), default=0.0) or 1.0
    return [TeachOut(key=t.key, words=t.words, narrows=_narrows(t.what, t.before, t.after), share=t.nats / most)
            for t in found]  # fmt: skip


def _narrows(what: str, before: float, after: float) -> str:
    if what == "oven_k":
        return f"±{Z80 * before:.0f} to ±{Z80 * after:.0f} K"
    if what in ("loss", "shade"):
        return f"±{Z80 * before:.1f} to ±{Z80 * after:.1f} {'points' if what == 'loss' else 'L*'}"
    return f"±{100 * math.expm1(Z80 * before):.0f} to ±{100 * math.expm1(Z80 * after):.0f} %"
