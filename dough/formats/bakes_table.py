"""Bakes as a table (CSV): what was noted of how each was done, what was measured, and what the forecast had said."""

from __future__ import annotations

import csv
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from dough.facts.quantities import Quantity, of_role


@dataclass(frozen=True, slots=True)
class BakeRow:
    """One bake: its number, day (ISO) and version; done, measured and told by quantity, absent where unknown."""

    number: int
    baked_on: str
    version: int
    done: Mapping[str, float | None]
    measured: Mapping[str, float | None]
    told: Mapping[str, float]


def bakes_table(rows: Sequence[BakeRow]) -> str:
    """The table with a head line; an empty cell is unknown. Columns are ``facts.quantities``' own."""
    done, forecast = of_role("done"), {q.key for q in of_role("forecast")}
    measured = (*of_role("measured"), *of_role("worked_out"))
    lines = _Lines()
    writer = csv.writer(lines, lineterminator="\r\n")
    head = ["bake", "baked on", "version", *(_head(q) for q in done)]
    for q in measured:
        head += [_head(q), f"{_head(q)}, forecast"] if q.key in forecast else [_head(q)]
    writer.writerow(head)
    for r in rows:
        cells: list[str | int] = [r.number, r.baked_on, r.version, *(_cell(q, r.done.get(q.key)) for q in done)]
        for q in measured:
            cells.append(_cell(q, r.measured.get(q.key)))
            if q.key in forecast:
                cells.append(_cell(q, r.told.get(q.key)))
        writer.writerow(cells)
    return "".join(lines)


class _Lines(list[str]):
    """What a csv writer writes to."""

    def write(self, text: str) -> None:
        self.append(text)


def _head(q: Quantity) -> str:
    return f"{q.label}, {q.unit}" if q.unit and q.unit != q.label.lower() else q.label


def _cell(q: Quantity, value: float | None) -> str:
    return "" if value is None else f"{value:.{max(q.kept, q.digits)}f}"
