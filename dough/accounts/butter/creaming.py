"""Air beaten into butter and sugar: how much, in how many minutes, and what a weighed cup says about it.

Source: data/creaming.csv and mixers.csv (creamed densities of trade texts with an exponential in time, M to L).
phi is air by volume of the creamed mass. The state the bake starts from is the method's own, moved in proportion.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cache

import numpy as np

from dough.accounts.formula import Formula, Line
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, Role
from dough.facts.tables import rows

#: Densities without air, g/ml: butter, dry sugar; for blending by volume (H).
BUTTER_DENSITY, SUGAR_DENSITY = 0.93, 1.59
#: Air kept by creamed mass when egg is beaten in, and when flour is stirred in (M; EST).
EGG_KEEPS, FLOUR_KEEPS = 0.9, 0.6
#: Where the bake model's creamed dough stands: 19 °C, 3 minutes, stand mixer.
USUAL_C, USUAL_MIN = 19.0, 3.0
#: More sugar for the butter than weight for weight slows creaming: tau with the root of the ratio (a guess, L).
SUGAR_SLOWS = 0.5
#: Relative density (to water) where cookie doughs usually stop, and where it is past any use (M).
STOP_LOW, STOP_HIGH, TOO_FAR = 0.90, 1.02, 0.84
WARM_C = 22.5


@dataclass(frozen=True, slots=True)
class Mixer:
    """A way of mixing: tau in minutes, share of the air it can reach, warming in °C a minute (low, high)."""

    kind: str
    name: str
    tau_min: float
    share: float
    warms: tuple[float, float]
    confidence: Confidence

    @property
    def warms_per_min(self) -> float:
        return sum(self.warms) / 2


@cache
def mixers() -> dict[str, Mixer]:
    """Kinds of mixer (data/mixers.csv)."""
    return {
        r["kind"]: Mixer(
            r["kind"], r["name"], float(r["tau_min"]), float(r["share"]),
            (float(r["warms_low"]), float(r["warms_high"])), Confidence(r["confidence"]),
        )
        for r in rows("mixers")
    }  # fmt: skip


def mixer(kind: str) -> Mixer:
    """A mixer by its kind. Raises EntryError for one that is not known."""
    found = mixers().get(kind)
    if found is None:
        raise EntryError("butter.mixer", f"“{kind[:30]}” is not a mixer known here. Pick one from the list.")
    return found


@cache
def _table() -> tuple[tuple[float, ...], tuple[float, ...]]:
    found = [(float(r["temp_c"]), float(r["phi_max"])) for r in rows("creaming")]
    return tuple(t for t, _ in found), tuple(v for _, v in found)


def phi_max(temp_c: float) -> float:
    """Most air that butter and granulated sugar, weight for weight, can hold at a temperature (volume share)."""
    temps, values = _table()
    return float(np.interp(temp_c, temps, values))


def sugar_share(lines: tuple[Line, ...]) -> float:
    """How well the sugar of the cream step cuts air in beside granulated, by weight of its kinds (M to L)."""
    known = {r["id"]: float(r["share"]) for r in rows("creaming_sugars")}
    sugars = [(x.grams or 0.0, known.get(x.ingredient.kind, 0.9)) for x in lines if x.role is Role.SUGAR]
    total = sum(g for g, _ in sugars)
    return sum(g * s for g, s in sugars) / total if total > 0 else 1.0


@dataclass(frozen=True, slots=True)
class Creamed:
    """What is being creamed: g of butter and sugar, density without air in g/ml, how well the sugar aerates."""

    fat_g: float
    sugar_g: float
    solid_density: float
    sugar_share: float

    @property
    def ratio(self) -> float:
        return self.sugar_g / self.fat_g if self.fat_g > 0 else 1.0


def creamed_of(formula: Formula) -> Creamed | None:
    """Butter and sugar of the cream step; None where either is unknown or there is no fat to cream."""
    lines = tuple(x for x in formula.lines if x.in_dough and x.step == "cream" and x.role in (Role.FAT, Role.SUGAR))
    if any(x.grams is None for x in lines):
        return None
    fat = sum(x.grams or 0.0 for x in lines if x.role is Role.FAT)
    sugar = sum(x.grams or 0.0 for x in lines if x.role is Role.SUGAR)
    if fat <= 0:
        return None
    density = (fat + sugar) / (fat / BUTTER_DENSITY + sugar / SUGAR_DENSITY)
    return Creamed(fat, sugar, density, sugar_share(lines))


def air(minutes: float, temp_c: float, by: Mixer, what: Creamed) -> float:
    """Air by volume of the creamed mass after so many minutes at a mean temperature: the most there can be,
    approached as 1 − exp(−t/tau)."""
    tau = by.tau_min * max(what.ratio, 1.0) ** SUGAR_SLOWS
    most = phi_max(temp_c) * by.share * what.sugar_share
    return most * (1.0 - math.exp(-max(minutes, 0.0) / tau))


def density(phi: float, what: Creamed) -> float:
    """Density of the creamed mass, g/ml."""
    return what.solid_density * (1.0 - phi)


def overrun(phi: float) -> float:
    """Air over what is not air."""
    return phi / (1.0 - phi)


def air_ratio(minutes: float | None, temp_c: float | None, by: Mixer | None, formula: Formula) -> float:
    """Air in the finished dough beside that of usual creaming of granulated sugar (19 °C, 3 minutes, stand mixer):
    how far the bake's own starting air is moved. What is not said is usual; brown, coarse and icing sugar take up
    less air whatever is said."""
    what = creamed_of(formula)
    if what is None:
        return 1.0
    base = overrun(air(USUAL_MIN, USUAL_C, mixer("stand"), replace(what, sugar_share=1.0)))
    now = overrun(
        air(
            USUAL_MIN if minutes is None else minutes, USUAL_C if temp_c is None else temp_c, by or mixer("stand"), what
        )
    )
    return now / base


@dataclass(frozen=True, slots=True)
class CupTest:
    """A level cup of water and of creamed mass weighed: relative density, air, overrun, and what to do."""

    relative_density: float
    phi: float
    overrun: float
    verdict: str
    go_on_min: float | None


def cup_test(water_g: float, mass_g: float, what: Creamed, temp_c: float | None, by: Mixer) -> CupTest:
    """What the weights of one level cup say. Raises EntryError for weights that can't be."""
    if water_g <= 0 or mass_g <= 0:
        raise EntryError("butter.cup", "Weigh a level cup of water, then the same cup level with creamed mass.")
    relative = mass_g / water_g
    if not 0.4 <= relative <= 1.5:
        words = f"That is {relative:.2f} times water; creamed butter and sugar lies between 0.7 and 1.25. Weigh again."
        raise EntryError("butter.cup", words)
    phi = max(1.0 - relative / what.solid_density, 0.0)
    most = phi_max(USUAL_C if temp_c is None else temp_c) * by.share * what.sugar_share
    if relative <= TOO_FAR:
        return CupTest(relative, phi, overrun(phi), "further than cookies need: it will rise and fall back", None)
    if temp_c is not None and temp_c > WARM_C:
        words = "stop: it is too warm to take up more. Chill the bowl ten minutes, then go on"
        return CupTest(relative, phi, overrun(phi), words, None)
    if relative <= STOP_HIGH:
        return CupTest(relative, phi, overrun(phi), "enough for a cookie: stop here or soon", None)
    wanted = 1.0 - 0.97 / what.solid_density
    go_on = None
    if phi < most and wanted < most:
        tau = by.tau_min * max(what.ratio, 1.0) ** SUGAR_SLOWS
        go_on = max(tau * math.log((most - phi) / (most - wanted)), 0.5)
    words = "go on" if go_on is not None else "this is about all the air it takes at this temperature"
    return CupTest(relative, phi, overrun(phi), words, go_on)


@dataclass(frozen=True, slots=True)
class Moment:
    """The creamed mass at a minute: air by volume, density in g/ml, °C."""

    minutes: float
    phi: float
    density: float
    temp_c: float


def course(what: Creamed, by: Mixer, temp_c: float, per_min_k: float, minutes: float = 12.0) -> tuple[Moment, ...]:
    """Creaming from start to end by half minutes. The mean temperature so far decides how much air there can be,
    so that beating on loses air again once it has grown warm."""
    found = []
    for n in range(int(minutes * 2) + 1):
        t = n * 0.5
        phi = air(t, temp_c + per_min_k * t / 2.0, by, what)
        found.append(Moment(t, phi, density(phi, what), temp_c + per_min_k * t))
    return tuple(found)
