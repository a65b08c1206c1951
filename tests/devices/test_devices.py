"""Lines of scales and probes as they come: whole, cut, joined, garbled; a pseudo-terminal; stand-ins; the ring."""

from __future__ import annotations

import itertools
import os
import pty
import threading
import time
from collections.abc import Callable
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from devices.hub import UNPLUGGED, Hub, Setup
from devices.lines import Lines, Reading, Settling, Trouble, read_line
from devices.ring import COUNT, MOVING, SETTLED, TROUBLE, Ring
from devices.simulated import SimulatedOven, SimulatedProbe, SimulatedScale


@pytest.mark.parametrize(
    ("line", "grams", "stable"),
    [
        ("ST,GS,+  123.4 g", 123.4, True),
        ("US,GS,+  123.4 g", 123.4, False),
        ("   123.4 g  ", 123.4, None),
        ("S S      123.45 g", 123.45, True),
        ("S D      123.45 g", 123.45, False),
        ("+00123.4g", 123.4, None),
        ("-0000.5g", -0.5, None),
        ("ST,NT,-   0.250 kg", -250.0, True),
        ("1,25 kg", 1250.0, None),
        ("   2 oz", 56.699, None),
        ("0.5 lb", 226.796, None),
        ("?  12.0 g", 12.0, False),
    ],
)
def test_usual_lines_of_scales(line: str, grams: float, stable: bool | None) -> None:
    got = read_line(line)
    assert isinstance(got, Reading)
    assert got.value == pytest.approx(grams, abs=0.001)
    assert got.stable is stable


@pytest.mark.parametrize(
    ("line", "c"), [("T1 098.4 C", 98.4), ("T1 +209.1 F", 98.389), ("  21.5 °C", 21.5), ("36.6", 36.6)]
)
def test_usual_lines_of_probes(line: str, c: float) -> None:
    got = read_line(line, "C")
    assert isinstance(got, Reading)
    assert got.value == pytest.approx(c, abs=0.01)


@pytest.mark.parametrize("line", ["OL", "S +", "------", "hello", "ST,GS,", "�� 12 �", "", "ERR 3\x07", "21.5 C"])
def test_what_is_no_weight_is_said_and_never_made_up(line: str) -> None:
    assert isinstance(read_line(line), Trouble)


@given(
    values=st.lists(st.floats(0, 4999).map(lambda x: round(x, 1)), min_size=1, max_size=12),
    cuts=st.lists(st.integers(0, 400), max_size=30),
)
def test_lines_are_the_same_however_they_are_cut(values: list[float], cuts: list[int]) -> None:
    stream = b"".join(f"ST,GS,+{v:8.1f} g\r\n".encode() for v in values)
    at = sorted({0, len(stream), *(c for c in cuts if c < len(stream))})
    lines = Lines()
    got = [line for a, b in itertools.pairwise(at) for line in lines.feed(stream[a:b])]
    assert [read_line(line).value for line in got] == values  # type: ignore[union-attr]


@given(junk=st.binary(max_size=2000))
def test_rubbish_breaks_nothing_and_the_next_line_is_read(junk: bytes) -> None:
    lines = Lines()
    for line in lines.feed(junk):
        read_line(line)
    assert lines.feed(b"\r\n") is not None
    got = lines.feed(b"  42.0 g\r\n")
    assert read_line(got[-1]) == Reading(42.0, "g", None)


def test_a_reading_settles_by_its_mark_or_by_standing_still() -> None:
    settling = Settling(1.0, 700)
    assert not settling.settled(0, Reading(10, "g", None))
    assert not settling.settled(400, Reading(11, "g", None))
    assert settling.settled(800, Reading(10, "g", None))
    assert not settling.settled(900, Reading(40, "g", None))
    assert not settling.settled(5000, Reading(40, "g", False))
    assert settling.settled(5100, Reading(40, "g", True))


def test_a_simulated_scale_nears_what_is_poured_and_says_when_it_stands() -> None:
    scale = SimulatedScale(seed=3)
    scale.pour(225)
    told = [read_line(scale.line(0.1).decode()) for _ in range(120)]
    assert isinstance(told[2], Reading)
    assert told[2].stable is False
    last = told[-1]
    assert isinstance(last, Reading)
    assert last.value == pytest.approx(225, abs=1.1)
    assert last.stable is True
    scale.pour(9000)
    assert isinstance(read_line([scale.line(0.5) for _ in range(200)][-1].decode()), Trouble)
    scale.plugged = False
    assert scale.line(0.1) == b""


def test_a_simulated_oven_cycles_around_where_it_really_is() -> None:
    oven = SimulatedOven(set_c=180, offset_k=-12)
    oven.go_on(45 * 60)
    seen = []
    for _ in range(120):
        oven.go_on(15)
        seen.append(oven.air_c)
    assert 160 <= sum(seen) / len(seen) <= 176
    assert max(seen) - min(seen) > 4
    oven.open_door()
    oven.go_on(10)
    assert oven.air_c < min(seen) - 10


def test_a_probe_lags() -> None:
    probe = SimulatedProbe(shown_c=20, off_k=0)
    first = read_line(probe.line(2, 100).decode(), "C")
    later = read_line([probe.line(2, 100) for _ in range(10)][-1].decode(), "C")
    assert isinstance(first, Reading)
    assert isinstance(later, Reading)
    assert first.value < 60 < 98 < later.value


def test_the_ring_gives_again_what_came_after_and_forgets_what_is_too_old(tmp_path: Path) -> None:
    ring, other = Ring(tmp_path / "r"), Ring(tmp_path / "r")
    for n in range(10):
        ring.put(1000 + n, 1, MOVING, float(n))
    assert [t.value for t in other.since(7)] == [7.0, 8.0, 9.0]
    for n in range(COUNT + 50):
        ring.put(n, 2, SETTLED, float(n))
    got = list(other.since(0, most=COUNT))
    assert got[-1].value == COUNT + 49
    assert len(got) <= COUNT
    assert (tmp_path / "r").stat().st_mode & 0o777 == 0o600


def test_a_torn_record_is_left_out(tmp_path: Path) -> None:
    ring = Ring(tmp_path / "r")
    for n in range(3):
        ring.put(n, 1, SETTLED, float(n))
    raw = bytearray((tmp_path / "r").read_bytes())
    raw[64 + 64 * 2 + 20] ^= 0xFF
    (tmp_path / "r").write_bytes(bytes(raw))
    assert [t.value for t in Ring(tmp_path / "r").since(0)] == [0.0, 2.0]


def waited(
    ring: Ring, until: Callable[[list[tuple[int, float]]], bool], seconds: float = 20.0
) -> list[tuple[int, float]]:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        found = [(t.state, t.value) for t in ring.since(0)]
        if until(found):
            return found
        threading.Event().wait(0.02)
    raise AssertionError(found)


def test_a_serial_scale_is_read_and_one_that_vanishes_is_told(tmp_path: Path) -> None:
    """Over a pseudo-terminal: half a line, several at once, rubbish, and the cable pulled."""
    ours, theirs = pty.openpty()
    ring = Ring(tmp_path / "r")
    hub = Hub(ring, lambda: int(time.monotonic() * 1000))
    try:
        hub.follow([Setup(7, "scale", "serial", os.ttyname(theirs))])
        # Opening a line throws away what was sent before it: it is open once something comes through.
        waited(ring, lambda got: bool(got) or os.write(ours, b"  0.0 g\r\n") == 0)
        os.write(ours, b"ST,GS,+  12")
        os.write(ours, b"3.4 g\r\nUS,GS,+  130.0 g\r\n\xff\xfe zzz\r\n")
        found = [x for x in waited(ring, lambda got: bool(got) and got[-1][0] == TROUBLE) if x[1] > 0]
        assert [state for state, _ in found] == [SETTLED, MOVING, TROUBLE]
        assert [value for _, value in found][:2] == pytest.approx([123.4, 130.0])
        os.close(ours)
        ours = -1
        waited(ring, lambda got: got[-1] == (TROUBLE, float(UNPLUGGED)))
    finally:
        hub.stop()
        os.close(theirs)
        if ours >= 0:
            os.close(ours)


def test_stand_ins_pass_through_the_same_reader(tmp_path: Path) -> None:
    ring = Ring(tmp_path / "r")
    hub = Hub(ring, lambda: int(time.monotonic() * 1000))
    try:
        hub.follow([Setup(1, "scale", "simulated")])
        waited(ring, lambda got: len(got) >= 2)
        made = hub.stand_in(1)
        assert made is not None
        made.scale.pour(50)
        waited(ring, lambda got: got[-1][0] == SETTLED and abs(got[-1][1] - 50) < 1.5)
    finally:
        hub.stop()
