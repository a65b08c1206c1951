"""Photos with real troubles, drawn by the second studio: is every cookie found, how wide, how dark, and what is said?

    python -m evidence.photos [scenes of each kind]

Expected, written before the measuring was changed: of whole cookies 97 in 100 are found; widths of those that count are
off by at most 2.5 % in 95 of 100; at most 2 pictures in 100 hold a counting cookie whose width is off by more than 3 %
or a shade by more than 5 L* without a word said of it; and of plain pictures at most 1 in 10 is told to be unsure.
A picture of a small print is told once the bar's length has been measured; its scenes are given that length.
"""

from __future__ import annotations

import math
import sys
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, replace

import numpy as np

from dough.facts.colour import crust_lab
from dough.facts.errors import EntryError
from dough.photo import card
from evidence.photo_reader import Read, read
from evidence.studio import Lamp, Shot, Solid, Truth, photograph

Made = tuple[list[Solid], Shot]


def plain(rng: np.random.Generator) -> Made:
    """Cookies of one dough in rows; a lamp or a window somewhere, a phone held as one holds it."""
    size, rim = rng.uniform(50, 84), rng.uniform(38, 74)
    raw = float(rng.choice([82, 82, 76, 45]))
    middle = min(rim + rng.uniform(2, 14), raw + 1.0, 88.0)
    height = rng.uniform(7, 15)
    many = int(rng.integers(3, 8))
    solids = [
        Solid(
            x + rng.uniform(-2, 2), y + rng.uniform(-2, 2), size * (1 + 0.02 * rng.normal()), height,
            crust_lab(rim + rng.normal(), raw), crust_lab(middle + rng.normal(), raw), rng.uniform(0.93, 0.99),
            rng.uniform(0, 180), rng.uniform(0.0, 0.8), rng.uniform(0, 0.15),
        )
        for x, y in spots(1.1 * size, many)
    ]  # fmt: skip
    lamp = Lamp(rng.uniform(-700, 900), rng.uniform(-900, -300), rng.uniform(700, 1300),
                tuple(1.0 + rng.uniform(-0.12, 0.12, 3)), rng.uniform(60, 300))  # fmt: skip
    shot = Shot(
        above_mm=rng.uniform(330, 620), tilt=(rng.uniform(-6, 6), rng.uniform(-6, 6)), turned=rng.uniform(-6, 6),
        bend=rng.uniform(-0.01, 0.01), ink=tuple(rng.normal(size=3)), contrast=rng.uniform(0.0, 0.3),
        colour=rng.uniform(1.0, 1.15), sharpen=rng.uniform(0.2, 0.8), lamps=(lamp,),
        room=tuple(rng.uniform(0.25, 0.6) * np.ones(3)), white=tuple(1.0 + rng.uniform(-0.1, 0.1, 3)),
        table=(rng.uniform(25, 75), rng.uniform(-2, 12), rng.uniform(-4, 22)), says_focal=bool(rng.random() < 0.5),
    )  # fmt: skip
    return solids, shot


def spots(pitch: float, many: int) -> list[tuple[float, float]]:
    """Places in rows on the middle of the sheet, clear of marks and patches."""
    across, down = int(275 // pitch), max(int(160 // pitch), 1)
    found = [(148.5 + (c - (across - 1) / 2) * pitch, 97.0 + (r - (down - 1) / 2) * min(pitch, 160 / down))
             for r in range(down) for c in range(across)]  # fmt: skip
    return [p for p in found if all(math.dist(p, m) > pitch / 2 + 8.0 for m in card.MARKS)][:many]


def mixed_lamps(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    window = Lamp(-450, 100, 500, (0.86, 0.9, 1.0), 350)
    bulb = Lamp(750, -100, 800, (0.88, 0.7, 0.43), 90)
    return solids, replace(shot, lamps=(window, bulb))


def grey_print(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    return solids, replace(shot, grey_only=True)


def greasy(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    over = Lamp(rng.uniform(60, 240), rng.uniform(-80, 60), rng.uniform(900, 1300), (0.9, 0.9, 0.85), 40)
    return [replace(s, shine=rng.uniform(0.3, 0.9)) for s in solids], replace(shot, lamps=(*shot.lamps, over))


def bent_lens(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    return solids, replace(shot, bend=float(rng.choice([-1, 1])) * rng.uniform(0.05, 0.1))


def small_print(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    return solids, replace(shot, scale=rng.uniform(0.95, 0.98))


def tall_and_near(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    height = rng.uniform(20, 28)
    tall = [replace(s, height_mm=height, dome=rng.uniform(0.3, 1.0)) for s in solids]
    return tall, replace(shot, above_mm=rng.uniform(270, 380))


def pale(rng: np.random.Generator) -> Made:
    """Pale, sugared or crinkled with powder sugar."""
    solids, shot = plain(rng)
    kind = rng.integers(3)
    found = []
    for s in solids:
        light = rng.uniform(80, 87)
        if kind == 0:
            found.append(replace(s, rim=crust_lab(light - 4, 88.0), middle=crust_lab(light, 88.0)))
        elif kind == 1:
            found.append(replace(s, sugar=rng.uniform(0.5, 1.0)))
        else:
            found.append(replace(s, crinkle=rng.uniform(0.7, 1.0), rim=crust_lab(38, 45), middle=crust_lab(42, 45)))
    return found, shot


def broken(rng: np.random.Generator) -> Made:
    solids, shot = plain(rng)
    return [replace(solids[0], broken=rng.uniform(0.12, 0.35)), *solids[1:]], shot


def over_a_patch(rng: np.random.Generator) -> Made:
    """A thumb at the lower edge, or a cookie that lies over patches."""
    solids, shot = plain(rng)
    if rng.random() < 0.5:
        return solids, replace(shot, thumb=(rng.uniform(40, 250), 196.0))
    low = replace(solids[-1], x=rng.uniform(60, 230), y=186.0 - 0.38 * solids[-1].width_mm)
    others = [s for s in solids[:-1] if math.dist((s.x, s.y), (low.x, low.y)) > 1.06 * low.width_mm]
    return [*others, low], shot


KINDS: dict[str, Callable[[np.random.Generator], Made]] = {
    f.__name__: f
    for f in (
        plain, mixed_lamps, grey_print, greasy, bent_lens, small_print, tall_and_near, pale, broken, over_a_patch,
    )
}  # fmt: skip


@dataclass(frozen=True)
class Judged:
    """One picture: whole cookies drawn and found; errors of those that count (width as a share, and the worse of rim
    and middle in L*); whether it was told to be unsure, and whether something was wrong without a word; refused: why
    there is no reading at all."""

    kind: str
    drawn: int
    found: int
    widths: tuple[float, ...]
    shades: tuple[float, ...]
    told: bool
    silent: bool
    refused: str


def judged(kind: str, seed: int) -> Judged:
    rng = np.random.default_rng([seed, list(KINDS).index(kind)])
    solids, shot = KINDS[kind](rng)
    picture, truths = photograph(solids, shot, rng)
    try:
        got = read(picture, shot, float(np.mean([s.height_mm for s in solids])))
    except EntryError as error:
        return Judged(kind, len(truths), len(truths), (), (), told=True, silent=False, refused=str(error))
    return _against(kind, truths, got)


def _against(kind: str, truths: list[Truth], got: list[Read]) -> Judged:
    found, widths, shades, told, silent = 0, [], [], False, False
    for r in got:
        told |= r.told
    for t in truths:
        near = [r for r in got if math.hypot(r.x - t.x, r.y - t.y) < 0.3 * t.width_mm]
        found += t.whole and bool(near)
    for r in (r for r in got if r.counts):
        t = min(truths, key=lambda t: math.hypot(r.x - t.x, r.y - t.y))
        off = r.width_mm / t.width_mm - 1.0 if math.hypot(r.x - t.x, r.y - t.y) < 0.3 * t.width_mm and t.whole else 1.0
        shade = max(r.l_rim - t.l_rim, r.l_middle - t.l_middle, key=abs)
        widths.append(off)
        shades.append(shade)
        silent |= (abs(off) > 0.03 or abs(shade) > 5.0) and not told
    whole = sum(t.whole for t in truths)
    return Judged(kind, whole, found, tuple(widths), tuple(shades), told, silent, "")


def report(each: int = 12, first: int = 0) -> None:
    tasks = [(k, first + n) for k in KINDS for n in range(each)]
    with ProcessPoolExecutor(2) as pool:
        all_of = list(pool.map(judged, *zip(*tasks, strict=True)))
    for kind in (*KINDS, "all"):
        rows = [j for j in all_of if kind in (j.kind, "all")]
        widths = np.array([w for j in rows for w in j.widths])
        shades = np.array([s for j in rows for s in j.shades])
        drawn, found = sum(j.drawn for j in rows), sum(j.found for j in rows)
        refused = sum(bool(j.refused) for j in rows)
        p95 = (100 * np.quantile(np.abs(widths), 0.95), np.quantile(np.abs(shades), 0.95))
        print(
            f"{kind:14} {len(rows):4} pictures, found {100 * found / drawn:5.1f} %, width p95 {p95[0]:4.1f} % (median "
            f"{100 * np.median(widths):+.1f}), shade p95 {p95[1]:4.1f} L* ({np.median(shades):+.1f}), told "
            f"{sum(j.told for j in rows):3}, refused {refused:2}, silently wrong {sum(j.silent for j in rows):3}"
        )


if __name__ == "__main__":
    report(*(int(a) for a in sys.argv[1:]))
