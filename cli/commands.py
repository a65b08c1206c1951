"""What the commands do once a file was read."""

from __future__ import annotations

import json
import sys
from typing import Any

from cli.report import forecast_document, forecast_lines
from dough.bake.contract import Forecast
from dough.bake.detail import detail
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, NoCase
from dough.bake.model import rough_estimate
from dough.bake.taught import GENERAL
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.quantities import Quantity, of_role
from dough.facts.styles import styles
from dough.formats.formula_file import FormulaFile, read_formula
from dough.judgement.trials.measure import Measured, read_measured

DONE, PROBLEMS = 0, 1


def check(document: object, as_json: bool) -> int:
    """Read a document and say what is wrong with it."""
    file = read_document(document, as_json)
    if file is None:
        return PROBLEMS
    unknown = [x.ingredient.name for x in file.draft.formula.lines if x.grams is None]
    if as_json:
        print(json.dumps({"ok": True, "lines": len(file.draft.formula.lines), "unknown": unknown}))
    else:
        print(f"{file.name or 'Formula'}: {len(file.draft.formula.lines)} lines read, nothing wrong.")
        if unknown:
            print(f"Amount unknown: {', '.join(unknown)}.")
    return DONE


def forecast(document: object, as_json: bool) -> int:
    """Read a document and forecast its bake."""
    file = read_document(document, as_json)
    if file is None:
        return PROBLEMS
    case = Setting.of(file.draft, styles().get(file.style), Kit(file.offset_k, file.tray_conductance)).case()
    if isinstance(case, NoCase):
        return _refuse([("lines", case.because)], as_json)
    try:
        found = detail(case, file.target)
    except EntryErrors as errors:
        return _refuse([(e.where, e.message) for e in errors.items], as_json)
    if as_json:
        print(json.dumps(forecast_document(file, case, found), indent=1))
    else:
        print("\n".join(forecast_lines(file, case, found)))
    return DONE


def measured(document: object, typed: list[str], as_json: bool) -> int:
    """Readings of a bake of this file, each beside the forecast and its range."""
    file = read_document(document, as_json)
    if file is None:
        return PROBLEMS
    pairs = (text.partition("=") for text in typed)
    try:
        readings = read_measured({key.strip().replace("-", "_"): value for key, _, value in pairs})
    except EntryError as error:
        return _refuse([(error.where, error.message)], as_json)
    answer = Setting.of(file.draft, styles().get(file.style), Kit(file.offset_k, file.tray_conductance)).forecast()
    rows = [_beside(q, readings, answer) for q in (*of_role("measured"), *of_role("worked_out"))]
    found = [r for r in rows if r is not None]
    if as_json:
        print(json.dumps({"ok": True, "measured": found}, indent=1))
    else:
        for r in found:
            told = (
                "" if r["forecast"] is None else f"   forecast {r['forecast']:.1f}, {r['low']:.1f} to {r['high']:.1f}"
            )
            print(f"{r['label']:<26}{r['measured']:>8.1f} {r['unit']:<7}{told}")
    return DONE


def _beside(q: Quantity, readings: Measured, answer: Forecast | NoCase) -> dict[str, Any] | None:
    value = readings.value(q.key)
    if value is None:
        return None
    told = answer.ends.get(q.key) if isinstance(answer, Forecast) else None
    span = rough_estimate(q.key, told, GENERAL) if told is not None else None
    return {
        "key": q.key, "label": q.label, "unit": q.unit, "measured": value, "forecast": told,
        "low": span.low if span else None, "high": span.high if span else None,
    }  # fmt: skip


def read_document(document: object, as_json: bool) -> FormulaFile | None:
    """The formula file, or None with its problems printed."""
    try:
        return read_formula(document)
    except EntryErrors as errors:
        _refuse([(e.where, e.message) for e in errors.items], as_json)
        return None


def _refuse(problems: list[tuple[str, str]], as_json: bool) -> int:
    if as_json:
        print(json.dumps({"ok": False, "problems": [{"where": w, "message": m} for w, m in problems]}, indent=1))
    else:
        for where, message in problems:
            print(f"{where or 'file'}: {message}", file=sys.stderr)
    return PROBLEMS
