"""Rules of thumb that cooks and trade texts use beside the bake model. Each says how sure it is.

They serve where the model does not reach or as a check on what was entered, and are always labelled.
"""

from __future__ import annotations

import math

from dough.facts.nature import GAS_J_PER_MOL_K, ZERO_C_K

#: Observed exponent of the diameter of drop doughs on the portion, beyond half again its size (M to L).
PORTION_EXPONENT = 0.36
ACTIVATION_J_PER_MOL = 75_000.0


def diameter_cm(k_cm: float, portion_g: float) -> float:
    """Baked diameter of a drop dough, cm, from the style's k and the cube root of the portion (M, ±8 %)."""
    return float(k_cm * portion_g ** (1.0 / 3.0))


def scaled_diameter(diameter: float, portion_from: float, portion_to: float) -> float:
    """Diameter at another portion, in the unit given: larger pieces flow longer (M to L)."""
    return float(diameter * (portion_to / portion_from) ** PORTION_EXPONENT)


def bake_loss_pct(water_pct: float, left_pct: float) -> float:
    """Loss of the base dough, %, when its water of so many % falls to so many % of the crumb (arithmetic)."""
    w0, wf = water_pct / 100.0, left_pct / 100.0
    return 100.0 * (w0 - wf) / (1.0 - wf)


def set_temperature_c(solution: float, egg_protein_pct: float, flour_protein_pct: float, net_soda_pct: float) -> float:
    """Where a dough stops flowing, °C, 68 to 96 (L: a designed formula, the bake model has its own).

    solution is sugars over sugars and water; the percentages are of the flour, its protein of itself.
    """
    value = 74.0 + 14.0 * max(0.0, solution - 0.45) / 0.25
    value += -1.5 * (egg_protein_pct - 2.5) - 1.2 * (flour_protein_pct - 10.0) + 2.0 * min(net_soda_pct, 1.2)
    return min(max(value, 68.0), 96.0)


def browning_ratio(from_c: float, to_c: float) -> float:
    """How much faster a surface browns at another temperature (activation energy 75 kJ/mol, 50 to 110; M)."""
    return math.exp(ACTIVATION_J_PER_MOL / GAS_J_PER_MOL_K * (1.0 / (from_c + ZERO_C_K) - 1.0 / (to_c + ZERO_C_K)))


def combined_change(changes: tuple[float, ...], bound: float = 0.30) -> float:
    """Several small relative changes together: they add in the logarithm and saturate (estimate, L)."""
    total = sum(math.log1p(c) for c in changes)
    return math.expm1(bound * math.tanh(total / bound))


def strong_share(wanted_pct: float, soft_pct: float, strong_pct: float) -> float:
    """Share of the stronger of two flours that gives a wanted protein, 0 to 1 (arithmetic).

    Raises ValueError when the wanted protein lies outside the two.
    """
    if not min(soft_pct, strong_pct) <= wanted_pct <= max(soft_pct, strong_pct) or soft_pct == strong_pct:
        raise ValueError("the wanted protein lies outside the two flours")
    return (wanted_pct - soft_pct) / (strong_pct - soft_pct)
