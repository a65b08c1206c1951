"""Panels for those who run them. Before one may be told, no answer here holds what a code stands for; the plating
sheet does, as somebody has to fill the plates: who printed it is in the journal."""

from __future__ import annotations

import segno
from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status

from dough.tasting.ballot import asked_scales
from dough.tasting.difference import SIZES
from dough.tasting.questions import question as question_named
from dough.tasting.questions import questions
from dough.tasting.setup import MASKS, SCALE_KEYS, TastersWanted, minded, tasters_wanted
from kitchen.actions.base import require
from kitchen.actions.panels import (
    BreakOpen,
    ClosePanel,
    EnterPaper,
    FreeBallot,
    MoreTasters,
    OpenPanel,
    SetUpPanel,
)
from kitchen.actions.rights import Right
from kitchen.api.errors import PROBLEMS
from kitchen.api.panels.schemas import (
    BallotLinkOut,
    BallotOut,
    LikedOut,
    MaskOut,
    MoreIn,
    PanelBrief,
    PanelIn,
    PanelOut,
    PanelQuestionsOut,
    PaperIn,
    WhyIn,
)
from kitchen.documents.target import CookieDoc
from kitchen.models import Ballot, Panel
from kitchen.reading.doughs import dough_for_reading, name_of
from kitchen.reading.panel_scores import liked_by
from kitchen.reading.panels import (
    ballot_numbered,
    came_out,
    may_be_told,
    named_plates,
    panel_for_reading,
    question_of,
    said_of,
    standing,
    state_of,
    token_of,
    unevenness,
)
from kitchen.reading.settled import settled_of

router = Router(tags=["panels"])
dough_router = Router(tags=["panels"])


@router.get("/questions", response={200: PanelQuestionsOut, **PROBLEMS})
def panel_questions(request: HttpRequest) -> PanelQuestionsOut:
    """What a panel can be asked."""
    masks = [MaskOut(key=k, words=w) for k, w in MASKS.items()]
    return PanelQuestionsOut(
        questions=list(questions().values()), masks=masks, scales=list(SCALE_KEYS), sizes=list(SIZES)
    )


@router.get("/needed", response={200: TastersWanted, **PROBLEMS})
def tasters_needed(request: HttpRequest, question: str, d: float = 1.5, tasters: int = 0) -> TastersWanted:
    """How many tasters it takes, and of a number of tasters how many have to be right."""
    return tasters_wanted(question_named(question), d, tasters)


@dough_router.get("/{dough_id}/panels", response={200: list[PanelBrief], **PROBLEMS})
def panels(request: HttpRequest, dough_id: int) -> list[PanelBrief]:
    """A dough's panels, newest first."""
    return [_brief(p) for p in Panel.objects.filter(dough=dough_for_reading(dough_id))]


@dough_router.post("/{dough_id}/panels", response={201: PanelOut, **PROBLEMS})
def set_up(request: HttpRequest, dough_id: int, payload: PanelIn) -> Status[PanelOut]:
    """Set up a panel. The same key twice sets it up once."""
    action = SetUpPanel(
        actor=request.user, now=timezone.now(), dough_id=dough_id, key=payload.key, name=payload.name, said=payload.said
    )
    return Status(201, _told(action.execute()))


@router.get("/{panel_id}", response={200: PanelOut, **PROBLEMS})
def panel(request: HttpRequest, panel_id: int) -> PanelOut:
    return _told(panel_for_reading(panel_id))


@router.post("/{panel_id}/open", response={200: PanelOut, **PROBLEMS})
def open_panel(request: HttpRequest, panel_id: int) -> PanelOut:
    """Draw plates and codes by lot."""
    return _told(OpenPanel(actor=request.user, now=timezone.now(), panel_id=panel_id).execute())


@router.post("/{panel_id}/more", response={200: PanelOut, **PROBLEMS})
def more_tasters(request: HttpRequest, panel_id: int, payload: MoreIn) -> PanelOut:
    """Plates for tasters who come besides."""
    return _told(MoreTasters(actor=request.user, now=timezone.now(), panel_id=panel_id, more=payload.more).execute())


@router.post("/{panel_id}/close", response={200: PanelOut, **PROBLEMS})
def close_panel(request: HttpRequest, panel_id: int) -> PanelOut:
    """End it; what came out is told from here on."""
    return _told(ClosePanel(actor=request.user, now=timezone.now(), panel_id=panel_id).execute())


@router.post("/{panel_id}/break", response={200: PanelOut, **PROBLEMS})
def break_panel(request: HttpRequest, panel_id: int, payload: WhyIn) -> PanelOut:
    """Look before it is closed; that stays with it."""
    return _told(BreakOpen(actor=request.user, now=timezone.now(), panel_id=panel_id, why=payload.why).execute())


@router.get("/{panel_id}/ballots/{number}/link", response={200: BallotLinkOut, **PROBLEMS})
def ballot_link(request: HttpRequest, panel_id: int, number: int) -> BallotLinkOut:
    """Where a ballot is answered: for whoever hands it out."""
    require(request.user, Right.RECORD)
    return _link(request, ballot_numbered(panel_for_reading(panel_id), number))


@router.post("/{panel_id}/ballots/{number}/free", response={200: BallotLinkOut, **PROBLEMS})
def free_ballot(request: HttpRequest, panel_id: int, number: int) -> BallotLinkOut:
    """A new link; the old one is worthless."""
    ballot = FreeBallot(actor=request.user, now=timezone.now(), panel_id=panel_id, number=number).execute()
    return _link(request, ballot)


@router.post("/{panel_id}/ballots/{number}/paper", response={200: PanelOut, **PROBLEMS})
def enter_paper(request: HttpRequest, panel_id: int, number: int, payload: PaperIn) -> PanelOut:
    """A paper ballot, entered by hand."""
    EnterPaper(
        actor=request.user, now=timezone.now(), panel_id=panel_id, number=number, nick=payload.nick,
        reply=payload.reply,
    ).execute()  # fmt: skip
    return _told(panel_for_reading(panel_id))


def ballot_url(request: HttpRequest, ballot: Ballot) -> str:
    """A ballot's address: on the listener for ballots where there is one, else here."""
    base = settings.BALLOTS_AT or f"{request.scheme}://{request.get_host()}"
    return f"{base}/b/{token_of(ballot)}"


def _link(request: HttpRequest, ballot: Ballot) -> BallotLinkOut:
    url = ballot_url(request, ballot)
    return BallotLinkOut(url=url, code=segno.make(url, error="m").svg_data_uri(scale=4, dark="#1a2233"))


def _brief(p: Panel) -> PanelBrief:
    now = timezone.now()
    told = may_be_told(p, now)
    return PanelBrief(
        id=p.pk, name=p.name, state=state_of(p, now), question=question_of(p).label, made_at=p.made_at,
        answered=p.ballots.exclude(finished_at=None).filter(withdrawn_at=None).count(),
        tasters=len(p.plates) or p.said["tasters"], simulated=p.simulated, answer=came_out(p).answer if told else "",
    )  # fmt: skip


def _told(p: Panel) -> PanelOut:
    now = timezone.now()
    said, asked, told = said_of(p), question_of(p), may_be_told(p, now)
    rows, plates = list(p.ballots.all()), named_plates(p)
    outcome = came_out(p) if told else None
    liked = liked_by(p, outcome) if outcome else None
    return PanelOut(
        id=p.pk, dough_id=p.dough_id, name=p.name, state=state_of(p, now), simulated=p.simulated, said=said,
        question=asked, scales=list(asked_scales(asked, tuple(said.scales), said.laid_out())), holds=p.holds,
        minds=list(minded(asked, said.to_core())), uneven=unevenness(p), opened_at=p.opened_at, ends_at=p.ends_at,
        closed_at=p.closed_at, broken_at=p.broken_at, broken_why=p.broken_why, made_by=name_of(p.made_by),
        ballots=[
            BallotOut(number=b.number, codes=list(plate.codes), state=standing(b), nick=b.nick)
            for b, plate in zip(rows, plates, strict=True)
        ],
        answered=sum(standing(b) == "finished" for b in rows), outcome=outcome,
        liked=None if liked is None else LikedOut(
            name=liked.name, version=liked.version, cookie=CookieDoc.of(liked.cookie), basis=liked.basis
        ),
        settled=settled_of(p) if told else None, plates=plates if told else [],
    )  # fmt: skip
