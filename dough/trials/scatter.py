"""How much two bakes of the same dough differ anyway, and two pieces of one tray."""

from __future__ import annotations

#: One sd between the means of two bakes, in the attribute's unit (practice: 2.5 % of width, 7 % of height at the size
#: of a drop cookie; scores M).
SCATTER = {
    "diameter_mm": 2.2,
    "height_mm": 0.7,
    "rim_crisp": 8.0,
    "middle_soft": 8.0,
    "bite_chewy": 8.0,
    "crumb_cakey": 8.0,
    "crust_l": 2.5,
}
#: One sd between two pieces of one tray (judgement, L: about as much again).
PIECE = {**SCATTER, "diameter_mm": 1.6, "height_mm": 0.6, "crust_l": 2.0}
#: The same for what is not an attribute of a target.
OTHERS = {"loss_pct": (0.5, 0.4)}


def scatter_of(key: str) -> float:
    """One sd between two bakes' means. Raises KeyError for what is not measured."""
    return SCATTER[key] if key in SCATTER else OTHERS[key][0]


def piece_of(key: str) -> float:
    """One sd between two pieces of a tray. Raises KeyError for what is not measured."""
    return PIECE[key] if key in PIECE else OTHERS[key][1]
