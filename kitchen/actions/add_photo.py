"""Photos of bakes: taken in and measured; outlines corrected."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict, dataclass, replace
from typing import Any

import numpy as np
from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from dough.photo.measure import Outline, PhotoReading, read_outlines, read_photo
from dough.photo.sheet import Beside, Sheet, look
from dough.photo.tray import TrayFrame, look_at_tray
from kitchen.actions.base import Before, Done, LongAction
from kitchen.actions.rights import Right
from kitchen.models import Photo
from kitchen.photos import pictures
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.kit import card_bar_mm

MOST_PHOTOS = 500
Array = np.ndarray[Any, np.dtype[np.float64]]


@dataclass(frozen=True, slots=True)
class Taken:
    """A picture, what is known beside it, and where the tray is in it: None where the card is the scale."""

    picture: Array
    beside: Beside
    tray: TrayFrame | None = None

    def sheet(self) -> Sheet:
        """What lies in it, from above. Raises EntryError as ``look`` and ``look_at_tray``."""
        return look(self.picture) if self.tray is None else look_at_tray(self.picture, self.tray)


@dataclass(frozen=True, slots=True)
class Measured:
    """A picture with what was read off it."""

    taken: Taken
    sheet: Sheet
    reading: PhotoReading


@dataclass(frozen=True, kw_only=True)
class AddPhoto(LongAction[Photo, "Measured | None"]):
    """A picture sent, or drawn by the simulated camera; it is decoded only when its turn has come. The same key sent
    again answers with the photo there is."""

    right = Right.RECORD

    dough_id: int
    key: str
    picture: Callable[[], Taken]
    simulated: bool = False

    def work_out(self) -> Measured | None:
        with pictures.turn:
            if self._there() is not None:
                return None
            taken = self.picture()
            sheet = taken.sheet()
            return Measured(taken, sheet, read_photo(sheet, taken.beside))

    def settle(self, cook: User, found: Measured | None) -> Done[Photo] | Before[Photo]:
        again = self._there()
        if again is not None:
            return Before(again)
        if found is None:
            raise MissingError("That photo has just been taken away. Send it again.")
        picture = found.taken.picture
        name = pictures.keep(picture)
        # Where the row does not come to be, the files must not stay.
        with pictures.kept_with_the_row(name):
            pictures.keep_sheet(name, found.sheet.coded)
            photo = Photo.objects.create(
                dough_id=self.dough_id, key=self.key, name=name, width=picture.shape[1], height=picture.shape[0],
                simulated=self.simulated, result=as_document(found.reading, found.taken.tray), added_at=self.now,
                added_by=cook,
            )  # fmt: skip
        return Done(photo, photo, f"added photo {photo.pk}", photo.dough)

    def _there(self) -> Photo | None:
        """The photo this key has brought already; None where there is room for a new one."""
        dough = dough_for_reading(self.dough_id)
        again = Photo.objects.filter(key=self.key).first()
        if again is not None and again.dough_id != dough.pk:
            raise EntryError("key", "That picture was sent for another dough. Choose it again here.")
        if again is None and Photo.objects.filter(dough=dough).count() >= MOST_PHOTOS:
            raise EntryError("photo", f"{MOST_PHOTOS} photos are kept of this dough; that is the most.")
        return again


@dataclass(frozen=True, kw_only=True)
class CorrectOutlines(LongAction[Photo, dict[str, Any]]):
    """Outlines drawn by hand, and which of them count; the picture is measured anew inside them."""

    right = Right.RECORD

    photo_id: int
    revision: int
    outlines: tuple[Outline, ...]
    counts: tuple[bool, ...]

    def work_out(self) -> dict[str, Any]:
        photo = photo_for_reading(self.photo_id)
        with pictures.turn:
            taken = Taken(pictures.opened(pictures.kept(photo.name)), beside_of(photo), frame_of(photo))
            reading = read_outlines(taken.sheet(), list(self.outlines), taken.beside)
        document = as_document(reading, taken.tray)
        for cookie, counts in zip(document["cookies"], self.counts, strict=True):
            cookie["counts"] = counts
        return document

    def settle(self, cook: User, found: dict[str, Any]) -> Done[Photo]:
        photo = photo_for_reading(self.photo_id)
        if photo.revision != self.revision:
            raise EntryError("revision", "Someone corrected this photo's outlines meanwhile. Look at theirs first.")
        photo.result, photo.revision = found, self.revision + 1
        photo.save(update_fields=["result", "revision"])
        return Done(photo, photo, f"corrected the outlines of photo {photo.pk}", photo.dough)


def beside_of(photo: Photo) -> Beside:
    """What is known beside a photo by now: the card's bar may have been measured since."""
    was = Beside(**photo.result.get("beside", {}))
    return was if photo.simulated else replace(was, bar_mm=card_bar_mm())


def frame_of(photo: Photo) -> TrayFrame | None:
    """Where the tray is in a photo; None for one on the card."""
    tray = photo.result.get("tray")
    return (
        None if tray is None else TrayFrame(tuple((x, y) for x, y in tray["corners"]), tray["wide_mm"], tray["deep_mm"])
    )


def photo_for_reading(photo_id: int) -> Photo:
    """A photo of a dough that is not deleted. Raises MissingError."""
    found = Photo.objects.filter(pk=photo_id, dough__deleted_at=None).select_related("added_by").first()
    if found is None:
        raise MissingError("There is no such photo.")
    return found


def as_document(reading: PhotoReading, tray: TrayFrame | None = None) -> dict[str, Any]:
    """A reading as it is stored."""
    return {**asdict(reading), "tray": None if tray is None else asdict(tray)}
