"""Findings, gas and scaling: what stands out, and the laws of making more."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.gas import lifts, raising, soda_ml
from dough.accounts.scaling import factor_for, resize, split, whole_sizes
from dough.accounts.sources import sources
from dough.accounts.toppings import coverage
from dough.accounts.wide_base import wide_base_g
from dough.bake.sugars import sugar_state
from dough.draft import edit
from dough.draft.edit import line_percent, set_leaveners
from dough.draft.start import from_style_formula
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, Role
from dough.facts.kitchen_measures import Habit, egg_class
from dough.facts.styles import style, styles
from dough.judgement.effects import Remedied, costs_most_first
from dough.judgement.findings.apply import apply
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import Finding, State
from tests.dough.strategies import formula_of

PLAIN = [
    ("ap", 300.0),
    ("butter", 210.0),
    ("gran", 150.0),
    ("lbrown", 150.0),
    ("egg", 75.0),
    ("soda", 4.0),
    ("salt", 5.0),
]


def found(formula: Formula, chosen: str = "") -> dict[str, str]:
    s = style(chosen) if chosen else None
    return {f.key: f.state for f in findings(formula, composition(formula), s, 0.1)}


def changed(**grams: float) -> Formula:
    rows = {**dict(PLAIN), **grams}
    return formula_of(*rows.items())


@pytest.mark.parametrize("name", sorted(styles()))
def test_a_style_s_own_typical_formula_is_inside_its_own_bands(name: str) -> None:
    draft, _ = from_style_formula(style(name))
    keys = found(draft.formula, name)
    assert not [k for k in keys if k.startswith("band.")]
    assert "act" not in keys.values()


@pytest.mark.parametrize(
    ("grams", "key", "state"),
    [
        ({"soda": 9.0}, "limit.net_soda", "act"),
        ({"soda": 6.0}, "limit.net_soda", "look"),
        ({"salt": 12.0}, "limit.salt", "act"),
        ({"gran": 400.0}, "limit.sugar", "act"),
        ({"butter": 420.0}, "limit.fat", "act"),
        ({"chips50": 900.0}, "limit.fold_in", "act"),
        ({"cocoa_d": 180.0}, "limit.cocoa", "act"),
        ({"milk": 150.0}, "limit.water", "act"),
        ({"honey": 300.0}, "limit.syrup", "act"),
    ],
)
def test_what_is_out_is_found(grams: dict[str, float], key: str, state: str) -> None:
    assert key not in found(changed())
    assert found(changed(**grams))[key] == state


def test_oats_widen_the_base_that_drop_limits_are_taken_on() -> None:
    assert wide_base_g(changed(oats=150.0)) == 450
    assert "limit.sugar" in found(changed(gran=250.0))
    assert "limit.sugar" not in found(changed(gran=250.0, oats=200.0))


def test_the_style_s_band_speaks_before_the_general_limit() -> None:
    draft, _ = from_style_formula(style("lacy"))
    assert "limit.fat" not in found(draft.formula, "lacy")
    assert "limit.fat" in found(draft.formula)


def test_a_remedy_mends_its_finding() -> None:
    formula = changed(soda=9.0)
    finding = next(f for f in findings(formula, composition(formula), None, 0.1) if f.key == "limit.net_soda")
    for remedy in finding.remedies:
        assert "limit.net_soda" not in found(apply(Draft(formula, Process()), remedy).formula)


def test_an_unknown_amount_is_not_judged() -> None:
    formula = formula_of(("ap", 300), ("soda", 9), ("butter", None), ("gran", 200))
    assert not {"limit.fat", "limit.net_soda", "limit.sugar_to_fat"} & set(found(formula))


def test_a_finding_is_set_aside_with_a_reason_and_taken_up_again() -> None:
    draft = edit.dismiss(Draft(changed(soda=9.0), Process()), "limit.net_soda", " on purpose ")
    assert draft.dismissed == (("limit.net_soda", "on purpose"),)
    assert edit.dismiss(draft, "limit.net_soda", "").dismissed == ()


def test_more_soda_leaves_more_alkali_and_more_gas_and_cold_gas_needs_acid() -> None:
    less, more = raising(changed(), 0.1), raising(changed(soda=6.0), 0.1)
    assert less is not None
    assert more is not None
    assert more.left_pct > less.left_pct
    assert more.ml > less.ml
    assert more.baked_ph > more.account.ph
    alone = [s for s in more.sources if s.name == "Soda by heat alone"]
    assert alone[0].cold_ml == 0


def test_fruit_s_acid_counts_by_the_contact_share() -> None:
    formula = changed(apricots=200.0)
    locked, free = raising(formula, 0.0), raising(formula, 1.0)
    assert locked is not None
    assert free is not None
    assert locked.account.net_soda_g - free.account.net_soda_g == pytest.approx(5.0)


@given(st.floats(20, 900))
@settings(deadline=None)
def test_every_way_to_a_lift_gives_that_lift(wanted: float) -> None:
    base = Draft(changed(), Process())
    for way in lifts(base.formula, 0.1, wanted):
        made = set_leaveners(base, {"soda": way.soda_g, "bp_da": way.powder_g, "cot": way.tartar_g})
        account = raising(made.formula, 0.1)
        assert account is not None
        assert account.ml == pytest.approx(wanted, rel=0.02, abs=2)


def test_a_gram_of_soda_gives_half_its_gas_by_heat_alone() -> None:
    assert soda_ml(1, with_acid=False) == pytest.approx(soda_ml(1, with_acid=True) / 2)


def test_butter_hides_water_and_salted_butter_salt() -> None:
    by_key = {p.key: p for p in sources(changed(butter_s=100.0))}
    assert [s.name for s in by_key["salt"].shares if s.hidden] == ["Butter, salted"]
    assert by_key["water"].hidden_g == pytest.approx(by_key["water"].grams)


@given(st.floats(0.3, 6))
@settings(deadline=None)
def test_scaling_keeps_every_percentage_and_composition_is_linear(factor: float) -> None:
    draft = Draft(changed(milk=20.0), Process())
    scaled = resize(draft, factor)
    for before, after in zip(draft.formula.lines, scaled.formula.lines, strict=True):
        a, b = line_percent(draft.formula, before), line_percent(scaled.formula, after)
        assert b == pytest.approx(a, rel=0.01, abs=0.02)
    one, many = composition(draft.formula), composition(scaled.formula)
    for part in ("water", "sugars", "fat", "dough", "kcal_whole"):
        assert getattr(many, part).known == pytest.approx(factor * getattr(one, part).known, rel=2e-3)


@pytest.mark.parametrize(
    ("by", "text", "grams"),
    [
        ("dough", "2 kg", 2000.0),
        ("factor", "1.5", 894 * 1.5),
        ("pieces", "24", 24 * 40 / 0.98),
        ("eggs", "3", 894 * 153 / 75),
        ("line", "250", 894 * 250 / 210),
        ("tin", "20 x 30 cm, 15 mm", 1080.0),
        ("tin", "23 cm round, 12 mm", 598.3),
    ],
)
def test_every_way_of_scaling(by: str, text: str, grams: float) -> None:
    draft = Draft(changed(), Process(portion_g=40.0))
    factor = factor_for(draft, by, text, "butter")
    dough = composition(resize(draft, factor).formula).dough.value
    assert dough == pytest.approx(grams, rel=1e-3)


@pytest.mark.parametrize(
    ("by", "text", "says"),
    [("factor", "-2", "above 0"), ("factor", "many", "not a number"), ("tin", "big", "such as"),
        ("tin", "20 cm, 5 mm", "Two sides"),
     ("factor", "9999", "in one line"), ("pieces", "0", "above 0"), ("shoe", "1", "Scale by")],
)  # fmt: skip
def test_a_wish_that_makes_no_size_says_what_to_type(by: str, text: str, says: str) -> None:
    draft = Draft(changed(), Process(portion_g=40.0))
    with pytest.raises(EntryError, match=says):
        resize(draft, factor_for(draft, by, text))


def test_at_a_whole_size_the_eggs_are_whole() -> None:
    for size in whole_sizes(changed(), Habit.US):
        egg = next(
            x for x in resize(Draft(changed(), Process()), size.factor).formula.lines if x.ingredient_id == "egg"
        )
        assert (egg.grams or 0) / egg_class(Habit.US).egg == pytest.approx(size.eggs, abs=1e-3)


def test_a_split_gives_back_all_of_the_dough_but_the_bowl_s_loss() -> None:
    draft = Draft(changed(), Process(portion_g=40.0))
    parts = split(draft, ("plain", "cocoa", "tea"), (2, 1, 1))
    assert sum(p.grams for p in parts) == pytest.approx(894 * 0.98)
    assert parts[0].grams == pytest.approx(2 * parts[1].grams)
    for p in parts:
        assert p.pieces * 40 + p.left_g == pytest.approx(p.grams)
    with pytest.raises(EntryError, match="above 0"):
        split(draft, ("a", "b"), (1, 0))


def test_a_line_moves_and_nothing_else_does() -> None:
    draft = Draft(changed(), Process())
    moved = edit.move_line(draft, "salt", 0)
    assert [x.id for x in moved.formula.lines][:2] == ["salt", "ap"]
    assert {x.id: x.grams for x in moved.formula.lines} == {x.id: x.grams for x in draft.formula.lines}
    assert edit.move_line(draft, "ap", 400).formula.lines[-1].id == "ap"


def test_a_role_with_all_its_lines_keeps_its_ratio_when_leaveners_are_set() -> None:
    draft = Draft(changed(bp_da=3.0), Process())
    made = set_leaveners(draft, {"soda": 2.0, "cot": 4.48})
    got = {x.ingredient_id: x.grams for x in made.formula.of_role(Role.LEAVENING)}
    assert got == {"soda": 2.0, "cot": 4.48}


def test_salted_butter_is_why_there_is_too_much_salt_and_comes_off_the_salt_line() -> None:
    formula = formula_of(("ap", 300), ("butter_s", 200), ("gran", 190), ("egg", 60), ("salt", 5))
    salt = next(f for f in findings(formula, composition(formula), None, 0.1) if f.cause == "salt")
    assert any("3.2 g of salt" in r for r in salt.reasons)
    less = apply(Draft(formula, Process()), salt.remedies[0])
    assert less.formula.line("salt").grams == pytest.approx(1.8, abs=0.02)
    fine = formula_of(("ap", 300), ("butter_s", 200), ("gran", 190), ("egg", 60), ("salt", 1.5))
    assert "salt" not in {f.cause for f in findings(fine, composition(fine), None, 0.1)}


def test_sugar_dissolves_by_the_water_there_is_and_coarse_grains_are_said() -> None:
    dry, wet = sugar_state(formula_of(("ap", 300), ("gran", 200), ("egg", 20))), sugar_state(changed(milk=120.0))
    assert dry is not None
    assert wet is not None
    assert dry.dissolved < wet.dissolved <= 1
    assert "felt as grains" in dry.words
    fine = sugar_state(formula_of(("ap", 300), ("icing", 200), ("egg", 20)))
    assert fine is not None
    assert (fine.grain_um or 0) < (dry.grain_um or 0)
    honey = sugar_state(formula_of(("ap", 300), ("honey", 200)))
    assert honey is not None
    assert honey.reducing > 0.9
    assert sugar_state(formula_of(("ap", 300), ("gran", None))) is None


def test_a_topping_thins_out_as_the_cookie_spreads() -> None:
    lines = (*changed().lines, Line("top", "sesame", 40.0, Step.TOP, 40.0))
    draft = Draft(Formula(lines), Process(portion_g=40.0))
    (top,) = coverage(draft, 85.0)
    assert top.per_piece_g == pytest.approx(40 / 21)
    assert top.baked is not None
    assert 0 < top.baked < top.shaped <= 1
    assert coverage(Draft(Formula(lines), Process()), 85.0) == ()


def test_findings_are_read_by_what_they_cost() -> None:
    """What will spoil the bake first; then by how much nearer its best remedy brings the cookie; then as they were."""
    found = [
        (a_finding("a", State.LOOK), [Remedied("", 0.1), Remedied("", -0.4)]),
        (a_finding("b", State.LOOK), []),
        (a_finding("c", State.ACT), [Remedied("", None)]),
        (a_finding("d", State.LOOK), [Remedied("", 0.7)]),
        (a_finding("e", State.NOTE), [Remedied("", None)]),
    ]
    assert [found[n][0].key for n in costs_most_first(found)] == ["c", "d", "a", "b", "e"]


def a_finding(key: str, state: State) -> Finding:
    return Finding(key, state, None, (), "what", "why", "evidence", Confidence.HIGH)
