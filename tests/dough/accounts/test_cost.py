"""What a piece costs, by hand; what has no price leaves it at least so much, and a limit on it open."""

from __future__ import annotations

import pytest

from dough.accounts.brief import Stands, standings
from dough.accounts.cost import Price, cost
from dough.accounts.formula import Draft
from dough.facts.errors import EntryError
from dough.facts.limits import Limit, check_limits, read_limit
from tests.dough.accounts.test_brief import BUTTER, FLOUR, SUGAR, dough

#: Money for a kg: flour 1.10, sugar 1.40, butter 9.80 of which 2 % stays in the paper.
PRICES = {FLOUR: Price(1.10), SUGAR: Price(1.40), BUTTER: Price(9.80, 2.0)}


def limit(value: float, *, at_most: bool = True) -> tuple[Limit, ...]:
    return (Limit("cost", "piece", at_most, value, True),)


def test_a_piece_by_hand_to_the_digit() -> None:
    # 200 g flour 0.22, 100 g sugar 0.14, 200 g butter 1.96 / 0.98 = 2.00: 2.36 for ten pieces of 50 g.
    found = cost(dough(), PRICES)
    assert found.batch == pytest.approx(2.36, abs=1e-9)
    assert found.piece == pytest.approx(0.236, abs=1e-9)
    assert found.whole
    assert found.words("EUR") == "A piece costs 0.236 EUR."


def test_unknown_price_is_not_zero() -> None:
    found = cost(dough(), {FLOUR: PRICES[FLOUR]})
    assert not found.whole
    assert found.batch == pytest.approx(0.22)
    assert "at least 0.022 EUR" in found.words("EUR")
    assert "no price for" in found.words("EUR")
    assert "No price is known yet" in cost(dough(), {}).words("EUR")
    # An amount nobody knows has no cost either.
    assert cost(dough(sugar=None), PRICES).missing == (dough().formula.lines[1].ingredient.name,)


def test_without_a_portion_only_the_batch_is_known() -> None:
    found = cost(dough(portion=None), PRICES)
    assert found.piece is None
    assert "The batch costs 2.36 EUR" in found.words("EUR")


@pytest.mark.parametrize(
    ("value", "prices", "at_most", "stands"),
    [
        (0.24, PRICES, True, Stands.MET),
        (0.23, PRICES, True, Stands.OUT),
        (0.23, PRICES, False, Stands.MET),
        # What is known alone is beyond the limit: more prices can only make it worse.
        (0.02, {FLOUR: PRICES[FLOUR]}, True, Stands.OUT),
        (0.50, {FLOUR: PRICES[FLOUR]}, True, Stands.UNKNOWN),
    ],
)
def test_a_limit_of_cost(value: float, prices: dict[str, Price], at_most: bool, stands: Stands) -> None:
    (found,) = standings(limit(value, at_most=at_most), dough(), None, prices=prices)
    assert found.stands is stands
    if len(prices) == 1:
        assert "at least 0.022" in found.words
        assert "no price for" in found.words


def test_a_limit_of_cost_is_for_a_piece_and_read_without_a_unit() -> None:
    with pytest.raises(EntryError):
        check_limits((Limit("cost", "100 g", True, 1.0, True),))
    check_limits(limit(0.6))
    assert read_limit("0,60", "cost") == 0.6
    with pytest.raises(EntryError) as error:
        read_limit("cheap", "cost")
    assert "kitchen's money" in error.value.message


def test_what_stays_in_the_bowl_is_paid_by_the_pieces() -> None:
    tidy: Draft = dough()
    lossy = Draft(tidy.formula, type(tidy.process)(portion_g=50.0, bowl_loss_pct=10.0))
    one, other = cost(tidy, PRICES), cost(lossy, PRICES)
    assert one.piece is not None
    assert other.piece is not None
    assert other.piece == pytest.approx(one.batch / 9)
