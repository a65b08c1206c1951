"""Limits of a brief: the figures by hand, and met only where nearly all of what they may be keeps it."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from dough.accounts.brief import SD_SHARE, Figured, Standing, Stands, standings
from dough.accounts.cost import Price
from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.label import Loss
from dough.accounts.sweetness import sweetness
from dough.draft.check import check_target
from dough.draft.target import Target, adopt
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Confidence, ingredient
from dough.facts.limits import Limit, check_limits

FLOUR, SUGAR, BUTTER = "ap", "gran", "butter"
LOSS = Loss(10.0, "weighed", 2.0)


def dough(portion: float | None = 50.0, sugar: float | None = 100.0) -> Draft:
    lines = tuple(
        Line(f"l{n}", ident, grams, step, grams)
        for n, (ident, grams, step) in enumerate(
            ((FLOUR, 200.0, Step.DRY), (SUGAR, sugar, Step.CREAM), (BUTTER, 200.0, Step.CREAM))
        )
    )
    return Draft(Formula(lines), Process(portion_g=portion, bowl_loss_pct=0.0))


def one(limit: Limit, draft: Draft, loss: Loss | None = LOSS) -> Standing:
    (found,) = standings((limit,), draft, loss)
    return found


def test_sugars_by_hand_in_a_piece_and_in_100_g_as_baked() -> None:
    parts = [ingredient(i).parts.sugars for i in (FLOUR, SUGAR, BUTTER)]
    grams = (200.0, 100.0, 200.0)
    whole = math.fsum(g * p / 100.0 for g, p in zip(grams, parts, strict=True))
    piece = one(Limit("sugars", "piece", True, 12.0, True), dough())
    # 500 g of dough in pieces of 50 g: a tenth of it all; baked a piece weighs 45 g.
    assert piece.value == pytest.approx(whole / 10.0)
    baked = one(Limit("sugars", "100 g", True, 12.0, True), dough())
    assert baked.value == pytest.approx(whole / 10.0 / 45.0 * 100.0)


def test_a_limit_is_met_only_where_nine_of_ten_keep_it() -> None:
    value = one(Limit("sugars", "piece", True, 1.0, True), dough()).value
    assert value is not None
    shares = {0.99: Stands.OUT, 1.005: Stands.UNSURE, 1.5: Stands.MET}
    for share, stands in shares.items():
        found = one(Limit("sugars", "piece", True, share * value, True), dough())
        assert found.stands is stands
        assert (found.beyond == 0.0) == (stands is Stands.MET)
    least = one(Limit("sugars", "piece", False, 1.2 * value, True), dough())
    assert least.stands is Stands.OUT
    assert "at least" in least.words
    assert least.words.endswith("out")


def test_what_is_less_surely_known_has_a_wider_range() -> None:
    assert SD_SHARE[Confidence.HIGH] < SD_SHARE[Confidence.MIDDLE] < SD_SHARE[Confidence.LOW]
    found = one(Limit("sugars", "piece", True, 12.0, True), dough())
    wide = one(Limit("sugars", "100 g", True, 12.0, True), dough(), replace(LOSS, plus_minus=20.0))
    narrow = one(Limit("sugars", "100 g", True, 12.0, True), dough(), replace(LOSS, plus_minus=None))
    assert found.low is not None
    assert found.high is not None
    assert found.low < (found.value or 0.0) < found.high
    assert (wide.high or 0.0) - (wide.low or 0.0) > (narrow.high or 0.0) - (narrow.low or 0.0)


@pytest.mark.parametrize(
    ("draft", "loss", "per", "lacks"),
    [
        (dough(sugar=None), LOSS, "piece", "unknown"),
        (dough(portion=None), LOSS, "piece", "portion"),
        (dough(), None, "100 g", "bake loss"),
    ],
)
def test_unknown_is_not_met_and_says_what_is_missing(draft: Draft, loss: Loss | None, per: str, lacks: str) -> None:
    found = one(Limit("sugars", per, True, 1000.0, True), draft, loss)
    assert found.stands is Stands.UNKNOWN
    assert lacks in found.words


@pytest.mark.parametrize(
    "limits",
    [
        (Limit("moon", "piece", True, 1.0, True),),
        (Limit("sugars", "week", True, 1.0, True),),
        (Limit("sugars", "piece", True, -1.0, True),),
        (Limit("sugars", "piece", True, math.nan, True),),
        (Limit("sugars", "100 g", True, 101.0, True),),
        (Limit("sugars", "piece", True, 1.0, True), Limit("sugars", "piece", True, 2.0, False)),
        tuple(Limit("sugars", "piece", n % 2 == 0, float(n), True) for n in range(9)),
    ],
)
def test_limits_that_make_no_sense_are_refused(limits: tuple[Limit, ...]) -> None:
    with pytest.raises(EntryError):
        check_limits(limits)
    with pytest.raises(EntryErrors):
        check_target(replace(Target(adopt_cookie()), limits=limits))


def test_a_pack_weighs_and_costs_so_many_pieces_and_is_no_surer() -> None:
    piece, pack = (one(Limit("weight", per, False, 100.0, True, 6), dough()) for per in ("piece", "pack"))
    assert piece.value == pytest.approx(45.0)
    assert pack.value == pytest.approx(270.0)
    assert (pack.high or 0.0) / 270.0 == pytest.approx((piece.high or 0.0) / 45.0)
    assert "a pack of 6" in pack.words
    prices = {i: Price(2.0, 1000.0) for i in (FLOUR, SUGAR, BUTTER)}
    paid = [
        standings((Limit("cost", per, True, 1.0, True, 4),), dough(), LOSS, prices=prices)[0].value
        for per in ("piece", "pack")
    ]
    assert paid[1] == pytest.approx(4 * (paid[0] or 0.0))
    with pytest.raises(EntryError, match="pack"):
        check_limits((Limit("weight", "pack", False, 100.0, True, 0),))


def test_what_comes_from_elsewhere_stands_by_its_range_and_is_unknown_without() -> None:
    limit = Limit("keeps", "airtight", False, 5.0, True)
    stands = {
        (7.0, 5.0, 9.0): Stands.MET, (7.0, 3.0, 9.0): Stands.UNSURE, (3.0, 2.0, 9.0): Stands.OUT,
    }  # fmt: skip
    for (value, low, high), want in stands.items():
        (found,) = standings((limit,), dough(), LOSS, elsewhere={"keeps": Figured(value, low, high)})
        assert found.stands is want
    assert one(limit, dough()).stands is Stands.UNKNOWN


def adopt_cookie() -> Cookie:
    return Cookie(diameter_mm=80.0)


def test_another_cookie_keeps_the_brief() -> None:
    limit = (Limit("sugars", "piece", True, 12.0, True),)
    old = replace(Target(adopt_cookie()), limits=limit)
    assert adopt(old, Target(adopt_cookie())).limits == limit


def test_what_no_nutrition_table_has_by_hand() -> None:
    """Added sugars leave out what flour and butter have of their own; sweetness and caffeine by their tables."""
    added = one(Limit("added_sugars", "piece", True, 12.0, True), dough())
    sugar = ingredient(SUGAR).parts
    assert added.value == pytest.approx(100.0 * (sugar.sucrose + sugar.reducing) / 100.0 / 10.0)
    sweet = one(Limit("sweetness", "100 g", True, 40.0, True), dough())
    assert sweet.value == pytest.approx(math.fsum(
        g * sweetness(ingredient(i)) / 100.0 for i, g in ((FLOUR, 200.0), (SUGAR, 100.0), (BUTTER, 200.0))
    ) / 10.0 / 45.0 * 100.0)  # fmt: skip
    tea = replace(dough(), formula=Formula((*dough().formula.lines, Line("t", "blacktea", 4.0, Step.DRY, 4.0))))
    found = one(Limit("caffeine", "piece", True, 20.0, True), tea)
    # 504 g of dough make ten pieces of 50 g; a piece holds 50 of the 504 g.
    assert found.value == pytest.approx(4.0 * 25.0 * 50.0 / 504.0)
    assert one(Limit("caffeine", "piece", True, 20.0, True), dough()).value == 0.0
    assert one(Limit("caffeine", "piece", True, 0.0, True), dough()).stands is Stands.MET


def test_a_piece_weighs_its_portion_less_the_bake_loss_as_sure_as_that_is() -> None:
    found = one(Limit("weight", "piece", True, 46.0, True), dough())
    assert found.value == pytest.approx(45.0)
    assert (found.high or 0) - (found.low or 0) == pytest.approx(2 * 45.0 * 2.0 / 90.0)
    assert one(Limit("weight", "piece", False, 44.5, True), dough()).stands is Stands.UNSURE
    assert one(Limit("weight", "piece", True, 46.0, True), dough(), None).stands is Stands.UNKNOWN


def test_money_can_be_limited_for_a_piece_or_a_batch() -> None:
    prices = {i: Price(2.0) for i in (FLOUR, SUGAR, BUTTER)}
    (batch,) = standings((Limit("cost", "batch", True, 1.2, True),), dough(), LOSS, prices=prices)
    assert batch.value == pytest.approx(1.0)
    assert batch.words.startswith("cost at most 1.2 a batch")
    with pytest.raises(EntryError, match="Pick from the list"):
        check_limits((Limit("sugars", "batch", True, 1.0, True),))
    with pytest.raises(EntryError, match="Pick from the list"):
        check_limits((Limit("weight", "100 g", True, 1.0, True),))
