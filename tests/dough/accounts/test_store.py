"""What is here makes so many pieces: by hand, the scarcest named, and what is not known never taken for nought."""

from __future__ import annotations

import pytest

from dough.accounts.brief import Standing, Stands, standings
from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.store import Store, makes, short_of
from dough.facts.limits import Limit


def dough(*lines: tuple[str, float | None]) -> Draft:
    made = tuple(Line(f"l{n}", ident, grams, Step.DRY, grams) for n, (ident, grams) in enumerate(lines))
    return Draft(Formula(made), Process(portion_g=50.0, bowl_loss_pct=0.0))


#: 500 g: ten pieces.
TEN = (("ap", 200.0), ("gran", 100.0), ("butter", 150.0), ("water", 50.0))


def stands(store: Store, least: float = 48.0, *, lines: tuple[tuple[str, float | None], ...] = TEN) -> Standing:
    limit = Limit("store", "store", at_most=False, value=least, must=True)
    return standings((limit,), dough(*lines), None, store=store)[0]


def test_the_scarcest_ingredient_says_how_many_pieces_what_is_here_makes() -> None:
    found = makes(dough(*TEN), {"ap": 4275.0, "gran": 5000.0, "butter": 9000.0})
    assert (found.pieces, found.first_out, found.unknown) == (213.0, "Plain flour", ())


def test_lines_of_one_ingredient_are_held_against_it_together() -> None:
    twice = dough(("ap", 100.0), ("gran", 150.0), ("butter", 150.0), ("ap", 100.0))
    assert makes(twice, {"ap": 400.0, "gran": 9e3, "butter": 9e3}).pieces == 20.0


@pytest.mark.parametrize(
    ("store", "how", "said"),
    [
        ({"ap": 1000.0, "gran": 900.0, "butter": 900.0}, Stands.MET, "50 pieces, met; Plain flour runs out first"),
        ({"ap": 1000.0, "gran": 900.0, "butter": 600.0}, Stands.OUT, "40 pieces, out; Butter"),
        ({"ap": 1000.0, "gran": 900.0}, Stands.UNKNOWN, "not known, how much Butter"),
        ({"ap": 1000.0, "gran": 900.0, "butter": None}, Stands.UNKNOWN, "not known"),
        # Too little of what is known: more of the rest would not help.
        ({"ap": 400.0, "gran": 900.0}, Stands.OUT, "20 pieces (0 to 20), out"),
        ({"ap": 1000.0, "gran": 0.0, "butter": 900.0}, Stands.OUT, "0 pieces, out"),
        ({}, Stands.UNKNOWN, "not known"),
    ],
)
def test_a_limit_on_it_is_met_only_where_all_is_known_to_be_here(store: Store, how: Stands, said: str) -> None:
    found = stands(store)
    assert found.stands is how
    assert said in found.words


def test_an_amount_that_is_open_leaves_it_open() -> None:
    lines = (("ap", 200.0), ("gran", None), ("butter", 200.0))
    assert stands({"ap": 9e3, "gran": 9e3, "butter": 9e3}, lines=lines).stands is Stands.UNKNOWN


def test_a_batch_is_short_of_what_is_not_left_the_shortest_first_and_never_of_what_nobody_weighed() -> None:
    found = short_of(dough(*TEN), 3.0, {"ap": 599.0, "gran": 120.0, "butter": None})
    assert [(s.name, s.needs_g, s.left_g) for s in found] == [
        ("Granulated sugar", 300.0, 120.0),
        ("Plain flour", 600.0, 599.0),
    ]
    assert short_of(dough(*TEN), 3.0, {"ap": 600.0, "gran": 300.0}) == ()


def test_lines_of_one_ingredient_are_short_together() -> None:
    twice = dough(("ap", 100.0), ("gran", 150.0), ("ap", 100.0))
    assert [s.needs_g for s in short_of(twice, 2.0, {"ap": 350.0})] == [400.0]
