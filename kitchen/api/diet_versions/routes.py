"""Diet versions, and the label sheet of a dough."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Status
from pydantic import Field

from dough.accounts.label import Label, Loss, label, open_questions
from dough.accounts.needs.verdict import marks
from dough.bake.loss import loss_of
from dough.facts.needs import Reading
from kitchen.actions.diet_version import FollowParent, MakeDietVersion, following
from kitchen.actions.read_label import ReadLabel
from kitchen.api.asked import MAX_ID
from kitchen.api.doughs.schemas import DoughOut
from kitchen.api.doughs.views import dough_out, need_words
from kitchen.api.errors import PROBLEMS
from kitchen.api.swaps.schemas import FamilyOut, LabelOut, SiblingOut, SupplierOut
from kitchen.documents.base import Strict
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough
from kitchen.prints.label_sheet import label_pdf
from kitchen.reading.doughs import dough_for_reading, latest_bakes, style_of
from kitchen.reading.kit import dough_setting
from kitchen.reading.this_kitchen import readings, region_code, wanted

router = Router(tags=["diets"])


class DietIn(Strict):
    name: str = Field(max_length=400)
    target: TargetDoc
    picks: dict[str, str] = Field(default={}, max_length=300)


class FollowIn(Strict):
    """take names the keys of what to take over; the rest is known from then on."""

    revision: int = Field(ge=0, le=MAX_ID)
    take: list[str] = Field(max_length=400)


class LabelReadIn(Strict):
    """codes are the allergens the supplier's label says it may contain; none: it names none."""

    ingredient: str = Field(max_length=40)
    codes: list[str] = Field(max_length=20)
    read_on: date | None = None


@router.get("/{dough_id}/family", response={200: FamilyOut, **PROBLEMS})
def family(request: HttpRequest, dough_id: int) -> FamilyOut:
    """What this dough follows and would follow, and its diet versions."""
    found = dough_for_reading(dough_id)
    parent = found.follows
    siblings = Dough.objects.filter(follows=found, deleted_at=None)
    return FamilyOut(
        parent=parent.pk if parent else None,
        parent_name=parent.name if parent else "",
        following=list(following(found).changes if parent else ()),
        siblings=[
            SiblingOut(id=s.pk, name=s.name, needs=need_words(s), waiting=len(following(s).changes)) for s in siblings
        ],
    )


@router.post("/{dough_id}/diet-versions", response={201: DoughOut, **PROBLEMS})
def make(request: HttpRequest, dough_id: int, payload: DietIn) -> Status[DoughOut]:
    """Keep the dough as it stands, with its swaps made, as a diet version that follows it."""
    action = MakeDietVersion(
        actor=request.user, now=timezone.now(), dough_id=dough_id, name=payload.name, target=payload.target,
        picks=payload.picks,
    )  # fmt: skip
    return Status(201, dough_out(action.execute()))


@router.post("/{dough_id}/follow", response={200: DoughOut, **PROBLEMS})
def follow(request: HttpRequest, dough_id: int, payload: FollowIn) -> DoughOut:
    """Take over what the parent changed."""
    action = FollowParent(
        actor=request.user, now=timezone.now(), dough_id=dough_id, revision=payload.revision, take=tuple(payload.take)
    )
    return dough_out(action.execute())


@router.get("/{dough_id}/label", response={200: LabelOut, **PROBLEMS})
def label_sheet(request: HttpRequest, dough_id: int) -> LabelOut:
    """Allergens, ingredient list, nutrition and notices of the draft's finished piece."""
    found = dough_for_reading(dough_id)
    made, suppliers = _label(found)
    return LabelOut(
        title=found.name,
        subtitle=_subtitle(found),
        against=_against(found),
        allergens=list(made.allergens),
        ingredients=list(made.ingredients),
        nutrients=list(made.nutrients),
        piece_g=made.piece_g,
        pieces=made.pieces,
        loss_pct=made.loss.pct if made.loss else None,
        loss_from=made.loss.source if made.loss else "",
        loss_plus_minus=made.loss.plus_minus if made.loss else None,
        suggests=list(made.suggests),
        notices=list(made.notices),
        sentences=list(made.sentences),
        lacks=list(made.lacks),
        confidence=made.confidence,
        suppliers=_suppliers(found, suppliers),
    )  # fmt: skip


@router.get("/{dough_id}/label.pdf", response={200: None, **PROBLEMS})
def label_file(request: HttpRequest, dough_id: int) -> HttpResponse:
    """The same as a PDF."""
    found = dough_for_reading(dough_id)
    made, _ = _label(found)
    answer = HttpResponse(label_pdf(found.name, _subtitle(found), made), content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="label-{found.pk}.pdf"'
    return answer


@router.post("/{dough_id}/label", response={200: LabelOut, **PROBLEMS})
def read_label(request: HttpRequest, dough_id: int, payload: LabelReadIn) -> LabelOut:
    """Tick what a supplier's label says an ingredient may contain; it counts for every dough of the kitchen."""
    dough_for_reading(dough_id)
    ReadLabel(
        actor=request.user, now=timezone.now(), ingredient_id=payload.ingredient, codes=tuple(payload.codes),
        read_on=payload.read_on,
    ).execute()  # fmt: skip
    return label_sheet(request, dough_id)


def _label(found: Dough) -> tuple[Label, dict[str, Reading]]:
    draft = DraftDoc.model_validate(found.draft).to_core()
    read = readings()
    return label(draft, read, _loss(found), region_code()), read


def _loss(found: Dough) -> Loss | None:
    measured = [
        loss for b in latest_bakes(found)
        if (loss := MeasuredDoc.model_validate(b.measured).to_core().value("loss_pct")) is not None
    ]  # fmt: skip
    return loss_of(dough_setting(found, style_of(found)), measured)


def _suppliers(found: Dough, read: dict[str, Reading]) -> list[SupplierOut]:
    items = {x.ingredient_id: x.ingredient for x in DraftDoc.model_validate(found.draft).to_core().formula.lines}
    return [
        SupplierOut(
            ingredient=ident,
            name=item.name,
            open=list(open_questions(item)),
            may_contain=list(read[ident].may_contain) if ident in read else [],
            read_on=read[ident].read_on if ident in read else "",
        )
        for ident, item in items.items()
    ]


def _against(found: Dough) -> list[str]:
    """What in the draft breaks a need of its own target, or is for a label to settle, in words."""
    needs = wanted(TargetDoc.model_validate(found.target).needs)
    lines = DraftDoc.model_validate(found.draft).to_core().formula.lines
    return [f"{x.ingredient.name}: {m.words}" for x in lines for m in marks(x.ingredient, needs)]


def _subtitle(found: Dough) -> str:
    words = ", ".join(need_words(found))
    if found.follows is None:
        return f"wanted: {words}" if words else ""
    return f"diet version of {found.follows.name}" + (f": {words}" if words else "")
