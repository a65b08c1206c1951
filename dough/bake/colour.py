"""Browning of a face from its temperature and dryness. Only lightness is modelled; hue is drawn."""

from __future__ import annotations

import math

from dough.bake.case import Case
from dough.bake.jit import inner
from dough.bake.parameter_names import Parameters
from dough.facts.nature import GAS_J_PER_MOL_K, ZERO_C_K


@inner
def browning(face_c: float, aw: float, dt: float, c: Case, p: Parameters) -> float:
    """Progress of browning in dt seconds (no unit; 0 is raw).

    Protein and reducing sugars browning fastest at middling dryness, and sugar caramelising, each
    with its activation energy. Source: browning kinetics of biscuits for the form; rates fitted.
    """
    theta = 1.0 / (p.Tb_ref + ZERO_C_K) - 1.0 / (face_c + ZERO_C_K)
    dry = 0.25 + 3.0 * aw * (1.0 - aw)
    maillard = c.f_brown * p.kb0 * math.exp(p.Eb / GAS_J_PER_MOL_K * theta) * dry
    return dt * (maillard + c.f_caramel * p.kc0 * math.exp(p.Ec / GAS_J_PER_MOL_K * theta))


@inner
def lightness(raw_l: float, progress: float, darkest: float) -> float:
    """CIE L* of a face that has browned this far."""
    return darkest + (raw_l - darkest) * math.exp(-progress)
