"""Gas: what makes it, what leaks, and how the bubbles follow."""

from __future__ import annotations

import math

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters
from dough.facts.nature import GAS_J_PER_MOL_K, ZERO_C_K


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
def wanted_volume(gas_mol: float, temp_c: float, steam_share: float, p_atm: float) -> float:
    """Gas volume at rest, m³ per kg dough: ideal gas, swollen by its share of steam."""
    return gas_mol * GAS_J_PER_MOL_K * (temp_c + ZERO_C_K) / p_atm / (1.0 - steam_share)


@inner
def follow(
    volume: float, wanted: float, unset: float, ln_eta: float, openness: float, dt: float, p: Parameters
) -> float:
    """Gas volume after dt seconds. Growth goes on in half-set dough; unset dough that nothing carries contracts.

    A set crumb carries its cells, and so does dough whose syrup and fat have stiffened. Cells that have opened to the
    air draw it in when their steam condenses instead of falling together (openness, 0 to 1).
    """
    if wanted > volume:
        free, freezes = math.sqrt(unset), p.leta_freeze
    else:
        free, freezes = unset * unset, p.leta_carry
        wanted += openness * (volume - wanted)
    moves: float = free * dt / (p.tau_g * (1.0 + math.exp(min(ln_eta - freezes, 30.0))))
    return volume + (wanted - volume) * moves / (1.0 + moves)


@inner
def opened(porosity: float, c: Case, p: Parameters) -> float:
    """Share of a ring's gas that stands in cells open to the air, 0 to 1."""
    crowded: float = (porosity / c.phi_c) ** 4
    return p.open_cells * crowded / (1.0 + crowded)
