"""How stiff the raw dough is, at its own temperature, before the oven: by the same equations that let it spread."""

from __future__ import annotations

import math
from dataclasses import dataclass

from dough.bake.derive import Learned, derive
from dough.bake.inputs import BakeInputs
from dough.bake.march import as_it_goes_in
from dough.facts.bake_parameters import plain, values


@dataclass(frozen=True, slots=True)
class Stiffness:
    """Viscosity in Pa s and yield stress in Pa of a dough at rest, and its density in kg/m³."""

    viscosity_pa_s: float
    yield_pa: float
    density_kg_m3: float


def raw_stiffness(
    inputs: BakeInputs, learned: Learned | None = None, parameters: dict[str, float] | None = None
) -> Stiffness:
    """The dough as it goes in; learned and parameters as for ``batch.bake``."""
    p = plain(values() if parameters is None else parameters)
    ln_eta, yield_pa, m3_kg = as_it_goes_in(derive(inputs, p, learned), p)
    return Stiffness(math.exp(ln_eta), yield_pa, 1.0 / m3_kg)
