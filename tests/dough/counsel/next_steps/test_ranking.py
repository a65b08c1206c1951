"""What to change next: ranked by how near it brings the forecast, as trying everything would rank it."""

from __future__ import annotations

import pytest
from hypothesis import given, settings

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, bake_case
from dough.bake.model import forecast
from dough.counsel.next_steps.levers import levers
from dough.counsel.next_steps.ranking import SHARES, WORTH, advice, distance
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.styles import styles
from dough.judgement.distance import compare
from tests.dough.strategies import draft_of, style_drafts

CHEWY = styles()["chewy"]


def away(draft: Draft, target: Cookie) -> float:
    found = compare(forecast(bake_case(draft, CHEWY, Kit())).cookie, target).rms_steps  # type: ignore[arg-type]
    assert found is not None
    return found


def near(draft: Draft, **changes: float) -> Cookie:
    """The forecast's own cookie, moved."""
    now = forecast(bake_case(draft, CHEWY, Kit())).cookie  # type: ignore[arg-type]
    values = {k: getattr(now, k) for k in ("diameter_mm", "height_mm", "rim_crisp", "middle_soft", "crust_l")}
    return Cookie(**{k: v + changes.get(k, 0.0) for k, v in values.items()})


def test_ranking_agrees_with_trying_every_lever_at_every_size() -> None:
    draft = from_style_formula(CHEWY)[0]
    target = near(draft, diameter_mm=8.0, height_mm=-1.5)
    best: dict[str, float] = {}
    for lever in levers(draft, CHEWY):
        for share in SHARES:
            try:
                changed = lever.apply(draft, share * lever.step)
            except EntryError:
                continue
            best[lever.key] = min(best.get(lever.key, 99.0), away(changed, target))
    now = away(draft, target)
    expected = sorted((v, k) for k, v in best.items() if now - v >= WORTH)
    got = [(a.to_steps, a.lever.key) for a in advice(Setting.of(draft, CHEWY, Kit()), target)]
    assert [k for _, k in got] == [k for _, k in expected]
    assert [v for v, _ in got] == pytest.approx([v for v, _ in expected], abs=1e-6)


@given(style_drafts(0.15, ("chewy", "cakey", "thin_crisp")))
@settings(max_examples=12, deadline=None)
def test_every_advice_brings_it_nearer_and_they_are_in_order(draft: Draft) -> None:
    target = near(draft, diameter_mm=-6.0, height_mm=1.0, crust_l=-4.0)
    found = advice(Setting.of(draft, CHEWY, Kit()), target)
    assert all(a.to_steps < a.from_steps for a in found)
    assert [a.gain for a in found] == sorted((a.gain for a in found), reverse=True)
    assert len({a.lever.key for a in found}) == len(found)


def test_the_edit_makes_what_was_promised() -> None:
    """Made through the same edits a screen would send."""
    from dough.draft import edit

    draft = from_style_formula(CHEWY)[0]
    target = near(draft, diameter_mm=8.0)
    for a in advice(Setting.of(draft, CHEWY, Kit()), target):
        made = a.edit
        if made["op"] == "role":
            changed = edit.set_role_percent(draft, a.lever.key.removeprefix("role:"), made["percent"])  # type: ignore[arg-type]
        elif made["op"] == "amount":
            changed = edit.set_amount(draft, str(made["line"]), made["text"], "g")  # type: ignore[arg-type]
        else:
            changed = edit.set_process(draft, str(made["field"]), made["value"])  # type: ignore[arg-type]
        assert away(changed, target) == pytest.approx(a.to_steps, abs=0.02), a.lever.key


def test_a_wider_target_asks_for_the_craft_s_own_levers() -> None:
    """More sugar, warmer dough, less flour: the directions cooks agree on."""
    draft = from_style_formula(CHEWY)[0]
    found = {
        a.lever.key: a for a in advice(Setting.of(draft, CHEWY, Kit()), near(draft, diameter_mm=9.0, height_mm=-1.6))
    }
    sugar, flour = found["role:sugar"], found["flour"]
    assert sugar.before is not None
    assert flour.before is not None
    assert sugar.after > sugar.before
    assert flour.after < flour.before


def test_a_side_effect_is_told() -> None:
    draft = from_style_formula(CHEWY)[0]
    target = near(draft, crust_l=-10.0)
    longer = next(
        a
        for a in advice(Setting.of(draft, CHEWY, Kit()), target)
        if a.lever.key in ("process:minutes", "process:oven_c")
    )
    assert longer.side_effects
    assert all("further off" in s for s in longer.side_effects)


def test_on_target_there_is_nothing_to_change_and_without_a_forecast_nothing_to_say() -> None:
    draft = from_style_formula(CHEWY)[0]
    assert advice(Setting.of(draft, CHEWY, Kit()), near(draft)) == ()
    assert distance(Setting.of(draft, CHEWY, Kit()), near(draft)) == pytest.approx(0.0, abs=1e-9)
    assert advice(Setting.of(draft, CHEWY, Kit()), Cookie()) == ()
    assert advice(Setting.of(draft_of(("ap", None), ("butter", 100)), CHEWY, Kit()), Cookie(diameter_mm=80)) == ()
