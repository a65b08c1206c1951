"""Gas: what makes it, what leaks, and how the bubbles follow."""

from __future__ import annotations

import math

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters
from dough.facts.nature import ATMOSPHERE_PA, GAS_J_PER_MOL_K, ZERO_C_K


@inner
def arrhenius(activation: float, reference_c: float, temp_c: float) -> float:
    """Rate relative to the one at reference_c."""
    return math.exp(
        min(activation / GAS_J_PER_MOL_K * (1.0 / (reference_c + ZERO_C_K) - 1.0 / (temp_c + ZERO_C_K)), 60.0)
    )


@inner
def spent(rate: float, dt: float) -> float:
    """Share used up in dt seconds, first order and implicit (never more than all)."""
    return rate * dt / (1.0 + rate * dt)


@inner
def leak(porosity: float, unset: float, c: Case, p: Parameters) -> float:
    """Rate at which dry gas is lost, 1/s: steep once cells open, slow through set crumb."""
    open_cells: float = (porosity / c.phi_c) ** p.nL
    return p.kL / c.m_gas * open_cells + p.kLs * (1.0 - unset)


@inner
def wanted_volume(gas_mol: float, temp_c: float, steam_share: float) -> float:
    """Gas volume at rest, m³ per kg dough: ideal gas, swollen by its share of steam."""
    return gas_mol * GAS_J_PER_MOL_K * (temp_c + ZERO_C_K) / ATMOSPHERE_PA / (1.0 - steam_share)


@inner
def follow(volume: float, wanted: float, unset: float, ln_eta: float, dt: float, p: Parameters) -> float:
    """Gas volume after dt seconds. Growth goes on in half-set dough, collapse only in unset dough."""
    free = math.sqrt(unset) if wanted > volume else unset * unset
    moves: float = free * dt / (p.tau_g * (1.0 + math.exp(min(ln_eta - p.leta_freeze, 30.0))))
    return volume + (wanted - volume) * moves / (1.0 + moves)
