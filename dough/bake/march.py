"""One bake from oven door to cool, step by step: the phenomena put together.

Three rings of fixed mass with twelve nodes through the thickness each; heat and vapour are solved
together and implicitly, everything else follows from the new state. Written on plain floats so that
the compiled and the uncompiled run are the same text.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from dough.bake.colour import browning
from dough.bake.fat import melting_heat
from dough.bake.geometry import MASS, borders, fullness
from dough.bake.heat import Surroundings, transfer
from dough.bake.jit import compiled, inner
from dough.bake.moisture import (
    flour_water,
    log_isotherm,
    permeability,
    pressure_slope,
    saturation_pa,
    saturation_slope,
    water_activity,
)
from dough.bake.rise import arrhenius, follow, leak, spent, wanted_volume
from dough.bake.setting import unset_after
from dough.bake.spread import stiffness, widen
from dough.bake.syrup import dissolve, glass_k
from dough.facts.nature import ATMOSPHERE_PA, GAS_J_PER_MOL_K, ZERO_C_K

ZONES = 3
NODES = 12
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


@inner
def _geometry(c: Any, p: Any, radius: float, w: Any, v_g: Any, volume: Any, por: Any, thick: Any, area: Any) -> Any:
    """Fill ring volumes, porosity, thickness and area; return (fullness, h0, r1, r2)."""
    k = fullness(c.k0, p.k_disc, c.flat, radius, c.radius0)
    cut1, cut2 = borders(k)
    shares = (1.0 - cut1, cut1 - cut2, cut2)
    for z in range(ZONES):
        volume[z] = c.v_dry + w[z] / 1000.0 + v_g[z]
        por[z] = v_g[z] / volume[z]
        area[z] = shares[z] * math.pi * radius * radius
        thick[z] = c.mass * MASS[z] * volume[z] / area[z]
    h0 = thick[0] * shares[0] / (k * MASS[0])
    return k, h0, radius * math.sqrt(1.0 - cut1), radius * math.sqrt(1.0 - cut2)


@inner
def _bake(c: Any, p: Any, steps_bake: int, steps_cool: int, out: Any) -> None:
    n_all = ZONES * NODES
    temp = np.full(n_all, c.dough_c)
    u = np.full(n_all, c.x_w / c.x_dry)
    unset = np.ones(n_all)
    aw, vapour, slope, alpha, delta = (
        np.zeros(n_all),
        np.zeros(n_all),
        np.zeros(n_all),
        np.zeros(n_all),
        np.zeros(n_all),
    )
    capacity, heat_in, water_in = np.zeros(n_all), np.zeros(n_all), np.zeros(n_all)
    d_temp, pi = np.zeros(n_all), np.zeros(n_all)
    work = np.zeros((NODES, 6))
    pan = np.full(ZONES, p.T_amb)
    w, v_g, n_g = np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES)
    soda, acid, powder, dissolved = np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES)
    volume, por, thick, area = np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES)
    v_start, ln_eta, tau, free, tg = np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES), np.zeros(ZONES)
    top_face, bottom_face = np.zeros(ZONES), np.zeros(ZONES)
    brown_top, brown_bottom = np.zeros(ZONES), np.zeros(ZONES)
    node_mass = np.zeros(ZONES)
    for z in range(ZONES):
        node_mass[z] = c.mass * c.x_dry * MASS[z] / NODES
        w[z] = c.x_w
        n_g[z] = c.n0
        v_g[z] = c.n0 * GAS_J_PER_MOL_K * (c.dough_c + ZERO_C_K) / ATMOSPHERE_PA
        soda[z], acid[z], powder[z] = c.soda, c.acid, c.n_bp
        log_r = log_isotherm(c.x_w / c.x_dry, c.dough_c, c.iso_a, c.iso_b, p.A_T)
        syrup = c.x_w - flour_water(c.x_w, log_r, c, p)
        first = min(c.e0 * c.x_sug, 1.8301 * math.exp(0.0031 * 22.0 + 6.5e-5 * 484.0) * syrup)
        dissolved[z] = min(max(first, 0.9 * c.x_red), c.x_sug)
        top_face[z], bottom_face[z] = c.dough_c, c.dough_c
    radius = c.radius0
    k, h0, r1, r2 = _geometry(c, p, radius, w, v_g, volume, por, thick, area)
    energy, stored, water_gain, banged = 0.0, 0.0, 0.0, False
    _write(out, 0, 0.0, temp, radius, h0, thick, w, unset, v_g, por, volume, k, dissolved, tg, u, top_face, bottom_face,
           brown_top, brown_bottom, energy, stored, water_gain, c)  # fmt: skip

    for i in range(1, steps_bake + steps_cool + 1):
        t0 = _moment(i - 1, steps_bake, steps_cool, c.bake_s)
        t1 = _moment(i, steps_bake, steps_cool, c.bake_s)
        dt = t1 - t0
        baking = i <= steps_bake
        setting = baking or t1 - c.bake_s <= SETS_ON_S
        if baking:
            walls, air = c.oven_c, c.oven_c - p.dip * math.exp(-t0 / p.tau_dip)
            if c.open_s >= 0.0 and t0 >= c.open_s:
                air -= p.dip_open * math.exp(-(t0 - c.open_s) / p.tau_open)
            around = Surroundings(walls, air, c.roof_k, c.h_conv, c.h_under, p.h_contact, p.p_oven)
        else:
            on_pan = t1 - c.bake_s <= p.t_pan
            around = Surroundings(p.T_amb, p.T_amb, 0.0, p.h_cool, 7.0, p.h_contact if on_pan else 12.0, p.p_room)

        # What the nodes are like at the start of the step.
        for z in range(ZONES):
            for n in range(NODES):
                j = z * NODES + n
                log_r = log_isotherm(u[j], temp[j], c.iso_a, c.iso_b, p.A_T)
                aw[j] = water_activity(log_r)
                sat = saturation_pa(temp[j])
                vapour[j] = aw[j] * sat
                slope[j] = pressure_slope(u[j], aw[j], vapour[j], sat, c.iso_a, c.iso_b)
                alpha[j] = vapour[j] * saturation_slope(temp[j])
                delta[j] = permeability(por[z], vapour[j], c.m_dry, p)
                capacity[j] = node_mass[z] * (c.cp_dry + p.cp_w * u[j] + melting_heat(temp[j], c, p))

        came_in, wetted = transfer(c, p, around, dt, baking, radius, h0, r1, r2, por, thick, area, node_mass, temp, u,
                           vapour, slope, alpha, delta, capacity, heat_in, water_in, pan, top_face, bottom_face,
                           d_temp, pi, work)  # fmt: skip
        energy += came_in
        water_gain += wetted

        # New temperatures and water; what setting, syrup and gas make of them.
        widths, eta_mean, tau_mean = (p.wC, p.wM, p.wE), 0.0, 0.0
        for z in range(ZONES):
            if baking:
                brown_top[z] += browning(top_face[z], aw[z * NODES + NODES - 1], dt, c, p)
                brown_bottom[z] += browning(bottom_face[z], aw[z * NODES], dt, c, p)
            mean_t, mean_u, mean_q, steam = 0.0, 0.0, 0.0, 0.0
            for n in range(NODES):
                j = z * NODES + n
                steam += min(vapour[j] / ATMOSPHERE_PA, p.pv_max)
                u[j] = max(u[j] + (pi[j] - vapour[j] - alpha[j] * d_temp[j]) / slope[j], 1e-5)
                stored += capacity[j] * d_temp[j]
                temp[j] += d_temp[j]
                if setting:
                    unset[j] = unset_after(unset[j], temp[j], c.t_set, dt, p)
                mean_t += temp[j]
                mean_u += u[j]
                mean_q += unset[j]
            mean_t, mean_u, mean_q, steam = mean_t / NODES, mean_u / NODES, mean_q / NODES, steam / NODES
            w[z] = mean_u * c.x_dry
            free[z] = mean_q
            log_r = log_isotherm(mean_u, mean_t, c.iso_a, c.iso_b, p.A_T)
            held = flour_water(w[z], log_r, c, p)
            syrup = w[z] - held
            if baking:
                dissolved[z] = dissolve(dissolved[z], c.x_sug, syrup, mean_t, c.kd, dt, p)
            tg[z] = glass_k(dissolved[z], syrup, c.sugar_tg, p)
            ln_eta[z], tau[z] = stiffness(mean_t, w[z], held, syrup, dissolved[z], tg[z], mean_q, c, p)
            eta_mean += widths[z] * ln_eta[z]
            tau_mean += widths[z] * tau[z]

            # Gas.
            made = 0.0
            if baking:
                met = min(soda[z], acid[z]) * spent(p.k_acid * arrhenius(p.E_acid, 40.0, mean_t), dt)
                soda[z] -= met
                acid[z] -= met
                fell = soda[z] * spent(p.k_soda * arrhenius(p.E_soda, 90.0, mean_t), dt)
                soda[z] -= fell
                late = powder[z] * spent(p.k_bp * arrhenius(p.E_bp, 65.0, mean_t), dt)
                powder[z] -= late
                made = met + 0.5 * fell + late
            if baking:
                n_g[z] = (n_g[z] + made) / (1.0 + dt * leak(por[z], mean_q, c, p))
            v_start[z] = v_g[z]
            v_g[z] = follow(v_g[z], wanted_volume(n_g[z], mean_t, steam), mean_q, ln_eta[z], dt, p)

        # The piece widens under its own weight and by the gas that pushes sideways.
        if c.flat < 0.5:
            mean_volume = MASS[0] * volume[0] + MASS[1] * volume[1] + MASS[2] * volume[2]
            height = c.mass * mean_volume / (math.pi * radius * radius)
            grow = widen(radius, height, c.mass, math.exp(min(eta_mean, 300.0)), tau_mean, dt, p)
            sideways = 0.0
            for z in range(ZONES):
                sideways += MASS[z] * max(v_g[z] - v_start[z], 0.0) * free[z] / volume[z]
            radius *= math.exp(grow + min(h0 / (2.0 * radius), 1.0) / 3.0 * sideways)
        if not banged and baking and c.bang_s >= 0.0 and t1 >= c.bang_s:
            banged = True
            wider = 0.0
            for z in range(ZONES):
                shock = c.bang * free[z]
                v_g[z] *= 1.0 - 0.55 * shock
                n_g[z] *= 1.0 - 0.55 * shock
                wider += MASS[z] * shock
            if c.flat < 0.5:
                radius *= 1.0 + (0.06 + p.bang_more) * wider
        k, h0, r1, r2 = _geometry(c, p, radius, w, v_g, volume, por, thick, area)
        _write(out, i, t1, temp, radius, h0, thick, w, unset, v_g, por, volume, k, dissolved, tg, u, top_face,
               bottom_face, brown_top, brown_bottom, energy, stored, water_gain, c)  # fmt: skip


@inner
def _write(out: Any, i: int, t: float, temp: Any, radius: float, h0: float, thick: Any, w: Any, unset: Any, v_g: Any,
           por: Any, volume: Any, k: float, dissolved: Any, tg: Any, u: Any, top_face: Any, bottom_face: Any,
           brown_top: Any, brown_bottom: Any, energy: float, stored: float, gained: float, c: Any) -> None:  # fmt: skip
    core, rim, q_centre, q_edge, u_centre, u_edge = temp[0], 0.0, 0.0, 0.0, 0.0, 0.0
    for n in range(NODES):
        core = min(core, temp[n])
        rim += temp[2 * NODES + n] / NODES
        q_centre += unset[n] / NODES
        q_edge += unset[2 * NODES + n] / NODES
        u_centre += u[n] / NODES
        u_edge += u[2 * NODES + n] / NODES
    mean_v = MASS[0] * volume[0] + MASS[1] * volume[1] + MASS[2] * volume[2]
    mean_g = MASS[0] * v_g[0] + MASS[1] * v_g[1] + MASS[2] * v_g[2]
    row = (
        t, core, temp[2 * NODES + NODES // 2], bottom_face[0], top_face[0], radius, h0, thick[2],
        MASS[0] * w[0] + MASS[1] * w[1] + MASS[2] * w[2], w[2], w[0], 1.0 - q_edge, 1.0 - q_centre, mean_g / mean_v,
        por[0], por[2], mean_v, k, MASS[0] * dissolved[0] + MASS[1] * dissolved[1] + MASS[2] * dissolved[2], tg[2],
        tg[0], u_edge, u_centre, brown_top[2], brown_top[0], brown_bottom[0], brown_top[1], rim, energy, stored,
        gained,
    )  # fmt: skip
    for j in range(N_COLUMNS):
        out[i, j] = row[j]


@compiled
def run(cases: Any, params: Any, steps_bake: int, steps_cool: int, out: Any) -> None:
    """Bake every case. cases: records (n,); params: records (1,) or (n,); out: (n, steps + 1, columns)."""
    for i in range(len(cases)):
        _bake(cases[i], params[i if len(params) > 1 else 0], steps_bake, steps_cool, out[i])
