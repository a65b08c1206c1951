"""How stiff the dough is, and how fast its own weight widens it."""

from __future__ import annotations

import math

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters
from dough.facts.nature import ZERO_C_K

LN10 = 2.302585
GRAVITY = 9.81


@inner
def stiffness(
    temp_c: float,
    water: float,
    flour_water: float,
    syrup_water: float,
    dissolved: float,
    glass_k: float,
    unset: float,
    solid_fat: float,
    c: Case,
    p: Parameters,
) -> tuple[float, float]:
    """(ln viscosity in Pa s, yield stress in Pa) of one zone.

    A suspension of flour, undissolved sugar and solid fat in syrup and liquid fat: the syrup's own
    viscosity by distance from its glass (WLF form), crowding by particle share, stiffening by set
    and by solid fat (solid_fat: share of the fat that is crystals).

    Sources: suspension and syrup rheology for the forms; fitted for the constants.
    """
    above = max(temp_c + ZERO_C_K - glass_k, -15.0)
    fat_solid = c.x_fatadd * c.kappa * solid_fat
    in_solution = dissolved / (dissolved + syrup_water + 1e-9)
    swollen = c.v_f * p.k_sw * (1.0 - in_solution) ** 3
    solids = c.v_f + swollen + flour_water / 1000.0 + p.psi_s * (c.x_sug - dissolved) / 1590.0 + fat_solid / 950.0
    syrup = max(dissolved / 1590.0 + syrup_water / 1000.0 - swollen, 2e-5)
    lubricates = 1.0 + math.exp(min((p.chi0 - syrup / solids) / p.chi_w, 60.0))
    liquid = syrup + p.omega / 920.0 * (c.x_fat - fat_solid) / lubricates
    crowding = solids / (solids + liquid) / p.phi_m
    room = 0.5 * ((1.0 - crowding) + math.sqrt((1.0 - crowding) ** 2 + p.crowd_w)) + 0.005
    ln_eta = (
        c.ln_eta0
        - LN10 * p.m_wlf * 17.44 * above / (51.6 + above)
        - p.n_phi * math.log(room)
        + c.b_set * (1.0 - unset)
        + p.eta_fat * fat_solid
    )
    tau = p.tau_phi * (crowding / room) ** p.n_tau + p.tau_fat * (fat_solid / (950.0 * c.v_cond)) ** 2
    return ln_eta, tau


@inner
def widen(radius: float, height: float, mass: float, eta: float, tau: float, dt: float, p: Parameters) -> float:
    """ln(R_after / R) over dt seconds of slumping under the piece's own weight.

    Half the weight over the base drives it, yield stress holds, viscosity slows: drawn out while
    tall, sheared while flat. The closed form is exact for a rate falling as R⁻⁸ and never overshoots.
    """
    slender = radius / height
    push = 0.5 * GRAVITY * mass / (math.pi * radius * radius) - tau * (p.c3 + p.c4 * slender)
    push = 0.5 * (push + math.sqrt(push * push + p.push_w))
    rate = push / (eta * (p.c1 + p.c2 * slender * slender))
    return math.log(1.0 + 8.0 * dt * rate) / 8.0
