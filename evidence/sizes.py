"""How large the craft's effects are, beyond their sign: a table of ranges, judged row by row.

    python -m evidence.sizes

From a typical chewy drop (45 g) and a typical shortbread unless another base is named. Ranges are what bakers and
test bakes report, written and committed before the model they judge was touched. The rows of ``effects.py`` count here
too, with width and height. Outputs in percent of the base, in their own unit where marked "by".
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from dough.accounts.formula import Draft, Method, Place, Process
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.detail import detail
from dough.bake.inputs import BakeInputs
from dough.bake.intake import Kit, NoCase, bake_case, bake_inputs
from dough.bake.model import with_crust
from dough.bake.outputs import endings
from dough.draft.edit import add_line, set_amount
from dough.draft.start import from_style_formula
from dough.draft.target import from_style
from dough.facts.bake_parameters import values
from dough.facts.styles import styles
from evidence.effects import FRIDGE, Change, both, effects, more, process, swap, times, tray

Kind = Literal["percent", "by", "ratio"]


@dataclass(frozen=True)
class Size:
    """One effect on one output: where it should lie, in percent, by so much in its unit, or as a ratio."""

    what: str
    style: str
    change: Change
    output: str
    low: float
    high: float
    kind: Kind = "percent"

    @property
    def sign(self) -> int:
        """+1 or −1 where the range leaves no doubt, else 0."""
        still = 1.0 if self.kind == "ratio" else 0.0
        return 1 if self.low >= still else -1 if self.high <= still else 0


@dataclass(frozen=True)
class Sized:
    """A row with what the model gives; nan where it gives nothing."""

    row: Size
    value: float

    @property
    def inside(self) -> bool:
        return self.row.low <= self.value <= self.row.high

    @property
    def wrong_sign(self) -> bool:
        still = 1.0 if self.row.kind == "ratio" else 0.0
        return math.isnan(self.value) or (self.value - still) * self.row.sign < 0.0


def _cold(to_c: float) -> Change:
    return process(dough_temp_c=to_c)


def _fan(draft: Draft) -> Draft:
    p: Process = draft.process
    return replace(draft, process=replace(p, fan=True, oven_c=(p.oven_c or 180.0) - 18.0))


def _minutes(by: float) -> Change:
    return lambda draft: replace(draft, process=replace(draft.process, minutes=(draft.process.minutes or 11.0) + by))


def _portion(factor: float) -> Change:
    return lambda draft: replace(
        draft, process=replace(draft.process, portion_g=(draft.process.portion_g or 45.0) * factor)
    )


def _per_100(**shares: float) -> Change:
    """Add so much per 100 g of flour, whatever the batch."""

    def change(draft: Draft) -> Draft:
        flour = draft.formula.flour_g or 300.0
        for ident, share in shares.items():
            line = next((x.id for x in draft.formula.lines if x.ingredient_id == ident), None)
            had = 0.0 if line is None else draft.formula.line(line).grams or 0.0
            if line is None:
                line = f"new{len(draft.formula.lines)}"
                draft = add_line(draft, line, ident, None)
            draft = set_amount(draft, line, round(had + share * flour / 100.0, 2), "g")
        return draft

    return change


NO_EGG = both(swap("egg", 1.0), swap("yolk", 1.0))


def sizes() -> list[Size]:
    """All rows in order, those of the craft's own effects last."""
    s = Size
    rows = [
        s("dough at 4 °C", "chewy", _cold(4.0), "diameter_mm", -13, -4),
        s("dough at 4 °C", "chewy", _cold(4.0), "height_mm", 4, 15),
        s("dough at 12 °C", "chewy", _cold(12.0), "diameter_mm", -9, -2),
        s("dough at 26 °C", "chewy", _cold(26.0), "diameter_mm", 3, 11),
        s("dough at 26 °C", "chewy", _cold(26.0), "height_mm", -15, -3),
        s("dough at 4 °C", "oat", _cold(4.0), "diameter_mm", -13, -3),
        s("dough at 4 °C", "oat", _cold(4.0), "height_mm", 2, 15),
        s("dough at 4 °C", "tartar", _cold(4.0), "diameter_mm", -13, -3),
        s("dough at 4 °C", "tartar", _cold(4.0), "height_mm", 2, 16),
        s("dough at 4 °C", "thin_crisp", _cold(4.0), "diameter_mm", -13, -3),
        s(
            "creamed at 25 °C, dough 25 °C",
            "chewy",
            process(butter_temp_c=25.0, dough_temp_c=25.0),
            "diameter_mm",
            4,
            13,
        ),
        s(
            "creamed cold at 12 °C",
            "chewy",
            process(butter_temp_c=12.0, method=Method.CREAMED_COLD),
            "diameter_mm",
            -6,
            3,
        ),
        s("two minutes less", "chewy", _minutes(-2.0), "height_mm", -6, 3),
        s("two minutes less", "chewy", _minutes(-2.0), "diameter_mm", -3, 1),
        s("two minutes less", "chewy", _minutes(-2.0), "moisture_middle_pct", 0.5, 2.5, "by"),
        s("two minutes less", "thick", _minutes(-2.0), "height_mm", -10, 3),
        s("two minutes more", "chewy", _minutes(2.0), "l_rim", -9, -2.5, "by"),
        s("fan at 18 K less", "chewy", _fan, "height_mm", -3, 4),
        s("fan at 18 K less", "chewy", _fan, "diameter_mm", -3, 3),
        s("no egg, nothing in its place", "chewy", NO_EGG, "diameter_mm", -14, 4),
        s("no egg, nothing in its place", "chewy", NO_EGG, "height_mm", -8, 9),
        s("no egg, 10 of water", "chewy", both(NO_EGG, more(water=10.0)), "diameter_mm", -8, 10),
        s("no egg, 20 of milk", "chewy", both(NO_EGG, more(milk=20.0)), "diameter_mm", -6, 13),
        s("half the egg", "chewy", both(times(0.5, "egg", "yolk")), "diameter_mm", -6, 4),
        s("half the egg", "chewy", both(times(0.5, "egg", "yolk")), "height_mm", -6, 5),
        s("no egg, nothing in its place", "oat", NO_EGG, "diameter_mm", -14, 5),
        s("yolks for the egg", "tartar", swap("egg", 1.0, yolk=0.8), "diameter_mm", -8, 5),
        s("5 of egg", "shortbread", _per_100(egg=5.0), "diameter_mm", -2, 3),
        s("5 of egg", "shortbread", _per_100(egg=5.0), "height_mm", 1, 9),
        s("5 of water", "shortbread", _per_100(water=5.0), "diameter_mm", -1, 3),
        s("sugar +15 %", "shortbread", times(1.15, "caster"), "diameter_mm", 0, 3),
        s("butter +10 %", "shortbread", times(1.1, "butter"), "diameter_mm", 0, 3),
        s("flour +10 %", "shortbread", times(1.1, "ap_lo"), "diameter_mm", -3, 0),
        s("dough at 22 °C", "shortbread", _cold(22.0), "diameter_mm", 0, 5),
        s("oven +15 °C", "shortbread", process(oven_c=172.0), "l_rim", -12, -3, "by"),
        s("ten minutes less", "shortbread", _minutes(-10.0), "matrix_whole_pct", 0.8, 4, "by"),
        s("a quarter of powder", "shortbread", _per_100(bp_da=1.0), "height_mm", 2, 14),
        s("portion doubled", "chewy", _portion(2.0), "height_mm", 10, 28),
        s("portion doubled", "chewy", _portion(2.0), "diameter_mm", 23, 33),
        s("portion doubled", "chewy", _portion(2.0), "best_min", 1.22, 1.5, "ratio"),
        s("portion halved", "chewy", _portion(0.5), "height_mm", -24, -8),
        s("portion halved", "chewy", _portion(0.5), "best_min", 0.66, 0.83, "ratio"),
        s("portion doubled", "thin_crisp", _portion(2.0), "best_min", 1.2, 2.0, "ratio"),
        s("portion doubled", "oat", _portion(2.0), "best_min", 1.2, 1.55, "ratio"),
        s("portion from 60 to 180 g", "thick", _portion(1.5), "height_mm", 6, 18),
        s("portion from 120 to 60 g", "thick", _portion(0.5), "height_mm", -24, -8),
        s("soda ×2", "chewy", times(2.0, "soda"), "l_rim", -8, -2, "by"),
        s("soda left out", "chewy", times(0.0, "soda"), "l_rim", 2, 7, "by"),
        s("dark tray", "chewy", tray(1.25), "l_base", -12, -4, "by"),
        s("dark tray", "shortbread", tray(1.25), "l_base", -12, -3, "by"),
        s("insulated tray", "chewy", tray(0.6), "l_base", 3, 14, "by"),
        s("an egg more", "cakey", _per_100(egg=16.0), "height_mm", 1, 14),
        s("an egg more", "cakey", _per_100(egg=16.0), "crumb_cakey", 0.5, 20, "by"),
        s(
            "an egg more, oven at 195",
            "cakey",
            both(process(oven_c=195.0), _per_100(egg=16.0)),
            "crumb_cakey",
            -2,
            25,
            "by",
        ),
        s("half the sugar", "cutout", times(0.5, "icing", "caster"), "l_rim", 1, 9, "by"),
        s("half the sugar", "shortbread", times(0.5, "caster"), "l_rim", 1, 9, "by"),
        s("a third of the butter's fat as peanut butter", "chewy", swap("butter", 0.33, pb=1.6), "diameter_mm", -12, 5),
        s(
            "a third of the butter's fat as almond butter",
            "chewy",
            swap("butter", 0.33, almondbutter=1.45),
            "diameter_mm",
            -12,
            5,
        ),
        s("a fifth of the flour to hazelnut meal", "chewy", swap("ap_hi", 0.2, hazelmeal=1.0), "diameter_mm", -2, 8),
        s("half the flour to almond meal", "chewy", swap("ap_hi", 0.5, almond=1.0), "diameter_mm", -2, 20),
        s("oats ground for flour, 30 %", "chewy", swap("ap_hi", 0.3, oatflour=1.0), "diameter_mm", -9, 4),
        s("desiccated coconut 20", "chewy", more(cocodes=20.0), "diameter_mm", -10, -0.5),
        s(
            "cream cheese for a third of the butter",
            "chewy",
            swap("butter", 0.33, creamcheese=1.0),
            "diameter_mm",
            -12,
            4,
        ),
        s("mashed banana for the egg", "chewy", swap("egg", 1.0, banana=1.2), "diameter_mm", -8, 6),
        s("cocoa, alkalised, 15 %", "chewy", swap("ap_hi", 0.15, cocoa_d=1.0), "diameter_mm", -8, 1),
        s("light brown for white, all of it", "chewy", swap("gran", 1.0, lbrown=1.0), "diameter_mm", -6, 3),
        s("ball flattened to 20 mm", "chewy", process(start_diameter_mm=50.0), "diameter_mm", 1, 10),
        s(
            "chilled 2 h after shaping",
            "chewy",
            process(chill_h=2.0, chill_place=Place.FRIDGE, dough_temp_c=6.0),
            "diameter_mm",
            -12,
            -3,
        ),
        s("rested 24 h, warmed again", "chewy", process(rest_h=24.0, **FRIDGE), "l_rim", -6, -0.5, "by"),
    ]
    for e in effects():
        if e.disputed:
            continue
        rows += [
            s(f"{e.number} {e.what}", "chewy", e.change, output, low, high)
            for output, (_, low, high) in (("diameter_mm", e.diameter), ("height_mm", e.height))
        ]
    return rows


def _case(style: str, draft: Draft, kit: Kit) -> BakeCase:
    found = bake_case(draft, styles()[style], kit)
    if isinstance(found, NoCase):
        raise ValueError(found.because)
    return found


def applied(row: Size) -> BakeCase:
    """The bake case after the change."""
    result = row.change(from_style_formula(styles()[row.style])[0])
    draft, kit = result if isinstance(result, tuple) else (result, Kit())
    return _case(row.style, draft, kit)


def _best(case: BakeCase) -> float:
    best = detail(case, from_style(case.style).cookie).window.best_min
    return math.nan if best is None else best


def judged(numbers: dict[str, float] | None = None) -> list[Sized]:
    """All rows with a parameter set (default: the current one). Best minutes go by the current one always."""
    rows = sizes()
    used = values("current") if numbers is None else numbers
    bases = {name: _case(name, from_style_formula(styles()[name])[0], Kit()) for name in {r.style for r in rows}}
    cases = [applied(r) for r in rows]
    inputs: list[BakeInputs] = [bake_inputs(c) for c in (*bases.values(), *cases)]
    baked = bake(inputs, used)
    ends = with_crust(baked, endings(baked))
    found = []
    for i, row in enumerate(rows):
        if row.output == "best_min":
            before, after = _best(bases[row.style]), _best(cases[i])
        else:
            before = float(ends[row.output][list(bases).index(row.style)])
            after = float(ends[row.output][len(bases) + i])
        if row.kind == "percent":
            found.append(Sized(row, 100.0 * (after / before - 1.0)))
        else:
            found.append(Sized(row, after - before if row.kind == "by" else after / before))
    return found


def main() -> None:
    rows = judged()
    for r in rows:
        mark = "" if r.inside else "  WRONG SIGN" if r.wrong_sign else "  out"
        print(f"{r.row.style:10} {r.row.what:48} {r.row.output:18} {r.row.low:g}..{r.row.high:g}  {r.value:.2f}{mark}")
    print(f"inside {sum(r.inside for r in rows)} of {len(rows)}, wrong sign {sum(r.wrong_sign for r in rows)}")


if __name__ == "__main__":
    main()
