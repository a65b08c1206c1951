"""Photos: the card to print, a picture taken in and measured, outlines corrected."""

from __future__ import annotations

from dataclasses import replace
from statistics import fmean, pstdev

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Form, Router, Status, UploadedFile
from pydantic import BaseModel, Field

from dough.bake.intake import NoCase
from dough.facts.errors import EntryError
from dough.photo import card
from dough.photo.measure import Outline
from dough.photo.sheet import BAR_MM, Beside
from kitchen.actions.add_photo import AddPhoto, CorrectOutlines, Taken, frame_of, photo_for_reading
from kitchen.api.errors import PROBLEMS
from kitchen.api.photos.frame import framed
from kitchen.api.preview.schemas import Point
from kitchen.documents.base import Strict
from kitchen.models import Photo
from kitchen.photos import pictures
from kitchen.photos.simulated_camera import SEEN_AS_MM, taken
from kitchen.photos.simulated_tray import tray_taken
from kitchen.prints.photo_card import card_pdf
from kitchen.reading.doughs import dough_for_reading, name_of, style_of
from kitchen.reading.kit import card_bar_mm, dough_setting

router = Router(tags=["photos"])
dough_router = Router(tags=["photos"])
KEY = r"^[A-Za-z0-9-]{8,64}$"


class OutlineDoc(Strict):
    """An ellipse on the sheet, mm; counts says whether it enters the means."""

    x: float = Field(ge=-1000, le=1000)
    y: float = Field(ge=-1000, le=1000)
    rx: float = Field(ge=0, le=1000)
    ry: float = Field(ge=0, le=1000)
    turned: float = Field(default=0.0, ge=-720, le=720)
    counts: bool = True


class PhotoCookieOut(BaseModel):
    """One cookie: outline in mm on the sheet, L*a*b* of rim and middle, evenness in L*, cracks in percent of the
    middle; state whole, touching or broken."""

    outline: OutlineDoc
    edge: list[Point]
    diameter_mm: float
    roundness: float
    rim: list[float]
    middle: list[float]
    evenness: float
    cracks: float
    state: str
    counts: bool
    by_hand: bool


class PhotoMeansOut(BaseModel):
    """Means over the cookies that count, with the standard deviation of width; no shades off a tray without a card."""

    count: int
    diameter_mm: float
    diameter_sd: float
    roundness: float
    l_rim: float | None
    l_middle: float | None
    evenness: float
    cracks: float


class PhotoOut(BaseModel):
    """A photo measured: the sheet or tray is wide_mm × deep_mm. One of a tray has no patches to go by, and its shades
    only compare its cookies with one another."""

    id: int
    revision: int
    simulated: bool
    picture: str
    sheet: str
    added_by: str
    per_mm: float
    patch_error: float | None
    light: float
    wide_mm: float
    deep_mm: float
    on_tray: bool
    notes: list[str]
    cookies: list[PhotoCookieOut]
    means: PhotoMeansOut | None


class OutlinesIn(Strict):
    revision: int
    outlines: list[OutlineDoc] = Field(max_length=80)


class SimulatedIn(Strict):
    """Take a picture with the simulated camera: of so many pieces on the card, or of a whole tray."""

    key: str = Field(pattern=KEY)
    pieces: int = Field(default=6, ge=1, le=12)
    tray: bool = False


@router.get("/photo-card.pdf", response={200: None, **PROBLEMS})
def photo_card(request: HttpRequest) -> HttpResponse:
    """The card to print."""
    answer = HttpResponse(card_pdf(), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="photo-card.pdf"'
    return answer


@dough_router.post("/{dough_id}/photos", response={201: PhotoOut, **PROBLEMS})
def add_photo(
    request: HttpRequest, dough_id: int, key: Form[str], photo: File[UploadedFile], tray: Form[str] = ""
) -> Status[PhotoOut]:
    """Take a picture in: re-encoded, measured on the card, or on a tray where tray says (a FramedTray as JSON) where it
    is. The same key twice adds it once."""
    frame = framed(tray)
    if not 8 <= len(key) <= 64:
        raise EntryError("key", "The picture came without its key. Choose it again.")

    def taken_in() -> Taken:
        data = photo.read(pictures.MAX_BYTES + 1)
        beside = Beside(card_bar_mm(), pictures.focal_35_mm(data), _height_mm(dough_id))
        return Taken(pictures.opened(data), beside, frame)

    action = AddPhoto(actor=request.user, now=timezone.now(), dough_id=dough_id, key=key, picture=taken_in)
    return Status(201, photo_out(action.execute()))


@dough_router.post("/{dough_id}/photos/simulated", response={201: PhotoOut, **PROBLEMS})
def simulate(request: HttpRequest, dough_id: int, payload: SimulatedIn) -> Status[PhotoOut]:
    """A picture from the simulated camera of what the draft would bake."""

    def picture() -> Taken:
        dough = dough_for_reading(dough_id)
        case = dough_setting(dough, style_of(dough)).case()
        if isinstance(case, NoCase):
            raise EntryError("photo", f"There is no forecast to photograph. {case.because}")
        count = 1000 * dough_id + Photo.objects.filter(dough=dough).count()
        beside = Beside(BAR_MM, SEEN_AS_MM, _height_mm(dough_id))
        if payload.tray:
            shot, frame = tray_taken(case, dough_id, "middle", count)
            return Taken(shot, replace(beside, focal_35_mm=None), frame)
        return Taken(taken(case, payload.pieces, count), beside)

    action = AddPhoto(
        actor=request.user, now=timezone.now(), dough_id=dough_id, key=payload.key, picture=picture, simulated=True
    )
    return Status(201, photo_out(action.execute()))


@router.get("/photos/{photo_id}", response={200: PhotoOut, **PROBLEMS})
def photo(request: HttpRequest, photo_id: int) -> PhotoOut:
    return photo_out(photo_for_reading(photo_id))


@router.put("/photos/{photo_id}/outlines", response={200: PhotoOut, **PROBLEMS})
def correct(request: HttpRequest, photo_id: int, payload: OutlinesIn) -> PhotoOut:
    """Measure anew inside outlines drawn by hand."""
    outlines = tuple(Outline(o.x, o.y, o.rx, o.ry, o.turned) for o in payload.outlines)
    action = CorrectOutlines(
        actor=request.user, now=timezone.now(), photo_id=photo_id, revision=payload.revision, outlines=outlines,
        counts=tuple(o.counts for o in payload.outlines),
    )  # fmt: skip
    return photo_out(action.execute())


@router.get("/photos/{photo_id}/picture", response={200: None, **PROBLEMS})
def photo_picture(request: HttpRequest, photo_id: int) -> HttpResponse:
    """The picture as it was taken in."""
    return _jpeg(pictures.kept(photo_for_reading(photo_id).name))


@router.get("/photos/{photo_id}/sheet", response={200: None, **PROBLEMS})
def photo_sheet(request: HttpRequest, photo_id: int) -> HttpResponse:
    """The sheet from above, light and camera taken out."""
    return _jpeg(pictures.kept(pictures.sheet_name(photo_for_reading(photo_id).name)))


def _height_mm(dough_id: int) -> float | None:
    """How tall the forecast has the dough's cookies; None where it says nothing."""
    dough = dough_for_reading(dough_id)
    cookie = dough_setting(dough, style_of(dough)).cookie()
    return None if cookie is None else cookie.height_mm


def _jpeg(data: bytes) -> HttpResponse:
    answer = HttpResponse(data, content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


def photo_out(p: Photo) -> PhotoOut:
    tray = frame_of(p)
    on_tray = tray is not None
    cookies = [
        PhotoCookieOut.model_validate({**c, "outline": {**c["outline"], "counts": c["counts"]}})
        for c in p.result["cookies"]
    ]
    return PhotoOut(
        id=p.pk, revision=p.revision, simulated=p.simulated, picture=f"/api/photos/{p.pk}/picture",
        sheet=f"/api/photos/{p.pk}/sheet", added_by=name_of(p.added_by), per_mm=p.result["per_mm"],
        patch_error=None if on_tray else p.result["patch_error"],
        wide_mm=tray.wide_mm if tray else card.WIDTH, deep_mm=tray.deep_mm if tray else card.HEIGHT, on_tray=on_tray,
        light=p.result["light"], notes=p.result["notes"], cookies=cookies,
        means=_means([c for c in cookies if c.counts], on_tray),
    )  # fmt: skip


def _means(cookies: list[PhotoCookieOut], on_tray: bool) -> PhotoMeansOut | None:
    if not cookies:
        return None
    widths = [c.diameter_mm for c in cookies]
    return PhotoMeansOut(
        count=len(cookies), diameter_mm=fmean(widths), diameter_sd=pstdev(widths),
        roundness=fmean(c.roundness for c in cookies), l_rim=None if on_tray else fmean(c.rim[0] for c in cookies),
        l_middle=None if on_tray else fmean(c.middle[0] for c in cookies), evenness=fmean(c.evenness for c in cookies),
        cracks=fmean(c.cracks for c in cookies),
    )  # fmt: skip
