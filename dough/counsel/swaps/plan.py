"""Swaps made: the whole formula with every pick in, its amounts solved, what it still lacks, in words."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from dough.accounts.formula import Draft, Formula, Line, Method, Process
from dough.accounts.needs.brings import brings
from dough.accounts.needs.verdict import Standing, marks, state_of
from dough.counsel.swaps.candidates import KEEP, OUT, broken
from dough.counsel.swaps.changes import LineSwap, changes
from dough.counsel.swaps.ledger import FUNCTIONS, Entry, entries, flour_of, ledger, per_100
from dough.counsel.swaps.reduce import meets, per_100g, reduce, takes_from
from dough.counsel.swaps.rules import Reduction, Rule, Steps
from dough.counsel.swaps.solve import Amounts, fixed_ledger, movable, put_in, solve, unknowns
from dough.facts.ingredients import Role
from dough.facts.needs import Wanted, Wish
from dough.facts.said import inside, listed
from dough.facts.styles import Style

#: What it does to the cookie when there is too little of a function, and too much (practice, M).
MISSING = {
    "fat": ("drier and harder", "greasier, wider"),
    "water": ("drier, less spread", "wetter: wider, softer, longer to set"),
    "sugars": ("less sweet, paler, spreads less", "sweeter, darker, spreads more"),
    "starch": ("less body", "drier, more cakey"),
    "sets": ("sets later and breaks more easily: leave it on the tray until cold", "firmer and drier"),
    "network": ("crumbles more easily", "tougher"),
    "emulsifier": ("fat may weep out and the crumb is coarser", "smoother"),
    "acid": ("the dough is more alkaline: darker, wider", "the dough is more acid: paler, narrower"),
    "salt": ("tastes flat", "tastes saltier"),
    "air": ("denser, lifts less", "lighter"),
}
#: How many times to mend a reduction's share after the rest was balanced around it.
ROUNDS = 4


@dataclass(frozen=True, slots=True)
class Way:
    """A wish for less or more, the way taken (None: no way meets the needs) and how far it got."""

    wish: Wish
    way: Reduction | None
    share_pct: float
    reached: float | None
    enough: bool


@dataclass(frozen=True, slots=True)
class Plan:
    """The draft with the swaps made and everything there is to say about it.

    unmet says which functions are out of tolerance and what that does; left are ids of lines that still break
    a need because the cook leaves them or their amount is unknown; labels are ingredients to look up; state is how
    the result stands against its needs (None without any); brings are allergens the dough did not have before.
    """

    draft: Draft
    picks: tuple[tuple[str, Rule], ...]
    ways: tuple[Way, ...]
    ledger: tuple[Entry, ...]
    changes: tuple[LineSwap, ...]
    method: tuple[str, ...]
    unmet: tuple[str, ...]
    left: tuple[str, ...]
    labels: tuple[str, ...]
    state: Standing | None = None
    brings: tuple[str, ...] = ()


def chosen(plan: Plan, before: Formula) -> str:
    """What stands in for what, in a sentence; empty where nothing does."""
    names = {x.id: x.ingredient.name for x in before.lines}
    said = [
        f"no {inside(names[line])}" if rule == OUT else f"{inside(rule.name)} for {inside(names[line])}"
        for line, rule in plan.picks
        if line in names and rule != KEEP
    ]
    text = listed(said)
    return text[:1].upper() + text[1:]


@dataclass(frozen=True, slots=True)
class Solved:
    """Every pick put in and every amount solved, before there are words for it."""

    draft: Draft
    used: Mapping[str, Rule]
    ways: tuple[Way, ...]
    ledger: tuple[Entry, ...]
    said: tuple[str, ...]
    amounts: Amounts


def put_together(
    draft: Draft,
    picks: Mapping[str, Rule],
    ways: tuple[tuple[Wish, Reduction | None], ...] = (),
    style: Style | None = None,
    settled: Amounts | None = None,
) -> Solved:
    """Put the picked rules (line id to rule) and ways into a draft and solve all amounts together.

    settled holds amounts of lines as solved before, so that one line can be tried without solving all again.
    """
    formula = draft.formula
    used = {
        x.id: picks[x.id] for x in formula.lines
        if x.id in picks and picks[x.id].id != KEEP.id and (x.grams is not None or picks[x.id].id == OUT.id)
    }  # fmt: skip
    swapped, amounts = _swap(formula, used, ways, settled)
    result, taken = _with_ways(formula, swapped, ways)
    steps = [r.steps for r in used.values() if r.parts] + [w.way.steps for w in taken if w.way and w.share_pct > 0]
    process, said = _process(draft.process, steps, style)
    book = entries(ledger(formula.lines), ledger(result.lines), flour_of(formula))
    made = {**dict(draft.swaps), **{k: r.id for k, r in used.items()}}
    made |= {w.wish.need: w.way.id for w in taken if w.way and w.share_pct > 0}
    new = replace(draft, formula=result, process=process, swaps=tuple(made.items()))
    return Solved(new, used, taken, book, tuple(said), amounts)


def make(
    draft: Draft,
    needs: Wanted,
    picks: Mapping[str, Rule],
    ways: tuple[tuple[Wish, Reduction | None], ...] = (),
    style: Style | None = None,
) -> Plan:
    """The picks put together, with what changed, what it lacks and what is left to look up, in words."""
    done = put_together(draft, picks, ways, style)
    result = done.draft.formula
    method = [r.method for r in done.used.values() if r.method]
    method += [w.way.method for w in done.ways if w.way and w.way.method and w.share_pct > 0]
    return Plan(
        draft=done.draft,
        picks=tuple(done.used.items()),
        ways=done.ways,
        ledger=done.ledger,
        changes=changes(draft.formula, result, lambda ident, a, b: _why(ident, a, b, draft.formula, done)),
        method=tuple(dict.fromkeys([*method, *done.said])),
        unmet=tuple(_short(e) for e in done.ledger if not e.within)
        + tuple(_not_reached(w) for w in done.ways if not w.enough),
        left=tuple(x.id for x in broken(result.lines, needs)),
        labels=_labels(result, needs),
        state=state_of(result.lines, needs),
        brings=brings(draft.formula.lines, result.lines, needs),
    )


def _swap(
    formula: Formula,
    used: Mapping[str, Rule],
    ways: tuple[tuple[Wish, Reduction | None], ...],
    settled: Amounts | None,
) -> tuple[Formula, Amounts]:
    if not used:
        return formula, {}
    found = unknowns(formula, used, _held(ways), settled)
    grams = solve(found, fixed_ledger(formula, used), ledger(formula.lines), flour_of(formula))
    amounts: dict[str, tuple[float, ...]] = {}
    for u, g in zip(found, grams, strict=True):
        if not u.moves:
            amounts[u.line_id] = (*amounts.get(u.line_id, ()), g)
    return put_in(formula, used, found, grams), amounts


def _held(ways: tuple[tuple[Wish, Reduction | None], ...]) -> frozenset[Role]:
    """Roles that may not move to balance the rest, because a wish is about them."""
    about = {"less_sugar": (Role.SUGAR,), "less_sodium": (Role.SALT, Role.LEAVENING), "more_fibre": ()}
    return frozenset(r for w, _ in ways for r in about[w.need])


def _with_ways(
    original: Formula, swapped: Formula, ways: tuple[tuple[Wish, Reduction | None], ...]
) -> tuple[Formula, tuple[Way, ...]]:
    """Each wish in turn on the swapped formula, then the rest balanced around it as swaps are. What rounding and
    balancing take away again is aimed for in another round."""
    if not ways:
        return swapped, ()
    further: dict[str, float] = {}
    result: Formula = swapped
    taken: tuple[Way, ...] = ()
    for _ in range(ROUNDS):
        result, taken = _reduce(swapped, ways, further)
        result = _balanced(original, result, ways)
        taken = tuple(_judged(w, result) for w in taken)
        short = [w for w in taken if w.way is not None and not w.enough and w.share_pct < w.way.limit_pct - 1e-6]
        if not short or any(w.reached is None for w in short):
            break
        for w in short:
            further[w.wish.need] = further.get(w.wish.need, 0.0) + w.wish.wanted - (w.reached or 0.0)
    return result, taken


def _reduce(
    swapped: Formula, ways: tuple[tuple[Wish, Reduction | None], ...], further: Mapping[str, float]
) -> tuple[Formula, tuple[Way, ...]]:
    result = swapped
    taken: list[Way] = []
    for wish, way in ways:
        before = per_100g(result, wish.amount.counts)
        if way is None or (meets(wish, before) and wish.need not in further):
            taken.append(Way(wish, way, 0.0, before, meets(wish, before)))
            continue
        done = reduce(result, wish, way, max(wish.wanted + further.get(wish.need, 0.0), 0.0))
        result = done.formula
        taken.append(Way(wish, way, done.share_pct, done.reached, done.enough))
    return result, tuple(taken)


def _balanced(original: Formula, changed: Formula, ways: tuple[tuple[Wish, Reduction | None], ...]) -> Formula:
    """Small moves of what no wish is about, so that water and the rest stay where they were."""
    found = movable(changed, {}, _held(ways), [])
    now = ledger(changed.lines)
    grams = solve(found, now, ledger(original.lines), flour_of(original))
    return put_in(changed, {}, found, grams)


def _judged(way: Way, formula: Formula) -> Way:
    reached = per_100g(formula, way.wish.amount.counts)
    return replace(way, reached=reached, enough=meets(way.wish, reached))


def _process(process: Process, steps: list[Steps], style: Style | None) -> tuple[Process, list[str]]:
    """The process with what the swaps ask for: the strongest of each, not their sum."""
    said: list[str] = []

    def strongest(values: list[float]) -> float | None:
        return max(values, key=abs) if values else None

    oven = strongest([s.oven_k for s in steps if s.oven_k])
    minutes = strongest([s.minutes for s in steps if s.minutes])
    rest = strongest([s.rest_h for s in steps if s.rest_h])
    cooler = strongest([s.dough_temp_k for s in steps if s.dough_temp_k])
    oven_c = process.oven_c or (style.oven_c.typical if style else None)
    baked = process.minutes or (style.minutes.typical if style else None)
    if oven is not None and oven_c is not None:
        process = replace(process, oven_c=oven_c + oven)
        said.append(f"Oven {abs(oven):.0f} °C {'cooler' if oven < 0 else 'hotter'}: {oven_c + oven:.0f} °C.")
    if minutes is not None and baked is not None:
        process = replace(process, minutes=baked + minutes)
        said.append(f"Bake {minutes:g} min longer: {baked + minutes:g} min, or until the rim is firm.")
    if rest is not None and (process.rest_h or 0.0) < rest:
        process = replace(process, rest_h=rest)
        said.append(f"Rest the dough {rest * 60:.0f} min before shaping.")
    if cooler is not None and process.dough_temp_c is not None:
        process = replace(process, dough_temp_c=process.dough_temp_c + cooler)
        said.append(f"Dough {abs(cooler):.0f} °C cooler: {process.dough_temp_c:.0f} °C.")
    if any(s.mix == "melted" for s in steps) and process.method.startswith("creamed"):
        process = replace(process, method=Method.MELTED)
        said.append("Liquid fat holds no creamed air: mixed as a melted-fat dough.")
    return process, said


def _why(ident: str, a: Line | None, b: Line | None, before: Formula, done: Solved) -> str:
    old = {x.id: x for x in before.lines}
    used, book = done.used, done.ledger
    if ident in used:
        rule = used[ident]
        if b is None:
            return "left out" if not rule.parts else "gone into the lines of the same ingredient"
        return f"stands in for {a.ingredient.name}" if a else ""
    way = _way_of(ident, a, b, done)
    if way is not None:
        return f"{way.wish.amount.label}: {way.way.name.lower() if way.way else ''}"
    if b is not None and a is None:
        parent = next((i for i in used if ident.startswith(f"{i}-")), None)
        if parent is not None:
            return f"part of what stands in for {old[parent].ingredient.name}"
        return f"keeps {_kept(b, b.grams or 0.0, book)} near where it was"
    if a is None or b is None:
        return "moved to what stands in for it"
    change = (b.grams or 0.0) - (a.grams or 0.0)
    joins = [i for i, r in used.items() if any(p.ingredient == a.ingredient_id for p in r.parts)]
    if joins and change > 0:
        return f"{_signed(change)} g with what stands in for {old[joins[0]].ingredient.name}"
    return f"{_signed(change)} g keeps {_kept(a, change, book)} near where it was"


def _signed(grams: float) -> str:
    return f"{grams:+.1f}".replace("-", "−")


def _way_of(ident: str, a: Line | None, b: Line | None, done: Solved) -> Way | None:
    """The way to less or more that this line's change belongs to: what it takes from, or what it puts in."""
    for w in done.ways:
        if w.way is None or w.share_pct <= 0:
            continue
        if ident.startswith(f"{w.way.need}-") or (
            b is not None and any(p.ingredient == b.ingredient_id for p in w.way.parts)
        ):
            return w
        if a is not None and b is not None and takes_from(a, w.way) and (b.grams or 0.0) < (a.grams or 0.0):
            return w
    return None


def _kept(line: Line, change: float, book: tuple[Entry, ...]) -> str:
    """The function that would be furthest off without this change."""
    brings = [change * v / 100.0 for v in per_100(line.ingredient)]
    saved = [
        (abs((e.error - g) / e.tolerance) - abs(e.off)) if e.tolerance > 0 else 0.0
        for e, g in zip(book, brings, strict=True)
    ]
    return FUNCTIONS[saved.index(max(saved))].label.lower()


def _short(e: Entry) -> str:
    low, high = MISSING[e.function.key]
    way, words = ("short", low) if e.error < 0 else ("over", high)
    label = e.function.label
    return f"{label}: {abs(e.error):.1f} {e.function.unit} {way} ({e.before:.1f} before, {e.after:.1f} after): {words}."


def _not_reached(w: Way) -> str:
    a = w.wish.amount
    sign = "at most" if a.sign < 0 else "at least"
    wanted = f"{w.wish.wanted:.1f} {a.unit} of {a.counts} in 100 g"
    if w.reached is None:
        return f"{a.label.capitalize()}: an amount is unknown, so it can't be worked out. Fill it in."
    if w.way is None:
        return f"{a.label.capitalize()}: no way known here meets the other needs ({w.reached:.1f} {a.unit} in 100 g)."
    return (
        f"{a.label.capitalize()}: gets to {w.reached:.1f}, {sign} {wanted} was wished; {w.way.name.lower()} ends there."
    )


def _labels(formula: Formula, needs: Wanted) -> tuple[str, ...]:
    found: dict[str, None] = {}
    for x in formula.lines:
        for m in marks(x.ingredient, needs):
            if m.standing is Standing.UNSURE:
                found[f"{x.ingredient.name} ({m.label}): {m.words}"] = None
    return tuple(found)
