"""From the bakes of the kitchen to what the calibration wants, and why a bake does not count."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date

from dough.bake.age import Eaten
from dough.bake.contract import BakeCase
from dough.bake.draft_setting import Setting
from dough.bake.inputs import check_inputs
from dough.bake.intake import NoCase, bake_inputs
from dough.facts.errors import EntryErrors
from dough.facts.styles import styles
from dough.judgement.learning.logged import Logged, Reading, readings
from dough.judgement.learning.reference import Reference, read_reference
from dough.judgement.trials.measure import Measured
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.models import Bake, Calibration, Oven, Series, Tray
from kitchen.reading.calibration import in_force, lesson_in_force
from kitchen.reading.forecasts import case_of
from kitchen.reading.kit import plain_kit
from kitchen.reading.panel_scores import TastedVersion, tasted_versions
from kitchen.reading.series_levels import Level, levels_of, style_of_series

#: So many of the latest bakes are looked at: older ones tell of a kitchen that has changed, and each costs time.
MOST_BAKES = 30
BY_HAND = "left out by hand"


@dataclass(frozen=True)
class Considered:
    """A bake, or a level of a series, with what it says, or why it does not count (then logged is None).

    number is the bake's; words say which level of which series it is instead. version is the kept version a bake is
    of: bakes of one version in one oven are repeats of each other.
    """

    ident: Reference
    dough_id: int
    dough: str
    number: int
    words: str
    baked_on: date
    oven: str | None
    tray: str | None
    version: int | None
    logged: Logged | None
    why: str
    bake: Bake | None = None


def considered(left_out: set[Reference]) -> list[Considered]:
    """The latest bakes and measured levels of the whole kitchen, newest first."""
    rows = (
        Bake.objects.filter(corrected_by=None, batch__version__dough__deleted_at=None)
        .select_related("batch__version__dough", "oven", "tray", "logged_by")
        .prefetch_related("foretold")
        .order_by("-baked_on", "-id")[:MOST_BAKES]
    )
    found = [_bake(b, left_out) for b in rows]
    found += [_level(s, x, left_out) for s in measured_series() for x in levels_of(s, style_of_series(s))]
    found += [_tasted(x, left_out) for x in tasted_versions()]
    return sorted(found, key=lambda c: (c.baked_on, c.ident), reverse=True)[:MOST_BAKES]


def measured_series() -> Iterator[Series]:
    """Series of which something was measured."""
    rows = Series.objects.filter(dough__deleted_at=None).exclude(results={}).select_related("dough")
    yield from rows.order_by("-id")[:MOST_BAKES]


def left_out_of(calibration: Calibration) -> set[Reference]:
    """The bakes and levels a cook chose not to count in it."""
    return {read_reference(x) for x in calibration.left_out}


def unlearned(dough_id: int | None = None) -> int:
    """How many of the latest bakes and levels that measured something the calibration in force neither rests on nor
    was told to leave out; older ones are not looked at any more. dough_id counts those of one dough only."""
    lesson, now = lesson_in_force(), in_force()
    known: set[Reference] = set()
    if lesson is not None and now is not None:
        known = set(lesson.bakes) | left_out_of(Calibration.objects.get(pk=now))
    rows = Bake.objects.filter(corrected_by=None, batch__version__dough__deleted_at=None)
    latest = rows.order_by("-baked_on", "-id").values_list("baked_on", "pk", "measured", "batch__version__dough_id")
    found = [(day, Reference("bake", pk), bool(m.get("readings")), of) for day, pk, m, of in latest[:MOST_BAKES]]
    found += [
        (s.made_at.date(), x.ident, True, s.dough_id)
        for s in measured_series() for x in levels_of(s, style_of_series(s))
    ]  # fmt: skip
    found += [(x.tasted_on, x.ident, True, x.version.dough_id) for x in tasted_versions()]
    newest = sorted(found, reverse=True)[:MOST_BAKES]
    return sum(said and ident not in known for _, ident, said, of in newest if dough_id is None or of == dough_id)


def _bake(b: Bake, left_out: set[Reference]) -> Considered:
    dough, version = b.batch.version.dough, b.batch.version_id
    measured = MeasuredDoc.model_validate(b.measured).to_core()
    ident = Reference("bake", b.pk)
    logged, why = _logged(
        ident, dough.pk, b.oven_id, b.tray_id, measured, case_of(b, styles().get(dough.style), general=True), left_out
    )
    oven, tray = b.oven.name if b.oven else None, b.tray.name if b.tray else None
    return Considered(ident, dough.pk, dough.name, b.number, "", b.baked_on, oven, tray, version, logged, why, b)


def _level(series: Series, level: Level, left_out: set[Reference]) -> Considered:
    doc = DraftDoc.model_validate(series.base)
    p, style = doc.process, style_of_series(series)
    case: BakeCase | NoCase = NoCase("its level can't be made of the dough any more")
    if level.draft is not None:
        case = Setting.of(level.draft, style, plain_kit(doc.to_core().process)).case()
    logged, why = _logged(level.ident, series.dough_id, p.oven_id, p.tray_id, level.measured, case, left_out)
    oven = Oven.objects.filter(pk=p.oven_id or 0).values_list("name", flat=True).first()
    tray = Tray.objects.filter(pk=p.tray_id or 0).values_list("name", flat=True).first()
    made = series.made_at.date()
    return Considered(
        level.ident, series.dough_id, series.dough.name, 0, level.words, made, oven, tray, None, logged, why
    )


def _tasted(x: TastedVersion, left_out: set[Reference]) -> Considered:
    """A version on a panel's scales: it teaches what its dough tastes like, as its process has it; a bake as it was
    baked."""
    draft, dough, baked = DraftDoc.model_validate(x.version.formula), x.version.dough, x.bake
    case: BakeCase | NoCase
    if baked is not None:
        oven, tray = baked.oven_id, baked.tray_id
        case = case_of(baked, styles().get(dough.style), general=True)
    else:
        oven, tray = draft.process.oven_id, draft.process.tray_id
        case = Setting.of(draft.to_core(), styles().get(dough.style), plain_kit(draft.to_core().process)).case()
    if isinstance(case, BakeCase) and x.age_h is not None:
        case = replace(case, eaten=Eaten(x.age_h))
    logged, why = _counted(x.ident, dough.pk, oven, tray, x.scores, case, left_out)
    return Considered(x.ident, dough.pk, dough.name, 0, x.words, x.tasted_on, None, None, x.version.pk, logged, why)


def _logged(
    ident: Reference, dough: int, oven: int | None, tray: int | None, measured: Measured, case: BakeCase | NoCase,
    left_out: set[Reference],
) -> tuple[Logged | None, str]:  # fmt: skip
    return _counted(ident, dough, oven, tray, readings(measured), case, left_out)


def _counted(
    ident: Reference, dough: int, oven: int | None, tray: int | None, said: dict[str, Reading],
    case: BakeCase | NoCase, left_out: set[Reference],
) -> tuple[Logged | None, str]:  # fmt: skip
    if ident in left_out:
        return None, BY_HAND
    if not said:
        return None, "nothing was measured"
    if isinstance(case, NoCase):
        return None, case.because
    try:
        check_inputs(bake_inputs(case))
    except EntryErrors as errors:
        return None, f"beyond what the model knows: {errors.items[0].message}"
    return Logged(ident, dough, oven, tray, case, said), ""
