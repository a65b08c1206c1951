"""What most questions come with: a draft, the style it is judged as, and the dough it is of."""

from __future__ import annotations

from pydantic import Field

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.draft.check import check_draft
from dough.facts.packings import USUAL_PACKING
from dough.facts.styles import Style, style
from kitchen.documents.base import Strict
from kitchen.documents.draft import DraftDoc
from kitchen.reading.kit import eaten_of, setting_of

#: Greatest number of a row, and of a revision, that the database holds.
MAX_ID = 2**31 - 1


class EatenDoc(Strict):
    """When and from what a cookie is to be eaten; hours empty is fresh."""

    hours: float | None = Field(default=None, ge=0, le=1440)
    packing: str = Field(default=USUAL_PACKING, max_length=20)


class Asked(Strict):
    """style empty: the nearest one. Oven and tray are the draft's, by id; dough_id says whose habits are known. eaten
    empty: as the dough's kept target says."""

    draft: DraftDoc
    style: str = Field(default="", max_length=20)
    dough_id: int | None = Field(default=None, ge=0, le=MAX_ID)
    eaten: EatenDoc | None = None

    def chosen(self) -> Style | None:
        """The named style. Raises EntryError for one that is not known."""
        return style(self.style) if self.style else None

    def setting(self) -> Setting:
        """The draft where it is to be baked. Raises EntryError(s) for a draft that can't be kept."""
        draft = self.draft.to_core()
        check_draft(draft)
        return self.place(draft)

    def place(self, draft: Draft) -> Setting:
        """Another draft, or this one edited, in the oven and on the tray it names."""
        when = None if self.eaten is None else eaten_of(self.eaten.hours, self.eaten.packing)
        return setting_of(draft, self.chosen(), self.dough_id, when)
