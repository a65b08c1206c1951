"""Every quantity by name: what it is called, its unit, what makes sense in it, how it scatters, and where it plays.

Source: data/quantities.csv, one row a quantity. Whatever asks for a box, a column, a reading or a figure asks here.
Steps of distance are what a careful cook would call a clear miss (judgement, M); scatter of sizes, loss and shade is
practice (M), of cores and scores judgement (L).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal

from dough.facts.tables import number, rows

Dimension = Literal["length", "mass", "minutes", "hours", "percent", "temperature", "plain", "choice"]
#: target: a cookie is judged by it. measured: typed of a bake; worked_out: follows from what is measured. series: a run
#: can measure it. learned: the calibration rests on it. forecast: the model says it. process: a draft holds it.
#: done: noted of how a bake was done. count: whole numbers. wish: beside the cookie in a target. typed: a box only.
Role = Literal[
    "target", "measured", "worked_out", "series", "learned", "forecast", "process", "done", "count", "wish", "typed"
]


@dataclass(frozen=True, slots=True)
class Quantity:
    """One quantity. low and high bound what a box takes, digits are shown and kept digits stored.

    clear_miss is one unit of distance. relative: it scatters as a share of itself; usual is its value where unknown.
    scatter is one sd between two bakes, piece between two pieces of a tray, read_sd of one careful reading (by eye
    where that differs), model_sd of the model; all in the unit, or as shares. most is the greatest value there is.
    group, hint and example are for the form of a bake.
    """

    key: str
    label: str
    measures: Dimension
    unit: str
    low: float
    high: float
    digits: int
    kept: int
    roles: tuple[Role, ...]
    several: bool
    clear_miss: float | None
    low_word: str
    high_word: str
    less: str
    more_word: str
    under: str
    over: str
    relative: bool
    usual: float | None
    scatter: float | None
    piece: float | None
    read_sd: float | None
    read_by_eye_sd: float | None
    model_sd: float | None
    most: float | None
    group: str
    hint: str
    example: str

    def amount(self, size: float) -> str:
        """A size of this quantity with its unit: ``2.1 mm``, ``14 points``, ``0.8 points``, ``3 L*``."""
        if self.unit == "of 100":
            return f"{abs(size):.0f} point{'' if round(abs(size)) == 1 else 's'}"
        unit = "points" if self.unit == "%" else self.unit
        return f"{abs(size):.{self.digits}f} {unit}".rstrip()

    def more(self, difference: float) -> str:
        """A difference as a cook says it: ``2.1 mm wider``, ``14 points crisper``."""
        return f"{self.amount(difference)} {(self.more_word or 'more') if difference > 0.0 else (self.less or 'less')}"

    @property
    def step(self) -> float:
        """One unit of distance, a clear miss. Raises ValueError for a quantity that has none."""
        if self.clear_miss is None:
            raise ValueError(f"{self.key} has no unit of distance")
        return self.clear_miss


@cache
def quantities() -> dict[str, Quantity]:
    """All quantities by key, in table order."""
    return {r["key"]: _quantity(r) for r in rows("quantities")}


def quantity(key: str) -> Quantity:
    """The quantity of this key. Raises KeyError when there is none."""
    return quantities()[key]


def of_role(role: Role) -> tuple[Quantity, ...]:
    """The quantities that play a role, in table order."""
    return tuple(q for q in quantities().values() if role in q.roles)


def keys_of(role: Role) -> tuple[str, ...]:
    """Their keys."""
    return tuple(q.key for q in of_role(role))


def _quantity(r: dict[str, str]) -> Quantity:
    return Quantity(
        key=r["key"],
        label=r["label"],
        measures=r["measures"],  # type: ignore[arg-type]
        unit=r["unit"],
        low=number(r["low"]) or 0.0,
        high=number(r["high"]) or 0.0,
        digits=int(r["digits"] or 0),
        kept=int(r["kept"] or 0),
        roles=tuple(r["roles"].split()),  # type: ignore[arg-type]
        several=r["several"] == "yes",
        more_word=r["more"],
        relative=r["relative"] == "yes",
        most=number(r["most"]),
        clear_miss=number(r["step"]),
        low_word=r["low_word"],
        high_word=r["high_word"],
        less=r["less"],
        under=r["under"],
        over=r["over"],
        group=r["group"],
        hint=r["hint"],
        example=r["example"],
        usual=number(r["usual"]),
        scatter=number(r["scatter"]),
        piece=number(r["piece"]),
        read_sd=number(r["read_sd"]),
        read_by_eye_sd=number(r["read_by_eye_sd"]),
        model_sd=number(r["model_sd"]),
    )
