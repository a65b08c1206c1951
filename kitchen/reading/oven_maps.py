"""What photographed trays say of an oven, shelf by shelf."""

from __future__ import annotations

from dough.bake.contract import BakeCase
from dough.facts.errors import EntryError
from dough.photo.sheet import NOTHING, Array, Beside
from dough.photo.tray import TrayFrame, read_tray
from dough.plan.oven_map import OvenMap, PerKelvin, Tray, TrayCookie, oven_map, per_kelvin, shelves_said
from kitchen.models import Oven, OvenTray
from kitchen.reading.doughs import MissingError, dough_for_reading, style_of
from kitchen.reading.kit import dough_setting

#: Trays counted for one shelf, the newest: an oven is mended, moved, and grows old.
MOST_TRAYS = 6


def oven_for_reading(oven_id: int) -> Oven:
    """An oven that is in use. Raises MissingError."""
    found = Oven.objects.filter(pk=oven_id, retired_at=None).first()
    if found is None:
        raise MissingError("There is no such oven.")
    return found


def trays_of(oven: Oven) -> list[OvenTray]:
    """Its trays that count, oldest first."""
    return list(oven.mapped.filter(retired_at=None).select_related("who", "dough"))


def maps_of(oven: Oven) -> dict[str, OvenMap]:
    """A map for each shelf of which a tray was photographed."""
    by_shelf: dict[str, list[OvenTray]] = {}
    for row in trays_of(oven):
        by_shelf.setdefault(row.shelf, []).append(row)
    return {shelf: oven_map([tray_of(r) for r in rows[-MOST_TRAYS:]]) for shelf, rows in by_shelf.items()}


def shelves_of(oven: Oven) -> tuple[str, ...]:
    """Which shelf is hotter, of those that baked the dough that was mapped last."""
    rows = trays_of(oven)
    if not rows:
        return ()
    by_shelf: dict[str, list[Tray]] = {}
    for row in rows:
        if row.dough_id == rows[-1].dough_id:
            by_shelf.setdefault(row.shelf, []).append(tray_of(row))
    return shelves_said(by_shelf)


def tray_of(row: OvenTray) -> Tray:
    """A row as the core's tray."""
    return Tray(tuple(TrayCookie(**c) for c in row.cookies), PerKelvin(**row.kelvin))


def case_of(dough_id: int) -> BakeCase:
    """What a dough bakes. Raises EntryError where the model can't say: a map needs to know what a kelvin does."""
    dough = dough_for_reading(dough_id)
    case = dough_setting(dough, style_of(dough)).case()
    if not isinstance(case, BakeCase):
        raise EntryError("dough_id", f"There is no forecast of that dough, so its shades say nothing. {case.because}")
    return case


def tray_seen(case: BakeCase, picture: Array, frame: TrayFrame, beside: Beside = NOTHING) -> Tray:
    """A photographed tray of a dough, its cookies by their places from −1 to 1. Raises EntryError as ``read_tray``."""
    cookies = tuple(
        TrayCookie(
            2.0 * c.across_mm / frame.wide_mm - 1.0, 2.0 * c.deep_mm / frame.deep_mm - 1.0, c.shade_l, c.width_mm
        )
        for c in read_tray(picture, frame, beside)
    )
    return Tray(cookies, per_kelvin(case))
