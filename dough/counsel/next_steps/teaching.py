"""The bake that teaches most: what could be done tonight, ranked by what it would tell about the cookie wished for in
an hour of somebody's time, and which result would change which decision.

Everything not known (the kitchen's six figures, the dough's own four, its scores, how far off each change's slope is)
is taken as so many unknowns of one sd each; a bake is one linear look at them, worked out from forecasts at the
kitchen's shifts. What it tells is counted in bits about the measures wished, known no finer than a tenth of a clear
miss.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.accounts.formula import Draft, Step
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_inputs
from dough.bake.model import Z80, end_values
from dough.bake.taught import SCORES, THETA, row_of
from dough.counsel.next_steps.ladder import PAYS, Rung
from dough.counsel.next_steps.ranking import SLOPE_SD
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryErrors
from dough.facts.quantities import Quantity, quantity
from dough.facts.scatter import AS_USUAL, Scatter
from dough.facts.tables import rows

Array = np.ndarray[Any, np.dtype[np.float64]]
SIZED = ("diameter_mm", "height_mm", "crust_l", "loss_pct")
#: Known finer than this share of a clear miss brings nothing; a result has to be better by this to change a decision.
FINE, DECIDES = 0.1, 0.05
#: An oven thermometer, read over three heatings: one sd, K, and the minutes of somebody's time (M).
THERMOMETER_K, THERMOMETER_MIN = 3.0, 12.0
#: A second pull: this much earlier, min.
EARLIER_MIN = 2.0
#: Pieces measured of a bake, and minutes it takes to taste and score four things.
MEASURED_PIECES, TASTING_MIN = 3, 8.0
#: How far a reading is followed to either side, in sd, and in what steps.
FAR_SD, STEP_SD = 2.0, 0.1
AS_IS = "the draft as it is"


@dataclass(frozen=True, slots=True)
class Narrowed:
    """How sure one wished measure is, before and after: half the range that holds 8 times in 10, in its unit."""

    attribute: Quantity
    before: float
    after: float


@dataclass(frozen=True, slots=True)
class Flip:
    """A reading beyond which another next step is better: of which measure and bake (as in ``Look``), the value and
    the side (1: above it), in words; how often it comes, and what is then best."""

    key: str
    bake: int
    value: float
    side: float
    words: str
    chance: float
    option: int


@dataclass(frozen=True, slots=True)
class Look:
    """One reading: of which measure (empty: the oven's), of which bake (0 the draft, then the rungs, then the earlier
    pull), what is expected, its row of unknowns, its own scatter in one sd."""

    key: str
    bake: int
    expected: float
    row: Array
    sd: float


@dataclass(frozen=True, slots=True)
class Lesson:
    """One thing that could be done: name, what is read, minutes of somebody's time, bits it tells about the measures
    wished, how sure they become, the results that change the decision, and how much nearer the cookie is expected for
    knowing, in clear misses."""

    name: str
    reads: str
    minutes: float
    bits: float
    narrowed: tuple[Narrowed, ...]
    flips: tuple[Flip, ...]
    gain: float
    looks: tuple[Look, ...]

    @property
    def bakes(self) -> bool:
        """Whether anything is baked."""
        return any(x.key for x in self.looks)

    @property
    def an_hour(self) -> float:
        """Bits in an hour of somebody's time."""
        return 60.0 * self.bits / self.minutes


@dataclass(frozen=True, slots=True)
class Teaching:
    """Lessons by what they tell in an hour, most first; the next steps there are to choose from, the one best now by
    its place, and how it is said."""

    lessons: tuple[Lesson, ...]
    options: tuple[str, ...]
    best: int

    @property
    def words(self) -> str:
        """The answer in a sentence."""
        first = self.lessons[0]
        if first.bits < 0.05:
            return "Nothing that could be done tonight tells much more: it is known about as well as bakes repeat."
        told = max(first.narrowed, key=lambda n: n.before / max(n.after, 1e-9))
        a = told.attribute
        return (
            f"Most for an hour of yours: {first.name}. It brings {a.label.lower()} from "
            f"±{a.amount(told.before)} to ±{a.amount(told.after)}."
        )


def teaching(
    setting: Setting, target: Cookie, rungs: Sequence[Rung], scatter: Scatter = AS_USUAL
) -> Teaching | None:  # fmt: skip
    """What teaches most about a draft and the rungs of its ladder; None without a forecast or a target."""
    wished = [a for a in ATTRIBUTES if getattr(target, a.key) is not None]
    case = setting.case()
    if not wished or not isinstance(case, BakeCase) or setting.style is None:
        return None
    try:
        known = _Known(setting, target, rungs, scatter)
    except EntryErrors:
        return None
    return Teaching(
        tuple(sorted((known.lesson(c) for c in known.candidates()), key=lambda x: -x.an_hour)), known.names, known.best
    )


def best_step(setting: Setting, target: Cookie, rungs: Sequence[Rung]) -> str | None:
    """The step expected to come nearest by what is known, of the draft and these rungs; None where nothing is known."""
    try:
        known = _Known(setting, target, rungs, AS_USUAL) if isinstance(setting.case(), BakeCase) else None
    except EntryErrors:
        return None
    return None if known is None else known.names[known.best]


@dataclass(frozen=True, slots=True)
class _Candidate:
    name: str
    reads: str
    minutes: float
    looks: tuple[Look, ...]


def looked_at(settings: Sequence[Setting], keys: Sequence[str]) -> tuple[Array, Array]:
    """End values, shape (bakes, keys), and what one sd of everything not known does to them, shape (bakes, keys,
    unknowns), by bakes at every shift of the kitchen. Raises EntryErrors beyond the model."""
    cases = [c for s in settings if isinstance(c := s.case(), BakeCase)]
    inputs, thetas = [], []
    for c in cases:
        kitchens = c.taught.shifted()
        inputs += [bake_inputs(c)] * (1 + len(kitchens))
        thetas += [c.taught.learned, *kitchens]
    n = 1 + len(THETA)
    told = end_values(
        bake(inputs, learned=thetas), [c.taught for c in cases for _ in range(n)],
        [c.eaten for c in cases for _ in range(n)],
    )  # fmt: skip
    ends = np.array([[told[k][i * n] for k in keys] for i in range(len(cases))])
    found = np.array([
        [row_of(k, float(told[k][i * n]), told[k][i * n + 1 : (i + 1) * n] - told[k][i * n], c.taught) for k in keys]
        for i, c in enumerate(cases)
    ])  # fmt: skip
    return ends, found


def _inside(words: str) -> str:
    """A name inside a sentence."""
    return words[:1].lower() + words[1:]


class _Known:
    """Options and what is not known of them, as rows of one vector of unknowns of one sd each."""

    def __init__(self, setting: Setting, target: Cookie, rungs: Sequence[Rung], scatter: Scatter) -> None:
        self.setting, self.target, self.rungs, self.scatter = setting, target, tuple(rungs), scatter
        self.wished = [(a.key, a.step, float(getattr(target, a.key))) for a in ATTRIBUTES
                       if getattr(target, a.key) is not None]  # fmt: skip
        self.keys = tuple(dict.fromkeys([*(k for k, _, _ in self.wished), *SIZED, *SCORES]))
        made = [r.setting_of(setting) for r in self.rungs]
        earlier = self._earlier()
        baked = [setting, *made, *([earlier] if earlier else [])]
        self.ends, self.rows = looked_at(baked, self.keys)
        self.earlier = len(baked) - 1 if earlier else None
        self._with_slopes()
        self.names = (AS_IS, *(", ".join(_inside(m.words) for m in r.moves) for r in self.rungs))
        everything = np.eye(self.width)
        #: A change has to pay, here as on the ladder.
        self.price = [0.0, *(PAYS * len(r.moves) for r in self.rungs)]
        away = self._away(np.zeros(self.width), everything)
        self.best = int(np.argmin(away))
        self.away_now = away[self.best]

    @property
    def width(self) -> int:
        return int(self.rows.shape[2])

    def _earlier(self) -> Setting | None:
        p = self.setting.draft.process
        if p.minutes is None or p.minutes <= 2.0 * EARLIER_MIN:
            return None
        return self.setting.with_draft(
            replace(self.setting.draft, process=replace(p, minutes=p.minutes - EARLIER_MIN))
        )  # fmt: skip

    def _with_slopes(self) -> None:
        """Unknowns for how far off the slope of each change is, one a measure: what a change alone does to it."""
        changed: list[tuple[int, str, Setting]] = []
        for n, r in enumerate(self.rungs, 1):
            for m in r.moves:
                changed.append(
                    (n, m.lever.key, self.setting.with_draft(m.lever.apply(self.setting.draft, m.size), m.lever.kit))
                )
        ends = looked_at([s for _, _, s in changed], self.keys)[0] if changed else np.zeros((0, len(self.keys)))
        alone = [(n, key, by_itself) for (n, key, _), by_itself in zip(changed, ends, strict=True)]
        if self.earlier is not None:
            alone.append((self.earlier, "process:minutes", self.ends[self.earlier]))
        levers = list(dict.fromkeys(key for _, key, _ in alone))
        count = len(self.keys)
        more = np.zeros((*self.rows.shape[:2], len(levers) * count))
        for n, key, by_itself in alone:
            at = levers.index(key) * count
            for k in range(count):
                more[n, k, at + k] += SLOPE_SD * (by_itself[k] - self.ends[0, k])
        self.rows = np.concatenate([self.rows, more], axis=2)

    def candidates(self) -> Iterable[_Candidate]:
        """What could be done tonight."""
        sized, tasted = "width, height, weight and shade", "width, height, weight, shade and scores"
        one = self._minutes([self.setting.draft])
        yield _Candidate("bake the draft as it is", sized, one, self._looks(0, SIZED))
        yield _Candidate("bake the draft as it is and taste it", tasted, one + TASTING_MIN,
                         self._looks(0, (*SIZED, *SCORES)))  # fmt: skip
        for n, r in enumerate(self.rungs, 1):
            name = self.names[n]
            yield _Candidate(f"bake with {name}, and taste it", tasted, self._minutes([r.draft]) + TASTING_MIN,
                             self._looks(n, (*SIZED, *SCORES)))  # fmt: skip
        if self.rungs:
            both = (*self._looks(0, (*SIZED, *SCORES)), *self._looks(1, (*SIZED, *SCORES)))
            yield _Candidate(
                f"bake the draft and one with {self.names[1]} beside each other, and taste both", tasted,
                self._minutes([self.setting.draft, self.rungs[0].draft]) + 1.5 * TASTING_MIN, both,
            )  # fmt: skip
        if self.earlier is not None:
            looks = (*self._looks(0, SIZED), *self._looks(self.earlier, SIZED))
            yield _Candidate(
                f"bake the draft as it is, half of it pulled {EARLIER_MIN:g} minutes early", sized,
                one + self._each("measure") + 2.0, looks,
            )  # fmt: skip
        case = self.setting.case()
        if isinstance(case, BakeCase) and case.heat.offset_k is None:
            row = np.zeros(self.width)
            row[: len(case.taught.root)] = np.array(case.taught.root[THETA.index("oven_k")])
            looks = (Look("", -1, case.taught.learned.oven_k, row, THERMOMETER_K),)
            yield _Candidate("put a thermometer in the oven", "what the oven really does", THERMOMETER_MIN, looks)

    def _looks(self, option: int, keys: Sequence[str]) -> tuple[Look, ...]:
        found = []
        for key in keys:
            k = self.keys.index(key)
            q, value = quantity(key), float(self.ends[option, k])
            careful = q.read_by_eye_sd if q.read_by_eye_sd is not None else q.read_sd or 0.0
            sd = math.hypot(self.scatter.of(key, value), careful / math.sqrt(MEASURED_PIECES))
            found.append(Look(key, option, value, self.rows[option, k], sd))
        return tuple(found)

    def _minutes(self, drafts: Sequence[Draft]) -> float:
        """Somebody's time: weighing, mixing and shaping of each dough, one tray in and out, measuring each cold."""
        found = self._each("in") + self._each("look") + self._each("out") + 2.0
        for d in drafts:
            lines = [x for x in d.formula.lines if x.grams]
            steps = {x.step for x in lines}
            found += self._each("weigh") + self._each("weigh_line") * len(lines) + self._each("cream")
            found += self._each("flour") + self._each("shape") + self._each("wash") + self._each("measure")
            found += self._each("egg") * (Step.EGG in steps) + self._each("fold") * (Step.FOLD_IN in steps)
        return found

    def _each(self, step: str) -> float:
        return next(float(r["minutes"]) for r in rows("plan_steps") if r["id"] == step)

    def lesson(self, c: _Candidate) -> Lesson:
        """What a candidate tells."""
        h = np.array([x.row for x in c.looks])
        s = h @ h.T + np.diag([x.sd**2 for x in c.looks])
        gain = np.linalg.solve(s, h).T
        after = np.eye(self.width) - gain @ h
        w = np.array([self.rows[self.best, self.keys.index(k)] / step for k, step, _ in self.wished])
        fine = FINE**2 * np.eye(len(w))
        told = np.linalg.slogdet(w @ w.T + fine)[1] - np.linalg.slogdet(w @ after @ w.T + fine)[1]
        return Lesson(
            name=c.name, reads=c.reads, minutes=c.minutes, bits=max(0.5 * told / math.log(2.0), 0.0),
            narrowed=tuple(self._narrowed(k, after) for k, _, _ in self.wished),
            flips=tuple(self._flips(c, s, after)), gain=self._gain(gain, s, after), looks=c.looks,
        )  # fmt: skip

    def _narrowed(self, key: str, after: Array) -> Narrowed:
        row = self.rows[self.best, self.keys.index(key)]
        return Narrowed(
            quantity(key), Z80 * float(np.linalg.norm(row)), Z80 * math.sqrt(max(float(row @ after @ row), 0.0))
        )  # fmt: skip

    def _loss(self, option: int, mean: Array, covariance: Array) -> float:
        """The mean squared distance expected of an option, in clear misses, at what is then believed."""
        total = 0.0
        for key, step, wanted in self.wished:
            k = self.keys.index(key)
            row = self.rows[option, k]
            total += ((self.ends[option, k] + row @ mean - wanted) ** 2 + row @ covariance @ row) / step**2
        return float(total / len(self.wished))

    def _away(self, mean: Array, covariance: Array) -> list[float]:
        """The distance expected of each option, in clear misses, with what its changes have to bring to pay."""
        return [math.sqrt(self._loss(d, mean, covariance)) + p for d, p in enumerate(self.price)]

    def _gain(self, gain: Array, s: Array, after: Array) -> float:
        """How much nearer the best step is expected for knowing, over what may be read; drawn evenly, not by chance."""
        from scipy.stats import norm, qmc

        draws = norm.ppf(qmc.Sobol(len(s), scramble=False).random_base2(8)[1:])
        root = gain @ np.linalg.cholesky(s)
        best = [min(self._away(root @ z, after)) for z in draws]
        return max(self.away_now - math.fsum(best) / len(best), 0.0)

    def _flips(self, c: _Candidate, s: Array, after: Array) -> Iterable[Flip]:
        """Readings that make another step the better one, each measure by itself."""
        for i, x in enumerate(c.looks):
            sd = math.sqrt(float(s[i, i]))
            for side in (1.0, -1.0):
                for n in range(1, round(FAR_SD / STEP_SD) + 1):
                    v = side * n * STEP_SD
                    away = self._away(x.row * v / sd, after)
                    option = int(np.argmin(away))
                    if option != self.best and away[self.best] - away[option] > DECIDES:
                        chance = 0.5 * math.erfc(abs(v) / math.sqrt(2.0))
                        value = x.expected + v * sd
                        yield Flip(x.key, x.bake, value, side, self._said(x, value, side), chance, option)
                        break

    def _said(self, x: Look, value: float, side: float) -> str:
        if not x.key:
            return f"the oven does {value:+.0f} K {'or more' if side > 0 else 'or less'}"
        q = quantity(x.key)
        unit = "" if q.unit == "of 100" else f" {q.unit}"
        return f"{q.label.lower()} comes out {'above' if side > 0 else 'below'} {value:.{q.digits}f}{unit}"
