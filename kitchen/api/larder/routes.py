"""The larder: what lies where, how old, what falls due; put by, taken, thrown away; labels."""

from __future__ import annotations

from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from dough.accounts.needs.said import allergens_of
from dough.facts.errors import EntryError
from dough.plan.kept import FORMS, LOCAL, Due, bake_as
from dough.plan.whole import cold_place
from kitchen.actions.larder import PutBy, TakeFrom
from kitchen.api.asked import MAX_ID
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Key, Strict
from kitchen.documents.draft import DraftDoc
from kitchen.documents.furnishing import facts_of
from kitchen.models import Cold, Stored
from kitchen.prints.larder_labels import MOST_LABELS, ONE_A_PAGE, SHEETS, BagLabel, labels_pdf
from kitchen.reading.doughs import MissingError, name_of
from kitchen.reading.hours import zone
from kitchen.reading.larder import InLarder, larder
from kitchen.reading.this_kitchen import readings

router = Router(tags=["larder"])


class StoredOut(BaseModel):
    """Something in the larder. hours_left may be negative; because is what decides its use-by."""

    id: int
    dough_id: int
    name: str
    version: int | None
    form: str
    form_words: str
    pieces: int
    left: int
    portion_g: float
    place: str
    cold_id: int | None
    made_at: datetime
    use_by: datetime
    because: str
    age_h: float
    due: Due
    put_by: str


class PlaceOut(BaseModel):
    """A cold place and how much of its shelves is taken, as far as sizes are noted."""

    id: int
    name: str
    temp_c: float | None
    items: int


class LarderOut(BaseModel):
    items: list[StoredOut]
    places: list[PlaceOut]
    forms: dict[str, str]
    sheets: list[str]
    caution: str


class PutByIn(Strict):
    dough_id: int = Field(ge=0, le=MAX_ID)
    form: str = Field(max_length=20)
    pieces: int = Field(ge=1, le=10_000)
    portion_g: float = Field(gt=0, le=100_000)
    cold_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    made_at: datetime
    finishes: list[str] = Field(default=[], max_length=6)
    plan_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    key: Key


class TakeIn(Strict):
    what: str = Field(max_length=10)
    pieces: int = Field(ge=1, le=10_000)
    why: str = Field(default="", max_length=200)
    key: Key


@router.get("", response={200: LarderOut, **PROBLEMS})
def all_stored(request: HttpRequest, dough_id: int | None = None) -> LarderOut:
    """What is there, that which falls due first."""
    found = larder(timezone.now(), dough_id)
    held: dict[int, int] = {}
    for x in found:
        if x.row.cold_id is not None:
            held[x.row.cold_id] = held.get(x.row.cold_id, 0) + 1
    places = [
        PlaceOut(id=c.pk, name=c.name, temp_c=c.temp_c, items=held.get(c.pk, 0))
        for c in Cold.objects.all() if c.retired_at is None or held.get(c.pk)
    ]  # fmt: skip
    return LarderOut(
        items=[_out(x) for x in found], places=places, forms=FORMS, sheets=[*SHEETS, ONE_A_PAGE], caution=LOCAL
    )


def _out(x: InLarder) -> StoredOut:
    r = x.row
    return StoredOut(
        id=r.pk, dough_id=r.dough_id, name=r.name, version=None if r.version is None else r.version.number, form=r.form,
        form_words=x.form_words, pieces=r.pieces, left=x.left, portion_g=r.portion_g,
        place=r.cold.name if r.cold else "counter", cold_id=r.cold_id, made_at=r.made_at, use_by=r.use_by,
        because=r.because, age_h=x.age_h, due=x.due, put_by=name_of(r.put_by),
    )  # fmt: skip


@router.post("", response={201: StoredOut, **PROBLEMS})
def put_by(request: HttpRequest, payload: PutByIn) -> Status[StoredOut]:
    """Put something by; the same key twice puts it by once."""
    if payload.made_at.tzinfo is None:
        raise EntryError("made_at", "Say the time with its zone.")
    made = PutBy(
        actor=request.user, now=timezone.now(), dough_id=payload.dough_id, form=payload.form, pieces=payload.pieces,
        portion_g=payload.portion_g, cold_id=payload.cold_id, made_at=payload.made_at,
        finishes=tuple(payload.finishes), plan_id=payload.plan_id, key=payload.key,
    ).execute()  # fmt: skip
    return Status(201, _of(made.pk))


@router.post("/{stored_id}/moves", response={201: StoredOut, **PROBLEMS})
def take(request: HttpRequest, stored_id: int, payload: TakeIn) -> Status[StoredOut]:
    """Pieces leave the larder, or come back; the same key twice counts once."""
    TakeFrom(
        actor=request.user, now=timezone.now(), stored_id=stored_id, what=payload.what, pieces=payload.pieces,
        why=payload.why, key=payload.key,
    ).execute()  # fmt: skip
    return Status(201, _of(stored_id))


def _of(ident: int) -> StoredOut:
    row = Stored.objects.select_related("dough", "version", "cold", "put_by").get(pk=ident)
    now = timezone.now()
    found = next((x for x in larder(now, row.dough_id) if x.row.pk == ident), None)
    return _out(found or InLarder(row, 0, (now - row.made_at).total_seconds() / 3600.0, Due("well", "all gone")))


@router.get("/labels.pdf", response={200: None, **PROBLEMS})
def labels(request: HttpRequest, ids: str, sheet: str = "24", copies: int = 1, skip: int = 0) -> HttpResponse:
    """Labels of some things (ids apart by commas) on a label sheet, or one to a page (“one”)."""
    if sheet not in (*SHEETS, ONE_A_PAGE):
        raise EntryError(
            "sheet", f"Label sheets known here hold {', '.join(SHEETS)} to a page; or one to a page (“one”)."
        )
    if not 1 <= copies <= 100 or not 0 <= skip < 24:
        raise EntryError("copies", "One to 100 of each label, and up to 23 places left free.")
    wanted = [int(x) for x in ids.split(",")[:200] if x.strip().isascii() and x.strip().isdigit() and len(x) < 12]
    rows = list(Stored.objects.filter(pk__in=wanted).select_related("version", "cold"))
    if not rows:
        raise MissingError("None of that is in the larder.")
    if len(rows) * copies > MOST_LABELS:
        raise EntryError("copies", f"Up to {MOST_LABELS} labels at once.")
    made = [_label(r) for r in rows for _ in range(copies)]
    answer = HttpResponse(labels_pdf(made, sheet, skip), content_type="application/pdf")
    answer["Content-Disposition"] = 'attachment; filename="labels.pdf"'
    return answer


def _label(r: Stored) -> BagLabel:
    draft = DraftDoc.model_validate(r.draft).to_core()
    here = zone()
    held = allergens_of((x.ingredient for x in draft.formula.lines), readings())
    place = cold_place(None if r.cold is None else facts_of(r.cold))
    bake = bake_as(draft.process, r.form, place)
    version = "" if r.version is None else f", version {r.version.number}"
    return BagLabel(
        title=f"{r.name}{version}", what=f"{r.pieces} {FORMS.get(r.form, r.form)} of {r.portion_g:.0f} g",
        made=f"Made {r.made_at.astimezone(here):%Y-%m-%d %H:%M}",
        use_by=f"Use by {r.use_by.astimezone(here):%Y-%m-%d %H:%M}",
        allergens=f"Allergens: {', '.join(held)}" if held else "Allergens: none by recipe, labels decide", bake=bake,
    )  # fmt: skip
