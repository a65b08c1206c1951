"""What leaves the kitchen on paper or as a page: bench sheets, cards for people, batch sheets for production."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router, Schema
from pydantic import Field

from dough.accounts.label import nutrition
from dough.accounts.needs.said import LABELS_DECIDE
from dough.accounts.scaling import factor_for
from dough.bake.loss import loss_of
from dough.desk.bench_sheet import Sheet, bench_sheet
from dough.desk.handing_on.batch_sheet import BatchSheet, batch_sheet
from dough.desk.handing_on.card import Card, Wish, card
from dough.desk.handing_on.measures import UNITS
from dough.facts.kitchen_measures import Habit
from dough.formats.recipe_ld import RecipeSaid, recipe_document
from kitchen.api.doughs.shared import plain_name
from kitchen.api.errors import PROBLEMS
from kitchen.api.handing_on.schemas import BatchSheetOut, CardOut, MeasuresOut, SheetOut
from kitchen.models import Dough
from kitchen.prints.batch_sheet import batch_pdf
from kitchen.prints.bench_sheet import sheet_pdf
from kitchen.prints.card import card_pdf, measure_text
from kitchen.prints.card_page import card_page
from kitchen.prints.cookie_drawing import as_svg
from kitchen.reading.doughs import dough_for_reading
from kitchen.reading.handed_on import HandedOn, bowl, handed_on, lots_now
from kitchen.reading.hours import today
from kitchen.reading.this_kitchen import cups, readings, region_code, usual_habit, wanted
from kitchen.reading.written_days import written_day

router = Router(tags=["handing on"])
Paper = Literal["a4", "a5", "letter"]
USUAL_PIECES = 200


class CardAsk(Schema):
    """Which version (none: the draft), how large (by, size: as scaling takes them), which measures beside grams."""

    version: int | None = None
    by: Literal["", "pieces", "factor", "dough"] = ""
    size: str = Field(default="", max_length=20)
    units: str = Field(default="g", max_length=10)
    paper: Paper = "a4"


class BatchAsk(Schema):
    """Which version, how many pieces, in which mixer (none: the largest), on which paper."""

    version: int | None = None
    pieces: int = USUAL_PIECES
    mixer: int | None = None
    paper: Paper = "a4"


@router.get("/{dough_id}/sheet", response={200: SheetOut, **PROBLEMS})
def sheet(request: HttpRequest, dough_id: int, version: int | None = None) -> SheetOut:
    """The bench sheet of the draft, or of a kept version by its number."""
    found = _sheet(dough_for_reading(dough_id), version)
    return SheetOut(
        title=found.title,
        subtitle=found.subtitle,
        lines=list(found.lines),
        steps=list(found.steps),
        checks=list(found.checks),
        cautions=list(found.cautions),
        allergens=list(found.allergens),
        labels=LABELS_DECIDE,
    )


@router.get("/{dough_id}/sheet.pdf", response={200: None, **PROBLEMS})
def sheet_file(request: HttpRequest, dough_id: int, version: int | None = None) -> HttpResponse:
    """The same as a PDF."""
    found = dough_for_reading(dough_id)
    return _pdf(sheet_pdf(_sheet(found, version)), found.name, "" if version is None else f"-{version}")


def _sheet(found: Dough, version: int | None) -> Sheet:
    given = handed_on(found, version, timezone.now())
    return bench_sheet(given.title, given.version, given.setting.draft, wanted(given.target.needs))


@router.get("/{dough_id}/card", response={200: CardOut, **PROBLEMS})
def recipe_card(request: HttpRequest, dough_id: int, ask: Query[CardAsk]) -> CardOut:
    """A card for people, of the draft or a kept version."""
    given, made = _card(dough_for_reading(dough_id), ask)
    return CardOut(
        title=made.title, version=made.version, day=written_day(given.day), makes=made.makes, expect=made.expect,
        groups=list(made.groups), steps=list(made.steps), pull=list(made.pull), holds=list(made.holds),
        keeping=list(made.keeping), cautions=list(made.cautions), small_print=list(made.small_print),
        drawing=as_svg(made.drawing) if made.drawing else "",
        measures=[MeasuresOut(id=k, name=v) for k, v in UNITS.items()],
    )  # fmt: skip


@router.get("/{dough_id}/card.pdf", response={200: None, **PROBLEMS})
def recipe_card_file(request: HttpRequest, dough_id: int, ask: Query[CardAsk]) -> HttpResponse:
    """The same as a PDF on A4, A5 or Letter."""
    given, made = _card(dough_for_reading(dough_id), ask)
    return _pdf(card_pdf(made, written_day(given.day), ask.paper), made.title, "-card")


@router.get("/{dough_id}/card.html", response={200: None, **PROBLEMS})
def recipe_card_page(request: HttpRequest, dough_id: int, ask: Query[CardAsk]) -> HttpResponse:
    """The same as a page that stands alone, with the recipe as JSON-LD inside; it is saved, not shown here."""
    found = dough_for_reading(dough_id)
    given, made = _card(found, ask)
    page = card_page(made, written_day(given.day), _document(given, made))
    answer = HttpResponse(page, content_type="text/html; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{plain_name(found.name)}.html"'
    return answer


@router.get("/{dough_id}/batch-sheet", response={200: BatchSheetOut, **PROBLEMS})
def production(request: HttpRequest, dough_id: int, ask: Query[BatchAsk]) -> BatchSheetOut:
    """The batch sheet of a production of so many pieces."""
    given, made = _batches(dough_for_reading(dough_id), ask)
    return BatchSheetOut(
        title=made.title, version=made.version, day=written_day(given.day), makes=made.makes, bowl=made.bowl,
        batches=made.batches, batch_g=made.batch_g, pieces=made.pieces, lines=list(made.lines),
        steps=list(made.steps), checks=list(made.checks), weights=list(made.weights), critical=list(made.critical),
        holds=list(made.holds), cautions=list(made.cautions),
    )  # fmt: skip


@router.get("/{dough_id}/batch-sheet.pdf", response={200: None, **PROBLEMS})
def production_file(request: HttpRequest, dough_id: int, ask: Query[BatchAsk]) -> HttpResponse:
    """The same as a PDF."""
    given, made = _batches(dough_for_reading(dough_id), ask)
    return _pdf(batch_pdf(made, written_day(given.day), ask.paper), made.title, "-batches")


def _card(found: Dough, ask: CardAsk) -> tuple[HandedOn, Card]:
    given = handed_on(found, ask.version, timezone.now())
    habit = Habit(ask.units) if ask.units in tuple(Habit) else usual_habit()
    factor = factor_for(given.setting.draft, ask.by, ask.size, habit=habit) if ask.by else 1.0
    wish = Wish(factor, ask.units, cups(), readings())
    return given, card(given.title, given.version, given.setting, given.target.cookie, wish)


def _batches(found: Dough, ask: BatchAsk) -> tuple[HandedOn, BatchSheet]:
    now = timezone.now()
    given = handed_on(found, ask.version, now)
    made = batch_sheet(
        given.title, given.version, given.setting, ask.pieces, bowl(ask.mixer), lots_now(today(now)), readings()
    )
    return given, made


def _document(given: HandedOn, made: Card) -> dict[str, object]:
    """The recipe of a card for other programs, nutrition per baked piece where the loss is known."""
    figures, piece = nutrition(given.setting.draft, loss_of(given.setting, []), region_code())
    words = [
        f"{x.grams} {x.name}" + (f" ({said})" if (said := measure_text(x.measure)) else "")
        for g in made.groups
        for x in g.lines
    ]
    return recipe_document(
        RecipeSaid(
            made.title, words, made.steps, description=f"{made.makes} {made.expect}".strip(), version=made.version,
            day=given.day.isoformat(), pieces=made.pieces, portion_g=given.setting.draft.process.portion_g,
            minutes=made.minutes, piece_g=piece,
            nutrition=[(n.key, n.piece) for n in figures if n.piece is not None],
        )
    )  # fmt: skip


def _pdf(content: bytes, name: str, ending: str) -> HttpResponse:
    answer = HttpResponse(content, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="{plain_name(name)}{ending}.pdf"'
    return answer
