"""What a measure of a bake is called: the attributes of a target, and what else is read."""

from __future__ import annotations

from dough.facts.cookie import BY_KEY

#: Name, unit and digits shown, by measure.
LABELS = {k: (a.label, a.unit, a.digits) for k, a in BY_KEY.items()} | {
    "loss_pct": ("Bake loss", "%", 1), "core_c": ("Core", "°C", 0), "l_rim": ("Rim shade", "L*", 0),
    "l_middle": ("Middle shade", "L*", 0), "l_base": ("Base shade", "L*", 0),
}  # fmt: skip
