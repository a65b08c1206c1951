"""Cells that a spreadsheet would run are written as text, and read back as they were."""

from __future__ import annotations

import csv
import io

from hypothesis import given
from hypothesis import strategies as st

from dough.formats.cells import as_written, defused


def test_what_looks_like_a_formula_becomes_text_and_figures_stay_figures() -> None:
    for risky in ("=1+1", "+cmd", "-2+3", "@SUM(A1)", "\t=1", "\r=1"):
        assert defused(risky) == f"'{risky}"
    for plain in ("-8", "+2.5", "-.5", "1e-3", "flour", "", "it's", "'quoted'"):
        assert defused(plain) == plain


@given(st.text(alphabet=st.characters(exclude_categories=["Cs"]), max_size=40))
def test_every_cell_reads_back_as_it_was(text: str) -> None:
    assert as_written(defused(text)) == text


@given(st.text(alphabet="=+-@'\t ab1", max_size=12))
def test_no_cell_starts_a_formula(text: str) -> None:
    out = io.StringIO()
    csv.writer(out).writerow([defused(text)])
    cell = next(csv.reader(io.StringIO(out.getvalue())), [""])[0]
    assert not cell.startswith(("=", "@", "\t"))
    if cell.startswith(("+", "-")):
        assert float(cell) == float(text)
