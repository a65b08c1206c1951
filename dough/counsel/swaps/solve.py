"""Amounts for swaps: constrained least squares over the whole formula (scipy's bounded solver).

The unknowns are the parts that go in, within the bounds of their rule, and small moves of lines that may
move (liquid, sugar, flour, fat, salt, soda). What is minimised is how far each function of the dough is from
where it was, counted in tolerances (dough.counsel.swaps.ledger), and how far each amount is from its usual ratio.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

import numpy as np
from scipy.optimize import lsq_linear

from dough.accounts.formula import USUAL_STEP, Formula, Line
from dough.accounts.scaling import practical
from dough.counsel.swaps.ledger import FUNCTIONS, Ledger, flour_of, ledger, per_100
from dough.counsel.swaps.rules import Rule
from dough.facts.ingredients import Ingredient, Role, ingredient
from dough.facts.staples import SALT, WATER, staple

#: How much a part's usual ratio, and leaving a line alone, weigh beside the functions (judgement).
RATIO_WEIGHT, STILL_WEIGHT = 0.35, 0.5
#: A part below this many grams is not worth weighing; a line moves by this share of itself or not at all.
LEAST_PART_G, LEAST_MOVE = 0.3, 0.02
WATER_LINE, SALT_LINE = "swap-water", "swap-salt"
LEAST_SALT_G = 0.3


@dataclass(frozen=True, slots=True)
class Unknown:
    """One amount to find: a part that goes in (line is what it replaces) or a line that may move.

    usual, low and high are grams to add; scale is how many grams off the usual count as one.
    """

    line_id: str
    item: Ingredient
    usual: float
    low: float
    high: float
    scale: float
    moves: bool
    line_g: float = 0.0


Amounts = Mapping[str, tuple[float, ...]]
"""Line id to the grams of the parts that replace it, in the order of its rule."""


def unknowns(
    formula: Formula, picks: Mapping[str, Rule], held: frozenset[Role], settled: Amounts | None = None
) -> list[Unknown]:
    """Everything that may change when these lines (id to rule) are replaced; roles in held stay still.

    settled gives amounts of lines that are not to be solved again.
    """
    found: list[Unknown] = []
    for line in formula.lines:
        rule = picks.get(line.id)
        if rule is None or line.grams is None:
            continue
        known = (settled or {}).get(line.id)
        for n, part in enumerate(rule.parts):
            usual, low, high = (line.grams * v / 100.0 for v in (part.per_100, part.low, part.high))
            if known is not None and len(known) == len(rule.parts):
                usual = low = high = known[n]
            found.append(
                Unknown(line.id, ingredient(part.ingredient), usual, low, high, max((high - low) / 2, 1e-6), False)
            )
    structural = any(x.id in picks and x.in_dough and x.role not in (Role.FOLD_IN, Role.FLAVOUR) for x in formula.lines)
    return found + (movable(formula, picks, held, found) if structural else [])


def movable(formula: Formula, picks: Mapping[str, Rule], held: frozenset[Role], parts: list[Unknown]) -> list[Unknown]:
    """The lines that may move a little, one of each kind: the largest."""
    flour = flour_of(formula)
    free = [x for x in formula.lines if x.in_dough and x.grams and x.id not in picks and x.role not in held]
    found: list[Unknown] = []

    def move(lines: list[Line], down: float, up: float, scale: float) -> None:
        if lines:
            line = max(lines, key=lambda x: x.grams or 0.0)
            grams = line.grams or 0.0
            found.append(Unknown(line.id, line.ingredient, 0.0, -down * grams, up * grams, scale * flour, True, grams))

    liquids = [x for x in free if x.role is Role.LIQUID and x.ingredient.parts.water > 60]
    if liquids:
        line = max(liquids, key=lambda x: x.grams or 0.0)
        found.append(Unknown(line.id, line.ingredient, 0.0, -(line.grams or 0.0), 0.08 * flour, 0.03 * flour, True))
    elif not any(u.item.id == WATER for u in parts):
        found.append(Unknown(WATER_LINE, staple(WATER), 0.0, 0.0, 0.06 * flour, 0.03 * flour, True))
    move([x for x in free if x.role is Role.SUGAR and x.ingredient.parts.sugars > 90], 0.08, 0.08, 0.03)
    move([x for x in free if x.ingredient.flour_base], 0.05, 0.05, 0.02)
    move([x for x in free if x.role is Role.FAT and x.ingredient.parts.fat > 70], 0.12, 0.08, 0.02)
    salts = [x for x in free if x.role is Role.SALT]
    lost = _salt_lost(formula, picks)
    if salts:
        line = max(salts, key=lambda x: x.grams or 0.0)
        up = max(0.5 * (line.grams or 0.0), 1.2 * lost)
        found.append(
            Unknown(line.id, line.ingredient, 0.0, -(line.grams or 0.0), up, 0.003 * flour, True, line.grams or 0.0)
        )
    elif lost >= LEAST_SALT_G and Role.SALT not in held:
        found.append(Unknown(SALT_LINE, staple(SALT), 0.0, 0.0, 1.2 * lost, 0.003 * flour, True))
    move([x for x in free if x.ingredient.is_("soda")], 0.5, 0.3, 0.001)
    return found


def _salt_lost(formula: Formula, picks: Mapping[str, Rule]) -> float:
    """Salt that goes with the lines that are replaced, as salted butter's does, less what comes back, g."""
    gone = 0.0
    for x in formula.lines:
        rule = picks.get(x.id)
        if rule is not None and x.in_dough and x.grams:
            back = sum(p.per_100 / 100.0 * ingredient(p.ingredient).parts.salt for p in rule.parts)
            gone += x.grams * (x.ingredient.parts.salt - back) / 100.0
    return max(gone, 0.0)


def solve(found: list[Unknown], fixed: Ledger, wanted: Ledger, flour_g: float) -> list[float]:
    """Grams for each unknown so that fixed plus what they bring comes as near to wanted as it can.

    fixed is the ledger of what does not change. Amounts too small to bother with are left at nothing.
    """
    grams = _least_squares(found, fixed, wanted, flour_g, frozenset())
    still = frozenset(i for i, u in enumerate(found) if u.moves and abs(grams[i]) < _bother(u))
    if still:
        grams = _least_squares(found, fixed, wanted, flour_g, still)
    return grams


def _bother(u: Unknown) -> float:
    """The smallest move worth making, g: 2 % of the line, at least 1.5 g, or 0.1 g of salt and soda."""
    if u.item.role in (Role.SALT, Role.LEAVENING):
        return 0.1
    return max(1.5, LEAST_MOVE * u.line_g)


def _least_squares(
    found: list[Unknown], fixed: Ledger, wanted: Ledger, flour_g: float, still: frozenset[int]
) -> list[float]:
    grams = [0.0 if i in still else u.usual for i, u in enumerate(found)]
    free = [i for i, u in enumerate(found) if i not in still and u.high - u.low > 1e-6]
    if not free:
        return grams
    tolerance = np.array([f.tolerance for f in FUNCTIONS]) * flour_g / 100.0
    brings = np.array([per_100(u.item) for u in found]).T / 100.0
    settled = np.array(fixed) + brings @ np.array([0.0 if i in free else g for i, g in enumerate(grams)])
    weight = np.array([STILL_WEIGHT if found[i].moves else RATIO_WEIGHT for i in free])
    scale = np.array([found[i].scale for i in free])
    usual = np.array([found[i].usual for i in free])
    rows = np.vstack([brings[:, free] / tolerance[:, None], np.diag(weight / scale)])
    aims = np.concatenate([(np.array(wanted) - settled) / tolerance, weight * usual / scale])
    bounds = ([found[i].low for i in free], [found[i].high for i in free])
    answer = lsq_linear(rows, aims, bounds=bounds, method="bvls", tol=1e-8)
    for i, value in zip(free, answer.x, strict=True):
        grams[i] = float(value)
    return grams


def put_in(formula: Formula, picks: Mapping[str, Rule], found: list[Unknown], grams: list[float]) -> Formula:
    """The formula with the parts in the places of what they replace, and the moves made.

    A part joins a line of the same ingredient that is there already; the first part keeps the replaced
    line's id, so that what was logged about it can still be found.
    """
    lines: list[Line] = []
    waiting: list[Line] = []
    moved = {u.line_id: g for u, g in zip(found, grams, strict=True) if u.moves}
    kept = [x for x in formula.lines if x.id not in picks]
    homes = {(x.ingredient_id, x.in_dough): x.id for x in reversed(kept) if x.grams is not None}
    joined: dict[str, float] = {}
    for line in formula.lines:
        if line.id not in picks:
            lines.append(line)
            continue
        first = True
        for u, g in zip(found, grams, strict=True):
            if u.moves or u.line_id != line.id or g < LEAST_PART_G:
                continue
            home = homes.get((u.item.id, line.in_dough))
            if home is not None:
                joined[home] = joined.get(home, 0.0) + g
                continue
            name = line.id if first else f"{line.id}-{u.item.id}"[:40]
            step = line.step if not line.in_dough or u.item.role is line.role else USUAL_STEP[u.item.role]
            new = Line(name, u.item.id, g, step, g, ingredient_version=u.item.version)
            homes[(u.item.id, line.in_dough)] = name
            (lines if first else waiting).append(new)
            first = False
    lines = _with_waiting(lines, waiting)
    if moved.get(WATER_LINE, 0.0) >= LEAST_PART_G:
        lines.append(Line(WATER_LINE, WATER, moved[WATER_LINE], USUAL_STEP[Role.LIQUID]))
    if moved.get(SALT_LINE, 0.0) >= LEAST_SALT_G:
        lines.append(Line(SALT_LINE, SALT, moved[SALT_LINE], USUAL_STEP[Role.SALT]))
    done = []
    for x in lines:
        change = (
            moved.get(x.id, 0.0) + joined.get(x.id, 0.0)
            if x.id not in (WATER_LINE, SALT_LINE)
            else joined.get(x.id, 0.0)
        )
        done.append(_at(x, (x.grams or 0.0) + change) if change or x.id not in {k.id for k in kept} else x)
    return Formula(tuple(x for x in done if x.grams is None or x.grams > 0 or x.id in {k.id for k in kept}))


def _with_waiting(lines: list[Line], waiting: list[Line]) -> list[Line]:
    """New lines after the last of their role, so that the formula stays in order."""
    for line in waiting:
        after = [i for i, x in enumerate(lines) if x.role is line.role]
        lines.insert(after[-1] + 1 if after else len(lines), line)
    return lines


def _at(line: Line, grams: float) -> Line:
    return replace(line.weighing(practical(max(grams, 0.0))), range_g=None)


def fixed_ledger(formula: Formula, picks: Mapping[str, Rule]) -> Ledger:
    """The ledger of the lines that are not replaced."""
    return ledger(x for x in formula.lines if x.id not in picks)
