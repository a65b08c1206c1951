"""One row a quantity: a measurement added to the table is everywhere it should be."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import fields

import pytest

from dough.accounts.formula import Process
from dough.facts import quantities as registry
from dough.facts import tables
from dough.facts.cookie import Cookie
from dough.facts.quantities import keys_of, of_role, quantities
from dough.formats.bakes_table import BakeRow, bakes_table
from dough.judgement.learning.logged import readings
from dough.judgement.trials.measure import read_measured


def test_every_row_makes_sense() -> None:
    for q in quantities().values():
        assert q.label
        assert q.measures == "choice" or q.low < q.high, q.key
        assert {"learned", "series"}.isdisjoint(q.roles) or q.scatter is not None, f"{q.key} scatters by how much?"
        assert "learned" not in q.roles or q.read_sd is not None, f"{q.key} is read how surely?"
        assert "target" not in q.roles or (q.step > 0 and q.over and q.under and q.less and q.more_word), q.key


def test_a_cookie_and_a_process_hold_what_the_table_says() -> None:
    assert tuple(f.name for f in fields(Cookie)) == keys_of("target")
    assert {f.name for f in fields(Process)} == set(keys_of("process"))


@pytest.fixture
def tenderness_measured(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Tenderness, which the model says already, becomes something a bake measures: its row alone is changed."""
    real = tables.rows("quantities")
    row = {**next(r for r in real if r["key"] == "tender"), "roles": "measured series learned forecast"}
    row |= {"scatter": "4.7", "piece": "4.7", "read_sd": "3", "group": "taste"}
    changed = tuple(row if r["key"] == "tender" else r for r in real)
    monkeypatch.setattr(registry, "rows", lambda name: changed)
    quantities.cache_clear()
    yield
    monkeypatch.undo()
    quantities.cache_clear()


@pytest.mark.usefixtures("tenderness_measured")
def test_a_measurement_is_one_row() -> None:
    measured = read_measured({"tender": "70", "diameter_mm": "84 86"})
    assert measured.value("tender") == 70.0
    assert readings(measured)["tender"].sd == pytest.approx((3.0**2 + 4.7**2) ** 0.5)
    head, first = bakes_table([BakeRow(1, "2026-03-04", 1, {}, {"tender": 70.0}, {"tender": 61.0})]).splitlines()
    at = head.split(",")
    assert "Tenderness" in head
    assert [x for x in first.split(",") if x][-2:] == ["70", "61"]
    assert len(at) > 20
    assert "tender" in {q.key for q in of_role("series")}
