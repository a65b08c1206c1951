"""What panels send and take."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel, Field

from dough.tasting.outcome import PanelOutcome
from dough.tasting.questions import PanelQuestion
from kitchen.documents.base import Strict
from kitchen.documents.panel import PanelDoc, ReplyDoc

KEY = r"^[A-Za-z0-9-]{8,64}$"


class MaskOut(BaseModel):
    key: str
    words: str


class PanelQuestionsOut(BaseModel):
    """What can be asked, and what can be hidden from the eye."""

    questions: list[PanelQuestion]
    masks: list[MaskOut]
    scales: list[str]


class TastersNeededOut(BaseModel):
    """How many tasters find a difference of d′ four times in five: the least, and from where it never falls below
    again. None where it would take more than 400, or where the question is no difference test."""

    least: int | None
    always: int | None
    critical: int | None


class PanelIn(Strict):
    key: str = Field(pattern=KEY)
    name: str = Field(max_length=120)
    said: PanelDoc


class MoreIn(Strict):
    more: int = Field(ge=1, le=12)


class WhyIn(Strict):
    why: str = Field(max_length=200)


class PaperIn(Strict):
    nick: str = Field(default="", max_length=30)
    reply: ReplyDoc


class BallotOut(BaseModel):
    """A ballot as the cook and the server see it: its plate's codes in order, never what they are. state is waiting,
    begun, finished or withdrawn."""

    number: int
    codes: list[int]
    state: str
    nick: str
    came_by: str


class PlateKeyOut(BaseModel):
    """What was on a plate, told once the panel may be told."""

    number: int
    samples: list[str]
    compare: str


class PanelBrief(BaseModel):
    id: int
    name: str
    state: str
    question: str
    made_at: datetime
    answered: int
    tasters: int
    simulated: bool
    answer: str


class AskedScaleOut(BaseModel):
    """A figure each sample gets: its key and label, the values that can be said and their words."""

    key: str
    label: str
    values: tuple[float, ...]
    words: tuple[str, ...]


class PanelOut(BaseModel):
    """A panel. scales are what a ballot asks of each sample, empty where it picks among codes. outcome and plates are
    there once it may be told: closed, or broken open."""

    id: int
    dough_id: int
    name: str
    state: str
    simulated: bool
    said: PanelDoc
    question: PanelQuestion
    scales: list[AskedScaleOut]
    holds: list[str]
    minds: list[str]
    uneven: str
    opened_at: datetime | None
    ends_at: datetime | None
    closed_at: datetime | None
    broken_at: datetime | None
    broken_why: str
    made_by: str
    ballots: list[BallotOut]
    answered: int
    outcome: PanelOutcome | None
    plates: list[PlateKeyOut]


class BallotLinkOut(BaseModel):
    """Where a ballot is answered, and the same as a code to photograph (an SVG)."""

    url: str
    code: str
