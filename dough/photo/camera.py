"""A simulated camera over the card: the stand-in for a real one in the demo and in tests, with known truth.

It draws paper, card and cookies as a pinhole camera held a little askew would see them, under uneven, tinted light,
with shadows, crumbs, noise and a slight blur.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from dough.bake.contract import Forecast
from dough.facts.colour import crust_lab
from dough.photo import card
from dough.photo.light import coded, light_of

Array = np.ndarray[Any, np.dtype[np.float64]]
Box = tuple[slice, slice]
EVERYWHERE: Box = (slice(None), slice(None))
#: Share of a cookie's height at which its outline is widest (judgement, L).
OUTLINE_AT = 0.3
#: Radii, of the whole, up to which the middle's shade reaches and from which the rim's does.
MIDDLE_TO, RIM_FROM = 0.55, 0.74
CRUMB_L = 45.0
#: The brightest the camera lets the sheet become, linear.
FULL = 0.97


@dataclass(frozen=True, slots=True)
class SceneCookie:
    """One cookie on the sheet: centre and mean diameter in mm, least over greatest width, turned by degrees, height,
    L*a*b* of rim and middle, share of its top that is cracks, and a broken-off part as a share of its width."""

    x: float
    y: float
    diameter_mm: float
    roundness: float
    turned: float
    height_mm: float
    rim: tuple[float, float, float]
    middle: tuple[float, float, float]
    cracks: float = 0.0
    broken: float = 0.0


@dataclass(frozen=True, slots=True)
class Camera:
    """How the picture is taken: pixels, mm above the sheet, degrees askew both ways and turned, light's fall from left
    to right and top to bottom as shares, its tint as red and blue over green, depth of shadows, noise (one sd of the
    coded value), crumbs."""

    width: int = 1440
    height: int = 1080
    above_mm: float = 560.0
    tilt_x: float = 4.0
    tilt_y: float = -3.0
    turned: float = 2.0
    fall_x: float = 0.18
    fall_y: float = -0.10
    red: float = 1.06
    blue: float = 0.88
    exposure: float = 0.92
    shadow: float = 0.35
    noise: float = 0.008
    crumbs: int = 25


@dataclass(frozen=True, slots=True)
class Ground:
    """What cookies lie on: wide and deep in mm, L*a*b* of it and of what is around it out to a margin in mm. Without
    anything said it is the card on a table."""

    wide_mm: float = card.WIDTH
    deep_mm: float = card.HEIGHT
    lab: tuple[float, float, float] = (card.PAPER_L, 0.0, 1.0)
    around: tuple[float, float, float] = (58.0, 2.0, 6.0)
    margin_mm: float = 0.0

    @property
    def printed(self) -> bool:
        return (self.wide_mm, self.deep_mm) == (card.WIDTH, card.HEIGHT)

    def corners(self, camera: Camera) -> list[tuple[float, float]]:
        """Its corners in a picture, shares of width and height: back left, back right, front right, front left."""
        at = np.array([(0.0, 0.0), (self.wide_mm, 0.0), (self.wide_mm, self.deep_mm), (0.0, self.deep_mm)])
        px, py, w = _view(camera, 0.0, self) @ np.column_stack([at, np.ones(4)]).T
        return [(float(x / v / camera.width), float(y / v / camera.height)) for x, y, v in zip(px, py, w, strict=True)]


CARD = Ground()


def scene_of(forecast: Forecast, count: int, rng: np.random.Generator) -> tuple[SceneCookie, ...]:
    """Cookies as forecast, each a little different, laid in rows. Up to as many as the sheet holds."""
    size, height = forecast.ends["diameter_mm"], forecast.ends["height_mm"]
    found = []
    for x, y in places(size * 1.08, count):
        away = rng.normal(size=6)
        rim, middle = (
            crust_lab(min(max(forecast.crust_l[part] + away[i], 16.0), 94.0), forecast.raw_l)
            for i, part in enumerate(("rim", "middle"))
        )
        found.append(
            SceneCookie(
                x + 0.8 * away[2],
                y + 0.8 * away[3],
                size * (1.0 + 0.015 * away[4]),
                min(1.0, 0.965 + 0.012 * away[5]),
                float(rng.uniform(0.0, 180.0)),
                height,
                rim,
                middle,
                float(rng.uniform(0.0, 0.03)),
            )
        )
    return tuple(found)


def places(pitch: float, count: int) -> list[tuple[float, float]]:
    """Centres in rows on the sheet's field, clear of the marks, mm; fewer when no more fit."""
    left, top, right, bottom = card.FIELD
    across, down = max(int((right - left) / pitch), 1), max(int((bottom - top) / pitch), 1)
    found = []
    for row in range(down):
        for column in range(across):
            x, y = left + (column + 0.5) * (right - left) / across, top + (row + 0.5) * (bottom - top) / down
            if all(math.hypot(x - mx, y - my) > 0.5 * pitch + card.RING_OUT for mx, my in card.MARKS):
                found.append((x, y))
    return found[:count]


def picture(cookies: tuple[SceneCookie, ...], camera: Camera, rng: np.random.Generator, ground: Ground = CARD) -> Array:
    """The picture, coded 0 to 1, shape (height, width, 3)."""
    from skimage.filters import gaussian

    across = _view(camera, 0.0, ground)
    x, y = _on_plane(across, camera)
    lab = _lying(x, y, ground)
    shade = np.ones_like(x)
    for c in cookies:
        d = np.hypot(x - c.x - 0.35 * c.height_mm, y - c.y - 0.6 * c.height_mm)
        edge = 0.5 * c.diameter_mm + 0.5 * c.height_mm
        near = d < edge + 14.0
        shade[near] *= 1.0 - camera.shadow / (1.0 + np.exp((d[near] - edge + 2.0) / 2.2))
    light = light_of(lab) * shade[..., None]
    for c in cookies:
        _draw(light, c, camera, rng, ground)
    _crumbs(light, across, camera, rng, ground)
    u, v = (x / ground.wide_mm - 0.5), (y / ground.deep_mm - 0.5)
    lamp = camera.exposure * (1.0 + camera.fall_x * u + camera.fall_y * v - 0.12 * (u**2 + v**2))
    light = light * lamp[..., None] * np.array([camera.red, 1.0, camera.blue])
    # As a camera does by itself: nothing on the sheet burns out.
    light *= min(1.0, FULL / float(np.quantile(light.max(axis=-1), 0.995)))
    seen = gaussian(coded(light), sigma=0.7, channel_axis=-1)
    noisy = seen + camera.noise * rng.normal(size=seen.shape)
    return np.asarray(np.round(255.0 * np.clip(noisy, 0.0, 1.0)) / 255.0)


def _view(camera: Camera, z: float, ground: Ground) -> Array:
    """Homography from mm on the plane z above the sheet to pixels, shape (3, 3)."""
    ax, ay, az = (math.radians(v) for v in (camera.tilt_x, camera.tilt_y, camera.turned))
    rx = np.array([[1, 0, 0], [0, math.cos(ax), -math.sin(ax)], [0, math.sin(ax), math.cos(ax)]])
    ry = np.array([[math.cos(ay), 0, math.sin(ay)], [0, 1, 0], [-math.sin(ay), 0, math.cos(ay)]])
    rz = np.array([[math.cos(az), -math.sin(az), 0], [math.sin(az), math.cos(az), 0], [0, 0, 1]])
    turn = rx @ ry @ rz
    # What is photographed fills about nine tenths of the picture, whatever the distance: the cook zooms.
    wide, deep = ground.wide_mm + ground.margin_mm, ground.deep_mm + ground.margin_mm
    focal = 0.88 * camera.above_mm * min(camera.width / wide, camera.height / deep)
    inner = np.array([[focal, 0, camera.width / 2], [0, focal, camera.height / 2], [0, 0, 1]])
    centre = np.array([ground.wide_mm / 2, ground.deep_mm / 2, 0.0])
    # Up is towards the camera: a point at height z is nearer by z.
    plane = np.column_stack([[1.0, 0, 0], [0, 1.0, 0], np.array([0, 0, -z]) - centre])
    shifted = turn @ plane
    shifted[:, 2] += [0.0, 0.0, camera.above_mm]
    return np.asarray(inner @ shifted)


def _on_plane(view: Array, camera: Camera, box: Box = EVERYWHERE) -> tuple[Array, Array]:
    """mm on the sheet of every pixel, or of those in a box."""
    px, py = np.meshgrid(np.arange(camera.width)[box[1]] + 0.5, np.arange(camera.height)[box[0]] + 0.5)
    back = np.linalg.inv(view)
    w = back[2, 0] * px + back[2, 1] * py + back[2, 2]
    return (
        (back[0, 0] * px + back[0, 1] * py + back[0, 2]) / w,
        (back[1, 0] * px + back[1, 1] * py + back[1, 2]) / w,
    )


def _box(view: Array, x: float, y: float, reach: float) -> Box:
    """The pixels around a place on the sheet."""
    corners = view @ np.array([[x + a, y + b, 1.0] for a in (-reach, reach) for b in (-reach, reach)]).T
    px, py = corners[0] / corners[2], corners[1] / corners[2]
    rows = slice(max(int(py.min()), 0), max(int(py.max()) + 1, 0))
    return rows, slice(max(int(px.min()), 0), max(int(px.max()) + 1, 0))


def _lying(x: Array, y: Array, ground: Ground) -> Array:
    """L*a*b* of what is around, the ground, and what is printed on it."""
    lab = np.zeros((*x.shape, 3))
    lab[...] = ground.around
    on = (x >= 0) & (x <= ground.wide_mm) & (y >= 0) & (y <= ground.deep_mm)
    lab[on] = ground.lab
    if not ground.printed:
        return lab
    for n, (mx, my) in enumerate(card.MARKS):
        r = np.hypot(x - mx, y - my)
        lab[((r < card.RING_OUT) & (r > card.RING_IN)) | ((r < card.DOT) if n else (r < 0.0))] = (18.0, 0.0, 0.0)
    for p in card.patches():
        lab[(x > p.x) & (x < p.x + p.side) & (y > p.y) & (y < p.y + p.side)] = p.lab
    sx, sy, length = card.SCALE
    tick = (np.abs(x - np.round(x)) < 0.15) & (x > sx - 0.2) & (x < sx + length + 0.2) & (y > sy) & (y < sy + 4.0)
    lab[tick & on] = (25.0, 0.0, 0.0)
    return lab


def _draw(light: Array, c: SceneCookie, camera: Camera, rng: np.random.Generator, ground: Ground) -> None:
    """One cookie into the picture, at the height where its outline is widest."""
    from skimage.filters import gaussian

    view = _view(camera, OUTLINE_AT * c.height_mm, ground)
    box = _box(view, c.x, c.y, 0.6 * c.diameter_mm)
    bx, by = _on_plane(view, camera, box)
    if bx.size == 0:
        return
    bx, by = bx - c.x, by - c.y
    t = math.radians(c.turned)
    major = c.diameter_mm / math.sqrt(c.roundness)
    u = (bx * math.cos(t) + by * math.sin(t)) / (0.5 * major)
    v = (-bx * math.sin(t) + by * math.cos(t)) / (0.5 * major * c.roundness)
    r, angle = np.hypot(u, v), np.arctan2(v, u)
    # A real rim wanders a little; its mean stays.
    a, b = rng.uniform(0.0, 2 * math.pi, 2)
    r = r * (1.0 + 0.010 * np.sin(5 * angle + a) + 0.006 * np.sin(9 * angle + b))
    inside = (r < 1.0) & ~((u > 1.0 - 2.0 * c.broken) if c.broken else np.zeros_like(u, bool))
    share = np.clip((r - MIDDLE_TO) / (RIM_FROM - MIDDLE_TO), 0.0, 1.0)[..., None]
    lab = np.array(c.middle) * (1.0 - share) + np.array(c.rim) * share
    bumps = gaussian(rng.normal(size=u.shape), sigma=6.0)
    lab[..., 0] += 1.2 * bumps / max(float(bumps.std()), 1e-9)
    if c.cracks > 0:
        lines = np.abs(gaussian(rng.normal(size=u.shape), sigma=9.0))
        lab[lines < np.quantile(lines[inside], c.cracks), 0] -= 14.0
    light[box][inside] = light_of(lab)[inside]


def _crumbs(light: Array, view: Array, camera: Camera, rng: np.random.Generator, ground: Ground) -> None:
    left, top, right, bottom = card.FIELD if ground.printed else (0.0, 0.0, ground.wide_mm, ground.deep_mm)
    for _ in range(camera.crumbs):
        cx, cy, r = rng.uniform(left, right), rng.uniform(top, bottom), rng.uniform(0.4, 1.6)
        box = _box(view, cx, cy, r + 0.5)
        x, y = _on_plane(view, camera, box)
        light[box][np.hypot(x - cx, y - cy) < r] = light_of(np.array([CRUMB_L, 13.0, 26.0]))
