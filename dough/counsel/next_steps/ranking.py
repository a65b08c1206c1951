"""What to change next: every single lever of formula and process, at the size that brings the forecast nearest to
the target, and pairs of them where one is not enough.

Each lever is tried at a handful of sizes both ways, all in one batch of forecasts, and judged by the root mean
square of the misses in clear misses (dough.draft.target). One change at a time: a bake can then tell what it did.
"""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass, replace

import numpy as np

from dough.accounts.formula import Draft
from dough.bake.contract import BakeCase, Forecast
from dough.bake.draft_setting import Setting
from dough.bake.model import Z80, forecasts
from dough.counsel.next_steps.levers import Lever, Tray, levers, unlocked, values_of
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.quantities import Quantity
from dough.facts.scatter import AS_USUAL, Scatter
from dough.judgement.distance import compare
from dough.judgement.effects import difference_words, forecasts_of

#: Sizes tried of each lever, as shares of its full step; whole choices are tried once.
SHARES = (-1.0, -0.6, -0.3, 0.3, 0.6, 1.0)
#: Nearer by less than this, in clear misses, is not worth a bake; an attribute further off by more is a side effect;
#: a pair has to be nearer than its better half by this.
WORTH, SIDE, PAIR_WORTH = 0.05, 0.35, 0.15
#: So many of the best singles are paired, at these shares of their own best size.
PAIRED, PAIR_SHARES = 6, (0.5, 1.0)
#: How far off the model’s slopes may be, one sd as a share of an effect (0.4 to 0.67 in kitchens run by other models).
SLOPE_SD = 0.5
#: An effect this many times the scatter between two bakes shows in one bake each.
SHOWS = 1.6


@dataclass(frozen=True, slots=True)
class Move:
    """A lever moved by a size in its unit: value before (None: left open) and after, and the edit that makes it."""

    lever: Lever
    size: float
    before: float | None
    after: float
    edit: dict[str, object]

    @property
    def words(self) -> str:
        """“Sugar 82.0 → 78.5 %”, or the name of what is taken or left."""
        if not self.lever.graded:
            return self.lever.name
        was = "open" if self.before is None else _figure(self.before, self.lever.unit)
        return f"{self.lever.name} {was} → {_figure(self.after, self.lever.unit)} {self.lever.unit}"


def _figure(value: float, unit: str) -> str:
    """Grams as a bench weighs them, anything else to the tenth."""
    return f"{value:.0f}" if unit == "g" and value >= 10 else f"{value:.1f}"


@dataclass(frozen=True, slots=True)
class EffectRange:
    """What a change does to one attribute, in its unit, with the range that holds about 8 times in 10."""

    attribute: Quantity
    value: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Advice:
    """One or two levers at their best size: distance before and after in clear misses, the forecast it leads to, what
    gets nearer and what further off, in words and figures. bakes is how many of each version it takes for the effect
    to show above the kitchen's scatter."""

    moves: tuple[Move, ...]
    from_steps: float
    to_steps: float
    cookie: Cookie
    effect: str
    changes: tuple[EffectRange, ...]
    side_effects: tuple[str, ...]
    bakes: int
    draft: Draft

    @property
    def gain(self) -> float:
        """How much nearer, in clear misses."""
        return self.from_steps - self.to_steps

    @property
    def lever(self) -> Lever:
        return self.moves[0].lever

    @property
    def before(self) -> float | None:
        return self.moves[0].before

    @property
    def after(self) -> float:
        return self.moves[0].after

    @property
    def edit(self) -> dict[str, object]:
        return self.moves[0].edit


@dataclass(frozen=True, slots=True)
class _Try:
    """A changed draft, the sizes that made it, in its setting."""

    sizes: tuple[tuple[Lever, float], ...]
    setting: Setting


def advice(
    setting: Setting, target: Cookie, locks: tuple[str, ...] = (), trays: tuple[Tray, ...] = (),
    scatter: Scatter = AS_USUAL,
) -> tuple[Advice, ...]:  # fmt: skip
    """Every lever that no lock holds and that brings the forecast nearer to the target, most first.

    Empty without a forecast or a target. Raises KeyError for a lock that is not known.
    """
    now = forecasts_of([setting])[0]
    closeness = compare(now.cookie, target).rms_steps if now else None
    if now is None or closeness is None or setting.style is None:
        return ()
    tries = [
        t for lever in unlocked(levers(setting.draft, setting.style, trays), locks) for t in _tries(setting, lever)
    ]
    return _ranked(setting, target, now, closeness, tries, scatter)


def pairs(
    setting: Setting, target: Cookie, singles: tuple[Advice, ...], scatter: Scatter = AS_USUAL
) -> tuple[Advice, ...]:
    """Two levers together that come clearly nearer than the better of them, most first; up to five."""
    now = forecasts_of([setting])[0]
    closeness = compare(now.cookie, target).rms_steps if now else None
    if now is None or closeness is None:
        return ()
    best = [a.moves[0] for a in singles[:PAIRED]]
    tries = []
    for a, b in itertools.combinations(best, 2):
        for one, other in itertools.product(PAIR_SHARES, PAIR_SHARES):
            sizes = tuple((m.lever, s * m.size if m.lever.graded else m.size) for s, m in ((one, a), (other, b)))
            try:
                changed = b.lever.apply(a.lever.apply(setting.draft, sizes[0][1]), sizes[1][1])
            except (EntryError, EntryErrors):
                continue
            tries.append(_Try(sizes, setting.with_draft(changed, a.lever.kit or b.lever.kit)))
    better = {a.lever.key: a.to_steps for a in singles}
    found = _ranked(setting, target, now, closeness, tries, scatter)
    worth = [a for a in found if a.to_steps <= min(better[m.lever.key] for m in a.moves) - PAIR_WORTH]
    return tuple(worth[:5])


def distance(setting: Setting, target: Cookie) -> float | None:
    """How far the forecast is from the target, clear misses (root mean square); None without either."""
    now = forecasts_of([setting])[0]
    return None if now is None else compare(now.cookie, target).rms_steps


def _tries(setting: Setting, lever: Lever) -> list[_Try]:
    found = []
    for share in SHARES if lever.graded else (1.0,):
        try:
            changed = lever.apply(setting.draft, share * lever.step)
        except (EntryError, EntryErrors):
            continue
        found.append(_Try(((lever, share * lever.step),), setting.with_draft(changed, lever.kit)))
    return found


def _ranked(
    setting: Setting, target: Cookie, now: Forecast, was: float, tries: list[_Try],
    scatter: Scatter,
) -> tuple[Advice, ...]:  # fmt: skip
    """The best size of each lever or pair, those worth a bake, most first."""
    best: dict[tuple[str, ...], tuple[float, _Try, Forecast]] = {}
    told = forecasts_of([t.setting for t in tries])
    for t, f in zip(tries, told, strict=True):
        to = compare(f.cookie, target).rms_steps if f else None
        key = tuple(lever.key for lever, _ in t.sizes)
        if f is not None and to is not None and (key not in best or to < best[key][0]):
            best[key] = (to, t, f)
    worth = sorted(
        (x for x in best.values() if was - x[0] >= WORTH), key=lambda x: (x[0], sum(lv.ease for lv, _ in x[1].sizes))
    )
    spreads = spreads_of(setting, [t.setting for _, t, _ in worth])
    return tuple(
        _advice(setting.draft, t, was, to, now, f, target, moves, scatter)
        for (to, t, f), moves in zip(worth, spreads, strict=True)
    )


def spreads_of(setting: Setting, tries: list[Setting]) -> list[dict[str, float]]:
    """One sd of each change's effect, by attribute, from what is not known of the kitchen: an effect differs from
    kitchen to kitchen. Every draft must have a forecast."""
    drafts = [setting, *tries]
    cases = []
    for x in drafts:
        case, k = x.case(), x.kit
        assert isinstance(case, BakeCase)  # each was forecast before
        cases += [replace(case, taught=replace(k.taught, learned=m)) for m in (k.taught.learned, *k.taught.shifted())]
    try:
        told = forecasts(cases)
    except EntryErrors:
        # A kitchen further off than the model reaches: the slopes' own error has to do.
        return [{} for _ in tries]
    size = len(told) // len(drafts)
    grid = {a.key: np.array([f.ends[a.key] for f in told]).reshape(len(drafts), size) for a in ATTRIBUTES}
    found = []
    for n in range(1, len(drafts)):
        effects = {key: values[n] - values[0] for key, values in grid.items()}
        found.append({key: float(np.sqrt(np.sum((e[1:] - e[0]) ** 2))) for key, e in effects.items()})
    return found


def _advice(
    draft: Draft,
    t: _Try,
    was: float,
    to: float,
    now: Forecast,
    then: Forecast,
    target: Cookie,
    spread: dict[str, float],
    scatter: Scatter,
) -> Advice:  # fmt: skip
    moves = tuple(Move(lever, size, *values_of(lever, draft, t.setting.draft)) for lever, size in t.sizes)
    changes = changes_of(now.cookie, then.cookie, spread)
    return Advice(
        moves, was, to, then.cookie, difference_words(now.cookie, then.cookie), changes,
        side_effects(now.cookie, then.cookie, target), bakes_to_show(changes, now.cookie, scatter), t.setting.draft,
    )  # fmt: skip


def changes_of(now: Cookie, then: Cookie, spread: dict[str, float]) -> tuple[EffectRange, ...]:
    """Each attribute's change with its range: the kitchen's part, and what the model's slopes may be off."""
    found = []
    for a in ATTRIBUTES:
        x, y = getattr(now, a.key), getattr(then, a.key)
        if x is not None and y is not None:
            half = Z80 * math.hypot(spread.get(a.key, 0.0), SLOPE_SD * (y - x))
            found.append(EffectRange(a, y - x, y - x - half, y - x + half))
    return tuple(found)


def bakes_to_show(changes: tuple[EffectRange, ...], now: Cookie, scatter: Scatter = AS_USUAL) -> int:
    """How many bakes of each version until the clearest effect stands above the scatter of two means; up to 9."""
    clearest = 0.0
    for c in changes:
        error = math.sqrt(2.0) * scatter.of(c.attribute.key, getattr(now, c.attribute.key))
        clearest = max(clearest, abs(c.value) / error)
    if clearest <= 0.0:
        return 9
    return min(max(math.ceil((SHOWS / clearest) ** 2), 1), 9)


def side_effects(now: Cookie, then: Cookie, target: Cookie) -> tuple[str, ...]:
    """Attributes that end further from the target than they were, in words."""
    found = []
    for a in ATTRIBUTES:
        wanted, x, y = (getattr(c, a.key) for c in (target, now, then))
        if wanted is None or x is None or y is None:
            continue
        worse = (abs(y - wanted) - abs(x - wanted)) / a.step
        if worse > SIDE:
            found.append(f"{a.label.lower()} {a.amount(abs(y - wanted) - abs(x - wanted))} further off")
    return tuple(found)
