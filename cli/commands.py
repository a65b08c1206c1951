"""What the commands do once a file was read."""

from __future__ import annotations

import json
import sys

from cli.report import forecast_document, forecast_lines
from dough.bake.detail import detail
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit, NoCase
from dough.facts.errors import EntryErrors
from dough.facts.styles import styles
from dough.formats.formula_file import FormulaFile, read_formula

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
