"""A draft where it is to be baked: the one way from a draft to its bake case, and from there to its forecast."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

from dough.accounts.formula import Draft
from dough.accounts.ratios import nearest_style
from dough.bake.contract import BakeCase, Forecast
from dough.bake.intake import Kit, NoCase, bake_case
from dough.bake.model import forecast_or_reason
from dough.facts.cookie import Cookie
from dough.facts.styles import Style

NO_STYLE = "Add flour, sugar and fat to see a forecast."


@dataclass(frozen=True)
class Setting:
    """A draft, the style it is judged as, and the oven, tray and lessons it is baked with.

    chosen is the style a cook has named; held is the one another draft was judged as before this one.
    """

    draft: Draft
    chosen: Style | None
    kit: Kit
    held: Style | None = None

    @classmethod
    def of(cls, draft: Draft, chosen: Style | None = None, kit: Kit | None = None) -> Setting:
        return cls(draft, chosen, kit or Kit())

    @cached_property
    def style(self) -> Style | None:
        """The named style, or the nearest one; None without flour."""
        return self.chosen or self.held or nearest_style(self.draft.formula, self.draft.process.shape)

    def with_draft(self, draft: Draft, kit: Kit | None = None) -> Setting:
        """Another draft in the same place, judged as the same style: what is compared is judged alike."""
        return replace(self, draft=draft, held=self.style, kit=kit or self.kit)

    def case(self) -> BakeCase | NoCase:
        """The bake case, or why there is none yet."""
        return bake_case(self.draft, self.style, self.kit) if self.style else NoCase(NO_STYLE)

    def forecast(self) -> Forecast | NoCase:
        """The forecast, or why there is none."""
        return forecast_or_reason(self.case())

    def cookie(self) -> Cookie | None:
        """The forecast cookie; None without a forecast."""
        answer = self.forecast()
        return None if isinstance(answer, NoCase) else answer.cookie
