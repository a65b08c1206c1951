"""A panel as it is set up, its plates, and a taster's reply: stored and sent in one shape."""

from __future__ import annotations

from pydantic import Field

from dough.tasting.references import LaidOut
from dough.tasting.replies import Reply
from dough.tasting.serving import Piece, Serving
from dough.tasting.setup import PanelSaid, SampleSaid
from kitchen.documents.base import Strict


class SampleDoc(Strict):
    """A sample: a version of this dough (by number), a bake of one (by number too, its version beside it), or one from
    elsewhere with what it holds in words; its age at the table in hours, empty where it is not known."""

    name: str = Field(min_length=1, max_length=60)
    version: int | None = Field(default=None, ge=1, le=100_000)
    bake: int | None = Field(default=None, ge=1, le=100_000)
    age_h: float | None = Field(default=None, ge=0, le=2000)
    holds: str = Field(default="", max_length=300)


class LaidOutDoc(Strict):
    """A cookie that lies open to compare with: its name, and the point of a scale it stands for."""

    scale: str = Field(max_length=20)
    value: float = Field(ge=0, le=100)
    name: str = Field(max_length=60)


class PanelDoc(Strict):
    """What the cook says of a panel. alike_d is the difference below which samples count as alike; settles what hangs
    on it, in words: a swap, a step of Next."""

    question: str = Field(max_length=20)
    samples: list[SampleDoc] = Field(min_length=1, max_length=12)
    tasters: int = Field(ge=1, le=400)
    scales: list[str] = Field(default=[], max_length=12)
    attribute: str = Field(default="", max_length=40)
    serve_c: float | None = Field(default=None, ge=-30, le=100)
    half: bool = False
    mask: str = Field(default="none", max_length=10)
    warm_up: bool = False
    ages_differ: str = Field(default="", max_length=200)
    alike_d: float = Field(default=1.0, ge=0.2, le=4.0)
    settles: str = Field(default="", max_length=160)
    references: list[LaidOutDoc] = Field(default=[], max_length=8)
    twice: bool = False

    def to_core(self) -> PanelSaid:
        samples = tuple(
            SampleSaid(s.name, s.age_h, s.version is not None or s.bake is not None, s.holds) for s in self.samples
        )
        return PanelSaid(
            samples, self.tasters, tuple(self.scales), self.attribute, self.serve_c, self.mask, self.ages_differ,
            self.laid_out(), self.twice,
        )  # fmt: skip

    def laid_out(self) -> tuple[LaidOut, ...]:
        return tuple(LaidOut(r.scale, r.value, r.name.strip()) for r in self.references)


class PieceDoc(Strict):
    code: int
    sample: int


class PlateDoc(Strict):
    """What is on a plate; compare is the sample that lies open, −1 for the target cookie; again the code of the piece
    that is a sample for the second time."""

    pieces: list[PieceDoc]
    compare: int | None = None
    again: int | None = None

    @classmethod
    def of(cls, s: Serving) -> PlateDoc:
        return cls(pieces=[PieceDoc(code=p.code, sample=p.sample) for p in s.pieces], compare=s.compare, again=s.again)

    def to_core(self) -> Serving:
        return Serving(tuple(Piece(p.code, p.sample) for p in self.pieces), self.compare, self.again)


class ReplyDoc(Strict):
    """What a taster said: a choice, a pair, an order, or figures by code and scale."""

    choice: int | None = Field(default=None, ge=100, le=999)
    pair: list[int] = Field(default=[], max_length=2)
    order: list[int] = Field(default=[], max_length=12)
    scores: dict[str, dict[str, float]] = Field(default={}, max_length=12)
    words: str = Field(default="", max_length=300)

    def to_core(self) -> Reply:
        scores = {int(c): dict(s) for c, s in self.scores.items() if c.isascii() and c.isdigit()}
        return Reply(self.choice, tuple(self.pair), tuple(self.order), scores, self.words.strip())

    @classmethod
    def of(cls, r: Reply) -> ReplyDoc:
        scores = {str(c): dict(s) for c, s in r.scores.items()}
        return cls(choice=r.choice, pair=list(r.pair), order=list(r.order), scores=scores, words=r.words)
