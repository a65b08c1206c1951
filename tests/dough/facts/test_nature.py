"""Constants of nature stand once."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

import dough
from dough.facts import nature
from dough.facts.ingredients import ingredient
from dough.facts.staples import BUTTER, butter_fat

CORE = Path(dough.__file__).parent
VALUES = [v for k, v in vars(nature).items() if k.isupper()]


@pytest.mark.parametrize("value", VALUES)
def test_a_constant_of_nature_is_written_in_one_place(value: float) -> None:
    written = re.compile(rf"(?<![\d.]){re.escape(str(value))}(?!\d)")
    homes = [
        p.relative_to(CORE).as_posix() for p in CORE.rglob("*.py") if written.search(p.read_text(encoding="utf-8"))
    ]
    assert homes == ["facts/nature.py"]


def test_fat_is_compared_as_butter_of_the_table() -> None:
    assert 100.0 * butter_fat() == pytest.approx(ingredient(BUTTER).parts.fat)
    assert 0.80 < butter_fat() < 0.83
