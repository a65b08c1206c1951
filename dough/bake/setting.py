"""The dough sets: egg and flour proteins tie the mass together and it stops flowing."""

from __future__ import annotations

import math

from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters


@inner
def unset_after(q: float, temp_c: float, t_set_c: float, dt: float, p: Parameters) -> float:
    """Unset share after dt seconds: first order, a rate that grows by e every w_set kelvin."""
    rate = min(p.ks0 * math.exp(min((temp_c - t_set_c) / p.w_set, 50.0)), p.ksmax)
    return q * math.exp(-dt * rate)
