"""How well results teach, in figures: photographs whose truth is known, and simulated kitchens.

Run with ``make evidence-results``; what it prints stands in docs/results.md.
"""

from __future__ import annotations

import numpy as np

from dough.bake.batch import warm
from dough.judgement.learning.fit import learn
from dough.judgement.learning.lesson import Lesson
from dough.photo.camera import picture
from dough.photo.measure import read_photo
from dough.photo.sheet import look
from evidence.kitchens import PARTS, SimulatedKitchen, foretold
from evidence.scenes import nearest, scene

SCENES, PIECES, WIDTH = 40, 8, 2000
KITCHENS, BEFORE = 100, 3


def photos() -> None:
    """Every cookie of the drawn scenes: how far width and shades are off, and which were worst."""
    rows = []
    missing = drawn = 0
    for seed in range(SCENES):
        cookies, camera, rng = scene(seed, PIECES, WIDTH)
        read = read_photo(look(picture(cookies, camera, rng)))
        drawn += len(cookies)
        missing += len(cookies) - len(read.cookies)
        for f in read.cookies:
            c = nearest(cookies, f)
            what = (
                f"scene {seed}: {len(cookies)} of {c.diameter_mm:.0f} mm, rim L* {c.rim[0]:.0f}, shadow "
                f"{camera.shadow:.2f}, light {camera.fall_x:+.2f} {camera.fall_y:+.2f}, {camera.above_mm:.0f} mm above"
            )
            off = (100.0 * (f.diameter_mm / c.diameter_mm - 1.0), f.rim[0] - c.rim[0], f.middle[0] - c.middle[0])
            rows.append((off, what))
    table = np.array([r[0] for r in rows])
    print(f"photo: {SCENES} scenes, {drawn} cookies, {missing} not found")
    for n, name in enumerate(("width, %", "rim L*", "middle L*")):
        size = np.abs(table[:, n])
        print(f"  {name}: at most {size.max():.2f}, 95 of 100 within {np.quantile(size, 0.95):.2f}")
        for k in np.argsort(-size)[:2]:
            print(f"    {table[k, n]:+.2f}  {rows[k][1]}")


def kitchens() -> None:
    """The fourth bake of each kitchen beside its forecast after three, and before any."""
    bakes, after, blind = [], [], []
    for seed in range(KITCHENS):
        kitchen = SimulatedKitchen(np.random.default_rng(seed))
        lesson = learn([kitchen.log(day) for day in range(BEFORE)])
        after.append(foretold(kitchen, lesson, BEFORE))
        blind.append(foretold(kitchen, Lesson((), (), (), (), ()), BEFORE))
        bakes.append(kitchen.bake(BEFORE))
    near = [
        sum(abs(f["diameter_mm"][0] / b["diameter_mm"] - 1.0) <= 0.05 for b, f in zip(bakes, told, strict=True))
        for told in (after, blind)
    ]
    print(f"kitchens: {KITCHENS}; next width within 5 %: {near[0]} after {BEFORE} bakes, {near[1]} before any")
    for key in PARTS:
        held = sum(f[key][1] <= b[key] <= f[key][2] for b, f in zip(bakes, after, strict=True))
        was, now = (
            float(np.sqrt(np.mean([(f[key][0] - b[key]) ** 2 for b, f in zip(bakes, told, strict=True)])))
            for told in (blind, after)
        )
        print(f"  {key}: 80 % range held {held} times; root mean square error {was:.2f} before, {now:.2f} after")


if __name__ == "__main__":
    warm()
    photos()
    kitchens()
