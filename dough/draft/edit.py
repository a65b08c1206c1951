"""What a cook can do to a formula, one function per verb. Each returns a new draft.

Editing flour grams keeps the other grams; ``scale`` keeps the percentages; changing one flour's
percentage takes from the other flours; a role's percentage moves its lines in proportion.
"""

from __future__ import annotations

from dataclasses import replace
from enum import StrEnum
from typing import Any

from dough.accounts.butter.creaming import mixer
from dough.accounts.composition import percent_of
from dough.accounts.formula import (
    MAX_GRAMS,
    MAX_LINES,
    USUAL_BOWL_LOSS_PCT,
    USUAL_CONTACT_SHARE_PCT,
    USUAL_STEP,
    Draft,
    Formula,
    Line,
    Liner,
    Method,
    Place,
    Shape,
    Shelf,
    Step,
    Unit,
)
from dough.accounts.ratios import rail_value
from dough.accounts.scaling import factor_for, resize
from dough.facts.entry import read, read_named
from dough.facts.errors import EntryError
from dough.facts.ingredients import Ingredient, Role, ingredient
from dough.facts.kitchen_measures import CupCalibration, Habit
from dough.facts.quantities import Quantity, quantity
from dough.recipe.amounts import tidy
from dough.recipe.counting import counted
from dough.recipe.entered import kitchen_measure
from dough.recipe.lines import read_line, understood
from dough.recipe.names import Match

NO_FLOUR = "There is no flour in this formula, so percentages have no base. Add flour, or type grams."
FLOUR_UNKNOWN = "A flour amount is unknown, so percentages have no base. Fill it in, or type grams."

PROCESS_NUMBERS = (
    "dough_temp_c", "rest_h", "portion_g", "start_diameter_mm", "start_thickness_mm", "oven_c", "minutes",
    "bang_minute", "rotate_minute", "bowl_loss_pct", "contact_share_pct", "butter_temp_c", "cream_minutes",
    "flour_minutes", "chill_h",
)  # fmt: skip
CHOICES: dict[str, type[StrEnum]] = {
    "method": Method, "rest_place": Place, "chill_place": Place, "shape": Shape, "liner": Liner, "shelf": Shelf,
}  # fmt: skip


def set_amount(
    draft: Draft,
    line_id: str,
    text: str | float | None,
    unit: Unit,
    habit: Habit = Habit.METRIC,
    cups: tuple[CupCalibration, ...] = (),
) -> Draft:
    """Set one line's amount in grams or baker's percent; empty or "?" makes it unknown.

    Cups, spoons, sticks, ounces and counted eggs are weighed by the habit's measures
    (dough.facts.kitchen_measures), and a range ("300 to 340") is kept with its middle as the weight.

    A percent of a flour line is its share of the flour, and takes from the other flours.
    """
    line = draft.formula.line(line_id)
    where = f"lines.{line_id}.{'grams' if unit == 'g' else 'percent'}"
    if line.ingredient.is_("unknown"):
        raise EntryError(where, "Say first what it is (press its name); the amount it was written with comes along.")
    measured = kitchen_measure(text, line, habit, cups)
    if measured is not None:
        said, weight, span = measured
        return _checked(_with_line(draft, replace(line.weighing(weight), said=said, range_g=span)), where)
    value = read(text, _as_field(text, unit), where)
    if value is None:
        return _with_line(draft, replace(line, grams=None, amount=None, unit="g", range_g=None, said=""))
    if _is_percent(text, unit):
        if line.ingredient.flour_base and line.in_dough:
            return _share_flour(draft, line, value, where)
        grams = _base(draft.formula, where) * value / 100.0
        return _checked(
            _with_line(draft, replace(line, grams=_grams(grams), amount=value, unit="%", range_g=None, said="")), where
        )
    return _with_line(draft, replace(line, grams=_grams(value), amount=value, unit="g", range_g=None, said=""))


def set_role_percent(draft: Draft, role: Role, percent: float) -> Draft:
    """Move all lines of a role in proportion so that its rail reads this baker's percentage.

    The rail's figure is the role's mass, for fat its butter equivalent (see balance.rail_value).
    When the lines are all zero they share it equally. Raises EntryError when the role is empty, when
    one of its amounts is unknown, or when there is no flour.
    """
    where = f"roles.{role}"
    value = read(percent, quantity("percent"), where)
    lines = draft.formula.of_role(role)
    if not lines or value is None:
        raise EntryError(where, f"There is no {role} line to change. Add one first.")
    if any(x.grams is None for x in lines):
        raise EntryError(where, f"A {role} amount is unknown, so the rail cannot move it. Fill it in first.")
    base = _base(draft.formula, where)
    now = rail_value(draft.formula, role) or 0.0
    if now > 0:
        moved = {x.id: (x.grams or 0.0) * value / now for x in lines}
    else:
        moved = {x.id: base * value / 100.0 / len(lines) for x in lines}
    changed = tuple(x.weighing(moved[x.id]) if x.id in moved else x for x in draft.formula.lines)
    return _checked(replace(draft, formula=Formula(changed)), where)


def scale(draft: Draft, dough_text: str | float | None) -> Draft:
    """Scale every known line so that the dough weighs this much; percentages stay.

    Tops and finishes scale along. Raises EntryError when an amount is unknown or the dough is empty.
    """
    return resize(draft, factor_for(draft, "dough", dough_text))


def add_line(
    draft: Draft, line_id: str, ingredient_id: str, step: str | None = None, own: Ingredient | None = None
) -> Draft:
    """Add a line of unknown amount after the last of its role; its step is the usual one unless given."""
    row = own or ingredient(ingredient_id, "add")
    if len(draft.formula.lines) >= MAX_LINES:
        raise EntryError("add", f"A formula holds up to {MAX_LINES} lines. Remove one first.")
    if any(x.id == line_id for x in draft.formula.lines):
        raise EntryError("add", "That line is already there.")
    when = _step(step, "add") if step else USUAL_STEP[row.role]
    line = Line(line_id, row.id, None, when, ingredient_version=row.version, own=own)
    lines = list(draft.formula.lines)
    after = [i for i, x in enumerate(lines) if x.role is row.role]
    lines.insert(after[-1] + 1 if after else len(lines), line)
    return replace(draft, formula=Formula(tuple(lines)))


def remove_line(draft: Draft, line_id: str) -> Draft:
    """Take a line out."""
    draft.formula.line(line_id)
    return replace(draft, formula=Formula(tuple(x for x in draft.formula.lines if x.id != line_id)))


def change_ingredient(
    draft: Draft,
    line_id: str,
    ingredient_id: str,
    own: Ingredient | None = None,
    habit: Habit = Habit.METRIC,
    cups: tuple[CupCalibration, ...] = (),
) -> Draft:
    """Put another ingredient in a line's place, grams kept. own is the cook's own one of that id.

    Where it was not known what the line is, the amount it was written with is weighed now, if it can be.
    """
    row = own or ingredient(ingredient_id, f"lines.{line_id}.ingredient")
    line = draft.formula.line(line_id)
    step = line.step if line.role is row.role else USUAL_STEP[row.role]
    changed = replace(line, ingredient_id=row.id, ingredient_version=row.version, step=step, own=own)
    if not line.ingredient.is_("unknown") or row.is_("unknown"):
        return _with_line(draft, changed)
    now, written = replace(changed, said=""), read_line(tidy(line.said), habit, line.step, cups)
    known = Match(row.id, row.name, "", "", (), (), 1.0)
    amounts = tuple(counted(q, row.id, written.text) for q in written.quantities)
    meant = understood(written.text, known, amounts, written.filling, habit, step, cups, item=row)
    if meant.grams is None:
        return _with_line(draft, now)
    weighed = replace(now.weighing(meant.grams), said=line.said, range_g=meant.range_g)
    return _checked(_with_line(draft, weighed), f"lines.{line_id}.grams")


def set_step(draft: Draft, line_id: str, step: str) -> Draft:
    """Say when a line goes in."""
    line = draft.formula.line(line_id)
    return _with_line(draft, replace(line, step=_step(step, f"lines.{line_id}.step")))


def dismiss(draft: Draft, key: str, reason: str) -> Draft:
    """Set a finding aside with the cook's reason; without a reason it is taken up again."""
    others = tuple(d for d in draft.dismissed if d[0] != key)
    if len(others) >= MAX_LINES:
        raise EntryError("dismissed", "That many findings cannot be set aside. Take some up again first.")
    said = reason.strip()[:200]
    return replace(draft, dismissed=(*others, (key[:60], said)) if said else others)


def move_line(draft: Draft, line_id: str, to: int) -> Draft:
    """Put a line at another place among the lines, counted from 0; a place past the end is the end."""
    line = draft.formula.line(line_id)
    others = [x for x in draft.formula.lines if x.id != line_id]
    others.insert(min(max(to, 0), len(others)), line)
    return replace(draft, formula=Formula(tuple(others)))


def set_leaveners(draft: Draft, grams: dict[str, float]) -> Draft:
    """Put these leaveners (ingredient id to grams) in the place of soda, powder and tartar; none at 0."""
    lines: list[Line] = []
    left = {k: v for k, v in grams.items() if v > 0}
    for x in draft.formula.lines:
        if not x.in_dough or not x.ingredient.is_("soda", "powder", "tartar"):
            lines.append(x)
        elif x.ingredient_id in left:
            lines.append(x.weighing(left.pop(x.ingredient_id)))
    result = replace(draft, formula=Formula(tuple(lines)))
    for ident, amount in left.items():
        name = free_id(result.formula)
        result = add_line(result, name, ident)
        result = _checked(_with_line(result, result.formula.line(name).weighing(amount)), "leavening")
    return result


def recover(draft: Draft, total_text: str | float | None, share: float = 1.0) -> Draft:
    """Work out the one unknown line from a known total of the dough, or of a share of it (0.5: a half batch).

    Raises EntryError unless exactly one line of the dough is unknown and the total leaves something for it.
    """
    where = "recover"
    unknown = [x for x in draft.formula.lines if x.in_dough and x.grams is None]
    if len(unknown) != 1:
        names = ", ".join(x.ingredient.name for x in unknown[:4]) or "none"
        raise EntryError(where, f"A total gives back one unknown line; unknown here: {names}.")
    if not 0.0 < share <= 1.0:
        raise EntryError(where, "Say whether the total is of the whole dough or of half of it.")
    total = read_named(total_text, "dough_g", where)
    if total is None:
        raise EntryError(where, "Type the weight the whole dough, or half of it, came to.")
    left = total / share - sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough)
    if left <= 0:
        raise EntryError(where, f"The known lines already weigh {-left:.0f} g more than that. Check the total.")
    line = unknown[0].weighing(left)
    return _checked(_with_line(draft, replace(line, said=f"from a known total of {total:g} g")), where)


def free_id(formula: Formula) -> str:
    used = {x.id for x in formula.lines}
    return next(f"l{n}" for n in range(1, MAX_LINES + 2) if f"l{n}" not in used)


def set_process(draft: Draft, name: str, value: str | float | bool | None) -> Draft:
    """Change one field of the process. Raises EntryError for a name or value that makes no sense."""
    where = f"process.{name}"
    process = draft.process
    if name in PROCESS_NUMBERS:
        if isinstance(value, bool):
            raise EntryError(where, f"{quantity(name).label} is a number.")
        number = read_named(value, name, where)
        if name == "bowl_loss_pct":
            number = USUAL_BOWL_LOSS_PCT if number is None else number
        if name == "contact_share_pct":
            number = USUAL_CONTACT_SHARE_PCT if number is None else number
        return _with_process(draft, name, number)
    if name == "mixer" and isinstance(value, str):
        return _with_process(draft, name, mixer(value).kind if value else "")
    if name == "fan" and isinstance(value, bool):
        return replace(draft, process=replace(process, fan=value))
    if name in ("oven_id", "tray_id") and (value is None or (isinstance(value, int) and not isinstance(value, bool))):
        return _with_process(draft, name, value)
    try:
        if name in CHOICES:
            return _with_process(draft, name, CHOICES[name](str(value)))
    except ValueError:
        raise EntryError(where, f"“{str(value)[:40]}” is not a choice here. Pick one from the list.") from None
    raise EntryError(where, "That is not something the process holds.")


def _with_process(draft: Draft, name: str, value: Any) -> Draft:
    return replace(draft, process=replace(draft.process, **{name: value}))


def _as_field(text: str | float | None, unit: Unit) -> Quantity:
    return quantity("percent") if _is_percent(text, unit) else quantity("grams")


def _is_percent(text: str | float | None, unit: Unit) -> bool:
    """The box says the unit, but a typed unit wins: “20 %” in the grams box is a percentage."""
    if isinstance(text, str):
        typed = text.strip().lower()
        if typed.endswith(("%", "percent")):
            return True
        if typed.endswith(("g", "gram", "grams", "oz", "lb")):
            return False
    return unit == "%"


def _share_flour(draft: Draft, line: Line, share: float, where: str) -> Draft:
    flours = draft.formula.flour_lines
    base = _base(draft.formula, where)
    others = [x for x in flours if x.id != line.id]
    if share > 100:
        raise EntryError(where, "One flour cannot be more than 100 % of the flour. Type 100 or less, or type grams.")
    if not others:
        if share == 100:
            return draft
        raise EntryError(where, "This is the only flour, so it is 100 %. Add another flour, or type grams.")
    rest = sum(x.grams or 0.0 for x in others)
    left = base * (1.0 - share / 100.0)
    changed: dict[str, float] = {line.id: base * share / 100.0}
    for other in others:
        changed[other.id] = left / len(others) if rest == 0 else (other.grams or 0.0) * left / rest
    lines = tuple(x.weighing(changed[x.id]) if x.id in changed else x for x in draft.formula.lines)
    return replace(draft, formula=Formula(lines))


def _base(formula: Formula, where: str) -> float:
    if not formula.flour_lines:
        raise EntryError(where, NO_FLOUR)
    base = formula.flour_g
    if base is None:
        unknown = any(x.grams is None for x in formula.flour_lines)
        raise EntryError(where, FLOUR_UNKNOWN if unknown else NO_FLOUR)
    return base


def _with_line(draft: Draft, line: Line) -> Draft:
    lines = tuple(line if x.id == line.id else x for x in draft.formula.lines)
    return replace(draft, formula=Formula(lines))


def _checked(draft: Draft, where: str) -> Draft:
    if any(x.grams is not None and x.grams > MAX_GRAMS for x in draft.formula.lines):
        raise EntryError(where, f"That would put more than {MAX_GRAMS:,.0f} g in one line.")
    return draft


def _step(step: str, where: str) -> Step:
    try:
        return Step(step)
    except ValueError:
        raise EntryError(where, f"“{step[:40]}” is not a step. Pick one from the list.") from None


def _grams(value: float) -> float:
    return round(value, 2)


def line_percent(formula: Formula, line: Line) -> float | None:
    """Baker's percentage of a line; None when it or the flour is unknown, or there is no flour."""
    return percent_of(line.grams, formula.flour_g)
