"""What could stand in a line's place: rules of the table, a recipe built part by part, or nothing."""

from __future__ import annotations

from functools import cache

import numpy as np
from scipy.optimize import nnls

from dough.accounts.formula import Line
from dough.accounts.needs.verdict import breaks, marks
from dough.counsel.swaps.ledger import FUNCTIONS, per_100
from dough.counsel.swaps.rules import EVIDENCE, Part, Rule, Steps, allowed, rules
from dough.facts.ingredients import Confidence, Ingredient, Role, ingredient
from dough.facts.needs import Wanted
from dough.facts.staples import CARRIERS
from dough.facts.styles import Style

_NOTHING = ("", "", Steps())
KEEP = Rule(
    "keep", "Leave it as it is", (), (), (), *_NOTHING, "same", "PRAC", Confidence.HIGH, EVIDENCE[2], None, None
)
OUT = Rule("out", "Leave it out", (), (), (), *_NOTHING, "other", "EST", Confidence.LOW, EVIDENCE[0], None, None)
BUILT = "built"
#: Functions a built recipe is held to; the others follow.
BUILT_BY = ("fat", "water", "sugars", "starch", "sets", "emulsifier", "salt", "air")
OPTIONAL = (Role.FOLD_IN, Role.FLAVOUR, Role.LIQUID, Role.BINDER, Role.SALT)
BUILDABLE = (Role.EGG, Role.FAT, Role.LIQUID)


def candidates(line: Line, needs: Wanted) -> tuple[Rule, ...]:
    """Rules whose parts break none of the needs, those that need no label read first, then what can be built.

    A rule that needs a label read never comes before one that needs none.

    A line that can do without is offered left out; where nothing else is left, any line is.
    """
    kind = line.ingredient.kind
    sure: list[Rule] = []
    ask: list[Rule] = []
    for rule in rules().values():
        if kind not in rule.replaces or (not rule.parts and not line.in_dough):
            continue
        fine, labels = allowed(tuple(ingredient(p.ingredient) for p in rule.parts), needs)
        if fine:
            (ask if labels else sure).append(rule)
    found = sure + ask
    if line.in_dough and line.role in BUILDABLE and len(sure) < 3:
        built = _built(line.ingredient, needs)
        if built is not None:
            found.append(built)
    if not any(not r.parts for r in found) and (line.role in OPTIONAL or not line.in_dough or not found):
        found.append(OUT)
    return tuple(found)


def labels_to_read(rule: Rule, needs: Wanted) -> tuple[str, ...]:
    """Ingredients of a rule whose label has to be read before it counts as meeting the needs."""
    return allowed(tuple(ingredient(p.ingredient) for p in rule.parts), needs)[1]


def suits(rule: Rule, style: Style | None, method: str) -> bool:
    """Whether a rule is known to suit this kind of cookie or way of mixing."""
    if "any" in rule.suits or style is None:
        return "any" in rule.suits
    kinds = {"creamed" if method.startswith("creamed") else method.partition("_")[0]}
    kinds.add("drop" if style.is_drop else "cut")
    if style.crumb_cakey >= 55:
        kinds.add("cakey")
    if style.bite_chewy >= 55:
        kinds.add("chewy")
    if style.rim_crisp >= 80:
        kinds.add("crisp")
    if style.id == "shortbread":
        kinds.add("short")
    return bool(kinds & set(rule.suits))


def _built(item: Ingredient, needs: Wanted) -> Rule | None:
    """A recipe from plain carriers that does what 100 g of this does, as near as may be (non-negative least
    squares). None where even that brings less than half of its mass."""
    pool = tuple(i for i in CARRIERS if i != item.id and not marks(ingredient(i), needs))
    parts = _built_parts(item.id, pool) if item.version == 1 and not item.like else _nearest(item, pool)
    if sum(p.per_100 for p in parts) < 50:
        return None
    names = [ingredient(p.ingredient).name for p in parts]
    name = "Built up: " + ", ".join(n.lower() if i else n for i, n in enumerate(names))
    return Rule(
        BUILT, name, (item.kind,), ("any",), parts, "Blend until it holds together.", "worked out, untried", Steps(),
        "near", "CALC", Confidence.LOW, EVIDENCE[0], None, None,
    )  # fmt: skip


@cache
def _built_parts(ident: str, pool: tuple[str, ...]) -> tuple[Part, ...]:
    return _nearest(ingredient(ident), pool)


def _nearest(item: Ingredient, pool: tuple[str, ...]) -> tuple[Part, ...]:
    use = [i for i, f in enumerate(FUNCTIONS) if f.key in BUILT_BY]
    tolerance = np.array([FUNCTIONS[i].tolerance for i in use])
    brings = np.array([[per_100(ingredient(p))[i] / 100.0 for p in pool] for i in use])
    wanted = np.array([per_100(item)[i] for i in use])
    grams, _ = nnls(brings / tolerance[:, None], wanted / tolerance)
    kept = sorted(((g, p) for g, p in zip(grams, pool, strict=True) if g >= 0.8), reverse=True)
    return tuple(Part(p, round(g, 1), round(0.85 * g, 1), round(1.15 * g, 1)) for g, p in kept)


def broken(lines: tuple[Line, ...], needs: Wanted) -> tuple[Line, ...]:
    """The lines whose ingredient breaks a need."""
    return tuple(x for x in lines if breaks(x.ingredient, needs))
