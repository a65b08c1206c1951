"""Next as a ladder: the best one change, the best two, three, four, each with what it gains, so that a cook sees where
more changes stop paying.

Sets of changes are compared by the distance expected over what the model's slopes may be off by, not by their best
guess (docs/decisions/0044). One and two are exact over a grid of sizes; further rungs grow from the best sets before.
"""

from __future__ import annotations

import heapq
import itertools
import math
from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from dough.accounts.brief import Standing, Stands
from dough.accounts.cost import cost
from dough.accounts.formula import Draft
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.brief import Brief
from dough.counsel.next_steps.forgiving import shaken
from dough.counsel.next_steps.levers import Lever, Tray, levers, unlocked, values_of
from dough.counsel.next_steps.practical import outside, rounded, strays
from dough.counsel.next_steps.ranking import SLOPE_SD, EffectRange, Move, changes_of, side_effects, spreads_of
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.distance import Closeness, compare
from dough.judgement.effects import difference_words, forecasts_of

Array = np.ndarray[Any, np.dtype[np.float64]]
#: Sizes of a lever tried alone and in company, as shares of its full step; whole choices are taken or left.
ALONE = (-1.0, -0.6, -0.3, 0.3, 0.6, 1.0)
TOGETHER = (-1.0, -0.5, 0.5, 1.0)
#: Rungs there are, sets that the next rung grows from, and how many of a rung are made finer, by what share of a step.
RUNGS, GROW_FROM, FINER, FINE = 4, (0, 0, 6, 4), 3, 0.2
#: A further change has to bring the cookie nearer by this, in clear misses, to pay.
PAYS = 0.05
#: So many of each size are shaken by everyday slips where that counts.
SHAKEN = 6
#: Cheaper by less than this share is not told.
CHEAPER = 0.01
NO_BRIEF = Brief()
#: Of how many of the best it is asked whether they keep limits that are dear to ask about.
LATE_TRIES = 6

#: A set of changes: places of levers with the share of its step each is moved by.
Set = tuple[tuple[int, float], ...]


@dataclass(frozen=True, slots=True)
class Rung:
    """So many changes at their best: distances in clear misses (root mean square) now with what is beyond the brief,
    then by the best guess, and expected with the brief and with what slopes may be off by; how many of the wished
    measures are out of reach now and then; pays: whether it comes enough nearer than the rung before; brief where its
    limits then stand."""

    moves: tuple[Move, ...]
    draft: Draft
    from_steps: float
    to_steps: float
    expected: float
    out_now: int
    out_then: int
    of: int
    pays: bool
    cookie: Cookie
    effect: str
    changes: tuple[EffectRange, ...]
    side_effects: tuple[str, ...]
    still_out: tuple[str, ...]
    brief: tuple[Standing, ...]

    def setting_of(self, before: Setting) -> Setting:
        """This rung baked where the draft before it was, on the tray it asks for."""
        return before.with_draft(self.draft, next((m.lever.kit for m in self.moves if m.lever.kit), None))

    @property
    def words(self) -> str:
        """How far it leads, in words."""
        if self.out_now == self.out_then:
            how = "still" if self.out_now else "all within reach before and after"
            how = f"{how} {self.out_then} of {self.of} measures out of reach, nearer" if self.out_now else how
        else:
            how = f"{self.out_now} of {self.of} measures out of reach → {self.out_then}"
        open_ = sum(x.stands is not Stands.MET for x in self.brief)
        if not self.brief:
            return how
        brief = f"has {open_} of {len(self.brief)} limits not surely met" if open_ else "is met"
        return f"{how}; the brief {brief}"


@dataclass(frozen=True, slots=True)
class Ladder:
    """Rungs by how many changes, the one recommended by its place (None: nothing pays), what all free levers together
    could reach at most by straight-line reckoning, and how many sets were baked through the model. Of those sets:
    closest changes least of what meets a brief that is not met now; cheapest costs least of what keeps every measure
    within reach, cheaper says by how much (None, empty: there is none, or prices are missing)."""

    rungs: tuple[Rung, ...]
    recommended: int | None
    floor: float
    looked_at: int
    closest: Rung | None = None
    cheapest: Rung | None = None
    cheaper: str = ""

    @property
    def words(self) -> str:
        """How far to go, in a sentence."""
        if self.recommended is None:
            return self.stops
        count = ("One change leads", "Two changes lead", "Three changes lead", "Four changes lead")[self.recommended]
        return f"{count} as far as pays: {self.rungs[self.recommended].words}."

    @property
    def stops(self) -> str:
        """Where more changes stop paying, in words."""
        if self.recommended is None:
            return "No change is expected to bring the cookie clearly nearer."
        after = self.recommended + 1
        if after >= len(self.rungs):
            return ""
        gain = max(self.rungs[self.recommended].expected - self.rungs[after].expected, 0.0)
        names = ("A first", "A second", "A third", "A fourth")
        return f"{names[after]} change would bring {gain:.2f} clear misses more: not worth it."


def ladder(
    setting: Setting, target: Cookie, locks: tuple[str, ...] = (), trays: tuple[Tray, ...] = (),
    brief: Brief = NO_BRIEF, *, forgiving: bool = False, egg_g: float | None = None,
) -> Ladder | None:  # fmt: skip
    """The ladder from a draft to a target; None without a forecast, a target or a free lever.

    brief holds what proposals may not break: limits that must hold are never further beyond, and what is beyond weighs
    as a miss. forgiving counts what everyday slips do to it into the distance; egg_g keeps eggs whole, one weighing so
    much. Raises KeyError for a lock that is not known.
    """
    now = forecasts_of([setting])[0]
    was = compare(now.cookie, target) if now else None
    style = setting.style
    if now is None or was is None or was.rms_steps is None or style is None:
        return None
    free = unlocked(levers(setting.draft, style, trays), locks)
    if not free:
        return None
    found = _Search(setting, target, free, now, brief, egg_g)
    best = found.all_rungs()
    if forgiving:
        best = found.forgiving(best)
    rungs, before = [], found.expected_now
    closest, (cheapest, cheaper) = found.closest(), found.cheapest()
    told = [found.tried[s] for s in best]
    others = [t for t in (closest, cheapest) if t is not None]
    spreads = spreads_of(setting, [t.setting for t in (*told, *others)])
    for t, spread in zip(told, spreads, strict=False):
        rungs.append(_rung(setting, target, now, was, t, spread, found.expected_now, before - t.expected >= PAYS))
        before = min(before, t.expected)
    recommended = max((n for n, r in enumerate(rungs) if r.pays), default=None)
    more = {
        id(t): _rung(setting, target, now, was, t, spread, found.expected_now, pays=found.expected_now > t.expected)
        for t, spread in zip(others, spreads[len(told) :], strict=True)
    }
    return Ladder(
        tuple(rungs), recommended, found.floor(), len(found.tried),
        None if closest is None else more[id(closest)], None if cheapest is None else more[id(cheapest)], cheaper,
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class _Tried:
    """A set baked through the model: its draft, forecast, and the distance expected."""

    sizes: tuple[tuple[Lever, float], ...]
    setting: Setting
    forecast: Forecast
    expected: float
    brief: tuple[Standing, ...]


class _Search:
    """Sets of changes tried so far, each once."""

    def __init__(
        self, setting: Setting, target: Cookie, free: tuple[Lever, ...], now: Forecast, brief: Brief,
        egg_g: float | None = None,
    ) -> None:  # fmt: skip
        self.egg_g = egg_g
        self.setting, self.target, self.free, self.now, self.brief = setting, target, free, now, brief
        self.brief_now = brief.standings(setting.draft, now)
        self.late_now = brief.late(setting)
        self._late: dict[Set, bool] = {}
        self.wanted = [(a.key, a.step, v) for a in ATTRIBUTES if (v := getattr(target, a.key)) is not None]
        self.keys = [key for key, _, _ in self.wanted]
        self.steps = np.array([step for _, step, _ in self.wanted])
        self.tried: dict[Set, _Tried] = {}
        self._seen: set[Set] = set()
        #: Every set baked so far, each once.
        self._told: dict[Set, Forecast | None] = {}
        #: What each lever alone does by its size, in clear misses by measure; nothing at no size.
        self._alone: dict[int, dict[float, Array]] = {n: {0.0: np.zeros(len(self.keys))} for n in range(len(free))}
        assert setting.style is not None  # a ladder begins with a forecast
        self._style, self._was = setting.style, outside(setting.draft, setting.style)
        self.expected_now = self._expected(now, np.zeros(len(self.keys)), self.brief_now)

    def all_rungs(self) -> list[Set]:
        """The best set of each size, smallest first; a rung that nothing can be found for ends the ladder."""
        places = range(len(self.free))
        singles: list[Set] = [((n, s),) for n in places for s in self._sizes(n, sorted({*ALONE, *TOGETHER}))]
        self._learn_alone(singles)
        self._try(singles)
        pairs: list[Set] = [
            ((a, x), (b, y))
            for a, b in itertools.combinations(places, 2)
            for x in self._sizes(a, TOGETHER) for y in self._sizes(b, TOGETHER)
        ]  # fmt: skip
        self._try(pairs)
        found: list[Set] = []
        for count in range(1, min(RUNGS, len(self.free)) + 1):
            if count > 2:
                self._try(self._grown(self._best(count - 1, GROW_FROM[count - 1])))
            self._try([f for s in self._best(count, FINER) for f in self._finer(s)])
            best = next((s for s in self._best(count, LATE_TRIES) if self._holds(s)), None)
            if best is None:
                break
            found.append(best)
        return found

    def _holds(self, s: Set) -> bool:
        """Whether a set keeps the limits that are too dear to ask of all, too; then they stand in its brief."""
        if s not in self._late:
            t = self.tried[s]
            late = self.brief.late(t.setting)
            self._late[s] = self.brief.allows(self.late_now, late)
            self.tried[s] = replace(t, brief=(*t.brief, *late))
        return self._late[s]

    def forgiving(self, best: list[Set]) -> list[Set]:
        """The best of each size once everyday slips count: the first few of each are shaken, and so is the draft."""
        few = [[s for s in self._best(len(kept), SHAKEN) if self._holds(s)] or [kept] for kept in best]
        sets = [s for some in few for s in some]
        wished = [(k, step) for k, step, _ in self.wanted]
        carried = shaken([self.setting, *(self.tried[s].setting for s in sets)], wished)
        self.expected_now = math.hypot(self.expected_now, math.sqrt(carried[0]))
        for s, square in zip(sets, carried[1:], strict=True):
            t = self.tried[s]
            self.tried[s] = replace(t, expected=math.hypot(t.expected, math.sqrt(square)))
        return [min(some, key=lambda s: self.tried[s].expected) for some in few]

    def closest(self) -> _Tried | None:
        """Of the sets that surely meet every limit that must hold, the one that changes least, by shares of each
        lever's full step; None where the draft meets them, or none does."""
        if _met((*self.brief_now, *self.late_now)):
            return None
        meets = [(sum(abs(x) for _, x in s), t.expected, s) for s, t in self.tried.items() if _met(t.brief)]
        for _, _, s in heapq.nsmallest(LATE_TRIES, meets):
            if self._holds(s) and _met(self.tried[s].brief):
                return self.tried[s]
        return None

    def cheapest(self) -> tuple[_Tried | None, str]:
        """Of the sets that keep every wished measure within reach and break no limit, the one whose piece costs least,
        and by how much it is cheaper than the draft's; None where prices are missing, or nothing is cheaper."""
        now = cost(self.setting.draft, self.brief.prices)
        if not now.whole or not now.piece:
            return None, ""
        held = []
        for s, t in self.tried.items():
            told = cost(t.setting.draft, self.brief.prices)
            near = compare(t.forecast.cookie, self.target)
            if told.whole and told.piece and near.within == len(near.misses) and not any(
                b.stands is Stands.OUT for b in t.brief if b.limit.must
            ):  # fmt: skip
                held.append((told.piece, len(s), s))
        least = next((x for x in heapq.nsmallest(LATE_TRIES, held) if self._holds(x[2])), None)
        if least is None or least[0] > (1.0 - CHEAPER) * now.piece:
            return None, ""
        by = 100.0 * (1.0 - least[0] / now.piece)
        return self.tried[least[2]], f"{least[0]:.3g} a piece instead of {now.piece:.3g}, {by:.0f} % less"

    def floor(self) -> float:
        """The distance that all graded levers together could come to if effects were straight and added up: no set
        reaches further by this reckoning (root mean square, clear misses)."""
        from scipy.optimize import lsq_linear

        columns = []
        for n, lever in enumerate(self.free):
            sizes = [s for s in self._alone[n] if s] if lever.graded else []
            if sizes:
                far = max(sizes, key=abs)
                columns.append(self._alone[n][far] / far)
        misses = np.array([(self.now.ends[k] - v) / s for k, s, v in self.wanted])
        if not columns:
            return float(np.sqrt(np.mean(misses**2)))
        told = lsq_linear(np.column_stack(columns), -misses, bounds=(-1.0, 1.0))
        return float(np.sqrt(2.0 * told.cost / len(misses)))

    def _sizes(self, n: int, shares: Iterable[float]) -> tuple[float, ...]:
        return tuple(shares) if self.free[n].graded else (1.0,)

    def _best(self, count: int, many: int) -> list[Set]:
        mine = [(t.expected, s) for s, t in self.tried.items() if len(s) == count]
        return [s for _, s in sorted(mine)[:many]]

    def _grown(self, sets: list[Set]) -> list[Set]:
        return [
            tuple(sorted((*s, (n, size))))
            for s in sets
            for n in range(len(self.free)) if n not in {k for k, _ in s}
            for size in self._sizes(n, TOGETHER)
        ]  # fmt: skip

    def _finer(self, s: Set) -> list[Set]:
        found: list[Set] = []
        for place, (n, size) in enumerate(s):
            if self.free[n].graded:
                for by in (-FINE, FINE):
                    moved = round(size + by, 2)
                    if moved and abs(moved) <= 1.0:
                        found.append((*s[:place], (n, moved), *s[place + 1 :]))
        return found

    def _changed(self, s: Set) -> Setting | None:
        """The draft with a set made, to what a bench can weigh; None where it cannot be made."""
        draft, kit = self.setting.draft, None
        try:
            for n, size in s:
                lever = self.free[n]
                draft = lever.apply(draft, size * lever.step)
                kit = kit or lever.kit
        except (EntryError, EntryErrors):
            return None
        draft = rounded(self.setting.draft, draft, {self.free[n].key for n, _ in s if self.free[n].graded}, self.egg_g)
        return self.setting.with_draft(draft, kit)

    def _learn_alone(self, sets: list[Set]) -> None:
        """What each lever does by itself, whether it may be proposed or not."""
        made = [(s, c) for s in sets if (c := self._changed(s)) is not None]
        for (s, _), f in zip(made, forecasts_of([c for _, c in made], bare=True), strict=True):
            self._told[s] = f
            if f is not None:
                (n, size), *_ = s
                self._alone[n][size] = self._effect(f)

    def _effect(self, f: Forecast) -> Array:
        return np.asarray(np.array([f.ends[k] - self.now.ends[k] for k in self.keys]) / self.steps)

    def _unsure(self, s: Set) -> Array:
        """The variance of a set's effects by measure, from the slopes of each of its levers, in clear misses."""
        found = np.zeros(len(self.keys))
        for n, size in s:
            known = self._alone[n]
            effect = known.get(size)
            if effect is None:
                sizes = sorted(known)
                effect = np.array([np.interp(size, sizes, [known[x][m] for x in sizes]) for m in range(len(self.keys))])
            found += (SLOPE_SD * effect) ** 2
        return found

    def _try(self, sets: list[Set]) -> None:
        """Bake sets through the model that were not yet, and keep those that may be proposed."""
        new = [s for s in dict.fromkeys(sets) if s not in self._seen]
        self._seen.update(new)
        made = [
            (s, c) for s in new
            if (c := self._changed(s)) is not None and not strays(self._was, c.draft, self._style)
        ]  # fmt: skip
        unbaked = [(s, c) for s, c in made if s not in self._told]
        self._told.update(zip((s for s, _ in unbaked), forecasts_of([c for _, c in unbaked], bare=True), strict=True))
        for s, c in made:
            f = self._told[s]
            if f is None:
                continue
            held = self.brief.standings(c.draft, f)
            if not self.brief.allows(self.brief_now, held):
                continue
            expected = self._expected(f, self._unsure(s), held)
            sizes = tuple((self.free[n], size * self.free[n].step) for n, size in s)
            self.tried[s] = _Tried(sizes, c, f, expected, held)

    def _expected(self, f: Forecast, unsure: Array, held: tuple[Standing, ...]) -> float:
        """The distance expected: misses, what slopes may be off by, and what is beyond the brief."""
        misses = np.array([(f.ends[k] - v) / step for k, step, v in self.wanted])
        return math.sqrt(float(np.mean(misses**2 + unsure)) + self.brief.burden(held) / len(self.keys))


def _met(found: tuple[Standing, ...]) -> bool:
    """Whether every limit that must hold is surely met."""
    return all(x.stands is Stands.MET for x in found if x.limit.must)


def _rung(
    setting: Setting, target: Cookie, now: Forecast, was: Closeness, t: _Tried, spread: dict[str, float],
    expected_now: float, pays: bool,
) -> Rung:  # fmt: skip
    then = compare(t.forecast.cookie, target)
    moves = tuple(Move(lv, size, *values_of(lv, setting.draft, t.setting.draft)) for lv, size in t.sizes)
    return Rung(
        moves, t.setting.draft, expected_now, then.rms_steps or 0.0, t.expected,
        len(was.misses) - was.within, len(then.misses) - then.within, len(then.misses), pays, t.forecast.cookie,
        difference_words(now.cookie, t.forecast.cookie), changes_of(now.cookie, t.forecast.cookie, spread),
        side_effects(now.cookie, t.forecast.cookie, target), tuple(m.words for m in then.misses if not m.within_reach),
        t.brief,
    )  # fmt: skip
