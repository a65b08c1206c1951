"""The Kitchen place: what the kitchen is, and what it is furnished with."""

from __future__ import annotations

from datetime import date, datetime

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.counsel.next_steps.delivery import DeliveryDoes, delivery
from dough.facts.furnishings import ThingKind, Value, kinds
from kitchen.actions.check_kit import CheckScale, TestOven
from kitchen.actions.furnish import Furnish, FurnishFirst, Retire, TakeBack
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Key, Strict, Typed
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.models import Dough, Event, Kitchen, Lot, SupplierLabel
from kitchen.models.furnishing import Furnishing
from kitchen.reading.at_once import at_once
from kitchen.reading.doughs import MissingError, name_of, style_of
from kitchen.reading.furnished import Thing, thing, things
from kitchen.reading.kit import dough_setting
from kitchen.reading.lots import certificate_of
from kitchen.reading.prices import Paid, price_history
from kitchen.reading.store import left_words

router = Router(tags=["furnishing"])
#: So many doughs are baked through the model in one call: a long shelf is asked for in several.
DOUGHS_A_CALL = 8
Answer = str | float | bool | None


class ThingOut(BaseModel):
    """A thing: facts by question, one line of them, what was learned of it; bakes is how many used it. event is the
    write that led here, where it can be taken back."""

    id: int
    kind: str
    name: str
    facts: dict[str, Answer]
    words: str
    learned: str
    bakes: int
    revision: int
    retired_at: datetime | None
    event: int | None = None


class ReadLabelOut(BaseModel):
    """What was last read on a supplier's label."""

    ingredient: str
    may_contain: list[str]
    read_on: date
    by: str


class FurnishedOut(BaseModel):
    """The kitchen's own facts, all it has, and the labels read."""

    kinds: list[ThingKind]
    kitchen: ThingOut
    things: list[ThingOut]
    labels: list[ReadLabelOut]
    furnished: bool


class ThingIn(Strict):
    """facts holds what was typed, by question; what is not in it stays as it is."""

    facts: dict[Key, Answer] = Field(max_length=40)


class ChangeIn(ThingIn):
    revision: int = Field(ge=0, le=MAX_ID)


class NewThing(ThingIn):
    kind: str = Field(max_length=20)


class FirstIn(Strict):
    things: list[NewThing] = Field(max_length=60)


class RetireIn(Strict):
    revision: int = Field(ge=0, le=MAX_ID)
    back: bool = False


class OvenTestIn(Strict):
    """Readings of an oven thermometer, °C, apart by spaces, while the oven is set to one temperature."""

    revision: int = Field(ge=0, le=MAX_ID)
    set_c: Typed
    readings: str = Field(max_length=400)


class ScaleCheckIn(Strict):
    weight_g: Typed
    shown_g: Typed


@router.get("/furnishing", response={200: FurnishedOut, **PROBLEMS})
def furnished(request: HttpRequest) -> FurnishedOut:
    """All the kitchen has, with what is asked of each kind."""
    kitchen = Kitchen.objects.first()
    if kitchen is None:
        raise MissingError("There is no kitchen here yet.")
    all_things = [_out(t) for t in things()]
    latest = {row.ingredient: row for row in SupplierLabel.objects.select_related("said_by")}
    return FurnishedOut(
        kinds=list(kinds().values()),
        kitchen=_kitchen_out(kitchen),
        things=all_things,
        labels=[
            ReadLabelOut(ingredient=i, may_contain=r.may_contain, read_on=r.read_on, by=name_of(r.said_by))
            for i, r in latest.items()
        ],
        furnished=kitchen.furnished_at is not None or any(t.kind in ("oven", "tray") for t in all_things),
    )


class DeliveryOut(BaseModel):
    """What a delivery does to one dough: in a sentence, how far the cookie moves and, with the correction, is left, in
    clear misses; draft is the dough's with the correction made, where there is one."""

    dough: int
    name: str
    revision: int
    sentence: str
    steps: float
    left_steps: float | None
    correction: str
    draft: DraftDoc | None


class DeliveriesOut(BaseModel):
    """Doughs a delivery is in, most moved first; words where it says nothing a forecast can use. after is where to ask
    on: the last dough that was looked at (None: all were), seen and of how many of the shelf that is."""

    words: str
    doughs: list[DeliveryOut]
    after: int | None
    seen: int
    of: int


@router.get("/furnishing/lots/{thing_id}/doughs", response={200: DeliveriesOut, **PROBLEMS})
def delivered(request: HttpRequest, thing_id: int, after: int = 0) -> DeliveriesOut:
    """What a delivery does to the doughs on the shelf, a few at a time, and the change that holds each cookie."""
    lot = _lot(thing_id)
    said = certificate_of(lot)
    if not said.says:
        words = "Its certificate says nothing yet that a forecast can use."
        return DeliveriesOut(words=words, doughs=[], after=None, seen=0, of=0)
    shelf = Dough.objects.filter(deleted_at=None).order_by("pk")
    with at_once():
        rows = list(shelf.filter(pk__gt=after)[:DOUGHS_A_CALL])
        found = [(d, dough_setting(d, style_of(d))) for d in rows]
        told = [(d, x) for d, s in found if (x := delivery(s, lot.ingredient, said)) is not None]
    told.sort(key=lambda t: -t[1].steps)
    last = rows[-1].pk if rows else after
    seen, of = shelf.filter(pk__lte=last).count(), shelf.count()
    return DeliveriesOut(
        words="", doughs=[_delivered(d, x) for d, x in told], after=last if seen < of else None, seen=seen, of=of
    )


class PriceHistoryOut(BaseModel):
    """What an ingredient cost over its deliveries, newest first; words what became of its price with this one, left how
    much of this one should be here (empty: nobody knows)."""

    words: str
    left: str
    money: str
    paid: list[Paid]


@router.get("/furnishing/lots/{thing_id}/prices", response={200: PriceHistoryOut, **PROBLEMS})
def lot_prices(request: HttpRequest, thing_id: int) -> PriceHistoryOut:
    """What a delivery's ingredient cost before and after it, and what is left of it."""
    lot = _lot(thing_id)
    found = price_history(lot)
    return PriceHistoryOut(words=found.words, left=left_words(lot), money=found.money, paid=list(found.paid))


def _lot(ident: int) -> Lot:
    lot = Lot.objects.filter(pk=ident).first()
    if lot is None:
        raise MissingError("That delivery is no longer in the kitchen.")
    return lot


def _delivered(dough: Dough, x: DeliveryDoes) -> DeliveryOut:
    return DeliveryOut(
        dough=dough.pk, name=dough.name, revision=dough.revision, sentence=x.sentence, steps=x.steps,
        left_steps=x.left_steps if x.correction else None, correction=x.correction.words if x.correction else "",
        draft=DraftDoc.of(x.draft) if x.draft else None,
    )  # fmt: skip


@router.put("/furnishing/kitchen", response={200: ThingOut, **PROBLEMS})
def change_kitchen(request: HttpRequest, payload: ChangeIn) -> ThingOut:
    """Change the kitchen itself: name, region, room, how figures are written."""
    done = _act(request, "kitchen", payload, None, payload.revision)
    assert isinstance(done, Kitchen)
    return _kitchen_out(done)


@router.post("/furnishing/first", response={200: FurnishedOut, **PROBLEMS})
def furnish_first(request: HttpRequest, payload: FirstIn) -> FurnishedOut:
    """The first sheet: all of it or nothing."""
    FurnishFirst(
        actor=request.user, now=timezone.now(), things=tuple((t.kind, t.facts) for t in payload.things)
    ).execute()
    return furnished(request)


@router.post("/furnishing/ovens/{thing_id}/test", response={200: ThingOut, **PROBLEMS})
def test_oven(request: HttpRequest, thing_id: int, payload: OvenTestIn) -> ThingOut:
    """Work out an oven's offset from a thermometer's readings, and keep it."""
    row = TestOven(
        actor=request.user, now=timezone.now(), oven_id=thing_id, revision=payload.revision, set_c=payload.set_c,
        readings=payload.readings,
    ).execute()  # fmt: skip
    return _written(row)


@router.post("/furnishing/scales/{thing_id}/check", response={200: ThingOut, **PROBLEMS})
def check_scale(request: HttpRequest, thing_id: int, payload: ScaleCheckIn) -> ThingOut:
    """A check weight on a scale: whether it holds."""
    check = CheckScale(
        actor=request.user, now=timezone.now(), scale_id=thing_id, weight_g=payload.weight_g, shown_g=payload.shown_g
    ).execute()
    return _out(thing(check.scale))


@router.post("/furnishing/events/{event_id}/take-back", response={200: ThingOut, **PROBLEMS})
def take_back(request: HttpRequest, event_id: int) -> ThingOut:
    """Put a thing back as it was before a write."""
    row = TakeBack(actor=request.user, now=timezone.now(), event_id=event_id).execute()
    return _kitchen_out(row) if isinstance(row, Kitchen) else _written(row)


@router.post("/furnishing/{kind}", response={201: ThingOut, **PROBLEMS})
def make_thing(request: HttpRequest, kind: str, payload: ThingIn) -> Status[ThingOut]:
    """Put a thing into the kitchen."""
    if kind == "kitchen":
        raise MissingError("There is one kitchen here; change that one.")
    return Status(201, _written(_act(request, kind, payload, None, None)))


@router.put("/furnishing/{kind}/{thing_id}", response={200: ThingOut, **PROBLEMS})
def change_thing(request: HttpRequest, kind: str, thing_id: int, payload: ChangeIn) -> ThingOut:
    """Change a thing; 409 when someone else changed it meanwhile."""
    return _written(_act(request, kind, payload, thing_id, payload.revision))


@router.post("/furnishing/{kind}/{thing_id}/retire", response={200: ThingOut, **PROBLEMS})
def retire_thing(request: HttpRequest, kind: str, thing_id: int, payload: RetireIn) -> ThingOut:
    """Take a thing out of use, or bring it back."""
    row = Retire(
        actor=request.user, now=timezone.now(), kind=kind, ident=thing_id, revision=payload.revision, back=payload.back
    ).execute()
    return _written(row)


def _act(request: HttpRequest, kind: str, payload: ThingIn, ident: int | None, revision: int | None) -> Furnishing:
    typed: dict[str, Value] = dict(payload.facts)
    return Furnish(
        actor=request.user, now=timezone.now(), kind=kind, typed=typed, ident=ident, revision=revision
    ).execute()


def _written(row: Furnishing) -> ThingOut:
    return _out(thing(row), _last_event(row))


def _last_event(row: Furnishing) -> int | None:
    subject = f"{row._meta.verbose_name} {row.pk}"
    return Event.objects.filter(subject=subject).exclude(before=None).order_by("pk").values_list("pk", flat=True).last()


def _out(found: Thing, event: int | None = None) -> ThingOut:
    row = found.row
    return ThingOut(
        id=row.pk, kind=found.kind, name=row.name, facts=dict(found.facts), words=found.words, learned=found.learned,
        bakes=found.bakes, revision=row.revision, retired_at=row.retired_at, event=event,
    )  # fmt: skip


def _kitchen_out(row: Kitchen) -> ThingOut:
    return ThingOut(
        id=row.pk, kind="kitchen", name=row.name, facts=facts_of(row), words="", learned="", bakes=0,
        revision=row.revision, retired_at=None, event=_last_event(row),
    )  # fmt: skip
