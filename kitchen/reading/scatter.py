"""The scatter of this kitchen, from versions that were baked more than once."""

from __future__ import annotations

from dough.bake.model import forecasts
from dough.facts.scatter import SIZES, USUAL, Scatter, away, learned
from dough.judgement.learning.logged import Logged
from kitchen.reading.logged_bakes import considered


def kitchen_scatter() -> Scatter:
    """From the kitchen's latest bakes: how far each was from its forecast, beside others of its version in its oven.

    Other weights, ages and minutes than planned are in the forecast, so bakes need not be alike to the minute.
    """
    groups: dict[tuple[int, int | None, int | None], list[Logged]] = {}
    for c in considered(set()):
        if c.logged is not None and c.version is not None:
            groups.setdefault((c.version, c.logged.oven, c.logged.tray), []).append(c.logged)
    repeated = [g for g in groups.values() if len(g) > 1]
    told = iter(forecasts([x.case for g in repeated for x in g]) if repeated else [])
    return learned([[_away(x, next(told).ends) for x in g] for g in repeated])


def _away(bake: Logged, told: dict[str, float]) -> dict[str, float]:
    said = {key: r.value for key, r in bake.readings.items() if key in USUAL and key in told}
    return {
        key: away(key, value, told[key])
        for key, value in said.items()
        if key not in SIZES or (value > 0.0 and told[key] > 0.0)
    }
