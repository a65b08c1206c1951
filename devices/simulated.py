"""Stand-ins that behave as real devices do, and speak in lines like them: noise, settling, resolution, drift, overload,
unplugging; an oven that cycles, overshoots, has an offset it does not tell and dips when its door is opened.

Sources: usual behaviour of kitchen scales, probes and household ovens (practice, M). Chance comes from a seed.
"""

from __future__ import annotations

import math
import random
from dataclasses import dataclass, field


@dataclass
class SimulatedScale:
    """A scale. division in g, most in g; a load is poured at a rate and settles with a time constant."""

    division: float = 1.0
    most: float = 5000.0
    seed: int = 1
    settle_s: float = 0.35
    pour_g_per_s: float = 60.0
    plugged: bool = True
    _aim: float = 0.0
    _on: float = 0.0
    _shown: float = 0.0
    _creep: float = 0.0
    _time: float = 0.0
    _chance: random.Random = field(init=False)

    def __post_init__(self) -> None:
        self._chance = random.Random(self.seed)  # noqa: S311  a stand-in, not a secret

    def pour(self, grams: float) -> None:
        """Put so much more on it, as one pours (less than nothing: take away)."""
        self._aim = max(self._aim + grams, 0.0)

    def clear(self) -> None:
        """Take everything off."""
        self._aim = 0.0

    def line(self, seconds: float) -> bytes:
        """The line it sends so many seconds after the last one; nothing while it is unplugged."""
        self._time += seconds
        step = self.pour_g_per_s * seconds
        # A tenth of the amount falls at once, the rest in a stream that thins out.
        gap = self._aim - self._on
        self._on += max(-step * 4, min(step, gap)) if abs(gap) > 0.05 else gap
        self._shown += (self._on - self._shown) * (1.0 - math.exp(-seconds / self.settle_s))
        self._creep += (2e-4 * self._on - self._creep) * seconds / 1800.0
        if not self.plugged:
            return b""
        if self._shown > 1.03 * self.most:
            return b"OL\r\n"
        noise = self._chance.gauss(0.0, 0.12 * self.division)
        value = round((self._shown + self._creep + noise) / self.division) * self.division
        moving = abs(self._on - self._shown) > 0.6 * self.division or abs(gap) > 0.05
        digits = max(0, -math.floor(math.log10(self.division) + 1e-9))
        mark = "US" if moving else "ST"
        return f"{mark},GS,{'-' if value < 0 else '+'}{abs(value):9.{digits}f} g\r\n".encode()


@dataclass
class SimulatedOven:
    """An oven set to a temperature: it cycles around it, overshoots at first, and is really off by an offset nobody is
    told. A probe in its air lags."""

    set_c: float = 20.0
    offset_k: float = -9.0
    room_c: float = 21.0
    air_c: float = 21.0
    wall_c: float = 21.0
    heating: bool = False
    door_s: float = 0.0

    def hot_at(self, set_c: float) -> None:
        """Set it; one that was never heated is taken to have been, long before."""
        self.set_c = set_c
        if self.air_c < set_c - 60.0:
            self.air_c = self.wall_c = set_c + self.offset_k

    def open_door(self, seconds: float = 10.0) -> None:
        self.door_s = seconds

    def load(self, kilograms: float) -> None:
        """Cold dough and a tray go in."""
        self.air_c -= 18.0 * min(kilograms, 2.0)

    def go_on(self, seconds: float) -> None:
        """Let time pass, in steps that stay stable."""
        left = seconds
        while left > 0:
            dt = min(left, 2.0)
            left -= dt
            aim = self.set_c + self.offset_k
            if self.air_c < aim - 6.0:
                self.heating = True
            elif self.air_c > aim + 5.0:
                self.heating = False
            power = 0.55 if self.heating and self.set_c > 40.0 else 0.0
            self.air_c += dt * (power + (self.wall_c - self.air_c) / 90.0 - (self.air_c - self.room_c) / 1500.0)
            self.wall_c += dt * ((self.air_c - self.wall_c) / 420.0)
            if self.door_s > 0:
                self.door_s -= dt
                self.air_c += dt * (self.room_c + 60.0 - self.air_c) / 35.0


@dataclass
class SimulatedProbe:
    """A thermocouple: it nears what it is in with a time constant, and is a little off."""

    tau_s: float = 4.0
    off_k: float = 0.4
    seed: int = 2
    shown_c: float = 21.0
    plugged: bool = True
    _chance: random.Random = field(init=False)

    def __post_init__(self) -> None:
        self._chance = random.Random(self.seed)  # noqa: S311  a stand-in, not a secret

    def line(self, seconds: float, in_c: float) -> bytes:
        """The line it sends while it is in something of a temperature."""
        self.shown_c += (in_c - self.shown_c) * (1.0 - math.exp(-seconds / self.tau_s))
        if not self.plugged:
            return b""
        return f"T1 {self.shown_c + self.off_k + self._chance.gauss(0.0, 0.1):6.1f} C\r\n".encode()
