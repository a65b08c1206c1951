"""A small mixture: shares that add up, and a surface that is wrong no more often than it says."""

from __future__ import annotations

import math
from collections import Counter

import numpy as np
import pytest

from dough.accounts.formula import Draft, Formula, Line
from dough.counsel.series.best import best_of
from dough.counsel.series.design import Plan, drafts_of, factor_of, plan
from dough.counsel.series.effects import outcome, says
from dough.counsel.series.shares import shares_now, with_share
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.scatter import AS_USUAL
from dough.facts.styles import styles

CHEWY = styles()["chewy"]
DRAFT = from_style_formula(CHEWY)[0]
KEY, WIDE = "diameter_mm", 85.0
OWN = math.hypot(AS_USUAL.of(KEY, WIDE), AS_USUAL.piece(KEY, WIDE) / math.sqrt(6))


def mixture(repeats: int = 2, *, triangle: bool = True, draft: Draft = DRAFT) -> Plan:
    factors = tuple(factor_of(draft, CHEWY, s.key, [s.now - 4.0, s.now, s.now + 4.0]) for s in shares_now(draft))
    return plan(draft, CHEWY, factors, repeats, 6, np.random.default_rng(1), triangle)


TRIANGLE = mixture()


def at(p: Plan, levels: tuple[int, ...]) -> tuple[float, float]:
    a, b = ((f.levels[n] - f.levels[0]) / (f.levels[-1] - f.levels[0]) for f, n in zip(p.factors, levels, strict=True))
    return a, b


@pytest.mark.parametrize("style", styles().values(), ids=lambda s: s.id)
def test_shares_come_out_as_asked_and_the_three_weigh_the_same(style: object) -> None:
    draft = from_style_formula(style)[0]  # type: ignore[arg-type]
    before = {s.key: s.now for s in shares_now(draft)}
    assert set(before) == {"share:sugar", "share:fat"}
    whole = sum(x.grams or 0.0 for x in draft.formula.lines)
    rest = {x.id: x.grams for x in draft.formula.lines}
    for key, now in before.items():
        other = next(k for k in before if k != key)
        for by in (-3.0, 3.0):
            changed = with_share(draft, key, now + by)
            then = {s.key: s.now for s in shares_now(changed)}
            assert then[key] == pytest.approx(now + by, abs=0.1)
            assert then[other] == pytest.approx(before[other], abs=0.1)
            assert sum(x.grams or 0.0 for x in changed.formula.lines) == pytest.approx(whole, abs=0.1)
            moved = [x for x in changed.formula.lines if x.grams != rest[x.id]]
            assert all(x.ingredient.flour_base or x.role in ("sugar", "fat") for x in moved)


def test_a_triangle_is_six_mixtures_and_nothing_beyond_its_edge() -> None:
    assert Counter(r.levels for r in TRIANGLE.runs if r.block == 1) == Counter(
        [(0, 0), (0, 1), (0, 2), (1, 0), (1, 1), (2, 0)]
    )
    assert TRIANGLE.triangle
    assert len(mixture(triangle=False).splits) == 9
    assert "flour" in TRIANGLE.splits[0].words
    assert len(drafts_of(DRAFT, CHEWY, TRIANGLE)) == 6


@pytest.mark.parametrize(
    "beside", [("role:sugar", [85.0, 100.0]), ("flour", [180.0, 220.0]), ("process:oven_c", [170.0, 190.0])]
)
def test_a_share_stands_beside_nothing_that_would_move_the_three(beside: tuple[str, list[float]]) -> None:
    share = shares_now(DRAFT)[0]
    factors = (
        factor_of(DRAFT, CHEWY, share.key, [share.now - 4, share.now + 4]), factor_of(DRAFT, CHEWY, *beside)
    )  # fmt: skip
    with pytest.raises(EntryError):
        plan(DRAFT, CHEWY, factors, 2, 6, np.random.default_rng(1))


def test_a_mixture_without_flour_or_with_an_unknown_amount_is_refused() -> None:
    with pytest.raises(EntryError, match="flour"):
        with_share(DRAFT, "share:sugar", 70.0)
    lines = tuple(x if x.role != "fat" else Line(x.id, x.ingredient_id, None, x.step) for x in DRAFT.formula.lines)
    unknown = Draft(Formula(lines), DRAFT.process)
    assert shares_now(unknown) == ()


def baked(p: Plan, truth: dict[str, float], rng: np.random.Generator, own: float = OWN) -> dict[int, float]:
    """Runs of a surface of second degree, each a batch of its own within a day shared by its round."""
    days = {r.block: 2.0 * rng.normal() for r in p.runs}
    found = {}
    for r in p.runs:
        a, b = at(p, r.levels)
        value = truth.get("a", 0.0) * a + truth.get("b", 0.0) * b + truth.get("ab", 0.0) * a * b
        value += truth.get("aa", 0.0) * a * a + truth.get("bb", 0.0) * b * b
        found[r.order] = WIDE + value + days[r.block] + own * rng.normal()
    return found


def test_of_nothing_one_in_twenty_is_called_clear_and_intervals_hold() -> None:
    rng = np.random.default_rng(11)
    called: Counter[str] = Counter()
    held = 0
    for _ in range(1500):
        own = OWN * math.exp(rng.uniform(math.log(0.5), math.log(2.0)))
        none = outcome(TRIANGLE, KEY, baked(TRIANGLE, {}, rng, own))
        assert none is not None
        called.update(e.name for e in none.effects if e.clear)
        some = outcome(TRIANGLE, KEY, baked(TRIANGLE, {"a": 5.0}, rng, own))
        assert some is not None
        held += some.effects[0].low <= 5.0 <= some.effects[0].high
    assert len(called) == 5
    assert all(0.035 <= n / 1500 <= 0.065 for n in called.values()), called
    assert 0.93 <= held / 1500 <= 0.97, held / 1500


def test_the_best_mixture_is_found_inside_and_its_range_holds_it_about_eight_times_in_ten() -> None:
    # Widest at a = 0.3, b = 0.4: a target of that width is met there and nowhere else.
    rng, held = np.random.default_rng(12), [0, 0]
    p = mixture(3)
    truth = {"a": 12.0, "b": 16.0, "aa": -20.0, "bb": -20.0}
    for n in range(150):
        values = {KEY: baked(p, truth, rng)}
        told = outcome(p, KEY, values[KEY])
        assert told is not None
        found = best_of(p, {KEY: told}, values, Cookie(diameter_mm=WIDE + 5.0 + 4.0), np.random.default_rng(n))
        assert found is not None
        for i, true in enumerate((0.3, 0.4)):
            f, level = p.factors[i], found.levels[i]
            where = f.levels[0] + true * (f.levels[-1] - f.levels[0])
            held[i] += level.low - 1e-9 <= where <= level.high + 1e-9
        edge = sum(
            (x.value - f.levels[0]) / (f.levels[-1] - f.levels[0]) for x, f in zip(found.levels, p.factors, strict=True)
        )
        assert edge <= 1.0 + 1e-6
    assert all(0.70 <= h / 150 <= 0.95 for h in held), held


def test_a_bend_is_said_in_words() -> None:
    rng = np.random.default_rng(13)
    told = outcome(TRIANGLE, KEY, baked(TRIANGLE, {"aa": -40.0, "a": 40.0}, rng, 0.2))
    assert told is not None
    bend = next(e for e in told.effects if e.name == "Sugar in place of flour, bend")
    assert bend.clear
    assert "lies" in says(TRIANGLE, KEY, bend)
