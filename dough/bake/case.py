"""One bake worked out: what the compiled step reads.

x_* are kg per kg dough (fold-ins included), v_* m³ per kg dough, gas sources mol per kg dough, *_s seconds, *_c °C,
*_k kelvin, h_* W/m²K, radius m, mass kg; the rest has no unit.
"""

from __future__ import annotations

from dataclasses import asdict, dataclass, fields
from functools import cache
from types import SimpleNamespace
from typing import Any

import numpy as np


@dataclass(frozen=True, slots=True)
class Case:
    """One bake, worked out. Flat floats only: the compiled step reads it as a record."""

    mass: float
    x_flour: float
    x_w: float
    x_dry: float
    x_fat: float
    x_fatadd: float
    x_sug: float
    x_red: float
    x_prot: float
    x_other: float
    x_inc: float
    iso_a: float
    iso_b: float
    c_flour: float
    c_sugar: float
    d_b: float
    sugar_tg: float
    v_f: float
    v_dry: float
    v_cond: float
    cp_dry: float
    ph: float
    soda: float
    acid: float
    n_bp: float
    n0: float
    t_set: float
    b_set: float
    phi_c: float
    e0: float
    kd: float
    f_brown: float
    f_caramel: float
    ln_eta0: float
    radius0: float
    k0: float
    flat: float
    h_conv: float
    h_under: float
    oven_c: float
    c_pan: float
    m_dry: float
    m_gas: float
    raw_l: float
    dough_c: float
    kappa: float
    sfc_max: float
    sfc_tm: float
    sfc_w: float
    bake_s: float
    bang_s: float
    open_s: float
    roof_k: float
    bang: float
    network: float
    p_atm: float
    p_room: float
    dip: float
    f_base: float
    ridged: float


@cache
def case_type() -> np.dtype[np.void]:
    """The layout of a case record."""
    return np.dtype([(f.name, np.float64) for f in fields(Case)])


def case_record(cases: list[Case]) -> np.ndarray[Any, np.dtype[np.void]]:
    """Case records for the compiled step, shape (n,)."""
    names = [f.name for f in fields(Case)]
    return np.array([tuple(getattr(c, n) for n in names) for c in cases], dtype=case_type())


def plain_case(case: Case) -> SimpleNamespace:
    """The same as an object with attributes, for the uncompiled step."""
    return SimpleNamespace(**asdict(case))
