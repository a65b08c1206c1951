"""Text lines of scales and thermometers: cut out of whatever arrives, and read.

Forms are told by what a line is made of, not by who makes the device: a stable mark (ST, S, US, D, ?), a kind of
weight, a sign, a number, a unit. Several lines may arrive in one read, and half a line too; what can't be read is
said, never made up. Units are exact definitions (1 oz = 28.349523125 g, 1 lb = 453.59237 g).
"""

from __future__ import annotations

import re
from dataclasses import dataclass

MOST_LINE = 80
GRAMS = {"g": 1.0, "kg": 1000.0, "mg": 0.001, "oz": 28.349523125, "lb": 453.59237, "lbs": 453.59237}
DEGREES = ("c", "f", "°c", "°f", "k")
STABLE = frozenset({"st", "s", "stable"})
UNSTABLE = frozenset({"us", "d", "sd", "?", "unstable"})
OVER = re.compile(r"\bOL\b|\bover\b|-{4,}|\bS\s*\+\s*$|^\s*\+\s*$|E{3,}", re.IGNORECASE)
#: A number with its sign apart or joined, the point a comma where a device writes one.
NUMBER = re.compile(
    r"(?P<sign>[-+−])?\s*(?P<digits>\d{1,7}(?:[.,]\d{1,4})?)\s*(?P<unit>kg|mg|g|oz|lbs?|°?[CFK])?(?![\d.])",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class Reading:
    """One reading: grams or °C; whether the device says it is settled (None: it does not say)."""

    value: float
    unit: str
    stable: bool | None


@dataclass(frozen=True, slots=True)
class Trouble:
    """What can't be used, in words."""

    words: str


class Lines:
    """Whatever arrives, cut into lines. Garbage without an end is thrown away once it is longer than any line."""

    def __init__(self) -> None:
        self._held = b""
        self._skipping = False

    def feed(self, some: bytes) -> list[str]:
        """The lines that are whole by now."""
        found: list[str] = []
        for piece in re.split(rb"(\r\n|\r|\n)", self._held + some):
            if piece in (b"\r\n", b"\r", b"\n"):
                if not self._skipping and self._held.strip():
                    found.append(self._held.decode("ascii", "replace").strip())
                self._held, self._skipping = b"", False
            else:
                self._held = piece
        if len(self._held) > MOST_LINE:
            self._held, self._skipping = b"", True
        return found


def read_line(line: str, wants: str = "g") -> Reading | Trouble:
    """A line as grams (wants g) or degrees Celsius (wants C). Trouble says why it is neither."""
    text = line.strip()
    if not text:
        return Trouble("an empty line")
    if OVER.search(text):
        return Trouble("overload: take something off")
    numbers = list(NUMBER.finditer(text))
    with_unit = [m for m in numbers if m["unit"]]
    # “T1 98.4 C”: the number that carries the unit is meant, a channel's own number is not.
    match = with_unit[-1] if with_unit else numbers[-1] if numbers else None
    if match is None or "�" in text or re.search(r"[\x00-\x1f\x7f]", text):
        return Trouble(f"not a reading: “{text[:24]}”")
    before = re.findall(r"[A-Za-z?]+", text[: match.start()].lower()) + re.findall(r"\?", text[match.end() :])
    stable = None
    if any(w in UNSTABLE for w in before):
        stable = False
    elif any(w in STABLE for w in before):
        stable = True
    sign = -1.0 if match["sign"] in ("-", "−") else 1.0
    number = sign * float(match["digits"].replace(",", "."))
    unit = (match["unit"] or ("g" if wants == "g" else "C")).lower()
    if wants == "g":
        if unit not in GRAMS:
            return Trouble(f"“{match['unit']}” is no weight: set the scale to grams")
        return Reading(number * GRAMS[unit], "g", stable)
    if unit in GRAMS:
        return Trouble(f"“{match['unit']}” is no temperature")
    celsius = (number - 32.0) / 1.8 if unit.endswith("f") else number - 273.15 if unit == "k" else number
    return Reading(celsius, "C", stable)


class Settling:
    """Whether readings have come to rest: the device's own mark, or within one division for so long."""

    def __init__(self, division: float = 1.0, for_ms: int = 700) -> None:
        self.division, self.for_ms = division, for_ms
        self._since: int | None = None
        self._low = self._high = 0.0

    def settled(self, at: int, reading: Reading) -> bool:
        """Take a reading in; whether the value stands still by now."""
        if self._since is None or max(self._high, reading.value) - min(self._low, reading.value) > 1.01 * self.division:
            self._since, self._low, self._high = at, reading.value, reading.value
            return reading.stable is True
        self._low, self._high = min(self._low, reading.value), max(self._high, reading.value)
        return reading.stable is True or (reading.stable is None and at - self._since >= self.for_ms)
