"""Heat and vapour between nodes, rings, oven and pan: one coupled implicit step."""

from __future__ import annotations

import math
from typing import NamedTuple

from dough.bake.case import Case
from dough.bake.jit import inner, phase
from dough.bake.moisture import permeability
from dough.bake.parameter_names import Parameters
from dough.bake.state import NODES, RINGS, Floats, Nodes, Rings, Size, Surroundings
from dough.facts.nature import ZERO_C_K

STEFAN_BOLTZMANN = 5.67e-8


@inner
def surface(temp_c: float, walls_c: float, h_conv: float, emissivity: float) -> float:
    """Heat transfer to a face, W/m²K: convection plus radiation from the walls."""
    a, b = walls_c + ZERO_C_K, temp_c + ZERO_C_K
    return h_conv + emissivity * STEFAN_BOLTZMANN * (a * a + b * b) * (a + b)


@inner
def conductivity(porosity: float, p: Parameters) -> float:
    """Conductivity of porous dough, W/mK."""
    return p.k_cond * math.pow(1.0 - porosity, p.k_exp)


@inner
def dome_area(area: float, h0: float, radius: float, flat: float, p: Parameters) -> float:
    """Top area of a ring under a dome."""
    return area if flat > 0.5 else area * math.sqrt(1.0 + (p.f_dome * h0 / radius) ** 2)


@inner
def bottom(h_contact: float, k_half: float, c_pan: float, h_under: float, dt: float) -> tuple[float, float]:
    """(pan to first node, pan's own stiffness), W/m²K, with the pan's heat eliminated from the solve."""
    return h_contact * k_half / (h_contact + k_half), c_pan / dt + h_under


@phase
def transfer(
    c: Case, p: Parameters, around: Surroundings, dt_s: float, size: Size, rings: Rings, nodes: Nodes, work: Floats
) -> tuple[float, float]:
    """Solve one step; fills the nodes' d_temp_k and end_vapour_pa, pan and face temperatures.

    Each ring is a block-tridiagonal system in temperature change and vapour pressure, eliminated
    without pivoting. What leaves a node as water leaves as vapour, so drying, condensing and their
    heat are one. Returns (J, kg) of heat and water that came in through the faces, latent heat apart.
    """
    for j in range(RINGS * NODES):
        nodes.heat_in_w[j] = 0.0
        nodes.water_in_kg_s[j] = 0.0
    _sideways(c, p, dt_s, size, rings, nodes)
    came_in, wetted = 0.0, 0.0
    for z in range(RINGS):
        faces = _faces(c, p, around, dt_s, size, rings, nodes, z)
        _eliminate(p, around, dt_s, rings, nodes, work, z, faces)
        _substitute(rings, nodes, work, z, faces)
        came_in, wetted = _settle(p, around, dt_s, rings, nodes, z, faces, came_in, wetted)
    return came_in, wetted


class Faces(NamedTuple):
    """Conductances of a ring: through the dough, at its half node, to the top, the pan and the rim, W/K (per m² where
    h_); the same for vapour, kg/(s Pa); what the pan is driven by."""

    through: float
    k_half: float
    to_top: float
    above_c: float
    k_top: float
    g_top: float
    h_pan: float
    pan_stiff: float
    pan_drive: float
    k_bottom: float
    g_bottom: float
    k_rim: float
    g_rim: float


@phase
def _faces(
    c: Case, p: Parameters, around: Surroundings, dt_s: float, size: Size, rings: Rings, nodes: Nodes, z: int
) -> Faces:
    """What a ring exchanges with oven, pan and side."""
    k_z = conductivity(rings.porosity[z], p)
    thick, area = rings.thickness_m[z], rings.area_m2[z]
    k_half = 2.0 * k_z * NODES / thick
    through = k_z * area * NODES / thick
    top = z * NODES + NODES - 1
    h_top = surface(nodes.temp_c[top], around.walls_c, around.h_conv, p.eps)
    to_top = h_top * k_half / (h_top + k_half)
    # A roof hotter than the air acts by its share of radiation in the whole.
    above_c = around.air_c + around.roof_k * (h_top - around.h_conv) / h_top
    dome = c.ridged * dome_area(area, size.middle_m, size.radius_m, c.flat, p)
    k_top = dome * to_top
    # A skin that has dried lets less vapour through.
    beta = p.beta0 * c.m_dry * math.sqrt(around.h_conv / 9.0) * nodes.activity[top] ** p.d_skin
    d_half = 2.0 * nodes.permeability[top] * NODES / thick
    g_top = dome * beta * d_half / (beta + d_half)
    h_s, s = bottom(around.h_contact, k_half, c.c_pan, around.h_under, dt_s)
    pan_drive = c.c_pan / dt_s * rings.pan_c[z] + around.h_under * around.air_c
    k_bottom = area * h_s * s / (s + h_s)
    if nodes.vapour_pa[top] < around.vapour_pa:
        g_top *= around.takes_up
    g_bottom = p.f_bot_vap * g_top
    k_rim, g_rim = 0.0, 0.0
    if z == 2:
        ring = 0.5 * (size.radius_m - size.outer_m)
        side = 2.0 * math.pi * size.radius_m * rings.thickness_m[2] * p.f_side / NODES
        k_e = k_z / ring
        k_rim = side * h_top * k_e / (h_top + k_e)
        if c.flat < 0.5:
            g_rim = side / (1.0 / beta + ring / permeability(rings.porosity[2], 0.0, c.m_dry, p))
            if nodes.vapour_pa[z * NODES + NODES // 2] < around.vapour_pa:
                g_rim *= around.takes_up
    return Faces(through, k_half, to_top, above_c, k_top, g_top, h_s, s, pan_drive, k_bottom, g_bottom, k_rim, g_rim)


@phase
def _eliminate(
    p: Parameters, around: Surroundings, dt_s: float, rings: Rings, nodes: Nodes, work: Floats, z: int, f: Faces
) -> None:
    """Forward elimination of a ring. work keeps, per node, the inverse block and the right side."""
    base = z * NODES
    temp, vapour, delta = nodes.temp_c, nodes.vapour_pa, nodes.permeability
    thick, area = rings.thickness_m[z], rings.area_m2[z]
    for n in range(NODES):
        j = base + n
        gamma = rings.dry_node_kg[z] / (nodes.vapour_per_water_pa[j] * dt_s)
        k_up = f.through if n < NODES - 1 else 0.0
        k_down = f.through if n > 0 else 0.0
        g_up = 0.5 * (delta[j] + delta[j + 1]) * area * NODES / thick if n < NODES - 1 else 0.0
        g_down = 0.5 * (delta[j] + delta[j - 1]) * area * NODES / thick if n > 0 else 0.0
        k_sum, g_sum = k_up + k_down + f.k_rim, g_up + g_down + f.g_rim
        rhs_t = -p.Lv * gamma * vapour[j] + nodes.heat_in_w[j]
        rhs_w = gamma * vapour[j] + nodes.water_in_kg_s[j]
        if n < NODES - 1:
            rhs_t += k_up * (temp[j + 1] - temp[j])
        if n > 0:
            rhs_t += k_down * (temp[j - 1] - temp[j])
        if n == 0:
            k_sum += f.k_bottom
            g_sum += f.g_bottom
            rhs_t += f.k_bottom * (f.pan_drive / f.pan_stiff - temp[j])
            rhs_w += f.g_bottom * around.vapour_pa
        if n == NODES - 1:
            k_sum += f.k_top
            g_sum += f.g_top
            rhs_t += f.k_top * (f.above_c - temp[j])
            rhs_w += f.g_top * around.vapour_pa
        rhs_t += f.k_rim * (around.air_c - temp[j])
        rhs_w += f.g_rim * around.vapour_pa
        a11 = nodes.capacity_j_k[j] / dt_s + p.Lv * gamma * nodes.vapour_per_k_pa[j] + k_sum
        a12 = -p.Lv * gamma
        a21 = -gamma * nodes.vapour_per_k_pa[j]
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


@phase
def _substitute(rings: Rings, nodes: Nodes, work: Floats, z: int, f: Faces) -> None:
    """Back substitution: the ring's temperature change and end pressure, from the top down."""
    delta = nodes.permeability
    for m in range(NODES):
        n = NODES - 1 - m
        j = z * NODES + n
        rhs_t, rhs_w = work[n, 4], work[n, 5]
        if n < NODES - 1:
            rhs_t += f.through * nodes.d_temp_k[j + 1]
            rhs_w += (
                0.5 * (delta[j] + delta[j + 1]) * rings.area_m2[z] * NODES / rings.thickness_m[z]
                * nodes.end_vapour_pa[j + 1]
            )  # fmt: skip
        nodes.d_temp_k[j] = work[n, 0] * rhs_t + work[n, 1] * rhs_w
        nodes.end_vapour_pa[j] = work[n, 2] * rhs_t + work[n, 3] * rhs_w


@phase
def _settle(
    p: Parameters, around: Surroundings, dt_s: float, rings: Rings, nodes: Nodes, z: int, f: Faces, came_in: float,
    wetted: float,
) -> tuple[float, float]:  # fmt: skip
    """Pan and faces after the step, and what came in through the faces, added to what had (J, kg)."""
    base, top = z * NODES, z * NODES + NODES - 1
    new_top, new_bottom = nodes.temp_c[top] + nodes.d_temp_k[top], nodes.temp_c[base] + nodes.d_temp_k[base]
    rings.pan_c[z] = (f.pan_drive + f.h_pan * new_bottom) / (f.pan_stiff + f.h_pan)
    rings.top_c[z] = new_top + (f.above_c - new_top) * f.to_top / f.k_half
    rings.bottom_c[z] = new_bottom + (rings.pan_c[z] - new_bottom) * f.h_pan / f.k_half
    end = nodes.end_vapour_pa
    came_in += dt_s * (f.k_top * (f.above_c - new_top) + f.k_bottom * (f.pan_drive / f.pan_stiff - new_bottom))
    wetted += dt_s * (f.g_top * (around.vapour_pa - end[top]) + f.g_bottom * (around.vapour_pa - end[base]))
    for n in range(NODES):
        j = base + n
        wetted += dt_s * f.g_rim * (around.vapour_pa - end[j])
        came_in += dt_s * f.k_rim * (around.air_c - nodes.temp_c[j] - nodes.d_temp_k[j])
        gamma = rings.dry_node_kg[z] / (nodes.vapour_per_water_pa[j] * dt_s)
        came_in -= dt_s * p.Lv * gamma * (nodes.vapour_pa[j] + nodes.vapour_per_k_pa[j] * nodes.d_temp_k[j] - end[j])
    return came_in, wetted


@phase
def _sideways(c: Case, p: Parameters, dt_s: float, size: Size, rings: Rings, nodes: Nodes) -> None:
    """Exchange between rings, node by node, held so that an explicit step cannot overshoot."""
    capacity, slope, alpha = nodes.capacity_j_k, nodes.vapour_per_water_pa, nodes.vapour_per_k_pa
    for z in range(RINGS - 1):
        r = size.inner_m if z == 0 else size.outer_m
        gap = size.outer_m if z == 0 else size.radius_m - size.inner_m
        lam = 2.0 * math.pi * r * (rings.thickness_m[z] + rings.thickness_m[z + 1]) / (gap * NODES)
        k_between = lam * conductivity(rings.porosity[z], p)
        for n in range(NODES):
            a, b = z * NODES + n, (z + 1) * NODES + n
            limit = 1.0 + k_between * dt_s * (1.0 / capacity[a] + 1.0 / capacity[b])
            q = k_between * (nodes.temp_c[b] - nodes.temp_c[a]) / limit
            nodes.heat_in_w[a] += q
            nodes.heat_in_w[b] -= q
            g = lam * 0.5 * (nodes.permeability[a] + nodes.permeability[b])
            limit = 1.0 + g * dt_s * (
                slope[a] / rings.dry_node_kg[z] + p.Lv * alpha[a] / capacity[a]
                + slope[b] / rings.dry_node_kg[z + 1] + p.Lv * alpha[b] / capacity[b]
            )  # fmt: skip
            flow = g * (nodes.vapour_pa[b] - nodes.vapour_pa[a]) / limit
            nodes.water_in_kg_s[a] += flow
            nodes.water_in_kg_s[b] -= flow
