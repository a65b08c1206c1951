"""The wanted cookie, how far another is from it, and that distance in words.

One unit of distance is what a careful cook would call a clear miss: 3 mm across, 1 mm of height,
10 points of a 0-100 score, 4 of crust L* (judgement, M).
"""

from __future__ import annotations

import math
from dataclasses import dataclass, fields, replace
from typing import Any

from dough.entry import read_named
from dough.errors import EntryError
from dough.needs.wanted import Wish
from dough.needs.wanted import need as find_need
from dough.needs.wanted import wish as make_wish
from dough.styles import Style


@dataclass(frozen=True, slots=True)
class Attribute:
    """One thing a cookie is judged by: its unit, one unit of distance, and the words for a miss."""

    key: str
    label: str
    unit: str
    step: float
    digits: int
    over: str
    under: str
    low_word: str
    high_word: str

    def amount(self, size: float) -> str:
        """A size of this attribute with its unit: ``2.1 mm``, ``14 points``, ``3 L*``."""
        if self.unit == "of 100":
            return f"{abs(size):.0f} point{'' if round(abs(size)) == 1 else 's'}"
        return f"{abs(size):.{self.digits}f} {self.unit}"

    def more(self, difference: float) -> str:
        """A difference as a cook says it: ``2.1 mm wider``, ``14 points crisper``."""
        return f"{self.amount(difference)} {COMPARATIVES[self.high_word if difference > 0.0 else self.low_word]}"


COMPARATIVES = {
    "wide": "wider", "narrow": "narrower", "tall": "taller", "flat": "flatter", "crisp": "crisper", "soft": "softer",
    "dry": "drier", "chewy": "chewier", "short": "shorter", "cakey": "cakier", "dense": "denser", "dark": "darker",
    "pale": "paler",
}  # fmt: skip
ATTRIBUTES: tuple[Attribute, ...] = (
    Attribute("diameter_mm", "Diameter", "mm", 3.0, 1, "too wide", "too narrow", "narrow", "wide"),
    Attribute("height_mm", "Height", "mm", 1.0, 1, "too tall", "too flat", "flat", "tall"),
    Attribute("rim_crisp", "Rim", "of 100", 10.0, 0, "too crisp", "too soft", "soft", "crisp"),
    Attribute("middle_soft", "Middle", "of 100", 10.0, 0, "too soft", "too dry", "dry", "soft"),
    Attribute("bite_chewy", "Bite", "of 100", 10.0, 0, "too chewy", "too short", "short", "chewy"),
    Attribute("crumb_cakey", "Crumb", "of 100", 10.0, 0, "too cakey", "too dense", "dense", "cakey"),
    Attribute("crust_l", "Crust", "L*", 4.0, 0, "too pale", "too dark", "dark", "pale"),
)
BY_KEY = {a.key: a for a in ATTRIBUTES}


@dataclass(frozen=True, slots=True)
class Cookie:
    """Sizes in mm, scores 0-100, crust CIE L*. None is unknown."""

    diameter_mm: float | None = None
    height_mm: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None


@dataclass(frozen=True, slots=True)
class Target:
    """A wanted cookie, the portion it is made from, and where the wish came from.

    count is pieces wanted, eat_age_h the hours after baking at which it will be eaten, needs the dietary
    needs it has to meet (``dough.needs.wanted``), wishes those that are a matter of how much.
    """

    cookie: Cookie
    portion_g: float | None = None
    source: str = "set by hand"
    style_id: str | None = None
    count: float | None = None
    eat_age_h: float | None = None
    needs: tuple[str, ...] = ()
    wishes: tuple[Wish, ...] = ()


@dataclass(frozen=True, slots=True)
class Miss:
    """One attribute of a cookie against the target.

    difference is cookie − target in the attribute's unit; steps the same in units of distance.
    """

    attribute: Attribute
    wanted: float
    got: float

    @property
    def difference(self) -> float:
        return self.got - self.wanted

    @property
    def steps(self) -> float:
        return self.difference / self.attribute.step

    @property
    def within_reach(self) -> bool:
        return abs(self.steps) <= 1.0 + 1e-9

    @property
    def words(self) -> str:
        """For instance ``2.1 mm too flat`` or ``rim 14 points too soft``."""
        a, size = self.attribute, abs(self.difference)
        direction = a.over if self.difference > 0 else a.under
        name = "" if a.unit == "mm" else f"{a.label.lower()} "
        return f"{name}{a.amount(size)} {direction}"


@dataclass(frozen=True, slots=True)
class Closeness:
    """All comparable attributes, worst first; ``rms_steps`` is their root mean square."""

    misses: tuple[Miss, ...]
    not_compared: tuple[str, ...]

    @property
    def within(self) -> int:
        return sum(m.within_reach for m in self.misses)

    @property
    def rms_steps(self) -> float | None:
        if not self.misses:
            return None
        return math.sqrt(sum(m.steps**2 for m in self.misses) / len(self.misses))

    @property
    def sentence(self) -> str:
        """Names the largest miss in words; says what could not be compared."""
        if not self.misses:
            return "Nothing to compare yet."
        out = [m for m in self.misses if not m.within_reach]
        if not out:
            worst = self.misses[0]
            if abs(worst.steps) < 0.05:
                return "On target in everything compared."
            return f"All within reach; furthest is {worst.words}."
        first = out[0].words[0].upper() + out[0].words[1:]
        if len(out) == 1:
            return f"{first}; everything else within reach."
        if len(out) == 2:
            return f"{first}, {out[1].words}; the rest within reach."
        names = ", ".join(m.attribute.label.lower() for m in out[2:])
        return f"{first}, {out[1].words}; also out of reach: {names}."


def from_style(style: Style) -> Target:
    """The typical wanted cookie of a style (judgement, M); a cut style's width is its cut size's."""
    cookie = Cookie(
        diameter_mm=style.diameter_mm,
        height_mm=style.height_mm.typical,
        rim_crisp=style.rim_crisp,
        middle_soft=style.middle_soft,
        bite_chewy=style.bite_chewy,
        crumb_cakey=style.crumb_cakey,
        crust_l=style.crust_l,
    )
    return Target(cookie, style.portion_g.typical, f"typical {style.name.lower()}", style.id)


def adopt(old: Target, new: Target) -> Target:
    """Another cookie to want, with the count, the age at eating and the needs wished for before."""
    return replace(new, count=old.count, eat_age_h=old.eat_age_h, needs=old.needs, wishes=old.wishes)


def set_need(target: Target, need: str, wanted: bool) -> Target:
    """Switch one dietary need on or off. Raises EntryError for a need that is not known."""
    find_need(need)
    others = tuple(n for n in target.needs if n != need)
    return replace(target, needs=(*others, need) if wanted else others)


def set_wish(target: Target, ident: str, by_pct: float | None, from_per_100g: float | None) -> Target:
    """Wish for less or more of something by so many percent of what 100 g holds now; None takes it back.

    Raises EntryError for a wish that is not known, an amount out of reach, or nothing to count from.
    """
    others = tuple(w for w in target.wishes if w.need != ident)
    if by_pct is None:
        return replace(target, wishes=others)
    return replace(target, wishes=(*others, make_wish(ident, by_pct, from_per_100g or 0.0)))


def set_field(target: Target, name: str, value: str | float | None) -> Target:
    """Set one field from what was typed; the source then says it was set by hand."""
    if name not in BY_KEY and name not in ("portion_g", "count", "eat_age_h"):
        raise EntryError(f"target.{name}", "That is not something a target holds.")
    number = read_named(value, name, f"target.{name}")
    source = target.source if "by hand" in target.source else f"{target.source}, changed by hand"
    if name == "portion_g":
        return replace(target, portion_g=number, source=source)
    changes: dict[str, Any] = {name: number}
    if name in ("count", "eat_age_h"):
        return replace(target, **changes)
    return replace(target, cookie=replace(target.cookie, **changes), source=source)


def compare(got: Cookie, wanted: Cookie) -> Closeness:
    """Every attribute known on both sides, worst first."""
    misses: list[Miss] = []
    missing: list[str] = []
    for attribute in ATTRIBUTES:
        a, b = getattr(got, attribute.key), getattr(wanted, attribute.key)
        if b is None:
            continue
        if a is None:
            missing.append(attribute.label.lower())
        else:
            misses.append(Miss(attribute, b, a))
    misses.sort(key=lambda m: -abs(m.steps))
    return Closeness(tuple(misses), tuple(missing))


def is_empty(cookie: Cookie) -> bool:
    """True when nothing about it is known."""
    return all(getattr(cookie, f.name) is None for f in fields(cookie))
