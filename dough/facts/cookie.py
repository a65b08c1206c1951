"""A cookie by what it is judged by: sizes, scores and shade.

One unit of distance is what a careful cook would call a clear miss: 3 mm across, 1 mm of height,
10 points of a 0-100 score, 4 of crust L* (judgement, M).
"""

from __future__ import annotations

from dataclasses import dataclass, fields


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


def is_empty(cookie: Cookie) -> bool:
    """True when nothing about it is known."""
    return all(getattr(cookie, f.name) is None for f in fields(cookie))
