"""The process in plain words, for somebody who was not there: what goes in when, how warm, how long, and why it
matters."""

from __future__ import annotations

from dough.accounts.formula import Draft, Formula, Line, Liner, Method, Place, Process, Shape, Step
from dough.facts.ingredients import Role
from dough.facts.said import inside, listed

#: A fan oven is set this much lower than a still one for the same bake, K (rule of thumb, M).
FAN_K = 20.0
PLACES = {Place.COUNTER: "on the counter", Place.FRIDGE: "in the fridge", Place.FREEZER: "in the freezer"}
LINERS = {
    Liner.PAPER: "lined with baking paper", Liner.BARE: "bare", Liner.SILICONE: "with a silicone mat",
    Liner.PERFORATED: "with a perforated mat", Liner.FOIL: "lined with foil",
}  # fmt: skip
SHAPES = {
    Shape.BALL: "Roll {portion} portions into balls", Shape.PUCK: "Press {portion} portions into pucks",
    Shape.PIPED: "Pipe {portion} portions", Shape.SLICE: "Shape a log and cut {portion} slices",
    Shape.ROLLED: "Roll the dough out and cut pieces of {portion}", Shape.SLAB: "Press the dough into its tin",
}  # fmt: skip


def both(celsius: float) -> str:
    """“175 °C (347 °F)”, the Fahrenheit of an oven to its five degrees."""
    fahrenheit = celsius * 1.8 + 32.0
    shown = 5 * round(fahrenheit / 5) if celsius >= 80 else round(fahrenheit)
    return f"{celsius:.0f} °C ({shown:.0f} °F)"


def said_name(line: Line) -> str:
    """A line's name inside a sentence; a cook's own words stay as they are."""
    name = line.ingredient.name
    return name if line.own is not None or name.startswith("“") else inside(name)


def named(formula: Formula, step: Step, *, without: tuple[Role, ...] = ()) -> str:
    """What goes in at a step, in words; empty when nothing does."""
    there = (x for x in formula.lines if x.step is step and x.role not in without and x.grams != 0)
    return listed(said_name(x) for x in there)


def card_steps(draft: Draft) -> tuple[str, ...]:
    """Every step from the butter to the rack, with the process's own figures; what nobody has said is left out."""
    p, f = draft.process, draft.formula
    found = [*_mixing(f, p), *_later(f, p), *_shaped(p)]
    top = named(f, Step.TOP)
    if top:
        found.append(f"Top with {top}.")
    if p.chill_h:
        found.append(f"Chill the pieces {hours(p.chill_h)} {PLACES[p.chill_place]}, until they are cold to the middle.")
    found += _baked(p)
    finish = named(f, Step.FINISH)
    if finish:
        found.append(f"When they are cold, finish with {finish}.")
    return tuple(found)


def _mixing(f: Formula, p: Process) -> list[str]:
    fat = listed(said_name(x) for x in f.lines if x.step is Step.CREAM and x.role is Role.FAT) or "the fat"
    rest = named(f, Step.CREAM, without=(Role.FAT,))
    with_rest = f" with {rest}" if rest else ""
    at = "" if p.butter_temp_c is None else f", at {both(p.butter_temp_c)},"
    minutes = "" if p.cream_minutes is None else f" for {p.cream_minutes:g} minutes"
    match p.method:
        case Method.MELTED:
            return [f"Melt {fat}: hot fat burns, stay with it. Let it cool{_to(p)}, then stir{_in(rest)}{minutes}."]
        case Method.BROWNED_RESET:
            return [
                f"Brown {fat} until it smells of nuts: hot fat burns, stay with it. Weigh it again, as water is lost.",
                f"Let it set{_to(p)}, then cream it{with_rest}{minutes}.",
            ]
        case Method.RUBBED_IN:
            return [f"Rub {fat}{at} into the dry mix{with_rest} until it looks like crumbs."]
        case Method.PROCESSOR:
            return [f"Run {fat}{at}{with_rest} in a processor{minutes}."]
        case Method.CREAMED_COLD:
            return [f"Beat {fat}{at}{with_rest}{minutes}, until just smooth; don't beat air in."]
        case _:
            return [f"Cream {fat}{at}{with_rest}{minutes}, until pale and larger."]


def _to(p: Process) -> str:
    return "" if p.butter_temp_c is None else f" to {both(p.butter_temp_c)}"


def _in(rest: str) -> str:
    return f" in {rest}" if rest else " it smooth"


def _later(f: Formula, p: Process) -> list[str]:
    found = []
    egg, dry, folded = (named(f, s) for s in (Step.EGG, Step.DRY, Step.FOLD_IN))
    if egg:
        found.append(f"Beat in {egg}, one after another, each gone before the next.")
    if dry:
        more = "" if not p.flour_minutes else f", then mix on for {p.flour_minutes:g} minutes"
        found.append(f"Mix {dry} together, add them and stop when the flour just vanishes{more}.")
    if folded:
        found.append(f"Fold in {folded}.")
    if p.dough_temp_c is not None and not p.rest_h and not p.chill_h:
        found.append(f"The dough should be at {both(p.dough_temp_c)} when it goes in the oven.")
    if p.rest_h:
        found.append(f"Cover and rest the dough {hours(p.rest_h)} {PLACES[p.rest_place]}.")
    return found


def _shaped(p: Process) -> list[str]:
    if p.shape is None and p.portion_g is None:
        return []
    portion = f"{p.portion_g:g} g" if p.portion_g else "equal"
    words = SHAPES[p.shape].format(portion=portion) if p.shape else f"Divide into {portion} portions"
    size = []
    if p.start_diameter_mm:
        size.append(f"{p.start_diameter_mm:g} mm across")
    if p.start_thickness_mm:
        size.append(f"{p.start_thickness_mm:g} mm thick")
    return [f"{words}{', ' + ', '.join(size) if size else ''}: one weight, so that all are done together."]


def _baked(p: Process) -> list[str]:
    if p.oven_c is None:
        return []
    if p.fan:
        set_to = f"{both(p.oven_c)} with fan (without a fan about {both(p.oven_c + FAN_K)}, a rule of thumb)"
    else:
        set_to = f"{both(p.oven_c)} without fan (with a fan about {both(p.oven_c - FAN_K)}, a rule of thumb)"
    minutes = f" for {p.minutes:g} minutes" if p.minutes else ""
    turned = f", turning the tray at {p.rotate_minute:g} minutes" if p.rotate_minute else ""
    banged = f", knocking it on the shelf at {p.bang_minute:g} minutes" if p.bang_minute else ""
    return [
        f"Heat the oven to {set_to} until its walls are hot too, some 20 minutes; believe a thermometer, not the dial.",
        f"Bake on a tray {LINERS[p.liner]}, {p.shelf} shelf{minutes}{turned}{banged}.",
    ]


def hours(value: float) -> str:
    """“40 minutes”, “1 hour”, “12 hours”, “2 days”."""
    if value < 1:
        return f"{60 * value:.0f} minutes"
    if value >= 48 and value % 24 == 0:
        return f"{value / 24:.0f} days"
    return f"{value:g} hour{'s' if value != 1 else ''}"
