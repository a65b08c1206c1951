"""Making more or less of a dough: by factor, pieces, eggs, a packet, a tin, or a mass; and whole sizes.

Scaling keeps every percentage. A tin's dough is its area times the thickness wanted at 1.2 g/ml, the
usual density of a mixed dough (estimate, M).
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from dough.accounts.composition import composition
from dough.accounts.formula import MAX_GRAMS, Draft, Formula
from dough.facts.entry import read
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import Habit, egg_class
from dough.facts.quantities import quantity

WAYS = ("dough", "factor", "pieces", "eggs", "line", "tin")
DOUGH_G_PER_ML = 1.2
TIN = re.compile(
    r"^(?P<a>\d+(?:\.\d+)?)\s*(?:(?:x|×|by)\s*(?P<b>\d+(?:\.\d+)?)|(?P<round>round))?\s*(?P<u>mm|cm|in|inch|inches)?"
    r"\s*(?P<r2>round)?\s*(?:,|at)?\s*(?P<t>\d+(?:\.\d+)?)\s*mm(?: thick)?$"
)
LENGTH_MM = {"mm": 1.0, "cm": 10.0, "in": 25.4, "inch": 25.4, "inches": 25.4, None: 10.0}


@dataclass(frozen=True, slots=True)
class WholeSize:
    """A size at which eggs (and a packet) come whole. off_pct is how far the egg's share of the formula
    moves when it is rounded to the count; packets likewise."""

    factor: float
    dough_g: float
    eggs: int
    packets: float | None
    off_pct: float


def factor_for(
    draft: Draft, by: str, typed: str | float | None, line_id: str = "", habit: Habit = Habit.METRIC
) -> float:
    """The factor that a wish comes to. Raises EntryError with what to type when it makes none."""
    where = "scale"
    known = composition(draft.formula).dough.value
    if known is None:
        raise EntryError(where, "An amount is unknown, so the dough cannot be scaled. Fill it in first.")
    if known <= 0:
        raise EntryError(where, "The formula is empty; there is nothing to scale yet.")
    if by == "dough":
        return _positive(read(typed, quantity("dough_g"), where), where, "the dough you want in grams") / known
    text = "" if typed is None else str(typed)
    if by == "tin":
        return _tin_g(text, where) / known
    if by == "line":
        line = draft.formula.line(line_id)
        wanted = _positive(
            read(text, quantity("grams"), where), where, f"the grams of {line.ingredient.name} to use up"
        )
        return wanted / _positive(line.grams, where, f"an amount for {line.ingredient.name} first")
    number = _plain(text, where)
    if by == "factor":
        return number
    if by == "pieces":
        portion = _positive(draft.process.portion_g, where, "a portion first; pieces are counted in portions")
        return number * portion / (1.0 - draft.process.bowl_loss_pct / 100.0) / known
    if by == "eggs":
        return number * egg_class(habit).egg / _positive(_egg_g(draft.formula), where, "an egg line first")
    raise EntryError(where, "Scale by dough, factor, pieces, eggs, a line or a tin.")


def resize(draft: Draft, factor: float) -> Draft:
    """Every known line times the factor, ranges along. Raises EntryError past the largest line."""
    lines = tuple(x if x.grams is None else x.weighing(x.grams * factor) for x in draft.formula.lines)
    if any(x.grams is not None and x.grams > MAX_GRAMS for x in lines):
        raise EntryError("scale", f"That would put more than {MAX_GRAMS:,.0f} g in one line.")
    return replace(draft, formula=Formula(lines))


def whole_sizes(
    formula: Formula, habit: Habit, packet_line: str = "", packet_g: float | None = None, most: int = 6
) -> tuple[WholeSize, ...]:
    """The nearest sizes at which the eggs come whole, smallest first; with a packet, how many of it they take.

    Between 0.2 and 8 times the present size. Nothing without eggs of known weight.
    """
    egg, dough = _egg_g(formula), composition(formula).dough.value
    if not egg or not dough:
        return ()
    each = egg_class(habit).egg
    line = next((x for x in formula.lines if x.id == packet_line), None)
    found = []
    for count in range(1, 61):
        factor = count * each / egg
        if not 0.2 <= factor <= 8.0:
            continue
        packets, off = None, 0.0
        if line is not None and line.grams and packet_g:
            packets = line.grams * factor / packet_g
            whole = max(round(packets * 2) / 2, 0.5)
            off = 100.0 * abs(whole - packets) / packets
            packets = whole
        found.append(WholeSize(factor, dough * factor, count, packets, off))
    best = sorted(found, key=lambda s: (s.off_pct > 3.0, abs(_log(s.factor))))[:most]
    return tuple(sorted(best, key=lambda s: s.factor))


def _log(factor: float) -> float:
    return factor - 1.0 if factor >= 1.0 else 1.0 / factor - 1.0


def _egg_g(formula: Formula) -> float | None:
    lines = [x for x in formula.lines if x.in_dough and x.ingredient.is_("raw_egg") and x.ingredient.is_("whole_egg")]
    if not lines or any(x.grams is None for x in lines):
        return None
    return sum(x.grams or 0.0 for x in lines)


def _tin_g(text: str, where: str) -> float:
    found = TIN.match(text.strip().lower())
    if found is None:
        raise EntryError(where, "Type the tin and the thickness, such as “20 x 30 cm, 15 mm” or “23 cm round, 12 mm”.")
    scale = LENGTH_MM[found["u"]]
    a = float(found["a"]) * scale
    is_round = bool(found["round"] or found["r2"])
    if not is_round and found["b"] is None:
        raise EntryError(where, "Two sides are needed, such as “20 x 30 cm, 15 mm”, or the word round.")
    area = 3.14159265 / 4.0 * a * a if is_round else a * float(found["b"]) * scale
    grams = area * float(found["t"]) / 1000.0 * DOUGH_G_PER_ML
    if not 1 <= grams <= MAX_GRAMS:
        raise EntryError(where, f"That tin would take {grams:,.0f} g of dough. Check its sides and the thickness.")
    return grams


def _plain(text: str, where: str) -> float:
    try:
        value = float(text.strip().replace(",", ".").removeprefix("×").removeprefix("x"))
    except ValueError:
        raise EntryError(where, f"“{text[:30]}” is not a number. Type how many, such as 24 or 1.5.") from None
    if not 0 < value <= 10_000:
        raise EntryError(where, "Type a number above 0 and up to 10,000.")
    return value


def _positive(value: float | None, where: str, what: str) -> float:
    if value is None or value <= 0:
        raise EntryError(where, f"Type {what}.")
    return value


@dataclass(frozen=True, slots=True)
class Part:
    """One part of a split dough: its grams of the base dough, whole pieces of it, and what is left over."""

    name: str
    grams: float
    pieces: int
    left_g: float
    lines: tuple[tuple[str, float], ...]


def split(draft: Draft, names: tuple[str, ...], shares: tuple[float, ...]) -> tuple[Part, ...]:
    """A dough divided by weight after the bowl's loss; shares are in proportion, each part's lines along.

    Raises EntryError without parts, with a share of nothing, or while an amount is unknown.
    """
    if not names or len(names) != len(shares) or len(names) > 12:
        raise EntryError("split", "Divide into 2 to 12 parts, each with a share.")
    if any(s <= 0 for s in shares):
        raise EntryError("split", "A part needs a share above 0. Leave it out instead.")
    dough = composition(draft.formula).dough.value
    if dough is None:
        raise EntryError("split", "An amount is unknown, so the dough cannot be divided by weight. Fill it in first.")
    usable = dough * (1.0 - draft.process.bowl_loss_pct / 100.0)
    total = sum(shares)
    parts = []
    for name, share in zip(names, shares, strict=True):
        grams = usable * share / total
        portion = draft.process.portion_g
        count = int(grams / portion + 1e-9) if portion else 0
        lines = tuple(
            (x.id, (x.grams or 0.0) * share / total) for x in draft.formula.lines if x.in_dough and x.grams is not None
        )
        parts.append(Part(name[:40], grams, count, grams - count * (portion or 0.0), lines))
    return tuple(parts)


def practical(grams: float) -> float:
    """To what a kitchen scale shows: 0.1 g below 10, half grams below 50, then whole grams."""
    size = abs(grams)
    step = 0.1 if size < 10 else 0.5 if size < 50 else 1.0
    return round(round(grams / step) * step, 2)
