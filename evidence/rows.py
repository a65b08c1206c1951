"""All evidence as rows of one kind: what is baked, which figure of it, where it should lie, and its family.

Families are what is left out together when the fit is judged on what it has not seen: recipes and styles that are
alike, effects that turn the same lever. The practice table (``practice.py``) is not among them; no fit ever sees it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from dough.accounts.formula import Shape
from dough.bake.batch import Baked, bake
from dough.bake.inputs import BakeInputs
from dough.bake.intake import bake_inputs
from dough.bake.model import with_crust
from dough.bake.outputs import Array, endings
from dough.facts.styles import styles
from evidence import sizes as effects_by_size
from evidence.account import with_ph
from evidence.anchors import RECIPES, anchors
from evidence.effects import BASE, inputs_of
from evidence.judge import LONG, reach
from evidence.kinds import style_inputs, typicals
from evidence.trends import trends

Kind = Literal["value", "ratio", "percent", "by"]
#: How far out of its range (in weighed parts of it) a size of an effect counts in full, and how much of the rest.
NEAR_FAR, BEYOND_FAR = 0.7, 0.4
#: Anchors that weigh more: how a wet dough dries hangs on this one alone.
HEAVY = {("cakey", "middle moisture %"): 5.0}
SURE = {"H": 1.3, "M": 1.0, "L": 0.7}
#: Which recipes and styles are alike.
FAMILY_OF = {
    "snap50": "test bakes", "snap52": "test bakes", "snap12": "test bakes", "wire": "test bakes",
    "rotary": "test bakes", "thin": "thin and lace", "lacy": "thin and lace", "thin_crisp": "thin and lace",
    "ginger": "thin and lace", "thick": "thick and soft", "cakey": "thick and soft", "slab": "thick and soft",
    "drop150": "thick and soft", "crackle": "thick and soft", "short": "short", "rolled": "short", "icebox": "short",
    "piped": "short", "shortbread": "short", "cutout": "short", "slice": "short", "pressed": "short", "wafer": "short",
    "crescent": "short",
}  # fmt: skip
DROPS = "drops"
#: Families of effects by a word in what is changed.
LEVERS = (
    ("warmth", ("°C", "butter", "chill", "rest", "frozen", "dough", "cold", "warm", "shortening", "coconut oil")),
    ("sugar", ("sugar", "honey", "caster", "demerara", "allulose", "erythritol", "brown", "invert")),
    (
        "solids",
        ("flour", "meal", "oats", "cocoa", "coconut", "starch", "wholemeal", "blend", "chips", "salt", "milk pow"),
    ),
    ("egg and liquid", ("egg", "yolk", "white", "milk", "water", "sauce", "banana", "cheese", "aquafaba", "flax")),
)
REST = "gas, oven and size"


@dataclass(frozen=True)
class Row:
    """One figure: the bake, or base and variant, by number; where it should lie; how much it weighs; which way it
    must go (0: not asked)."""

    family: str
    what: str
    at: tuple[int, ...]
    output: str
    kind: Kind
    low: float
    high: float
    weight: float
    sign: int = 0

    def value(self, ends: dict[str, Array]) -> float:
        """What the bakes give."""
        found = ends[self.output]
        if self.kind == "value":
            return float(found[self.at[0]])
        before, after = float(found[self.at[0]]), float(found[self.at[1]])
        if self.kind == "by":
            return after - before
        return after / before if self.kind == "ratio" else 100.0 * (after / before - 1.0)

    def inside(self, value: float) -> bool:
        return self.low <= value <= self.high

    def residuals(self, value: float) -> tuple[float, float]:
        """How far outside, in parts of the range and weighed; and how far on the wrong side of nothing."""
        span = self.high - self.low
        if not math.isfinite(value):
            return 2.0 * self.weight, 0.0
        away = max(self.low + 0.06 * span - value, value - self.high + 0.06 * span, 0.0)
        still = 1.0 if self.kind == "ratio" else 0.0
        wrong = 0.0 if self.sign == 0 else max(0.05 * span - (value - still) * self.sign, 0.0)
        far = away / (0.3 * span)
        if self.kind == "percent":
            # A size that no constant reaches must not drag the ones that can be reached with it.
            far = min(far, NEAR_FAR + BEYOND_FAR * max(far - NEAR_FAR, 0.0))
        return self.weight * min(far, 8.0), 12.0 * self.weight * min(wrong / (0.3 * span), 4.0)


class Evidence:
    """Every row with the bakes it needs."""

    def __init__(self) -> None:
        self.inputs: list[BakeInputs] = []
        self._at: dict[BakeInputs, int] = {}
        self.rows: list[Row] = []
        self._anchors()
        self._trends()
        self._styles()
        self._timing()
        self._slabs()
        self._sizes()
        self._timeline()
        self._laws()

    def _bake(self, x: BakeInputs) -> int:
        if x not in self._at:
            self._at[x] = len(self.inputs)
            self.inputs.append(x)
        return self._at[x]

    def _anchors(self) -> None:
        for a in anchors():
            at = self._bake(with_ph(RECIPES[a.recipe]))
            family = FAMILY_OF.get(a.recipe, DROPS)
            held = 24.0 if a.low <= a.first <= a.high else HEAVY.get((a.recipe, a.what), 1.0)
            weight = SURE[a.confidence] * held if a.fitted else 0.0
            self.rows.append(Row(family, f"{a.recipe}: {a.what}", (at,), a.output, "value", a.low, a.high, weight))

    def _trends(self) -> None:
        for m in trends():
            late = m.output.startswith("core") and m.output.endswith("_min")
            pair = [with_ph(replace(x, minutes=x.minutes * LONG) if late else x) for x in (m.base, m.variant)]
            sign = {"up": 1, "down": -1, "small": 0}[m.direction]
            kind: Kind = "ratio" if m.kind == "ratio" else "by"
            at = tuple(self._bake(x) for x in pair)
            weight = 8.0 if m.direction == "small" else 2.5
            self.rows.append(Row(_lever(m.what), m.what, at, m.output, kind, m.low, m.high, weight, sign))

    def _styles(self) -> None:
        inputs = style_inputs()
        for t in typicals():
            at = self._bake(inputs[t.style])
            family = FAMILY_OF.get(t.style, DROPS)
            self.rows.append(Row(family, f"{t.style}: {t.output}", (at,), t.output, "value", t.low, t.high, 1.2))

    def _timing(self) -> None:
        # A style pulled at its usual earliest is no drier and no darker than usual, at its latest no wetter or paler.
        inputs = style_inputs()
        for s in styles().values():
            family = FAMILY_OF.get(s.id, DROPS)
            for minutes, early in ((s.minutes.low, True), (s.minutes.high, False)):
                at = (self._bake(replace(inputs[s.id], minutes=minutes)),)
                w, crust = s.crumb_moisture_pct, s.crust_l
                spans = [("matrix_whole_pct", *((w, w + 5.0) if early else (0.4 * w, w)))]
                if crust is not None:
                    spans.append(("crust_l", *((crust, crust + 14.0) if early else (crust - 14.0, crust))))
                for output, low, high in spans:
                    what = f"{s.id} at {minutes:g} min: {output}"
                    self.rows.append(Row(family, what, at, output, "value", low, high, 1.0))

    def _slabs(self) -> None:
        # Minutes until the core of a slab of fixed thickness is at 92 °C: conduction worked out (±25 %, M to L).
        for thick, oven, minutes in (
            (8, 180, 5.8),
            (12, 180, 9.4),
            (15, 180, 12.4),
            (20, 180, 18.4),
            (20, 205, 16.3),
            (18, 160, 18.3),
        ):
            slab = replace(
                RECIPES["short"], shape=Shape.SLAB, portion_g=600.0, start_thickness_mm=thick, oven_c=oven,
                minutes=2.0 * minutes, dough_temp_c=18.0,
            )  # fmt: skip
            at = (self._bake(with_ph(slab)),)
            what = f"slab of {thick} mm at {oven} °C"
            self.rows.append(Row("short", what, at, "core92_min", "value", 0.75 * minutes, 1.25 * minutes, 1.0))

    def _sizes(self) -> None:
        bases = style_inputs()
        for r in effects_by_size.sizes():
            if r.output == "best_min":
                continue
            at = (self._bake(bases[r.style]), self._bake(bake_inputs(effects_by_size.applied(r))))
            self.rows.append(
                Row(_lever(r.what), f"{r.style}: {r.what}", at, r.output, r.kind, r.low, r.high, _sure(r.what), r.sign)
            )

    def _timeline(self) -> None:
        # How a 45 g drop widens: onset at 2 to 3 minutes, fast from 3 to 7, over at 7 to 9 (practice, M to L).
        at = (self._bake(inputs_of(BASE)),)
        for output, low, high in (("spread_3", 0.05, 0.5), ("spread_5", 0.45, 0.9), ("set_min", 6.0, 9.0)):
            self.rows.append(Row(DROPS, f"45 g drop: {output}", at, output, "value", low, high, 1.2))

    def _laws(self) -> None:
        # More powder comes out taller and more sugar wider in every kind; how much is judgement (L), the sign is not.
        for name, x in style_inputs().items():
            base = self._bake(x)
            more = self._bake(replace(x, powder_g=x.powder_g + 0.012 * x.flour_g))
            self.rows.append(Row(REST, f"{name}: powder +1.2", (base, more), "height_mm", "percent", 1, 16, 0.6, 1))
            if x.soda_g > 0.008 * x.flour_g and styles()[name].is_drop:
                # Powder of the same gas leaves no alkali: paler.
                swapped = replace(
                    x, soda_g=0.0, powder_g=x.powder_g + 3.6 * x.soda_g, ph=min(x.ph or 7.0, 7.2)
                )  # fmt: skip
                pair = (base, self._bake(swapped))
                self.rows.append(Row(REST, f"{name}: powder for soda", pair, "l_rim", "by", 1, 9, 0.8, 1))
            if styles()[name].is_drop and x.sucrose_g < 1.8 * x.flour_g:
                sweet = self._bake(replace(x, sucrose_g=1.15 * x.sucrose_g, reducing_g=1.15 * x.reducing_g))
                what = f"{name}: sugar +15 %"
                self.rows.append(Row("sugar", what, (base, sweet), "diameter_mm", "percent", 1, 9, 0.6, 1))

    def outcomes(self, numbers: dict[str, float], steps: tuple[int, int] = (96, 24)) -> dict[str, Array]:
        """End values of every bake with a parameter set, shape (bakes,) each."""
        baked = bake(self.inputs, numbers, steps=steps)
        return {**with_crust(baked, endings(baked)), **_extra(baked)}


#: Levers whose size bakers are surest of (confidence H).
SUREST = ("flour", "sugar +", "sugar −", "portion", "butter +", "butter −")


def _sure(what: str) -> float:
    return 1.6 if any(word in what for word in SUREST) and "meal" not in what else 1.1


def _lever(what: str) -> str:
    return next((family for family, words in LEVERS if any(w in what for w in words)), REST)


def _extra(b: Baked) -> dict[str, Array]:
    ends = endings(b)
    mass, loss = np.array([x.portion_g for x in b.inputs]), ends["loss_pct"]
    area = math.pi * ends["diameter_mm"] ** 2 * ends["height_mm"]
    minutes, radius = b.column("t") / 60.0, b.column("radius")
    out = radius[:, b.steps_bake]
    found = {"bulk_g_ml": 4000.0 * mass * (1.0 - loss / 100.0) / area}
    for level in (75, 90, 92, 97):
        found[f"core{level}_min"] = reach(b, level)
    for at in (3, 5):
        then = np.array([np.interp(at, t, r) for t, r in zip(minutes, radius, strict=True)])
        found[f"spread_{at}"] = (then - radius[:, 0]) / np.maximum(out - radius[:, 0], 1e-6)
    return found
