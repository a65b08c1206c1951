"""The plan of a series as it is kept."""

from __future__ import annotations

from dough.counsel.series.design import Factor, Plan, Run, Split
from kitchen.documents.base import Strict
from kitchen.models import Series


class _RunDoc(Strict):
    order: int
    block: int
    levels: list[int]
    place: int
    dough: int = 0


class _SplitDoc(Strict):
    levels: list[int]
    grams: float
    words: str


class _FactorDoc(Strict):
    key: str
    name: str
    unit: str
    levels: list[float]


class _PlanDoc(Strict):
    factors: list[_FactorDoc]
    runs: list[_RunDoc]
    splits: list[_SplitDoc]
    one_dough: bool
    dough_g: float
    pieces: int
    cautions: list[str]
    remixed: bool = False


def plan_of(series: Series) -> Plan:
    doc = _PlanDoc.model_validate(series.plan)
    return Plan(
        tuple(Factor(f.key, f.name, f.unit, tuple(f.levels)) for f in doc.factors),
        tuple(Run(r.order, r.block, tuple(r.levels), r.place, r.dough) for r in doc.runs),
        tuple(Split(tuple(x.levels), x.grams, x.words) for x in doc.splits),
        doc.one_dough, doc.dough_g, doc.pieces, tuple(doc.cautions), doc.remixed,
    )  # fmt: skip
