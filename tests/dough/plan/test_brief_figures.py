"""What a brief asks that takes the whole bake or the whole day: days it keeps, minutes of hands."""

from __future__ import annotations

from dataclasses import replace

from dough.bake.draft_setting import Setting
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.styles import styles
from dough.plan.brief_figures import hands, keeps
from dough.plan.whole import planned
from dough.plan.wish import Have, Wish


def of_style(name: str) -> Setting:
    return Setting.of(from_style_formula(styles()[name])[0], styles()[name])


def test_a_dry_cookie_keeps_longer_than_a_soft_one_and_both_have_a_range() -> None:
    thin, soft = (keeps(of_style(s), Cookie()) for s in ("thin_crisp", "cakey"))
    assert thin.value is not None
    assert soft.value is not None
    assert thin.value > soft.value
    for told in (thin, soft):
        assert (told.low or 0.0) <= (told.value or 0.0) <= (told.high or 0.0)


def test_what_cannot_be_baked_keeps_for_nobody_knows_how_long() -> None:
    setting = of_style("chewy")
    lines = tuple(replace(x, grams=None) for x in setting.draft.formula.lines)
    told = keeps(
        setting.with_draft(replace(setting.draft, formula=replace(setting.draft.formula, lines=lines))), Cookie()
    )
    assert told.value is None
    assert told.lacks


def test_more_pieces_take_hands_for_longer() -> None:
    setting = of_style("chewy")
    few, many = (hands(planned(Wish(pieces=n), setting, Cookie(), Have(), "group", "name").steps) for n in (12, 96))
    assert few.value is not None
    assert many.value is not None
    assert many.value > few.value
    assert (few.low or 0.0) <= few.value <= (few.high or 0.0)
