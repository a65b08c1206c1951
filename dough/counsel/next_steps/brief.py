"""A brief's limits as the ladder sees them: no proposal goes further beyond one that must hold, and what is beyond
weighs like a miss."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from dough.accounts.brief import Standing, Stands, standings
from dough.accounts.cost import Price
from dough.accounts.formula import Draft
from dough.accounts.label import Loss
from dough.bake.contract import Forecast
from dough.bake.loss import forecast_loss
from dough.facts.limits import Limit
from dough.facts.regions import USUAL

#: A limit this far beyond, as a share of it, weighs as one clear miss: where it must hold, and where rather.
MUST_SHARE, RATHER_SHARE = 0.02, 0.10
#: Rounding to what a bench weighs may put a figure beyond by this share.
SLACK = 0.002


@dataclass(frozen=True, slots=True)
class Brief:
    """The limits a proposal is held to, how energy is counted, and what ingredients cost by id."""

    limits: tuple[Limit, ...] = ()
    region: str = USUAL
    prices: Mapping[str, Price] = field(default_factory=dict)

    def standings(self, draft: Draft, told: Forecast | None) -> tuple[Standing, ...]:
        """Each limit with its figure; the bake loss is the forecast's."""
        if not self.limits:
            return ()
        loss: Loss | None = None if told is None else forecast_loss(told)
        return standings(self.limits, draft, loss, self.region, self.prices)

    def burden(self, found: tuple[Standing, ...]) -> float:
        """What is beyond, as squared clear misses."""
        return sum((s.beyond / (MUST_SHARE if s.limit.must else RATHER_SHARE)) ** 2 for s in found)

    def allows(self, before: tuple[Standing, ...], after: tuple[Standing, ...]) -> bool:
        """Whether no limit that must hold is further beyond than before. A figure that is known stays known, unless it
        was out by what was known of it alone."""
        return all(
            a.beyond <= b.beyond + SLACK
            and (a.stands is not Stands.UNKNOWN or b.stands in (Stands.UNKNOWN, Stands.OUT))
            for b, a in zip(before, after, strict=True)
            if a.limit.must
        )
