"""Fit the current parameter set to the evidence: damped least squares on hinge residuals with a prior.

    python -m evidence.fit [iterations] [base|current]

Starts from the first values (base) unless told to go on from the current ones. The anchors marked as not
fitted are held out: the fit never sees them, so that they can test it. A row costs nothing inside its
range (with a small margin), and grows with its distance outside. Every parameter is held towards its
first value by its plausible range. Writes the values to the table.
"""

from __future__ import annotations

import csv
import sys
from dataclasses import replace
from pathlib import Path

import numpy as np

from dough.bake.batch import bake
from dough.bake.model import with_crust
from dough.bake.outputs import endings
from dough.facts.bake_parameters import parameters, values
from evidence.anchors import RECIPES, anchors
from evidence.effects import BASE, applied, effects, inputs_of, sign_asked
from evidence.judge import LONG, outcomes
from evidence.kinds import style_inputs, typicals
from evidence.trends import trends

FREE = """
hc_conv h_pan_conv h_contact k_cond f_side f_dome beta0 delta0 d_st f_bot_vap hyd0 hyd1 tau_hyd hyd_prot kd0 d_half
eta0 m_wlf phi_m n_phi omega b_set n_net tau_phi n_tau tau_fat c1 c2 k_inc k_prot k_pH k_sw chi0 chi_w psi_s eta_fat
ks0 ksmax Tset0 Tset_s w_set set_prot set_egg set_pH f_mix f_ret phi_c phi_egg phi_prot phi_air kL kLs tau_g pv_max
kb0 Eb b_ph kc0 b_rest k_acid k_soda k_bp dip p_oven A_o B_f B_s A_r B_r melt_share melt_c loose loose_at bang_more
k_bind k_disc rs_half loose_thin lace_brown
""".split()
TABLE = Path(__file__).resolve().parents[1] / "dough" / "data" / "bake_parameters.csv"
SURE = {"H": 1.3, "M": 1.0, "L": 0.7}
PRIOR = 0.22


def _outside(value: float, low: float, high: float, margin: float) -> float:
    if not np.isfinite(value):
        return 2.0
    m = margin * (high - low)
    return max(low + m - value, value - high + m, 0.0)


class Problem:
    """The evidence as one residual vector."""

    def __init__(self) -> None:
        self.names = list(RECIPES)
        self.moves = trends()
        self.effects = effects()
        timed = [m.output.startswith("core") and m.output.endswith("_min") for m in self.moves]
        pairs = [
            replace(x, minutes=x.minutes * LONG) if late else x
            for m, late in zip(self.moves, timed, strict=True)
            for x in (m.base, m.variant)
        ]
        self.account = [RECIPES[n] for n in self.names] + pairs
        self.styles = style_inputs()
        self.typical = typicals()
        self.kitchen = [inputs_of(BASE)] + [applied(e) for e in self.effects]

    def residuals(self, numbers: dict[str, float]) -> np.ndarray:
        ends = outcomes(self.account, "current", numbers)
        found: list[float] = []
        for a in anchors():
            if not a.fitted:
                continue
            value = float(ends[a.output][self.names.index(a.recipe)])
            weight = SURE[a.confidence] * (3.0 if a.low <= a.first <= a.high else 1.0)
            found.append(weight * _outside(value, a.low, a.high, 0.06) / (0.3 * (a.high - a.low)))
        for i, m in enumerate(self.moves):
            j = len(self.names) + 2 * i
            value = m.value(float(ends[m.output][j]), float(ends[m.output][j + 1]))
            span = m.high - m.low
            found.append((4.0 if m.direction == "small" else 0.7) * _outside(value, m.low, m.high, 0.04) / (0.3 * span))
            still = 1.0 if m.kind == "ratio" else 0.0
            if m.direction != "small":
                wrong = still - value if m.direction == "up" else value - still
                found.append(6.0 * max(wrong + 0.02 * span, 0.0) / (0.2 * span))
        found += self._effects(numbers) + self._styles(numbers)
        return np.array(found)

    def _effects(self, numbers: dict[str, float]) -> list[float]:
        ends = endings(bake(self.kitchen, numbers))
        d, h = ends["diameter_mm"], ends["height_mm"]
        found = [_outside(float(d[0]), 83, 90, 0.1) / 2, _outside(float(h[0]), 8.5, 11, 0.1) / 1.0]
        for i, e in enumerate(self.effects, 1):
            weight = (0.3 if e.disputed else 1.0) * SURE[e.confidence]
            for value, span in ((100 * (d[i] / d[0] - 1), e.diameter), (100 * (h[i] / h[0] - 1), e.height)):
                _, low, high = span
                off = _outside(float(value), low, high, 0.0) / max(0.5 * (high - low), 1)
                found.append(0.35 * weight * min(off, 4))
                sign = sign_asked(span)
                if sign:
                    found.append(1.3 * weight * min(max(0.4 - float(value) * sign, 0.0) / 3.0, 3.0))
        return found

    def _styles(self, numbers: dict[str, float]) -> list[float]:
        baked = bake(list(self.styles.values()), numbers)
        ends, names = with_crust(baked, endings(baked)), list(self.styles)
        return [
            0.8 * _outside(float(ends[t.output][names.index(t.style)]), t.low, t.high, 0.0) / (0.4 * (t.high - t.low))
            for t in self.typical
        ]


def main() -> None:
    rounds = int(sys.argv[1]) if len(sys.argv) > 1 else 15
    table = parameters()
    numbers = values("current")
    free = [s for s in FREE if table[s].high > table[s].low]
    low = np.array([table[s].low for s in free])
    high = np.array([table[s].high for s in free])
    first = np.array([table[s].base for s in free])
    onward = len(sys.argv) > 2 and sys.argv[2] == "current"
    x = np.clip(np.array([numbers[s] if onward else table[s].base for s in free]), low, high)
    scale = high - low
    problem = Problem()

    def full(at: np.ndarray) -> np.ndarray:
        here = {**numbers, **dict(zip(free, at.tolist(), strict=True))}
        new = np.array([0.35 if table[s].base == 0 else 1.0 for s in free])
        return np.concatenate([problem.residuals(here), PRIOR * new * (at - first) / (0.5 * scale)])

    damping, r = 0.3, full(x)
    print(f"start {r @ r:.3f}", flush=True)
    for step in range(rounds):
        jacobian = np.empty((len(r), len(x)))
        for k in range(len(x)):
            h = 0.03 * scale[k] * (1.0 if x[k] + 0.03 * scale[k] <= high[k] else -1.0)
            moved = x.copy()
            moved[k] += h
            jacobian[:, k] = (full(moved) - r) / (h / scale[k])
        normal, slope = jacobian.T @ jacobian, jacobian.T @ r
        for _ in range(7):
            change = np.linalg.solve(normal + damping * (np.diag(np.diag(normal)) + 0.05 * np.eye(len(x))), -slope)
            trial = np.clip(x + np.clip(change, -0.25, 0.25) * scale, low, high)
            tried = full(trial)
            if tried @ tried < r @ r:
                x, r, damping = trial, tried, max(damping * 0.4, 1e-3)
                break
            damping *= 3.0
        print(f"{step + 1}: {r @ r:.3f} damping {damping:.3g}", flush=True)
        write(dict(zip(free, x.tolist(), strict=True)))


def write(found: dict[str, float]) -> None:
    with TABLE.open(encoding="utf-8") as handle:
        rows = list(csv.DictReader(handle))
    for row in rows:
        if row["symbol"] in found:
            row["current"] = f"{found[row['symbol']]:.4g}"
    with TABLE.open("w", encoding="utf-8", newline="") as handle:
        writer = csv.DictWriter(handle, list(rows[0]), lineterminator="\n")
        writer.writeheader()
        writer.writerows(rows)


if __name__ == "__main__":
    main()
