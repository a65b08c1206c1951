"""Can a device be believed? Ice water and boiling water for a thermometer, nothing and a check weight for a scale.

Boiling falls by a kelvin in some 300 m (100 - 0.0033 K a metre of altitude). A probe is good for a kelvin either way, a
scale for its division and two parts in a thousand (practice, M).
"""

from __future__ import annotations

from dataclasses import dataclass

ICE_C, SEA_BOIL_C, PER_METRE = 0.0, 100.0, 0.0033
PROBE_GOOD_K, SCALE_GOOD = 1.0, 0.002
KINDS = ("ice", "boil", "zero", "weight")
FOR = {"ice": ("probe", "oven"), "boil": ("probe", "oven"), "zero": ("scale",), "weight": ("scale",)}


@dataclass(frozen=True, slots=True)
class Verdict:
    """What a check came to: what it should read, what it read, the difference, whether that is good, and in words."""

    should: float
    read: float
    off: float
    good: bool
    words: str


def boiling_c(altitude_m: float) -> float:
    return SEA_BOIL_C - PER_METRE * altitude_m


def verdict(
    what: str, read: float, *, against_g: float = 0.0, division: float = 1.0, altitude_m: float = 0.0,
    before: float | None = None,
) -> Verdict:  # fmt: skip
    """Judge one reading. before is how far the device was off at its last check of this kind (None: never checked).
    Raises ValueError for a check that there is not, or a check weight that is none."""
    if what not in KINDS or (what == "weight" and against_g <= 0):
        raise ValueError(what)
    should = {"ice": ICE_C, "boil": boiling_c(altitude_m), "zero": 0.0, "weight": against_g}[what]
    off = read - should
    unit = "K" if what in ("ice", "boil") else "g"
    allowed = PROBE_GOOD_K if unit == "K" else max(division, SCALE_GOOD * should)
    good = abs(off) <= allowed + 1e-9
    side = "high" if off > 0 else "low"
    words = f"reads {abs(off):.1f} {unit} too {side}" if abs(off) >= 0.05 else "reads true"
    if good:
        words += ", within what it is good for"
    elif unit == "K":
        words += f": take {off:+.1f} K off what it says" if abs(off) < 5 else ": do not bake by it"
    else:
        words += ": level it, zero it and try again; then have it adjusted"
    if before is not None and abs(off - before) > allowed / 2.0:
        words += f"; {off - before:+.1f} {unit} since the last check: it drifts"
    return Verdict(should, read, off, good, words)
