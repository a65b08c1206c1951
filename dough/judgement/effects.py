"""What a change would do by the forecast, in words: the remedies of findings, and two drafts side by side."""

from __future__ import annotations

from dough.bake.contract import BakeCase, Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.bake.model import forecast_or_reason, forecasts
from dough.facts.cookie import BY_KEY, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.findings.apply import apply
from dough.judgement.findings.model import Remedy

#: What is told, in the order of the sentence; a smaller change is not worth words (judgement).
TOLD = (("diameter_mm", 0.3), ("height_mm", 0.1), ("rim_crisp", 2.0), ("middle_soft", 2.0), ("crust_l", 0.7))


def remedy_words(setting: Setting, remedy: Remedy, now: Cookie | None) -> str:
    """What the forecast does once a remedy is taken; empty where there is nothing to compare."""
    if now is None:
        return ""
    try:
        changed = apply(setting.draft, remedy)
    except (EntryError, EntryErrors):
        return ""
    then = setting.with_draft(changed).cookie()
    return difference_words(now, then) if then else ""


def difference_words(now: Cookie, then: Cookie) -> str:
    """“2.1 mm wider, 0.4 mm flatter, rim 3 points crisper”; “nothing you would see” when it is little."""
    words = []
    for key, least in TOLD:
        a, before, after = BY_KEY[key], getattr(now, key), getattr(then, key)
        if before is None or after is None or abs(after - before) < least:
            continue
        name = f"{a.label.lower()} " if a.unit == "of 100" else ""
        words.append(name + a.more(after - before))
    return ", ".join(words) or "nothing you would see"


def forecasts_of(settings: list[Setting]) -> list[Forecast | None]:
    """Forecasts of many settings in one batch; None where there is none."""
    cases = [x.case() for x in settings]
    real = [(i, c) for i, c in enumerate(cases) if isinstance(c, BakeCase)]
    found: list[Forecast | None] = [None] * len(cases)
    try:
        for (i, _), f in zip(real, forecasts([c for _, c in real]) if real else [], strict=True):
            found[i] = f
    except EntryErrors:
        # One of them is out of the model's reach: ask for each alone.
        for i, c in real:
            answer = forecast_or_reason(c)
            found[i] = None if isinstance(answer, NoCase) else answer
    return found
