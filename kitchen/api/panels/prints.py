"""A panel on paper, and what came out of it as files."""

from __future__ import annotations

import csv
import io
import json
from typing import Literal

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from dough.facts.errors import EntryError
from dough.formats.cells import UTF8, defused
from dough.tasting.ballot import asked_scales, asked_words
from kitchen.actions.base import require
from kitchen.actions.panels import PrintKey
from kitchen.actions.rights import Right
from kitchen.api.errors import PROBLEMS
from kitchen.models import Panel
from kitchen.prints.panel_sheets import (
    PaperBallot,
    ballots_pdf,
    code_labels_pdf,
    plating_pdf,
    serving_pdf,
)
from kitchen.reading.panels import answer_rows, may_be_told, named_plates, panel_for_reading, question_of, said_of

router = Router(tags=["panels"])
FORMAT, VERSION = "tarte-panel", 1
COLUMNS = ("ballot", "place", "code", "sample", "question", "scale", "value", "again")


@router.get("/{panel_id}/labels.pdf", response={200: None, **PROBLEMS})
def code_labels(
    request: HttpRequest, panel_id: int, sheet: Literal["24", "21", "14", "8"] = "24", key: bool = False
) -> HttpResponse:
    """Labels with codes; with the key sample by sample, for whoever plates."""
    p = _opened(request, panel_id)
    if key:
        PrintKey(actor=request.user, now=timezone.now(), panel_id=panel_id).execute()
    return _pdf(code_labels_pdf(named_plates(p), sheet, key=key), "codes")


@router.get("/{panel_id}/plating.pdf", response={200: None, **PROBLEMS})
def plating(request: HttpRequest, panel_id: int) -> HttpResponse:
    """Which code is which sample: for whoever plates. The journal tells who printed it."""
    p = _opened(request, panel_id)
    PrintKey(actor=request.user, now=timezone.now(), panel_id=panel_id).execute()
    holds = list(zip([s.name for s in said_of(p).samples], p.holds, strict=True))
    return _pdf(plating_pdf(p.name, named_plates(p), holds), "plating")


@router.get("/{panel_id}/serving.pdf", response={200: None, **PROBLEMS})
def serving(request: HttpRequest, panel_id: int) -> HttpResponse:
    """Plates and codes for who serves."""
    p = _opened(request, panel_id)
    said = said_of(p)
    how = [
        f"{'Half a cookie' if said.half else 'A whole cookie'} for each code"
        + (f", at {said.serve_c:.0f} °C." if said.serve_c is not None else ", all at the same temperature."),
        "Water and a plain cracker between, 45 to 60 s.",
        *(["First a warm-up piece without a code, the same for everyone."] if said.warm_up else []),
    ]
    return _pdf(serving_pdf(p.name, named_plates(p), how), "plates")


@router.get("/{panel_id}/ballots.pdf", response={200: None, **PROBLEMS})
def paper_ballots(request: HttpRequest, panel_id: int) -> HttpResponse:
    """Ballots on paper."""
    p = _opened(request, panel_id)
    said, asked = said_of(p), question_of(p)
    scales, asks = asked_scales(asked, tuple(said.scales), said.laid_out()), asked_words(asked, said.attribute)
    made = [PaperBallot(plate.number, asks, plate.codes, scales) for plate in named_plates(p)]
    return _pdf(ballots_pdf(p.name, "; ".join(dict.fromkeys(p.holds)), made), "ballots")


@router.get("/{panel_id}/answers.csv", response={200: None, **PROBLEMS})
def answers_csv(request: HttpRequest, panel_id: int) -> HttpResponse:
    """Every answer, one row a figure, from which all that is said of the panel can be worked out again."""
    p = _told(panel_id)
    out = io.StringIO()
    sheet = csv.writer(out)
    sheet.writerow(COLUMNS)
    for row in answer_rows(p):
        cells = [row[k] for k in COLUMNS]
        # A name that looks like a formula is no formula.
        sheet.writerow([defused(c) if isinstance(c, str) else c for c in cells])
    return _file(UTF8 + out.getvalue(), "text/csv; charset=utf-8", "answers.csv")


@router.get("/{panel_id}/answers.json", response={200: None, **PROBLEMS})
def answers_json(request: HttpRequest, panel_id: int) -> HttpResponse:
    """The same as JSON (docs/formats/panel.md)."""
    p = _told(panel_id)
    said = said_of(p)
    document = {
        "format": FORMAT, "version": VERSION, "name": p.name, "simulated": p.simulated, "question": said.question,
        "attribute": said.attribute, "scales": said.scales, "samples": [s.name for s in said.samples],
        "broken_open": p.broken_why or None, "answers": answer_rows(p),
    }  # fmt: skip
    return _file(json.dumps(document, ensure_ascii=False, indent=1), "application/json; charset=utf-8", "answers.json")


def _opened(request: HttpRequest, panel_id: int) -> Panel:
    require(request.user, Right.RECORD)
    p = panel_for_reading(panel_id)
    if not p.plates:
        raise EntryError("panel", "Open the panel first: codes are drawn by lot then.")
    return p


def _told(panel_id: int) -> Panel:
    p = panel_for_reading(panel_id)
    if not may_be_told(p, timezone.now()):
        raise EntryError("panel", "Close the panel first: what came out is told then.")
    return p


def _pdf(data: bytes, name: str) -> HttpResponse:
    answer = HttpResponse(data, content_type="application/pdf")
    answer["Content-Disposition"] = f'inline; filename="{name}.pdf"'
    answer["Cache-Control"] = "no-store"
    return answer


def _file(text: str, kind: str, name: str) -> HttpResponse:
    answer = HttpResponse(text, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
