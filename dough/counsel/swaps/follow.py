"""Diet versions: a sibling follows its parent by doing the parent's swaps again and merging line by line.

What the parent had when the sibling last followed, with the sibling's swaps in it, is the common ground. Where
the parent has moved and the sibling has not, the sibling would follow; where both have, the cook decides.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields, replace

from dough.accounts.formula import Draft, Formula, Line, Process
from dough.accounts.needs.verdict import marks
from dough.counsel.swaps.candidates import KEEP, OUT, candidates
from dough.counsel.swaps.plan import make
from dough.counsel.swaps.rules import Rule, reductions
from dough.counsel.swaps.study import first_choice
from dough.draft.difference import shown
from dough.facts.needs import Wanted, Wish
from dough.facts.quantities import quantity
from dough.facts.styles import Style


@dataclass(frozen=True, slots=True)
class Following:
    """One thing that would follow: key is line:<id> or process:<field>; own is true where the sibling was
    changed by hand too, so that following overwrites it."""

    key: str
    label: str
    now: str
    then: str
    own: bool


@dataclass(frozen=True, slots=True)
class Follow:
    """What would follow, and the sibling with all of it taken over."""

    changes: tuple[Following, ...]
    draft: Draft


def follow(
    sibling: Draft,
    followed: Draft,
    parent: Draft,
    needs: Wanted,
    wishes: tuple[Wish, ...],
    picks: Mapping[str, str],
    style: Style | None,
    take: frozenset[str] | None = None,
) -> Follow:
    """Merge the parent's changes since it was last followed into a sibling.

    followed is the parent as it then was; picks maps the parent's line ids to rule ids (and wish ids to ways).
    take names the keys to take over; None takes all but those the sibling has changed itself.
    """
    before = swapped(followed, needs, wishes, picks, style)
    after = swapped(parent, needs, wishes, picks, style)
    old, new, own = ({x.id: x for x in d.formula.lines} for d in (before, after, sibling))
    changes: list[Following] = []
    lines: dict[str, Line] = dict(own)
    order = [x.id for x in sibling.formula.lines]
    for ident in dict.fromkeys([*order, *new, *old]):
        a, b, mine = old.get(ident), new.get(ident), own.get(ident)
        if _same(a, b) or _same(mine, b):
            continue
        now, then = _said(mine, b), _said(b, mine)
        change = Following(f"line:{ident}", _name(mine or b or a), now, then, not _same(a, mine))
        changes.append(change)
        if not _taken(change, take):
            continue
        if b is None:
            lines.pop(ident, None)
            continue
        if ident not in order:
            order.insert(_place(order, after.formula.lines, ident), ident)
        lines[ident] = b
    process, moved = _process(sibling.process, before.process, after.process, take)
    kept = tuple(lines[i] for i in order if i in lines)
    return Follow((*changes, *moved), replace(sibling, formula=Formula(kept), process=process))


def swapped(
    draft: Draft, needs: Wanted, wishes: tuple[Wish, ...], picks: Mapping[str, str], style: Style | None
) -> Draft:
    """A draft with the swaps of a diet version made again; a line that is new takes the best rule by table."""
    chosen: dict[str, Rule] = {}
    for x in draft.formula.lines:
        found = marks(x.ingredient, needs)
        if not found:
            continue
        pool = (*candidates(x, needs), KEEP, OUT)
        chosen[x.id] = first_choice(pool, picks.get(x.id), found, style, draft)
    ways = tuple((w, reductions().get(picks.get(w.need, ""))) for w in wishes)
    return make(draft, needs, chosen, ways, style).draft


def _same(a: Line | None, b: Line | None) -> bool:
    if a is None or b is None:
        return a is b
    return (a.ingredient_id, a.ingredient_version, a.grams, a.step) == (
        b.ingredient_id, b.ingredient_version, b.grams, b.step,
    )  # fmt: skip


def _taken(change: Following, take: frozenset[str] | None) -> bool:
    return not change.own if take is None else change.key in take


def _name(line: Line | None) -> str:
    return line.ingredient.name if line else ""


def _said(line: Line | None, other: Line | None) -> str:
    """A line in words, what it shares with the other left out."""
    if line is None:
        return "not in it"
    amount = "amount unknown" if line.grams is None else f"{line.grams:g} g"
    words = [line.ingredient.name] if other is None or other.ingredient_id != line.ingredient_id else []
    words.append(amount)
    if other is None or other.step is not line.step:
        words.append(line.step.value)
    return ", ".join(words)


def _place(order: list[str], lines: tuple[Line, ...], ident: str) -> int:
    """After the line it follows in the parent, where that is here."""
    ids = [x.id for x in lines]
    for before in reversed(ids[: ids.index(ident)]):
        if before in order:
            return order.index(before) + 1
    return len(order)


def _process(
    mine: Process, old: Process, new: Process, take: frozenset[str] | None
) -> tuple[Process, tuple[Following, ...]]:
    found: list[Following] = []
    for f in fields(Process):
        a, b, own = (getattr(p, f.name) for p in (old, new, mine))
        if a == b or own == b:
            continue
        change = Following(
            f"process:{f.name}", quantity(f.name).label, shown(f.name, own), shown(f.name, b), own != a,
        )  # fmt: skip
        found.append(change)
        if _taken(change, take):
            mine = replace(mine, **{f.name: b})
    return mine, tuple(found)
