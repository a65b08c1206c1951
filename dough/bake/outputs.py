"""What came out: end values of every bake in a batch, by name."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from dough.bake import texture
from dough.bake.batch import Baked
from dough.bake.colour import lightness
from dough.bake.moisture import water_activity
from dough.facts.bake_parameters import plain
from dough.facts.nature import ZERO_C_K

Array = np.ndarray[Any, np.dtype[np.float64]]
ROOM_C = 22.0
#: Share of the radius growth at which spreading counts as over; growth under which the rim's set decides.
DONE_SHARE, LEAST_GROWTH, RIM_HALF_SET = 0.97, 0.03, 0.5


def endings(b: Baked) -> dict[str, Array]:
    """End values, each of shape (n,). Sizes mm, temperatures °C, moisture and loss %, scores 0-100.

    Sizes, moisture and scores are those 45 min after the oven; core, colour and loss_oven_pct at removal.
    """
    out, end = b.steps_bake, -1
    dry, folded = b.of("x_dry"), b.of("x_inc")
    w = {"whole": b.column("w"), "rim": b.column("w_edge"), "middle": b.column("w_centre")}
    radius, h0, volume = b.column("radius"), b.column("h0"), b.column("volume")
    matrix = {k: 100.0 * v[:, end] / (v[:, end] + dry - folded) for k, v in w.items()}
    glass = {"rim": b.column("tg_edge")[:, end] - ZERO_C_K, "middle": b.column("tg_centre")[:, end] - ZERO_C_K}
    height_mean = 1000.0 * b.of("mass") * volume[:, end] / (math.pi * radius[:, end] ** 2)
    raw = b.of("raw_l")
    body = 1.0 - folded
    sugar, fat, flour = (b.of(n) / body for n in ("x_sug", "x_fat", "x_flour"))
    protein = b.of("network")
    porosity = b.column("por_centre")[:, end]
    above_rim, above_middle = glass["rim"] - ROOM_C, glass["middle"] - ROOM_C
    t_set = set_minutes(b)
    after = (b.column("t") / 60.0 >= t_set[:, None])[:, : out + 1]
    result: dict[str, Array] = {
        "core_c": b.column("core")[:, out],
        "core_max_c": b.column("core").max(axis=1),
        "rim_c": b.column("edge")[:, out],
        "top_c": b.column("top")[:, out],
        "base_c": b.column("bottom")[:, out],
        "set_min": t_set,
        "diameter_mm": 2000.0 * radius[:, end],
        "growth": radius[:, end] / radius[:, 0],
        "height_middle_mm": 1000.0 * h0[:, end],
        "height_peak_mm": np.where(after, 1000.0 * h0[:, : out + 1], 0.0).max(axis=1),
        "height_out_mm": 1000.0 * h0[:, out],
        "height_rim_mm": 1000.0 * b.column("h_edge")[:, end],
        "height_mm": height_mean,
        "spread_factor": 2.0 * radius[:, end] / h0[:, end],
        **{f"moisture_{k}_pct": 100.0 * v[:, end] / (v[:, end] + dry) for k, v in w.items()},
        **{f"matrix_{k}_pct": v for k, v in matrix.items()},
        "loss_oven_pct": 100.0 * (b.of("x_w") - w["whole"][:, out]),
        "loss_pct": 100.0 * (b.of("x_w") - w["whole"][:, end]),
        "aw_rim": _activity(b, "u_edge"),
        "aw_middle": _activity(b, "u_centre"),
        "glass_rim_c": glass["rim"],
        "glass_middle_c": glass["middle"],
        "set_rim": b.column("set_edge")[:, end],
        "set_middle": b.column("set_centre")[:, end],
        "porosity": b.column("por")[:, end],
        "porosity_middle": porosity,
        "porosity_rim": b.column("por_edge")[:, end],
        "dissolved": b.column("dissolved")[:, end] / np.maximum(b.of("x_sug"), 1e-9),
        "l_rim": _shade(raw, b.column("edge_top_b")[:, out], b.darkest),
        "l_middle": _shade(raw, b.column("centre_top_b")[:, out], b.darkest),
        "l_base": _shade(raw, b.column("centre_bottom_b")[:, out], b.darkest),
        "browning_rim": b.column("edge_top_b")[:, out],
        "ph": b.of("ph"),
        "late_rise": late_rise(b),
    }
    h, p = result["height_mm"], plain(b.parameters)
    short = texture.shortness(p, fat / np.maximum(sugar, 1e-9))
    wet_rim, wet_middle = matrix["rim"], matrix["middle"]
    result |= {
        "rim_crisp": texture.rim_crispness(p, above_rim, wet_rim, h, short),
        "middle_crisp": texture.middle_crispness(p, above_middle, wet_middle, short),
        "middle_soft": texture.middle_softness(p, above_middle, wet_middle, h, short),
        "bite_chewy": texture.chew(p, wet_middle, sugar, porosity, protein),
        "crumb_cakey": texture.cakiness(p, porosity, h, wet_middle, sugar / flour),
        "tender": texture.tenderness(p, fat / flour, protein, porosity),
        "snap": texture.snap(p, matrix["whole"], 0.5 * (above_rim + above_middle), porosity, h, sugar, fat),
    }
    return result


def late_rise(b: Baked) -> Array:
    """Share by which a piece still grows once its rim is half set: what tears a set top open."""
    volume, rim = b.column("volume")[:, : b.steps_bake + 1], b.column("set_edge")[:, : b.steps_bake + 1]
    then = np.where(rim.max(axis=1) >= RIM_HALF_SET, np.argmax(rim >= RIM_HALF_SET, axis=1), rim.shape[1] - 1)
    return np.asarray(volume.max(axis=1) / volume[np.arange(len(volume)), then] - 1.0)


def set_minutes(b: Baked) -> Array:
    """Time of set, min: when 97 % of the widening is done, or for pieces that do not, when the rim half sets."""
    minutes = b.column("t") / 60.0
    radius, rim = b.column("radius"), b.column("set_edge")
    result = np.empty(len(radius))
    for i in range(len(radius)):
        start, final = radius[i, 0], radius[i, b.steps_bake]
        if final / start - 1.0 >= LEAST_GROWTH:
            result[i] = crossing(minutes[i], radius[i], start + DONE_SHARE * (final - start))
        else:
            result[i] = crossing(minutes[i], rim[i], RIM_HALF_SET)
    return result


def crossing(minutes: Array, series: Array, level: float) -> float:
    """First minute at which a series reaches a level, between its points; nan when it never does."""
    reached = np.nonzero(series >= level)[0]
    if len(reached) == 0:
        return math.nan
    j = int(reached[0])
    if j == 0:
        return float(minutes[0])
    share = (level - series[j - 1]) / (series[j] - series[j - 1])
    return float(minutes[j - 1] + share * (minutes[j] - minutes[j - 1]))


def _activity(b: Baked, column: str) -> Array:
    u = b.column(column)[:, -1]
    log_r = (np.log(u) - np.log(b.of("iso_a"))) / b.of("iso_b")
    return np.array([water_activity(x) for x in log_r])


def _shade(raw: Array, progress: Array, darkest: float) -> Array:
    return np.array([lightness(l0, p, darkest) for l0, p in zip(raw, progress, strict=True)])
