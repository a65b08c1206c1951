"""Where a tray lies in a picture, as a browser says it."""

from __future__ import annotations

from pydantic import Field, ValidationError

from dough.facts.errors import EntryError
from dough.photo.tray import TrayFrame
from kitchen.documents.base import Strict


class Corner(Strict):
    """A corner of the tray in the picture, as shares of its width and height."""

    x: float = Field(ge=0, le=1)
    y: float = Field(ge=0, le=1)


class FramedTray(Strict):
    """The tray's corners (back left, back right, front right, front left), and how wide and deep it is inside them,
    mm."""

    corners: list[Corner] = Field(min_length=4, max_length=4)
    wide_mm: float = Field(gt=0, le=2000)
    deep_mm: float = Field(gt=0, le=2000)

    def frame(self) -> TrayFrame:
        """The core's."""
        return TrayFrame(tuple((c.x, c.y) for c in self.corners), self.wide_mm, self.deep_mm)


def framed(said: str) -> TrayFrame | None:
    """What a form says beside a picture, as JSON; None for nothing. Raises EntryError for what isn't a tray."""
    if not said:
        return None
    try:
        return FramedTray.model_validate_json(said).frame()
    except ValidationError as error:
        raise EntryError("tray", "The picture came without its corners or size. Say them again.") from error
