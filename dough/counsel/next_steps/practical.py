"""What a bench can weigh or set: sizes of a change rounded to it, and how far a change may leave what a style is."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from dough.accounts.formula import Draft
from dough.accounts.ratios import band_for, rail_value
from dough.draft import edit
from dough.facts.ingredients import Role
from dough.facts.kitchen_measures import egg_part
from dough.facts.styles import Style

#: What a bench sets each process value to, by lever.
ROUND = {"process:oven_c": 1.0, "process:minutes": 0.5, "process:dough_temp_c": 0.5, "process:portion_g": 1.0}
#: Weighed lines go to tenths of a gram below this and to whole grams above.
FINE_G = 20.0
#: What rounding may put a role outside of its band by, in the band's percent.
LEAST_OUT = 0.05


def rounded(before: Draft, draft: Draft, touched: Iterable[str], egg_g: float | None = None) -> Draft:
    """To what a bench sets: process values of the touched levers to their marks, lines that changed to what is
    weighed, and egg that changed to whole eggs where one weighs egg_g."""
    for key, mark in ROUND.items():
        if key in touched:
            name = key.partition(":")[2]
            draft = edit.set_process(draft, name, round(getattr(draft.process, name) / mark) * mark)
    old = {x.id: x.grams for x in before.formula.lines}
    lines = []
    for x in draft.formula.lines:
        grams = x.grams
        if grams is not None and grams != old.get(x.id):
            grams = round(grams, 1 if grams < FINE_G else 0)
            if egg_g is not None and egg_part(x.ingredient) == "egg":
                grams = max(round(grams / egg_g), 1) * egg_g
            x = replace(x, grams=grams, amount=grams, unit="g")
        lines.append(x)
    return replace(draft, formula=replace(draft.formula, lines=tuple(lines)))


def outside(draft: Draft, style: Style) -> dict[str, float]:
    """How far each role is outside the style's band, in the band's percent; roles inside are left out."""
    found = {}
    for role in Role:
        band = band_for(role, style)
        rail = None if band is None else rail_value(draft.formula, role)
        if band is not None and rail is not None:
            away = max(rail - band.high, band.low - rail, 0.0)
            if away > LEAST_OUT:
                found[str(role)] = away
    return found


def strays(was: dict[str, float], draft: Draft, style: Style) -> bool:
    """Whether a change left the style's bands further than before, was being ``outside`` of the draft before it."""
    return any(away > was.get(role, 0.0) + LEAST_OUT for role, away in outside(draft, style).items())
