"""The scatter of this kitchen, from versions that were baked more than once."""

from __future__ import annotations

from dough.bake.contract import Forecast
from dough.facts.scatter import SIZES, USUAL, Scatter, away, learned
from kitchen.reading.forecasts import told
from kitchen.reading.logged_bakes import Considered, considered


def kitchen_scatter() -> Scatter:
    """From the kitchen's latest bakes: how far each was from its forecast, beside others of its version in its oven.

    Other weights, ages and minutes than planned are in the forecast, so bakes need not be alike to the minute.
    """
    groups: dict[tuple[int, int | None, int | None], list[Considered]] = {}
    for c in considered(set()):
        if c.logged is not None and c.version is not None:
            groups.setdefault((c.version, c.logged.oven, c.logged.tray), []).append(c)
    return learned([[_away(c) for c in g] for g in groups.values() if len(g) > 1])


def _away(c: Considered) -> dict[str, float]:
    if c.logged is None or c.bake is None:
        return {}
    answer = told(c.bake, c.logged.case, None)
    ends = answer.ends if isinstance(answer, Forecast) else {}
    said = {key: r.value for key, r in c.logged.readings.items() if key in USUAL and key in ends}
    return {
        key: away(key, value, ends[key])
        for key, value in said.items()
        if key not in SIZES or (value > 0.0 and ends[key] > 0.0)
    }
