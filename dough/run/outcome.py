"""What a run comes to by the forecast: too much of a line and its ways out, the real amounts, the cup test, and the
course of the core while it bakes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from dough.accounts.butter.browned import browned
from dough.accounts.butter.creaming import CupTest, creamed_of, cup_test, mixer
from dough.accounts.formula import Draft, Formula
from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.derive import Learned
from dough.bake.draft_setting import Setting
from dough.bake.intake import bake_inputs
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import Role
from dough.facts.staples import BUTTER, staple
from dough.judgement.effects import difference_words
from dough.run.script import Script
from dough.run.state import RunState
from dough.run.update import Array

#: The core is followed so far past the planned minutes, and for so long at least.
PAST, LEAST_MIN = 1.6, 4.0
#: Steps of a script after which what was baked is cold.
COOLING = ("tray_rest", "rack")
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


def cold_since(script: Script, state: RunState, now_ms: int) -> bool:
    """Whether what was pulled is cold by now, by the script's minutes on tray and rack, and nothing of it has been
    measured."""
    pulled = [x.pulled for x in state.loads if x.pulled is not None]
    still_in = any(x.pulled is None for x in state.loads)
    if not pulled or still_in or state.measured or state.closed is not None:
        return False
    minutes = [max((s.minutes for s in script.steps if s.id.startswith(name)), default=0.0) for name in COOLING]
    return now_ms - max(pulled) >= sum(minutes) * 60_000


def browned_said(state: RunState) -> str:
    """What browning took, and whether it is dry; empty where it was not weighed."""
    if state.browned is None:
        return ""
    found = browned(staple(BUTTER), *state.browned, strained=False)
    return f"{found.water_lost_g:.0f} g of water went off: {found.note}. Weigh the line by what is left."


def course(case: BakeCase, minutes: float) -> tuple[tuple[float, float], ...]:
    """Minutes and °C of the core, some way past the planned minutes; empty where the model can't say."""
    try:
        times, cores = cores_of([followed(case, minutes)], [case.taught.learned])
    except EntryErrors:
        return ()
    return drawn(times, cores[0])


def followed(case: BakeCase, minutes: float) -> BakeCase:
    """A case baked some way past its planned minutes, as a core is followed."""
    return replace(case, heat=replace(case.heat, minutes=max(PAST * minutes, LEAST_MIN)))


def cores_of(cases: Sequence[BakeCase], learned: Sequence[Learned]) -> tuple[Array, Array]:
    """Cores of cases of one length by time: minutes (steps,) and °C (n, steps). Raises EntryErrors."""
    baked = bake([bake_inputs(c) for c in cases], learned=learned)
    upto = baked.steps_bake + 1
    return baked.column("t")[0, :upto] / 60.0, baked.column("core")[:, :upto]


def drawn(times: Array, core: Array) -> tuple[tuple[float, float], ...]:
    """A core as it is drawn: every other step."""
    return tuple((round(float(t), 2), round(float(c), 1)) for t, c in zip(times[::2], core[::2], strict=True))
