"""A series as it is kept, and what each of its levels baked, as the calibration sees a bake."""

from __future__ import annotations

from dataclasses import dataclass
from statistics import fmean

from dough.accounts.formula import Draft
from dough.bake.draft_setting import Setting
from dough.counsel.series.design import Plan, drafts_of
from dough.facts.errors import EntryErrors
from dough.facts.quantities import quantity
from dough.facts.styles import Style, styles
from dough.judgement.learning.reference import Reference
from dough.judgement.trials.measure import Measured
from kitchen.documents.draft import DraftDoc
from kitchen.documents.series import plan_of
from kitchen.models import Series


def level_words(made: Plan, levels: tuple[int, ...]) -> str:
    """A level as a cook would say it: “minutes 12 min”."""
    parts = (f"{f.name.lower()} {f.levels[n]:g} {f.unit}".strip() for f, n in zip(made.factors, levels, strict=True))
    return ", ".join(parts)


@dataclass(frozen=True, slots=True)
class Level:
    """One level of a series over all rounds measured so far. ident is another one
    once another round is measured; draft is None where the level can no longer be made of the base."""

    ident: Reference
    words: str
    draft: Draft | None
    measured: Measured


def levels_of(series: Series, style: Style | None) -> list[Level]:
    """The levels that something was measured of."""
    made = plan_of(series)
    results = {int(order): m for order, m in series.results.items() if any(m.values())}
    if not results:
        return []
    base = DraftDoc.model_validate(series.base).to_core()
    used = Setting.of(base, style).style
    try:
        drafts = drafts_of(base, used, made) if used else {}
    except EntryErrors:
        drafts = {}
    found = []
    for n, split in enumerate(made.splits):
        mine = [results[r.order] for r in made.runs if r.levels == split.levels and r.order in results]
        if mine:
            ident = Reference("series", series.pk, n, len(mine))
            words = f"series “{series.name}”, {level_words(made, split.levels)}"
            found.append(Level(ident, words, drafts.get(split.levels), _measured(mine)))
    return found


def style_of_series(series: Series) -> Style | None:
    return styles().get(series.dough.style)


def _measured(rounds: list[dict[str, list[float]]]) -> Measured:
    """All rounds' pieces together; what is read once a round as its mean."""
    every = {key: [v for m in rounds for v in m.get(key, [])] for m in rounds for key in m}
    return Measured({k: tuple(v) if quantity(k).several else (fmean(v),) for k, v in every.items() if v})
