"""Pictures that come in: refused or re-encoded, never kept as they were sent.

Whatever is kept has been decoded and written anew: no metadata (place, camera, time), no hidden payload, bounded size.
"""

from __future__ import annotations

import io
import secrets
import threading
import warnings
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import numpy as np
from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.core.files.uploadhandler import FileUploadHandler
from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from dough.facts.errors import EntryError

Array = np.ndarray[Any, np.dtype[np.float64]]
MAX_BYTES = 15_000_000
#: The largest upload there is: a dough's file.
MOST_SENT = 60_000_000
#: What a camera's JPEG may have: it is decoded at a fraction of its size. Other formats are decoded whole.
MAX_PIXELS, MAX_WHOLE_PIXELS = 64_000_000, 24_000_000
#: Longest edge kept; a phone's picture of the sheet still has some seven pixels a mm.
LONGEST = 2200
LEAST_EDGE = 400
FORMATS = ("JPEG", "PNG", "WEBP")
QUALITY = 92
#: What a camera can have, as for a 35 mm frame.
FOCAL_MM = (10.0, 300.0)


#: Held while a picture is decoded and measured: each takes some hundred megabytes.
turn = threading.RLock()


class CappedUpload(FileUploadHandler):
    """Stops a request that is larger than any picture before it is written anywhere."""

    def handle_raw_input(self, input_data: Any, META: Any, content_length: int, *rest: Any, **more: Any) -> None:  # noqa: N803
        path = self.request.path if self.request is not None else ""
        if content_length > (MAX_BYTES + 100_000 if path.endswith(("/photos", "/trays")) else MOST_SENT):
            raise RequestDataTooBig("too big")

    def receive_data_chunk(self, raw_data: bytes, start: int) -> bytes:
        return raw_data

    def file_complete(self, file_size: int) -> None:
        return None


def opened(data: bytes) -> Array:
    """A sent picture, coded 0 to 1, shape (rows, columns, 3), the right way up and no larger than is of use.

    Raises EntryError with what to do instead.
    """
    if len(data) > MAX_BYTES:
        raise EntryError("photo", f"The picture is larger than {MAX_BYTES // 1_000_000} MB. Send a smaller copy.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(io.BytesIO(data), formats=FORMATS)
            most = MAX_PIXELS if image.format == "JPEG" else MAX_WHOLE_PIXELS
            if image.width * image.height > most:
                raise EntryError(
                    "photo", f"The picture has over {most // 1_000_000} million pixels. Send a smaller copy."
                )
            if min(image.size) < LEAST_EDGE:
                raise EntryError(
                    "photo", f"The picture is too small ({image.width} × {image.height} pixels) to measure on."
                )
            image.draft("RGB", (LONGEST, LONGEST))
            image.load()
    except EntryError:
        raise
    except (UnidentifiedImageError, Image.DecompressionBombError, Image.DecompressionBombWarning, OSError, ValueError,
            SyntaxError) as error:  # fmt: skip
        raise EntryError("photo", "That can't be read as a picture. Send a JPEG, PNG or WebP.") from error
    image.thumbnail((LONGEST, LONGEST))
    upright = ImageOps.exif_transpose(image).convert("RGB")
    return np.asarray(upright, dtype=float) / 255.0


def focal_35_mm(data: bytes) -> float | None:
    """The focal length a camera wrote into a picture, as for a 35 mm frame; None where it wrote none."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            written = Image.open(io.BytesIO(data), formats=FORMATS).getexif().get_ifd(ExifTags.IFD.Exif)
            focal = float(written.get(ExifTags.Base.FocalLengthIn35mmFilm, 0))
    except Exception:  # whatever a file says there, it is only a hint
        return None
    return focal if FOCAL_MM[0] <= focal <= FOCAL_MM[1] else None


def keep(picture: Array) -> str:
    """Write a picture as a fresh JPEG; its name in the data folder."""
    folder = _folder()
    name = f"{secrets.token_hex(16)}.jpg"
    image = Image.fromarray(np.round(255.0 * np.clip(picture, 0.0, 1.0)).astype(np.uint8))
    image.save(folder / name, format="JPEG", quality=QUALITY)
    return name


def forget(name: str) -> None:
    """Take away a picture and what was kept beside it."""
    for each in (name, sheet_name(name)):
        (_folder() / Path(each).name).unlink(missing_ok=True)


@contextmanager
def kept_with_the_row(name: str) -> Iterator[None]:
    """Take the files away again when what is done beside them fails."""
    try:
        yield
    except BaseException:
        forget(name)
        raise


def kept(name: str) -> bytes:
    """The bytes of a kept picture. Raises EntryError when the file is gone."""
    try:
        return (_folder() / Path(name).name).read_bytes()
    except OSError as error:
        raise EntryError("photo", "The picture's file is no longer in the data folder.") from error


def sheet_name(name: str) -> str:
    """The straightened picture beside a kept one."""
    return name.replace(".jpg", "-sheet.jpg")


def keep_sheet(name: str, sheet: Array) -> None:
    """Write the straightened picture beside a kept one."""
    image = Image.fromarray(np.round(255.0 * np.clip(sheet, 0.0, 1.0)).astype(np.uint8))
    image.save(_folder() / sheet_name(name), format="JPEG", quality=85)


def _folder() -> Path:
    folder: Path = settings.DATA / "photos"
    folder.mkdir(parents=True, exist_ok=True)
    return folder
