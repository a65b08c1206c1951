"""The acid and soda account."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dough.accounts.formula import Formula, Line, Step
from dough.accounts.gas import browning_factor
from dough.accounts.leavening import baked_ph, dough_ph, flour_meq_per_g, leavening
from dough.bake.makeup import makeup
from dough.draft.start import from_style_formula
from dough.facts.bake_parameters import parameters
from dough.facts.styles import styles
from tests.dough.strategies import formula_of


def test_brown_sugar_takes_up_little_of_the_soda_and_flour_takes_more() -> None:
    account = leavening(formula_of(("ap", 100.0), ("lbrown", 65.0), ("soda", 1.3)).lines)
    assert account is not None
    by_name = {s.name: s.soda_g for s in account.sources}
    assert by_name["Light brown sugar"] == pytest.approx(0.052, abs=0.001)
    assert by_name["Plain flour"] == pytest.approx(0.22, abs=0.001)
    assert account.net_soda_g == pytest.approx(1.3 - 0.052 - 0.22, abs=0.002)


@pytest.mark.parametrize(
    ("style", "ph"), [("chewy", 8.2), ("cakey", 7.6), ("shortbread", 6.1), ("thin_crisp", 8.3), ("tartar", 7.5)]
)
def test_typical_doughs_have_their_typical_ph(style: str, ph: float) -> None:
    account = leavening(from_style_formula(styles()[style])[0].formula.lines)
    assert account is not None
    assert account.ph == pytest.approx(ph, abs=0.35)


def test_whole_dried_fruit_hardly_meets_the_soda() -> None:
    whole = (*formula_of(("ap", 100.0), ("soda", 1.0)).lines, Line("r", "raisins", 100.0, Step.FOLD_IN))
    account = leavening(Formula(whole).lines)
    assert account is not None
    fruit = next(s for s in account.sources if s.line_id == "r")
    assert fruit.contact == pytest.approx(0.1)
    assert fruit.soda_g == pytest.approx(0.2, abs=0.01)


def test_without_flour_there_is_no_account() -> None:
    assert leavening(formula_of(("gran", 100.0), ("soda", 1.0)).lines) is None


@given(st.floats(-60, 60), st.floats(0.5, 20))
def test_more_soda_never_makes_a_dough_more_acid(net: float, buffer: float) -> None:
    assert dough_ph(net + 1.0, buffer) >= dough_ph(net, buffer)
    assert 4.0 <= dough_ph(net, buffer) <= 8.36


#: Five doughs worked by hand from the tables: grams, net alkali (meq), buffer and phosphate (meq per pH), pH of dough
#: and crumb, all per 100 g of flour, with how.
BY_HAND = [
    # −(0.22 + 0.7·0.02)/0.084007 = −2.785; buffer 2.0 + 0.07; 7.4 − 2.785/2.07.
    ({"ap": 100, "butter": 70, "gran": 40}, -2.785, 2.07, 0.0, 6.05, 6.15),
    # (0.5 − 0.22)/0.084007 = 3.333; 7.4 + 0.95·(1 − e^(−3.333/6)); 7.4 + 1.6·0.4262.
    ({"ap": 100, "soda": 0.5}, 3.333, 2.0, 0.0, 7.805, 8.08),
    # 3 g of powder hold 3.6 meq per pH at 7.2; 2.92·(pH − 7.4) + 3.6·(pH − 7.2) = −2.738.
    ({"ap": 100, "butter": 50, "egg": 35, "bp_da": 3, "gran": 50}, -2.738, 2.925, 3.6, 6.87, 6.97),
    # Self-raising flour: 0.25 g of acid and 4.5 g of powder; 2.0·(pH − 7.4) + 5.4·(pH − 7.2) = −2.976.
    ({"sr_uk": 100}, -2.976, 2.0, 5.4, 6.85, 6.95),
    # Tartar in balance: 1.2 soda − 2.0·0.446 − 0.22 = 0.088 g = 1.05 meq; 7.4 + 0.95·(1 − e^(−1.05/6)).
    ({"ap": 100, "soda": 1.2, "cot": 2.0}, 1.048, 2.0, 0.0, 7.55, 7.66),
]  # fmt: skip


@pytest.mark.parametrize(("grams", "net", "buffer", "phosphate", "dough", "baked"), BY_HAND)
def test_five_doughs_worked_by_hand(
    grams: dict[str, float], net: float, buffer: float, phosphate: float, dough: float, baked: float
) -> None:
    account = leavening(formula_of(*grams.items()).lines)
    assert account is not None
    assert account.net_meq == pytest.approx(net, abs=0.01)
    assert account.buffer_meq == pytest.approx(buffer, abs=0.01)
    assert account.phosphate_meq == pytest.approx(phosphate, abs=0.01)
    assert account.ph == pytest.approx(dough, abs=0.01)
    assert baked_ph(account.ph) == pytest.approx(baked, abs=0.02)


@pytest.mark.parametrize("powder", [1.0, 2.0, 3.0, 4.0])
def test_a_dough_raised_by_powder_alone_ends_near_neutral(powder: float) -> None:
    account = leavening(formula_of(("ap", 100), ("butter", 55), ("egg", 35), ("milk", 12), ("bp_da", powder)).lines)
    assert account is not None
    assert 6.6 <= account.ph <= 7.2
    assert account.ph > leavening(formula_of(("ap", 100), ("butter", 55), ("egg", 35), ("milk", 12)).lines).ph  # type: ignore[union-attr]


def test_cocoa_and_egg_white_hold_against_soda() -> None:
    plain = leavening(formula_of(("ap", 100), ("soda", 0.8)).lines)
    held = leavening(formula_of(("ap", 100), ("soda", 0.8), ("cocoa_d", 30), ("white", 40)).lines)
    assert plain is not None
    assert held is not None
    assert held.ph < plain.ph


def test_acid_of_flour_and_browning_by_ph_have_one_home() -> None:
    assert parameters()["flour_meq"].current == pytest.approx(flour_meq_per_g(), rel=1e-4)
    assert browning_factor(8.0) == pytest.approx(10 ** parameters()["b_ph"].current)


def test_whole_dark_pieces_leave_the_dough_pale_and_melted_chocolate_darkens_it() -> None:
    base = (("ap", 100.0), ("butter", 70.0), ("gran", 60.0), ("egg", 25.0))
    plain, pieces, melted = (
        makeup(list(formula_of(*base, *more).lines)).raw_l
        for more in ((), (("dark65", 100.0),), (("darkmelt", 100.0),))
    )
    assert pieces == pytest.approx(plain, abs=0.5)
    assert melted < plain - 15
    by_step = [replace(x, step=Step.CREAM) if x.id == "dark65" else x for x in formula_of(*base, ("dark65", 100)).lines]
    assert makeup(by_step).raw_l == pytest.approx(melted, abs=1.0)
