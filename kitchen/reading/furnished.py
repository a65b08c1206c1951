"""What the kitchen is furnished with: each thing, what rests on it, and what has been learned of it."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from django.db.models import Count

from dough.accounts.butter.creaming import mixer
from dough.accounts.butter.dough_temp import MixerHeat, learned_heat
from dough.accounts.kit_checks import scale_error
from dough.facts.furnishings import Value, in_words, kind
from dough.judgement.learning.lesson import Lesson
from kitchen.documents.furnishing import MODELS, facts_of, kind_of
from kitchen.models import Bake, Mixer, MixerReading, Oven, Scale, ScaleCheck, Tray
from kitchen.models.furnishing import Furnishing
from kitchen.reading.calibration import lesson_in_force


@dataclass(frozen=True, slots=True)
class Thing:
    """A thing as the screens show it: its facts, one line of them, what was learned of it, how many bakes used it."""

    row: Furnishing
    kind: str
    facts: Mapping[str, Value]
    words: str
    learned: str
    bakes: int


def things() -> list[Thing]:
    """Everything the kitchen has, retired things too, by kind and in the order it came; a fixed number of questions."""
    used = {"oven": _used("oven"), "tray": _used("tray")}
    lesson = lesson_in_force()
    checks = {c.scale_id: c for c in ScaleCheck.objects.order_by("pk")}
    heats = _heats()
    return [
        _thing(row, used.get(of, {}).get(row.pk, 0), lesson, checks, heats)
        for of, model in MODELS.items()
        if of != "kitchen"
        for row in model._default_manager.all()
    ]


def thing(row: Furnishing) -> Thing:
    """One of them."""
    of = kind_of(row)
    checks = {c.scale_id: c for c in ScaleCheck.objects.filter(scale=row.pk).order_by("pk")} if of == "scale" else {}
    return _thing(row, _used(of).get(row.pk, 0) if of in ("oven", "tray") else 0, lesson_in_force(), checks, _heats())


def mixer_heat(of: str) -> MixerHeat:
    """What a kind of mixer adds, as far as this kitchen has seen."""
    found = MixerReading.objects.filter(kind=of).values_list("before_c", "after_c", "minutes")
    return learned_heat(mixer(of).warms_per_min, tuple((b - a) / m for a, b, m in found))


def _heats() -> dict[str, MixerHeat]:
    return {
        of: mixer_heat(of) for of in MixerReading.objects.order_by("kind").values_list("kind", flat=True).distinct()
    }


def _used(of: str) -> dict[int, int]:
    counted = Bake.objects.filter(corrected_by=None).exclude(**{of: None}).values_list(of).annotate(n=Count("pk"))
    return dict(counted.order_by())


def _thing(
    row: Furnishing, bakes: int, lesson: Lesson | None, checks: Mapping[int, ScaleCheck], heats: Mapping[str, MixerHeat]
) -> Thing:
    of = kind_of(row)
    facts = facts_of(row)
    return Thing(row, of, facts, in_words(kind(of), facts), _learned(row, lesson, checks, heats), bakes)


def _learned(
    row: Furnishing, lesson: Lesson | None, checks: Mapping[int, ScaleCheck], heats: Mapping[str, MixerHeat]
) -> str:
    if isinstance(row, Scale):
        last = checks.get(row.pk)
        if last is None:
            return "never checked"
        return f"{scale_error(last.weight_g, last.shown_g, row.reads_g or 1.0).words}, {last.checked_at:%Y-%m-%d}"
    if isinstance(row, Mixer) and row.kind in heats:
        heat = heats[row.kind]
        return f"warms by {heat.per_min_k:.2f} K a minute, from {heat.readings} readings"
    if lesson is None:
        return ""
    if isinstance(row, Oven) and (found := _spoken(lesson, ("oven", row.pk, "oven_k"))):
        side = "hotter" if found[0] > 0 else "cooler"
        return f"bakes say {abs(found[0]):.0f} ± {2 * found[1]:.0f} K {side} than set"
    if isinstance(row, Tray) and (found := _spoken(lesson, ("tray", row.pk, "bottom"))):
        return f"bakes say × {math.exp(found[0]):.2f} heat through the base"
    return ""


def _spoken(lesson: Lesson, name: tuple[str, int, str]) -> tuple[float, float] | None:
    """Mean and sd of one unknown; None where no bake has spoken of it."""
    if name not in lesson.names:
        return None
    at = lesson.names.index(name)
    return lesson.mean[at], math.sqrt(lesson.covariance[at][at])
