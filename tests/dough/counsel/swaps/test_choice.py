"""What a pastry developer would choose: taste and practice weigh, one egg is one egg, law and salt are minded."""

from __future__ import annotations

import pytest

from dough.accounts.formula import Draft, Line, Step
from dough.accounts.needs.verdict import Standing, breaks
from dough.accounts.sweetness import sweet_g, sweetness
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.swaps.candidates import candidates
from dough.counsel.swaps.pantry import equals
from dough.counsel.swaps.plan import make
from dough.counsel.swaps.rules import rules
from dough.counsel.swaps.study import Study, study
from dough.draft.start import from_style_formula
from dough.facts.ingredients import ingredient, of_class
from dough.facts.needs import NEEDS, NOTHING, Wanted, Wish
from dough.facts.regions import approved, kcal_per_100g
from dough.facts.styles import styles
from tests.dough.strategies import draft_of

BUTTERY = ("shortbread", "cutout", "slice", "pressed", "crescent", "thin_crisp", "chewy")


def looked(name: str, *needs: str, region: str = "EU") -> Study:
    draft, _ = from_style_formula(styles()[name])
    return study(Setting.of(draft, styles()[name], Kit()), Wanted(needs), (), {}, None, region)


@pytest.mark.parametrize("name", BUTTERY)
def test_plant_butter_comes_before_shortening_where_butter_is_tasted(name: str) -> None:
    fat = next(x for x in looked(name, "no_milk").lines if x.line.ingredient.is_("butter"))
    order = [c.rule.id for c in fat.candidates]
    assert order.index("fat_plantblock") < order.index("fat_shortening")
    assert fat.pick == "fat_plantblock"


@pytest.mark.parametrize("needs", [("no_egg",), ("vegan",), ("no_egg", "no_soy")])
def test_an_egg_and_a_yolk_beside_it_go_the_same_way(needs: tuple[str, ...]) -> None:
    found = looked("chewy", *needs)
    used = dict(found.plan.picks)
    eggs = [used[x.line.id] for x in found.lines if x.line.ingredient.is_("raw_egg")]
    stand_ins = [{p.ingredient for p in r.parts if ingredient(p.ingredient).is_("egg_stand_in")} for r in eggs]
    assert len(eggs) == 2
    assert stand_ins[0] & stand_ins[1]
    weighed = {i for r in eggs for i in (p.ingredient for p in r.parts)}
    assert len(weighed) <= 3, "one egg is not four weighings"


def test_ordinary_oats_give_way_to_certified_ones_and_a_kept_label_is_said() -> None:
    found = looked("oat", "no_gluten")
    oats = next(x for x in found.lines if x.line.ingredient.is_("rolled_oat"))
    assert oats.pick == "oats_certified"
    chips = next(x for x in looked("chewy", "no_milk").lines if x.line.ingredient.is_("chocolate"))
    assert all(c.labels for c in chips.candidates if c.rule.id in ("keep", "choc_carob", "choc_dairyfree"))
    assert looked("chewy", "no_milk").plan.state is Standing.UNSURE


def test_what_a_swap_brings_is_said_before_it_is_made() -> None:
    egg = next(x for x in looked("cakey", "no_egg").lines if x.line.ingredient.is_("whole_egg"))
    brings = {c.rule.id: " ".join(c.brings) for c in egg.candidates}
    assert "soya" in brings["egg_soyoil"]
    assert "milk" not in brings["egg_yogurt"], "there is milk in the dough already"
    assert brings["egg_flax"] == ""


def test_salt_that_goes_with_salted_butter_comes_back_with_salt_free_fat() -> None:
    for salts in ((("salt", 1.0),), ()):
        draft = draft_of(("ap", 300), ("butter_s", 250), ("caster", 120), *salts)
        plan = make(draft, Wanted(("no_milk",)), {"butter_s": rules()["fat_shortening"]})
        salt = next(e for e in plan.ledger if e.function.key == "salt")
        assert salt.within, (salt.before, salt.after)
        assert salt.before == pytest.approx(250 * 0.016 + sum(g for _, g in salts), abs=0.1)


def test_nut_meal_is_no_whole_nut_and_never_becomes_wheat_flour() -> None:
    for meal in of_class("nut_meal"):
        line = Line("m", meal.id, 100.0, Step.DRY)
        draft = Draft(draft_of(("ap", 200), ("butter", 150)).formula, draft_of().process)
        draft = draft_of(("ap", 200), ("butter", 150), (meal.id, 100.0))
        for need in ("no_nuts", "no_peanut", "no_milk"):
            offered = candidates(line, Wanted((need,)))
            assert not any(r.id.startswith("nuts_") for r in offered)
            assert not any(ingredient(p.ingredient).is_("wheat") for r in offered for p in r.parts)
        for e in equals(draft, draft.formula.line(meal.id)):
            added = {x.ingredient_id for x in e.draft.formula.lines} - {"ap"}
            assert not any(ingredient(i).is_("wheat") for i in added)
    assert any(r.parts for r in candidates(Line("m", "hazelmeal", 50.0, Step.DRY), Wanted(("no_nuts",))))


@pytest.mark.parametrize(("region", "offered"), [("EU", False), ("UK", False), ("US", True)])
def test_a_sugar_replacer_is_offered_only_where_it_is_approved(region: str, offered: bool) -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    wish = Wish("less_sugar", 30.0, 32.0)
    found = study(Setting.of(draft, styles()["chewy"], Kit()), NOTHING, (wish,), {}, None, region)
    ways = [r.id for r, _, _ in found.wishes[0].ways]
    assert ("sugar_allulose" in ways) is offered
    assert {"sugar_cut", "sugar_erythritol", "sugar_cut_erythritol"} <= set(ways)
    assert approved(ingredient("allulose"), region) is offered


def test_sweetness_is_counted_as_sugar_s_worth() -> None:
    assert sweetness(ingredient("gran")) == pytest.approx(99.9, abs=0.1)
    assert sweetness(ingredient("erythritol")) == pytest.approx(61.8, abs=0.2)
    assert sweetness(ingredient("xylitol")) > sweetness(ingredient("isomalt"))
    assert sweetness(ingredient("milk")) < 2
    lines = draft_of(("ap", 100), ("gran", 50), ("erythritol", 50)).formula.lines
    assert sweet_g(lines) == pytest.approx(0.4 + 49.95 + 30.9, abs=0.6)
    assert sweet_g(draft_of(("gran", None)).formula.lines) is None


def test_energy_of_sugar_alcohols_goes_by_the_region() -> None:
    assert kcal_per_100g(ingredient("erythritol"), "EU") == pytest.approx(0, abs=1)
    assert kcal_per_100g(ingredient("erythritol"), "US") == pytest.approx(20, abs=1)
    assert kcal_per_100g(ingredient("isomalt"), "EU") > kcal_per_100g(ingredient("isomalt"), "US")
    assert kcal_per_100g(ingredient("gran"), "EU") == kcal_per_100g(ingredient("gran"), "US") == 400


def test_no_swap_of_the_whole_table_breaks_a_need_it_is_offered_for() -> None:
    for need in NEEDS:
        wanted = Wanted((need,))
        for rule in rules().values():
            for ident in rule.replaces[:1]:
                if rule in candidates(Line("x", ident, 100.0, Step.DRY), wanted):
                    assert not any(breaks(ingredient(p.ingredient), wanted) for p in rule.parts)
