"""The simulated camera over a whole tray: an oven of its own, hotter here than there, that nobody tells the map of."""

from __future__ import annotations

import zlib
from dataclasses import replace

import numpy as np

from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.intake import bake_inputs
from dough.bake.model import end_values
from dough.facts.colour import crust_lab
from dough.facts.scatter import USUAL
from dough.photo.camera import Camera, Ground, SceneCookie, picture
from dough.photo.tray import TrayFrame
from kitchen.photos.pictures import Array
from kitchen.photos.simulated_camera import HIDDEN

WIDE_MM, DEEP_MM = 400.0, 300.0
#: Cookies across and deep at most, and room between their middles beside their width.
MOST, ROOM = (5, 4), 1.12
LINER_LAB, METAL_LAB = (90.0, 0.0, 3.0), (62.0, 0.0, 2.0)
MARGIN_MM = 40.0


def tray_taken(case: BakeCase, oven: int, shelf: str, count: int) -> tuple[Array, TrayFrame]:
    """A picture of a tray of a case, and where the tray is in it. Each count bakes anew; oven and
    shelf are as they are."""
    there = np.random.default_rng([oven, zlib.crc32(shelf.encode())])
    slope_x, slope_y, spot = there.uniform(-8, 8), there.uniform(-10, 10), there.uniform(0, 8)
    rng = np.random.default_rng([oven, zlib.crc32(shelf.encode()), count])
    hidden = replace(case, taught=HIDDEN)
    width = float(end_values(bake([bake_inputs(hidden)], learned=[HIDDEN.learned]), [HIDDEN])["diameter_mm"][0])
    across = max(min(int((WIDE_MM - 20) / (ROOM * width)), MOST[0]), 2)
    deep = max(min(int((DEEP_MM - 20) / (ROOM * width)), MOST[1]), 2)
    places = [(WIDE_MM * (c + 0.5) / across, DEEP_MM * (r + 0.5) / deep) for r in range(deep) for c in range(across)]
    heat = [
        slope_x * (2 * x / WIDE_MM - 1) + slope_y * (2 * y / DEEP_MM - 1)
        + spot * np.exp(-(((x - 80) / 90) ** 2) - ((y - 60) / 90) ** 2)
        for x, y in places
    ]  # fmt: skip
    cases = [replace(hidden, heat=replace(case.heat, oven_c=case.heat.oven_c + float(k))) for k in heat]
    ends = end_values(
        bake([bake_inputs(c) for c in cases], learned=[HIDDEN.learned] * len(cases)), [HIDDEN] * len(cases)
    )
    raw = float(case.makeup.raw_l)
    cookies = []
    for i, (x, y) in enumerate(places):
        light = USUAL["crust_l"] * float(rng.normal())
        rim, middle = (crust_lab(float(np.clip(ends[k][i] + light, 16.0, 94.0)), raw) for k in ("l_rim", "l_middle"))
        size = float(ends["diameter_mm"][i]) * (1.0 + USUAL["diameter_mm"] * float(rng.normal()))
        cookies.append(SceneCookie(x, y, size, 0.97, float(rng.uniform(0, 180)), 10.0, rim, middle, 0.01))
    camera = Camera(
        1280, 960, 700.0, float(rng.uniform(-4, 4)), float(rng.uniform(-4, 4)), float(rng.uniform(-3, 3)),
        float(rng.uniform(-0.2, 0.2)), float(rng.uniform(-0.2, 0.2)),
    )  # fmt: skip
    ground = Ground(WIDE_MM, DEEP_MM, LINER_LAB, METAL_LAB, MARGIN_MM)
    shot = picture(tuple(cookies), camera, rng, ground)
    return shot, TrayFrame(tuple(ground.corners(camera)), WIDE_MM, DEEP_MM)
