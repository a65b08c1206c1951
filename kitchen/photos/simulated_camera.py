"""The simulated camera at the demo's oven: a stand-in, so that a photo can be taken without camera or cookies.

It photographs what a kitchen of its own would bake from the draft: its oven runs colder than it says, its dough
spreads and browns a little differently. None of that is told to the forecast, which has to learn it.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from dough.bake.contract import BakeCase
from dough.bake.derive import Learned
from dough.bake.model import forecast
from dough.bake.taught import Taught
from dough.facts.errors import EntryError
from dough.photo import card
from dough.photo.camera import Camera, picture, scene_of
from dough.photo.sheet import FRAME_MM
from kitchen.photos.pictures import Array

HIDDEN = Taught(Learned(oven_k=-12.0, spread=1.12, drying=0.95, browning=1.05), own=(0.01, -0.03, 0.2, 0.5))
ON_THE_SHEET = 8
#: Its lens, as for a 35 mm frame: from 560 mm the sheet fills 0.88 of a picture's width, four fifths of the diagonal.
SEEN_AS_MM = FRAME_MM * 0.88 * 560.0 * 0.8 / card.WIDTH


def taken(case: BakeCase, pieces: int, seed: int) -> Array:
    """A picture of so many cookies of a case on the card. The same seed takes the same picture."""
    rng = np.random.default_rng(seed)
    baked = forecast(replace(case, taught=HIDDEN))
    if not 25.0 <= baked.ends["diameter_mm"] <= 150.0:
        raise EntryError("photo", "The simulated camera's sheet holds cookies of 25 to 150 mm.")
    view = Camera(
        tilt_x=float(rng.uniform(-6, 6)), tilt_y=float(rng.uniform(-6, 6)), turned=float(rng.uniform(-5, 5)),
        fall_x=float(rng.uniform(-0.25, 0.25)), fall_y=float(rng.uniform(-0.2, 0.2)),
    )  # fmt: skip
    return picture(scene_of(baked, min(pieces, ON_THE_SHEET), rng), view, rng)
