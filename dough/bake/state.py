"""What a bake carries from step to step, as the compiler takes it: arrays over nodes and rings, and the piece's size.

Nodes run ring by ring (middle, between, rim), in each from the bottom up. Units stand in the names: _kg_kg is kg per kg
of dough unless a line says dry matter, _m3_kg m³ per kg dough, _mol_kg mol per kg dough.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np

from dough.bake.jit import inner

#: An array of floats; the compiler takes it as it comes.
Floats = np.ndarray[Any, np.dtype[np.float64]]
RINGS = 3
NODES = 12


class Nodes(NamedTuple):
    """Arrays of RINGS * NODES. water is kg per kg dry matter, unset 1 (raw) to 0 (set).

    vapour_pa is the vapour's pressure at the start of a step, its slope with water (Pa per kg/kg) and with temperature
    (Pa/K) beside it; d_temp_k and end_vapour_pa are what the step solved.
    """

    temp_c: Floats
    water: Floats
    unset: Floats
    activity: Floats
    vapour_pa: Floats
    vapour_per_water_pa: Floats
    vapour_per_k_pa: Floats
    permeability: Floats
    capacity_j_k: Floats
    heat_in_w: Floats
    water_in_kg_s: Floats
    d_temp_k: Floats
    end_vapour_pa: Floats


class Rings(NamedTuple):
    """Arrays of RINGS: water, gas and what makes it, sugar in solution; size; flow; faces, pan and how far each face
    has browned (no unit)."""

    dry_node_kg: Floats
    water_kg_kg: Floats
    gas_m3_kg: Floats
    gas_before_m3_kg: Floats
    gas_mol_kg: Floats
    soda_mol_kg: Floats
    acid_mol_kg: Floats
    powder_mol_kg: Floats
    dissolved_kg_kg: Floats
    volume_m3_kg: Floats
    porosity: Floats
    thickness_m: Floats
    area_m2: Floats
    ln_eta: Floats
    yield_pa: Floats
    unset: Floats
    glass_k: Floats
    top_c: Floats
    bottom_c: Floats
    pan_c: Floats
    brown_top: Floats
    brown_bottom: Floats
    solid_fat: Floats


class Size(NamedTuple):
    """The piece: radius, height in the middle, fullness of its profile, and the radii of the two borders, m."""

    radius_m: float
    middle_m: float
    fullness: float
    inner_m: float
    outer_m: float


class Ledger(NamedTuple):
    """What went in since the oven door, J and kg: heat through the faces, heat stored, water through the faces."""

    heat_j: float
    stored_j: float
    water_kg: float


class Surroundings(NamedTuple):
    """What is around the piece in a step: walls and air °C, K of extra roof, W/m²K to top, pan and from pan, Pa, and
    how readily the faces take water up beside how they give it off."""

    walls_c: float
    air_c: float
    roof_k: float
    h_conv: float
    h_under: float
    h_contact: float
    vapour_pa: float
    takes_up: float


@inner
def raw_nodes(temp_c: float, water: float) -> Nodes:
    """Nodes of raw dough at one temperature (°C) and water content (kg per kg dry matter)."""
    n = RINGS * NODES
    return Nodes(
        np.full(n, temp_c), np.full(n, water), np.ones(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n),
        np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n),
    )  # fmt: skip


@inner
def raw_rings(temp_c: float, room_c: float) -> Rings:
    """Rings with nothing in them yet: faces at the dough's temperature, the pan at the room's."""
    n = RINGS
    return Rings(
        np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n),
        np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n),
        np.zeros(n), np.full(n, temp_c), np.full(n, temp_c), np.full(n, room_c), np.zeros(n), np.zeros(n),
        np.zeros(n),
    )  # fmt: skip
