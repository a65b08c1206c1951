"""Allergens a changed dough has that it did not have before."""

from __future__ import annotations

from collections.abc import Iterable

from dough.accounts.formula import Line
from dough.accounts.needs.verdict import Standing, holds
from dough.facts.needs import ALLERGENS, Wanted


def brings(before: Iterable[Line], after: Iterable[Line], wanted: Wanted) -> tuple[str, ...]:
    """In words, one for each allergen: “soya (Soya drink)”, “perhaps sulphites (Lemon juice)”. A “perhaps” that turns
    into a certainty counts as brought."""
    had = _held(before, wanted)
    found = []
    for code, (sure, names) in _held(after, wanted).items():
        if code in had and (had[code][0] or not sure):
            continue
        words = f"{_NAMES[code]} ({', '.join(names)})"
        found.append(words if sure else f"perhaps {words}")
    return tuple(found)


_NAMES = {code: name for code, name, _ in ALLERGENS}


def _held(lines: Iterable[Line], wanted: Wanted) -> dict[str, tuple[bool, tuple[str, ...]]]:
    """Code to whether it is certain, and the ingredients that bring it. Wheat is said as a cereal with gluten too."""
    items = {x.ingredient_id: x.ingredient for x in lines if x.grams is None or x.grams > 0}
    found: dict[str, tuple[bool, tuple[str, ...]]] = {}
    for code in _NAMES:
        sure, may = [], []
        for ident, item in items.items():
            state, read = holds(item, code).standing, wanted.read.get(ident)
            if state is Standing.BREAKS:
                sure.append(item.name)
            elif read is not None and read.looked_for(code):
                may += [item.name] if code in read.may_contain else []
            elif state is Standing.UNSURE and item.said(code) is not None:
                may.append(item.name)
        if sure or may:
            found[code] = (bool(sure), tuple(sure or may))
    return found
