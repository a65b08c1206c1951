"""Signs that no single figure shows: doses past reason, gas beyond need, nothing that sets, pieces too large.

Doses are in data/doses.csv (practice); the rest is stated here with its reason.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache, lru_cache

from dough.accounts.formula import Formula, Line, Process, Shape
from dough.accounts.gas import raising
from dough.accounts.leavening import Leavening
from dough.accounts.wide_base import wide_base_g
from dough.facts.ingredients import Confidence, Ingredient, Role
from dough.facts.styles import Style
from dough.facts.tables import rows
from dough.judgement.findings.limits import typical_measures, usual
from dough.judgement.findings.measures import powder_in_flour_g
from dough.judgement.findings.model import SOURCES, Sign, State

#: A style is cakey from this score on: it rests on gas and on egg (judgement).
CAKEY = 55.0
#: Gas beside what is usual, from which it spoils (judgement).
MUCH_GAS = 2.0
#: Ammonia leaves a piece only where it is thin and bakes dry (trade texts).
AMMONIA_MM, AMMONIA_MOISTURE, AMMONIA_PORTION_G = 8.0, 5.0, 25.0
#: Soda in percent of the wide base that needs something sour in a cakey dough, and the acid that frees it (judgement).
SODA_NEEDS_ACID, ACID_SHARE = 0.6, 0.35
#: A whole piece as a share of the portion that is hard to hold, and too much (judgement).
PIECE_LOOK, PIECE_ACT = 0.3, 0.5
#: Usual powder of a cakey dough, % of the wide base, where no style says.
USUAL_POWDER = 2.5


@dataclass(frozen=True, slots=True)
class Dose:
    """Usual and most of an ingredient, % of the wide base."""

    usual: float
    most: float
    why: str
    source: str
    confidence: Confidence


@cache
def _doses() -> dict[str, Dose]:
    return {
        r["of"]: Dose(float(r["usual_pct"]), float(r["most_pct"]), r["why"], r["source"], Confidence(r["confidence"]))
        for r in rows("doses")
    }


def dose_of(item: Ingredient) -> Dose | None:
    """The usual dose of an ingredient: its own, or that of a class it belongs to."""
    return _dose(item.kind, item.classes)


@lru_cache(maxsize=2048)
def _dose(kind: str, classes: frozenset[str]) -> Dose | None:
    found = _doses().get(kind)
    return found or next((d for of, d in _doses().items() if of.startswith("class:") and of[6:] in classes), None)


def fault_signs(
    formula: Formula, style: Style | None, contact: float, account: Leavening | None, process: Process | None
) -> list[Sign]:
    """Every fault of a formula; nothing where it has no lines."""
    if not formula.lines:
        return []
    found = [*_over_dosed(formula), *_pieces(formula, style, process), *_salted_fat(formula, style)]
    for sign in (
        _gas(formula, style, contact), _no_acid(formula, style, account), _ammonia(formula, style, process),
        _nothing_sets(formula, style), _missing(formula, style, Role.EGG), _missing(formula, style, Role.LEAVENING),
        _missing(formula, style, Role.FAT), _missing(formula, style, Role.SUGAR),
    ):  # fmt: skip
        if sign is not None:
            found.append(sign)
    return found


def salt_of_fats_g(formula: Formula) -> float:
    """Salt that salted butter and the like bring, g."""
    return sum((x.grams or 0.0) * x.ingredient.parts.salt / 100.0 for x in formula.of_role(Role.FAT))


def _salted_fat(formula: Formula, style: Style | None) -> Iterator[Sign]:
    """Salted fat beside a salt line, where the two together are too much: why, and where it can come off."""
    wide, brought = wide_base_g(formula), salt_of_fats_g(formula)
    lines = [x for x in formula.of_role(Role.SALT) if x.grams]
    high = usual("salt", style.id if style else "").high
    if not wide or brought < 0.3 or not lines or high is None:
        return
    if 100.0 * (brought + sum(x.grams or 0.0 for x in lines)) / wide <= high:
        return
    fat = max((x for x in formula.of_role(Role.FAT)), key=lambda x: (x.grams or 0.0) * x.ingredient.parts.salt)
    yield Sign(
        "salted_fat", "salt", True, State.NOTE, 0.0, Role.SALT, (fat.id,),
        f"{fat.ingredient.name} brings {brought:.1f} g of salt", "adds to the salt line",
        "the ingredient table; salted butter has 1.2 to 2 %", Confidence.MIDDLE, (("salt", True),),
    )  # fmt: skip


def _over_dosed(formula: Formula) -> Iterator[Sign]:
    wide = wide_base_g(formula)
    if not wide:
        return
    for x in formula.lines:
        dose = dose_of(x.ingredient) if x.in_dough and x.grams else None
        if dose is None:
            continue
        value = 100.0 * (x.grams or 0.0) / wide
        if value <= dose.usual * 1.0001:
            continue
        out = (value - dose.usual) / (dose.most - dose.usual)
        state = State.ACT if value > dose.most else State.NOTE if out < 0.35 else State.LOOK
        yield Sign(
            f"dose.{x.id}"[:60], "dose", True, state, min(out, 30.0), x.role, (x.id,),
            f"{x.ingredient.name} {value:.2g} % of flour, over the usual {dose.usual:g}", dose.why,
            f"a usual dose from {SOURCES.get(dose.source, dose.source)}", dose.confidence,
        )  # fmt: skip


def is_cakey(style: Style | None) -> bool:
    """Whether the style rests on gas and on egg."""
    return style is not None and style.crumb_cakey >= CAKEY


def _gas(formula: Formula, style: Style | None, contact: float) -> Sign | None:
    """Self-raising flour with powder or soda beside it: twice the gas a dough of its kind has."""
    brought = powder_in_flour_g(formula)
    wide = wide_base_g(formula)
    beside = [x for x in formula.of_role(Role.LEAVENING) if x.grams and x.ingredient.is_("powder", "soda", "ammonia")]
    account = raising(formula, contact)
    if not brought or not wide or not beside or account is None:
        return None
    typical = typical_measures(style.id).get("powder", 0.0) if style else USUAL_POWDER
    usual = max(typical, USUAL_POWDER) * wide / 100.0 * 0.14 / 44.01 * 1000.0
    if account.mmol <= MUCH_GAS * usual:
        return None
    flour = next(x for x in formula.flour_lines if x.ingredient.is_("self_raising"))
    return Sign(
        "fault.gas", "gas", True, State.ACT, account.mmol / (MUCH_GAS * usual), Role.LEAVENING,
        (*(x.id for x in beside), flour.id),
        f"{account.mmol / usual:.1f} times the usual gas: {flour.ingredient.name.lower()} brings its own powder",
        "rises, then falls in, and tastes of powder", "worked out from both", Confidence.MIDDLE,
    )  # fmt: skip


def _no_acid(formula: Formula, style: Style | None, account: Leavening | None) -> Sign | None:
    """Soda in a cakey dough with nothing sour to free its gas, powder beside it or not."""
    wide = wide_base_g(formula)
    if account is None or not wide or not is_cakey(style):
        return None
    acids = sum(s.soda_g for s in account.sources if s.soda_g > 0 and not s.of_flour)
    if 100.0 * account.soda_g / wide < SODA_NEEDS_ACID or acids > ACID_SHARE * account.soda_g:
        return None
    lines = tuple(x.id for x in formula.of_role(Role.LEAVENING) if x.ingredient.is_("soda"))
    out = 100.0 * account.soda_g / wide / SODA_NEEDS_ACID
    return Sign(
        "fault.no_acid", "soda", True, State.ACT if out > 2.0 else State.LOOK, min(out / 2.0, 30.0), Role.LEAVENING,
        lines, "Soda with nothing sour to free its gas", "lifts little, browns much and tastes of soda",
        "worked out from the acids in the dough", Confidence.MIDDLE,
    )  # fmt: skip


def _ammonia(formula: Formula, style: Style | None, process: Process | None) -> Sign | None:
    lines = [x for x in formula.of_role(Role.LEAVENING) if x.ingredient.is_("ammonia") and x.grams]
    if not lines:
        return None
    thick = style is not None and (style.height_mm.typical > AMMONIA_MM or style.crumb_moisture_pct > AMMONIA_MOISTURE)
    if process is not None and process.portion_g and process.shape is Shape.BALL:
        thick = thick or process.portion_g > AMMONIA_PORTION_G
    if not thick:
        return None
    return Sign(
        "fault.ammonia", "ammonia", True, State.ACT, 4.0, Role.LEAVENING, tuple(x.id for x in lines),
        "Baker's ammonia in a thick or moist piece", "stays behind as a smell: it leaves only thin, dry pieces",
        f"a rule from {SOURCES['TXT']}", Confidence.HIGH,
    )  # fmt: skip


def _nothing_sets(formula: Formula, style: Style | None) -> Sign | None:
    """No egg and hardly any flour or starch in a dough that should stand."""
    if not is_cakey(style):
        return None
    dough = [x for x in formula.lines if x.in_dough]
    sets = [x for x in dough if x.ingredient.is_("egg_protein") or x.ingredient.flour_base]
    meal = [x for x in dough if x.ingredient.is_("nut_meal", "seed_meal")]
    if any(x.grams is None for x in (*sets, *meal)) or not meal:
        return None
    weight = sum(x.grams or 0.0 for x in meal)
    if sum(x.grams or 0.0 for x in sets) >= 0.4 * weight:
        return None
    return Sign(
        "fault.sets", "sets", False, State.ACT, 20.0, None, tuple(x.id for x in meal),
        "Nothing in it sets: no egg and no starch that gels", "stays a paste, or runs and crumbles",
        "egg white sets and starch gels; nut meal does neither", Confidence.HIGH,
    )  # fmt: skip


_WORDS = {
    Role.EGG: "sets nowhere and stays flat and short", Role.LEAVENING: "stays flat and dense",
    Role.FAT: "bakes hard and tough", Role.SUGAR: "bakes pale and bready",
}  # fmt: skip


def _missing(formula: Formula, style: Style | None, role: Role) -> Sign | None:
    """A role that the style cannot do without is not there at all."""
    if style is None or formula.flour_g is None:
        return None
    if role in (Role.EGG, Role.LEAVENING) and not is_cakey(style):
        return None
    lines = formula.of_role(role)
    if any(x.grams is None for x in lines) or _present(formula, role):
        return None
    what = {Role.EGG: "egg or anything that stands in for it"}.get(role, str(role))
    return Sign(
        f"fault.no_{role}", str(role), False, State.ACT, 8.0, role, tuple(x.id for x in lines),
        f"No {what} in {style.name.lower()}", _WORDS[role], f"what {style.name.lower()} rests on", Confidence.HIGH,
    )  # fmt: skip


def _present(formula: Formula, role: Role) -> bool:
    lines = [x for x in formula.of_role(role) if (x.grams or 0.0) > 0]
    if role is Role.EGG:
        return any(x.ingredient.is_("egg_protein", "gel", "egg_stand_in") and not _puree(x) for x in lines)
    if role is Role.LEAVENING:
        return bool(powder_in_flour_g(formula)) or any(x.ingredient.is_("powder", "soda", "ammonia") for x in lines)
    if role is Role.FAT:
        return any(x.ingredient.parts.fat >= 30.0 for x in formula.lines if x.in_dough and (x.grams or 0.0) > 0)
    return bool(lines)


def _puree(line: Line) -> bool:
    return line.ingredient.is_("fruit_puree")


@cache
def _piece_g() -> dict[str, float]:
    """The smallest whole piece of each fold-in, g (data/pieces.csv)."""
    found: dict[str, float] = {}
    for r in rows("pieces"):
        found[r["id"]] = min(float(r["grams"]), found.get(r["id"], float("inf")))
    return found


def piece_g(item: Ingredient) -> float | None:
    """The smallest whole piece of a fold-in, g; None where nobody has said."""
    return _piece_g().get(item.kind)


def _pieces(formula: Formula, style: Style | None, process: Process | None) -> Iterator[Sign]:
    """Whole fold-ins so large that a portion can hardly hold one."""
    portion = process.portion_g if process is not None and process.portion_g else None
    portion = portion or (style.portion_g.typical if style is not None else None)
    if not portion:
        return
    for x in formula.of_role(Role.FOLD_IN):
        each = piece_g(x.ingredient)
        if not each or not x.grams or each <= PIECE_LOOK * portion:
            continue
        state = State.ACT if each > PIECE_ACT * portion else State.LOOK
        yield Sign(
            f"piece.{x.id}"[:60], "piece", True, state, each / (PIECE_ACT * portion), Role.FOLD_IN, (x.id,),
            f"One {x.ingredient.name.lower()} weighs about {each:g} g, the portion {portion:g} g",
            "falls out, or tears the piece as it spreads: chop it", "the usual weight of one piece", Confidence.MIDDLE,
        )  # fmt: skip
