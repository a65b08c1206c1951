"""A small mixture: flour, sugar and fat as shares of the three together, flour taking what the others leave.

What the three weigh together stays the same, and so does every other line (docs/decisions/0050).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.formula import Draft, Formula, Line
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role

SHARE = "share"
UNIT = "% of the three"
#: What can be varied in place of flour, by the factor's key.
VARIED = {"share:sugar": Role.SUGAR, "share:fat": Role.FAT}
#: Less flour than this share of the three holds no cookie together (rule of thumb, L).
LEAST_FLOUR = 10.0
#: How far a level usually goes from where the draft is, in percent of the three.
STEP = 4.0
NO_MIXTURE = "A mixture wants flour, sugar and fat, each with its grams. Fill them in first."


@dataclass(frozen=True, slots=True)
class ShareNow:
    """What can be varied in place of flour: its key and name, and its share now, percent of the three."""

    key: str
    name: str
    now: float


def is_mixture(keys: tuple[str, ...]) -> bool:
    """Whether factors are shares that add up. Raises EntryError for a share beside what moves flour, sugar or fat by
    itself."""
    shared = [k for k in keys if k in VARIED]
    if shared and any(k == "flour" or k in ("role:sugar", "role:fat") for k in keys):
        raise EntryError(
            "factors", "Shares of flour, sugar and fat add up to 100: nothing else of the three can be varied beside."
        )
    if shared and len(shared) < len(keys):
        raise EntryError("factors", "A mixture is baked by itself: vary one share or both, and nothing else.")
    return bool(shared)


def shares_now(draft: Draft) -> tuple[ShareNow, ...]:
    """What could be varied in place of flour; empty where an amount of the three is unknown."""
    try:
        grams = {key: _grams(_of(draft, role)) for key, role in VARIED.items()}
        whole = sum(grams.values()) + _grams(draft.formula.flour_lines)
    except EntryError:
        return ()
    return tuple(
        ShareNow(key, f"{role.capitalize()} in place of flour", 100.0 * grams[key] / whole)
        for key, role in VARIED.items()
    )


def with_share(draft: Draft, key: str, percent: float) -> Draft:
    """The draft with one of them at a share, percent of the three; flour gives or takes what that is. Raises EntryError
    where an amount is unknown, or too little flour would be left."""
    lines, flour = _of(draft, VARIED[key]), draft.formula.flour_lines
    others = [x for k, role in VARIED.items() if k != key for x in _of(draft, role)]
    now, flour_g = _grams(lines), _grams(flour)
    whole = now + flour_g + _grams(others)
    wanted = whole * percent / 100.0
    left = flour_g + now - wanted
    if percent <= 0 or 100.0 * left / whole < LEAST_FLOUR:
        raise EntryError(
            "levels", f"That leaves {max(100.0 * left / whole, 0):.0f} % flour; a mixture keeps {LEAST_FLOUR:.0f} %."
        )
    moved = {x.id: (x.grams or 0.0) * wanted / now for x in lines}
    moved |= {x.id: (x.grams or 0.0) * left / flour_g for x in flour}
    changed = tuple(x.weighing(moved[x.id]) if x.id in moved else x for x in draft.formula.lines)
    return replace(draft, formula=Formula(changed))


def in_grams(draft: Draft, grams: float) -> str:
    """What to weigh of the three for so much dough: “flour 210 g, sugar 120 g, fat 130 g (46 : 26 : 28)”."""
    whole = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough)
    parts = [("flour", draft.formula.flour_lines), *((role.value, _of(draft, role)) for role in VARIED.values())]
    three = sum(_grams(lines) for _, lines in parts)
    shares = " : ".join(f"{100.0 * _grams(lines) / three:.0f}" for _, lines in parts)
    return f"{', '.join(f'{name} {_grams(lines) * grams / whole:.0f} g' for name, lines in parts)} ({shares})"


def _of(draft: Draft, role: Role) -> tuple[Line, ...]:
    flour = {x.id for x in draft.formula.flour_lines}
    return tuple(x for x in draft.formula.of_role(role) if x.id not in flour)


def _grams(lines: tuple[Line, ...] | list[Line]) -> float:
    known = [x.grams for x in lines]
    total = sum(g for g in known if g is not None)
    if not known or None in known or total <= 0:
        raise EntryError("factors", NO_MIXTURE)
    return total
