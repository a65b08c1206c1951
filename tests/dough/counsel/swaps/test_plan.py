"""Laws of a swap: no need broken, no gram lost, the ledger told, the amounts as good as they can be."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Method, Process, Step
from dough.accounts.needs.verdict import breaks
from dough.accounts.scaling import practical
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.swaps.candidates import KEEP, candidates
from dough.counsel.swaps.ledger import FUNCTIONS, ledger, per_100
from dough.counsel.swaps.plan import chosen, make
from dough.counsel.swaps.reduce import meets, per_100g, reduce
from dough.counsel.swaps.rules import Rule, reductions, rules
from dough.counsel.swaps.solve import Unknown, solve
from dough.counsel.swaps.study import study
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.ingredients import ADDITIVE, Role, ingredient
from dough.facts.needs import NEEDS, NOTHING, Wanted, Wish
from dough.facts.styles import styles
from tests.dough.strategies import draft_of, formulas, style_drafts

needs_sets = st.lists(st.sampled_from(sorted(NEEDS)), min_size=1, max_size=5, unique=True).map(
    lambda ids: Wanted(tuple(ids))
)


def first_rules(draft: Draft, needs: Wanted, which: int = 0) -> dict[str, Rule]:
    """For every line that breaks a need one of its candidates."""
    found = {}
    for x in draft.formula.lines:
        if breaks(x.ingredient, needs):
            pool = candidates(x, needs)
            found[x.id] = pool[which % len(pool)]
    return found


@given(formulas(), needs_sets, st.integers(0, 20))
@settings(max_examples=150, deadline=None)
def test_a_swap_leaves_and_adds_nothing_that_breaks_a_need(formula: Formula, needs: Wanted, which: int) -> None:
    draft = Draft(formula, Process())
    plan = make(draft, needs, first_rules(draft, needs, which))
    assert plan.left == ()
    assert not any(breaks(x.ingredient, needs) for x in plan.draft.formula.lines)


@given(formulas(), needs_sets, st.integers(0, 20))
@settings(max_examples=100, deadline=None)
def test_no_gram_is_made_or_lost(formula: Formula, needs: Wanted, which: int) -> None:
    """Every change is told, and the parts of what goes in add up to it."""
    draft = Draft(formula, Process())
    plan = make(draft, needs, first_rules(draft, needs, which))
    before = sum(x.grams or 0.0 for x in formula.lines)
    after = sum(x.grams or 0.0 for x in plan.draft.formula.lines)
    told = sum((c.after_g or 0.0) - (c.before_g or 0.0) for c in plan.changes)
    assert after - before == pytest.approx(told, abs=1e-6)
    for x in plan.draft.formula.lines:
        assert (x.grams or 0.0) >= 0
        p = x.ingredient.parts
        assert sum(getattr(p, k) for k in ADDITIVE) == pytest.approx(100.0, abs=15.0)
    for e, value in zip(plan.ledger, ledger(plan.draft.formula.lines), strict=True):
        assert e.after == pytest.approx(value)
        assert e.within == (abs(e.error) <= e.tolerance * (1 + 1e-6))


@given(formulas(unknowns=True), needs_sets)
@settings(max_examples=60, deadline=None)
def test_an_unknown_amount_is_never_taken_for_zero(formula: Formula, needs: Wanted) -> None:
    draft = Draft(formula, Process())
    plan = make(draft, needs, {k: r for k, r in first_rules(draft, needs).items() if r.parts})
    unknown = {x.id for x in formula.lines if x.grams is None}
    after = {x.id: x for x in plan.draft.formula.lines}
    for x in formula.lines:
        if x.id in unknown:
            assert after[x.id].grams is None
            assert after[x.id].ingredient_id == x.ingredient_id
    assert set(plan.left) <= {x.id for x in formula.lines}


@given(
    style_drafts(),
    st.sampled_from(
        [
            Wanted(("no_milk",)),
            Wanted(("no_egg",)),
            Wanted(("vegan",)),
            Wanted(("no_gluten",)),
            Wanted(("vegan", "no_gluten")),
        ]
    ),
)
@settings(max_examples=60, deadline=None)
def test_a_real_dough_keeps_its_fat_water_sugar_and_salt(draft: Draft, needs: Wanted) -> None:
    """What can be kept is kept within tolerance, over all styles and their scatter."""
    plan = make(draft, needs, first_rules(draft, needs))
    off = {e.function.key: e.off for e in plan.ledger}
    for key in ("fat", "sugars"):
        assert abs(off[key]) <= 1.05, (key, off[key])
    # Plant butter's own salt can be more than there was salt to take off; then it says so.
    left = sum(x.grams or 0.0 for x in plan.draft.formula.of_role(Role.SALT))
    assert abs(off["salt"]) <= 1.05 or (left < 0.1 and any(u.startswith("Salt") for u in plan.unmet))
    assert abs(off["water"]) <= 2.0


@given(st.integers(0, 3), st.floats(0.8, 1.2))
@settings(max_examples=20, deadline=None)
def test_scaling_first_or_last_comes_to_the_same(which: int, factor: float) -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    bigger = Draft(
        Formula(tuple(Line(x.id, x.ingredient_id, (x.grams or 0) * factor, x.step) for x in draft.formula.lines)),
        draft.process,
    )
    picks = first_rules(draft, Wanted(("vegan",)), which)
    one, other = make(draft, Wanted(("vegan",)), picks), make(bigger, Wanted(("vegan",)), picks)
    after = {x.id: x.grams or 0.0 for x in one.draft.formula.lines}
    for x in other.draft.formula.lines:
        assert (x.grams or 0.0) == pytest.approx(after[x.id] * factor, abs=max(2.1, 0.03 * (x.grams or 0)))


def test_shortening_for_butter_keeps_fat_and_water_by_the_known_ratio() -> None:
    draft = draft_of(("ap", 300), ("butter", 200), ("gran", 150), ("egg", 50), ("salt", 4))
    plan = make(draft, Wanted(("no_milk",)), {"butter": rules()["fat_shortening"]})
    after = {x.ingredient_id: x.grams for x in plan.draft.formula.lines}
    assert after["shortening"] == pytest.approx(162, abs=3)
    assert after["water"] == pytest.approx(34, abs=6)
    assert after["ap"] == 300
    assert [c.line_id for c in plan.changes if c.why.startswith("stands in")] == ["butter"]


def test_salt_in_plant_butter_comes_off_the_salt_line() -> None:
    draft = draft_of(("ap", 300), ("butter", 200), ("gran", 150), ("egg", 50), ("salt", 4))
    plan = make(draft, Wanted(("no_milk",)), {"butter": rules()["fat_plantblock"]})
    salt = next(x for x in plan.draft.formula.lines if x.id == "salt")
    assert salt.grams == pytest.approx(2.0, abs=0.4)
    assert "salt" in next(c.why for c in plan.changes if c.line_id == "salt")


def test_a_part_joins_a_line_that_is_there() -> None:
    draft = draft_of(("ap", 250), ("butter", 140), ("caster", 110), ("egg", 90), ("bp_da", 5.5))
    plan = make(draft, Wanted(("no_egg",)), {"egg": rules()["egg_apple"]})
    powders = [x for x in plan.draft.formula.lines if x.ingredient_id == "bp_da"]
    assert len(powders) == 1
    assert powders[0].grams == pytest.approx(7.1, abs=0.2)


def test_what_cannot_be_met_is_named_with_what_it_does() -> None:
    draft = draft_of(("ap", 250), ("butter", 140), ("caster", 110), ("egg", 90))
    plan = make(draft, Wanted(("no_egg",)), {"egg": rules()["egg_flax"]})
    sets = next(u for u in plan.unmet if u.startswith("Sets on heating"))
    assert "short (11.3 before" in sets
    assert "breaks more easily" in sets


def test_gluten_free_says_to_rest_and_to_bake_cooler_and_longer() -> None:
    draft = draft_of(("ap", 250), ("butter", 140), ("caster", 110), ("egg", 90), oven_c=180.0, minutes=11.0, rest_h=0.0)
    both = {"ap": rules()["gf_xanthan"], "egg": rules()["egg_flax"]}
    plan = make(draft, Wanted(("no_gluten", "no_egg")), both)
    p = plan.draft.process
    assert (p.oven_c, p.minutes, p.rest_h) == (175.0, 12.5, 0.75), "the strongest of each, not their sum"
    assert any("Rest the dough 45 min" in m for m in plan.method)
    oil = make(draft, Wanted(("no_milk",)), {"butter": rules()["fat_oil"]})
    assert oil.draft.process.method is Method.MELTED


def test_a_line_left_as_it_is_stays_and_is_told() -> None:
    draft = draft_of(("ap", 250), ("butter", 140), ("caster", 110), ("egg", 90))
    plan = make(draft, Wanted(("no_egg", "no_milk")), {"egg": KEEP, "butter": rules()["fat_plantblock"]})
    assert plan.left == ("egg",)


def test_the_solver_is_as_good_as_trying_everything() -> None:
    """Two parts on a fine grid: nothing on it beats what was solved."""
    oil, gel = ingredient("oil"), ingredient("flaxgel")
    found = [Unknown("egg", gel, 104, 85, 110, 12.5, False), Unknown("egg", oil, 5, 0, 10, 5, False)]
    wanted = tuple(v for v in per_100(ingredient("egg")))
    nothing = tuple(0.0 for _ in FUNCTIONS)
    best = solve(found, nothing, wanted, 300.0)

    def cost(amounts: tuple[float, ...]) -> float:
        total = 0.0
        for i, f in enumerate(FUNCTIONS):
            brings = sum(g * per_100(u.item)[i] / 100 for g, u in zip(amounts, found, strict=True))
            total += ((brings - wanted[i]) / (f.tolerance * 3.0)) ** 2
        return total + sum((0.35 * (g - u.usual) / u.scale) ** 2 for g, u in zip(amounts, found, strict=True))

    grid = product([85 + 0.5 * n for n in range(51)], [0.25 * n for n in range(41)])
    assert cost(tuple(best)) <= min(cost(g) for g in grid) + 1e-6


def test_amounts_can_be_weighed() -> None:
    assert [practical(v) for v in (0.43, 7.77, 23.3, 141.4, -2.26)] == [0.4, 7.8, 23.5, 141.0, -2.3]


@pytest.mark.parametrize("by", [10.0, 20.0, 30.0])
def test_less_sugar_gets_to_what_was_wished(by: float) -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    now = per_100g(draft.formula, "sugars")
    assert now is not None
    wish = Wish("less_sugar", by, now)
    plan = make(draft, NOTHING, {}, ((wish, reductions()["sugar_allulose"]),))
    reached = per_100g(plan.draft.formula, "sugars")
    assert reached == pytest.approx(now * (1 - by / 100), rel=0.012)
    assert plan.ways[0].enough
    assert any("allulose" in c.why for c in plan.changes)


def test_a_way_ends_at_its_limit_and_says_how_far_it_got() -> None:
    draft, _ = from_style_formula(styles()["shortbread"])
    now = per_100g(draft.formula, "sugars") or 0.0
    wish = Wish("less_sugar", 60, now)
    done = reduce(draft.formula, wish, reductions()["sugar_cut"])
    assert done.share_pct == pytest.approx(25.0)
    assert not done.enough
    plan = make(draft, NOTHING, {}, ((wish, reductions()["sugar_cut"]),))
    assert any("ends there" in u for u in plan.unmet)
    assert not meets(wish, done.reached)


@pytest.mark.parametrize(("need", "counts", "way"), [
    ("less_sodium", "sodium", "sodium_kcl"), ("more_fibre", "fibre", "fibre_wholemeal"),
])  # fmt: skip
def test_less_sodium_and_more_fibre(need: str, counts: str, way: str) -> None:
    draft, _ = from_style_formula(styles()["chewy"])
    now = per_100g(draft.formula, counts) or 0.0
    wish = Wish(need, 20, now)
    plan = make(draft, NOTHING, {}, ((wish, reductions()[way]),))
    assert meets(wish, per_100g(plan.draft.formula, counts))
    whole = sum(x.grams or 0 for x in draft.formula.lines)
    assert sum(x.grams or 0 for x in plan.draft.formula.lines) == pytest.approx(whole, rel=0.01)


def test_what_a_reduction_disturbs_is_balanced() -> None:
    """Wholemeal drinks more: water goes in, and the fibre still gets to what was wished."""
    draft, _ = from_style_formula(styles()["chewy"])
    wish = Wish("more_fibre", 35, per_100g(draft.formula, "fibre") or 0.0)
    plan = make(draft, NOTHING, {}, ((wish, reductions()["fibre_wholemeal"]),))
    water = next(e for e in plan.ledger if e.function.key == "water")
    assert water.within
    assert any(x.ingredient_id == "water" for x in plan.draft.formula.lines)
    assert plan.ways[0].enough


def test_what_another_line_needs_anyway_is_nothing_new_to_buy() -> None:
    """Two wheat lines take the same gum where both would do."""
    draft = draft_of(("ap", 210), ("rye_l", 90), ("butter", 200), ("gran", 240), ("egg", 68), ("soda", 3))
    found = study(Setting.of(draft, styles()["chewy"], Kit()), Wanted(("no_gluten",)), (), {})
    assert len({x.pick for x in found.lines}) == 1


def test_a_wish_waits_for_an_unknown_amount() -> None:
    draft = draft_of(("ap", 250), ("gran", None), ("butter", 140))
    assert per_100g(draft.formula, "sugars") is None
    plan = make(draft, NOTHING, {}, ((Wish("less_sugar", 20, 30.0), reductions()["sugar_cut"]),))
    assert any("unknown" in u for u in plan.unmet)


def test_candidates_are_ranked_and_a_bake_here_raises_the_evidence() -> None:
    draft, _ = from_style_formula(styles()["cakey"])
    style = styles()["cakey"]
    found = study(Setting.of(draft, style, Kit()), Wanted(("no_egg",)), (), {})
    line = next(x for x in found.lines if x.line.role is Role.EGG)
    scores = [c.score for c in line.candidates if c.rule is not KEEP]
    assert scores == sorted(scores)
    assert line.pick == line.candidates[0].rule.id
    last = next(c for c in line.candidates if c.rule.id == "egg_built")
    assert last.evidence == "plausible"
    tried = study(Setting.of(draft, style, Kit()), Wanted(("no_egg",)), (), {}, {"egg_built": "bake 3"})
    raised = next(c for c in tried.lines[0].candidates if c.rule.id == "egg_built")
    assert raised.evidence == "tried here"
    assert raised.score < last.score


def test_a_function_nothing_brings_is_named_and_the_first_is_the_least_bad() -> None:
    draft, _ = from_style_formula(styles()["cakey"])
    found = study(Setting.of(draft, styles()["cakey"], Kit()), Wanted(("no_egg", "no_soy", "no_milk")), (), {})
    line = next(x for x in found.lines if x.line.role is Role.EGG)
    assert "Sets on heating" in line.missing
    real = [c for c in line.candidates if c.rule.parts]
    assert all(any(e.function.key == "sets" for e in c.off) for c in real)
    assert real[0].score == min(c.score for c in real)


def test_the_cooks_pick_is_kept_and_others_follow_it() -> None:
    draft, _ = from_style_formula(styles()["cakey"])
    eggs = [x.id for x in draft.formula.lines if x.ingredient_id == "egg"]
    found = study(Setting.of(draft, styles()["cakey"], Kit()), Wanted(("vegan",)), (), {eggs[0]: "egg_aquafaba"})
    assert dict(found.plan.picks)[eggs[0]].id == "egg_aquafaba"
    assert any(x.ingredient_id == "aquafaba" for x in found.plan.draft.formula.lines)
    assert found.plan.left == ()
    assert found.after is not None


def test_without_flour_there_is_a_plan_but_no_forecast() -> None:
    draft = draft_of(("butter", 100), ("gran", 50))
    found = study(Setting.of(draft, None, Kit()), Wanted(("no_milk",)), (), {})
    assert found.plan.left == ()
    assert found.before is None
    assert found.why_none


def test_swaps_are_remembered_in_the_draft() -> None:
    draft = draft_of(("ap", 250), ("butter", 140), ("caster", 110), ("egg", 90))
    plan = make(draft, Wanted(("no_egg",)), {"egg": rules()["egg_flax"]})
    assert plan.draft.swaps == (("egg", "egg_flax"),)
    again = make(plan.draft, Wanted(("no_milk",)), {"butter": rules()["fat_plantblock"]})
    assert dict(again.draft.swaps) == {"egg": "egg_flax", "butter": "fat_plantblock"}


def test_tops_are_swapped_gram_for_gram_and_stay_on_top() -> None:
    lines = (
        Line("f", "ap", 200.0, Step.DRY), Line("b", "oil", 100.0, Step.CREAM), Line("s", "gran", 100.0, Step.CREAM),
        Line("t", "almonds", 40.0, Step.TOP),
    )  # fmt: skip
    plan = make(Draft(Formula(lines), Process()), Wanted(("no_nuts",)), {"t": rules()["nuts_pumpseed"]})
    top = next(x for x in plan.draft.formula.lines if x.id == "t")
    assert (top.ingredient_id, top.step) == ("pumpseed", Step.TOP)
    assert top.grams == pytest.approx(40, abs=2)
    assert [x.grams for x in plan.draft.formula.lines[:3]] == [200, 100, 100]


def test_an_unknown_need_is_refused() -> None:
    with pytest.raises(EntryError):
        study(Setting.of(draft_of(("ap", 100)), None, Kit()), Wanted(("no_fun",)), (), {})


@pytest.mark.parametrize("style", sorted(styles()))
def test_what_stands_in_for_what_is_said_first_and_what_stays_is_not(style: str) -> None:
    draft, _ = from_style_formula(styles()[style])
    needs = Wanted(("no_egg", "no_milk"))
    picked = first_rules(draft, needs)
    said = chosen(make(draft, needs, picked), draft.formula)
    for rule in picked.values():
        name = rule.name.lower()
        assert (name in said.lower()) == (rule != KEEP) or "no " in said.lower()
    kept = chosen(make(draft, needs, dict.fromkeys(picked, KEEP)), draft.formula)
    assert kept == ""
