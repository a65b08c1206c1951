"""Whether a draft or a target can be kept: every value in reach, every ingredient known.

Boxes are read by ``dough.facts.entry`` one at a time; this checks whole documents that come from elsewhere.
"""

from __future__ import annotations

import math
from dataclasses import fields

from dough.accounts.butter.creaming import mixers
from dough.accounts.formula import MAX_GRAMS, MAX_LINES, Draft, Formula, Line, Process
from dough.draft.target import Target
from dough.facts.entry import read_named
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.limits import check_limits
from dough.facts.needs import NEEDS
from dough.facts.quantities import keys_of, of_role


def check_draft(draft: Draft) -> None:
    """Raise EntryErrors for lines or process values that cannot be kept."""
    problems = formula_problems(draft.formula) + process_problems(draft.process)
    if problems:
        raise EntryErrors(problems)


def check_target(target: Target) -> None:
    """Raise EntryErrors for sizes or scores out of reach."""
    problems = [
        problem
        for f in fields(target.cookie)
        if (problem := _problem(getattr(target.cookie, f.name), f.name, f"target.{f.name}"))
    ]
    for name in ("portion_g", *keys_of("wish")):
        problem = _problem(getattr(target, name), name, f"target.{name}")
        if problem:
            problems.append(problem)
    strange = [n for n in target.needs if n not in NEEDS]
    if strange:
        problems.append(EntryError("target.needs", f"“{strange[0][:40]}” is not a need known here."))
    try:
        check_limits(target.limits)
    except EntryError as error:
        problems.append(error)
    if problems:
        raise EntryErrors(problems)


def process_problems(process: Process) -> list[EntryError]:
    """One error for each process value out of reach."""
    boxes = [q.key for q in of_role("process") if q.measures != "choice"]
    found = (_problem(getattr(process, name), name, f"process.{name}") for name in boxes)
    problems = [problem for problem in found if problem is not None]
    if process.mixer and process.mixer not in mixers():
        problems.append(EntryError("process.mixer", "That mixer is not known here. Pick one from the list."))
    return problems


def formula_problems(formula: Formula) -> list[EntryError]:
    """One error for each line that cannot be kept: unknown ingredient, senseless amount, too many."""
    problems: list[EntryError] = []
    if len(formula.lines) > MAX_LINES:
        count = len(formula.lines)
        problems.append(EntryError("lines", f"A formula holds up to {MAX_LINES} lines; this one has {count}."))
    seen: set[str] = set()
    for line in formula.lines:
        if line.id in seen:
            problems.append(EntryError(f"lines.{line.id}", "Two lines share one id. Remove one and add it again."))
        seen.add(line.id)
        problem = _line_problem(line)
        if problem is not None:
            problems.append(problem)
    return problems


def _line_problem(line: Line) -> EntryError | None:
    try:
        name = line.ingredient.name
    except EntryError as error:
        return error
    for value in (line.grams, line.amount, *(line.range_g or ())):
        if value is not None and (not math.isfinite(value) or not 0 <= value <= MAX_GRAMS):
            where = f"lines.{line.id}.amount"
            return EntryError(where, f"{name}: grams go from 0 to {MAX_GRAMS:,.0f}. Clear it if unknown.")
    if line.range_g is not None and line.range_g[0] > line.range_g[1]:
        return EntryError(f"lines.{line.id}.amount", f"{name}: a range goes from the smaller to the larger amount.")
    return None


def _problem(value: float | None, name: str, where: str) -> EntryError | None:
    try:
        read_named(value, name, where)
    except EntryError as error:
        return error
    return None
