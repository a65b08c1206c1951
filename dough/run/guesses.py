"""A guess beside the forecast and the bake: for one bake, and how guesses have held over many."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from dough.facts.entry import read
from dough.facts.errors import EntryError
from dough.facts.quantities import quantity

#: What can be guessed in figures.
GUESSED = ("diameter_mm", "height_mm", "minutes")
#: Below this many bakes a habit of guessing is not told.
HABIT_FROM = 3


@dataclass(frozen=True, slots=True)
class Beside:
    """One quantity: as guessed, as forecast and as it came, in its unit (None: not said or not known)."""

    key: str
    label: str
    unit: str
    guess: float | None
    forecast: float | None
    came: float | None

    @property
    def off(self) -> float | None:
        return None if self.guess is None or self.came is None else self.guess - self.came

    @property
    def forecast_off(self) -> float | None:
        return None if self.forecast is None or self.came is None else self.forecast - self.came


@dataclass(frozen=True, slots=True)
class GuessHeld:
    """How a cook's guesses of one quantity have held: bakes, mean distance of guess and of forecast from what came, the
    mean of guess minus what came, and that in words."""

    key: str
    label: str
    unit: str
    bakes: int
    guess_off: float
    forecast_off: float | None
    bias: float
    words: str


def beside(
    guess: Iterable[tuple[str, str]], forecast: Mapping[str, float | None], came: Mapping[str, float | None]
) -> tuple[Beside, ...]:
    """The three of every quantity that was guessed or came. What was guessed in no figure is not one."""
    said = dict(guess)
    found = []
    for key in GUESSED:
        q = quantity(key)
        figure = _figure(key, said.get(key, ""))
        if figure is not None or came.get(key) is not None:
            found.append(Beside(key, q.label, q.unit, figure, forecast.get(key), came.get(key)))
    return tuple(found)


def held(bakes: Iterable[tuple[Beside, ...]]) -> tuple[GuessHeld, ...]:
    """How guesses have held over bakes, by quantity; only those that were guessed and came."""
    found: dict[str, list[Beside]] = {}
    for bake in bakes:
        for b in bake:
            if b.off is not None:
                found.setdefault(b.key, []).append(b)
    return tuple(_held(rows) for rows in found.values())


def _held(rows: list[Beside]) -> GuessHeld:
    first = rows[0]
    offs = [b.off or 0.0 for b in rows]
    told = [b.forecast_off for b in rows if b.forecast_off is not None]
    n = len(rows)
    mine = sum(abs(x) for x in offs) / n
    its = sum(abs(x) for x in told) / len(told) if told else None
    bias = sum(offs) / n
    return GuessHeld(first.key, first.label, first.unit, n, mine, its, bias, _words(n, mine, its, bias))


def _words(n: int, mine: float, its: float | None, bias: float) -> str:
    if n < HABIT_FROM:
        return f"{n} of {HABIT_FROM} bakes that it takes to tell a habit"
    parts = []
    if its is not None:
        parts.append("nearer than the forecast" if mine < its else "the forecast was nearer")
    if abs(bias) > 0.6 * mine:
        parts.append(f"you guess {'too much' if bias > 0 else 'too little'}")
    return ", ".join(parts) or "no habit either way"


def _figure(key: str, text: str) -> float | None:
    """A guess in figures; None where it is none."""
    try:
        return read(text, quantity(key), key)
    except EntryError:
        return None


def check_guess(values: Mapping[str, object]) -> None:
    """Raise EntryError for a figure that is none."""
    for key in GUESSED:
        if isinstance(text := values.get(key), str | int | float) and not isinstance(text, bool):
            read(str(text), quantity(key), key)
