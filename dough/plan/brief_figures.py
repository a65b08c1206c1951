"""What a brief asks of a dough that only the whole bake or the whole day tells: how long it keeps, how long it takes
hands."""

from __future__ import annotations

from dough.accounts.brief import Figured
from dough.accounts.formula import Place
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.facts.cookie import Cookie
from dough.plan.kept import use_by
from dough.plan.steps import Steps
from dough.plan.whole import foretold

#: How far the model's water activity of a baked cookie may be off, 8 times in 10 (judgement, L).
AW_OFF = 0.03
HOURS_A_DAY = 24.0


def keeps(setting: Setting, wanted: Cookie) -> Figured:
    """Days it keeps baked, airtight and at room temperature, by its water activity and what is on it
    (``plan.kept``)."""
    case = setting.case()
    if isinstance(case, NoCase):
        return Figured(None, lacks=case.because)
    told = foretold(case, wanted)
    if told is None:
        return Figured(None, lacks="the forecast is out of its range here")
    days = [
        use_by("baked", Place.COUNTER, setting.draft.formula, aw=min(max(told.aw + off, 0.0), 1.0)).hours / HOURS_A_DAY
        for off in (0.0, -AW_OFF, AW_OFF)
    ]
    return Figured(days[0], min(days), max(days))


def hands(steps: Steps) -> Figured:
    """Minutes of hands in a day's steps, with the spans that they usually take."""
    mine = [s for s in steps.steps if s.task.hands_on]
    value = float(sum(s.task.minutes for s in mine))
    return Figured(value, min(sum(s.low_min for s in mine), value), max(sum(s.high_min for s in mine), value))
