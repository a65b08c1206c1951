"""Bake loss of a dough: what was weighed, or else what the forecast says."""

from __future__ import annotations

from statistics import fmean

from dough.accounts.label import Loss
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.bake.model import NO_MOVES, Z80
from dough.bake.taught import GENERAL, spread_of


def loss_of(setting: Setting, measured: list[float]) -> Loss | None:
    """Mean of the measured bake losses, percent of the dough; without any the forecast's, which says so (±, 80 %).

    None where neither is known.
    """
    if measured:
        count = "a bake" if len(measured) == 1 else f"{len(measured)} bakes"
        return Loss(fmean(measured), f"weighed before and after in {count} of this dough")
    answer = setting.forecast()
    if isinstance(answer, NoCase):
        return None
    return forecast_loss(answer)


def forecast_loss(told: Forecast) -> Loss:
    """What a forecast says is lost, with its 80 % half-width."""
    pct = told.ends["loss_pct"]
    return Loss(pct, "by the forecast, no bake weighed yet", Z80 * spread_of("loss_pct", pct, NO_MOVES, GENERAL))
