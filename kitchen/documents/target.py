"""A wanted cookie as it is stored and sent."""

from __future__ import annotations

from typing import Annotated

from annotated_types import Len
from pydantic import StringConstraints

from dough.draft.target import Target
from dough.facts.cookie import Cookie
from dough.facts.limits import USUAL_PACK, Limit
from dough.facts.needs import Wish, wish
from kitchen.documents.base import Strict


class CookieDoc(Strict):
    diameter_mm: float | None = None
    height_mm: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None

    def to_core(self) -> Cookie:
        return Cookie(**self.model_dump())

    @classmethod
    def of(cls, cookie: Cookie) -> CookieDoc:
        return cls.model_validate(cookie, from_attributes=True)


class WishDoc(Strict):
    """Less or more of something: by so many percent of from_per_100g (g, for sodium mg, in 100 g)."""

    need: Annotated[str, StringConstraints(max_length=20)]
    by_pct: float
    from_per_100g: float

    def to_core(self) -> Wish:
        return wish(self.need, self.by_pct, self.from_per_100g)


class LimitDoc(Strict):
    """At most or at least so much of something in a piece or in 100 g as baked; must or rather; pieces are those of
    a pack."""

    key: Annotated[str, StringConstraints(max_length=20)]
    per: Annotated[str, StringConstraints(max_length=10)] = "piece"
    at_most: bool = True
    value: float
    must: bool = True
    pieces: int = USUAL_PACK

    def to_core(self) -> Limit:
        return Limit(self.key, self.per, self.at_most, self.value, self.must, self.pieces)


class TargetDoc(Strict):
    cookie: CookieDoc = CookieDoc()
    portion_g: float | None = None
    source: Annotated[str, StringConstraints(max_length=120)] = "not set"
    style_id: str | None = None
    count: float | None = None
    eat_age_h: float | None = None
    packing: Annotated[str, StringConstraints(max_length=20)] = "tin"
    needs: Annotated[list[str], Len(0, 40)] = []
    wishes: Annotated[list[WishDoc], Len(0, 6)] = []
    limits: Annotated[list[LimitDoc], Len(0, 20)] = []

    def to_core(self) -> Target:
        return Target(
            self.cookie.to_core(), self.portion_g, self.source, self.style_id, self.count, self.eat_age_h,
            tuple(self.needs), tuple(w.to_core() for w in self.wishes), self.packing,
            tuple(x.to_core() for x in self.limits),
        )  # fmt: skip

    @classmethod
    def of(cls, target: Target) -> TargetDoc:
        return cls(
            cookie=CookieDoc.of(target.cookie),
            portion_g=target.portion_g,
            source=target.source[:120],
            style_id=target.style_id,
            count=target.count,
            eat_age_h=target.eat_age_h,
            packing=target.packing,
            needs=list(target.needs),
            wishes=[WishDoc.model_validate(w, from_attributes=True) for w in target.wishes],
            limits=[LimitDoc.model_validate(x, from_attributes=True) for x in target.limits],
        )
