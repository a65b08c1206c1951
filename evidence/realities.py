"""Kitchens run by other models than Tarte's own: does learning carry to the same dough, a new dough, a new oven?

    python -m evidence.realities [kitchens]

Three realities whose equations differ from the model's: the first equations with constants bent at random, a
regression as books print them, and the model with another setting and another flow. In each, kitchens with hidden
figures and doughs with habits of their own bake doughs drawn around the styles; what was learned is judged on the bake
that comes next.
"""

from __future__ import annotations

import math
import sys
from collections.abc import Callable
from dataclasses import dataclass, field, replace

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.derive import Learned
from dough.bake.intake import Kit, bake_case, bake_inputs
from dough.bake.model import end_values
from dough.bake.taught import GENERAL, KITCHEN_SD, NOTHING, SCATTER, THETA, Taught, moved
from dough.draft.edit import set_amount
from dough.draft.start import from_style_formula
from dough.facts.bake_parameters import values
from dough.facts.styles import styles
from dough.judgement.learning.alike import features
from dough.judgement.learning.fit import learn
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.logged import Logged, Reading
from dough.judgement.learning.reference import Reference
from evidence.kitchens import PARTS, Told, foretold_by, read_sd, scattered

Ends = dict[str, float]
Reality = Callable[[BakeCase, Learned], Ends]
#: Styles doughs are drawn around, and how far each amount is moved (one sd of its logarithm).
AROUND = ("thin_crisp", "chewy", "cakey", "thick", "oat", "tartar", "ginger", "crackle", "slice", "cutout")
MOVED_SD = 0.10
#: One sd of the habit a dough has of its own in these realities: width, height, points of loss, L*.
HABIT = {"diameter": 0.03, "height": 0.06, "loss": 0.5, "shade": 2.0}
#: Hidden figures of a kitchen are drawn this wide, in parts of the prior's.
KITCHEN_SHARE = 0.6


def bent_base(seed: int = 5) -> Reality:
    """The first equations, every fitted constant off by about a tenth of its range."""
    rng = np.random.default_rng(seed)
    numbers = values("base")
    for name in ("eta0", "c1", "phi_m", "tau_fat", "Tset0", "phi_c", "kL", "beta0", "delta0", "kb0", "k_inc"):
        numbers[name] *= math.exp(0.08 * rng.normal()) if name not in ("phi_m", "Tset0", "phi_c") else 1.0
    return _by_set(numbers)


def other_flow() -> Reality:
    """The model with no ceiling to setting, sharp crowding, fat that melts at once and a drier surface."""
    numbers = values("current")
    numbers |= {"set_cap": 1000.0, "crowd_w": 0.003, "melt_lag": 0.0, "push_w": 25.0}
    numbers["eta0"] *= 1.6
    numbers["beta0"] *= 1.15
    return _by_set(numbers)


def _by_set(numbers: dict[str, float]) -> Reality:
    def ends(case: BakeCase, kitchen: Learned) -> Ends:
        baked = bake([bake_inputs(case)], numbers, kitchen)
        return {k: float(v[0]) for k, v in end_values(baked, [GENERAL]).items() if k in PARTS}

    return ends


def regression() -> Reality:
    """A regression on the formula: powers of what there is to the flour, and the bake by time and heat."""

    def ends(case: BakeCase, kitchen: Learned) -> Ends:
        m, piece, heat = case.makeup, case.piece, case.heat
        x = bake_inputs(case)
        sugar, fat, egg = m.sugar_g / m.flour_g, m.fat_g / m.flour_g, m.egg_g / m.flour_g
        warm = heat.oven_c + kitchen.oven_k
        log_d = 0.42 * math.log(max(sugar, 0.1) / 0.9) + 0.22 * math.log(max(fat, 0.1) / 0.6) - 0.10 * (egg - 0.25)
        log_d += 4.0 * m.soda_g / m.flour_g - 2.0 * m.powder_g / m.flour_g - 0.35 * m.inclusion_share
        log_d += 0.008 * (case.handling.dough_temp_c - 20.0) - 0.0018 * (warm - 180.0) - 1.5 * (m.flour_protein - 0.10)
        log_d += 0.12 * math.log(kitchen.spread)
        if case.style.cut_growth is None:
            wide = 22.6 * piece.portion_g**0.36 * math.exp(log_d)
        else:
            thick = piece.start_thickness_mm or 6.0
            wide = math.sqrt(4000.0 * piece.portion_g / (math.pi * 1.2 * thick)) * (1.05 + 0.25 * max(log_d + 0.2, 0.0))
        water = (x.water_g + 0.13 * m.flour_g + 0.75 * m.egg_g) / x.batch_g
        dried = 1.0 - math.exp(-kitchen.drying * heat.minutes * (warm - 60.0) / (26.0 * piece.portion_g**0.45 * 8.0))
        loss = 100.0 * (1.0 - m.inclusion_share) * water * min(dried, 0.97)
        air = 0.36 + 3.0 * m.powder_g / m.flour_g + 4.0 * m.soda_g / m.flour_g + 0.10 * math.log(kitchen.gas)
        bulk = 1.25 * (1.0 - min(max(air, 0.2), 0.62))
        tall = 4000.0 * piece.portion_g * (1.0 - loss / 100.0) / (math.pi * wide**2 * bulk)
        brown = kitchen.browning * heat.minutes * math.exp((warm - 180.0) / 28.0) / 11.0 * 0.30
        crust = 24.0 + (m.raw_l - 24.0) * math.exp(-brown * (0.7 + 30.0 * m.soda_g / m.flour_g))
        return {"diameter_mm": wide, "height_mm": tall, "loss_pct": loss, "crust_l": crust}

    return ends


REALITIES: dict[str, Callable[[], Reality]] = {
    "first equations, bent": bent_base, "regression": regression, "other setting and flow": other_flow,
}  # fmt: skip


@dataclass
class OtherKitchen:
    """A kitchen of a reality: two ovens, hidden figures, doughs with habits."""

    reality: Reality
    rng: np.random.Generator
    kitchen: list[float] = field(init=False)

    def __post_init__(self) -> None:
        self.kitchen = [KITCHEN_SHARE * self.rng.normal() * KITCHEN_SD[t] for t in THETA]
        ovens = self.rng.normal(size=2) * KITCHEN_SHARE * KITCHEN_SD["oven_k"]
        self.ovens = [
            moved(NOTHING, [float(ovens[o]) if t == "oven_k" else v for t, v in zip(THETA, self.kitchen, strict=True)])
            for o in range(2)
        ]
        self.doughs = [self._dough() for _ in range(8)]
        self.habits = [{n: self.rng.normal() * sd for n, sd in HABIT.items()} for _ in self.doughs]

    def _dough(self) -> tuple[str, Draft]:
        name = str(self.rng.choice(AROUND))
        draft = from_style_formula(styles()[name])[0]
        for line in draft.formula.lines:
            draft = set_amount(
                draft, line.id, round((line.grams or 0.0) * math.exp(MOVED_SD * self.rng.normal()), 1), "g"
            )
        return name, draft

    def case(self, dough: int, taught: Taught = GENERAL, *, day: float = 0.0) -> BakeCase:
        """Bake a dough as planned, or on another day: a little warmer, longer, bigger."""
        name, draft = self.doughs[dough]
        p = draft.process
        changed = replace(
            p, dough_temp_c=(p.dough_temp_c or 20.0) + 3.0 * day, minutes=(p.minutes or 11.0) * (1.0 + 0.05 * day),
            portion_g=(p.portion_g or 40.0) * (1.0 + 0.04 * day),
        )  # fmt: skip
        case = bake_case(replace(draft, process=changed), styles()[name], Kit(taught=taught))
        assert isinstance(case, BakeCase)
        return case

    def result(self, dough: int, oven: int, day: float) -> Ends:
        ends = self.reality(self.case(dough, day=day), self.ovens[oven])
        return scattered(ends, self.rng, self.habits[dough])

    def log(self, n: int, dough: int, oven: int) -> Logged:
        day = float(self.rng.normal())
        readings = {}
        for key, value in self.result(dough, oven, day).items():
            readings[key] = Reading(value, math.hypot(read_sd(key, value), SCATTER[PARTS[key]]))
        return Logged(Reference("bake", n), dough + 1, oven + 1, 1, self.case(dough, day=day), readings)


@dataclass
class Tally:
    """How often the next width was within 5 %, and how often each 80 % range held."""

    near: int = 0
    held: dict[str, int] = field(default_factory=lambda: dict.fromkeys(PARTS, 0))
    count: int = 0

    def add(self, told: Told, true: Ends) -> None:
        self.count += 1
        self.near += abs(told["diameter_mm"][0] / true["diameter_mm"] - 1.0) <= 0.05
        for key in PARTS:
            self.held[key] += told[key][1] <= true[key] <= told[key][2]

    @property
    def words(self) -> str:
        held = " ".join(f"{100 * v / self.count:.0f}" for v in self.held.values())
        return f"width within 5 %: {100 * self.near / self.count:.0f} of 100; ranges held {held}"


def foretold(kitchen: OtherKitchen, lesson: Lesson | None, dough: int, oven: int) -> Told:
    """Forecasts with their 80 % range by end value; None is general parameters."""
    taught = GENERAL
    if lesson is not None:
        taught = lesson.taught(oven + 1, 1, dough + 1, features(kitchen.case(dough)))
    return foretold_by(lambda known: kitchen.case(dough, known), taught)


#: What is asked: how many bakes, of which doughs in which oven, then which dough in which oven.
QUESTIONS: dict[str, tuple[tuple[int, ...], int, int]] = {
    "same dough after 3": ((0, 0, 0), 0, 0),
    "same dough, new oven, after 3": ((0, 0, 0), 0, 1),
    "new dough after 3": ((0, 0, 0), 7, 0),
    "new dough after 12": ((0, 1, 2, 3, 4, 5, 6, 0, 1, 2, 3, 4), 7, 0),
}


def run(kitchens: int) -> dict[str, dict[str, tuple[Tally, Tally]]]:
    """By reality and question: general and learned."""
    found: dict[str, dict[str, tuple[Tally, Tally]]] = {}
    for name, make in REALITIES.items():
        reality = make()
        found[name] = {q: (Tally(), Tally()) for q in QUESTIONS}
        for seed in range(kitchens):
            kitchen = OtherKitchen(reality, np.random.default_rng(seed))
            for question, (order, dough, oven) in QUESTIONS.items():
                lesson = learn([kitchen.log(n, d, 0) for n, d in enumerate(order, 1)])
                true = kitchen.result(dough, oven, 0.0)
                general, learned = found[name][question]
                general.add(foretold(kitchen, None, dough, oven), true)
                learned.add(foretold(kitchen, lesson, dough, oven), true)
    return found


def main() -> None:
    kitchens = int(sys.argv[1]) if len(sys.argv) > 1 else 40
    print("ranges held: width, height, loss, shade")
    for name, questions in run(kitchens).items():
        print(name)
        for question, (general, learned) in questions.items():
            print(f"  {question}\n    general  {general.words}\n    learned  {learned.words}")


if __name__ == "__main__":
    main()
