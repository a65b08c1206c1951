"""Deliveries of ingredients."""

from __future__ import annotations

from django.db import models

from kitchen.models.furnishing import Furnishing, figure, words


class Lot(Furnishing):
    """One delivery of an ingredient: how much came, what its certificate says and what a pack of it cost."""

    ingredient = words(40)
    code = words()
    supplier = words()
    arrived_on = models.DateField(null=True, blank=True)
    use_by = models.DateField(null=True, blank=True)
    came_g = figure()
    protein_pct = figure()
    moisture_pct = figure()
    ash_pct = figure()
    absorption_pct = figure()
    fat_pct = figure()
    ph = figure()
    season = words(10)
    solids_pct = figure()
    pack_g = figure()
    pack_price = figure()
    waste_pct = figure()
