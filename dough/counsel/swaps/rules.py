"""The rules of substitution: data/swaps.csv, reductions.csv and equivalents.csv with their parts.

Every rule carries its source and confidence; the ratios are by weight, for 100 g of what is replaced.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.accounts.needs.verdict import Standing, marks
from dough.facts.ingredients import Confidence, Ingredient, ingredient, of_class
from dough.facts.needs import Wanted
from dough.facts.tables import number, rows

EVIDENCE = ("plausible", "practised", "well tried")
SOURCES = {
    "PRAC": "kitchen practice", "CALC": "worked out from composition", "SPEC": "typical specifications",
    "EST": "an estimate", "STO": "stoichiometry",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Part:
    """An ingredient that goes in: usual grams for 100 g replaced, and the least and most that make sense."""

    ingredient: str
    per_100: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Steps:
    """What else changes: oven in K, minutes, least rest in hours, dough temperature in K, the method of mixing.

    None, or an empty method: nothing.
    """

    oven_k: float | None = None
    minutes: float | None = None
    rest_h: float | None = None
    dough_temp_k: float | None = None
    mix: str = ""


@dataclass(frozen=True, slots=True)
class Rule:
    """A way to replace an ingredient. taste is how near it is to what it replaces (judgement).

    wide and high are what kitchens report it does to width and height, %, low to high.
    """

    id: str
    name: str
    replaces: tuple[str, ...]
    suits: tuple[str, ...]
    parts: tuple[Part, ...]
    method: str
    effect: str
    steps: Steps
    taste: str
    source: str
    confidence: Confidence
    evidence: str
    wide: tuple[float, float] | None
    high: tuple[float, float] | None

    @property
    def from_where(self) -> str:
        return SOURCES.get(self.source, self.source)


@dataclass(frozen=True, slots=True)
class Reduction:
    """A way to less or more of something: removes sugar, salt, soda or flour and puts parts in, g for 100 g."""

    id: str
    need: str
    name: str
    removes: str
    limit_pct: float
    parts: tuple[Part, ...]
    method: str
    effect: str
    steps: Steps
    source: str
    confidence: Confidence
    evidence: str

    @property
    def from_where(self) -> str:
        return SOURCES.get(self.source, self.source)


@dataclass(frozen=True, slots=True)
class Taking:
    """A part of an equivalent; a negative one comes off the first of the lines named in takes."""

    ingredient: str
    per_100: float
    takes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Equivalent:
    """Something else from the pantry that comes to the same."""

    id: str
    name: str
    replaces: tuple[str, ...]
    parts: tuple[Taking, ...]
    words: str
    source: str
    confidence: Confidence


@cache
def rules() -> dict[str, Rule]:
    """All swap rules by id, in table order."""
    parts: dict[str, list[Part]] = {}
    for r in rows("swap_parts"):
        part = Part(r["ingredient"], float(r["per_100"]), float(r["low"]), float(r["high"]))
        parts.setdefault(r["rule"], []).append(part)
    return {r["id"]: _rule(r, tuple(parts.get(r["id"], ()))) for r in rows("swaps")}


def _rule(r: dict[str, str], parts: tuple[Part, ...]) -> Rule:
    return Rule(
        r["id"], r["name"], kinds(r["replaces"]), tuple(r["suits"].split()), parts, r["method"], r["effect"],
        Steps(number(r["oven_k"]), number(r["minutes"]), number(r["rest_h"]), number(r["dough_temp_k"]), r["mix"]),
        r["taste"], r["source"],
        Confidence(r["confidence"]), r["evidence"], _pair(r["wide_low"], r["wide_high"]),
        _pair(r["high_low"], r["high_high"]),
    )  # fmt: skip


def kinds(text: str) -> tuple[str, ...]:
    """Ingredient ids of a cell that names ids and classes (“class:nut lard”)."""
    found: dict[str, None] = {}
    for word in text.split():
        named = of_class(word.removeprefix("class:")) if word.startswith("class:") else (ingredient(word),)
        found |= dict.fromkeys(i.id for i in named)
    return tuple(found)


def _pair(low: str, high: str) -> tuple[float, float] | None:
    return (float(low), float(high)) if low and high else None


@cache
def reductions() -> dict[str, Reduction]:
    """All ways to less or more of something, by id, in table order."""
    parts: dict[str, list[Part]] = {}
    for r in rows("reduction_parts"):
        grams = float(r["per_100"])
        parts.setdefault(r["rule"], []).append(Part(r["ingredient"], grams, grams, grams))
    return {
        r["id"]: Reduction(
            r["id"], r["need"], r["name"], r["removes"], float(r["limit_pct"]), tuple(parts.get(r["id"], ())),
            r["method"], r["effect"], Steps(number(r["oven_k"]), number(r["minutes"])), r["source"],
            Confidence(r["confidence"]), r["evidence"],
        )
        for r in rows("reductions")
    }  # fmt: skip


@cache
def equivalents() -> dict[str, Equivalent]:
    """All pantry equivalents by id, in table order."""
    parts: dict[str, list[Taking]] = {}
    for r in rows("equivalent_parts"):
        part = Taking(r["ingredient"], float(r["per_100"]), tuple(r["takes"].split()))
        parts.setdefault(r["rule"], []).append(part)
    return {
        r["id"]: Equivalent(
            r["id"], r["name"], kinds(r["replaces"]), tuple(parts.get(r["id"], ())), r["words"], r["source"],
            Confidence(r["confidence"]),
        )
        for r in rows("equivalents")
    }  # fmt: skip


def allowed(items: tuple[Ingredient, ...], needs: Wanted) -> tuple[bool, tuple[str, ...]]:
    """Whether none of these breaks a need, and the names of those whose label has to be read."""
    ask: list[str] = []
    for item in items:
        found = marks(item, needs)
        if any(m.standing is Standing.BREAKS for m in found):
            return False, ()
        if found:
            ask.append(item.name)
    return True, tuple(ask)
