"""What else in the pantry comes to the same: fixed arithmetic, no solving (data/equivalents.csv).

Four need more than a ratio: two flours to a protein, cocoa with its leavening, mayonnaise, counted eggs.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.formula import USUAL_STEP, Draft, Formula, Line
from dough.accounts.needs.verdict import breaks
from dough.accounts.scaling import practical
from dough.counsel.swaps.changes import LineSwap, changes
from dough.counsel.swaps.rules import Equivalent, Taking, equivalents, kinds
from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient, Role, ingredient
from dough.facts.kitchen_measures import EGG_PARTS, egg_part
from dough.facts.needs import NOTHING, Wanted
from dough.facts.rules_of_thumb import strong_share
from dough.facts.staples import (
    BUTTER,
    COCOA_ALKALISED,
    COCOA_NATURAL,
    EGG,
    MAYONNAISE,
    POWDER,
    SALT,
    SODA,
    SOFT_FLOUR,
    STRONG_FLOUR,
    butter_fat,
    staple,
)
from dough.facts.tables import rows

#: Soda that alkalised cocoa has no acid for, g per g of cocoa (±40 %), and powder for the same gas.
COCOA_SODA, POWDER_FOR_SODA = 0.03, 3.6
#: Share of the egg that mayonnaise takes the place of, and what 1 g of it holds of fat and egg (typical, M).
MAYO_SHARE, MAYO_FAT, MAYO_EGG = 1.0 / 3.0, 0.77, 0.10


@dataclass(frozen=True, slots=True)
class Equal:
    """An equivalent worked out: the draft with it in, every line that changes, and what could not be taken."""

    rule: Equivalent
    draft: Draft
    changes: tuple[LineSwap, ...]
    short: str


def equals(draft: Draft, line: Line, needs: Wanted = NOTHING) -> tuple[Equal, ...]:
    """Everything that could stand in this line's place at once, none of it breaking a need. Empty for a line
    of unknown amount."""
    if line.grams is None or line.grams <= 0:
        return ()
    found = []
    for rule in equivalents().values():
        if line.ingredient.kind not in rule.replaces:
            continue
        parts = _parts(draft, line, rule)
        if not parts or any(breaks(ingredient(p.ingredient), needs) for p in parts if p.per_100 > 0):
            continue
        found.append(_worked_out(draft, line, rule, parts))
    return tuple(found)


def equal(draft: Draft, line_id: str, rule_id: str) -> Draft:
    """The draft with one equivalent in a line's place. Raises EntryError when there is no such one for it."""
    line = draft.formula.line(line_id)
    for found in equals(draft, line):
        if found.rule.id == rule_id:
            return found.draft
    raise EntryError(f"lines.{line_id}", "That does not stand in for this line. Pick one from its list.")


def _parts(draft: Draft, line: Line, rule: Equivalent) -> tuple[Taking, ...]:
    if rule.id == "plain_to_blend":
        return _blend(line.ingredient)
    if rule.id == "natural_to_alkalised":
        return _cocoa(draft, line, COCOA_ALKALISED)
    if rule.id == "alkalised_to_natural":
        return _cocoa(draft, line, COCOA_NATURAL)
    if rule.id == "mayo_for_egg":
        return _mayo()
    return rule.parts


def _blend(flour: Ingredient) -> tuple[Taking, ...]:
    try:
        share = strong_share(flour.parts.protein, staple(SOFT_FLOUR).parts.protein, staple(STRONG_FLOUR).parts.protein)
    except ValueError:
        return ()
    return (Taking(STRONG_FLOUR, 100.0 * share, ()), Taking(SOFT_FLOUR, 100.0 * (1.0 - share), ()))


def _cocoa(draft: Draft, line: Line, to: str) -> tuple[Taking, ...]:
    """Cocoa for cocoa; soda goes where its acid goes, powder gives or takes the same gas."""
    grams = line.grams or 0.0
    soda = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough and x.ingredient.is_("soda"))
    powder = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough and x.ingredient.is_("powder"))
    per = 100.0 / grams
    if to == COCOA_ALKALISED:
        off = min(COCOA_SODA * grams, soda)
        moves = (
            Taking(SODA, -off * per, kinds("class:soda")), Taking(POWDER, off * POWDER_FOR_SODA * per, ()),
        )  # fmt: skip
    else:
        off = min(COCOA_SODA * grams, powder / POWDER_FOR_SODA)
        moves = (
            Taking(POWDER, -off * POWDER_FOR_SODA * per, kinds("class:powder")), Taking(SODA, off * per, ()),
        )  # fmt: skip
    return (Taking(to, 100.0, ()), *(m for m in moves if abs(m.per_100) > 1e-9))


def _mayo() -> tuple[Taking, ...]:
    """Two thirds of the egg stay; mayonnaise brings as much fat as comes off the butter, and a little egg."""
    mayo = 100.0 * MAYO_SHARE
    return (
        Taking(EGG, 100.0 - mayo - mayo * MAYO_EGG, ()), Taking(MAYONNAISE, mayo, ()),
        Taking(BUTTER, -mayo * MAYO_FAT / butter_fat(), kinds("class:butter")),
        Taking(SALT, -mayo * 0.014, kinds("class:fine_salt")),
    )  # fmt: skip


def _worked_out(draft: Draft, line: Line, rule: Equivalent, parts: tuple[Taking, ...]) -> Equal:
    lines = {x.id: x for x in draft.formula.lines}
    order = [x.id for x in draft.formula.lines]
    grams = line.grams or 0.0
    short: list[str] = []
    first = True
    del lines[line.id]
    place = order.index(line.id)
    order.pop(place)
    for part in parts:
        amount = grams * part.per_100 / 100.0
        if amount < 0:
            lack = _take(lines, part, -amount)
            if lack >= 0.1:
                name = ingredient(part.ingredient).name.lower()
                short.append(f"{lack:.1f} g more {name} than before: there is none left to take it off")
            continue
        home = next((i for i in order if _same(lines[i], part.ingredient, line)), None)
        if home is not None:
            lines[home] = lines[home].weighing(practical((lines[home].grams or 0.0) + amount))
            continue
        item = ingredient(part.ingredient)
        amount = round(amount, 2) if part.per_100 == 100 else practical(amount)
        name = line.id if first else f"{line.id}-{item.id}"[:40]
        step = line.step if not line.in_dough or item.role is line.role else USUAL_STEP[item.role]
        lines[name] = Line(name, item.id, amount, step, amount)
        order.insert(place if first else place + 1, name)
        first = False
    kept = tuple(lines[i] for i in order if lines[i].grams is None or (lines[i].grams or 0.0) > 0)
    made = {**dict(draft.swaps), line.id: rule.id}
    new = replace(draft, formula=Formula(kept), swaps=tuple(made.items()))
    return Equal(rule, new, changes(draft.formula, new.formula, lambda *_: rule.words), "; ".join(short))


def _same(line: Line, ident: str, replaced: Line) -> bool:
    return line.ingredient_id == ident and line.in_dough == replaced.in_dough and line.grams is not None


def _take(lines: dict[str, Line], part: Taking, wanted: float) -> float:
    """Take so much off the lines of these kinds; what is left over, g."""
    for ident, x in lines.items():
        if wanted <= 0:
            break
        if x.in_dough and x.ingredient.kind in part.takes and x.grams:
            off = min(wanted, x.grams)
            lines[ident] = x.weighing(practical(x.grams - off))
            wanted -= off
    return max(wanted, 0.0)


@dataclass(frozen=True, slots=True)
class EggCount:
    """So many eggs of a class, their weight out of the shell in g, and how far that is from what is wanted."""

    market: str
    size: str
    count: int
    grams: float
    over_g: float


def egg_counts(grams: float, item: Ingredient) -> tuple[EggCount, ...]:
    """The nearest whole number of eggs of every class, or of their whites or yolks (regulations and typical shares, H
    to M). The nearest class first.
    """
    part = egg_part(item) or EGG_PARTS["whole_egg"]
    found = []
    for r in rows("eggs"):
        each = float(r[part])
        count = max(round(grams / each), 1)
        found.append(EggCount(r["country"], r["size"], count, count * each, count * each - grams))
    return tuple(sorted(found, key=lambda e: abs(e.over_g)))


def is_egg(line: Line) -> bool:
    return line.role is Role.EGG and line.ingredient.is_("raw_egg", "whole_egg")
