"""What closed panels say of versions: scores that teach, and the sentence each came to."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date

from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.quantities import keys_of
from dough.judgement.learning.logged import Reading
from dough.judgement.learning.reference import Reference
from dough.judgement.trials.lineage import mean_cookie
from dough.tasting.outcome import PanelOutcome
from kitchen.documents.draft import DraftDoc
from kitchen.models import Bake, Dough, Panel, Version
from kitchen.reading.doughs import bakes_of_versions, measured_cookie, style_of
from kitchen.reading.kit import setting_of
from kitchen.reading.panels import came_out, said_of

#: Half a 95 % range is so many sds, near enough for what scores are sure to.
SDS_IN_HALF = 2.0


@dataclass(frozen=True, slots=True)
class TastedVersion:
    """A version on the scales of a panel, or a bake of it: its mean scores with one sd, and how old it was at the
    table, hours."""

    ident: Reference
    words: str
    version: Version
    tasted_on: date
    age_h: float | None
    scores: dict[str, Reading]
    bake: Bake | None = None


def tasted_versions() -> Iterator[TastedVersion]:
    """Versions that real tasters put on scales, panels closed and never broken open."""
    panels = Panel.objects.filter(
        dough__deleted_at=None, simulated=False, broken_at=None, said__question="scales"
    ).exclude(closed_at=None)  # fmt: skip
    for panel in panels.select_related("dough"):
        yield from _of(panel)


def _of(panel: Panel) -> Iterator[TastedVersion]:
    said, learned = said_of(panel), set(keys_of("learned"))
    scales = [s for s in came_out(panel).scales if s.scale in learned]
    for n, sample in enumerate(said.samples):
        version = Version.objects.filter(dough=panel.dough, number=sample.version or 0).select_related("dough").first()
        scores = {
            s.scale: Reading(m.mean, (m.high - m.low) / 2.0 / SDS_IN_HALF)
            for s in scales for m in s.means if m.sample == n and m.low is not None and m.high is not None
        }  # fmt: skip
        if version is None or not scores or panel.closed_at is None:
            continue
        words = f"panel “{panel.name}”, {sample.name}"
        rows = Bake.objects.filter(batch__version=version, number=sample.bake or 0, corrected_by=None)
        yield TastedVersion(
            Reference("panel", panel.pk, n), words, version, panel.closed_at.date(), sample.age_h, scores,
            rows.select_related("batch__version__dough", "oven", "tray").first(),
        )  # fmt: skip


def settled_by_panels(dough: Dough) -> dict[int, list[str]]:
    """What closed panels said, by the versions that were on them."""
    found: dict[int, list[str]] = {}
    for panel in Panel.objects.filter(dough=dough).exclude(closed_at=None).order_by("id"):
        made_up = ", simulated tasters" if panel.simulated else ""
        words = f"Panel “{panel.name}”{made_up}: {came_out(panel).answer}"
        for number in {s.version for s in said_of(panel).samples if s.version is not None}:
            found.setdefault(number, []).append(words)
    return found


@dataclass(frozen=True, slots=True)
class Liked:
    """The version a panel likes best for sure: its sample's name, its cookie and what that rests on."""

    name: str
    version: int
    cookie: Cookie
    basis: str


def liked_by(panel: Panel, found: PanelOutcome) -> Liked | None:
    """What could become the target by a panel's preference: the liked version as its bakes measured it, and where
    nothing was measured as it is forecast. None where no version is clearly liked."""
    if found.liked is None:
        return None
    sample = said_of(panel).samples[found.liked]
    version = Version.objects.filter(dough=panel.dough, number=sample.version or 0).select_related("dough").first()
    if version is None:
        return None
    bakes = bakes_of_versions([version.pk])
    measured = mean_cookie([measured_cookie(b) for b in bakes])
    draft = DraftDoc.model_validate(version.formula).to_core()
    told = setting_of(draft, style_of(panel.dough), panel.dough_id).cookie()
    known = {a.key: v for a in ATTRIBUTES if (v := getattr(measured, a.key)) is not None}
    if not known and told is None:
        return None
    many = f"{len(bakes)} bake{'s' if len(bakes) != 1 else ''} measured it" if known else "not measured: as forecast"
    filled = told if told is not None else Cookie()
    rest = ", the rest as forecast" if known and len(known) < len(ATTRIBUTES) and told is not None else ""
    return Liked(sample.name, version.number, replace(filled, **known), many + rest)
