"""Advice in kitchens run by other models than Tarte's own: is the cookie nearer, and does what was promised come true?

    python -m evidence.ladders [kitchens]

Kitchens and realities as in ``evidence.realities``. Each has a dough and a target one to two clear misses from what it
truly bakes, in width, height and shade. Advice is asked with nothing learned and after three bakes of the dough; what
it proposes is baked in that kitchen without scatter, so that only the advice is judged.
"""

from __future__ import annotations

import sys
from dataclasses import dataclass, replace

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, bake_case
from dough.counsel.next_steps.ladder import ladder
from dough.facts.cookie import BY_KEY, Cookie
from dough.facts.styles import styles
from dough.judgement.distance import compare
from dough.judgement.learning.alike import features
from dough.judgement.learning.fit import learn
from evidence.realities import REALITIES, OtherKitchen

KEYS = ("diameter_mm", "height_mm", "crust_l")
#: Seeds of kitchens start here: none that anything was fitted or tuned on.
FIRST_SEED = 5000


@dataclass
class Kept:
    """How often advice brought the true cookie nearer, how often it made it clearly worse (0.25), what it promised and
    what came of it in clear misses."""

    nearer: int = 0
    worse: int = 0
    count: int = 0
    promised: float = 0.0
    came: float = 0.0

    def add(self, was: float, promised: float, then: float) -> None:
        self.count += 1
        self.nearer += then < was
        self.worse += then > was + 0.25
        self.promised += promised
        self.came += was - then

    @property
    def words(self) -> str:
        n = max(self.count, 1)
        share = 100.0 * self.came / self.promised if self.promised else 0.0
        return (
            f"{self.count:3d}: nearer {100 * self.nearer / n:3.0f}, clearly worse {100 * self.worse / n:3.0f} of 100; "
            f"promised {self.promised / n:.2f}, came {self.came / n:.2f} ({share:.0f} %)"
        )


def truly(kitchen: OtherKitchen, draft: Draft) -> Cookie:
    """What a draft bakes in a kitchen, without scatter, by its first dough's habit."""
    name, _ = kitchen.doughs[0]
    case = bake_case(draft, styles()[name], Kit())
    assert isinstance(case, BakeCase)
    ends, habit = kitchen.reality(case, kitchen.ovens[0]), kitchen.habits[0]
    return Cookie(
        diameter_mm=ends["diameter_mm"] * np.exp(habit["diameter"]),
        height_mm=ends["height_mm"] * np.exp(habit["height"]), crust_l=ends["crust_l"] + habit["shade"],
    )  # fmt: skip


def wanted(now: Cookie, rng: np.random.Generator) -> Cookie:
    """A target one to two clear misses from a cookie, in any direction."""
    way = rng.normal(size=len(KEYS))
    way *= rng.uniform(1.0, 2.0) * np.sqrt(len(KEYS)) / np.linalg.norm(way)
    return replace(Cookie(), **{k: getattr(now, k) + w * BY_KEY[k].step for k, w in zip(KEYS, way, strict=True)})


def run(kitchens: int, first: int = FIRST_SEED) -> dict[str, dict[str, Kept]]:
    """By reality, what was asked after how many bakes."""
    found: dict[str, dict[str, Kept]] = {}
    for name, make in REALITIES.items():
        reality = make()
        kept: dict[str, Kept] = {}
        for seed in range(first, first + kitchens):
            kitchen = OtherKitchen(reality, np.random.default_rng(seed))
            style, draft = kitchen.doughs[0]
            now = truly(kitchen, draft)
            target = wanted(now, kitchen.rng)
            was = compare(now, target).rms_steps or 0.0
            lesson = learn([kitchen.log(n, 0, 0) for n in (1, 2, 3)])
            for bakes, kit in ((0, Kit()), (3, Kit(taught=lesson.taught(1, 1, 1, features(kitchen.case(0)))))):
                setting = Setting.of(draft, styles()[style], kit)
                told = ladder(setting, target)
                proposed: dict[str, tuple[Draft, float]] = {}
                if told is not None and told.recommended is not None:
                    best = told.rungs[told.recommended]
                    for n, r in enumerate(told.rungs, 1):
                        proposed[f"rung {n}"] = r.draft, r.from_steps - r.expected
                    proposed["recommended"] = best.draft, best.from_steps - best.expected
                for what, (changed, promised) in proposed.items():
                    then = compare(truly(kitchen, changed), target).rms_steps or 0.0
                    kept.setdefault(f"after {bakes} bakes, {what}", Kept()).add(was, promised, then)
        found[name] = kept
    return found


def main() -> None:
    kitchens = int(sys.argv[1]) if len(sys.argv) > 1 else 100
    for name, kept in run(kitchens).items():
        print(name)
        for what in sorted(kept):
            print(f"  {what:38s}{kept[what].words}")


if __name__ == "__main__":
    main()
