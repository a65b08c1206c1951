"""The ladder: exact where it says so, within what a style is and a bench can weigh, dear where effects are unsure."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.brief import Figured, Standing, Stands
from dough.accounts.cost import Price, cost
from dough.accounts.formula import Draft, Formula
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.next_steps.baked import beyond
from dough.counsel.next_steps.brief import SLACK, Brief
from dough.counsel.next_steps.forgiving import shaken
from dough.counsel.next_steps.ladder import ALONE, PAYS, RUNGS, TOGETHER, Ladder, ladder
from dough.counsel.next_steps.levers import LOCKS, Tray, levers, unlocked
from dough.counsel.next_steps.practical import outside, rounded, strays
from dough.counsel.next_steps.ranking import SLOPE_SD
from dough.draft import edit
from dough.draft.start import from_style_formula
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Role
from dough.facts.limits import Limit
from dough.facts.styles import Style, styles
from dough.judgement.distance import compare
from dough.judgement.effects import forecasts_of
from tests.dough.counsel.next_steps.test_pairs import CHEWY, DRAFT, SMALL, WIDE
from tests.dough.counsel.next_steps.test_ranking import near

SETTING = Setting.of(DRAFT, CHEWY, Kit())
#: Two levers left free, so that every set of them can be tried by hand.
FEW = tuple(k for k in LOCKS if k not in ("oven", "minutes"))


def told(target: Cookie, locks: tuple[str, ...] = (), setting: Setting = SETTING) -> Ladder:
    found = ladder(setting, target, locks)
    assert found is not None
    return found


def by_hand(target: Cookie, locks: tuple[str, ...], count: int) -> float:
    """The least expected distance of all sets of so many levers over the grid, each tried one by one."""
    free = unlocked(levers(DRAFT, CHEWY), locks)
    wanted = [(a.key, a.step, v) for a in ATTRIBUTES if (v := getattr(target, a.key)) is not None]
    now = SETTING.cookie()

    def change(sizes: tuple[float, ...], places: tuple[int, ...]) -> Setting | None:
        draft = DRAFT
        try:
            for n, size in zip(places, sizes, strict=True):
                draft = free[n].apply(draft, size * free[n].step)
        except (EntryError, EntryErrors):
            return None
        draft = rounded(DRAFT, draft, {free[n].key for n in places})
        return None if strays(outside(DRAFT, CHEWY), draft, CHEWY) else SETTING.with_draft(draft)

    def misses(setting: Setting) -> np.ndarray:
        cookie = setting.cookie()
        return np.array([(getattr(cookie, k) - v) / s for k, s, v in wanted])

    at = misses(SETTING)
    assert now is not None
    best = math.inf
    grid = sorted({*ALONE, *TOGETHER}) if count == 1 else TOGETHER
    for places in itertools.combinations(range(len(free)), count):
        for sizes in itertools.product(grid, repeat=count):
            changed = change(sizes, places)
            if changed is None:
                continue
            unsure = np.zeros(len(wanted))
            for n, size in zip(places, sizes, strict=True):
                # What a lever does alone counts as unsure, proposed alone or not.
                draft = rounded(DRAFT, free[n].apply(DRAFT, size * free[n].step), {free[n].key})
                unsure += (SLOPE_SD * (misses(SETTING.with_draft(draft)) - at)) ** 2
            best = min(best, math.sqrt(float(np.mean(misses(changed) ** 2 + unsure))))
    return best


@pytest.mark.parametrize("target", [WIDE, SMALL], ids=["wide", "small"])
@pytest.mark.parametrize("count", [1, 2])
def test_one_and_two_are_at_least_as_good_as_every_set_tried_by_hand(target: Cookie, count: int) -> None:
    found = told(target, FEW)
    assert found.rungs[count - 1].expected <= by_hand(target, FEW, count) + 1e-9


def test_each_rung_has_one_change_more_and_says_how_far_it_leads() -> None:
    found = told(WIDE)
    assert [len(r.moves) for r in found.rungs] == list(range(1, RUNGS + 1))
    for r in found.rungs:
        assert len({m.lever.key for m in r.moves}) == len(r.moves)
        cookie = SETTING.with_draft(r.draft).cookie()
        assert cookie == r.cookie
        closeness = compare(r.cookie, WIDE)
        assert r.to_steps == pytest.approx(closeness.rms_steps)
        assert r.out_then == len(closeness.misses) - closeness.within == len(r.still_out)
        # What slopes may be off by only ever takes from what is expected.
        assert r.expected >= r.to_steps
    assert f"{found.rungs[0].out_now} of " in found.rungs[-1].words


def test_what_pays_is_recommended_and_no_more() -> None:
    found = told(near(DRAFT, diameter_mm=4.0))
    assert found.recommended is not None
    best = found.rungs[found.recommended]
    assert best.pays
    for r in found.rungs[found.recommended + 1 :]:
        assert best.expected - r.expected < PAYS
    assert ("not worth it" in found.stops) == (found.recommended + 1 < len(found.rungs))


def test_on_target_nothing_pays() -> None:
    found = told(near(DRAFT))
    assert found.recommended is None
    assert "No change" in found.stops


@pytest.mark.parametrize("lock", LOCKS)
def test_what_is_locked_is_never_moved(lock: str) -> None:
    for r in told(SMALL, (lock,)).rungs:
        assert not any(m.lever.key.startswith(LOCKS[lock]) for m in r.moves)


@given(
    st.fixed_dictionaries(
        {"diameter_mm": st.floats(60, 110), "height_mm": st.floats(5, 20), "crust_l": st.floats(45, 75)}
    )
)
@settings(max_examples=6, deadline=None)
def test_no_rung_leaves_the_style_or_what_a_bench_can_weigh(wish: dict[str, float]) -> None:
    for r in told(Cookie(**wish)).rungs:
        assert not strays(outside(DRAFT, CHEWY), r.draft, CHEWY)
        for x, was in zip(r.draft.formula.lines, DRAFT.formula.lines, strict=True):
            if x.grams != was.grams and x.grams is not None:
                assert x.grams == round(x.grams, 1 if x.grams < 20.0 else 0)
        assert ((r.draft.process.minutes or 0.0) * 2.0).is_integer()
        assert (r.draft.process.oven_c or 0.0).is_integer()


def test_a_dough_outside_the_bands_is_not_pushed_further_out() -> None:
    sweet = edit.set_role_percent(DRAFT, next(x.role for x in DRAFT.formula.lines if x.role == "sugar"), 170.0)
    was = outside(sweet, CHEWY)
    assert was
    for r in told(WIDE, (), Setting.of(sweet, CHEWY, Kit())).rungs:
        assert all(away <= was.get(role, 0.0) + 0.05 for role, away in outside(r.draft, CHEWY).items())


def stood(brief: Brief, setting: Setting) -> tuple[Standing, ...]:
    return brief.standings(setting.draft, forecasts_of([setting])[0])


LIMITS = st.lists(
    st.builds(
        Limit, st.sampled_from(["sugars", "saturates", "kcal", "protein", "salt"]), st.sampled_from(["piece", "100 g"]),
        st.booleans(), st.just(0.0), st.just(True),
    ),
    min_size=1, max_size=3, unique_by=lambda x: (x.key, x.per),
)  # fmt: skip


@given(LIMITS, st.floats(0.8, 1.2))
@settings(max_examples=5, deadline=None)
def test_no_proposal_breaks_a_brief_that_must_hold(limits: list[Limit], share: float) -> None:
    # Limits around where the dough stands: some kept, some not.
    now = {(s.limit.key, s.limit.per): s.value for s in stood(Brief(tuple(limits)), SETTING)}
    brief = Brief(tuple(replace(x, value=round(share * (now[x.key, x.per] or 0.0), 2)) for x in limits))
    before = stood(brief, SETTING)
    found = ladder(SETTING, WIDE, (), (), brief)
    assert found is not None
    for r in found.rungs:
        after = stood(brief, SETTING.with_draft(r.draft))
        assert after == r.brief
        for was, then in zip(before, after, strict=True):
            assert then.beyond <= was.beyond + SLACK
            if was.stands is Stands.MET:
                assert then.beyond <= SLACK


def test_what_is_here_is_a_limit_that_no_proposal_breaks() -> None:
    # As much of everything as ten batches take: whatever a change adds more of makes fewer pieces.
    store = {x.ingredient_id: 10.0 * (x.grams or 0.0) for x in DRAFT.formula.lines}
    (now,) = stood(Brief((Limit("store", "store", False, 1.0, True),), store=store), SETTING)
    assert now.value
    brief = Brief((replace(now.limit, value=now.value),), store=store)
    free, held = told(WIDE), ladder(SETTING, WIDE, (), (), brief)
    assert held is not None
    assert any(stood(brief, SETTING.with_draft(r.draft))[0].beyond > SLACK for r in free.rungs)
    assert all(r.brief[0].beyond <= SLACK for r in held.rungs)


def test_a_brief_that_is_broken_is_worked_towards() -> None:
    (now,) = stood(Brief((Limit("sugars", "100 g", True, 1.0, True),)), SETTING)
    assert now.value is not None
    brief = Brief((Limit("sugars", "100 g", True, round(0.9 * now.value, 1), True),))
    was = stood(brief, SETTING)[0]
    assert was.stands is Stands.OUT
    found = ladder(SETTING, near(DRAFT, diameter_mm=1.0), (), (), brief)
    assert found is not None
    assert found.recommended is not None
    assert found.rungs[found.recommended].brief[0].beyond < 0.6 * was.beyond
    without = told(near(DRAFT, diameter_mm=1.0))
    assert without.rungs[-1].from_steps < found.rungs[-1].from_steps


def test_another_tray_is_a_change_like_any_other() -> None:
    dark = Tray(7, "Dark sheet", Kit(tray_conductance=1.5))
    found = ladder(SETTING, near(DRAFT, crust_l=-6.0), tuple(k for k in LOCKS if k != "tray"), (dark,))
    assert found is not None
    # The flour stays free: its lock is asked for too.
    assert {m.lever.key for r in found.rungs for m in r.moves} <= {"tray:7"}


def test_the_floor_is_no_further_than_what_is_reached() -> None:
    found = told(near(DRAFT, diameter_mm=4.0, crust_l=-3.0))
    assert 0.0 <= found.floor <= found.rungs[0].from_steps


def test_without_a_target_or_a_free_lever_there_is_no_ladder() -> None:
    assert ladder(SETTING, Cookie()) is None
    assert ladder(SETTING, WIDE, tuple(LOCKS)) is None
    with pytest.raises(KeyError):
        ladder(SETTING, WIDE, ("moon",))


def test_what_goes_beyond_what_was_baked_is_told() -> None:
    r = told(WIDE, FEW).rungs[0]
    move = r.moves[0]
    assert beyond(r.moves, []) == ()
    assert beyond(r.moves, [r.draft]) == ()
    (words,) = beyond(r.moves, [DRAFT])
    assert move.lever.name.lower() in words
    assert words.endswith(move.lever.unit)
    hotter = edit.set_process(DRAFT, move.lever.key.partition(":")[2], move.after + 1.0)
    assert beyond(r.moves, [DRAFT, hotter]) == ()


def test_every_style_has_a_ladder() -> None:
    for s in list(styles().values())[::4]:
        draft = from_style_formula(s)[0]
        found = ladder(Setting.of(draft, s, Kit()), near_of(draft, s))
        assert found is not None
        assert found.rungs


def near_of(draft: Draft, s: Style) -> Cookie:
    now = forecasts_of([Setting.of(draft, s, Kit())])[0]
    assert now is not None
    return replace(
        Cookie(), diameter_mm=(now.cookie.diameter_mm or 80.0) * 1.05, crust_l=(now.cookie.crust_l or 60.0) - 3
    )


def priced(draft: Draft) -> dict[str, Price]:
    """Butter dear, everything else cheap."""
    return {x.ingredient_id: Price(10.0 if x.ingredient.is_("butter") else 1.0) for x in draft.formula.lines}


def test_the_cheapest_keeps_every_measure_within_reach_and_costs_less() -> None:
    now = SETTING.cookie()
    assert now is not None
    prices = priced(DRAFT)
    found = ladder(SETTING, replace(Cookie(), diameter_mm=now.diameter_mm, height_mm=now.height_mm),
                   brief=Brief(prices=prices))  # fmt: skip
    assert found is not None
    assert found.cheapest is not None
    before, after = cost(DRAFT, prices).piece, cost(found.cheapest.draft, prices).piece
    assert before is not None
    assert after is not None
    assert after < 0.99 * before
    assert found.cheapest.out_then == 0
    assert f"{after:.3g} a piece instead of {before:.3g}" in found.cheaper
    assert told(WIDE).cheapest is None, "without prices nothing is known to be cheap"


def test_the_closest_meets_a_brief_that_is_broken_now_with_the_least_change() -> None:
    sugars = next(s.value for s in Brief((Limit("sugars", "piece", True, 1.0, True),)).standings(
        DRAFT, SETTING.forecast()) if s.value is not None)  # type: ignore[arg-type]  # fmt: skip
    brief = Brief((Limit("sugars", "piece", True, round(0.95 * sugars, 1), True),))
    found = ladder(SETTING, WIDE, brief=brief)
    assert found is not None
    assert found.closest is not None
    assert all(s.stands is Stands.MET for s in found.closest.brief)
    assert len(found.closest.moves) <= 2
    met = Brief((Limit("sugars", "piece", True, 2.0 * sugars, True),))
    already = ladder(SETTING, WIDE, brief=met)
    assert already is not None
    assert already.closest is None, "what meets its brief needs no change for it"


def test_a_limit_that_takes_the_whole_bake_is_kept_by_every_rung() -> None:
    """Figures from elsewhere are asked of the few that would be proposed: none of these breaks what must hold."""
    sugar = sum(x.grams or 0.0 for x in DRAFT.formula.of_role(Role.SUGAR))

    def less_keeps_shorter(setting: Setting) -> dict[str, Figured]:
        now = sum(x.grams or 0.0 for x in setting.draft.formula.of_role(Role.SUGAR))
        days = 5.0 if now >= sugar - 0.5 else 2.0
        return {"keeps": Figured(days, days, days)}

    crisp = replace(Cookie(), diameter_mm=70.0, crust_l=66.0)
    free = ladder(SETTING, crisp)
    assert free is not None
    assert any(less_keeps_shorter(SETTING.with_draft(r.draft))["keeps"].value == 2.0 for r in free.rungs)
    brief = Brief((Limit("keeps", "airtight", False, 4.0, True),), elsewhere=less_keeps_shorter)
    held = ladder(SETTING, crisp, brief=brief)
    assert held is not None
    assert held.rungs
    assert all(s.stands is Stands.MET for r in held.rungs for s in r.brief)


def test_how_far_to_go_is_said_in_a_sentence() -> None:
    found = told(WIDE)
    assert found.recommended is not None
    assert found.words.startswith(("One change leads", "Two changes lead", "Three changes lead", "Four changes lead"))
    assert found.rungs[found.recommended].words in found.words


def test_with_slips_counted_each_rung_is_at_least_as_steady_as_without() -> None:
    """Expected distances grow by what slips do, and the chosen set is the least of those shaken."""
    plain = told(WIDE)
    steady = ladder(SETTING, WIDE, forgiving=True)
    assert steady is not None
    wished = [(a.key, a.step) for a in ATTRIBUTES if getattr(WIDE, a.key) is not None]
    for one, other in zip(plain.rungs, steady.rungs, strict=True):
        assert other.expected >= one.expected - 1e-9
        carried = shaken([SETTING.with_draft(one.draft), SETTING.with_draft(other.draft)], wished)
        assert other.expected <= math.hypot(one.expected, math.sqrt(carried[0])) + 1e-6
    assert shaken([SETTING.with_draft(Draft(Formula(()), DRAFT.process))], wished) == [0.0]


def test_eggs_stay_whole_where_that_is_wished() -> None:
    each = 50.0
    locks = tuple(k for k in LOCKS if k not in ("eggs", "portion"))
    found = ladder(SETTING, SMALL, locks, egg_g=each)
    assert found is not None
    before = {x.id: x.grams for x in DRAFT.formula.lines}
    for r in found.rungs:
        for x in r.draft.formula.lines:
            if x.ingredient.is_("whole_egg") and x.grams != before[x.id]:
                assert (x.grams or 0.0) % each == pytest.approx(0.0)
