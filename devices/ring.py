"""Readings that all processes of a kitchen see: one writes them into a ring in a file, the others read along.

A record is fixed in size and carries its number, so that a reader knows what it missed and can have the last ones again
after a gap. Only the writer holds the lock; when it goes, another takes over and goes on counting.
"""

from __future__ import annotations

import mmap
import struct
import zlib
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

RECORD = struct.Struct("<QQiidI")
SIZE = 64
COUNT = 4096
#: The file’s name in a kitchen’s data folder.
NAME = "devices.ring"
HEAD = 64
#: What a reading is: settled, moving, of a device that does not say, or a trouble (its code is the value).
SETTLED, MOVING, TROUBLE = 1, 0, 2
TROUBLES = ("", "overload", "no reading", "unplugged", "not a reading")


@dataclass(frozen=True, slots=True)
class Told:
    """One reading of a device: its number in the ring, ms, device, what it is, and the value (g or °C)."""

    number: int
    at: int
    device: int
    state: int
    value: float


class Ring:
    """The file. ``open`` makes it where there is none."""

    def __init__(self, path: Path) -> None:
        if not path.exists() or path.stat().st_size != HEAD + SIZE * COUNT:
            path.write_bytes(b"\0" * (HEAD + SIZE * COUNT))
            path.chmod(0o600)
        self._file = path.open("r+b")
        self._map = mmap.mmap(self._file.fileno(), 0)

    def close(self) -> None:
        self._map.close()
        self._file.close()

    @property
    def last(self) -> int:
        """Number of the newest reading; 0 while there is none."""
        return int.from_bytes(self._map[:8], "little")

    def put(self, at: int, device: int, state: int, value: float) -> int:
        """Write a reading; its number."""
        number = self.last + 1
        body = struct.pack("<QQiid", number, at, device, state, value)
        where = HEAD + SIZE * (number % COUNT)
        self._map[where : where + RECORD.size] = body + struct.pack("<I", zlib.crc32(body))
        self._map[:8] = number.to_bytes(8, "little")
        return number

    def since(self, number: int, most: int = 600) -> Iterator[Told]:
        """Readings after one, oldest first; what is no longer in the ring is left out, what is being written too."""
        last = self.last
        first = max(number + 1, last - min(most, COUNT - 8) + 1, 1)
        for n in range(first, last + 1):
            where = HEAD + SIZE * (n % COUNT)
            raw = self._map[where : where + RECORD.size]
            body, check = raw[:-4], struct.unpack("<I", raw[-4:])[0]
            if zlib.crc32(body) != check:
                continue
            found, at, device, state, value = struct.unpack("<QQiid", body)
            if found == n:
                yield Told(found, at, device, state, value)
