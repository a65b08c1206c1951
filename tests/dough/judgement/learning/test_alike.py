"""What one dough has shown, doughs that are alike share; others stay as unsure as they were."""

from __future__ import annotations

import math
from functools import cache

import numpy as np
import pytest

from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecasts
from dough.bake.taught import OWN, OWN_SD, THETA
from dough.draft.edit import set_amount
from dough.draft.start import from_style_formula
from dough.facts.styles import styles
from dough.judgement.learning.alike import Features, features, likeness
from dough.judgement.learning.fit import learn
from dough.judgement.learning.lesson import Lesson
from dough.judgement.learning.logged import Logged, Reading
from dough.judgement.learning.reference import Reference
from evidence.realities import QUESTIONS, REALITIES, OtherKitchen, foretold
from kitchen.documents.lesson import LessonDoc

WIDE = 1.10


def case_of(style: str, **times: float) -> BakeCase:
    draft = from_style_formula(styles()[style])[0]
    for ident, factor in times.items():
        line = next(x for x in draft.formula.lines if x.ingredient_id == ident)
        draft = set_amount(draft, line.id, round((line.grams or 0.0) * factor, 1), "g")
    case = bake_case(draft, styles()[style], Kit())
    assert isinstance(case, BakeCase)
    return case


@cache
def lesson() -> Lesson:
    """Two chewy doughs that come out a tenth wider than the model says, an ordinary shortbread beside them."""
    bakes = []
    for dough, (case, wide) in enumerate(
        ((case_of("chewy"), WIDE), (case_of("chewy", butter=1.05), WIDE), (case_of("shortbread"), 1.0)), 1
    ):
        ends = forecasts([case])[0].ends
        readings = {
            "diameter_mm": Reading(wide * ends["diameter_mm"], 0.03),
            "height_mm": Reading(ends["height_mm"], 0.08),
            "loss_pct": Reading(ends["loss_pct"], 0.6),
            "crust_l": Reading(ends["crust_l"], 3.0),
        }
        bakes += [Logged(Reference("bake", 10 * dough + n), dough, 1, 1, case, readings) for n in range(4)]
    return learn(bakes)


def own_width(like: Features | None, dough: int) -> tuple[float, float]:
    """Mean and sd of a dough's own width, natural logarithms."""
    taught = lesson().taught(1, 1, dough, like)
    return taught.own[0], math.hypot(*taught.root[len(THETA) + OWN.index("diameter")])


def test_likeness_is_one_for_itself_the_same_both_ways_and_falls_with_difference() -> None:
    chewy, near, far = features(case_of("chewy")), features(case_of("chewy", butter=1.05)), features(case_of("lacy"))
    assert likeness(chewy, chewy) == 1.0
    assert likeness(chewy, near) == likeness(near, chewy)
    assert 0.9 < likeness(chewy, near) < 1.0
    assert likeness(chewy, far) < 0.3


def test_a_new_dough_takes_on_what_doughs_like_it_showed() -> None:
    baked, _ = own_width(None, 1)
    alike, sure = own_width(features(case_of("chewy", butter=0.96, gran=1.05)), 99)
    unlike, unsure = own_width(features(case_of("cutout")), 99)
    assert baked > 0.005
    assert 0.4 * baked < alike <= baked + 1e-9
    assert abs(unlike) < 0.5 * alike
    assert sure < unsure <= OWN_SD["diameter"] + 1e-9


def test_without_its_likeness_a_new_dough_stands_at_its_prior() -> None:
    mean, sd = own_width(None, 99)
    assert mean == 0.0
    assert sd == pytest.approx(OWN_SD["diameter"])


def test_what_is_passed_on_is_a_covariance() -> None:
    root = np.array(lesson().taught(1, 1, 99, features(case_of("chewy", butter=0.9))).root)
    assert np.all(np.linalg.eigvalsh(root @ root.T) > 0.0)


def test_a_lesson_keeps_what_its_doughs_are_like() -> None:
    kept = LessonDoc.of(lesson()).model_dump(mode="json")
    assert LessonDoc.model_validate(kept).to_core() == lesson()
    before = {k: v for k, v in kept.items() if k != "alike"}
    assert LessonDoc.model_validate(before).to_core().taught(1, 1, 1).bakes == 12


def test_in_kitchens_run_by_other_models_new_doughs_gain_after_twelve_bakes() -> None:
    """Six kitchens a reality, so the bound is wide; docs/results.md has forty."""
    order, dough, oven = QUESTIONS["new dough after 12"]
    general = learned = 0
    for make in REALITIES.values():
        reality = make()
        for seed in range(6):
            kitchen = OtherKitchen(reality, np.random.default_rng(seed))
            taught = learn([kitchen.log(n, d, 0) for n, d in enumerate(order, 1)])
            true = kitchen.result(dough, oven, 0.0)["diameter_mm"]
            for told, which in ((foretold(kitchen, None, dough, oven), 0), (foretold(kitchen, taught, dough, oven), 1)):
                near = abs(told["diameter_mm"][0] / true - 1.0) <= 0.05
                general, learned = general + (near and which == 0), learned + (near and which == 1)
    assert learned >= general
