"""How far a cookie is from the wanted one, in steps and in words."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import Quantity


@dataclass(frozen=True, slots=True)
class Miss:
    """One attribute of a cookie against the target.

    difference is cookie − target in the attribute's unit; steps the same in units of distance.
    """

    attribute: Quantity
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
