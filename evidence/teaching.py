"""Does the bake said to teach most teach most? Kitchens drawn as they may be, learned by the real fit.

    python -m evidence.teaching [kitchens]

Each kitchen has a dough of some style, figures and a habit drawn from the priors, slopes that are off by their share,
and a target one to two clear misses from the forecast. The first and the last lesson with a bake in it are baked and
read with scatter, learned, and the forecast of the next step is held against the truth.
"""

from __future__ import annotations

import sys
from dataclasses import dataclass, replace

import numpy as np

from dough.accounts.formula import Process
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.bake.taught import KITCHEN_SD, NOTHING, OWN, OWN_SD, SCORE_SD, SCORES, Taught, moved
from dough.counsel.next_steps.ladder import Rung, ladder
from dough.counsel.next_steps.ranking import SLOPE_SD
from dough.counsel.next_steps.teaching import EARLIER_MIN, Lesson, teaching
from dough.draft.start import from_style_formula
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import quantity
from dough.facts.styles import styles
from dough.judgement.learning.alike import features
from dough.judgement.learning.fit import learn
from dough.judgement.learning.logged import Logged, Reading
from dough.judgement.learning.reference import Reference

FIRST_SEED = 9100
ONES = (0.0,) * len(OWN)


@dataclass
class Kept:
    """Counts over kitchens: the first nearer than the last, the promised ± holding, changes called and come."""

    kitchens: int = 0
    first_nearer: int = 0
    first_off: float = 0.0
    last_off: float = 0.0
    before_off: float = 0.0
    held: int = 0
    looked: int = 0
    called: int = 0
    came: int = 0


class Truth:
    """One kitchen: its figures, the dough's habit, and how far off each change's slope is, by measure."""

    def __init__(self, setting: Setting, rng: np.random.Generator) -> None:
        theta = moved(NOTHING, [float(rng.normal() * s) for s in KITCHEN_SD.values()])
        own = tuple(float(rng.normal() * s) for s in OWN_SD.values())
        scores = tuple(float(rng.normal() * SCORE_SD) for _ in SCORES)
        self.setting = replace(setting, kit=replace(setting.kit, taught=Taught(theta, own, scores=scores)))
        self.rng = rng
        self.slopes: dict[tuple[str, str], float] = {}

    def ends(self, setting: Setting, rung: Rung | None) -> dict[str, float]:
        """What a draft truly bakes, without scatter."""
        now = _ends(self.setting)
        if rung is None:
            return _ends(self._there(setting))
        found = _ends(self._there(setting))
        for m in rung.moves:
            alone = _ends(self._there(self.setting.with_draft(m.lever.apply(self.setting.draft, m.size), m.lever.kit)))
            for key in now:
                slope = self.slopes.setdefault((m.lever.key, key), float(self.rng.normal() * SLOPE_SD))
                found[key] += slope * (alone[key] - now[key])
        return found

    def _there(self, setting: Setting) -> Setting:
        return replace(setting, kit=replace(setting.kit, taught=self.setting.kit.taught))


def _ends(setting: Setting) -> dict[str, float]:
    told = setting.forecast()
    return {} if not hasattr(told, "ends") else dict(told.ends)


def run(kitchens: int, first: int = FIRST_SEED) -> Kept:
    kept = Kept()
    names = sorted(styles())
    for seed in range(first, first + kitchens):
        rng = np.random.default_rng(seed)
        style = styles()[names[seed % len(names)]]
        draft, _ = from_style_formula(style)
        process: Process = replace(draft.process, oven_id=1, tray_id=1)
        setting = Setting.of(replace(draft, process=process), style, Kit())
        now = setting.cookie()
        if now is None:
            continue
        target = _wanted(now, rng)
        steps = ladder(setting, target)
        rungs = steps.rungs[:3] if steps else ()
        told = teaching(setting, target, rungs)
        if told is None:
            continue
        truth = Truth(setting, rng)
        baking = [x for x in told.lessons if x.bakes]
        best = rungs[told.best - 1] if told.best else None
        going = best.setting_of(setting) if best else setting
        real = truth.ends(going, best)
        off = {}
        for which, lesson in (("first", baking[0]), ("last", baking[-1])):
            readings = _readings(lesson, truth, setting, rungs)
            taught = _learn(readings, setting, rungs)
            then = _ends(replace(going, kit=replace(going.kit, taught=taught)))
            off[which] = _away(then, real, target)
            if which == "first":
                for n in lesson.narrowed:
                    kept.looked += 1
                    kept.held += abs(then[n.attribute.key] - real[n.attribute.key]) <= n.after
                _decided(kept, lesson, readings, setting, taught, target, rungs, told.best)
        kept.kitchens += 1
        kept.first_nearer += off["first"] < off["last"]
        kept.first_off += off["first"]
        kept.last_off += off["last"]
        kept.before_off += _away(_ends(going), real, target)
    return kept


def _wanted(now: Cookie, rng: np.random.Generator) -> Cookie:
    way = rng.normal(size=len(ATTRIBUTES))
    way *= rng.uniform(1.0, 2.0) * np.sqrt(len(ATTRIBUTES)) / np.linalg.norm(way)
    wished = {a.key: float(getattr(now, a.key) + w * a.step) for a, w in zip(ATTRIBUTES, way, strict=True)}
    return Cookie(**{k: min(max(v, quantity(k).low), quantity(k).high) for k, v in wished.items()})


def _of(bake: int, setting: Setting, rungs: tuple[Rung, ...]) -> tuple[Setting, Rung | None]:
    if bake == 0:
        return setting, None
    if bake <= len(rungs):
        return rungs[bake - 1].setting_of(setting), rungs[bake - 1]
    p = setting.draft.process
    shorter = replace(p, minutes=(p.minutes or 0.0) - EARLIER_MIN)
    return setting.with_draft(replace(setting.draft, process=shorter)), None


def _readings(
    lesson: Lesson, truth: Truth, setting: Setting, rungs: tuple[Rung, ...]
) -> dict[tuple[int, str], Reading]:
    found = {}
    for x in lesson.looks:
        if not x.key:
            continue
        real = truth.ends(*_of(x.bake, setting, rungs))[x.key]
        value = real + float(truth.rng.normal()) * x.sd
        if quantity(x.key).relative:
            found[x.bake, x.key] = Reading(max(value, 1.0), x.sd / x.expected)
        else:
            found[x.bake, x.key] = Reading(value, x.sd)
    return found


def _learn(readings: dict[tuple[int, str], Reading], setting: Setting, rungs: tuple[Rung, ...]) -> Taught:
    logged = []
    for n in sorted({b for b, _ in readings}):
        case = _of(n, setting, rungs)[0].case()
        assert isinstance(case, BakeCase)
        mine = {k: r for (b, k), r in readings.items() if b == n}
        logged.append(Logged(Reference("bake", n + 1), 1, 1, 1, case, mine))
    return learn(logged).taught(1, 1, 1, features(logged[0].case))


def _away(then: dict[str, float], real: dict[str, float], target: Cookie) -> float:
    squares = [((then[a.key] - real[a.key]) / a.step) ** 2 for a in ATTRIBUTES if getattr(target, a.key) is not None]
    return float(np.sqrt(np.mean(squares)))


def _decided(
    kept: Kept, lesson: Lesson, readings: dict[tuple[int, str], Reading], setting: Setting, taught: Taught,
    target: Cookie, rungs: tuple[Rung, ...], best: int,
) -> None:  # fmt: skip
    """Of the first lesson's calls: those whose reading came, and whether the best step did change."""
    seen = False
    for x in lesson.looks:
        reading = readings.get((x.bake, x.key))
        for f in lesson.flips:
            if reading is None or f.key != x.key or f.bake != x.bake:
                continue
            seen = seen or (reading.value - f.value) * f.side > 0
    if seen:
        known = replace(setting, kit=replace(setting.kit, taught=taught))
        anew = teaching(known, target, rungs)
        kept.called += 1
        kept.came += anew is not None and anew.best != best


def main() -> None:
    kept = run(int(sys.argv[1]) if len(sys.argv) > 1 else 100)
    n = max(kept.kitchens, 1)
    print(f"{n} kitchens, forecast of the next step off by {kept.before_off / n:.2f} clear misses before")
    print(f"  after the first of the list {kept.first_off / n:.2f}, after the last {kept.last_off / n:.2f}; "
          f"the first nearer in {100 * kept.first_nearer / n:.0f} of 100")  # fmt: skip
    print(f"  the promised ± held in {100 * kept.held / max(kept.looked, 1):.0f} of 100")
    print(f"  a result called to change the decision came {kept.called} times and did in "
          f"{100 * kept.came / max(kept.called, 1):.0f} of 100")  # fmt: skip


if __name__ == "__main__":
    main()
