"""A series planned: which runs, from which dough, in which order."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from dough.accounts.formula import Draft, Step
from dough.counsel.next_steps.levers import Lever, levers
from dough.counsel.series.combos import combos_of
from dough.counsel.series.shares import UNIT, VARIED, in_grams, is_mixture, shares_now, with_share
from dough.draft import edit
from dough.facts.errors import EntryError
from dough.facts.ingredients import Role
from dough.facts.styles import Style

#: Levels of one factor, repeats, and pieces of each run.
LEVELS, REPEATS, PIECES = (2, 5), (1, 12), (2, 24)
#: Factors the whole oven shares: each level is a tray of its own.
WHOLE_OVEN = ("oven_c", "minutes")
#: Factors that only come after the dough is mixed: one dough, split by weight.
AFTER_MIXING = ("process:dough_temp_c", "process:oven_c", "process:minutes", "process:portion_g")


@dataclass(frozen=True, slots=True)
class Factor:
    """What is varied: a lever by key, and its levels in the lever's unit, low to high."""

    key: str
    name: str
    unit: str
    levels: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class Run:
    """One thing to bake: its number in baking order, its block (a round through all), the level of each factor by
    place, where it goes on the tray (0 where it has the tray to itself), and the number of the dough it is from (0:
    not written down, as in series planned before)."""

    order: int
    block: int
    levels: tuple[int, ...]
    place: int
    dough: int = 0


@dataclass(frozen=True, slots=True)
class Split:
    """A part of a dough for one combination: its levels, grams to weigh off or to mix, and what goes in then."""

    levels: tuple[int, ...]
    grams: float
    words: str


@dataclass(frozen=True, slots=True)
class Plan:
    """The series: factors, runs in order, how each part is made, one base dough or not, and what to beware of. remixed:
    doughs are mixed anew in each round, so that rounds repeat the mixing too (series planned before did not).
    """

    factors: tuple[Factor, ...]
    runs: tuple[Run, ...]
    splits: tuple[Split, ...]
    one_dough: bool
    dough_g: float
    pieces: int
    cautions: tuple[str, ...]
    remixed: bool = False

    @property
    def alone(self) -> bool:
        """Whether each run fills the oven by itself: then what one load differs from the next is in it."""
        return all(r.place == 0 for r in self.runs)

    @property
    def parted(self) -> bool:
        """Whether several doughs are each split into parts: two scatters to tell apart."""
        doughs = {r.dough for r in self.runs}
        return self.remixed and 0 not in doughs and 1 < len(doughs) < len(self.runs)

    @property
    def mixture(self) -> bool:
        """Whether two shares are varied in place of flour: then each may bend."""
        return len(self.factors) > 1 and all(f.key in VARIED for f in self.factors)

    @property
    def triangle(self) -> bool:
        """Whether a mixture was baked as its triangle, and says nothing beyond its edge."""
        top = tuple(len(f.levels) - 1 for f in self.factors)
        return self.mixture and all(s.levels != top for s in self.splits)


def factor_of(draft: Draft, style: Style, key: str, levels: list[float]) -> Factor:
    """A factor from what was typed. Raises EntryError for what cannot be varied or does not make a series."""
    shared = next((s for s in shares_now(draft) if s.key == key), None)
    if shared is not None:
        name, unit = shared.name, UNIT
    else:
        lever = lever_of(draft, style, key)
        name, unit = lever.name, lever.unit
        if not lever.graded:
            raise EntryError("factor", f"{lever.name} has no degrees. Pick something that is weighed or set.")
    if not all(math.isfinite(v) for v in levels):
        raise EntryError("levels", "A level is not a number.")
    distinct = sorted({round(v, 2) for v in levels})
    if not LEVELS[0] <= len(distinct) <= LEVELS[1]:
        raise EntryError("levels", f"Give {LEVELS[0]} to {LEVELS[1]} different levels; there are {len(distinct)}.")
    for v in distinct:
        at_level(draft, style, key, v)
    return Factor(key, name, unit, tuple(distinct))


def plan(
    draft: Draft, style: Style, factors: tuple[Factor, ...], repeats: int, pieces: int, rng: np.random.Generator,
    fraction: bool = False,
) -> Plan:  # fmt: skip
    """All combinations or a fraction of them, repeated in rounds; order and places by chance within each round. What is
    mixed in decides the dough, what comes after mixing is a part of one: a dough is split for it.

    Raises EntryError for numbers that make no series. rng is where chance comes from.
    """
    _check(factors, repeats, pieces)
    mixture = is_mixture(tuple(f.key for f in factors))
    combos = combos_of(tuple(len(f.levels) for f in factors), fraction, mixture)
    alone = any(f.key.partition(":")[2] in WHOLE_OVEN for f in factors)
    late = [f.key in AFTER_MIXING or _late(draft, f.key) for f in factors]
    one = all(late)
    runs = _one_dough(combos, repeats, rng) if one else _doughs(combos, late, repeats, rng)
    if alone:
        runs = [replace(r, place=0) for r in runs]
    # One dough is weighed off for all rounds; what is mixed by itself is mixed anew in each, or its rounds would repeat
    # only the oven.
    splits = tuple(_split(draft, style, factors, c, repeats * pieces if one else pieces, late) for c in combos)
    grams = sum(s.grams for s in splits) * (1 if one else repeats)
    made = Plan(factors, tuple(runs), splits, one, grams, pieces, (), remixed=not one)
    return replace(made, cautions=_cautions(made, repeats, len(combos) * pieces))


def _one_dough(combos: list[tuple[int, ...]], repeats: int, rng: np.random.Generator) -> list[Run]:
    """Parts of a dough that all rounds share."""
    runs: list[Run] = []
    for block in range(repeats):
        for place, n in enumerate(rng.permutation(len(combos))):
            runs.append(Run(len(runs) + 1, block + 1, combos[int(n)], place + 1, 1))
    return runs


def _doughs(combos: list[tuple[int, ...]], late: list[bool], repeats: int, rng: np.random.Generator) -> list[Run]:
    """Doughs by lot in each round, and the parts of each by lot; places on a tray by lot over the whole round."""

    def mixed_in(combo: tuple[int, ...]) -> tuple[int, ...]:
        return tuple(n for n, after in zip(combo, late, strict=True) if not after)

    doughs = list(dict.fromkeys(mixed_in(c) for c in combos))
    runs: list[Run] = []
    for block in range(repeats):
        places = iter(rng.permutation(len(combos)))
        for d, n in enumerate(rng.permutation(len(doughs))):
            parts = [c for c in combos if mixed_in(c) == doughs[int(n)]]
            for k in rng.permutation(len(parts)):
                number = block * len(doughs) + d + 1
                runs.append(Run(len(runs) + 1, block + 1, parts[int(k)], int(next(places)) + 1, number))
    return runs


def at_level(draft: Draft, style: Style, key: str, value: float) -> Draft:
    """The draft with a factor at a level. Raises EntryError when it cannot go there."""
    if key in VARIED:
        return with_share(draft, key, value)
    kind, _, name = key.partition(":")
    if kind == "role":
        return edit.set_role_percent(draft, Role(name), value)
    if kind == "line":
        return edit.set_amount(draft, name, value, "g")
    if kind == "flour":
        line = max(draft.formula.flour_lines, key=lambda x: x.grams or 0.0)
        return edit.set_amount(draft, line.id, value, "g")
    return edit.set_process(draft, name, value)


def drafts_of(draft: Draft, style: Style, made: Plan) -> dict[tuple[int, ...], Draft]:
    """The draft of every combination of levels."""
    found = {}
    for s in made.splits:
        changed = draft
        for f, n in zip(made.factors, s.levels, strict=True):
            changed = at_level(changed, style, f.key, f.levels[n])
        found[s.levels] = changed
    return found


def lever_of(draft: Draft, style: Style, key: str) -> Lever:
    """The lever of a key. Raises EntryError when the draft has no such lever."""
    found = next((x for x in levers(draft, style) if x.key == key), None)
    if found is None:
        raise EntryError("factor", "This dough has nothing like that to vary. Pick from the list.")
    return found


def _check(factors: tuple[Factor, ...], repeats: int, pieces: int) -> None:
    if not factors or len({f.key for f in factors}) != len(factors):
        raise EntryError("factors", "Pick one thing to vary, or two or three different ones.")
    for name, value, (low, high) in (("repeats", repeats, REPEATS), ("pieces", pieces, PIECES)):
        if not low <= value <= high:
            raise EntryError(name, f"{name.capitalize()} go from {low} to {high}.")


def _late(draft: Draft, key: str) -> bool:
    """Whether a line goes in after the dough is mixed, so that one dough can be split before it."""
    kind, _, name = key.partition(":")
    if kind != "line":
        return False
    return draft.formula.line(name).step in (Step.FOLD_IN, Step.TOP, Step.FINISH)


def _split(
    draft: Draft, style: Style, factors: tuple[Factor, ...], levels: tuple[int, ...], pieces: int, late: list[bool]
) -> Split:
    changed = draft
    for f, n in zip(factors, levels, strict=True):
        changed = at_level(changed, style, f.key, f.levels[n])
    portion = changed.process.portion_g or style.portion_g.typical
    grams = pieces * portion / (1.0 - changed.process.bowl_loss_pct / 100.0)
    said = [f"{f.name.lower()} {f.levels[n]:g} {f.unit}".strip() for f, n in zip(factors, levels, strict=True)]
    what = ", ".join(said)
    if all(late):
        return Split(levels, grams, f"{grams:.0f} g: weigh off, then {what}")
    if factors[0].key in VARIED:
        return Split(levels, grams, f"{grams:.0f} g, mixed anew in each round: {in_grams(changed, grams)}")
    if not any(late):
        return Split(levels, grams, f"{grams:.0f} g: mix anew in each round with {what}")
    first, then = (", ".join(w for w, after in zip(said, late, strict=True) if after is x) for x in (False, True))
    return Split(levels, grams, f"{grams:.0f} g of the dough with {first}: then {then}")


#: Pieces that a usual tray holds; a round of more goes onto several.
TRAY_HOLDS = 24


def _cautions(made: Plan, repeats: int, of_a_round: int) -> tuple[str, ...]:
    found = []
    if made.parted:
        doughs = len({r.dough for r in made.runs if r.block == 1})
        found.append(
            f"Each round is {doughs} doughs mixed anew, each split by weight. What is set after mixing is compared "
            "within a dough and shows sooner; what is mixed in is compared between doughs and wants more rounds."
        )
    elif not made.one_dough:
        found.append(
            "Each level is mixed by itself and anew in each round: only so does a round repeat the mixing too. Mix at "
            "the same butter temperature and minutes."
        )
    if repeats == 1:
        found.append(
            "Without a repeat the series cannot tell scatter from effect by itself; it takes the kitchen's usual."
        )
    if not made.alone and of_a_round > TRAY_HOLDS:
        trays = math.ceil(of_a_round / TRAY_HOLDS)
        found.append(
            f"A round is {of_a_round} pieces, {trays} trays: put some of every level on each, or trays and levels are "
            "one."
        )
    if made.alone:
        found.append(
            "One level fills the oven at a time: let it come back to temperature before each, and keep the order."
        )
    if any(f.key == "process:portion_g" for f in made.factors):
        found.append(
            "Bigger pieces want longer in the oven: with the minutes fixed, size and doneness change together."
        )
    return tuple(found)
