"""Recipes as they come in: read, looked through, answered line by line. Nothing is kept here."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import File, Router, UploadedFile
from pydantic import BaseModel, Field

from dough.accounts.formula import Step
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, table
from dough.facts.kitchen_measures import Habit, KitchenAmount, fillings
from dough.facts.quantities import quantities
from dough.facts.staples import NOT_KNOWN
from dough.formats.opening import open_recipe
from dough.recipe import READER
from dough.recipe.amounts import amount_at, tidy
from dough.recipe.counting import counted
from dough.recipe.habit import guess_habit
from dough.recipe.lines import BY_AMOUNT, Understood, ask_words, choices, still_named, understood, units_meant
from dough.recipe.names import near, search
from dough.recipe.process import Fact
from kitchen.actions.base import require
from kitchen.actions.rights import Right
from kitchen.api.errors import PROBLEMS
from kitchen.documents.base import Strict
from kitchen.documents.draft import DraftDoc
from kitchen.documents.own_ingredient import find
from kitchen.reading.pdf import pdf_text
from kitchen.reading.this_kitchen import cups

router = Router(tags=["recipes"])
MOST_PDF = 5_000_000


class QuantityDoc(Strict):
    low: float = Field(ge=0, le=1e8)
    high: float = Field(ge=0, le=1e8)
    unit: str = Field(max_length=8)
    heap: str = Field(default="", max_length=10)
    piece: str = Field(default="", max_length=20)


class ChoiceOut(BaseModel):
    """An answer. means is what an amount means in words that lines may share, “grams”; empty for other answers."""

    id: str
    name: str
    means: str = ""


class AskOut(BaseModel):
    """A question that stands in a line's way, with the answers it knows; by is what an answer says of the line."""

    code: str
    question: str
    by: Literal["amount", "filling", "ingredient"]
    choices: list[ChoiceOut]


class RecipeLineOut(BaseModel):
    text: str
    ingredient: str
    named: str
    quantities: list[QuantityDoc]
    grams: float | None
    low_g: float | None
    high_g: float | None
    range_g: list[float] | None
    filling: str
    fillings: list[str]
    step: Step
    asks: list[AskOut]
    notes: list[str]
    how: str
    confidence: Confidence


class ProcessFactOut(BaseModel):
    """One thing understood of the process: its field in a draft, value, label and unit, and the words it came from."""

    field: str
    value: float | str
    label: str
    unit: str
    words: str


class UnlistedOut(BaseModel):
    """An ingredient, or an amount of it, that the text names and no line has, with the clause that names it."""

    name: str
    clause: str


class RecipeOut(BaseModel):
    """draft is there for a formula file, which says more than its lines; overlooked are those set aside that measure
    something no line has; note is what must be said of the reading; reader is the reader's version; not_known is the
    ingredient of a line left open; unlisted are ingredients that the text names and no line has."""

    kind: str
    title: str
    habit: Habit
    lines: list[RecipeLineOut]
    aside: list[str]
    makes: int | None
    draft: DraftDoc | None
    style: str
    facts: list[ProcessFactOut]
    overlooked: list[str]
    unlisted: list[UnlistedOut]
    note: str
    reader: int
    not_known: str


class ReadIn(Strict):
    text: str = Field(max_length=400_000)
    habit: Literal["us", "metric", "au"] | None = None


class AnswerIn(Strict):
    """A line with what the cook has said about it; answered names the questions that are settled."""

    text: str = Field(max_length=2000)
    ingredient: str = Field(max_length=80)
    quantities: list[QuantityDoc] = Field(max_length=8)
    amount: str = Field(default="", max_length=80)
    filling: str = Field(default="", max_length=30)
    step: Step
    habit: Habit
    answered: list[str] = Field(default=[], max_length=10)


class FoundOut(BaseModel):
    id: str
    by: str


@router.post("/read", response={200: RecipeOut, **PROBLEMS})
def read(request: HttpRequest, payload: ReadIn) -> RecipeOut:
    """Read a recipe in any of the formats; without a habit it is guessed from the text and said."""
    habit = Habit(payload.habit) if payload.habit else guess_habit(payload.text)
    opened = open_recipe(payload.text, habit, cups())
    recipe, bake = opened.recipe, opened.recipe.bake
    return RecipeOut(
        kind=opened.kind,
        title=recipe.title,
        habit=recipe.habit,
        lines=[_line_out(x) for x in recipe.lines],
        aside=list(recipe.aside),
        makes=bake.makes,
        draft=DraftDoc.of(opened.file.draft) if opened.file else None,
        style=opened.file.style if opened.file else "",
        facts=[_fact(f) for f in bake.facts],
        overlooked=list(recipe.overlooked),
        unlisted=[UnlistedOut(name=u.name, clause=u.clause[:200]) for u in recipe.unlisted],
        note=recipe.note,
        reader=READER,
        not_known=NOT_KNOWN,
    )


class PdfOut(BaseModel):
    """The text inside a PDF."""

    text: str


@router.post("/pdf", response={200: PdfOut, **PROBLEMS})
def pdf(request: HttpRequest, file: File[UploadedFile]) -> PdfOut:
    """The text inside a PDF, to be read like any other. Nothing of the file is kept."""
    require(request.user, Right.DEVELOP)
    if (file.size or 0) > MOST_PDF:
        raise EntryError("file", "That PDF is larger than 5 MB. Save the recipe's pages alone.")
    return PdfOut(text=pdf_text(file.read()))


@router.post("/line", response={200: RecipeLineOut, **PROBLEMS})
def answer(request: HttpRequest, payload: AnswerIn) -> RecipeLineOut:
    """One line again, with what the cook said: another ingredient, an amount, a way of filling."""
    item = table().get(payload.ingredient) or find(payload.ingredient)
    quantities = tuple(KitchenAmount(q.low, q.high, q.unit, q.heap, q.piece) for q in payload.quantities)
    if payload.amount.strip():
        found = amount_at(tidy(payload.amount), 0)
        unit = found.quantity.unit if found else ""
        quantities = ()
        if found is not None:
            q = KitchenAmount(found.quantity.low, found.quantity.high, unit or "g", found.quantity.heap)
            bare = KitchenAmount(q.low, q.high, "", q.heap) if not unit else q
            whole = counted(bare, payload.ingredient, payload.amount)
            quantities = (whole if whole.unit else q,)
    elif "unit" in payload.answered:
        quantities = tuple(KitchenAmount(q.low, q.high, q.unit or "g", q.heap, q.piece) for q in quantities)
    match = still_named(tidy(payload.text), item, payload.habit, payload.answered)
    line = understood(payload.text, match, quantities, payload.filling, payload.habit, payload.step, cups(), item=item)
    asks = tuple(a for a in line.asks if a not in payload.answered or (a in ("amount", "unit") and line.grams is None))
    return _line_out(line, asks)


@router.get("/find", response={200: list[FoundOut], **PROBLEMS})
def found(request: HttpRequest, name: str = "") -> list[FoundOut]:
    """Ingredients by any common name, best first."""
    return [FoundOut(id=i, by=by) for i, by in search(name[:80])]


def _fact(f: Fact) -> ProcessFactOut:
    q = quantities().get(f.field)
    label = q.label if q is not None else f.field.capitalize()
    unit = q.unit if q is not None else ""
    return ProcessFactOut(field=f.field, value=f.value, label=label, unit=unit, words=f.words[:120])


def _line_out(x: Understood, asks: tuple[str, ...] | None = None) -> RecipeLineOut:
    item = table().get(x.ingredient_id)
    ways = [name for name, _ in fillings(item) if name] if item and x.measured_by_volume else []
    return RecipeLineOut(
        text=x.text,
        ingredient=x.ingredient_id,
        named=x.named,
        quantities=[QuantityDoc(low=q.low, high=q.high, unit=q.unit, heap=q.heap, piece=q.piece) for q in x.quantities],
        grams=x.grams,
        low_g=x.low_g,
        high_g=x.high_g,
        range_g=list(x.range_g) if x.range_g else None,
        filling=x.filling,
        fillings=ways,
        step=x.step,
        asks=[
            AskOut(code=a, question=ask_words(x, a), by=_by(a), choices=_choices(a, ways, x))
            for a in (x.asks if asks is None else asks)
        ],
        notes=list(x.notes),
        how=x.how,
        confidence=x.confidence,
    )


def _by(code: str) -> Literal["amount", "filling", "ingredient"]:
    if code == "filling":
        return "filling"
    return "amount" if code in (*BY_AMOUNT, "amount", "unit") else "ingredient"


def _choices(code: str, ways: list[str], x: Understood) -> list[ChoiceOut]:
    if code in BY_AMOUNT:
        return [ChoiceOut(id=amount, name=f"{amount}, {words}", means=words) for amount, words in x.offers]
    if code == "unit":
        return [ChoiceOut(id=amount, name=amount, means=words) for amount, words in units_meant(x.quantities)]
    if code == "ingredient":
        likely = [ChoiceOut(id=i, name=table()[i].name) for i in near(x.unknown) if i != x.ingredient_id]
        known = table().get(x.ingredient_id)
        # “Is it butter?”
        return [ChoiceOut(id=known.id, name=f"yes, {known.name.lower()}"), *likely] if known else likely
    if code == "filling":
        return [ChoiceOut(id=w, name=w) for w in ways]
    return [ChoiceOut(id=i, name=table()[i].name) for i in choices(code)]
