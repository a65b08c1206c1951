"""Reading the recipe files beside this one, and judging what the reader made of them line by line."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from pathlib import Path

from dough.facts.ingredients import table
from dough.facts.kitchen_measures import Habit
from dough.formats.opening import open_recipe
from dough.recipe.amounts import amounts_in
from dough.recipe.clauses import nameish
from dough.recipe.lines import Understood, read_line
from dough.recipe.names import called, match, words_of
from dough.recipe.text import RecipeText, read_recipe

HERE = Path(__file__).parent


@dataclass(frozen=True)
class Expected:
    ids: tuple[str, ...]
    grams: float | None
    span: tuple[float, float] | None
    filling: str
    asks: frozenset[str]
    steps: tuple[str, ...]


@dataclass(frozen=True)
class Case:
    name: str
    habit: Habit
    text: str
    lines: tuple[Expected, ...]
    facts: dict[str, list[str]]


def cases(folder: str) -> list[Case]:
    """The texts of a folder; several in one file stand apart by a line of equals signs."""
    found = []
    for path in sorted((HERE / folder).glob("*.txt")):
        blocks = path.read_text(encoding="utf-8").split("\n=====\n")
        found += [_case(path.stem if len(blocks) == 1 else f"{path.stem}, {n}", b) for n, b in enumerate(blocks, 1)]
    return found


def _case(name: str, block: str) -> Case:
    head, body = block.split("\n---\n", 1)
    text, _, wanted = body.rpartition("\n---\n")
    lines, facts = [], {}
    for row in wanted.strip().splitlines():
        if "|" in row:
            lines.append(_expected(row))
        else:
            key, *rest = row.split()
            facts[key] = rest
    return Case(name, Habit(head.split(":")[1].strip()), text, tuple(lines), facts)


def _expected(row: str) -> Expected:
    ids, grams, filling, asks, steps, *_ = [c.strip() for c in row.split("|")] + [""] * 5
    span = tuple(float(x) for x in grams.split("..")) if ".." in grams else None
    return Expected(
        tuple(x.strip() for x in ids.split(",")),
        None if span or grams == "?" else float(grams),
        (span[0], span[1]) if span else None,
        filling,
        frozenset(asks.split()),
        tuple(s.strip() for s in steps.split(",") if s.strip()),
    )


@dataclass
class Tally:
    """Lines right (or rightly asked), lines wanted, wrong ones without a word, questions asked, and what was wrong."""

    right: int = 0
    wanted: int = 0
    silent: int = 0
    asked: int = 0
    wrong: list[str] = field(default_factory=list)


def tally(folder: str) -> Tally:
    """Judge as a cook would: the ingredient, the amount (a weight within 2 %, a measure within 5 %), the filling where
    one is named; what is asked about is not wrong. Silent is wrong or lost without a word: nothing asks about it, and
    nothing says that the text names it."""
    return judged(cases(folder))


def judged(texts: Iterable[Case]) -> Tally:
    """The same of any texts."""
    found = Tally()
    for case in texts:
        # The way any text comes in: tables, pages and files of other programs are told apart first.
        read = open_recipe(case.text, case.habit).recipe
        got = list(read.lines)
        lost, left = [], []
        for want in case.lines:
            found.wanted += 1
            best = next((g for g in got if g.ingredient_id in want.ids and _same(want, g)), None)
            if best is None:
                left.append(want)
                continue
            got.remove(best)
            found.right += 1
            found.asked += bool(best.asks)
        # What asks what it is stands for the line of its weight before it may stand for one the table need not know.
        for want in sorted(left, key=lambda w: "?" in w.ids):
            best = next((g for g in got if "?" in want.ids and _same(want, g)), None)
            if best is not None:
                got.remove(best)
                found.right += 1
                found.asked += bool(best.asks)
                continue
            near = next((g for g in got if g.ingredient_id in want.ids), None)
            asked = next((g for g in got if "ingredient" in g.asks and _near(want, g)), None)
            if asked is not None:
                got.remove(asked)
            shown = any(_named_in(a, i) for a in read.overlooked for i in want.ids)
            shown = shown or any(u.ident in want.ids for u in read.unlisted)
            # “No sugar was read.”
            shown = shown or any(i in table() and f"no {table()[i].role}" in read.note.lower() for i in want.ids)
            if not ((near is not None and near.asks) or asked is not None or shown):
                lost.append(want)
            found.wrong.append(f"{case.name}: {want.ids}: {near or 'not found'}")
        lost = _not_shown(lost, read.overlooked)
        found.silent += _without_a_word(lost, [g for g in got if "ingredient" in g.asks])
        found.wrong += [f"{case.name}: also read {g.text!r}" for g in got if not g.asks]
        found.wrong += [f"{case.name}: {p}" for p in _facts(case, read)]
    return found


def _not_shown(lost: list[Expected], overlooked: tuple[str, ...]) -> list[Expected]:
    """The lost lines that none of the clauses shown as overlooked stands for: one whose name nobody knows stands for
    one line of its weight."""
    left = list(lost)
    for clause in overlooked:
        named = match(nameish(clause)).ident
        if named and not any(named in w.ids for w in left):
            continue
        grams = [read_line(clause, Habit.METRIC).grams or 0.0, *(a.quantity.low for a in amounts_in(clause))]
        stands = next(
            (w for w in left if w.grams is None or any(abs(g - w.grams) <= 0.05 * w.grams for g in grams)), None
        )
        left = [w for w in left if w is not stands]
    return left


def _without_a_word(lost: list[Expected], asked: list[Understood]) -> int:
    """How many lost lines no line stands for that asks what it is: each for one, where their weights may agree."""
    silent = 0
    for want in lost:
        stands = next((g for g in asked if None in (want.grams, g.grams) or _near(want, g)), None)
        if stands is None:
            silent += 1
        else:
            asked.remove(stands)
    return silent


def _near(want: Expected, got: Understood) -> bool:
    return want.grams is not None and got.grams is not None and abs(got.grams - want.grams) <= 0.05 * want.grams


def _named_in(clause: str, ident: str) -> bool:
    """Whether a clause that is shown as set aside names an ingredient, by its id or by any name of it."""
    said = set(words_of(clause))
    return ident in clause or any(set(words_of(name)) <= said for name in called(ident))


def _same(want: Expected, got: Understood) -> bool:
    if "?" in want.ids and "ingredient" in got.asks:
        return None in (want.grams, got.grams) or _near(want, got)
    if got.ingredient_id not in want.ids or ("ingredient" in got.asks and "*" not in want.asks):
        return False
    near = 0.05 if got.measured_by_volume else 0.02
    if want.grams is not None and (got.grams is None or abs(got.grams - want.grams) > near * want.grams):
        return False
    if want.span and (
        got.range_g is None or any(abs(a - b) > 0.05 * b for a, b in zip(got.range_g, want.span, strict=True))
    ):
        return False
    return (not want.filling or got.filling == want.filling) and (not want.steps or got.step in want.steps)


def problems(want: Expected, got: Understood) -> list[str]:
    """What is wrong with a line; empty when it is right."""
    found = []
    if want.ids == ("?",):
        if "ingredient" not in got.asks:
            found.append(f"took it for {got.ingredient_id} without asking")
    elif got.ingredient_id not in want.ids:
        found.append(f"ingredient {got.ingredient_id or 'none'}, wanted {'/'.join(want.ids)}")
    if want.grams is not None and (got.grams is None or abs(got.grams - want.grams) > 0.02 * want.grams):
        found.append(f"{got.grams} g, wanted {want.grams}")
    if want.span and (
        got.range_g is None or any(abs(a - b) > 0.02 * b for a, b in zip(got.range_g, want.span, strict=True))
    ):
        found.append(f"range {got.range_g}, wanted {want.span}")
    if want.filling and got.filling != want.filling:
        found.append(f"filling {got.filling or 'none'}, wanted {want.filling}")
    if frozenset(got.asks) != want.asks:
        found.append(f"asks {sorted(got.asks)}, wanted {sorted(want.asks)}")
    if want.steps and got.step not in want.steps:
        found.append(f"step {got.step}, wanted {'/'.join(want.steps)}")
    return found


def judge(case: Case) -> tuple[int, int, list[str]]:
    """(lines right, lines wanted, what was wrong). A line too many or too few counts as wrong."""
    read = read_recipe(case.text, case.habit)
    wrong, right = [], 0
    got = list(read.lines)
    for want in case.lines:
        best = next((g for g in got if not problems(want, g)), None)
        if best is not None:
            right += 1
            got.remove(best)
        else:
            near = next((g for g in got if g.ingredient_id in want.ids), None)
            why = f"{'; '.join(problems(want, near))} in {near.text}" if near else "not found"
            wrong.append(f"{case.name}: {want.ids}: {why}")
    for extra in got:
        if not any(extra.text in w for w in wrong):
            wrong.append(f"{case.name}: also read {extra.text!r} as {extra.ingredient_id or 'unknown'} {extra.asks}")
    wrong += [f"{case.name}: {p}" for p in _facts(case, read)]
    return right, len(case.lines), wrong


def _facts(case: Case, read: RecipeText) -> list[str]:
    found = []
    if "oven" in case.facts:
        value = float(case.facts["oven"][0])
        wanted = round((value - 32) / 1.8) if case.facts["oven"][1] == "F" else value
        if read.bake.oven_c != wanted or read.bake.fan != ("fan" in case.facts["oven"]):
            found.append(f"oven {read.bake.oven_c} fan {read.bake.fan}, wanted {wanted}")
    if "minutes" in case.facts:
        low, *high = [float(x) for x in case.facts["minutes"]]
        if read.bake.minutes != (low, (high or [low])[0]):
            found.append(f"minutes {read.bake.minutes}, wanted {case.facts['minutes']}")
    if "makes" in case.facts and read.bake.makes != int(case.facts["makes"][0]):
        found.append(f"makes {read.bake.makes}")
    if "portion" in case.facts and read.bake.portion_g != float(case.facts["portion"][0]):
        found.append(f"portion {read.bake.portion_g}")
    return found
