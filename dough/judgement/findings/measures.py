"""The figures findings are judged on; what lacks an amount is left out, never guessed.

Most are stated on the wide base of flour, oats, cocoa and nut meal, as the limits of trade texts are.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.composition import Composition, percent_of
from dough.accounts.formula import Formula, Line
from dough.accounts.gas import self_raising_powder_g
from dough.accounts.leavening import Leavening, leavening
from dough.accounts.wide_base import WIDE, wide_base_g
from dough.facts.ingredients import Ingredient, Role

#: Classes whose sourness is wanted for itself or locked away; the rest of the acid is counted as sour.
SOUR = ("acid_salt", "acid_powder", "tartar")


def egg_share(item: Ingredient) -> float:
    """How much of it counts as fresh egg by weight: powder with its water put back; purées and gels are not egg."""
    if item.is_("dried_egg"):
        return 4.0
    return 1.0 if item.is_("egg_protein") and item.role is Role.EGG else 0.0


def folded(line: Line) -> bool:
    """Whether a line is a fold-in that dough has to hold, rather than something that joins it."""
    return line.in_dough and line.role is Role.FOLD_IN and not line.ingredient.is_(*WIDE)


@dataclass(frozen=True, slots=True)
class Sums:
    """Grams towards each limit; None where a line that counts has no amount."""

    egg: float | None
    powder: float | None
    salt: float | None
    xanthan: float | None
    starch: float | None
    cocoa: float | None
    coconut: float | None
    syrup: float | None
    long_sugars: float | None
    ethanol: float | None
    folds: float | None
    sour: float | None


def _counts(item: Ingredient) -> dict[str, float]:
    p = item.parts
    found = {
        "egg": egg_share(item),
        "powder": 1.0 if item.is_("powder") else 0.0,
        "salt": 1.0 if item.role is Role.SALT else p.salt / 100.0 if item.role is Role.FAT else 0.0,
        "xanthan": 1.0 if item.is_("gum") else 0.0,
        "starch": 1.0 if item.is_("starch") else 0.0,
        "cocoa": 1.0 if item.is_("cocoa") else 0.0,
        "coconut": 1.0 if item.is_("coconut_flour") else 0.0,
        "syrup": (p.sugars + p.other_sugar + p.starch) / 100.0 if item.is_("syrup") else 0.0,
        # The dextrins of glucose syrup stand among the starches.
        "long_sugars": (p.other_sugar + p.starch) / 100.0 if item.is_("syrup") else 0.0,
        "ethanol": p.ethanol / 100.0,
        "sour": p.acid_g_soda / 100.0 if item.is_(*SOUR) else 0.0,
    }
    return {k: v for k, v in found.items() if v > 0.0}


_COUNTED: dict[tuple[str, int], tuple[tuple[str, float], ...]] = {}


def _counted(item: Ingredient) -> tuple[tuple[str, float], ...]:
    """What an ingredient counts towards, with its share; worked out once for each version of each."""
    key = (item.id, item.version)
    if key not in _COUNTED:
        _COUNTED[key] = tuple(_counts(item).items())
    return _COUNTED[key]


def sums(formula: Formula) -> Sums:
    """Sums over the dough's lines."""
    names = Sums.__dataclass_fields__
    found: dict[str, float | None] = dict.fromkeys(names, 0.0)

    def add(key: str, grams: float | None, share: float) -> None:
        before = found[key]
        found[key] = None if before is None or grams is None else before + grams * share

    for x in formula.lines:
        if not x.in_dough:
            continue
        for key, share in _counted(x.ingredient):
            add(key, x.grams, share)
        if folded(x):
            add("folds", x.grams, 1.0)
    return Sums(**found)


def _plus(a: float | None, b: float | None) -> float | None:
    return None if a is None or b is None else a + b


def measures(formula: Formula, comp: Composition, contact: float, account: Leavening | None) -> dict[str, float]:
    """Every limit's figure that can be worked out, in the limit's unit (data/limits.csv)."""
    wide, dough, s = wide_base_g(formula), comp.dough.value, sums(formula)
    fat = comp.fat.value
    known = all(x.grams is not None for x in formula.lines if x.in_dough)
    soda = account is not None and known and account.soda_g > 0
    spare = account.sour_g(s.sour) if account is not None and known and s.sour is not None else None
    found: dict[str, float | None] = {
        "sugar": percent_of(comp.sugars.value, wide),
        "fat": percent_of(fat, wide),
        "sugar_to_fat": comp.sugar_to_fat,
        "water": percent_of(comp.water.value, wide),
        "solution": comp.sugar_in_solution,
        "egg": percent_of(s.egg, wide),
        "egg_to_fat": None if s.egg is None or not fat else s.egg / fat,
        "net_soda": percent_of(account.net_soda_g, wide) if account is not None and soda else None,
        "acid": percent_of(spare, wide),
        "powder": percent_of(s.powder, wide),
        "salt": percent_of(s.salt, wide),
        "salt_whole": percent_of(comp.salt_whole.value, dough),
        "fold_in": percent_of(s.folds, dough),
        "xanthan": percent_of(s.xanthan, wide),
        "starch": percent_of(s.starch, wide),
        "cocoa": percent_of(s.cocoa, wide),
        "coconut": percent_of(s.coconut, wide),
        "syrup": percent_of(s.syrup, _plus(comp.sugars.value, s.long_sugars)),
        "ethanol": percent_of(s.ethanol, wide),
    }
    if not formula.of_role(Role.SALT):
        found.pop("salt")
    return {k: v for k, v in found.items() if v is not None}


def account_of(formula: Formula, contact: float) -> Leavening | None:
    """The leavening account of the dough's lines."""
    return leavening(formula.lines, contact)


def powder_in_flour_g(formula: Formula) -> float:
    """Baking powder that self-raising flour brings, g."""
    return sum(self_raising_powder_g(x.ingredient) * (x.grams or 0.0) for x in formula.flour_lines)
