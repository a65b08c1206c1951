"""The open formula file: one dough's formula and process as JSON (docs/formats/formula.schema.json).

Reading checks everything and names every problem with its place and, for a name it does not know, the
nearest ones it does. Nothing is guessed and nothing is dropped silently.
"""

from __future__ import annotations

import difflib
import math
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any, TypeVar

from dough.accounts.butter.creaming import mixers
from dough.accounts.formula import MAX_LINES, USUAL_STEP, Draft, Formula, Line, Process, Step
from dough.draft.check import check_draft
from dough.draft.edit import CHOICES
from dough.facts.cookie import Cookie
from dough.facts.entry import read_named
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import table
from dough.facts.quantities import quantity
from dough.facts.styles import styles

FORMAT = "tarte-formula"
VERSION = 1
TOP = {"format", "version", "name", "style", "lines", "process", "target", "oven", "note"}
LINE = {"ingredient", "amount", "unit", "stage", "id", "range_g", "said"}
PROCESS = {
    "method", "dough_temp_c", "rest_h", "rest_place", "portion_g", "shape", "start_diameter_mm", "start_thickness_mm",
    "oven_c", "fan", "liner", "shelf", "minutes", "bang_minute", "rotate_minute", "bowl_loss_pct",
    "contact_share_pct", "butter_temp_c", "cream_minutes", "mixer", "flour_minutes", "chill_h", "chill_place",
}  # fmt: skip
OVEN = {"offset_k", "tray_conductance"}
TARGET = set(Cookie.__dataclass_fields__)
UNITS = ("g", "%")
#: Longest texts, characters.
MOST_NAME, MOST_NOTE, MOST_ID, MOST_SAID = 80, 2000, 40, 80
Choice = TypeVar("Choice", bound=StrEnum)


@dataclass(frozen=True, slots=True)
class FormulaFile:
    """What a file holds. style is an id or empty; offset_k None where the oven's offset is not known."""

    name: str
    draft: Draft
    style: str
    target: Cookie
    offset_k: float | None
    tray_conductance: float
    note: str


def read_formula(document: object) -> FormulaFile:
    """Read a parsed JSON document. Raises EntryErrors with one item for every problem found."""
    problems: list[EntryError] = []
    if not isinstance(document, Mapping):
        raise EntryErrors([EntryError("", "This is not a formula file: it should be one JSON object.")])
    _unknown(document, TOP, "", problems)
    if document.get("format") != FORMAT:
        problems.append(EntryError("format", f"This is not a formula file: “format” should be “{FORMAT}”."))
    if document.get("version") != VERSION:
        shown = str(document.get("version"))[:20]
        problems.append(EntryError("version", f"Version {shown} is not known; this reads {VERSION}."))
    lines = _lines(document.get("lines"), problems)
    process = _process(document.get("process", {}), problems)
    style = document.get("style", "")
    if not isinstance(style, str) or (style and style not in styles()):
        problems.append(EntryError("style", f"There is no style “{str(style)[:40]}”.{_nearest(style, styles())}"))
    target = _numbers(document.get("target", {}), TARGET, "target", problems)
    oven = document.get("oven", {})
    if not isinstance(oven, Mapping):
        problems.append(EntryError("oven", "“oven” should be an object."))
        oven = {}
    _unknown(oven, OVEN, "oven.", problems)
    offset = _number(oven.get("offset_k"), "oven.offset_k", -80, 80, problems)
    tray = _number(oven.get("tray_conductance", 1.0), "oven.tray_conductance", 0.2, 3, problems)
    name = _text(document.get("name", ""), "name", MOST_NAME, problems)
    note = _text(document.get("note", ""), "note", MOST_NOTE, problems)
    if problems:
        raise EntryErrors(problems)
    draft = Draft(Formula(tuple(lines)), process)
    check_draft(draft)
    return FormulaFile(
        name=name,
        draft=draft,
        style=str(style),
        target=Cookie(**target),
        offset_k=offset,
        tray_conductance=1.0 if tray is None else tray,
        note=note,
    )


def write_formula(file: FormulaFile) -> dict[str, Any]:
    """The document of a formula file; ``read_formula`` gives the same back."""
    process = file.draft.process
    chosen = {n: getattr(process, n) for n in sorted(PROCESS) if getattr(process, n) is not None}
    return {
        "format": FORMAT,
        "version": VERSION,
        "name": file.name,
        "style": file.style,
        "lines": [
            {"id": x.id, "ingredient": x.ingredient_id, "amount": x.grams, "unit": "g", "stage": str(x.step)}
            | ({"range_g": list(x.range_g)} if x.range_g else {})
            | ({"said": x.said} if x.said else {})
            for x in file.draft.formula.lines
        ],
        "process": {n: str(v) if isinstance(v, StrEnum) else v for n, v in chosen.items()},
        "target": {n: v for n in sorted(TARGET) if (v := getattr(file.target, n)) is not None},
        "oven": {"offset_k": file.offset_k, "tray_conductance": file.tray_conductance},
        "note": file.note,
    }


def _lines(found: object, problems: list[EntryError]) -> list[Line]:
    if not isinstance(found, list):
        problems.append(EntryError("lines", "“lines” should be a list of ingredients with amounts."))
        return []
    if len(found) > MAX_LINES:
        problems.append(EntryError("lines", f"A formula holds up to {MAX_LINES} lines; this one has {len(found)}."))
        return []
    lines: list[Line] = []
    shares: list[tuple[int, float]] = []
    for n, row in enumerate(found):
        where = f"lines.{n}"
        if not isinstance(row, Mapping):
            problems.append(EntryError(where, "A line should be an object with ingredient and amount."))
            continue
        _unknown(row, LINE, f"{where}.", problems)
        ident = row.get("ingredient")
        if not isinstance(ident, str) or ident not in table():
            shown = str(ident)[:40]
            problems.append(EntryError(f"{where}.ingredient", f"There is no ingredient “{shown}”.{_like(shown)}"))
            continue
        unit = row.get("unit", "g")
        if unit not in UNITS:
            words = f"“{str(unit)[:20]}” is not a unit of this format: grams (g) or percent of the flour (%)."
            problems.append(EntryError(f"{where}.unit", words))
            continue
        amount = _number(row.get("amount"), f"{where}.amount", 0, 1e5, problems)
        step = _choice(row.get("stage", USUAL_STEP[table()[ident].role]), Step, f"{where}.stage", problems)
        if unit == "%" and amount is not None:
            shares.append((len(lines), amount))
        span = _range(row.get("range_g"), f"{where}.range_g", problems)
        said = _text(row.get("said", ""), f"{where}.said", MOST_SAID, problems)
        name = _text(row.get("id", ""), f"{where}.id", MOST_ID, problems) or f"l{n + 1}"
        lines.append(Line(name, ident, amount, step or Step.DRY, amount, range_g=span, said=said))
    return _weighed(lines, shares, problems)


def _weighed(lines: list[Line], shares: list[tuple[int, float]], problems: list[EntryError]) -> list[Line]:
    """Percentages turned into grams on the flour that is given in grams."""
    if not shares:
        return lines
    percent = {i for i, _ in shares}
    flour = sum(x.grams or 0.0 for i, x in enumerate(lines) if x.ingredient.flour_base and i not in percent)
    if flour <= 0:
        problems.append(EntryError("lines", "Percentages need flour in grams. Give at least the flour in g."))
        return lines
    for i, share in shares:
        x = lines[i]
        lines[i] = Line(x.id, x.ingredient_id, round(flour * share / 100.0, 2), x.step, share, "%")
    return lines


def _process(found: object, problems: list[EntryError]) -> Process:
    if not isinstance(found, Mapping):
        problems.append(EntryError("process", "“process” should be an object."))
        return Process()
    _unknown(found, PROCESS, "process.", problems)
    values: dict[str, Any] = {}
    for name in PROCESS & set(found):
        where, value = f"process.{name}", found[name]
        if name in CHOICES:
            values[name] = _choice(value, CHOICES[name], where, problems)
        elif name == "fan":
            if not isinstance(value, bool):
                problems.append(EntryError(where, "“fan” should be true or false."))
            values[name] = value is True
        elif name == "mixer":
            if value not in ("", *mixers()):
                problems.append(EntryError(where, f"“mixer” should be one of {', '.join(mixers())}."))
            values[name] = value if isinstance(value, str) else ""
        else:
            values[name] = _named(value, name, where, problems)
    if any(values.get(n, "") is None for n in (*CHOICES, "bowl_loss_pct", "contact_share_pct")):
        return Process()
    return Process(**values)


def _numbers(found: object, names: set[str], where: str, problems: list[EntryError]) -> dict[str, float | None]:
    if not isinstance(found, Mapping):
        problems.append(EntryError(where, f"“{where}” should be an object."))
        return {}
    _unknown(found, names, f"{where}.", problems)
    return {n: _named(found[n], n, f"{where}.{n}", problems) for n in names & set(found)}


def _named(value: object, name: str, where: str, problems: list[EntryError]) -> float | None:
    if value is not None and (isinstance(value, bool) or not isinstance(value, int | float | str)):
        problems.append(EntryError(where, f"{quantity(name).label} should be a number."))
        return None
    try:
        return read_named(value, name, where)
    except EntryError as error:
        problems.append(error)
        return None


def _number(value: object, where: str, low: float, high: float, problems: list[EntryError]) -> float | None:
    if value is None:
        return None
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        problems.append(EntryError(where, f"{str(value)[:40]!r} is not a number. Leave it out when it is unknown."))
        return None
    if not low <= value <= high:
        problems.append(EntryError(where, f"{value:g} is out of reach: from {low:g} to {high:g}."))
        return None
    return float(value)


def _text(value: object, where: str, most: int, problems: list[EntryError]) -> str:
    """A text as it stands; nothing is cut off in silence."""
    if not isinstance(value, str):
        problems.append(EntryError(where, f"“{where.rpartition('.')[2]}” should be a text in quotes."))
        return ""
    if len(value) > most:
        words = f"“{where.rpartition('.')[2]}” has {len(value)} characters; shorten it to {most}."
        problems.append(EntryError(where, words))
        return ""
    return value


def _range(value: object, where: str, problems: list[EntryError]) -> tuple[float, float] | None:
    if value is None:
        return None
    if not isinstance(value, list) or len(value) != 2:
        problems.append(EntryError(where, "A range is two numbers of grams, the smaller first."))
        return None
    low, high = (_number(v, where, 0, 1e5, problems) for v in value)
    if low is None or high is None or low > high:
        problems.append(EntryError(where, "A range is two numbers of grams, the smaller first."))
        return None
    return low, high


def _choice(value: object, kind: type[Choice], where: str, problems: list[EntryError]) -> Choice | None:
    try:
        return kind(value)  # type: ignore[arg-type]
    except ValueError:
        known = [str(x) for x in kind]
        words = f"“{str(value)[:40]}” is not known here.{_nearest(value, known)} Known: {', '.join(known)}."
        problems.append(EntryError(where, words))
        return None


def _unknown(found: Mapping[Any, Any], names: set[str], prefix: str, problems: list[EntryError]) -> None:
    for key in found:
        if key not in names:
            where = f"{prefix}{str(key)[:40]}"
            problems.append(EntryError(where, f"“{str(key)[:40]}” is not part of this format.{_nearest(key, names)}"))


def _nearest(word: object, known: Any) -> str:
    close = difflib.get_close_matches(str(word).lower(), sorted(known), n=3, cutoff=0.6)
    return f" Did you mean {' or '.join(close)}?" if close else ""


def _like(word: str) -> str:
    """Ids whose own id, name or other name is near to a word."""
    names: dict[str, str] = {}
    for item in table().values():
        for name in (item.id, item.name.lower(), item.also.lower()):
            if name:
                names.setdefault(name, item.id)
    close = difflib.get_close_matches(word.lower(), sorted(names), n=4, cutoff=0.55)
    close += [n for n in sorted(names) if word.lower() in n.split() and n not in close]
    ids = list(dict.fromkeys(f"{names[n]} ({table()[names[n]].name})" for n in close))[:3]
    return f" Did you mean {' or '.join(ids)}?" if ids else " `tarte ingredients WORD` lists them."
