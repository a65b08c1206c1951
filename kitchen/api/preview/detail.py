"""From the core's detail of a bake to what the API sends."""

from __future__ import annotations

from dataclasses import fields
from threading import Lock

from dough.accounts.safety import NOT_PROOF
from dough.bake.contract import BakeCase, EggLine, Frame
from dough.bake.detail import SHOWN, Detail, detail
from dough.bake.intake import NoCase
from dough.bake.taught import Taught
from dough.bake.window import COOKED_C
from dough.facts.colour import crust_hex, crust_lab
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.errors import EntryErrors
from dough.facts.quantities import quantity
from kitchen.api.doughs.views import estimate_out
from kitchen.api.preview.schemas import EggOut, EndOut, FrameOut, LabOut, PreviewDetailOut

#: Details are worked out one after another in a process: several at once only get in one another's way, and all of
#: them end later.
_turn = Lock()
FRAME_NUMBERS = tuple(f.name for f in fields(Frame) if f.name != "section")
RANGES_HOLD = "Ranges hold about 8 bakes in 10."
OFFSET_WORDS = "General parameters and this oven's noted offset."


def detail_out(seq: int, case: BakeCase | NoCase, wanted: Cookie, offset_k: float | None) -> PreviewDetailOut:
    """The detail of a case, or why there is none."""
    if isinstance(case, NoCase):
        return _none(seq, case.because)
    try:
        with _turn:
            found = detail(case, wanted)
    except EntryErrors as errors:
        return _none(seq, "No forecast: " + " ".join(e.message for e in errors.items))
    raw = case.makeup.raw_l
    return PreviewDetailOut(
        seq=seq,
        no_forecast="",
        basis=f"{_rests_on(case.taught, offset_k)} {RANGES_HOLD}",
        minutes=case.heat.minutes,
        set_min=found.ends["set_min"],
        carry_over_k=found.carry_over_k,
        window=found.window,
        egg=_egg(found.egg, case.heat.minutes, found),
        estimates={a.key: estimate_out(a, found.estimates[a.key]) for a in ATTRIBUTES},
        ends=[_end(key, found) for key in SHOWN],
        colours={part: _lab(found.ends[f"l_{part}"], raw) for part in ("rim", "middle", "base")},
        frames=[_frame(f, raw) for f in found.frames],
        age=found.age,
    )


def _rests_on(taught: Taught, offset_k: float | None) -> str:
    return OFFSET_WORDS if taught.bakes == 0 and offset_k is not None else taught.words


def _none(seq: int, because: str) -> PreviewDetailOut:
    return PreviewDetailOut(
        seq=seq, no_forecast=because, basis="", minutes=0.0, set_min=None, carry_over_k=None, window=None, egg=None,
        estimates={}, ends=[], colours={}, frames=[], age=None,
    )  # fmt: skip


def _egg(line: EggLine, minutes: float, found: Detail) -> EggOut:
    done = line.reached_min is not None and line.reached_min <= minutes
    if done:
        words = f"Forecast core past {COOKED_C:.0f} °C from {line.reached_min:.1f} min:"
    else:
        words = f"Forecast core only {found.ends['core_c']:.0f} °C at the pull; {COOKED_C:.0f} °C is"
    return EggOut(reached_min=line.reached_min, done=done, sentence=f"{words} {NOT_PROOF}")


def _end(key: str, found: Detail) -> EndOut:
    q = quantity(key)
    estimate = found.estimates[key]
    return EndOut(
        key=key,
        label=q.label,
        unit=q.unit,
        digits=q.digits,
        value=estimate.value,
        low=estimate.low,
        high=estimate.high,
        drives=list(found.drives[key]),
    )


def _lab(lightness: float, raw_l: float) -> LabOut:
    light, a, b = crust_lab(lightness, raw_l)
    return LabOut(l=light, a=a, b=b, hex=crust_hex(lightness, raw_l))


def _frame(f: Frame, raw_l: float) -> FrameOut:
    numbers = {name: round(getattr(f, name), 3) for name in FRAME_NUMBERS}
    return FrameOut(
        **numbers,
        hex_rim=crust_hex(f.l_rim, raw_l),
        hex_middle=crust_hex(f.l_middle, raw_l),
        hex_base=crust_hex(f.l_base, raw_l),
        section=[list(p) for p in f.section],
    )
