"""pH for the evidence recipes by the leavening account, from bake inputs instead of real lines."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.leavening import SODA_G_PER_MEQ, dough_ph
from dough.bake.inputs import BakeInputs

#: Acid of flour, meq per g (0.22 g of soda for 100 g), and buffers, meq per pH and g.
FLOUR_MEQ = 0.0022 / SODA_G_PER_MEQ
BUFFERS = {"flour_g": 0.020, "egg_white_g": 0.030, "egg_yolk_g": 0.040, "milk_solids_g": 0.22, "other_g": 0.20}


def with_ph(x: BakeInputs) -> BakeInputs:
    """The same input with its pH worked out as the app does."""
    per_100 = 100.0 / x.flour_g
    net = (x.soda_g / SODA_G_PER_MEQ - x.acid_meq - FLOUR_MEQ * x.flour_g) * per_100
    buffers = sum(share * getattr(x, name) for name, share in BUFFERS.items()) * per_100
    return replace(x, ph=dough_ph(net, buffers))
