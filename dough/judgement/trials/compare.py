"""Target, forecast and a bake side by side, in units and in words."""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import Quantity
from dough.facts.scatter import AS_USUAL, Scatter
from dough.judgement.distance import Closeness, compare


@dataclass(frozen=True, slots=True)
class Row:
    """One attribute: what was wanted, expected and got, and the differences of what was got."""

    attribute: Quantity
    target: float | None
    forecast: float | None
    bake: float | None
    from_target: str
    from_forecast: str
    within_scatter: bool


@dataclass(frozen=True, slots=True)
class Comparison:
    """All attributes, with the closeness to the target."""

    rows: tuple[Row, ...]
    closeness: Closeness


def side_by_side(wanted: Cookie, expected: Cookie | None, got: Cookie, scatter: Scatter = AS_USUAL) -> Comparison:
    """Compare a measured cookie with the target and, where there is one, the forecast."""
    rows = tuple(_row(a, wanted, expected, got, scatter) for a in ATTRIBUTES)
    return Comparison(rows, compare(got, wanted))


def _row(a: Quantity, wanted: Cookie, expected: Cookie | None, got: Cookie, scatter: Scatter) -> Row:
    target = getattr(wanted, a.key)
    forecast = getattr(expected, a.key) if expected else None
    bake = getattr(got, a.key)
    close = target is not None and bake is not None and abs(bake - target) <= 2.0 * scatter.of(a.key, target)
    return Row(
        a,
        target,
        forecast,
        bake,
        _words(a, bake, target),
        "" if forecast is None else _words(a, bake, forecast, ("more than forecast", "less than forecast")),
        close,
    )


def _words(a: Quantity, got: float | None, base: float | None, both: tuple[str, str] | None = None) -> str:
    if got is None:
        return "not measured"
    if base is None:
        return ""
    difference = got - base
    if abs(difference) < (0.05 if a.unit == "mm" else 0.5):
        return "as wanted" if both is None else "as forecast"
    over, under = both or (a.over, a.under)
    return f"{a.amount(difference)} {over if difference > 0 else under}"
