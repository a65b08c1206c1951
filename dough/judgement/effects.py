"""What a change would do by the forecast, in words: the remedies of findings, and two drafts side by side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from dough.bake.contract import BakeCase, Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.bake.model import forecast_or_reason, forecasts
from dough.facts.cookie import BY_KEY, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.distance import compare
from dough.judgement.findings.apply import apply
from dough.judgement.findings.model import Finding, Remedy, State

#: Said of a difference too small to see.
NOTHING_SEEN = "nothing you would see"
#: What is told, in the order of the sentence; a smaller change is not worth words (judgement).
TOLD = (("diameter_mm", 0.3), ("height_mm", 0.1), ("rim_crisp", 2.0), ("middle_soft", 2.0), ("crust_l", 0.7))


@dataclass(frozen=True, slots=True)
class Remedied:
    """What the forecast makes of a remedy: in words (empty: nothing to compare), and how much nearer to the target it
    brings the cookie, in clear misses (None: no target, or no forecast)."""

    words: str = ""
    nearer: float | None = None


def remedied(setting: Setting, remedy: Remedy, now: Cookie | None, target: Cookie) -> Remedied:
    """What the forecast does once a remedy is taken."""
    if now is None:
        return Remedied()
    try:
        changed = apply(setting.draft, remedy)
    except (EntryError, EntryErrors):
        return Remedied()
    then = setting.with_draft(changed).cookie()
    if then is None:
        return Remedied()
    was, is_ = compare(now, target).rms_steps, compare(then, target).rms_steps
    return Remedied(difference_words(now, then), None if was is None or is_ is None else was - is_)


def costs_most_first(found: Sequence[tuple[Finding, Sequence[Remedied]]]) -> list[int]:
    """The places of findings as they are to be read: what will spoil the bake, then what costs most, as its best remedy
    brings the cookie that much nearer; what has no figure keeps its place after them."""

    def gain(n: int) -> float:
        return max((r.nearer for r in found[n][1] if r.nearer is not None), default=float("-inf"))

    return sorted(range(len(found)), key=lambda n: (found[n][0].state is not State.ACT, -gain(n), n))


def difference_words(now: Cookie, then: Cookie) -> str:
    """“2.1 mm wider, 0.4 mm flatter, rim 3 points crisper”; “nothing you would see” when it is little."""
    words = []
    for key, least in TOLD:
        a, before, after = BY_KEY[key], getattr(now, key), getattr(then, key)
        if before is None or after is None or abs(after - before) < least:
            continue
        name = f"{a.label.lower()} " if a.unit == "of 100" else ""
        words.append(name + a.more(after - before))
    return ", ".join(words) or NOTHING_SEEN


def forecasts_of(settings: list[Setting], *, bare: bool = False) -> list[Forecast | None]:
    """Forecasts of many settings in one batch; None where there is none. bare ones have end values alone."""
    cases = [x.case() for x in settings]
    real = [(i, c) for i, c in enumerate(cases) if isinstance(c, BakeCase)]
    found: list[Forecast | None] = [None] * len(cases)
    try:
        for (i, _), f in zip(real, forecasts([c for _, c in real], bare=bare) if real else [], strict=True):
            found[i] = f
    except EntryErrors:
        # One of them is out of the model's reach: ask for each alone.
        for i, c in real:
            answer = forecast_or_reason(c)
            found[i] = None if isinstance(answer, NoCase) else answer
    return found
