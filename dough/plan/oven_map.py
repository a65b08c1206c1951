"""A tray of equal cookies maps the oven: where it is hotter and colder, how sure that is, and what to do about it.

Each cookie's shade and width, beside the tray's mean, say how much hotter its place was (the forecast says how much a
kelvin does). Heat over the tray is taken as a slope, a bulge and something smooth of its own, each with the size ovens
have (judgement, L); what the cookies leave open stays open and is told.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from scipy.linalg import block_diag

from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.intake import bake_inputs
from dough.bake.model import end_values
from dough.facts.errors import EntryError
from dough.facts.quantities import quantity
from dough.facts.scatter import USUAL

Array = np.ndarray[Any, np.dtype[np.float64]]
#: One sd, K: of slopes over half the tray, of bulges, of what is smooth beside; and how far that reaches, half trays.
SLOPE_K, BULGE_K, OWN_K, REACH = 6.0, 4.0, 3.0, 0.6
FEWEST, SPREAD = 6, 0.8
#: Places the map is told for, across and deep.
ACROSS, DEEP = 9, 7
#: A forecast's slopes are taken over so many kelvin either way.
STEP_K = 6.0
#: Of four sides one is always hottest: a side is called hotter when one in forty would seem so by chance.
NORMAL_80, SIDE = 1.2816, 1.96
#: Turning is worth the door when it takes off this much of the shade's spread, L*.
TURN_L = 0.5
#: How far two pictures' shades are apart beside one liner, one sd, L* (judgement, L).
PICTURE_L = 2.5
SIDES = (("front", 0.0, 1.0), ("back", 0.0, -1.0), ("right", 1.0, 0.0), ("left", -1.0, 0.0))


@dataclass(frozen=True, slots=True)
class TrayCookie:
    """One cookie of a tray: its place, from −1 (left, back) to 1 (right, front), its shade in L* and width in mm."""

    across: float
    deep: float
    shade_l: float
    width_mm: float


@dataclass(frozen=True, slots=True)
class PerKelvin:
    """What a kelvin does to a cookie: L* and the logarithm of its width; and the minute by which half of its browning
    is done."""

    shade_l: float
    width: float
    half_browned_min: float


@dataclass(frozen=True, slots=True)
class HeatPlace:
    """A place of the tray (as in TrayCookie), how much hotter than the mean it is in K, one sd of that, and
    whether it is more than what cookies scatter by (8 in 10)."""

    across: float
    deep: float
    k: float
    sd: float
    sure: bool = False


@dataclass(frozen=True)
class OvenMap:
    """Places row by row from the back left. uneven_k is how much the hottest side is above the one opposite, with its
    95 % range (low, high), K; shade_l and turned_l how much shades then differ over the tray (one sd, L*), as it stands
    and turned at turn_min; empty are places to leave empty; words say it."""

    places: tuple[HeatPlace, ...]
    cookies: int
    hot: str
    uneven_k: float
    uneven_low: float
    uneven_high: float
    shade_l: float
    turned_l: float
    turn_min: float | None
    empty: tuple[HeatPlace, ...]
    words: tuple[str, ...]


def per_kelvin(case: BakeCase) -> PerKelvin:
    """What the forecast says a kelvin of the oven does. Raises EntryErrors where the model can't say it."""
    heat = case.heat
    cases = [replace(case, heat=replace(heat, oven_c=heat.oven_c + by)) for by in (-STEP_K, STEP_K)]
    baked = bake([bake_inputs(c) for c in (*cases, case)], learned=[case.taught.learned] * 3)
    ends = end_values(baked, [case.taught] * 3)
    shade = (ends["crust_l"][1] - ends["crust_l"][0]) / (2.0 * STEP_K)
    width = math.log(ends["diameter_mm"][1] / ends["diameter_mm"][0]) / (2.0 * STEP_K)
    browned = baked.column("edge_top_b")[2, : baked.steps_bake + 1]
    minutes = baked.column("t")[2, : baked.steps_bake + 1] / 60.0
    half = float(minutes[int(np.searchsorted(browned, 0.5 * browned[-1]))]) if browned[-1] > 0 else 0.6 * heat.minutes
    return PerKelvin(float(shade), width, half)


@dataclass(frozen=True, slots=True)
class Tray:
    """One tray as photographed, and what a kelvin does to its cookies."""

    cookies: tuple[TrayCookie, ...]
    kelvin: PerKelvin


def oven_map(trays: Sequence[Tray]) -> OvenMap:
    """The map by all trays of one shelf, the newest last: each says what differs on it, not how hot the oven was.

    Raises EntryError for too few cookies on a tray, or for ones that all lie on one part of it.
    """
    for tray in trays:
        _check(tray.cookies)
    grid = np.array([(x, y) for y in np.linspace(-1, 1, DEEP) for x in np.linspace(-1, 1, ACROSS)])
    where = np.vstack([grid, *([(c.across, c.deep) for c in t.cookies] for t in trays)])
    n, prior = len(grid), _prior(where)
    rows, seen, noise = [], [], []
    at = n
    for tray in trays:
        here = np.eye(len(where))[at : at + len(tray.cookies)]
        at += len(tray.cookies)
        shades = np.array([c.shade_l for c in tray.cookies])
        widths = np.log([c.width_mm for c in tray.cookies])
        for values, per, sd in (
            (shades, tray.kelvin.shade_l, USUAL["crust_l"]), (widths, tray.kelvin.width, USUAL["diameter_mm"]),
        ):  # fmt: skip
            rows.append(per * here)
            seen.append(values - values.mean())
            # How dark and wide the tray is on the whole says nothing of places: left free.
            noise.append(sd**2 * np.eye(len(values)) + (10.0 * sd) ** 2)
    pick, total = np.vstack(rows), block_diag(*noise)
    gain = prior @ pick.T @ np.linalg.inv(pick @ prior @ pick.T + total)
    heat = (gain @ np.concatenate(seen))[:n]
    cov = (prior - gain @ pick @ prior)[:n, :n]
    # Told beside the tray's mean.
    centre = np.eye(n) - 1.0 / n
    many = sum(len(t.cookies) for t in trays)
    return _told(grid, centre @ heat, centre @ cov @ centre.T, many, trays[-1].kelvin)


def _check(cookies: Sequence[TrayCookie]) -> None:
    if len(cookies) < FEWEST:
        raise EntryError(
            "cookies", f"{len(cookies)} cookies say too little of an oven. Bake at least {FEWEST}, spread out."
        )
    for along in ([c.across for c in cookies], [c.deep for c in cookies]):
        if max(along) - min(along) < SPREAD:
            raise EntryError("cookies", "The cookies lie on one part of the tray. Spread them over all of it.")


def _prior(where: Array) -> Array:
    """Covariance of heat between places, K²: slopes, bulges, and something smooth."""
    x, y = where[:, 0], where[:, 1]
    terms = np.stack([SLOPE_K * x, SLOPE_K * y, BULGE_K * (x * x - 1 / 3), BULGE_K * (y * y - 1 / 3), BULGE_K * x * y])
    far = np.hypot(x[:, None] - x[None, :], y[:, None] - y[None, :])
    return np.asarray(terms.T @ terms + OWN_K**2 * np.exp(-0.5 * (far / REACH) ** 2))


def _told(grid: Array, heat: Array, cov: Array, cookies: int, kelvin: PerKelvin) -> OvenMap:
    sd = np.sqrt(np.maximum(np.diag(cov), 0.0))
    places = tuple(
        HeatPlace(float(x), float(y), float(k), float(s), bool(abs(k) > NORMAL_80 * s))
        for (x, y), k, s in zip(grid, heat, sd, strict=True)
    )
    hot, uneven, left = _hottest_side(grid, heat, cov)
    turned = np.arange(len(heat))[::-1]
    even = 0.5 * (heat + heat[turned])
    even_cov = 0.25 * (cov + cov[turned] + cov[:, turned] + cov[np.ix_(turned, turned)])
    per = abs(kelvin.shade_l)
    before, after = per * float(np.std(heat)), per * float(np.std(even))
    surely = uneven - SIDE * left
    turn = surely > 0.0 and before - after >= TURN_L
    rest, rest_sd = (even, np.sqrt(np.diag(even_cov))) if turn else (heat, sd)
    miss = quantity("crust_l").step or 5.0
    empty = tuple(
        HeatPlace(p.across, p.deep, float(k), float(s))
        for p, k, s in zip(places, rest, rest_sd, strict=True)
        if per * (abs(k) - NORMAL_80 * s) > miss
    )
    half = kelvin.half_browned_min if turn else None
    found = OvenMap(
        places, cookies, hot, uneven, surely, uneven + SIDE * left, before, after, half, empty, ()
    )  # fmt: skip
    return replace(found, words=_words(found))


def _hottest_side(grid: Array, heat: Array, cov: Array) -> tuple[str, float, float]:
    """The side that is hottest beside the one opposite, by how much, and one sd of that, K."""
    best = ("", 0.0, math.inf)
    for name, x, y in SIDES:
        along = grid @ np.array([x, y])
        pick = (along > 0.6) / (along > 0.6).sum() - (along < -0.6) / (along < -0.6).sum()
        differs = float(pick @ heat)
        if differs > best[1]:
            best = (name, differs, math.sqrt(max(float(pick @ cov @ pick), 0.0)))
    return best


def _words(m: OvenMap) -> tuple[str, ...]:
    """What the map says, the answer first."""
    if m.uneven_low <= 0.0 and not m.empty:
        return (
            f"No side is surely hotter: what differs lies within what {m.cookies} cookies scatter by anyway. Up to "
            f"{m.uneven_high:.0f} K from side to side could hide in it; another tray would tell.",
        )
    opposite = {"front": "back", "back": "front", "left": "right", "right": "left"}
    said = []
    if m.uneven_low > 0.0:
        said.append(
            f"The {m.hot} is {m.uneven_k:.0f} K hotter than the {opposite[m.hot]} ({m.uneven_low:.0f} to "
            f"{m.uneven_high:.0f})."
        )
    if m.turn_min is not None:
        said.append(
            f"Turn the tray at {m.turn_min:.1f} min, when half of the browning is done: shades then differ by "
            f"{m.turned_l:.1f} L* instead of {m.shade_l:.1f} (one sd)."
        )
    elif m.uneven_low > 0.0:
        said.append("Turning gains too little to open the door for.")
    if m.empty:
        said.append("Leave empty: " + ", ".join(dict.fromkeys(place_words(p.across, p.deep) for p in m.empty)) + ".")
    return tuple(said)


def place_words(across: float, deep: float) -> str:
    """A place in words."""
    side = "left" if across < -0.4 else "right" if across > 0.4 else ""
    row = "back" if deep < -0.4 else "front" if deep > 0.4 else ""
    return " ".join(x for x in (row, side) if x) or "the middle"


def shelves_said(shelves: Mapping[str, Sequence[Tray]]) -> tuple[str, ...]:
    """Which shelf is hotter, of shelves whose trays held one dough. Two pictures are two lights, so this is far less
    sure than places within one; where it is not sure it says so."""
    means = {name: _mean_shade(trays) for name, trays in shelves.items()}
    said = []
    names = sorted(means)
    for i, one in enumerate(names):
        for other in names[i + 1 :]:
            (a, a_sd), (b, b_sd) = means[one], means[other]
            per = 0.5 * (shelves[one][-1].kelvin.shade_l + shelves[other][-1].kelvin.shade_l)
            k, sd = (a - b) / per, math.hypot(a_sd, b_sd) / abs(per)
            hot, cold = (one, other) if k > 0 else (other, one)
            low, high = abs(k) - NORMAL_80 * sd, abs(k) + NORMAL_80 * sd
            if low > 0.0:
                said.append(
                    f"The {hot} shelf is some {abs(k):.0f} K hotter than the {cold} ({low:.0f} to {high:.0f}, by "
                    "pictures in different lights): change the trays' shelves when you turn them."
                )
            else:
                said.append(f"Which of {one} and {other} is hotter can't be told: up to {high:.0f} K either way.")
    return tuple(said)


def _mean_shade(trays: Sequence[Tray]) -> tuple[float, float]:
    """The mean shade over trays, L*, and one sd of it: each picture has a light of its own."""
    means = [sum(c.shade_l for c in t.cookies) / len(t.cookies) for t in trays]
    each = PICTURE_L**2 + USUAL["crust_l"] ** 2 * sum(1.0 / len(t.cookies) for t in trays) / len(trays)
    return sum(means) / len(means), math.sqrt(each / len(trays))
