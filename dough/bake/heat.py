"""Heat and vapour between nodes, rings, oven and pan: one coupled implicit step."""

from __future__ import annotations

import math
from typing import Any, NamedTuple

from dough.bake.jit import inner
from dough.bake.moisture import permeability
from dough.facts.nature import ZERO_C_K

STEFAN_BOLTZMANN = 5.67e-8


class Surroundings(NamedTuple):
    """What is around the piece in a step: walls and air °C, K of extra roof, W/m²K to top, pan and from pan, Pa."""

    walls_c: float
    air_c: float
    roof_k: float
    h_conv: float
    h_under: float
    h_contact: float
    vapour_pa: float


@inner
def surface(temp_c: float, walls_c: float, h_conv: float, emissivity: float) -> float:
    """Heat transfer to a face, W/m²K: convection plus radiation from the walls."""
    a, b = walls_c + ZERO_C_K, temp_c + ZERO_C_K
    return h_conv + emissivity * STEFAN_BOLTZMANN * (a * a + b * b) * (a + b)


@inner
def conductivity(porosity: float, p: Any) -> float:
    """Conductivity of porous dough, W/mK."""
    return p.k_cond * math.pow(1.0 - porosity, p.k_exp)  # type: ignore[no-any-return]


@inner
def dome_area(area: float, h0: float, radius: float, flat: float, p: Any) -> float:
    """Top area of a ring under a dome."""
    return area if flat > 0.5 else area * math.sqrt(1.0 + (p.f_dome * h0 / radius) ** 2)


@inner
def bottom(h_contact: float, k_half: float, c_pan: float, h_under: float, dt: float) -> tuple[float, float]:
    """(pan to first node, pan's own stiffness), W/m²K, with the pan's heat eliminated from the solve."""
    return h_contact * k_half / (h_contact + k_half), c_pan / dt + h_under


@inner
def transfer(
    c: Any, p: Any, around: Surroundings, dt: float, baking: bool, radius: float, h0: float, r1: float, r2: float,
    por: Any, thick: Any, area: Any, node_mass: Any, temp: Any, u: Any, vapour: Any, slope: Any, alpha: Any, delta: Any,
    capacity: Any, heat_in: Any, water_in: Any, pan: Any, top_face: Any, bottom_face: Any, d_temp: Any, pi: Any,
    work: Any,
) -> tuple[float, float]:  # fmt: skip
    """Solve one step; fills d_temp (K) and pi (Pa at its end), pan and face temperatures.

    Each ring is a block-tridiagonal system in temperature change and vapour pressure, eliminated
    without pivoting. What leaves a node as water leaves as vapour, so drying, condensing and their
    heat are one. Returns (J, kg) of heat and water that came in through the faces, latent heat apart.
    """
    nodes = heat_in.shape[0] // 3
    for j in range(3 * nodes):
        heat_in[j] = 0.0
        water_in[j] = 0.0
    _sideways(c, p, dt, radius, r1, r2, por, thick, node_mass, temp, vapour, slope, alpha, delta, capacity, heat_in,
              water_in, nodes)  # fmt: skip
    came_in, wetted = 0.0, 0.0
    for z in range(3):
        base = z * nodes
        k_z = conductivity(por[z], p)
        k_half = 2.0 * k_z * nodes / thick[z]
        through = k_z * area[z] * nodes / thick[z]
        top = base + nodes - 1
        h_top = surface(temp[top], around.walls_c, around.h_conv, p.eps)
        to_top = h_top * k_half / (h_top + k_half)
        # A roof hotter than the air acts by its share of radiation in the whole.
        above_c = around.air_c + around.roof_k * (h_top - around.h_conv) / h_top
        dome = dome_area(area[z], h0, radius, c.flat, p)
        k_top = dome * to_top
        beta = p.beta0 * c.m_dry * math.sqrt(around.h_conv / 9.0)
        d_half = 2.0 * delta[top] * nodes / thick[z]
        g_top = dome * beta * d_half / (beta + d_half)
        h_s, s = bottom(around.h_contact, k_half, c.c_pan, around.h_under, dt)
        pan_drive = c.c_pan / dt * pan[z] + around.h_under * around.air_c
        k_bottom = area[z] * h_s * s / (s + h_s)
        g_bottom = p.f_bot_vap * g_top
        k_rim, g_rim = 0.0, 0.0
        if z == 2:
            ring = 0.5 * (radius - r2)
            side = 2.0 * math.pi * radius * thick[2] * p.f_side / nodes
            k_e = k_z / ring
            k_rim = side * h_top * k_e / (h_top + k_e)
            if c.flat < 0.5:
                g_rim = side / (1.0 / beta + ring / permeability(por[2], 0.0, c.m_dry, p))

        # Forward elimination. work keeps, per node, the inverse block and the right side.
        for n in range(nodes):
            j = base + n
            gamma = node_mass[z] / (slope[j] * dt)
            k_up = through if n < nodes - 1 else 0.0
            k_down = through if n > 0 else 0.0
            g_up = 0.5 * (delta[j] + delta[j + 1]) * area[z] * nodes / thick[z] if n < nodes - 1 else 0.0
            g_down = 0.5 * (delta[j] + delta[j - 1]) * area[z] * nodes / thick[z] if n > 0 else 0.0
            k_sum, g_sum = k_up + k_down + k_rim, g_up + g_down + g_rim
            rhs_t = -p.Lv * gamma * vapour[j] + heat_in[j]
            rhs_w = gamma * vapour[j] + water_in[j]
            if n < nodes - 1:
                rhs_t += k_up * (temp[j + 1] - temp[j])
            if n > 0:
                rhs_t += k_down * (temp[j - 1] - temp[j])
            if n == 0:
                k_sum += k_bottom
                g_sum += g_bottom
                rhs_t += k_bottom * (pan_drive / s - temp[j])
                rhs_w += g_bottom * around.vapour_pa
            if n == nodes - 1:
                k_sum += k_top
                g_sum += g_top
                rhs_t += k_top * (above_c - temp[j])
                rhs_w += g_top * around.vapour_pa
            rhs_t += k_rim * (around.air_c - temp[j])
            rhs_w += g_rim * around.vapour_pa
            a11 = capacity[j] / dt + p.Lv * gamma * alpha[j] + k_sum
            a12 = -p.Lv * gamma
            a21 = -gamma * alpha[j]
            a22 = gamma + g_sum
            if n > 0:
                # Take the node below out: its row times diag(−K, −G).
                i11, i12, i21, i22 = work[n - 1, 0], work[n - 1, 1], work[n - 1, 2], work[n - 1, 3]
                a11 -= k_down * i11 * k_down
                a12 -= k_down * i12 * g_down
                a21 -= g_down * i21 * k_down
                a22 -= g_down * i22 * g_down
                rhs_t += k_down * (i11 * work[n - 1, 4] + i12 * work[n - 1, 5])
                rhs_w += g_down * (i21 * work[n - 1, 4] + i22 * work[n - 1, 5])
            det = a11 * a22 - a12 * a21
            work[n, 0], work[n, 1], work[n, 2], work[n, 3] = a22 / det, -a12 / det, -a21 / det, a11 / det
            work[n, 4], work[n, 5] = rhs_t, rhs_w
        for m in range(nodes):
            n = nodes - 1 - m
            j = base + n
            rhs_t, rhs_w = work[n, 4], work[n, 5]
            if n < nodes - 1:
                rhs_t += through * d_temp[j + 1]
                rhs_w += 0.5 * (delta[j] + delta[j + 1]) * area[z] * nodes / thick[z] * pi[j + 1]
            d_temp[j] = work[n, 0] * rhs_t + work[n, 1] * rhs_w
            pi[j] = work[n, 2] * rhs_t + work[n, 3] * rhs_w

        new_top, new_bottom = temp[top] + d_temp[top], temp[base] + d_temp[base]
        pan[z] = (pan_drive + h_s * new_bottom) / (s + h_s)
        top_face[z] = new_top + (above_c - new_top) * to_top / k_half
        bottom_face[z] = new_bottom + (pan[z] - new_bottom) * h_s / k_half
        came_in += dt * (k_top * (above_c - new_top) + k_bottom * (pan_drive / s - new_bottom))
        wetted += dt * (g_top * (around.vapour_pa - pi[top]) + g_bottom * (around.vapour_pa - pi[base]))
        for n in range(nodes):
            j = base + n
            wetted += dt * g_rim * (around.vapour_pa - pi[j])
            came_in += dt * k_rim * (around.air_c - temp[j] - d_temp[j])
            gamma = node_mass[z] / (slope[j] * dt)
            came_in -= dt * p.Lv * gamma * (vapour[j] + alpha[j] * d_temp[j] - pi[j])
    return came_in, wetted


@inner
def _sideways(
    c: Any, p: Any, dt: float, radius: float, r1: float, r2: float, por: Any, thick: Any, node_mass: Any, temp: Any,
    vapour: Any, slope: Any, alpha: Any, delta: Any, capacity: Any, heat_in: Any, water_in: Any, nodes: int,
) -> None:  # fmt: skip
    """Exchange between rings, node by node, held so that an explicit step cannot overshoot."""
    for z in range(2):
        r = r1 if z == 0 else r2
        gap = r2 if z == 0 else radius - r1
        lam = 2.0 * math.pi * r * (thick[z] + thick[z + 1]) / (gap * nodes)
        k_between = lam * conductivity(por[z], p)
        for n in range(nodes):
            a, b = z * nodes + n, (z + 1) * nodes + n
            limit = 1.0 + k_between * dt * (1.0 / capacity[a] + 1.0 / capacity[b])
            q = k_between * (temp[b] - temp[a]) / limit
            heat_in[a] += q
            heat_in[b] -= q
            g = lam * 0.5 * (delta[a] + delta[b])
            limit = 1.0 + g * dt * (
                slope[a] / node_mass[z] + p.Lv * alpha[a] / capacity[a]
                + slope[b] / node_mass[z + 1] + p.Lv * alpha[b] / capacity[b]
            )  # fmt: skip
            flow = g * (vapour[b] - vapour[a]) / limit
            water_in[a] += flow
            water_in[b] -= flow
