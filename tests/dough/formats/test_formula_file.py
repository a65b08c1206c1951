"""The open formula file: round trips, and every problem named with its place."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.facts.styles import styles
from dough.formats.formula_file import FormulaFile, read_formula, write_formula
from dough.formats.schema import document

EXAMPLE = json.loads(Path("docs/examples/chewy-drop.json").read_text())


def problems(document_: object) -> dict[str, str]:
    with pytest.raises(EntryErrors) as caught:
        read_formula(document_)
    return {e.where: e.message for e in caught.value.items}


@pytest.mark.parametrize("style", sorted(styles()))
def test_written_and_read_again_it_is_the_same(style: str) -> None:
    draft, target = from_style_formula(styles()[style])
    file = FormulaFile("Rounds", draft, style, target.cookie, -4.0, 1.3, "for Thursday")
    again = read_formula(json.loads(json.dumps(write_formula(file))))
    assert again == file


def test_the_example_reads_and_its_percentages_become_grams() -> None:
    file = read_formula(EXAMPLE)
    grams = {x.ingredient_id: x.grams for x in file.draft.formula.lines}
    assert grams["butter"] == 216
    assert grams["soda"] == 3.6
    assert file.target.diameter_mm == 87


def test_unknown_stays_unknown() -> None:
    file = read_formula({**EXAMPLE, "lines": [*EXAMPLE["lines"], {"ingredient": "vanilla", "amount": None}]})
    assert file.draft.formula.lines[-1].grams is None
    assert file.target.crust_l is None
    assert file.offset_k is None


def test_every_problem_is_named_at_once_with_a_suggestion() -> None:
    found = problems(
        {
            **EXAMPLE,
            "lines": [
                {"ingredient": "buter", "amount": 10},
                {"ingredient": "ap", "amount": -3},
                {"ingredient": "ap", "amount": 10, "unit": "cups"},
                {"ingredient": "soda", "amount": 1, "stage": "driy"},
            ],
            "process": {"oven_c": 900, "methd": "melted", "shape": "star"},
            "colour": "brown",
        }
    )
    assert "butter" in found["lines.0.ingredient"]
    assert "out of reach" in found["lines.1.amount"]
    assert "not a unit" in found["lines.2.unit"]
    assert "dry" in found["lines.3.stage"]
    assert "80 to 320" in found["process.oven_c"]
    assert "method" in found["process.methd"]
    assert "Known: ball" in found["process.shape"]
    assert "not part of this format" in found["colour"]


@pytest.mark.parametrize(
    ("wrong", "where"),
    [
        ([], ""),
        ({**EXAMPLE, "format": "other"}, "format"),
        ({**EXAMPLE, "version": 9}, "version"),
        ({**EXAMPLE, "lines": "flour"}, "lines"),
        ({**EXAMPLE, "lines": [{"ingredient": "ap", "amount": 1}] * 301}, "lines"),
        ({**EXAMPLE, "lines": [{"ingredient": "butter", "amount": 70, "unit": "%"}]}, "lines"),
        ({**EXAMPLE, "style": "chewey"}, "style"),
        ({**EXAMPLE, "target": {"diameter_mm": "wide"}}, "target.diameter_mm"),
        ({**EXAMPLE, "oven": {"tray_conductance": 40}}, "oven.tray_conductance"),
        ({**EXAMPLE, "process": {"fan": "yes"}}, "process.fan"),
    ],
)
def test_wrong_documents(wrong: object, where: str) -> None:
    assert where in problems(wrong)


values = st.recursive(
    st.none() | st.booleans() | st.floats(allow_nan=False) | st.text(max_size=12),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner, max_size=4),
    max_leaves=12,
)


@given(st.sampled_from(sorted(EXAMPLE)), values)
def test_no_value_anywhere_breaks_the_reader(key: str, value: Any) -> None:
    try:
        file = read_formula({**EXAMPLE, key: value})
    except EntryErrors as errors:
        assert all(e.message for e in errors.items)
    else:
        assert isinstance(file.target, Cookie)


def test_the_published_schema_is_the_reader_s() -> None:
    published = Path(__file__).resolve().parents[3] / "docs" / "formats" / "formula.schema.json"
    assert json.loads(published.read_text()) == document()
