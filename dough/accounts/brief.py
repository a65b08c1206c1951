"""How a draft stands to the limits of a brief: the figure, how sure it is, and whether the limit is met.

Composition is as sure as its table says of each ingredient (H, M, L); an ingredient's error is taken as independent of
the others'. A limit is met only where 9 of 10 of what the figure may be keep it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from dough.accounts.added_sugars import added_sugars_pct
from dough.accounts.cost import Cost, Price, cost
from dough.accounts.formula import Draft, Line
from dough.accounts.label import Loss, Nutrient, held_in, nutrition
from dough.accounts.needs.verdict import caffeine_mg
from dough.accounts.store import NOTHING_KNOWN, Makes, Store, makes
from dough.accounts.sweetness import sweetness
from dough.facts.ingredients import Confidence
from dough.facts.limits import FROM_ELSEWHERE, LIMITED, Limit
from dough.facts.regions import USUAL, kcal_per_100g

#: One sd of an ingredient's composition, as a share: what H, M and L say, halved to one sd (judgement).
SD_SHARE = {Confidence.HIGH: 0.04, Confidence.MIDDLE: 0.10, Confidence.LOW: 0.35}
#: How far out, in sds, 9 of 10 lie on one side.
Z90 = 1.2816
#: An 80 % half-width in sds.
Z80 = 1.2816
NO_PRICES: Mapping[str, Price] = {}
PART = {"fat": "fat", "saturates": "saturated", "sugars": "sugars", "fibre": "fibre", "protein": "protein",
        "salt": "sodium_mg"}  # fmt: skip


#: What no nutrition table has: how much of it is in a line, in the limit's unit.
EXTRA: dict[str, Callable[[Line], float]] = {
    "added_sugars": lambda x: (x.grams or 0.0) * added_sugars_pct(x.ingredient) / 100.0,
    "caffeine": lambda x: (x.grams or 0.0) * caffeine_mg(x.ingredient) / 100.0,
    "sweetness": lambda x: (x.grams or 0.0) * sweetness(x.ingredient) / 100.0,
}


#: Figures that are counted are told whole.
DIGITS = {"store": 6}


class Stands(StrEnum):
    """met: 9 of 10 keep it; unsure: it may or may not; out: the figure itself is beyond it."""

    MET = "met"
    UNSURE = "unsure"
    OUT = "out"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class Standing:
    """A limit with the figure, its 80 % range, in its unit, and where it stands; lacks names what leaves it open,
    because what the figure hangs on."""

    limit: Limit
    value: float | None
    low: float | None
    high: float | None
    stands: Stands
    lacks: str = ""
    because: str = ""

    @property
    def beyond(self) -> float:
        """How far the 90 % edge is beyond the limit, as a share of it (of the figure where the limit is none)."""
        if self.value is None or self.low is None or self.high is None:
            return 0.0
        over = self.high - self.limit.value if self.limit.at_most else self.limit.value - self.low
        return max(over, 0.0) / max(self.limit.value, 0.1 * self.value, 1e-6)

    @property
    def words(self) -> str:
        """For instance ``sugars at most 12 g a piece: 14.2 g (13.1 to 15.3), out``."""
        unit = LIMITED[self.limit.key][1]
        if self.value is None:
            return f"{self.limit.words}: not known, {self.lacks}"
        if self.low == self.high:
            least, why = ("at least ", f" ({self.lacks})") if self.lacks else ("", "")
            whole = f"{self.limit.words}: {least}{self.value:.{DIGITS.get(self.limit.key, 3)}g} {unit}".rstrip()
            because = f"; {self.because}" if self.because else ""
            return f"{whole}{why}, {self.stands}{because}"
        return (
            f"{self.limit.words}: {self.value:.3g} {unit} ({self.low:.3g} to {self.high:.3g}), "
            f"{'may be out' if self.stands is Stands.UNSURE else self.stands}"
        )


@dataclass(frozen=True, slots=True)
class Figured:
    """A figure that was worked out elsewhere, with its 80 % range in the limit's unit; lacks says why there is none."""

    value: float | None
    low: float | None = None
    high: float | None = None
    lacks: str = ""


NOT_WORKED_OUT = Figured(None, lacks="not worked out here")
NONE_ELSEWHERE: Mapping[str, Figured] = {}


def standings(
    limits: tuple[Limit, ...], draft: Draft, loss: Loss | None, region: str = USUAL,
    prices: Mapping[str, Price] = NO_PRICES, elsewhere: Mapping[str, Figured] = NONE_ELSEWHERE,
    store: Store = NOTHING_KNOWN,
) -> tuple[Standing, ...]:  # fmt: skip
    """Each limit of a brief. loss None, or a piece that is not known, leaves what hangs on it open; elsewhere are the
    figures by key that take more than a composition (``FROM_ELSEWHERE``)."""
    if not limits:
        return ()
    nutrients, piece_g = nutrition(draft, loss, region)
    figures = {n.key: n for n in nutrients}
    lacks = tuple(x.ingredient.name for x in draft.formula.lines if x.grams is None)
    found = []
    for x in limits:
        if x.key in FROM_ELSEWHERE:
            found.append(_of_figure(x, elsewhere.get(x.key, NOT_WORKED_OUT)))
            continue
        if x.key == "cost":
            found.append(_of_cost(x, cost(draft, prices)))
            continue
        if x.key == "store":
            found.append(_of_store(x, makes(draft, store)))
            continue
        if x.key == "weight":
            found.append(_of_weight(x, piece_g, loss, lacks))
            continue
        value = _figure(x, draft, loss, figures)
        if value is None:
            found.append(Standing(x, None, None, None, Stands.UNKNOWN, _lacks(lacks, x, loss)))
            continue
        share = _sd_share(draft.formula.lines, x.key, region)
        if x.per == "100 g" and loss is not None:
            share = math.hypot(share, (loss.plus_minus or 0.0) / Z80 / (100.0 - loss.pct))
        half = Z90 * share * value
        found.append(Standing(x, value, value - half, value + half, _stands(x, value, half)))
    return tuple(found)


def _figure(x: Limit, draft: Draft, loss: Loss | None, figures: Mapping[str, Nutrient]) -> float | None:
    if x.key in EXTRA:
        piece, baked = held_in(draft, loss, EXTRA[x.key])
    else:
        piece, baked = figures[x.key].piece, figures[x.key].baked_100g
    return piece if x.per == "piece" else baked


def _of_weight(x: Limit, piece_g: float | None, loss: Loss | None, lacks: tuple[str, ...]) -> Standing:
    """A baked piece weighs as sure as its bake loss is known, and a pack of them no surer."""
    if piece_g is None or loss is None:
        why = "no bake loss is known" if loss is None and not lacks else _lacks(lacks, x, loss)
        return Standing(x, None, None, None, Stands.UNKNOWN, why)
    # What the loss is off by is the same for all pieces of a pack: it does not average out.
    whole = piece_g * (x.pieces if x.per == "pack" else 1)
    half = whole * (loss.plus_minus or 0.0) / (100.0 - loss.pct)
    return Standing(x, whole, whole - half, whole + half, _stands(x, whole, half))


def _of_figure(x: Limit, told: Figured) -> Standing:
    """By the range: met where all of it keeps the limit, out where the figure itself is beyond."""
    if told.value is None or told.low is None or told.high is None:
        return Standing(x, None, None, None, Stands.UNKNOWN, told.lacks)
    out = told.value > x.value if x.at_most else told.value < x.value
    sure = told.high <= x.value if x.at_most else told.low >= x.value
    return Standing(x, told.value, told.low, told.high, Stands.OUT if out else Stands.MET if sure else Stands.UNSURE)


def _of_cost(x: Limit, told: Cost) -> Standing:
    """Prices are as sure as a bill; where some are missing the cost is at least what is known of it."""
    value = told.batch if x.per == "batch" else told.piece
    if value is not None and x.per == "pack":
        value *= x.pieces
    if value is None:
        return Standing(x, None, None, None, Stands.UNKNOWN, "the portion is not set")
    if told.whole:
        return Standing(x, value, value, value, _stands(x, value, 0.0))
    lacks = f"no price for {', '.join(told.missing)}"
    if value > x.value:
        return Standing(x, value, value, value, Stands.OUT if x.at_most else Stands.MET, lacks)
    return Standing(x, None, None, None, Stands.UNKNOWN, f"at least {value:.3g}: {lacks}")


def _of_store(x: Limit, told: Makes) -> Standing:
    """By count. Where something of the dough is not known to be here, what is known may still be too little."""
    lacks = f"how much {', '.join(told.unknown)} is here is not known" if told.unknown else "the portion is not set"
    if told.pieces is None:
        return Standing(x, None, None, None, Stands.UNKNOWN, lacks)
    because = f"{told.first_out} runs out first"
    if not told.unknown:
        return Standing(x, told.pieces, told.pieces, told.pieces, _stands(x, told.pieces, 0.0), because=because)
    if _stands(x, told.pieces, 0.0) is (Stands.MET if x.at_most else Stands.OUT):
        # What is not known of can only make it fewer.
        return Standing(x, told.pieces, 0.0, told.pieces, Stands.MET if x.at_most else Stands.OUT, because=because)
    return Standing(x, None, None, None, Stands.UNKNOWN, lacks)


def _stands(x: Limit, value: float, half: float) -> Stands:
    if (value > x.value) if x.at_most else (value < x.value):
        return Stands.OUT
    sure = value + half <= x.value if x.at_most else value - half >= x.value
    return Stands.MET if sure else Stands.UNSURE


def _lacks(lines: tuple[str, ...], x: Limit, loss: Loss | None) -> str:
    if lines:
        return f"amount of {', '.join(lines)} unknown"
    return "no bake loss is known" if x.per == "100 g" and loss is None else "the portion is not set"


def _sd_share(lines: tuple[Line, ...], key: str, region: str) -> float:
    """One sd of a figure as a share of it: each ingredient's part of it with its own confidence."""

    def part(x: Line) -> float:
        if key in EXTRA:
            return EXTRA[key](x)
        if key == "kcal":
            return (x.grams or 0.0) * kcal_per_100g(x.ingredient, region)
        return (x.grams or 0.0) * float(getattr(x.ingredient.parts, PART[key]))

    whole = sum(part(x) for x in lines)
    if whole <= 0.0:
        return 0.0
    return math.sqrt(sum((part(x) * SD_SHARE[x.ingredient.confidence]) ** 2 for x in lines)) / whole
