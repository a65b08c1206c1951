"""Dough temperature: what goes in, weighed by its heat capacity, plus what the mixer adds; solved for any one.

Source: data/specific_heats.csv (composition, H to M); butter in its melting range takes 4.2 kJ/kgK, melted 2.4.
Bowl and room are left out, as in the kitchen's own reckoning (M, ±1 °C).
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.accounts.formula import Formula, Line
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from dough.facts.tables import rows

MELTED_C = 32.0
#: Below this an ingredient comes out of the fridge frozen; above it, it was heated: out of the kitchen's reach.
LOWEST_C, HIGHEST_C = -20.0, 95.0


@dataclass(frozen=True, slots=True)
class PartTemp:
    """One share of the dough: what it is called, g, kJ/kgK, and its temperature in °C (None: to be found)."""

    key: str
    name: str
    mass_g: float
    heat: float
    temp_c: float | None

    @property
    def capacity(self) -> float:
        return self.mass_g * self.heat


@cache
def _heats() -> dict[str, float]:
    return {r["key"]: float(r["kj_per_kgk"]) for r in rows("specific_heats")}


def heat_of(line: Line, temp_c: float | None = None) -> float:
    """Heat capacity of a line's ingredient, kJ/kgK."""
    if line.role is Role.FAT:
        return _heats()["fat_melted" if temp_c is not None and temp_c >= MELTED_C else "fat"]
    if line.role is Role.SUGAR and line.ingredient.parts.water > 10:
        return _heats()["syrup"]
    key = "water" if line.ingredient.is_("water") else "oats" if line.ingredient.is_("rolled_oat") else line.role.value
    return _heats().get(key, 1.8)


#: The groups a cook takes the temperature of, and what each falls back to.
GROUPS = ("fat", "sugar", "egg", "flour", "rest")


def group_of(line: Line) -> str:
    role = line.role
    if role is Role.LIQUID:
        return "egg"
    return role.value if role.value in GROUPS else "rest"


def parts_of(formula: Formula, temps: dict[str, float | None]) -> tuple[PartTemp, ...]:
    """The dough as five parts (fat, sugar, egg and liquids, flour, the rest) with their temperatures.

    Unknown amounts make it impossible: raises EntryError and names them.
    """
    lines = [x for x in formula.lines if x.in_dough]
    unknown = [x.ingredient.name for x in lines if x.grams is None]
    if unknown:
        raise EntryError("butter.dough", f"Fill in {', '.join(unknown[:3])} first: its heat counts.")
    found = []
    for key in GROUPS:
        mine = [x for x in lines if group_of(x) == key]
        mass = sum(x.grams or 0.0 for x in mine)
        if mass <= 0:
            continue
        temp = temps.get(key)
        heat = sum((x.grams or 0.0) * heat_of(x, temp) for x in mine) / mass
        name = {"fat": "butter", "egg": "egg and liquids", "rest": "everything else"}.get(key, key)
        found.append(PartTemp(key, name, mass, heat, temp))
    return tuple(found)


def mixed_c(parts: tuple[PartTemp, ...], friction_k: float) -> float:
    """Temperature of the mixed dough, °C. Raises EntryError when one is unknown."""
    known = [(p.capacity, p.temp_c) for p in parts]
    if not known or any(t is None for _, t in known):
        raise EntryError("butter.dough", "Fill in every temperature but the one to be found.")
    total = sum(c for c, _ in known)
    return sum(c * (t or 0.0) for c, t in known) / total + friction_k


def solve_for(parts: tuple[PartTemp, ...], wanted_c: float, friction_k: float, key: str) -> float:
    """The temperature one part must have for the dough to come out at wanted_c, °C.

    Raises EntryError where no such part is in the dough or the answer is out of a kitchen's reach.
    """
    target = next((p for p in parts if p.key == key), None)
    if target is None or target.capacity <= 0:
        raise EntryError("butter.dough", "That is not in this dough. Pick another to solve for.")
    others = [p for p in parts if p.key != key]
    if any(p.temp_c is None for p in others):
        raise EntryError("butter.dough", "Fill in every temperature but the one to be found.")
    total = sum(p.capacity for p in parts)
    held = sum(p.capacity * (p.temp_c or 0.0) for p in others)
    found = ((wanted_c - friction_k) * total - held) / target.capacity
    if not LOWEST_C <= found <= HIGHEST_C:
        raise EntryError(
            "butter.dough", f"The {target.name} alone would have to be {found:.0f} °C. Change another one too."
        )
    return found


def minutes_for(parts: tuple[PartTemp, ...], wanted_c: float, per_min_k: float) -> float:
    """Minutes of mixing that bring the dough up to wanted_c, from the heat of the mixer; negative: it is warmer
    already."""
    return (wanted_c - mixed_c(parts, 0.0)) / per_min_k if per_min_k > 0 else 0.0


@dataclass(frozen=True, slots=True)
class MixerHeat:
    """A mixer's warming learned from readings, °C a minute, its spread, and how many readings it rests on."""

    per_min_k: float
    sd_k: float
    readings: int


#: How sure the general figure is, and how well a kitchen can measure one rise (°C a minute, judgement).
PRIOR_SD, READING_SD = 0.2, 0.25


def learned_heat(prior_k: float, rises: tuple[float, ...]) -> MixerHeat:
    """The general figure drawn towards the readings: precision-weighted mean (normal, known spreads)."""
    weight = 1.0 / PRIOR_SD**2
    total = weight + len(rises) / READING_SD**2
    mean = (prior_k * weight + sum(rises) / READING_SD**2) / total
    return MixerHeat(mean, total**-0.5, len(rises))


#: A change of less than this is not worth saying: K, and minutes of mixing.
WORTH_K, WORTH_MIN = 0.3, 0.15
#: What a cook can bring an ingredient to without melting or freezing it, °C.
EASY_LOW_C, EASY_HIGH_C = 0.0, 45.0


def ways_to(parts: tuple[PartTemp, ...], wanted_c: float, per_min_k: float, minutes: float) -> tuple[str, ...]:
    """Every single change that would bring the dough to wanted_c, in words; empty when it is there."""
    said: list[str] = []
    friction = per_min_k * minutes
    for part in parts:
        if part.key not in ("fat", "egg", "flour"):
            continue
        try:
            value = solve_for(parts, wanted_c, friction, part.key)
        except EntryError:
            continue
        now = part.temp_c or 0.0
        if abs(value - now) >= WORTH_K and EASY_LOW_C <= value <= EASY_HIGH_C:
            said.append(f"{part.name} at {value:.1f} °C instead of {now:.1f}")
    more = minutes_for(parts, wanted_c, per_min_k) - minutes
    if abs(more) >= WORTH_MIN and minutes + more > 0:
        said.append(f"{abs(more) * 60:.0f} s {'more' if more > 0 else 'less'} of mixing")
    return tuple(said)
