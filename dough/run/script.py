"""The script of a run: what is weighed, done, waited for and baked, in order; frozen when the run starts.

Tolerances are by what the forecast makes of an error: the grams of a line that move the cookie by a fraction of a clear
miss, never finer than a scale reads (a gram of soda is not a gram of sugar).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from dough.accounts.butter.feel import feels
from dough.accounts.butter.mixing import CONSISTENCY
from dough.accounts.formula import Draft, Formula, Line, Step
from dough.accounts.needs.verdict import marks
from dough.bake.batch import bake
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase, bake_inputs
from dough.bake.model import end_values
from dough.facts.cookie import ATTRIBUTES
from dough.facts.errors import EntryErrors
from dough.facts.kitchen_measures import CupCalibration
from dough.facts.needs import NOTHING, Wanted
from dough.facts.quantities import quantity
from dough.facts.staples import EGG, MILK, PLAIN_FLOUR, staple
from dough.plan.loads import Load
from dough.plan.steps import PlanStep, Steps, usual
from dough.run.spooned import Spooned, spooned

#: An error that moves the cookie by this many clear misses (root mean square) is as far as a weighing may be off.
MAY_MOVE = 0.12
#: A line is weighed to within these shares of itself, whatever the forecast says of it; tried by this share.
TIGHTEST, WIDEST, TRIED = 0.005, 0.05, 0.06
#: A scale's step may be this share of a line before it is told that the scale is too coarse for it.
COARSE = 0.2
ORDER = (Step.CREAM, Step.EGG, Step.DRY, Step.FOLD_IN, Step.TOP, Step.FINISH)
#: Lines that can be taken out of the bowl again with a spoon: dry ones lie on top, wet ones are in.
SPOONED = ("flour", "sugar", "leavening", "salt", "fold-in", "flavour")


@dataclass(frozen=True, slots=True)
class Weighing:
    """One line to weigh: its role, grams wanted, how far it may be off either way, its range where it goes by feel,
    what is said of it, whether it can be spooned back, what a need says (an allergen, a label to read), and how much it
    is in cups and spoons."""

    line: str
    ingredient: str
    role: str
    name: str
    grams: float
    tolerance_g: float
    low_g: float | None
    high_g: float | None
    said: str
    back: bool
    marks: tuple[str, ...]
    spooned: Spooned | None = None


@dataclass(frozen=True, slots=True)
class Spoon:
    """Something that may go in on the spot: its id and name, and how much a first spoonful is, g."""

    ingredient: str
    name: str
    grams: float


@dataclass(frozen=True, slots=True)
class Asked:
    """Something that is measured: the quantity's key, label and unit."""

    key: str
    label: str
    unit: str


@dataclass(frozen=True, slots=True)
class BenchStep:
    """One thing on the bench. kind: weigh, do, wait or bake; minutes as planned; lines are weighed in it; why and what
    to watch in words; load and pieces for what is baked; reads is the temperature that is read in it, feels how it may
    feel, spoons what may go in on the spot, measures what is measured."""

    id: str
    name: str
    kind: str
    minutes: float
    words: str = ""
    lines: tuple[Weighing, ...] = ()
    load: int = 0
    pieces: int = 0
    look_min: float | None = None
    turn_min: float | None = None
    bang_min: float | None = None
    reads: str = ""
    feels: tuple[str, ...] = ()
    spoons: tuple[Spoon, ...] = ()
    measures: tuple[Asked, ...] = ()


@dataclass(frozen=True)
class Script:
    """All steps of a run, the bake's planned minutes, oven and portion; width_mm, height_mm, the first good and best
    minute and the core then are what the forecast said when it started (None: it said nothing)."""

    steps: tuple[BenchStep, ...]
    portion_g: float
    pieces: int
    bake_min: float
    oven_c: float
    width_mm: float | None = None
    height_mm: float | None = None
    first_min: float | None = None
    best_min: float | None = None
    core_c: float | None = None

    def step(self, ident: str) -> BenchStep | None:
        return next((s for s in self.steps if s.id == ident), None)

    def weighing(self, line: str) -> Weighing | None:
        """A line to weigh, wherever it goes in."""
        return next((w for s in self.steps for w in s.lines if w.line == line), None)


WEIGH_NAMES = {
    Step.CREAM: "Weigh for creaming", Step.EGG: "Weigh egg and liquid", Step.DRY: "Weigh the dry mix",
    Step.FOLD_IN: "Weigh the fold-ins", Step.TOP: "Weigh the tops", Step.FINISH: "Weigh the finish",
}  # fmt: skip
#: Which weighing comes right before which step of the plan.
BEFORE = {Step.CREAM: "cream", Step.EGG: "egg", Step.DRY: "flour", Step.FOLD_IN: "fold", Step.TOP: "shape"}
#: A first spoonful against the flour (the cures of ``accounts.butter.mixing``), and what a spoon may hold.
SPOON = 0.02
STAPLES = {"egg": EGG, "milk": MILK, "flour": PLAIN_FLOUR}
#: What is done once the cookies are cold.
MEASURE = "measure"
MEASURED = ("row_of", "row_mm", "stack_of", "stack_mm", "mass_before_g", "mass_after_g")
#: Steps of a plan that are marks within a bake, or moments beside it, not steps of their own at the bench.
INSIDE = ("look", "turn", "bang", "out", "in")


def script_of(
    setting: Setting, steps: Steps, loads: Sequence[Load], factor: float, portion_g: float, wanted: Wanted = NOTHING,
    reads_g: float = 1.0, cups: tuple[CupCalibration, ...] = (),
) -> Script:  # fmt: skip
    """The script of a plan: its draft times factor, its loads in the oven. reads_g is what the scale reads to, cups the
    kitchen's own."""
    draft = _scaled(setting.draft, factor)
    tolerances = tolerances_g(setting, factor, reads_g)
    marked = {_name(s): s.minute_of_load for s in steps.steps}
    found: list[BenchStep] = []
    weighed: set[Step] = set()

    def weigh(step: Step) -> None:
        lines = tuple(_weighing(x, tolerances, wanted, cups) for x in draft.formula.lines if x.step is step and x.grams)
        if lines and step not in weighed:
            found.append(BenchStep(f"weigh_{step.value.replace('-', '_')}", WEIGH_NAMES[step], "weigh", 0.0, "", lines))
        weighed.add(step)

    for s in steps.steps:
        name = _name(s)
        base = name.rstrip("0123456789").rstrip("_")
        if base in INSIDE or name.startswith("weigh"):
            continue
        for step, at in BEFORE.items():
            if base == at:
                weigh(step)
        if base == "bake":
            load = int(name.removeprefix("bake_")) if name != base else 1
            mark = name.removeprefix("bake")
            found.append(
                BenchStep(
                    name, s.name, "bake", s.task.minutes, s.source, load=load, pieces=loads[load - 1].pieces,
                    look_min=marked.get(f"look{mark}"), turn_min=marked.get(f"turn{mark}"),
                    bang_min=draft.process.bang_minute,
                )
            )  # fmt: skip
        else:
            found.append(_asking(name, base, s, draft))
    for step in ORDER:
        weigh(step)
    row = usual()[MEASURE]
    asked = tuple(Asked(q.key, q.label, q.unit) for q in map(quantity, MEASURED))
    found.append(BenchStep(MEASURE, row.name, "do", row.minutes, row.watch, measures=asked))
    p = draft.process
    minutes = next((s.minutes for s in found if s.kind == "bake"), p.minutes or 12.0)
    return Script(tuple(found), portion_g, sum(x.pieces for x in loads), minutes, p.oven_c or 180.0)


def _name(s: PlanStep) -> str:
    return s.task.id.split(":", 1)[1]


def _asking(name: str, base: str, s: PlanStep, draft: Draft) -> BenchStep:
    """A step of hands or waiting with what the bench asks of it (data/plan_steps.csv): words for butter and dough are
    those the butter strip and the schools of mixing use."""
    row = usual().get(base)
    kind = "do" if s.task.hands_on else "wait"
    if row is None:
        return BenchStep(name, s.name, kind, s.task.minutes, s.source)
    words = {"butter": tuple(f.short for f in feels()), "dough": tuple(w for w, _ in CONSISTENCY)}
    felt = words.get(row.feels, tuple(row.feels.split(";")) if row.feels else ())
    grams = round(SPOON * (draft.formula.flour_g or 250.0), 1)
    spoons = tuple(Spoon(STAPLES[x], staple(STAPLES[x]).name, grams) for x in row.spoons)
    return BenchStep(
        name, s.name, kind, s.task.minutes, row.watch or s.source, reads=row.reads, feels=felt, spoons=spoons
    )


def _scaled(draft: Draft, factor: float) -> Draft:
    lines = tuple(x if x.grams is None else x.weighing(x.grams * factor) for x in draft.formula.lines)
    return replace(draft, formula=Formula(lines))


def _weighing(x: Line, tolerances: dict[str, float], wanted: Wanted, cups: tuple[CupCalibration, ...]) -> Weighing:
    said = tuple(f"{m.label}: {'not met' if m.standing.value == 'breaks' else 'read the label'}"
                 for m in marks(x.ingredient, wanted))  # fmt: skip
    low, high = x.range_g or (None, None)
    return Weighing(
        x.id, x.ingredient_id, x.role.value, x.ingredient.name, x.grams or 0.0, tolerances.get(x.id, 1.0), low, high,
        x.said, x.role.value in SPOONED, said, spooned(x.ingredient, x.grams or 0.0, cups=cups),
    )  # fmt: skip


def tolerances_g(setting: Setting, factor: float, reads_g: float) -> dict[str, float]:
    """How far each line may be off, g, at the scaled size: what moves the forecast by ``MAY_MOVE`` clear misses."""
    lines = [x for x in setting.draft.formula.lines if x.grams]
    usual = {x.id: _held(0.02 * (x.grams or 0.0), x, factor, reads_g) for x in lines}
    case = setting.case()
    if isinstance(case, NoCase):
        return usual
    mixed = [x for x in lines if x.in_dough]
    try:
        moved = [setting.with_draft(_off(setting.draft, x.id)).case() for x in mixed]
        cases = [case, *(c for c in moved if not isinstance(c, NoCase))]
        if len(cases) != len(mixed) + 1:
            return usual
        baked = bake([bake_inputs(c) for c in cases], learned=[c.taught.learned for c in cases])
        ends = end_values(baked, [c.taught for c in cases])
    except EntryErrors:
        return usual
    found = dict(usual)
    for i, x in enumerate(mixed, 1):
        misses = [((ends[a.key][i] - ends[a.key][0]) / a.step) ** 2 for a in ATTRIBUTES]
        moves = (sum(misses) / len(misses)) ** 0.5
        grams = TRIED * (x.grams or 0.0) * MAY_MOVE / max(moves, 1e-6)
        found[x.id] = _held(grams, x, factor, reads_g)
    return found


def _held(grams: float, x: Line, factor: float, reads_g: float) -> float:
    whole = (x.grams or 0.0) * factor
    return max(min(max(grams * factor, TIGHTEST * whole), WIDEST * whole), reads_g / 2.0)


def _off(draft: Draft, ident: str) -> Draft:
    lines: Sequence[Line] = [
        x.weighing((x.grams or 0.0) * (1.0 + TRIED)) if x.id == ident else x for x in draft.formula.lines
    ]
    return replace(draft, formula=Formula(tuple(lines)))


def too_coarse(grams: float, reads_g: float) -> str:
    """What to do where a scale is too coarse for an amount; empty where it is not."""
    if grams <= 0 or reads_g <= COARSE * grams:
        return ""
    off = 100.0 * reads_g / 2.0 / grams
    return (
        f"The scale reads to {reads_g:g} g: {grams:.1f} g could be off by {off:.0f} %. Weigh a tenfold mix "
        f"({10.0 * grams:.1f} g with nine times that of flour from the batch, then take a tenth), or use a finer scale."
    )
