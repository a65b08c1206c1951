"""The craft's own effects: what bakers report a change does to diameter and height, from real lines.

The base is the typical chewy drop: 45 g, creamed soft, dough 20 °C, unrested, light tray, 180 °C for
11 min. Each row gives diameter and height in percent with the range reported. A sign counts where the
range does not straddle zero. Rows bakers disagree on are marked and left out of the count.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from dough.accounts.formula import Draft, Method, Place, Shape
from dough.bake.inputs import BakeInputs
from dough.bake.intake import Kit, NoCase, bake_case, bake_inputs
from dough.draft.edit import add_line, remove_line, set_amount
from dough.draft.start import from_style_formula
from dough.facts.styles import styles

Change = Callable[[Draft], Draft | tuple[Draft, Kit]]
Span = tuple[float, float, float]


@dataclass(frozen=True)
class Effect:
    """One reported effect: number, words, D % and H % as (typical, low, high), confidence, disputed."""

    number: int
    what: str
    change: Change
    diameter: Span
    height: Span
    confidence: str
    disputed: bool = False


BASE = from_style_formula(styles()["chewy"])[0]


def inputs_of(draft: Draft, kit: Kit | None = None) -> BakeInputs:
    """Bake inputs of a draft; the evidence has no unknown amounts."""
    case = bake_case(draft, styles()["chewy"], kit or Kit())
    if isinstance(case, NoCase):
        raise ValueError(case.because)
    return bake_inputs(case)


def applied(effect: Effect) -> BakeInputs:
    """Bake inputs after the change."""
    result = effect.change(BASE)
    return inputs_of(*result) if isinstance(result, tuple) else inputs_of(result)


def _line(draft: Draft, ident: str) -> str | None:
    return next((x.id for x in draft.formula.lines if x.ingredient_id == ident), None)


def _grams(draft: Draft, ident: str) -> float:
    line = _line(draft, ident)
    return (draft.formula.line(line).grams or 0.0) if line else 0.0


def _set(draft: Draft, ident: str, grams: float) -> Draft:
    line = _line(draft, ident)
    if grams <= 0.0 and line:
        return remove_line(draft, line)
    if line is None:
        line = f"new{len(draft.formula.lines)}"
        draft = add_line(draft, line, ident, None)
    return set_amount(draft, line, round(grams, 2), "g")


def times(factor: float, *idents: str) -> Change:
    """Multiply some ingredients."""

    def change(draft: Draft) -> Draft:
        for ident in idents:
            draft = _set(draft, ident, _grams(draft, ident) * factor)
        return draft

    return change


def more(**per_100: float) -> Change:
    """Add so much per 100 g of flour."""

    def change(draft: Draft) -> Draft:
        for ident, share in per_100.items():
            draft = _set(draft, ident, _grams(draft, ident) + share * 3.0)
        return draft

    return change


def swap(out: str, share: float, **into: float) -> Change:
    """Take a share of an ingredient out and put so many grams of others in for each gram taken."""

    def change(draft: Draft) -> Draft:
        taken = _grams(draft, out) * share
        draft = _set(draft, out, _grams(draft, out) - taken)
        for ident, factor in into.items():
            draft = _set(draft, ident, _grams(draft, ident) + taken * factor)
        return draft

    return change


def process(**changes: Any) -> Change:
    """Change the process."""

    def change(draft: Draft) -> Draft:
        return replace(draft, process=replace(draft.process, **changes))

    return change


def tray(conductance: float) -> Change:
    """Bake on another tray."""
    return lambda draft: (draft, Kit(tray_conductance=conductance))


def both(*changes: Change) -> Change:
    """Several changes that belong together."""

    def change(draft: Draft) -> Draft:
        for one in changes:
            result = one(draft)
            assert isinstance(result, Draft)
            draft = result
        return draft

    return change


SUGARS = ("lbrown", "gran")
FRIDGE = {"rest_place": Place.FRIDGE}
FAT = 0.812


def effects() -> list[Effect]:
    """Every reported effect that the model's inputs can express, in the order of the source."""
    all_white = swap("lbrown", 1.0, gran=1.0)
    e = Effect
    return [
        e(2, "warm butter, dough 25 °C", process(dough_temp_c=25.0), (8, 4, 12), (-9, -14, -4), "M"),
        e(3, "dough 1 °C warmer", process(dough_temp_c=21.0), (1, 0.7, 1.3), (-1.5, -3, -0.5), "M"),
        e(4, "melted butter, no chill", process(method=Method.MELTED, dough_temp_c=24.0), (10, 4, 16), (-13, -20, -5),
          "M", True),
        e(5, "melted butter, then chilled 2 h", process(method=Method.MELTED, rest_h=2.0, dough_temp_c=8.0, **FRIDGE),
          (2, -4, 6), (-3, -9, 5), "M"),
        e(6, "browned butter, water not restored", process(method=Method.BROWNED_RESET), (-4, -9, 3), (3, -4, 8), "L",
          True),
        e(10, "scooped balls chilled 30 min", process(rest_h=0.5, dough_temp_c=12.0, **FRIDGE), (-4, -8, -2), (5, 2, 9),
          "M"),
        e(11, "chilled 2 h", process(rest_h=2.0, dough_temp_c=6.0, **FRIDGE), (-7, -12, -3), (8, 3, 13), "M"),
        e(12, "rested 24 h cold, baked cold", process(rest_h=24.0, dough_temp_c=5.0, **FRIDGE), (-8, -15, -3),
          (7, 2, 14), "M"),
        e(13, "rested 24 h, back to 20 °C", process(rest_h=24.0, **FRIDGE), (-3, -7, 1), (3, -2, 7), "M"),
        e(14, "rested 72 h, baked cold", process(rest_h=72.0, dough_temp_c=5.0, **FRIDGE), (-10, -17, -4), (9, 3, 15),
          "M"),
        e(15, "baked from frozen", process(rest_h=24.0, dough_temp_c=-15.0, minutes=13.0, rest_place=Place.FREEZER),
          (-9, -16, -4), (11, 4, 18), "M"),
        e(16, "half the white sugar to light brown", both(all_white, swap("gran", 0.5, lbrown=1.0)), (-2, -6, 3),
          (3, -3, 7), "M", True),
        e(19, "sugar +10 %", times(1.1, *SUGARS), (3, 2, 5), (-4, -7, -2), "H"),
        e(20, "sugar −10 %", times(0.9, *SUGARS), (-3.5, -5, -2), (4, 1, 7), "H"),
        e(21, "sugar −25 %", times(0.75, *SUGARS), (-9, -13, -6), (11, 5, 17), "H"),
        e(22, "granulated to caster", swap("gran", 1.0, caster=1.0), (3, 1, 6), (-2, -5, 0), "M"),
        e(24, "granulated to demerara", swap("gran", 1.0, demerara=1.0), (-4, -9, 0), (3, 0, 6), "M"),
        e(25, "a tenth of the sugar to honey", swap("gran", 0.26, honey=1.2), (1, -3, 5), (-1, -5, 3), "M"),
        e(27, "half the sugar to allulose", both(swap("gran", 1.0, allulose=1.0), swap("lbrown", 0.2, allulose=1.0)),
          (3, -4, 9), (-5, -10, 1), "M"),
        e(28, "half the sugar to erythritol", both(swap("gran", 1.0, erythritol=1.0),
          swap("lbrown", 0.2, erythritol=1.0)), (-5, -12, 3), (4, -3, 10), "M"),
        e(29, "flour +10 %", times(1.1, "ap_hi"), (-5, -8, -3), (7, 4, 10), "H"),
        e(30, "flour −10 %", times(0.9, "ap_hi"), (6, 3, 9), (-8, -12, -4), "H"),
        e(31, "flour scooped instead of spooned, +15 %", times(1.15, "ap_hi"), (-7, -11, -4), (10, 5, 15), "H"),
        e(32, "bread flour for plain", swap("ap_hi", 1.0, bread=1.0), (-3, -6, -1), (3, 0, 7), "M", True),
        e(34, "cake flour, not chlorinated, for plain", swap("ap_hi", 1.0, pastry=1.0), (3, 0, 6), (-2, -6, 0), "M"),
        e(36, "half wholemeal", swap("ap_hi", 0.5, wholewheat=1.0), (-4, -8, 2), (3, -2, 7), "M"),
        e(37, "8 % of the flour to starch", swap("ap_hi", 0.08, cornst=1.0), (0, -3, 3), (1, -2, 4), "M", True),
        e(38, "a fifth of the flour to almond meal", swap("ap_hi", 0.2, almond=1.0), (3, -1, 7), (-4, -8, 1), "M"),
        e(39, "30 % of the flour to rolled oats", swap("ap_hi", 0.3, oats=1.0), (-4, -8, 1), (5, -1, 9), "M"),
        e(40, "15 % of the flour to cocoa", swap("ap_hi", 0.15, cocoa_n=1.0), (-4, -8, 0), (4, 0, 8), "M"),
        e(41, "gluten-free blend, no gum", swap("ap_hi", 1.0, gfblend=1.0), (10, -5, 22), (-12, -22, 4), "M"),
        e(43, "one more egg in 280 g flour", more(egg=18.0), (-1, -7, 7), (6, -2, 14), "M", True),
        e(44, "one more yolk", more(yolk=6.0), (-1, -4, 2), (2, -2, 5), "M"),
        e(45, "yolks for the egg", swap("egg", 1.0, yolk=0.84), (-2, -6, 2), (2, -2, 6), "M"),
        e(46, "whites for the egg", both(swap("egg", 1.0, white=1.0), swap("yolk", 1.0, white=1.0)), (1, -4, 5),
          (0, -4, 4), "M"),
        e(47, "egg left out", both(swap("egg", 1.0), swap("yolk", 1.0)), (-4, -12, 4), (1, -5, 7), "L"),
        e(42, "gluten-free blend with xanthan and water", swap("ap_hi", 1.0, gfblend=1.0, xanthan=0.004, water=0.04),
          (1, -6, 8), (0, -6, 6), "M"),
        e(48, "flax gel for the egg", swap("egg", 1.0, flaxgel=1.04, oil=0.05), (0, -6, 6), (-1, -7, 4), "M"),
        e(49, "aquafaba for the egg", swap("egg", 1.0, aquafaba=0.9, oil=0.09), (4, -2, 10), (-6, -12, 2), "M"),
        e(50, "apple sauce and powder for the egg", swap("egg", 1.0, applesauce=1.1, bp_da=0.018, oil=0.09),
          (-2, -7, 2), (4, -1, 9), "M"),
        e(51, "milk +5", more(milk=5.0), (3, -1, 6), (-1, -5, 3), "M"),
        e(52, "butter +10 %", times(1.1, "butter"), (3, 1, 6), (-4, -7, -1), "M"),
        e(53, "butter −20 %", times(0.8, "butter"), (-6, -10, -2), (7, 2, 12), "M"),
        e(54, "shortening for butter, equal fat", swap("butter", 1.0, shortening=FAT), (-6, -12, -2), (8, 3, 14), "M"),
        e(55, "oil for butter, equal fat", swap("butter", 1.0, oil=FAT), (4, -4, 12), (-5, -12, 4), "L", True),
        e(56, "coconut oil, equal fat", swap("butter", 1.0, coconutoil=FAT), (3, -3, 8), (-4, -10, 3), "L"),
        e(57, "plant block for butter", swap("butter", 1.0, plantbutter=1.0), (2, -4, 7), (-2, -7, 4), "M"),
        e(58, "European butter", swap("butter", 1.0, butter_eu=1.0), (1, -1, 3), (-1, -3, 1), "M", True),
        e(59, "soda 0.5 to 1.0", more(soda=0.5), (5, 2, 9), (-2, -6, 4), "M"),
        e(60, "soda left out", swap("soda", 1.0), (-8, -14, -3), (-4, -10, 5), "M"),
        e(61, "soda to powder, equal gas", swap("soda", 1.0, bp_da=3.6), (-6, -12, -2), (10, 3, 16), "M"),
        e(62, "balancing tartar added", more(cot=2.4), (-4, -8, 0), (5, 0, 9), "M"),
        e(64, "salt 1 to 2", more(salt=1.0), (0, -1, 2), (0, -2, 2), "M"),
        e(65, "oven +10 °C, to the same colour", process(oven_c=190.0, minutes=9.7), (-2.5, -4, -1), (2, 0, 4), "M"),
        e(66, "oven +10 °C, same time", process(oven_c=190.0), (-2, -4, 0), (1, -1, 3), "M"),
        e(67, "oven −15 °C, to the same colour", process(oven_c=165.0, minutes=13.5), (4, 1, 7), (-4, -7, -1), "M"),
        e(68, "fan at the same number", process(fan=True), (-2, -5, 0), (2, 0, 4), "M"),
        e(69, "baked 1 min longer", process(minutes=12.0), (0, -1, 1), (0, -2, 1), "H"),
        e(70, "portion doubled", process(portion_g=90.0, minutes=13.0), (27, 24, 32), (20, 12, 28), "H"),
        e(71, "portion halved", process(portion_g=22.5, minutes=9.0), (-21, -24, -19), (-18, -24, -12), "H"),
        e(72, "ball flattened", process(shape=Shape.PUCK, start_thickness_mm=19.0), (6, 3, 10), (-9, -14, -4), "M"),
        e(74, "insulated tray", tray(0.6), (2, 0, 5), (-2, -5, 0), "M"),
        e(75, "dark tray", tray(1.25), (-1.5, -4, 1), (1, -1, 3), "M"),
        e(77, "silicone mat", tray(0.83), (3, -1, 7), (-3, -7, 1), "M"),
        e(79, "pan banged after 60 % of the bake", process(bang_minute=6.6), (12, 7, 20), (-20, -30, -12), "M"),
        e(81, "chips +50 %", times(1.5, "chips50"), (-3, -6, 0), (5, 0, 9), "M"),
        e(83, "milk powder +4", more(smp=4.0), (-1, -3, 1), (1, -1, 3), "M"),
    ]  # fmt: skip


def sign_asked(span: Span) -> int:
    """+1 or −1 where the reported range leaves no doubt, else 0."""
    _, low, high = span
    return 1 if low >= 0 and high > 0 else -1 if high <= 0 and low < 0 else 0
