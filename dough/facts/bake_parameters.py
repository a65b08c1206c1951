"""The model's constants: values with their kind and plausible range, apart from the equations.

Source: data/bake_parameters.csv. ``base`` holds the values the equations were first fitted with and
switches every later term off (its own zero); ``current`` is what forecasts use. Kinds: physics (from
literature), fitted (to the anchors and trends in docs/model.md; one alone means nothing, they make up
for each other) and assumed.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from types import SimpleNamespace
from typing import Any, Literal

import numpy as np

from dough.facts.tables import rows

ParameterSet = Literal["base", "current"]


@dataclass(frozen=True, slots=True)
class Parameter:
    """One constant with its unit, plausible range and where its value comes from."""

    symbol: str
    base: float
    current: float
    unit: str
    low: float
    high: float
    kind: str
    meaning: str


@cache
def parameters() -> dict[str, Parameter]:
    """Every constant by symbol, in table order."""
    return {
        r["symbol"]: Parameter(
            r["symbol"],
            float(r["base"]),
            float(r["current"]),
            r["unit"],
            float(r["low"]),
            float(r["high"]),
            r["kind"],
            r["meaning"],
        )
        for r in rows("bake_parameters")
    }


@cache
def record_type() -> np.dtype[np.void]:
    """The layout of a parameter record: one float per symbol."""
    return np.dtype([(symbol, np.float64) for symbol in parameters()])


def values(which: ParameterSet = "current") -> dict[str, float]:
    """A parameter set as plain numbers by symbol."""
    return {p.symbol: p.base if which == "base" else p.current for p in parameters().values()}


def record(numbers: dict[str, float]) -> np.ndarray[Any, np.dtype[np.void]]:
    """One parameter record, shape (1,), for the compiled step. Raises KeyError for a missing symbol."""
    assert record_type().names is not None
    return np.array([tuple(numbers[s] for s in record_type().names or ())], dtype=record_type())


def plain(numbers: dict[str, float]) -> SimpleNamespace:
    """The same as an object with attributes, for the uncompiled step."""
    return SimpleNamespace(**numbers)
