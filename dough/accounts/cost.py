"""What a batch and a piece cost, by the prices of what was last delivered. What has no price leaves the cost at least
so much; water costs nothing."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from dough.accounts.formula import Draft
from dough.accounts.label import made_of


@dataclass(frozen=True, slots=True)
class Price:
    """What an ingredient costs: money per kg as bought, and the share of it that is thrown away, percent (0 where
    nobody said: what is bought is used)."""

    per_kg: float
    waste_pct: float = 0.0

    @property
    def per_used_g(self) -> float:
        """Money for a gram that ends in the bowl."""
        return self.per_kg / 1000.0 / (1.0 - self.waste_pct / 100.0)


#: A price that moved by less than this share is told as the same.
SAME_PRICE = 0.01


def dearer(was: Price, now: Price, money: str) -> str:
    """What became of a price, for what ends in the bowl: “12 % dearer than the one before: 2.1 to 2.35 EUR a kg”."""
    before, after = (1000.0 * p.per_used_g for p in (was, now))
    share = after / before - 1.0 if before > 0 else math.inf
    if abs(share) < SAME_PRICE:
        return f"As dear as the one before: {after:.3g} {money} a kg in the bowl."
    by = f"{100.0 * abs(share):.0f} % " if math.isfinite(share) else ""
    word = "dearer" if share > 0 else "cheaper"
    return f"{by}{word} than the one before: {before:.3g} to {after:.3g} {money} a kg in the bowl."


@dataclass(frozen=True, slots=True)
class Cost:
    """Money for the lines whose price and amount are known, for the batch and a piece (None: pieces not known), and
    what is missing by name; whole where nothing is."""

    batch: float
    piece: float | None
    missing: tuple[str, ...]

    @property
    def whole(self) -> bool:
        return not self.missing

    def words(self, money: str) -> str:
        """For instance ``A piece costs at least 0.21 EUR: no price for butter``."""
        if self.piece is None:
            least = "" if self.whole else "at least "
            return f"The batch costs {least}{self.batch:.2f} {money}; set a portion to know a piece's."
        if self.batch == 0.0 and not self.whole:
            return "No price is known yet: give deliveries a pack and a price under Kitchen."
        words = f"A piece costs {'' if self.whole else 'at least '}{self.piece:.3g} {money}"
        return words + ("." if self.whole else f": no price for {', '.join(self.missing)}.")


def cost(draft: Draft, prices: Mapping[str, Price]) -> Cost:
    """The cost of a draft by prices of ingredients by id. Dough left in the bowl is paid for by the pieces."""
    known, missing = [], []
    for x in draft.formula.lines:
        if x.ingredient.is_("water"):
            continue
        price = prices.get(x.ingredient_id)
        if price is None or x.grams is None:
            missing.append(x.ingredient.name)
        else:
            known.append(x.grams * price.per_used_g)
    batch, made = math.fsum(known), made_of(draft)
    return Cost(batch, batch / made if made else None, tuple(dict.fromkeys(missing)))
