"""Batch sheets: what is made is what was asked for, in bowls that hold it, with limits that mean something."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Formula, Line, Step
from dough.bake.draft_setting import Setting
from dough.desk.handing_on.batch_sheet import NOTICED, BatchSheet, Bowl, batch_sheet, limits_of
from dough.draft.start import from_style_formula
from dough.facts.cookie import ATTRIBUTES
from dough.facts.errors import EntryError
from dough.facts.styles import styles

STYLE = styles()["oat"]
DRAFT, TARGET = from_style_formula(STYLE)
SETTING = Setting.of(DRAFT, STYLE)


def sheet(pieces: int, bowl: Bowl | None = None, setting: Setting = SETTING) -> BatchSheet:
    return batch_sheet("Oats", "version 3", setting, pieces, bowl, {}, {})


@given(st.integers(1, 3000), st.floats(900, 20_000))
@settings(max_examples=60, deadline=None)
def test_batches_make_at_least_what_was_asked_for_and_fit_the_bowl(pieces: int, most: float) -> None:
    try:
        found = sheet(pieces, Bowl("Mixer", 300.0, most))
    except EntryError as error:
        assert "batches" in error.message
        return
    portion, left = DRAFT.process.portion_g or 0.0, 1.0 - DRAFT.process.bowl_loss_pct / 100.0
    assert pieces <= found.pieces < pieces + found.batches
    assert found.batch_g <= most + 1e-6
    weighed = math.fsum(x.grams or 0.0 for x in found.lines)
    assert weighed == pytest.approx(found.batch_g, rel=0.02)
    assert found.batch_g * left * found.batches == pytest.approx(found.pieces * portion)


def test_limits_move_the_cookie_by_what_they_say_and_no_more() -> None:
    """Each limit, baked through the model, moves the forecast by about the share of a clear miss it stands for."""
    before = SETTING.cookie()
    assert before is not None
    for key, off in limits_of(SETTING).items():
        moved = replace(DRAFT.process, **{key: getattr(DRAFT.process, key) + off})
        after = SETTING.with_draft(replace(DRAFT, process=moved)).cookie()
        assert after is not None
        squares = [((getattr(after, a.key) - getattr(before, a.key)) / a.step) ** 2 for a in ATTRIBUTES]
        moves = math.sqrt(math.fsum(squares) / len(squares))
        assert moves <= 1.6 * NOTICED, (key, off, moves)


def test_what_is_not_known_is_asked_for_first() -> None:
    unknown = replace(DRAFT, formula=Formula((*DRAFT.formula.lines, Line("x", "milk", None, Step.EGG))))
    with pytest.raises(EntryError, match="Fill it in first"):
        sheet(100, setting=SETTING.with_draft(unknown))
    no_portion = replace(DRAFT, process=replace(DRAFT.process, portion_g=None))
    with pytest.raises(EntryError, match="Set a portion first"):
        sheet(100, setting=SETTING.with_draft(no_portion))
    for wrong in (0, -4, 10**9):
        with pytest.raises(EntryError, match="how many pieces"):
            sheet(wrong)
    with pytest.raises(EntryError, match="pick a larger bowl"):
        sheet(19_000, Bowl("Small", None, 1000.0))
    with pytest.raises(EntryError, match="One piece is more than that bowl creams"):
        sheet(10, Bowl("Thimble", None, 20.0))


def test_a_bowl_too_large_or_not_known_is_told() -> None:
    assert "less than the 2,000 g its beater reaches" in sheet(10, Bowl("Big", 2000.0, 9000.0)).bowl
    assert "not known" in sheet(10, Bowl("New", None, None)).bowl
    assert "No mixer named" in sheet(10).bowl


def test_safety_limits_are_the_kitchen_s_to_fill_in_with_what_is_commonly_said() -> None:
    found = sheet(100)
    assert all(c.common for c in found.critical)
    assert any("71 °C" in c.common and "no proof" in c.common for c in found.critical)
    assert any("Local food rules go first" in c for c in found.cautions)
    assert [c.label for c in found.checks if c.label.startswith("Oven")]
