"""One bake from oven door to cool, step by step: the phenomena put together.

Three rings of fixed mass with twelve nodes through the thickness each; heat and vapour are solved
together and implicitly, everything else follows from the new state. Written on plain floats so that
the compiled and the uncompiled run are the same text. The state is ``state.py``'s; each phase below takes it and
fills it.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from dough.bake.case import Case
from dough.bake.colour import browning
from dough.bake.fat import crystals_after, melting_heat, solid_share
from dough.bake.geometry import MASS, borders, fullness
from dough.bake.heat import transfer
from dough.bake.jit import compiled, inner, phase
from dough.bake.moisture import (
    Isotherm,
    flour_water,
    isotherm,
    log_isotherm,
    permeability,
    pressure_slope,
    saturation_pa,
    saturation_slope,
    water_activity,
)
from dough.bake.parameter_names import Parameters
from dough.bake.rise import arrhenius, follow, leak, opened, spent, wanted_volume
from dough.bake.setting import unset_after
from dough.bake.spread import stiffness, widen
from dough.bake.state import NODES, RINGS, Floats, Ledger, Nodes, Rings, Size, Surroundings, raw_nodes, raw_rings
from dough.bake.syrup import dissolve, glass_k
from dough.facts.nature import GAS_J_PER_MOL_K, ZERO_C_K

COOL_S = 2700.0
#: In cooling the dough goes on setting for this long, s.
SETS_ON_S = 600.0

#: Columns of the series a bake writes, in order. T in °C, R and h in m, w in kg per kg dough.
COLUMNS = (
    "t", "core", "edge", "bottom", "top", "radius", "h0", "h_edge", "w", "w_edge", "w_centre", "set_edge",
    "set_centre", "por", "por_centre", "por_edge", "volume", "fullness", "dissolved", "tg_edge", "tg_centre",
    "u_edge", "u_centre", "edge_top_b", "centre_top_b", "centre_bottom_b", "middle_top_b", "rim_c", "energy", "stored",
    "gained",
)  # fmt: skip
N_COLUMNS = len(COLUMNS)


@inner
def _moment(i: int, steps_bake: int, steps_cool: int, bake_s: float) -> float:
    """Time of step i, s: fine at the start of bake and of cooling, the same count for every bake."""
    if i <= steps_bake:
        return bake_s * math.pow(i / steps_bake, 1.25)
    return bake_s + COOL_S * ((i - steps_bake) / steps_cool) ** 2


@phase
def _shape(c: Case, p: Parameters, radius_m: float, rings: Rings) -> Size:
    """Fill the rings' volume, porosity, thickness and area; the piece's size."""
    k = fullness(c.k0, p.k_disc, c.flat, radius_m, c.radius0)
    cut1, cut2 = borders(k)
    shares = (1.0 - cut1, cut1 - cut2, cut2)
    for z in range(RINGS):
        rings.volume_m3_kg[z] = c.v_dry + rings.water_kg_kg[z] / 1000.0 + rings.gas_m3_kg[z]
        rings.porosity[z] = rings.gas_m3_kg[z] / rings.volume_m3_kg[z]
        rings.area_m2[z] = shares[z] * math.pi * radius_m * radius_m
        rings.thickness_m[z] = c.mass * MASS[z] * rings.volume_m3_kg[z] / rings.area_m2[z]
    middle_m = rings.thickness_m[0] * shares[0] / (k * MASS[0])
    return Size(radius_m, middle_m, k, radius_m * math.sqrt(1.0 - cut1), radius_m * math.sqrt(1.0 - cut2))


@phase
def _raw(c: Case, p: Parameters, holds: Isotherm) -> Rings:
    """The rings of the piece as it goes in."""
    rings = raw_rings(c.dough_c, p.T_amb)
    for z in range(RINGS):
        rings.dry_node_kg[z] = c.mass * c.x_dry * MASS[z] / NODES
        rings.water_kg_kg[z] = c.x_w
        rings.gas_mol_kg[z] = c.n0
        rings.gas_m3_kg[z] = c.n0 * GAS_J_PER_MOL_K * (c.dough_c + ZERO_C_K) / c.p_atm
        rings.solid_fat[z] = solid_share(c.dough_c, c.sfc_max, c.sfc_tm, c.sfc_w)
        rings.soda_mol_kg[z], rings.acid_mol_kg[z], rings.powder_mol_kg[z] = c.soda, c.acid, c.n_bp
        log_r = log_isotherm(c.x_w / c.x_dry, c.dough_c, holds, p.A_T)
        syrup = c.x_w - flour_water(c.x_w, log_r, c, p)
        first = min(c.e0 * c.x_sug, 1.8301 * math.exp(0.0031 * 22.0 + 6.5e-5 * 484.0) * syrup)
        rings.dissolved_kg_kg[z] = min(max(first, 0.9 * c.x_red), c.x_sug)
    return rings


@phase
def as_it_goes_in(c: Case, p: Parameters) -> tuple[float, float, float]:
    """(ln viscosity in Pa s, yield stress in Pa, m³ per kg) of the piece before the oven."""
    holds = isotherm(c.iso_a, c.iso_b)
    rings = _raw(c, p, holds)
    held = flour_water(c.x_w, log_isotherm(c.x_w / c.x_dry, c.dough_c, holds, p.A_T), c, p)
    in_solution, syrup = rings.dissolved_kg_kg[0], c.x_w - held
    glass = glass_k(in_solution, syrup, c.sugar_tg, p)
    ln_eta, yield_pa = stiffness(
        c.dough_c, c.x_w, held, syrup, in_solution, glass, 1.0, rings.solid_fat[0], c, p
    )  # fmt: skip
    return ln_eta, yield_pa, c.v_dry + c.x_w / 1000.0 + rings.gas_m3_kg[0]


@phase
def _around(c: Case, p: Parameters, t0_s: float, t1_s: float, baking: bool) -> Surroundings:
    """The oven, its air dipped by the door, or the room on and then off the pan."""
    if baking:
        walls_c, air_c = c.oven_c, c.oven_c - c.dip * math.exp(-t0_s / p.tau_dip)
        if c.open_s >= 0.0 and t0_s >= c.open_s:
            air_c -= p.dip_open * math.exp(-(t0_s - c.open_s) / p.tau_open)
        return Surroundings(walls_c, air_c, c.roof_k, c.h_conv, c.h_under, p.h_contact, p.p_oven, 1.0)
    on_pan = t1_s - c.bake_s <= p.t_pan
    return Surroundings(p.T_amb, p.T_amb, 0.0, p.h_cool, 7.0, p.h_contact if on_pan else 12.0, c.p_room, p.take_up)


@phase
def _conditions(c: Case, p: Parameters, holds: Isotherm, rings: Rings, nodes: Nodes) -> None:
    """What the nodes are like at the start of a step: their vapour, how it moves, their heat capacity."""
    for z in range(RINGS):
        for n in range(NODES):
            j = z * NODES + n
            log_r = log_isotherm(nodes.water[j], nodes.temp_c[j], holds, p.A_T)
            nodes.activity[j] = water_activity(log_r)
            sat_pa = saturation_pa(nodes.temp_c[j])
            nodes.vapour_pa[j] = nodes.activity[j] * sat_pa
            nodes.vapour_per_water_pa[j] = pressure_slope(
                nodes.water[j], nodes.activity[j], nodes.vapour_pa[j], sat_pa, holds
            )
            nodes.vapour_per_k_pa[j] = nodes.vapour_pa[j] * saturation_slope(nodes.temp_c[j])
            nodes.permeability[j] = permeability(rings.porosity[z], nodes.vapour_pa[j] / c.p_atm, c.m_dry, p)
            melting = melting_heat(nodes.temp_c[j], c, p)
            nodes.capacity_j_k[j] = rings.dry_node_kg[z] * (c.cp_dry + p.cp_w * nodes.water[j] + melting)


@phase
def _gas_made(c: Case, p: Parameters, rings: Rings, z: int, mean_c: float, dt_s: float) -> float:
    """Gas that soda, acid and powder of a ring give in a step, mol per kg dough; what made it is used up."""
    met = min(rings.soda_mol_kg[z], rings.acid_mol_kg[z]) * spent(p.k_acid * arrhenius(p.E_acid, 40.0, mean_c), dt_s)
    rings.soda_mol_kg[z] -= met
    rings.acid_mol_kg[z] -= met
    fell = rings.soda_mol_kg[z] * spent(p.k_soda * arrhenius(p.E_soda, 90.0, mean_c), dt_s)
    rings.soda_mol_kg[z] -= fell
    late = rings.powder_mol_kg[z] * spent(p.k_bp * arrhenius(p.E_bp, 65.0, mean_c), dt_s)
    rings.powder_mol_kg[z] -= late
    return met + 0.5 * fell + late  # type: ignore[no-any-return]


@phase
def _ring_after(
    c: Case, p: Parameters, holds: Isotherm, rings: Rings, nodes: Nodes, z: int, dt_s: float, baking: bool,
    setting: bool, stored_j: float,
) -> float:  # fmt: skip
    """New temperatures and water of a ring; what setting, syrup and gas make of them. Heat stored, added up, J."""
    if baking:
        rings.brown_top[z] += browning(rings.top_c[z], nodes.activity[z * NODES + NODES - 1], dt_s, c, p)
        rings.brown_bottom[z] += c.f_base * browning(rings.bottom_c[z], nodes.activity[z * NODES], dt_s, c, p)
    mean_c, mean_u, mean_q, steam = 0.0, 0.0, 0.0, 0.0
    for n in range(NODES):
        j = z * NODES + n
        steam += min(nodes.vapour_pa[j] / c.p_atm, p.pv_max)
        rise_pa = nodes.end_vapour_pa[j] - nodes.vapour_pa[j] - nodes.vapour_per_k_pa[j] * nodes.d_temp_k[j]
        nodes.water[j] = max(nodes.water[j] + rise_pa / nodes.vapour_per_water_pa[j], 1e-5)
        stored_j += nodes.capacity_j_k[j] * nodes.d_temp_k[j]
        nodes.temp_c[j] += nodes.d_temp_k[j]
        if setting:
            nodes.unset[j] = unset_after(nodes.unset[j], nodes.temp_c[j], c.t_set, dt_s, p)
        mean_c += nodes.temp_c[j]
        mean_u += nodes.water[j]
        mean_q += nodes.unset[j]
    mean_c, mean_u, mean_q, steam = mean_c / NODES, mean_u / NODES, mean_q / NODES, steam / NODES
    rings.water_kg_kg[z] = mean_u * c.x_dry
    rings.unset[z] = mean_q
    log_r = log_isotherm(mean_u, mean_c, holds, p.A_T)
    held = flour_water(rings.water_kg_kg[z], log_r, c, p)
    syrup = rings.water_kg_kg[z] - held
    if baking:
        rings.dissolved_kg_kg[z] = dissolve(rings.dissolved_kg_kg[z], c.x_sug, syrup, mean_c, c.kd, dt_s, p)
    rings.solid_fat[z] = crystals_after(rings.solid_fat[z], mean_c, dt_s, c, p)
    rings.glass_k[z] = glass_k(rings.dissolved_kg_kg[z], syrup, c.sugar_tg, p)
    rings.ln_eta[z], rings.yield_pa[z] = stiffness(
        mean_c,
        rings.water_kg_kg[z],
        held,
        syrup,
        rings.dissolved_kg_kg[z],
        rings.glass_k[z],
        mean_q,
        rings.solid_fat[z],
        c,
        p,
    )
    if baking:
        made = _gas_made(c, p, rings, z, mean_c, dt_s)
        lost = 1.0 + dt_s * leak(rings.porosity[z], mean_q, c, p)
        rings.gas_mol_kg[z] = (rings.gas_mol_kg[z] + made) / lost
    rings.gas_before_m3_kg[z] = rings.gas_m3_kg[z]
    wanted = wanted_volume(rings.gas_mol_kg[z], mean_c, steam, c.p_atm)
    rings.gas_m3_kg[z] = follow(
        rings.gas_m3_kg[z], wanted, mean_q, rings.ln_eta[z], opened(rings.porosity[z], c, p), dt_s, p
    )
    return stored_j


@phase
def _widened(c: Case, p: Parameters, rings: Rings, size: Size, dt_s: float) -> float:
    """Radius after a step, m: the piece widens under its own weight and by the gas that pushes sideways."""
    shares = (p.wC, p.wM, p.wE)
    ln_eta, yield_pa = 0.0, 0.0
    for z in range(RINGS):
        ln_eta += shares[z] * rings.ln_eta[z]
        yield_pa += shares[z] * rings.yield_pa[z]
    radius_m = size.radius_m
    if c.flat > 0.5:
        return radius_m
    volume = MASS[0] * rings.volume_m3_kg[0] + MASS[1] * rings.volume_m3_kg[1] + MASS[2] * rings.volume_m3_kg[2]
    height_m = c.mass * volume / (math.pi * radius_m * radius_m)
    grow = widen(radius_m, height_m, c.mass, math.exp(min(ln_eta, 300.0)), yield_pa, dt_s, p)
    sideways = 0.0
    for z in range(RINGS):
        grown = max(rings.gas_m3_kg[z] - rings.gas_before_m3_kg[z], 0.0)
        sideways += MASS[z] * grown * rings.unset[z] / rings.volume_m3_kg[z]
    return radius_m * math.exp(grow + min(size.middle_m / (2.0 * radius_m), 1.0) / 3.0 * sideways)


@phase
def _banged(c: Case, p: Parameters, rings: Rings, radius_m: float) -> float:
    """Radius once the pan was banged, m: gas is lost where the dough is not set yet, and it widens."""
    wider = 0.0
    for z in range(RINGS):
        shock = c.bang * rings.unset[z]
        rings.gas_m3_kg[z] *= 1.0 - 0.55 * shock
        rings.gas_mol_kg[z] *= 1.0 - 0.55 * shock
        wider += MASS[z] * shock
    return radius_m if c.flat > 0.5 else radius_m * (1.0 + (0.06 + p.bang_more) * wider)


@inner
def _bake(c: Case, p: Parameters, steps_bake: int, steps_cool: int, out: Floats) -> None:
    nodes = raw_nodes(c.dough_c, c.x_w / c.x_dry)
    holds = isotherm(c.iso_a, c.iso_b)
    rings = _raw(c, p, holds)
    work = np.zeros((NODES, 6))
    size = _shape(c, p, c.radius0, rings)
    ledger = Ledger(0.0, 0.0, 0.0)
    banged = False
    _write(out[0], 0.0, nodes, rings, size, ledger)
    for i in range(1, steps_bake + steps_cool + 1):
        t0_s = _moment(i - 1, steps_bake, steps_cool, c.bake_s)
        t1_s = _moment(i, steps_bake, steps_cool, c.bake_s)
        dt_s = t1_s - t0_s
        baking = i <= steps_bake
        setting = baking or t1_s - c.bake_s <= SETS_ON_S
        around = _around(c, p, t0_s, t1_s, baking)
        _conditions(c, p, holds, rings, nodes)
        heat_j, water_kg = transfer(c, p, around, dt_s, size, rings, nodes, work)
        stored_j = ledger.stored_j
        for z in range(RINGS):
            stored_j = _ring_after(c, p, holds, rings, nodes, z, dt_s, baking, setting, stored_j)
        ledger = Ledger(ledger.heat_j + heat_j, stored_j, ledger.water_kg + water_kg)
        radius_m = _widened(c, p, rings, size, dt_s)
        if not banged and baking and c.bang_s >= 0.0 and t1_s >= c.bang_s:
            banged = True
            radius_m = _banged(c, p, rings, radius_m)
        size = _shape(c, p, radius_m, rings)
        _write(out[i], t1_s, nodes, rings, size, ledger)


@phase
def _write(row: Floats, t_s: float, nodes: Nodes, rings: Rings, size: Size, ledger: Ledger) -> None:
    """One row of the series, in the order of COLUMNS."""
    core, rim, q_centre, q_edge, u_centre, u_edge = nodes.temp_c[0], 0.0, 0.0, 0.0, 0.0, 0.0
    for n in range(NODES):
        core = min(core, nodes.temp_c[n])
        rim += nodes.temp_c[2 * NODES + n] / NODES
        q_centre += nodes.unset[n] / NODES
        q_edge += nodes.unset[2 * NODES + n] / NODES
        u_centre += nodes.water[n] / NODES
        u_edge += nodes.water[2 * NODES + n] / NODES
    v, g, w, d = rings.volume_m3_kg, rings.gas_m3_kg, rings.water_kg_kg, rings.dissolved_kg_kg
    mean_v = MASS[0] * v[0] + MASS[1] * v[1] + MASS[2] * v[2]
    mean_g = MASS[0] * g[0] + MASS[1] * g[1] + MASS[2] * g[2]
    values = (
        t_s, core, nodes.temp_c[2 * NODES + NODES // 2], rings.bottom_c[0], rings.top_c[0], size.radius_m,
        size.middle_m, rings.thickness_m[2], MASS[0] * w[0] + MASS[1] * w[1] + MASS[2] * w[2], w[2], w[0],
        1.0 - q_edge, 1.0 - q_centre, mean_g / mean_v, rings.porosity[0], rings.porosity[2], mean_v, size.fullness,
        MASS[0] * d[0] + MASS[1] * d[1] + MASS[2] * d[2], rings.glass_k[2], rings.glass_k[0], u_edge, u_centre,
        rings.brown_top[2], rings.brown_top[0], rings.brown_bottom[0], rings.brown_top[1], rim, ledger.heat_j,
        ledger.stored_j, ledger.water_kg,
    )  # fmt: skip
    for j in range(N_COLUMNS):
        row[j] = values[j]


@compiled
def run(cases: Any, params: Any, steps_bake: int, steps_cool: int, out: Any) -> None:
    """Bake every case. cases: records (n,); params: records (1,) or (n,); out: (n, steps + 1, columns)."""
    for i in range(len(cases)):
        _bake(cases[i], params[i if len(params) > 1 else 0], steps_bake, steps_cool, out[i])
