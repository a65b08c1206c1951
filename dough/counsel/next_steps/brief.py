"""A brief's limits as the ladder sees them: no proposal goes further beyond one that must hold, and what is beyond
weighs like a miss."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from dough.accounts.brief import Figured, Standing, Stands, standings
from dough.accounts.cost import Price
from dough.accounts.formula import Draft
from dough.accounts.label import Loss
from dough.accounts.store import Store
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.bake.loss import forecast_loss
from dough.facts.limits import FROM_ELSEWHERE, Limit
from dough.facts.regions import USUAL

#: A limit this far beyond, as a share of it, weighs as one clear miss: where it must hold, and where rather.
MUST_SHARE, RATHER_SHARE = 0.02, 0.10
#: Rounding to what a bench weighs may put a figure beyond by this share.
SLACK = 0.002


@dataclass(frozen=True, slots=True)
class Brief:
    """The limits a proposal is held to, how energy is counted, what ingredients cost by id, how much of each is here,
    and where figures come from that take the whole bake or the whole day (by key; None: they are not known here)."""

    limits: tuple[Limit, ...] = ()
    region: str = USUAL
    prices: Mapping[str, Price] = field(default_factory=dict)
    elsewhere: Callable[[Setting], Mapping[str, Figured]] | None = None
    store: Store = field(default_factory=dict)

    def standings(self, draft: Draft, told: Forecast | None) -> tuple[Standing, ...]:
        """Each limit that composition, price and the forecast's bake loss tell, with its figure."""
        quick = tuple(x for x in self.limits if x.key not in FROM_ELSEWHERE)
        if not quick:
            return ()
        loss: Loss | None = None if told is None else forecast_loss(told)
        return standings(quick, draft, loss, self.region, self.prices, store=self.store)

    def late(self, setting: Setting) -> tuple[Standing, ...]:
        """The others: too dear to ask of every proposal, so only of those that would be made."""
        slow = tuple(x for x in self.limits if x.key in FROM_ELSEWHERE)
        if not slow:
            return ()
        told = self.elsewhere(setting) if self.elsewhere is not None else {}
        return standings(slow, setting.draft, None, self.region, self.prices, told)

    def every(self, setting: Setting, told: Forecast | None) -> tuple[Standing, ...]:
        """All of a brief, in the order in which its limits were set."""
        found = (*self.standings(setting.draft, told), *self.late(setting))
        return tuple(sorted(found, key=lambda s: self.limits.index(s.limit)))

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
