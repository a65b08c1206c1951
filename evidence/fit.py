"""Fit the current parameter set to the evidence: damped least squares on hinge residuals with a prior.

    python -m evidence.fit [iterations]
    python -m evidence.fit folds [iterations] [again]

A row costs nothing inside its range (with a small margin), and grows with its distance outside. Every parameter is
held towards its first value by its plausible range. The anchors marked as not fitted weigh nothing, and the practice
table is not looked at. The first form goes on from the current values and writes them to the table. The second leaves
out one family of recipes and one of effects at a time, fits the rest from the base values (terms base does not have:
from the current ones) and keeps each fold's verdicts in ``folds/``, so that it can be broken off and gone on with;
again starts from what each fold had found.
"""

from __future__ import annotations

import csv
import json
import os
import sys
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np

from dough.bake.outputs import Array
from dough.facts.bake_parameters import parameters, values
from evidence.rows import Evidence

FREE = """
A_s A_p hc_conv hc_fan h_pan_conv h_pan_fan h_contact k_cond f_side f_dome beta0 delta0 d_st f_bot_vap hyd0 hyd1 tau_hyd
hyd_prot kd0 d_half eta0 m_wlf phi_m n_phi omega b_set n_net tau_phi n_tau tau_fat c1 c2 k_inc k_prot k_pH k_sw chi0
chi_w psi_s eta_fat ks0 ksmax Tset0 Tset_s w_set set_prot set_egg set_pH f_mix f_ret phi_c phi_egg phi_prot phi_air
kL kLs tau_g pv_max kb0 Eb b_ph kc0 b_rest k_acid k_soda k_bp dip p_oven A_o B_f B_s A_r B_r melt_share melt_c loose
loose_at bang_more k_bind k_disc rs_half loose_thin lace_brown k_flour k_grain k_melt coat set_cap set_soft crowd_w
push_w melt_lag open_cells leta_carry d_skin brown_sug k_alk tray_h tray_b piped_area take_up nL
""".split()
HERE = Path(__file__).resolve().parent
TABLE = HERE.parent / "dough" / "data" / "bake_parameters.csv"
PRIOR = 0.15
#: Steps of the bakes while fitting; the verdicts are told with the forecast's own.
COARSE = (64, 16)
#: How far a parameter is moved to see what it does, in parts of its range.
STEPS = (0.03, 0.01)
#: What is left out together: a family of recipes and styles, and one of effects.
FOLDS = (
    ("drops", "solids"), ("thick and soft", "egg and liquid"), ("short", "warmth"),
    ("thin and lace", "gas, oven and size"), ("test bakes", "sugar"),
)  # fmt: skip


@dataclass(frozen=True)
class Space:
    """The free parameters on one scale: each from 0 to 1 within its plausible range, wide ones by their logarithm."""

    names: tuple[str, ...]
    low: Array
    high: Array
    log: np.ndarray[Any, np.dtype[np.bool_]]

    def numbers(self, at: Array) -> dict[str, float]:
        raw = self.low + at * (self.high - self.low)
        return dict(
            zip(self.names, np.where(self.log, np.exp(np.where(self.log, raw, 0.0)), raw).tolist(), strict=True)
        )

    def of(self, numbers: dict[str, float]) -> Array:
        raw = np.array([numbers[n] for n in self.names])
        raw = np.where(self.log, np.log(np.maximum(raw, 1e-300)), raw)
        return np.clip((raw - self.low) / (self.high - self.low), 0.0, 1.0)


def space() -> Space:
    table = parameters()
    names = tuple(s for s in FREE if table[s].high > table[s].low)
    low, high = np.array([table[s].low for s in names]), np.array([table[s].high for s in names])
    log = (low > 0) & (high > 8 * np.maximum(low, 1e-300))
    return Space(
        names,
        np.where(log, np.log(np.maximum(low, 1e-300)), low),
        np.where(log, np.log(np.maximum(high, 1e-300)), high),
        log,
    )


def firsts() -> dict[str, float]:
    """Where each parameter is held: its base value, or the current one of terms that base does not have."""
    return {s: p.base if p.low <= p.base <= p.high else p.current for s, p in parameters().items()}


def fit(evidence: Evidence, start: dict[str, float], left_out: tuple[str, ...], rounds: int) -> dict[str, float]:
    """The parameter set found from a start, without the families left out."""
    s, first = space(), space().of(firsts())
    rows = [r for r in evidence.rows if r.family not in left_out and r.weight > 0.0]

    def full(at: Array) -> Array:
        ends = evidence.outcomes({**start, **s.numbers(at)}, COARSE)
        return np.concatenate([*(r.residuals(r.value(ends)) for r in rows), PRIOR * 2.0 * (at - first)])

    x, damping, stuck = s.of(start), 0.3, 0
    r = full(x)
    print(f"start {r @ r:.2f}", flush=True)
    for step in range(rounds):
        # Hinges bend: a coarse and a fine step in turn see past different ones.
        jacobian = _slopes(full, x, r, STEPS[step % len(STEPS)])
        normal, slope = jacobian.T @ jacobian, jacobian.T @ r
        for _ in range(7):
            trial = np.clip(x + np.clip(_step(normal, slope, damping, x), -0.25, 0.25), 0.0, 1.0)
            tried = full(trial)
            if tried @ tried < r @ r:
                x, r, damping, stuck = trial, tried, max(damping * 0.4, 1e-3), 0
                break
            damping *= 3.0
        else:
            stuck, damping = stuck + 1, 0.3
            if stuck == len(STEPS):
                break
        print(f"{step + 1}: {r @ r:.2f} damping {damping:.3g}", flush=True)
    return {**start, **s.numbers(x)}


def _slopes(full: Callable[[Array], Array], x: Array, r: Array, size: float) -> Array:
    """How the residuals change with each parameter, shape (residuals, parameters); threads share the columns."""

    def column(k: int) -> Array:
        h = size if x[k] <= 1.0 - size else -size
        moved = x.copy()
        moved[k] += h
        return (full(moved) - r) / h

    with ThreadPoolExecutor(os.cpu_count()) as pool:
        return np.stack(list(pool.map(column, range(len(x)))), axis=1)


def _step(normal: Array, slope: Array, damping: float, x: Array) -> Array:
    """The damped step within the bounds: what stands at its end and would go past it is held, the rest solved anew."""
    held = damping * (np.diag(np.diag(normal)) + 0.05 * np.eye(len(x)))
    free = np.ones(len(x), dtype=bool)
    change = np.zeros(len(x))
    for _ in range(12):
        change[:] = 0.0
        change[free] = np.linalg.solve((normal + held)[np.ix_(free, free)], -slope[free])
        stuck = free & (((x <= 1e-9) & (change < 0.0)) | ((x >= 1.0 - 1e-9) & (change > 0.0)))
        if not stuck.any():
            break
        free &= ~stuck
    return change


def write(found: dict[str, float]) -> None:
    """Write values into the table's current column."""
    with TABLE.open(encoding="utf-8") as handle:
        rows = list(csv.DictReader(handle))
    for row in rows:
        if row["symbol"] in found:
            row["current"] = f"{found[row['symbol']]:.4g}"
    with TABLE.open("w", encoding="utf-8", newline="") as handle:
        writer = csv.DictWriter(handle, list(rows[0]), lineterminator="\n")
        writer.writeheader()
        writer.writerows(rows)


def fold_file(n: int) -> Path:
    return HERE / "folds" / f"fold{n + 1}.json"


def folds(rounds: int, again: bool) -> None:
    """Fit without each fold's families and keep what that fit says of them; again goes on from what each fold found
    before, which never saw its families either."""
    evidence = Evidence()
    known = values("current")
    for n, left_out in enumerate(FOLDS):
        start = {**known, **firsts()}
        if fold_file(n).exists():
            if not again:
                print(f"fold {n + 1} is there")
                continue
            before = json.loads(fold_file(n).read_text())["parameters"]
            start |= {k: v for k, v in before.items() if k in known}
        found = fit(evidence, start, left_out, rounds)
        ends = evidence.outcomes(found)
        said = {r.what + "|" + r.output: r.value(ends) for r in evidence.rows if r.family in left_out}
        fold_file(n).parent.mkdir(exist_ok=True)
        fold_file(n).write_text(json.dumps({"left_out": left_out, "parameters": found, "said": said}, indent=1) + "\n")


def main() -> None:
    words = sys.argv[1:]
    if words[:1] == ["folds"]:
        folds(int(words[1]) if len(words) > 1 else 12, "again" in words)
        return
    write(
        {k: v for k, v in fit(Evidence(), values("current"), (), int(words[0]) if words else 12).items() if k in FREE}
    )


if __name__ == "__main__":
    main()
