"""What panels send and take."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel, Field

from dough.tasting.ballot import AskedScale
from dough.tasting.difference import SizeWord
from dough.tasting.outcome import PanelOutcome
from dough.tasting.questions import PanelQuestion
from dough.tasting.settled import Settled
from kitchen.documents.base import Strict
from kitchen.documents.panel import PanelDoc, ReplyDoc
from kitchen.documents.target import CookieDoc
from kitchen.reading.panels import NamedPlate

KEY = r"^[A-Za-z0-9-]{8,64}$"


class MaskOut(BaseModel):
    key: str
    words: str


class PanelQuestionsOut(BaseModel):
    """What can be asked, what can be hidden from the eye, and how large a difference d′ is in words."""

    questions: list[PanelQuestion]
    masks: list[MaskOut]
    scales: list[str]
    sizes: list[SizeWord]


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


class LikedOut(BaseModel):
    """The version that is liked best for sure, and its cookie: as measured or as forecast, basis says which."""

    name: str
    version: int
    cookie: CookieDoc
    basis: str


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
    scales: list[AskedScale]
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
    liked: LikedOut | None
    settled: Settled | None
    plates: list[NamedPlate]


class BallotLinkOut(BaseModel):
    """Where a ballot is answered, and the same as a code to photograph (an SVG)."""

    url: str
    code: str
