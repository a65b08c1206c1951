"""Findings on thirty more formulas, and on a flour weighed wrong."""

from __future__ import annotations

import pytest

from dough.accounts.formula import Draft, Process
from dough.facts.styles import styles
from dough.judgement.findings.apply import apply
from tests.dough.judgement.judged.test_laws import found
from tests.dough.judgement.judged.unseen import UNSEEN_SOUND, UNSEEN_SPOILED
from tests.dough.strategies import formula_of


@pytest.mark.parametrize("name", sorted(UNSEEN_SPOILED))
def test_what_is_spoiled_is_named_first(name: str) -> None:
    base, words, change = UNSEEN_SPOILED[name]
    style, grams = UNSEEN_SOUND[base]
    formula = formula_of(*{k: v for k, v in {**grams, **change}.items() if v > 0}.items())
    first = found(formula, styles()[style])[0]
    about = {formula.line(i).ingredient_id for i in first.line_ids} | set(first.key.split("."))
    assert (about | {str(first.role)}) & set(words.split()), first.what


def test_sound_formulas_are_left_in_peace() -> None:
    loud = [
        n for n, (s, g) in UNSEEN_SOUND.items()
        if any(f.state in ("look", "act") for f in found(formula_of(*g.items()), styles()[s]))
    ]  # fmt: skip
    assert len(loud) <= 3, loud


@pytest.mark.parametrize(
    ("name", "with_style", "times"),
    [(n, True, t) for n in ("chewy", "thin", "tartar", "oat", "ginger", "cutout") for t in (0.4, 0.5, 2.5)]
    # The general limits are wider: without a style hardly any slip shows in three figures at once.
    + [("chewy", False, 0.33)],
)
def test_a_flour_weighed_wrong_is_one_finding_and_its_remedy_sets_all_right(
    name: str, with_style: bool, times: float
) -> None:
    style, grams = UNSEEN_SOUND[name]
    flour = next(k for k in ("ap", "ap_hi", "spelt_w") if k in grams)
    formula = formula_of(*{**grams, flour: grams[flour] * times}.items())
    chosen = styles()[style] if with_style else None
    all_ = found(formula, chosen)
    first = all_[0]
    assert first.cause == "flour", [f.what for f in all_]
    assert len(first.reasons) >= 4
    mended = apply(Draft(formula, Process()), first.remedies[0]).formula
    assert mended.flour_g == pytest.approx(grams[flour], rel=0.3)
    assert all(f.state == "note" for f in found(mended, chosen))


def test_few_fold_ins_do_not_hide_a_flour_weighed_wrong() -> None:
    """A rye dough with few apricots keeps them few: with the right flour that is a finding of its own."""
    formula = formula_of(
        ("ap", 84), ("rye_l", 36), ("musco_l", 150), ("caster", 96), ("butter", 204), ("egg", 68), ("soda", 3.6),
        ("salt", 4.5), ("cardamom", 2.4), ("apricots", 120),
    )  # fmt: skip
    first = found(formula, styles()["chewy"])[0]
    assert first.cause == "flour"
    assert first.remedies
    assert {"Sugar", "Fat", "Egg", "Salt"} <= {r.split()[0] for r in first.reasons}
