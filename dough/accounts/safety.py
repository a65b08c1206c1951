"""Cautions: for the people a piece may matter to, and for the hands that make it. Each with its reason, deferring to
local rules; nothing here declares a food safe.

Words are in data/notices.csv (agency-type guidance); when each is due is here, by class and amount.
"""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache

from dough.accounts.formula import Draft, Line, Method
from dough.accounts.needs.verdict import caffeine_mg
from dough.facts.ingredients import Role
from dough.facts.tables import rows

CAFFEINE_PIECE_MG, POLYOL_PCT, FIBRE_GUM_PCT, CASSIA_PCT, NUTMEG_PCT = 20.0, 10.0, 3.0, 0.2, 1.0
#: Pieces that can choke the smallest, by class: whole, hard, or sticky and round.
CHOKING = ("nut", "seed", "hard_piece", "sticky_round", "dried_fruit", "candied_fruit", "caramel_piece")
#: Syrup in percent of the sugars from which a piece comes out of the oven as hot caramel (judgement).
HOT_SYRUP_PCT = 30.0
#: Share of the way from the raw dough's shade to the darkest at which a bake is dark, as a rule and where something in
#: it raises acrylamide (judgement; the fact that it rises is agency guidance).
DARK_SHARE, DARK_SHARE_RAISED, DARKEST_L = 0.55, 0.45, 25.0
#: Reducing sugars in percent of all sugars from which they raise it noticeably (judgement).
REDUCING_PCT = 10.0
DRY_PCT = 4.0
#: What a core of 71 °C does not say; used wherever that line is drawn.
NOT_PROOF = (
    "a line for moist egg dishes, no proof here: little water, flour, sugar and fat protect bacteria. "
    "Local rules go first."
)


@cache
def words() -> dict[str, str]:
    """Every caution by its key."""
    return {r["key"]: r["words"] for r in rows("notices")}


def notices(lines: Iterable[Line], made: int | None) -> tuple[str, ...]:
    """For people a line may matter to, tops and finishes counted. made is the number of pieces, if known."""
    there = tuple(x for x in lines if x.grams is None or x.grams > 0)
    mass = sum(x.grams or 0.0 for x in there) or 1.0
    flour = sum(x.grams or 0.0 for x in there if x.ingredient.flour_base)

    def share(*classes: str) -> float:
        return 100.0 * sum(x.grams or 0.0 for x in there if x.ingredient.is_(*classes)) / mass

    def any_of(*classes: str) -> bool:
        return any(x.ingredient.is_(*classes) for x in there)

    caffeine = sum((x.grams or 0.0) * caffeine_mg(x.ingredient) / 100.0 for x in there)
    polyols = sum((x.grams or 0.0) * x.ingredient.parts.other_sugar for x in there if x.ingredient.is_("polyol")) / mass
    nutmeg = sum(x.grams or 0.0 for x in there if x.ingredient.is_("nutmeg"))
    due = {
        "hard": any_of(*CHOKING),
        "honey": any_of("honey"),
        "caffeine": bool(made) and caffeine / (made or 1) > CAFFEINE_PIECE_MG,
        "alcohol": any(x.ingredient.parts.ethanol > 1 for x in there),
        "polyols": polyols > POLYOL_PCT,
        "xylitol": any_of("xylitol"),
        "inulin": share("gas_fibre") > FIBRE_GUM_PCT,
        "potassium": any_of("potassium"),
        "cassia": share("cassia") > CASSIA_PCT,
        "tonka": any_of("coumarin"),
        "nutmeg": nutmeg > 0 and (flour <= 0 or 100.0 * nutmeg / flour > NUTMEG_PCT),
        "oats": any_of("certified"),
        "novel": any_of("novel"),
    }
    return tuple(words()[k] for k, found in due.items() if found)


def at_work(draft: Draft) -> tuple[str, ...]:
    """For the hands: raw dough, time out of the cold, hot fat and sugar, ammonia and lye."""
    lines = tuple(x for x in draft.formula.lines if x.grams is None or x.grams > 0)
    dough = tuple(x for x in lines if x.in_dough)

    def any_of(*classes: str) -> bool:
        return any(x.ingredient.is_(*classes) for x in lines)

    raw_egg = any(x.ingredient.is_("egg_protein") and x.role is Role.EGG for x in dough)
    due = {
        "raw": raw_egg or any(x.role is Role.FLOUR or x.role is Role.EGG for x in dough),
        "egg": raw_egg,
        "hot_fat": draft.process.method in (Method.MELTED, Method.BROWNED_RESET) or any_of("browned"),
        "hot_sugar": _caramel(dough) or any_of("caramel_hot", "caramel_piece"),
        "ammonia": any_of("ammonia"),
        "lye": any_of("lye"),
    }
    return tuple(words()[k] for k, found in due.items() if found)


def for_children(draft: Draft) -> tuple[str, ...]:
    """Of the notices, those that a sheet beside the oven carries: choking and honey."""
    found = notices(draft.formula.lines, None)
    return tuple(w for w in found if w in (words()["hard"], words()["honey"]))


def _caramel(dough: tuple[Line, ...]) -> bool:
    sugars = sum((x.grams or 0.0) * x.ingredient.parts.sugars for x in dough)
    syrup = sum((x.grams or 0.0) * x.ingredient.parts.sugars for x in dough if x.ingredient.is_("syrup"))
    flour = sum(x.grams or 0.0 for x in dough if x.ingredient.flour_base)
    lacy = flour > 0 and sugars / 100.0 > 1.6 * flour
    return lacy or (sugars > 0 and 100.0 * syrup / sugars > HOT_SYRUP_PCT)


def acrylamide(lines: Iterable[Line], raw_l: float, l_rim: float | None, moisture_pct: float | None) -> str:
    """What to say beside the pull when the chosen minute is dark; empty where it is not, or not known.

    raw_l and l_rim are L* of the raw dough and of the rim at the pull; moisture_pct of the whole piece.
    """
    if l_rim is None or raw_l <= DARKEST_L:
        return ""
    dough = tuple(x for x in lines if x.in_dough and x.grams)
    sugars = sum((x.grams or 0.0) * x.ingredient.parts.sugars for x in dough)
    reducing = sum((x.grams or 0.0) * x.ingredient.parts.reducing for x in dough)
    raised = []
    if any(x.ingredient.is_("ammonia") for x in dough):
        raised.append("ammonia")
    if sugars > 0 and 100.0 * reducing / sugars > REDUCING_PCT:
        raised.append("honey, syrup or glucose")
    dry = moisture_pct is not None and moisture_pct < DRY_PCT
    share = (raw_l - l_rim) / (raw_l - DARKEST_L)
    if share < (DARK_SHARE_RAISED if raised else DARK_SHARE):
        return ""
    said = words()["acrylamide"]
    because = raised + (["baking it this dry"] if dry else [])
    return said if not because else f"{said} Here {' and '.join(because)} raise{'s' if len(because) == 1 else ''} it."
