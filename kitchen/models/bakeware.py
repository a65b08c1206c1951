"""What dough is shaped, portioned and baked with: trays, tins, cutters, scoops."""

from __future__ import annotations

from kitchen.models.furnishing import Furnishing, figure, words


class Tray(Furnishing):
    """A tray with its liner. conductance is relative to a light aluminium sheet with paper; null: its material's."""

    width_mm = figure()
    depth_mm = figure()
    usable_width_mm = figure()
    usable_depth_mm = figure()
    material = words(20)
    conductance = figure()
    liner = words(20)
    how_many = figure()


class Tin(Furnishing):
    """A form to bake in."""

    outline = words(20)
    width_mm = figure()
    depth_mm = figure()
    height_mm = figure()
    how_many = figure()


class Cutter(Furnishing):
    """A cutter, by its outline and size."""

    outline = words(20)
    width_mm = figure()
    depth_mm = figure()
    area_cm2 = figure()
    how_many = figure()


class Scoop(Furnishing):
    """A scoop: by its number, its volume, or what it drops."""

    number = figure()
    volume_ml = figure()
    measured_g = figure()
