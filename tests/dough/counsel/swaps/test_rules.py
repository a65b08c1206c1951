"""The tables of substitution hold together: every rule can be made, says where it comes from, and helps."""

from __future__ import annotations

import pytest

from dough.accounts.formula import Line, Step
from dough.accounts.needs.verdict import breaks
from dough.counsel.swaps.candidates import BUILT, OUT, candidates
from dough.counsel.swaps.ledger import FUNCTIONS, ledger, per_100
from dough.counsel.swaps.rules import EVIDENCE, Equivalent, Reduction, Rule, equivalents, reductions, rules
from dough.facts.ingredients import Role, ingredient, table
from dough.facts.needs import NEEDS, Wanted
from dough.facts.tables import rows

#: What nothing in the table can stand in for under one need alone, and why.
NO_MATCH = {("driedwhite", "no_egg"): "foam that dries: only starch, which does not foam"}


@pytest.mark.parametrize("rule", rules().values(), ids=lambda r: r.id)
def test_a_rule_has_source_confidence_evidence_and_sound_bounds(rule: Rule) -> None:
    assert rule.evidence in EVIDENCE
    assert rule.from_where != rule.source, "a source code without words"
    assert rule.taste in ("same", "near", "plain", "other", "quite other")
    for ident in rule.replaces:
        assert ident in table()
    for part in rule.parts:
        assert ident != part.ingredient
        assert part.low <= part.per_100 <= part.high
        ingredient(part.ingredient)
    for span in (rule.wide, rule.high):
        assert span is None or span[0] <= span[1]


@pytest.mark.parametrize("rule", [r for r in rules().values() if r.parts], ids=lambda r: r.id)
def test_a_rule_brings_a_plausible_mass(rule: Rule) -> None:
    """Per 100 g replaced: dry replacers and zest-like things less, a syrup with more water more."""
    whole = sum(p.per_100 for p in rule.parts)
    light = {
        "vanilla_powder",
        "gf_gum",
        "nuts_crisped",
        "coconut_plain",
        "driedwhite_starch",
        "mustard_ginger",
        "almondext_vanilla",
        "lemonext_zest",
        "mintext_dry",
        "gluten_bran",
    }
    most = 320 if rule.id == "lemonext_zest" else 130
    assert (5 if rule.id in light else 75) <= whole <= most


@pytest.mark.parametrize("rule", [*reductions().values(), *equivalents().values()], ids=lambda r: r.id)
def test_other_rules_have_a_source_and_real_ingredients(rule: Reduction | Equivalent) -> None:
    assert rule.source in ("PRAC", "CALC", "SPEC", "STO", "EST")
    for part in rule.parts:
        ingredient(part.ingredient)


@pytest.mark.parametrize("need", sorted(NEEDS))
def test_every_ingredient_that_breaks_a_need_can_be_replaced(need: str) -> None:
    for item in table().values():
        if not breaks(item, Wanted((need,))):
            continue
        line = Line("x", item.id, 100.0, Step.DRY)
        found = candidates(line, Wanted((need,)))
        assert found, item.id
        for rule in found:
            assert not any(breaks(ingredient(p.ingredient), Wanted((need,))) for p in rule.parts), (item.id, rule.id)
        if (item.id, need) not in NO_MATCH:
            assert any(r.parts for r in found), f"nothing but leaving out for {item.id} under {need}"


@pytest.mark.parametrize("item", [i for i in table().values() if breaks(i, Wanted(("no_egg",)))], ids=lambda i: i.id)
def test_egg_can_be_replaced_whatever_else_is_not_wanted(item: object) -> None:
    """Even where every other need is on there is a recipe built from plain parts."""
    line = Line("x", getattr(item, "id"), 60.0, Step.EGG)  # noqa: B009
    found = candidates(line, Wanted(tuple(NEEDS)))
    assert any(r.parts for r in found) or found == (OUT,)
    if line.ingredient.id in ("egg", "yolk", "white"):
        assert any(r.parts for r in found)


def test_a_built_recipe_does_what_it_replaces() -> None:
    """Butter from plain parts keeps fat, water and salt; without its emulsifier."""
    line = Line("x", "butter", 100.0, Step.CREAM)
    built = next(r for r in candidates(line, Wanted(tuple(NEEDS))) if r.id == BUILT)
    lines = [Line(f"p{n}", p.ingredient, p.per_100, Step.CREAM) for n, p in enumerate(built.parts)]
    for f, a, b in zip(FUNCTIONS, ledger([line]), ledger(lines), strict=True):
        if f.key in ("fat", "water", "salt"):
            assert abs(a - b) <= f.tolerance, f.key


def test_every_function_row_names_an_ingredient_and_a_fold_in_counts_what_joins() -> None:
    for r in rows("functions"):
        ingredient(r["id"])
        assert r["source"]
        assert r["confidence"] in "HML"
    assert per_100(ingredient("chips50")) == tuple(0.0 for _ in FUNCTIONS)
    assert per_100(ingredient("almond"))[0] == pytest.approx(ingredient("almond").parts.fat)
    assert ingredient("chips50").role is Role.FOLD_IN


def test_every_compound_row_names_an_ingredient() -> None:
    for name in ("compounds", "caffeine"):
        for r in rows(name):
            ingredient(r["id"])
    shares: dict[str, float] = {}
    for r in rows("compounds"):
        shares[r["id"]] = shares.get(r["id"], 0.0) + float(r["share"])
    assert all(60 <= s <= 101 for s in shares.values()), {k: v for k, v in shares.items() if not 60 <= v <= 101}
