"""Solid fat while the dough warms."""

from __future__ import annotations

import math

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters


@inner
def solid_share(temp_c: float, solid_max: float, mid_c: float, width_k: float) -> float:
    """Solid share of the fat at a temperature (0-1): a logistic fall around mid_c.

    Source: shape of measured melting curves; fitted per fat (see dough.accounts.butter.solid_fat).
    """
    return solid_max / (1.0 + math.exp(min((temp_c - mid_c) / width_k, 60.0)))


@inner
def crystals_after(share: float, temp_c: float, dt: float, c: Case, p: Parameters) -> float:
    """Solid share of the fat after dt seconds at a temperature: crystals lag behind their melting curve by melt_lag."""
    meant = solid_share(temp_c, c.sfc_max, c.sfc_tm, c.sfc_w)
    return meant if p.melt_lag <= 0.0 else share + (meant - share) * dt / (p.melt_lag + dt)


@inner
def melting_heat(temp_c: float, c: Case, p: Parameters) -> float:
    """Extra heat capacity from melting fat, J per K and kg of dry matter.

    Latent heat times the slope of the solid-fat curve; less for fat that has lost its crystals.
    """
    x = math.exp(min((temp_c - c.sfc_tm) / c.sfc_w, 60.0))
    return p.Lfat * (c.x_fatadd / c.x_dry) * c.sfc_max * c.kappa / c.sfc_w * x / (1.0 + x) ** 2
