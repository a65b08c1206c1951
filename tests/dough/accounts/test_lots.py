"""Deliveries: what the certificate says is in the dough, 100 g stay 100 g, and the cookie follows as it should."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.lots import Certificate, by_certificate, from_lots
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.delivery import HARDLY, UNSEEN, delivery
from dough.draft.start import from_style_formula
from dough.facts.ingredients import Ingredient, table
from dough.facts.styles import styles
from dough.judgement.distance import compare
from dough.judgement.effects import NOTHING_SEEN

FLOURS = sorted(i.id for i in table().values() if i.flour_base)
BUTTER = next(i for i in table().values() if i.is_("butter") and i.parts.water > 10)
NATURAL = next(i for i in table().values() if i.is_("natural_cocoa"))


def butter_dough(butter: Ingredient, temp_c: float = 18.0) -> Setting:
    lines = (
        Line("f", "ap", 300.0, Step.DRY), Line("s", "gran", 200.0, Step.CREAM),
        Line("b", butter.id, 200.0, Step.CREAM, own=butter), Line("e", "egg", 60.0, Step.EGG),
        Line("d", "soda", 3.0, Step.DRY),
    )  # fmt: skip
    p = Process(portion_g=40, oven_c=180, minutes=11, dough_temp_c=temp_c)
    return Setting.of(Draft(Formula(lines), p), styles()["oat"])


@given(
    st.sampled_from([*FLOURS, BUTTER.id, NATURAL.id]), st.floats(5, 18), st.floats(8, 16), st.floats(0.3, 1.8),
    st.floats(50, 70), st.floats(10, 90), st.floats(4, 9), st.sampled_from(["", "winter", "summer"]),
)  # fmt: skip
@settings(max_examples=200, deadline=None)
def test_a_hundred_grams_stay_a_hundred(
    ident: str, protein: float, water: float, ash: float, absorbs: float, fat: float, ph: float, season: str
) -> None:
    item = table()[ident]
    found = by_certificate(item, Certificate(protein, water, ash, absorbs, fat, ph, season))
    assert found.parts.residual - found.parts.other == pytest.approx(item.parts.residual - item.parts.other, abs=1e-6)
    assert min(found.parts.starch, found.parts.water, found.parts.fat, found.parts.protein) >= -1e-9
    assert found.parts.gluten_forming <= found.parts.protein + 1e-9


def test_paper_that_says_nothing_changes_nothing() -> None:
    assert by_certificate(BUTTER, Certificate()) is BUTTER
    draft, _ = from_style_formula(styles()["oat"])
    assert from_lots(draft, {}) == draft
    assert by_certificate(BUTTER, Certificate(protein_pct=12.0)).parts == BUTTER.parts, "protein is asked of flour"


def test_what_is_said_is_what_is_in_it() -> None:
    flour = by_certificate(table()["ap"], Certificate(protein_pct=12.4, moisture_pct=14.0, ash_pct=0.65))
    assert (flour.parts.protein, flour.parts.water, flour.parts.minerals) == (12.4, 14.0, 0.65)
    assert flour.parts.gluten_forming == pytest.approx(12.4 * 8.7 / 10.5)
    lean = by_certificate(BUTTER, Certificate(fat_pct=80.0))
    assert lean.parts.fat == 80.0
    assert lean.parts.water == pytest.approx(BUTTER.parts.water + BUTTER.parts.fat - 80.0)
    alkalised = by_certificate(NATURAL, Certificate(ph=7.0))
    assert alkalised.parts.acid_g_soda == pytest.approx(0.0)


def test_egg_with_more_solids_has_less_water_and_all_else_in_proportion() -> None:
    egg = table()["egg"]
    rich = by_certificate(egg, Certificate(solids_pct=25.5))
    assert rich.parts.water == pytest.approx(74.5)
    share = 25.5 / (100.0 - egg.parts.water)
    for part in ("protein", "fat", "minerals", "phospholipid", "kcal"):
        assert getattr(rich.parts, part) == pytest.approx(share * getattr(egg.parts, part))
    assert by_certificate(BUTTER, Certificate(solids_pct=25.5)).parts == BUTTER.parts


def test_the_cookie_follows_as_the_craft_has_it() -> None:
    """Stronger and thirstier flour spreads less; summer butter is softer and spreads more than winter butter."""
    draft, _ = from_style_formula(styles()["oat"])
    setting = Setting.of(draft, styles()["oat"])
    flour = next(x for x in draft.formula.lines if x.ingredient.flour_base)

    def wide(said: Certificate) -> float:
        return setting.with_draft(from_lots(draft, {flour.id: said})).cookie().diameter_mm  # type: ignore[union-attr, return-value]

    assert wide(Certificate(protein_pct=12.5)) < wide(Certificate(protein_pct=9.0))
    assert wide(Certificate(absorption_pct=64.0)) < wide(Certificate(absorption_pct=54.0))
    summer = butter_dough(by_certificate(BUTTER, Certificate(season="summer"))).cookie()
    winter = butter_dough(by_certificate(BUTTER, Certificate(season="winter"))).cookie()
    assert summer is not None
    assert winter is not None
    assert summer.diameter_mm > winter.diameter_mm  # type: ignore[operator]


@pytest.mark.parametrize("style", sorted(styles()))
@pytest.mark.parametrize("said", [Certificate(9.5, 12.0), Certificate(12.5, 15.0), Certificate(11.5, 13.0, None, 63.0)])
def test_the_correction_holds_the_cookie(style: str, said: Certificate) -> None:
    draft, _ = from_style_formula(styles()[style])
    setting = Setting.of(draft, styles()[style])
    flour = next((x for x in draft.formula.lines if x.ingredient.is_("white_wheat")), None)
    if flour is None:
        pytest.skip("no wheat in it")
    found = delivery(setting, flour.ingredient_id, said)
    assert found is not None
    if found.steps < 0.2:
        return
    assert found.correction is not None
    assert found.draft is not None
    before = setting.cookie()
    corrected = from_lots(
        found.draft, {x.id: said for x in draft.formula.lines if x.ingredient_id == flour.ingredient_id}
    )
    then = setting.with_draft(corrected).cookie()
    assert before is not None
    assert then is not None
    left = compare(then, before).rms_steps
    assert left is not None
    assert left < found.steps, "baked with the delivery, the corrected draft is nearer to what the cookie was"
    assert all(x.own is None for x in found.draft.formula.lines), "the draft keeps the table's ingredients"


def test_what_a_delivery_is_not_in_or_hardly_moves_is_left_alone() -> None:
    draft, _ = from_style_formula(styles()["oat"])
    setting = Setting.of(draft, styles()["oat"])
    assert delivery(setting, NATURAL.id, Certificate(ph=6.0)) is None
    flour = next(x for x in draft.formula.lines if x.ingredient.flour_base)
    same = Certificate(protein_pct=flour.ingredient.parts.protein)
    found = delivery(setting, flour.ingredient_id, same)
    assert found is not None
    assert found.steps < HARDLY
    assert "go on as before" in found.sentence
    # What nobody would see is not corrected either.
    for style in sorted(styles()):
        thin, _ = from_style_formula(styles()[style])
        found = delivery(Setting.of(thin, styles()[style]), "ap", Certificate(11.4, 14.2, 0.58, 59.0))
        if found is not None and found.words == NOTHING_SEEN:
            assert found.correction is None or found.steps >= UNSEEN
            assert "holds the cookie: then nothing" not in found.sentence
    open_amount = replace(draft, formula=Formula((*draft.formula.lines, Line("x", "milk", None, Step.EGG))))
    assert delivery(setting.with_draft(open_amount), flour.ingredient_id, Certificate(12.0)) is None
