"""How forgiving a formula is: what everyday slips of weighing, warmth and time do to the cookie, each alone and all at
once, every one of them baked through the model."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import open_value
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.ingredients import Role
from dough.facts.quantities import Quantity
from dough.facts.styles import Style
from dough.judgement.distance import compare
from dough.judgement.effects import forecasts_of

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Bakes with every slip at once, and of how many the outline is drawn.
BAKES, DRAWN = 300, 24
#: A slip's size is taken as twice its sd: 19 of 20 bakes stay within it (judgement).
SDS = 2.0


@dataclass(frozen=True, slots=True)
class Slip:
    """Something that is off on an ordinary day: its name, how far (in its unit, to either side), and the draft with it
    off by so much."""

    key: str
    name: str
    size: float
    unit: str
    made: Callable[[Draft, Style, float], Draft]


@dataclass(frozen=True, slots=True)
class Moved:
    """What one slip does to one measure, in its unit, down and up."""

    attribute: Quantity
    down: float
    up: float


@dataclass(frozen=True, slots=True)
class SlipDoes:
    """A slip with what it moves; steps is the larger of both sides in clear misses (root mean square over the
    measures that are wished, or over all without a target)."""

    slip: Slip
    moved: tuple[Moved, ...]
    steps: float


@dataclass(frozen=True, slots=True)
class Forgiving:
    """Slips by what they do, most first; the share of bakes with all of them in which every wished measure is within
    reach, and each measure's own share (None without a target); cookies of some of those bakes."""

    slips: tuple[SlipDoes, ...]
    within: float | None
    shares: tuple[tuple[Quantity, float], ...]
    cookies: tuple[Cookie, ...]
    bakes: int

    @property
    def words(self) -> str:
        """The answer as a sentence: the share, and the two things to watch."""
        watch = [s.slip.name for s in self.slips if s.steps >= 0.1][:2]
        tail = f"Watch {' and '.join(watch)}." if watch else "None of the slips moves it much."
        if self.within is None:
            return f"Without a target nothing can be within reach of it. {tail}"
        return f"Of 100 bakes with everyday slips {100.0 * self.within:.0f} come out within reach. {tail}"


def forgiving(setting: Setting, target: Cookie, rng: np.random.Generator) -> Forgiving | None:
    """How a draft takes everyday slips; None without a forecast. rng is where chance comes from."""
    style = setting.style
    now = forecasts_of([setting])[0]
    if style is None or now is None:
        return None
    slips = slips_of(setting.draft)
    sides = [setting.with_draft(s.made(setting.draft, style, way * s.size)) for s in slips for way in (-1.0, 1.0)]
    draws = rng.normal(size=(BAKES, len(slips))) / SDS
    tries = [setting.with_draft(_all(setting.draft, style, slips, row)) for row in draws]
    told = forecasts_of([*sides, *tries], bare=True)
    wished = [a for a in ATTRIBUTES if getattr(target, a.key) is not None] or list(ATTRIBUTES)
    does = []
    for n, s in enumerate(slips):
        down, up = told[2 * n], told[2 * n + 1]
        if down is None or up is None:
            continue
        moved = tuple(
            Moved(a, down.ends[a.key] - now.ends[a.key], up.ends[a.key] - now.ends[a.key]) for a in ATTRIBUTES
        )
        by = {m.attribute.key: m for m in moved}
        ways = [[getattr(by[a.key], way) / a.step for a in wished] for way in ("down", "up")]
        does.append(SlipDoes(s, moved, max(math.sqrt(float(np.mean(np.square(w)))) for w in ways)))
    cookies = [f.cookie for f in told[len(sides) :] if f is not None]
    within, shares = _shares(cookies, target)
    does.sort(key=lambda d: -d.steps)
    return Forgiving(tuple(does), within, shares, tuple(cookies[:DRAWN]), len(cookies))


def slips_of(draft: Draft) -> tuple[Slip, ...]:
    """The slips this draft can have: no egg, no slip of egg."""
    found = [Slip("flour", "the flour", 2.0, "%", _flour)]
    if any(x.grams for x in draft.formula.of_role(Role.EGG)):
        found.append(Slip("egg", "the egg", 5.0, "g", _egg))
    if draft.process.butter_temp_c is not None:
        found.append(Slip("butter", "the butter's temperature", 3.0, "°C", _process("butter_temp_c")))
    found += [
        Slip("dough", "the dough's temperature", 3.0, "°C", _process("dough_temp_c")),
        Slip("oven", "the oven", 10.0, "K", _process("oven_c")),
        Slip("minutes", "the minutes", 1.0, "min", _process("minutes")),
        Slip("portion", "the portion", 2.0, "g", _process("portion_g")),
    ]
    return tuple(found)


def shaken(settings: Sequence[Setting], wished: Sequence[tuple[str, float]]) -> list[float]:
    """How far everyday slips carry each draft, as the mean square of clear misses over the measures wished (key, clear
    miss), every slip by itself and all of them added up; 0 where there is no forecast."""
    made, counts = [], []
    for x in settings:
        slips = slips_of(x.draft) if x.style else ()
        made.append(x)
        if x.style:
            made += [x.with_draft(s.made(x.draft, x.style, way * s.size)) for s in slips for way in (-1.0, 1.0)]
        counts.append(2 * len(slips))
    told, at, found = forecasts_of(made, bare=True), 0, []
    for count in counts:
        now, moved = told[at], told[at + 1 : at + 1 + count]
        at += 1 + count
        squares = [
            ((f.ends[k] - now.ends[k]) / step / SDS) ** 2
            for f in moved if f is not None and now is not None for k, step in wished
        ]  # fmt: skip
        found.append(math.fsum(squares) / 2.0 / len(wished) if wished else 0.0)
    return found


def _all(draft: Draft, style: Style, slips: tuple[Slip, ...], row: Array) -> Draft:
    for s, off in zip(slips, row, strict=True):
        draft = s.made(draft, style, float(off) * s.size)
    return draft


def _shares(cookies: list[Cookie], target: Cookie) -> tuple[float | None, tuple[tuple[Quantity, float], ...]]:
    misses = [compare(c, target).misses for c in cookies]
    if not misses or not misses[0]:
        return None, ()
    whole = sum(all(m.within_reach for m in bake) for bake in misses) / len(misses)
    by: dict[str, list[bool]] = {}
    for bake in misses:
        for m in bake:
            by.setdefault(m.attribute.key, []).append(m.within_reach)
    return whole, tuple((a, sum(by[a.key]) / len(by[a.key])) for a in ATTRIBUTES if a.key in by)


def _scaled(draft: Draft, lines: tuple[str, ...], by: float) -> Draft:
    """Lines weighed so many times as much: a slip is not rounded to what a bench reads, and no entry is checked."""
    changed = tuple(
        replace(x, grams=x.grams * by, amount=x.grams * by, unit="g") if x.id in lines and x.grams else x
        for x in draft.formula.lines
    )
    return replace(draft, formula=replace(draft.formula, lines=changed))


def _flour(draft: Draft, _: Style, size: float) -> Draft:
    return _scaled(draft, tuple(x.id for x in draft.formula.flour_lines), 1.0 + size / 100.0)


def _egg(draft: Draft, _: Style, size: float) -> Draft:
    lines = draft.formula.of_role(Role.EGG)
    whole = sum(x.grams or 0.0 for x in lines)
    return _scaled(draft, tuple(x.id for x in lines), max(1.0 + size / whole, 0.05))


def _process(name: str) -> Callable[[Draft, Style, float], Draft]:
    def made(draft: Draft, style: Style, size: float) -> Draft:
        value = max(open_value(draft, name, style) + size, 0.5)
        changed: dict[str, Any] = {name: value}
        return replace(draft, process=replace(draft.process, **changed))

    return made
