"""How an oven setting reads in other marks."""

from __future__ import annotations

#: A fan oven does at this many K less what a still one does (practice: 15 to 20; M).
FAN_K = 18.0


def marks(oven_c: float | None, fan: bool) -> str:
    """The Fahrenheit mark and the fan equivalent of a set temperature; empty when it is not set."""
    if oven_c is None:
        return ""
    fahrenheit = round((oven_c * 9 / 5 + 32) / 5) * 5
    other = oven_c + FAN_K if fan else oven_c - FAN_K
    return f"{fahrenheit} °F · with{'out' if fan else ''} fan about {round(other / 5) * 5} °C"
