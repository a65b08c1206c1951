"""What a cook wants of a plan, and what the kitchen has for it: plain values, in and out of what is stored.

Everything may be left open; what is open is worked out or takes what is usual.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from dough.facts.furnishings import Facts
from dough.plan.portions import Size, Unknown
from dough.plan.steps import Change

#: Chance that two neighbours meet which a cook accepts where nothing is said (judgement).
USUAL_RISK, USUAL_MARGIN_MM, USUAL_TOLERANCE_G = 0.10, 10.0, 2.0


@dataclass(frozen=True, slots=True)
class ShapeWish:
    """Measures of the shape, mm: what is typed is held against the density, what is not follows. tin, cutter and scoop
    are the kitchen's, by id."""

    length_mm: float | None = None
    diameter_mm: float | None = None
    thickness_mm: float | None = None
    slice_mm: float | None = None
    tip_mm: float | None = None
    tin: int | None = None
    cutter: int | None = None
    scoop: int | None = None
    across: int = 4
    along: int = 6
    wedges: int = 12
    scored_before: bool = False


@dataclass(frozen=True, slots=True)
class TrayWish:
    """gap_mm None: what the risk asks for. rows as in ``dough.plan.packing``; at_once how many trays are in the oven
    together; moved are middles in mm put by hand (empty: as packed)."""

    gap_mm: float | None = None
    risk: float = USUAL_RISK
    margin_mm: float = USUAL_MARGIN_MM
    rows: str = "best"
    at_once: int = 1
    moved: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, slots=True)
class KeepWish:
    """Pieces not baked on the day: how many, as what, and where (a cold place by id; None: the counter)."""

    form: str
    pieces: int
    cold: int | None = None


@dataclass(frozen=True, slots=True)
class ButterWish:
    """How the butter starts: its form, °C, wrapped or not."""

    form: str = "block"
    start_c: float = 4.0
    wrapped: bool = True


@dataclass(frozen=True)
class Wish:
    """A plan as a cook has put it. sizes are for several from one batch (empty: one size). weighed are (g, ml) of
    dough; ready and begin are minutes of the plan's day (None: open)."""

    unknown: Unknown = "dough"
    pieces: int | None = None
    portion_g: float | None = None
    dough_g: float | None = None
    loss_pct: float | None = None
    sizes: tuple[Size, ...] = ()
    division: str = ""
    shape: ShapeWish = field(default_factory=ShapeWish)
    tray: TrayWish = field(default_factory=TrayWish)
    tolerance_g: float = USUAL_TOLERANCE_G
    toast: bool = False
    finishes: tuple[tuple[str, int], ...] = ()
    butter: ButterWish = field(default_factory=ButterWish)
    keep: tuple[KeepWish, ...] = ()
    changes: tuple[Change, ...] = ()
    weighed: tuple[tuple[float, float], ...] = ()
    mixer: int | None = None
    cold: int | None = None


@dataclass(frozen=True)
class Have:
    """What the kitchen has for this plan, by what is asked of each thing (``dough.facts.furnishings``); None: nothing
    of the kind. cold is where dough rests, colds all cold places by id. losses are what earlier batches divided so
    lost, %; own_min minutes learned from runs."""

    oven: Facts | None = None
    oven_id: int | None = None
    tray: Facts | None = None
    tray_id: int | None = None
    tin: Facts | None = None
    cutter: Facts | None = None
    scoop: Facts | None = None
    mixer: Facts | None = None
    mixer_id: int | None = None
    cold: Facts | None = None
    cold_id: int | None = None
    colds: tuple[tuple[int, Facts], ...] = ()
    room_c: float = 21.0
    losses: tuple[float, ...] = ()
    own_min: tuple[tuple[str, float], ...] = ()


def figure(facts: Facts | None, name: str) -> float | None:
    """A number of a thing; None where the thing or the number is not known."""
    value = None if facts is None else facts.get(name)
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None


def word(facts: Facts | None, name: str, usual: str = "") -> str:
    """A word or choice of a thing."""
    value = None if facts is None else facts.get(name)
    return value if isinstance(value, str) and value else usual
