"""A second studio: cookies as solids on a printed card, under lamps, through a lens and a phone's own processing.

Written apart from the simulated camera (``dough.photo.camera``), sharing none of its code, so that measuring is judged
by something it was not made for. Heights and light live on a grid over the table; each pixel's ray is followed down to
the first thing it meets.
"""

from __future__ import annotations

import io
import math
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from PIL import Image
from scipy.ndimage import gaussian_filter, map_coordinates

from dough.photo import card
from dough.photo.light import coded, light_of

Array = np.ndarray[Any, np.dtype[np.float64]]
#: The table's grid: mm a cell for what is seen, and for shadows; its left, top, width and depth in mm.
FINE, COARSE = 0.25, 1.0
LEFT, TOP, WIDE, DEEP = -60.0, -50.0, 417.0, 310.0
MARCH, SHADOW_STEPS = 14, 14


@dataclass(frozen=True, slots=True)
class Solid:
    """A cookie: place, mean width and height in mm, least over greatest width, turned by degrees; L*a*b* of rim and
    middle; how domed (0 flat, 1 round), crinkled, sugared and shiny it is (0 to 1), and the share of its width that is
    broken off."""

    x: float
    y: float
    width_mm: float
    height_mm: float
    rim: tuple[float, float, float]
    middle: tuple[float, float, float]
    roundness: float = 0.97
    turned: float = 0.0
    dome: float = 0.3
    crinkle: float = 0.0
    sugar: float = 0.0
    shine: float = 0.0
    broken: float = 0.0


@dataclass(frozen=True, slots=True)
class Lamp:
    """A lamp at x, y, z in mm, its colour in linear light, and how far it reaches across in mm (soft shadows)."""

    x: float
    y: float
    z: float
    colour: tuple[float, float, float]
    across: float = 120.0


@dataclass(frozen=True, slots=True)
class Shot:
    """How a picture is taken: pixels, mm above the sheet, degrees askew and turned, share by which the lens bends the
    corners, how the print came out (scale, inks off in L*a*b*, only greys), what the phone does (contrast, colour,
    sharpening, JPEG quality, noise), lamps and room light, a thumb's place on the sheet (None: no thumb),
    and whether the phone writes down its focal length."""

    wide: int = 1600
    above_mm: float = 480.0
    tilt: tuple[float, float] = (3.0, -2.0)
    turned: float = 1.0
    bend: float = 0.0
    scale: float = 1.0
    ink: tuple[float, float, float] = (0.0, 0.0, 0.0)
    grey_only: bool = False
    contrast: float = 0.15
    colour: float = 1.08
    sharpen: float = 0.5
    quality: int = 88
    noise: float = 0.006
    lamps: tuple[Lamp, ...] = (Lamp(-300.0, -500.0, 900.0, (1.0, 0.95, 0.85)),)
    room: tuple[float, float, float] = (0.35, 0.36, 0.38)
    white: tuple[float, float, float] = (1.0, 1.0, 1.0)
    table: tuple[float, float, float] = (52.0, 6.0, 14.0)
    thumb: tuple[float, float] | None = None
    says_focal: bool = True


@dataclass(frozen=True, slots=True)
class Truth:
    """What one solid really is: width in mm, L* of rim and middle as a lamp of day would show them, whether whole."""

    x: float
    y: float
    width_mm: float
    l_rim: float
    l_middle: float
    whole: bool


@dataclass
class _Table:
    """Height in mm, L*a*b* and shine over the grid, shape (rows, columns[, 3])."""

    height: Array
    lab: Array
    shine: Array
    truths: list[Truth] = field(default_factory=list)


def photograph(solids: list[Solid], shot: Shot, rng: np.random.Generator) -> tuple[Array, list[Truth]]:
    """The picture, coded 0 to 1, and what is really on it."""
    table = _laid(solids, shot, rng)
    lit = _lit(table, shot)
    seen = _seen(table, lit, shot)
    return _developed(seen, shot, rng), table.truths


def _grid() -> tuple[Array, Array]:
    columns, rows = round(WIDE / FINE), round(DEEP / FINE)
    x, y = np.meshgrid(LEFT + FINE * (np.arange(columns) + 0.5), TOP + FINE * (np.arange(rows) + 0.5))
    return x, y


def _laid(solids: list[Solid], shot: Shot, rng: np.random.Generator) -> _Table:
    x, y = _grid()
    table = _Table(np.zeros(x.shape), _printed(x, y, shot, rng), np.zeros(x.shape))
    for s in solids:
        _put(table, x, y, s, rng)
    if shot.thumb is not None:
        tx, ty = shot.thumb
        u, v = (x - tx) / 11.0, (y - ty - 30.0) / 42.0
        inside = u * u + v * v < 1.0
        table.height[inside] = 16.0 * np.sqrt(1.0 - (u * u + v * v)[inside])
        table.lab[inside] = (66.0, 16.0, 18.0)
    return table


def _printed(x: Array, y: Array, shot: Shot, rng: np.random.Generator) -> Array:
    """Table, paper and print. A print that came out smaller is so about the sheet's middle."""
    lab = np.empty((*x.shape, 3))
    lab[...] = shot.table
    lab[..., 0] += 3.0 * np.sin(x / 9.0 + 2.0 * np.sin(y / 60.0))
    paper = (x > 0) & (x < card.WIDTH) & (y > 0) & (y < card.HEIGHT)
    lab[paper] = (95.0, 0.2, -1.0)
    cx, cy = card.WIDTH / 2, card.HEIGHT / 2
    px, py = cx + (x - cx) / shot.scale, cy + (y - cy) / shot.scale
    black = (17.0, 0.5, 0.5)
    for n, (mx, my) in enumerate(card.MARKS):
        r = np.hypot(px - mx, py - my)
        ring = (r < card.RING_OUT) & (r > card.RING_IN)
        lab[ring | (r < card.DOT) if n else ring] = black
    for p in card.patches():
        inside = (px > p.x) & (px < p.x + p.side) & (py > p.y) & (py < p.y + p.side)
        off = np.array(shot.ink) * (0.0 if p.lab[1] == 0.0 else 1.0)
        lab[inside] = np.array((p.lab[0], 0.0, 0.0) if shot.grey_only else p.lab) + off
    sx, sy, length = card.SCALE
    tick = (np.abs(px - np.round(px)) < 0.13) & (px > sx - 0.2) & (px < sx + length + 0.2) & (py > sy)
    lab[tick & (py < sy + np.where(np.round(px - sx) % 10 == 0, 4.0, 1.5))] = black
    lab[paper] += 0.3 * rng.normal(size=(int(paper.sum()), 1))
    return lab


def _put(table: _Table, x: Array, y: Array, s: Solid, rng: np.random.Generator) -> None:
    reach = 0.62 * s.width_mm
    rows = slice(max(int((s.y - reach - TOP) / FINE), 0), int((s.y + reach - TOP) / FINE))
    columns = slice(max(int((s.x - reach - LEFT) / FINE), 0), int((s.x + reach - LEFT) / FINE))
    box = (rows, columns)
    dx, dy = x[box] - s.x, y[box] - s.y
    t = math.radians(s.turned)
    u = (dx * math.cos(t) + dy * math.sin(t)) / (0.5 * s.width_mm / math.sqrt(s.roundness))
    v = (-dx * math.sin(t) + dy * math.cos(t)) / (0.5 * s.width_mm * math.sqrt(s.roundness))
    angle = np.arctan2(v, u)
    wander = sum(a * np.sin(n * angle + p) for n, a, p in zip((3, 5, 8, 13), 0.008 / np.arange(1, 5),
                 rng.uniform(0, 2 * np.pi, 4), strict=True))  # fmt: skip
    r = np.hypot(u, v) * (1.0 + wander)
    kept = r < 1.0
    if s.broken:
        kept &= ~(u + 0.08 * np.sin(9.0 * v) > 1.0 - 2.0 * s.broken)
    # Flat ones have upright sides, domed ones lean in.
    power, root = 7.0 - 4.5 * s.dome, 0.35 + 0.35 * s.dome
    body = s.height_mm * np.maximum(1.0 - np.minimum(r, 1.0) ** power, 0.0) ** root
    rough = gaussian_filter(rng.normal(size=u.shape), 7.0)
    rough /= max(float(rough.std()), 1e-9)
    body = np.maximum(body + 0.25 * rough * np.minimum(body, 1.0), 0.3)
    share = np.clip((r - 0.5) / 0.25, 0.0, 1.0)[..., None]
    lab = np.array(s.middle) * (1.0 - share) + np.array(s.rim) * share
    lab[..., 0] += 1.5 * rough + 1.2 * gaussian_filter(rng.normal(size=u.shape), 1.5) * 4.0
    if s.crinkle > 0:
        lines = np.abs(gaussian_filter(rng.normal(size=u.shape), 10.0))
        cracks = lines < np.quantile(lines[kept], 0.18 * s.crinkle)
        body = np.where(cracks, np.maximum(body - 1.2, 0.3), body)
        lab[cracks, 0] -= 18.0 * s.crinkle
        powder = gaussian_filter(rng.normal(size=u.shape), 5.0) > 0.0
        dusted, thick = powder & ~cracks, 0.75 * s.crinkle
        lab[dusted] = lab[dusted] * (1.0 - thick) + np.array((92.0, 0.5, 3.0)) * thick
    if s.sugar > 0:
        grains = gaussian_filter(rng.normal(size=u.shape), 1.3)
        white = grains > np.quantile(grains, 1.0 - 0.45 * s.sugar)
        lab[white] = (93.0, 0.0, 2.0)
    height, colour, shine = table.height[box], table.lab[box], table.shine[box]
    depth = 1.0 - r
    for where, key in (((depth > 0.05) & (depth < 0.22), "rim"), (r < 0.5, "middle")):
        part = lab[where & kept][:, 0]
        if key == "rim":
            l_rim = float(np.median(part))
        else:
            l_middle = float(np.median(part))
    height[kept] = body[kept]
    colour[kept] = lab[kept]
    spots = gaussian_filter(rng.normal(size=u.shape), 8.0)
    greasy = spots > np.quantile(spots, 0.6)
    shine[kept & greasy] = s.shine
    across = 2.0 * math.sqrt(float(kept.sum()) * FINE * FINE / math.pi)
    table.truths.append(Truth(s.x, s.y, across, l_rim, l_middle, s.broken == 0.0))


def _lit(table: _Table, shot: Shot) -> Array:
    """Light that leaves each place of the grid towards the camera, linear."""
    x, y = _grid()
    z = table.height
    smooth = gaussian_filter(z, 1.0)
    gy, gx = np.gradient(smooth, FINE)
    length = np.sqrt(1.0 + gx * gx + gy * gy)
    normal = np.stack([-gx, -gy, np.ones_like(gx)]) / length
    albedo = light_of(table.lab)
    # Hollows beside a solid see less of the room.
    around = np.clip(1.0 - 0.06 * np.maximum(gaussian_filter(z, 6.0 / FINE) - z, 0.0), 0.55, 1.0)
    light = np.array(shot.room) * around[..., None]
    gloss = np.zeros((*x.shape, 3))
    eye = np.array([card.WIDTH / 2, card.HEIGHT / 2, shot.above_mm])
    for lamp in shot.lamps:
        to = np.stack([lamp.x - x, lamp.y - y, lamp.z - z])
        far = np.sqrt((to * to).sum(axis=0))
        to = to / far
        reach = float(np.hypot(lamp.x - card.WIDTH / 2, lamp.y - card.HEIGHT / 2) ** 2 + lamp.z**2)
        falls = np.maximum((to * normal).sum(axis=0), 0.0) * reach / far**2
        open_to = _shadow(z, lamp)
        light = light + (falls * open_to)[..., None] * np.array(lamp.colour)
        view = np.stack([eye[0] - x, eye[1] - y, eye[2] - z])
        half = to + view / np.sqrt((view * view).sum(axis=0))
        half = half / np.sqrt((half * half).sum(axis=0))
        meets = np.maximum((half * normal).sum(axis=0), 0.0) ** 60
        gloss += (2.2 * table.shine * meets * open_to)[..., None] * np.array(lamp.colour)
    return np.asarray(albedo * light + gloss)


def _shadow(height: Array, lamp: Lamp) -> Array:
    """Share of a lamp that each place sees, on the coarse grid and drawn finer."""
    step = round(COARSE / FINE)
    z = height[step // 2 :: step, step // 2 :: step]
    rows, columns = np.mgrid[0 : z.shape[0], 0 : z.shape[1]].astype(float)
    x, y = LEFT + COARSE * (columns + 0.5), TOP + COARSE * (rows + 0.5)
    tallest = float(z.max())
    free = np.zeros_like(z)
    spots = [(a * lamp.across / 2, b * lamp.across / 2) for a, b in ((0, 0), (-1, 0), (1, 0), (0, -1), (0, 1))]
    for ax, ay in spots:
        tx, ty, tz = lamp.x + ax - x, lamp.y + ay - y, lamp.z - z
        run = np.minimum((tallest - z + 0.1) / tz, 0.5)
        seen = np.ones_like(z, bool)
        for k in range(1, SHADOW_STEPS + 1):
            s = run * k / SHADOW_STEPS
            at = map_coordinates(z, [rows + ty * s / COARSE, columns + tx * s / COARSE], order=1, mode="nearest")
            seen &= at <= z + tz * s + 0.25
        free += seen
    soft = gaussian_filter(free / len(spots), 0.6)
    fine = np.mgrid[0 : height.shape[0], 0 : height.shape[1]].astype(np.float32)
    return np.asarray(map_coordinates(soft, (fine - (step - 1) / 2) / step, order=1, mode="nearest"), dtype=float)


def _seen(table: _Table, lit: Array, shot: Shot) -> Array:
    """What each pixel meets."""
    tall = 3 * shot.wide // 4
    px, py = np.meshgrid(np.arange(shot.wide) + 0.5 - shot.wide / 2, np.arange(tall) + 0.5 - tall / 2)
    corner = math.hypot(shot.wide / 2, tall / 2)
    focal = focal_px(shot)
    far = (px * px + py * py) / corner**2
    px, py = px * (1.0 + shot.bend * far), py * (1.0 + shot.bend * far)
    ax, ay, az = (math.radians(v) for v in (*shot.tilt, shot.turned))
    down = np.stack([px / focal, py / focal, -np.ones_like(px)])
    turn_z = np.array([[math.cos(az), -math.sin(az), 0], [math.sin(az), math.cos(az), 0], [0, 0, 1.0]])
    turn_x = np.array([[1.0, 0, 0], [0, math.cos(ax), -math.sin(ax)], [0, math.sin(ax), math.cos(ax)]])
    turn_y = np.array([[math.cos(ay), 0, math.sin(ay)], [0, 1.0, 0], [-math.sin(ay), 0, math.cos(ay)]])
    turn = turn_z @ turn_x @ turn_y
    ray = np.tensordot(turn, down, 1)
    # The camera stands where its axis meets the middle of the sheet.
    axis = turn @ np.array([0.0, 0.0, -1.0])
    eye = np.array([card.WIDTH / 2, card.HEIGHT / 2, 0.0]) - axis * shot.above_mm / -axis[2] * 1.0
    tallest = float(table.height.max()) + 0.5
    before = (tallest - eye[2]) / ray[2]
    ground = -eye[2] / ray[2]
    step = (ground - before) / MARCH
    at, found = ground.copy(), np.zeros(ground.shape, bool)
    under = np.full(ground.shape, -1.0)
    for k in range(MARCH + 1):
        t = before + step * k
        x, y, z = eye[0] + t * ray[0], eye[1] + t * ray[1], eye[2] + t * ray[2]
        gap = z - _look(table.height, x, y)
        hit = ~found & (gap <= 0.0) & (k > 0)
        # Where the ray went under between two steps.
        back = np.where(hit, gap / np.minimum(gap - under, -1e-9), 0.0)
        at = np.where(hit, t - step * np.clip(back, 0.0, 1.0), at)
        found |= hit
        under = gap
    x, y = eye[0] + at * ray[0], eye[1] + at * ray[1]
    return np.stack([_look(lit[..., c], x, y) for c in range(3)], axis=-1)


def focal_px(shot: Shot) -> float:
    """The zoom at which the sheet fills most of the picture, whatever the distance."""
    return 0.9 * shot.above_mm * min(shot.wide / card.WIDTH, 0.75 * shot.wide / card.HEIGHT) / 1.02


def focal_35(shot: Shot) -> float:
    """As phones write it: for a frame of 35 mm film, whose diagonal is 43.27 mm."""
    return 43.27 * focal_px(shot) / (1.25 * shot.wide)


def _look(values: Array, x: Array, y: Array) -> Array:
    rows, columns = (y - TOP) / FINE - 0.5, (x - LEFT) / FINE - 0.5
    return np.asarray(map_coordinates(values, [rows, columns], order=1, mode="nearest"))


def _developed(light: Array, shot: Shot, rng: np.random.Generator) -> Array:
    """As a phone hands it out."""
    tall, wide = light.shape[:2]
    far = np.hypot(*np.meshgrid(np.linspace(-1, 1, wide), np.linspace(-0.75, 0.75, tall))) / 1.25
    seen = gaussian_filter(light, (0.55, 0.55, 0)) * (1.0 - 0.18 * far**2)[..., None] * np.array(shot.white)
    seen *= 0.96 / np.quantile(seen.max(axis=-1), 0.99)
    grey = seen.mean(axis=-1, keepdims=True)
    seen = np.clip(grey + shot.colour * (seen - grey), 0.0, 1.0)
    values = coded(seen)
    curve = values + shot.contrast * (values * values * (3.0 - 2.0 * values) - values)
    sharp = curve + shot.sharpen * (curve - gaussian_filter(curve, (1.2, 1.2, 0)))
    noisy = np.clip(sharp + shot.noise * rng.normal(size=sharp.shape), 0.0, 1.0)
    out = io.BytesIO()
    Image.fromarray(np.round(255.0 * noisy).astype(np.uint8)).save(out, "JPEG", quality=shot.quality)
    return np.asarray(Image.open(io.BytesIO(out.getvalue())), dtype=float) / 255.0
