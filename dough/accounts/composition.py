"""What a line and a dough are made of.

Sums keep what is known apart from what is missing: a ``Total`` names the lines it lacks.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from dough.accounts.formula import Formula, Line
from dough.facts.ingredients import ADDITIVE, Parts, Role

#: A line whose amount is unknown matters to a total when it holds at least this much of it,
#: g per 100 g. Below it (the 0.04 % water of sugar) the total is good without it.
MATTERS_G_PER_100 = 0.5


@dataclass(frozen=True, slots=True)
class Total:
    """A sum in one unit over the lines whose amount is known, and the ids of those it lacks."""

    known: float
    lacks: tuple[str, ...] = ()

    @property
    def complete(self) -> bool:
        return not self.lacks

    @property
    def value(self) -> float | None:
        """The sum, or None when it lacks something."""
        return self.known if not self.lacks else None


@dataclass(frozen=True, slots=True)
class Composition:
    """Totals over a dough. Grams unless the name says otherwise.

    dough_g counts everything mixed in; base_g leaves the fold-ins out. The other masses are of
    the base dough, except those that say ``whole``, which count the fold-ins too.
    """

    flour: Total
    dough: Total
    base: Total
    fold_ins: Total
    water: Total
    sugars: Total
    fat: Total
    gluten: Total
    salt_whole: Total
    sodium_whole_mg: Total
    kcal_whole: Total

    @property
    def sugar_to_fat(self) -> float | None:
        """Sugars over real fat; None when either is unknown or there is no fat."""
        return _ratio(self.sugars.value, self.fat.value)

    @property
    def sugar_in_solution(self) -> float | None:
        """Sugars / (sugars + water): the concentration if all of it dissolved."""
        sugars, water = self.sugars.value, self.water.value
        return _ratio(sugars, None if sugars is None or water is None else sugars + water)


def line_parts(line: Line) -> dict[str, float] | None:
    """Grams of each additive part in a line; None when its amount is unknown."""
    if line.grams is None:
        return None
    return {name: line.grams * getattr(line.ingredient.parts, name) / 100.0 for name in ADDITIVE}


def composition(formula: Formula) -> Composition:
    """Add up a formula (tops and finishes left out). Source of each part: the ingredient table."""
    dough = [x for x in formula.lines if x.in_dough]
    # What nobody knows may be sugar as well as nuts: it counts as part of the base, whose totals it leaves open.
    base = [x for x in dough if x.role is not Role.FOLD_IN or x.ingredient.is_("unknown")]
    folded = [x for x in dough if x.role is Role.FOLD_IN and not x.ingredient.is_("unknown")]
    return Composition(
        flour=total(formula.flour_lines, _whole),
        dough=total(dough, _whole),
        base=total(base, _whole),
        fold_ins=total(folded, _whole),
        water=total(base, lambda p: p.water),
        sugars=total(base, lambda p: p.sugars),
        fat=total(base, lambda p: p.fat),
        gluten=total(base, lambda p: p.gluten_forming),
        salt_whole=total(dough, lambda p: p.salt),
        sodium_whole_mg=total(dough, lambda p: p.sodium_mg),
        kcal_whole=total(dough, lambda p: p.kcal),
    )


def total(lines: Iterable[Line], part: Callable[[Parts], float]) -> Total:
    """Sum grams × part / 100 over lines; lines of unknown amount that hold the part, or of which
    nobody knows what they hold, are named."""
    known = 0.0
    lacks: list[str] = []
    for line in lines:
        per_100 = part(line.ingredient.parts)
        if line.grams is None:
            if per_100 >= MATTERS_G_PER_100 or line.ingredient.is_("unknown"):
                lacks.append(line.id)
        else:
            known += line.grams * per_100 / 100.0
    return Total(known, tuple(lacks))


def percent_of(part: float | None, base: float | None) -> float | None:
    """part as a percentage of base; None when either is unknown or the base is zero."""
    ratio = _ratio(part, base)
    return None if ratio is None else 100.0 * ratio


def pieces(dough_g: float, portion_g: float, bowl_loss_pct: float) -> tuple[int, float]:
    """Whole pieces and the grams left over, after the share of dough that stays on bowl and scoop.

    Bowl loss is usually 1-3 % (practice, M). Raises ValueError for a portion of zero or less.
    """
    if portion_g <= 0:
        raise ValueError("a portion must weigh something")
    usable = dough_g * (1.0 - bowl_loss_pct / 100.0)
    count = int(usable / portion_g + 1e-9)
    return count, usable - count * portion_g


def _whole(_: Parts) -> float:
    return 100.0


def _ratio(a: float | None, b: float | None) -> float | None:
    return None if a is None or b is None or b <= 0 else a / b
