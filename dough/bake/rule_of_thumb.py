"""A throwaway forecast until the bake model takes its place: practice rules, labelled as such.

Size: diameter in cm = k · portion^⅓ with the style's k (practice, k ± 8 %), exponent 0.36 for the
part of a portion change beyond ×1.5. Changes against the style's typical formula move it by
percentages (trade and test-bake practice), combined as Σ = Σ ln(1 + δ), ln x = c·tanh(Σ/c) with
c = 0.30 for diameter and 0.35 for height. Scores start from the style and move by ten points a
noticeable step. It knows nothing of oven, rest, method or flour strength, and says so.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from statistics import fmean, median

from dough.bake.contract import BakeCase, Effect, Estimate, Forecast, Makeup, Window
from dough.bake.intake import makeup
from dough.formula import Line, Step
from dough.outline import FULLNESS_CUT, FULLNESS_DROP, outline
from dough.styles import Style

POINTS_PER_STEP = 10.0
L_PER_BROWNING_STEP = 4.0
SCORES = ("rim_crisp", "middle_soft", "bite_chewy", "crumb_cakey")
DOUGH_DENSITY_G_ML = 1.2

NOT_COUNTED = (
    "oven temperature and fan", "rest and chill", "method and butter", "flour strength", "sugar kind", "fold-ins",
    "tray",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Rule:
    """Effect of one stated change: percent of diameter and height, then steps of each judgement.

    size is the change it is stated for: a ratio − 1, or a difference where ``plain`` says so.
    """

    what: str
    size: float
    diameter: float
    height: float
    rim: float = 0.0
    middle: float = 0.0
    bite: float = 0.0
    crumb: float = 0.0
    browning: float = 0.0
    disputed: bool = False


# Stated steps and sizes from practice; H where controlled bakes agree, else M.
# Stated for 10 to 25 °C only, so held at those ends.
DOUGH_TEMP = Rule("dough temperature", 1.0, 1.0, -1.5)
SUGAR_UP = Rule("more sugar", 0.10, 3.0, -4.0, 0.7, -0.3, 0.3, -0.5, 0.5)
SUGAR_DOWN = Rule("less sugar", -0.10, -3.5, 4.0, -0.6, 0.3, -0.3, 0.6, -0.5)
FLOUR_UP = Rule("more flour", 0.10, -5.0, 7.0, -0.5, 0.2, -0.3, 0.7, -0.3)
FLOUR_DOWN = Rule("less flour", -0.10, 6.0, -8.0, 0.6, -0.3, 0.2, -0.7, 0.3)
EGG = Rule("egg", 18.0, -1.0, 6.0, -0.8, 0.8, -0.3, 1.6, 0.3, disputed=True)
FAT_UP = Rule("more fat", 0.10, 3.0, -4.0, 0.4, 0.0, -0.2, -0.4, 0.2)
FAT_DOWN = Rule("less fat", -0.20, -6.0, 7.0, -0.6, -0.3, 0.3, 1.0, -0.2)
SODA = Rule("soda", 0.5, 5.0, -2.0, 0.4, 0.0, 0.3, -0.3, 1.5)
MINUTES = Rule("time in the oven", 1.0, 0.0, 0.0, 0.7, -1.0, -0.3, 0.0, 0.8)
DOUBLE = Rule("larger portion", 1.0, 0.0, 0.0, -0.6, 1.1, 0.3, 0.0, -0.3)


def forecast(case: BakeCase) -> Forecast:
    """The rule-of-thumb forecast of a case, against its style's typical formula and bake."""
    style, piece = case.style, case.piece
    moves = _moves(case.makeup, _reference(style), case)
    ln_d = _saturate(sum(math.log1p(r.diameter * n / 100) for r, n in moves), 0.30)
    ln_h = _saturate(sum(math.log1p(max(r.height * n / 100, -0.9)) for r, n in moves), 0.35)
    size = piece.portion_g / style.portion_g.typical
    if style.k_cm and style.diameter_mm:
        base = 10 * style.k_cm.typical * style.portion_g.typical ** (1 / 3) * _portion_factor(size)
        spread = (style.k_cm.low / style.k_cm.typical, style.k_cm.high / style.k_cm.typical)
        tall, fullness = style.height_mm.typical * size**0.28, FULLNESS_DROP
    else:
        start, thick = _start(case)
        low, high = style.cut_growth or (1.0, 1.1)
        base, tall, fullness = start * (low + high) / 2, style.height_mm.typical * thick, FULLNESS_CUT
        spread = (2 * low / (low + high), 2 * high / (low + high))
    diameter, height = base * math.exp(ln_d), tall * math.exp(ln_h)
    doubling = math.log2(size)
    scores = {
        key: start + POINTS_PER_STEP * (sum(getattr(r, axis) * n for r, n in moves) + getattr(DOUBLE, axis) * doubling)
        for key, axis, start in zip(
            SCORES, ("rim", "middle", "bite", "crumb"),
            (style.rim_crisp, style.middle_soft, style.bite_chewy, style.crumb_cakey), strict=True)
    }  # fmt: skip
    browning = sum(r.browning * n for r, n in moves) + DOUBLE.browning * doubling
    crust = min(max((style.crust_l or 45.0) - L_PER_BROWNING_STEP * browning, 25.0), 90.0)
    estimates = {
        "diameter_mm": Estimate(diameter, diameter * spread[0], diameter * spread[1]),
        "height_mm": Estimate(height, height * 0.85, height * 1.15),
        **{k: Estimate(min(max(v, 0.0), 100.0)) for k, v in scores.items()},
        "crust_l": Estimate(crust, crust - 6, crust + 6),
    }
    longer = size**0.36
    return Forecast(
        method="rule_of_thumb",
        method_words="Rule of thumb, not yet a bake model",
        reference=f"typical {style.name.lower()} of {style.portion_g.typical:g} g",
        estimates=estimates,
        profile=outline(diameter, height, fullness),
        crust_l={"rim": max(crust - 5, 20.0), "middle": min(crust + 6, 92.0), "base": max(crust - 3, 20.0)},
        window=Window(round(2 * style.minutes.low * longer) / 2, round(2 * style.minutes.high * longer) / 2,
                      "usual for this style", "usual for this style"),
        effects=tuple(
            Effect(r.what, r.diameter * n, r.height * n, "practice", r.disputed)
            for r, n in moves
            if abs(r.diameter * n) + abs(r.height * n) > 0.1
        ),
        not_counted=NOT_COUNTED,
        warnings=() if style.crust_l else ("A dark dough: judge by time and rim, not by colour.",),
    )  # fmt: skip


def _reference(style: Style) -> Makeup:
    lines = [Line(str(i), ident, pct, Step.DRY) for i, (ident, pct) in enumerate(style.formula)]
    return makeup(lines)


def _moves(m: Makeup, ref: Makeup, case: BakeCase) -> list[tuple[Rule, float]]:
    """Each rule with how many of its stated steps apply.

    Formula and reference are brought to one size by the middle of the four main ratios, so that
    changing one ingredient shows as that ingredient's change and not as four. The mean has a part
    in it because a bare median would not move when the middle ratio itself is changed.
    """
    pairs = {"flour": (m.flour_g, ref.flour_g), "sugar": (m.sugar_g, ref.sugar_g), "fat": (m.fat_g, ref.fat_g),
             "egg": (m.egg_g, ref.egg_g)}  # fmt: skip
    logs = {k: math.log(a / b) for k, (a, b) in pairs.items() if a > 0 and b > 0}
    scale = 0.7 * median(logs.values()) + 0.3 * fmean(logs.values()) if logs else 0.0
    change = {k: _bounded(math.expm1(v - scale)) for k, v in logs.items()}
    for k, (a, b) in pairs.items():
        if k not in change and k in ("sugar", "fat") and b > 0 >= a:
            change[k] = -0.6
    per_flour = 100.0 * math.exp(-scale) / ref.flour_g if ref.flour_g else 0.0
    return [
        (SUGAR_UP, max(change.get("sugar", 0.0), 0.0) / SUGAR_UP.size),
        (SUGAR_DOWN, min(change.get("sugar", 0.0), 0.0) / SUGAR_DOWN.size),
        (FLOUR_UP, max(change.get("flour", 0.0), 0.0) / FLOUR_UP.size),
        (FLOUR_DOWN, min(change.get("flour", 0.0), 0.0) / FLOUR_DOWN.size),
        (FAT_UP, max(change.get("fat", 0.0), 0.0) / FAT_UP.size),
        (FAT_DOWN, min(change.get("fat", 0.0), 0.0) / FAT_DOWN.size),
        (EGG, (m.egg_g * per_flour - 100.0 * ref.egg_g / ref.flour_g) / EGG.size),
        (SODA, min(max((m.soda_g * per_flour - 100.0 * ref.soda_g / ref.flour_g) / SODA.size, -3.0), 3.0)),
        (DOUGH_TEMP, min(max(case.handling.dough_temp_c, 10.0), 25.0) - (20.0 if case.style.is_drop else 12.0)),
        (MINUTES, (case.heat.minutes - case.style.minutes.typical) * 11.0 / case.style.minutes.typical),
    ]


def _bounded(change: float) -> float:
    return min(max(change, -0.6), 1.5)


def _saturate(total: float, ceiling: float) -> float:
    return ceiling * math.tanh(total / ceiling)


def _portion_factor(size: float) -> float:
    """m^⅓ up to ×1.5 either way, m^0.36 beyond (larger pieces flow longer; practice, M)."""
    near = min(max(size, 1 / 1.5), 1.5)
    return float(near ** (1 / 3) * (size / near) ** 0.36)


def _start(case: BakeCase) -> tuple[float, float]:
    """Start width in mm of a cut piece, and its thickness relative to the style's own."""
    usual = case.style.start_thickness_mm or 10.0
    thick = case.piece.start_thickness_mm or usual
    if case.piece.start_diameter_mm:
        return case.piece.start_diameter_mm, thick / usual
    volume_mm3 = 1000.0 * case.piece.portion_g / DOUGH_DENSITY_G_ML
    return math.sqrt(4 * volume_mm3 / (math.pi * thick)), thick / usual
