"""One reader for each device, whoever watches: opens what is set up, reads its lines, writes readings into the ring.

A device that vanishes, stutters or sends rubbish is told as such and tried again; it stops nothing else. Time comes in
from outside; stand-ins can run faster than the clock.
"""

from __future__ import annotations

import contextlib
import logging
import threading
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Protocol

from devices.forms import picked
from devices.lines import Lines, Reading, Settling, Trouble, read_line
from devices.ring import MOVING, SETTLED, TROUBLE, Ring
from devices.simulated import SimulatedOven, SimulatedProbe, SimulatedScale

log = logging.getLogger("devices")
#: Lines a second of a stand-in; how long to wait before a device that is gone is tried again, s.
RATE, AGAIN_S = 10.0, 2.0
#: Codes of ``ring.TROUBLES``.
OVERLOAD, NO_READING, UNPLUGGED, RUBBISH = 1, 2, 3, 4


@dataclass(frozen=True, slots=True)
class Setup:
    """A device as it is set up: its number, what it is (scale, probe, oven), how it is read (simulated, serial), port,
    speed of the line, division in g, and the form of its lines (``forms``; empty: found by themselves)."""

    id: int
    what: str
    how: str
    port: str = ""
    baud: int = 9600
    division: float = 1.0
    pattern: str = ""


class Source(Protocol):
    """Where bytes come from."""

    def read(self, seconds: float) -> bytes:
        """What has come within so long. Raises OSError when the device is gone."""

    def close(self) -> None: ...


class Serial:
    """A serial line, by pyserial."""

    def __init__(self, port: str, baud: int) -> None:
        import serial

        try:
            self._line = serial.Serial(port, baud, timeout=0.2)
        except (serial.SerialException, ValueError) as error:
            raise OSError(str(error)) from error

    def read(self, seconds: float) -> bytes:
        import serial

        self._line.timeout = seconds
        try:
            return bytes(self._line.read(self._line.in_waiting or 1))
        except (serial.SerialException, TypeError) as error:
            raise OSError(str(error)) from error

    def close(self) -> None:
        with contextlib.suppress(OSError):
            self._line.close()


@dataclass
class Stage:
    """What the stand-ins share: an oven, the course a core probe follows (ms since it went in, °C), and how many times
    faster than the clock it all goes."""

    oven: SimulatedOven = field(default_factory=SimulatedOven)
    course: Sequence[tuple[float, float]] = ()
    since: float = 0.0
    speed: float = 1.0
    now: float = 0.0

    def core_c(self) -> float:
        """Where the core of a cookie is by now; the room where none is in."""
        t = (self.now - self.since) / 60.0
        last = self.oven.room_c
        for (a, ca), (b, cb) in zip(self.course, self.course[1:], strict=False):
            if a <= t <= b:
                return ca + (cb - ca) * (t - a) / max(b - a, 1e-9)
            last = cb
        return last if self.course else self.oven.room_c


class StandIn:
    """A simulated device as a source of bytes."""

    def __init__(self, setup: Setup, stage: Stage) -> None:
        self.setup, self.stage = setup, stage
        self.scale = SimulatedScale(division=setup.division, seed=setup.id)
        self.probe = SimulatedProbe(seed=setup.id)

    def read(self, seconds: float) -> bytes:
        time.sleep(min(seconds, 1.0 / RATE))
        passed = self.stage.speed / RATE
        if self.setup.what == "scale":
            # A hand pours no faster because time is told to run: the stand-in's scale keeps to the clock.
            return self.scale.line(1.0 / RATE)
        if self.setup.what == "oven":
            self.stage.now += passed
            self.stage.oven.go_on(passed)
            return self.probe.line(passed, self.stage.oven.air_c)
        return self.probe.line(passed, self.stage.core_c())

    def close(self) -> None:
        """Nothing is open."""


class Hub:
    """Threads that read. ``follow`` takes the devices there are to be; ``stop`` ends them all."""

    def __init__(self, ring: Ring, clock_ms: Callable[[], int]) -> None:
        self.ring, self.clock_ms = ring, clock_ms
        self.stage = Stage()
        self._writing = threading.Lock()
        self._threads: dict[Setup, tuple[threading.Thread, threading.Event]] = {}
        self._stands: dict[int, StandIn] = {}

    def follow(self, wanted: Sequence[Setup]) -> None:
        """Read these devices and no others."""
        for setup in [s for s in self._threads if s not in wanted]:
            self._threads.pop(setup)[1].set()
            self._stands.pop(setup.id, None)
        for setup in wanted:
            if setup not in self._threads:
                ending = threading.Event()
                thread = threading.Thread(
                    target=self._read, args=(setup, ending), name=f"device {setup.id}", daemon=True
                )
                self._threads[setup] = (thread, ending)
                thread.start()

    def stop(self) -> None:
        """End all readers."""
        self.follow(())

    def stand_in(self, ident: int) -> StandIn | None:
        """A simulated device that is being read."""
        return self._stands.get(ident)

    def _open(self, setup: Setup) -> Source:
        if setup.how == "serial":
            return Serial(setup.port, setup.baud)
        return self._stands.setdefault(setup.id, StandIn(setup, self.stage))

    def _put(self, setup: Setup, state: int, value: float) -> None:
        with self._writing:
            self.ring.put(self.clock_ms(), setup.id, state, value)

    def _read(self, setup: Setup, ending: threading.Event) -> None:
        while not ending.is_set():
            try:
                source = self._open(setup)
            except OSError as error:
                log.info("device %d: %s", setup.id, error)
                self._put(setup, TROUBLE, UNPLUGGED)
                ending.wait(AGAIN_S)
                continue
            try:
                self._listen(setup, source, ending)
            except OSError as error:
                log.info("device %d went away: %s", setup.id, error)
                self._put(setup, TROUBLE, UNPLUGGED)
                ending.wait(AGAIN_S)
            finally:
                source.close()

    def _listen(self, setup: Setup, source: Source, ending: threading.Event) -> None:
        lines, settling = Lines(), Settling(setup.division if setup.what == "scale" else 0.3)
        wants = "g" if setup.what == "scale" else "C"
        heard = self.clock_ms()
        while not ending.is_set():
            for line in lines.feed(source.read(0.25)):
                heard = self.clock_ms()
                text = picked(line, setup.pattern)
                found = Trouble("not of the form") if text is None else read_line(text, wants)
                if isinstance(found, Reading):
                    self._put(setup, SETTLED if settling.settled(heard, found) else MOVING, found.value)
                else:
                    self._put(setup, TROUBLE, _code(found))
            if self.clock_ms() - heard > 3000:
                heard = self.clock_ms()
                self._put(setup, TROUBLE, NO_READING)


def _code(trouble: Trouble) -> float:
    return OVERLOAD if trouble.words.startswith("overload") else RUBBISH


#: The hub of this process, where it is the one that reads.
_here: list[Hub] = []


def set_here(hub: Hub | None) -> None:
    """This process reads the devices (None: no longer)."""
    _here[:] = [] if hub is None else [hub]


def here() -> Hub | None:
    """The hub of this process; None where another process reads."""
    return _here[0] if _here else None
