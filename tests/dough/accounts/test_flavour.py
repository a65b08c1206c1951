"""The flavour account: sweet, salty, of soda; only what is tasted is told, and what is unknown is not."""

from __future__ import annotations

from dataclasses import replace

import pytest

from dough.accounts.flavour import SALTIER, flavour, tasted
from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.scaling import resize
from dough.facts.ingredients import Role


def dough(sugar: float = 200.0, salt: float = 4.0, soda: float = 3.0, more: tuple[Line, ...] = ()) -> Draft:
    lines = (
        Line("f", "ap", 300.0, Step.DRY), Line("s", "gran", sugar, Step.CREAM), Line("b", "butter", 200.0, Step.CREAM),
        Line("e", "egg", 60.0, Step.EGG), Line("n", "seasalt", salt, Step.DRY), Line("d", "soda", soda, Step.DRY),
    )  # fmt: skip
    return Draft(Formula((*lines, *more)), Process(portion_g=40))


def told(before: Draft, after: Draft) -> tuple[str, ...]:
    return tasted(flavour(before), flavour(after))


def test_the_same_dough_and_a_larger_batch_of_it_taste_the_same() -> None:
    assert told(dough(), dough()) == ()
    assert told(dough(), resize(dough(), 3.7)) == ()


def test_salt_is_told_from_where_it_is_tasted_by_hand() -> None:
    salty = flavour(dough(salt=6.0)).salt_pct
    plain = flavour(dough()).salt_pct
    assert salty is not None
    assert plain is not None
    # Salt lines are nearly all salt; flour, butter and egg hold a little.
    assert salty - plain == pytest.approx(100.0 * (6.0 / 769.0 - 4.0 / 767.0), abs=0.02)
    assert any("saltier" in w for w in told(dough(), dough(salt=6.0)))
    assert any("less salty" in w for w in told(dough(salt=6.0), dough()))
    assert told(dough(), dough(salt=4.0 * (1 + SALTIER / 4))) == ()


def test_more_sugar_is_sweeter_and_what_stands_in_for_it_is_told_too() -> None:
    assert any("sweeter" in w for w in told(dough(), dough(sugar=240.0)))
    lines = tuple(replace(x, ingredient_id="erythritol") if x.role is Role.SUGAR else x for x in dough().formula.lines)
    assert any("less sweet" in w for w in told(dough(), replace(dough(), formula=Formula(lines))))


def test_soda_is_told_when_it_comes_to_be_noticed_and_less_of_it_when_it_goes() -> None:
    much = told(dough(soda=1.0), dough(soda=9.0))
    assert any("soapy" in w for w in much)
    assert any(w.startswith("less of soda") for w in told(dough(soda=9.0), dough(soda=1.0)))


def test_what_is_unknown_is_not_told() -> None:
    open_amount = dough(more=(Line("x", "milk", None, Step.EGG),))
    assert flavour(open_amount).sweet is None
    assert not any("sweet" in w for w in told(dough(), open_amount))
    empty = flavour(Draft(Formula(), Process()))
    assert (empty.sweet, empty.salt_pct, empty.soda) == (None, None, "")
