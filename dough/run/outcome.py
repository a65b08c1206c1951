"""What a run comes to by the forecast: too much of a line and its ways out, the real amounts, the cup test, and the
course of the core while it bakes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from dough.accounts.butter.creaming import CupTest, creamed_of, cup_test, mixer
from dough.accounts.formula import Draft, Formula
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_inputs
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Role
from dough.judgement.effects import difference_words
from dough.run.script import Script
from dough.run.state import RunState

#: The core is followed so far past the planned minutes, and for so long at least.
PAST, LEAST_MIN = 1.6, 4.0
#: What butter loses when it is browned, % (water, and some solids left in the pan; practice, M).
BROWNED_LOSS = (12.0, 22.0)
#: Minutes after the pull at which the usual cookie is cold to its middle.
COLD_MIN = 45.0
AS_PLANNED = "as planned"
#: Whose creaming is judged where the draft names no mixer.
USUAL_MIXER = "stand"


@dataclass(frozen=True, slots=True)
class OverWay:
    """Something that can be done about too much of a line (how: back, keep, scale, again), and its effect in words."""

    how: str
    words: str
    effect: str


def really(draft: Draft, grams: Mapping[str, float], factor: float) -> Draft:
    """A draft with what was really weighed of some lines, brought back to the draft's own size by factor."""
    lines = tuple(
        x if x.id not in grams or x.grams is None else x.weighing(grams[x.id] / factor) for x in draft.formula.lines
    )
    return replace(draft, formula=Formula(lines))


def effect(before: Setting, after: Setting) -> str:
    """What the forecast makes of a change, in words."""
    one, other = before.cookie(), after.cookie()
    return "no forecast" if one is None or other is None else difference_words(one, other)


def ways_out(script: Script, state: RunState, line: str, planned: Setting, kept: Setting) -> tuple[OverWay, ...]:
    """What can be done about too much of a line. planned is the dough as planned, kept with this line as it is. Raises
    EntryError for a line that was not weighed."""
    wanted, now = script.weighing(line), state.weighed.get(line)
    if wanted is None or now is None or wanted.grams <= 0:
        raise EntryError("line", "That line was not weighed in this run.")
    found = []
    if wanted.back:
        more = now.grams - wanted.grams * state.factor
        found.append(OverWay("back", f"Spoon {more:.1f} g back out", AS_PLANNED))
    found.append(OverWay("keep", "Keep it and note it", effect(planned, kept)))
    share = now.grams / wanted.grams
    eggs = any(w.role == Role.EGG.value for s in script.steps for w in s.lines)
    found.append(
        OverWay(
            "scale", f"Scale the rest by {share:.3f}" + (", eggs too: weigh them" if eggs else ""),
            f"the same cookie, {100.0 * (share - 1.0):.0f} % more dough",
        )
    )  # fmt: skip
    found.append(OverWay("again", "Start this line again", AS_PLANNED))
    return tuple(found)


def cup_said(state: RunState, draft: Draft) -> CupTest | None:
    """What the last cup of creamed mass says; None where none was weighed, or nothing is creamed."""
    what = creamed_of(draft.formula)
    if not state.cups or what is None:
        return None
    water, mass = state.cups[-1]
    butter = state.temperatures.get("butter")
    try:
        return cup_test(
            water, mass, what, None if butter is None else butter[0], mixer(draft.process.mixer or USUAL_MIXER)
        )
    except EntryError:
        return None


def cold_since(state: RunState, now_ms: int) -> bool:
    """Whether what was pulled is cold by now, and nothing of it has been measured."""
    pulled = [x.pulled for x in state.loads if x.pulled is not None]
    still_in = any(x.pulled is None for x in state.loads)
    if not pulled or still_in or state.measured or state.closed is not None:
        return False
    return now_ms - max(pulled) >= COLD_MIN * 60_000


def browned_said(state: RunState) -> str:
    """What browning took, beside what it usually takes; empty where it was not weighed."""
    if state.browned is None:
        return ""
    before, after = state.browned
    lost = before - after
    low, high = BROWNED_LOSS
    share = 100.0 * lost / before
    said = f"{lost:.0f} g went off as steam, {share:.0f} %"
    if share < low:
        return f"{said}; usually {low:.0f} to {high:.0f}: water is still in it, or a pinch was read too early."
    if share > high:
        return f"{said}; usually {low:.0f} to {high:.0f}: weigh what stuck to the pan too."
    return f"{said}, as usual. Weigh the line by what is left."


def course(case: BakeCase, minutes: float) -> tuple[tuple[float, float], ...]:
    """Minutes and °C of the core, some way past the planned minutes; empty where the model can't say."""
    longer = replace(case, heat=replace(case.heat, minutes=max(PAST * minutes, LEAST_MIN)))
    try:
        baked = bake([bake_inputs(longer)], learned=longer.taught.learned)
    except EntryErrors:
        return ()
    upto = baked.steps_bake + 1
    times, cores = baked.column("t")[0, :upto:2], baked.column("core")[0, :upto:2]
    return tuple((round(float(t) / 60.0, 2), round(float(c), 1)) for t, c in zip(times, cores, strict=True))
