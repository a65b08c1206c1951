"""What a kitchen is furnished with: kinds of things, what is asked about each, and reading what was typed.

Sources: data/furnishing_kinds.csv, data/furnishing_fields.csv, data/tray_materials.csv. A scoop's number counts level
scoops to 946 ml (definition, H); heat through trays of other materials is a guess (L). A new kind or a new question is
a row there and a column in the kitchen's tables.
"""

from __future__ import annotations

import calendar
import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Literal

from dough.facts.entry import read_named
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.ingredients import table
from dough.facts.quantities import Quantity, quantity
from dough.facts.regions import regions
from dough.facts.tables import number, rows

Box = Literal["words", "number", "choice", "yes", "date", "ingredient"]
#: What is kept of one question: words, a figure in its unit, a choice's id, yes or no, an ISO date; None is unknown.
Value = str | float | bool | None
Facts = Mapping[str, Value]
MOST_WORDS = 120
SCOOP_ML = 946.0
#: What level dough of a drop cookie weighs, g/ml (practice, L): only to say about how much a scoop holds.
DOUGH_G_PER_ML = 1.15


@dataclass(frozen=True, slots=True)
class Choice:
    """One of the answers there are."""

    id: str
    words: str


@dataclass(frozen=True, slots=True)
class Question:
    """One question about a thing. quantity holds unit and bounds of a number; usual is what a new one starts with."""

    name: str
    label: str
    box: Box
    quantity: Quantity | None
    choices: tuple[Choice, ...]
    needed: bool
    usual: str
    hint: str


@dataclass(frozen=True, slots=True)
class ThingKind:
    """A kind of thing, its names, one line about it, and what is asked of each."""

    id: str
    one: str
    many: str
    about: str
    example: str
    fields: tuple[Question, ...]

    def field(self, name: str) -> Question:
        """The question of this name. Raises EntryError where this kind has none."""
        for found in self.fields:
            if found.name == name:
                return found
        raise EntryError("field", f"“{name[:30]}” is not asked of {self.many}.")


@cache
def kinds() -> dict[str, ThingKind]:
    """All kinds by id, in table order."""
    asked: dict[str, list[Question]] = {}
    for r in rows("furnishing_fields"):
        asked.setdefault(r["kind"], []).append(
            Question(
                r["field"], r["label"], r["box"],  # type: ignore[arg-type]
                quantity(r["quantity"]) if r["quantity"] else None, _choices(r["choices"]), r["needed"] == "yes",
                r["usual"], r["hint"],
            )
        )  # fmt: skip
    return {
        r["kind"]: ThingKind(r["kind"], r["one"], r["many"], r["about"], r["example"], tuple(asked[r["kind"]]))
        for r in rows("furnishing_kinds")
    }


def kind(ident: str) -> ThingKind:
    """The kind of this id. Raises EntryError for one that is not known."""
    found = kinds().get(ident)
    if found is None:
        raise EntryError("kind", f"“{ident[:30]}” is nothing a kitchen is furnished with here.")
    return found


def _choices(text: str) -> tuple[Choice, ...]:
    if text == "regions":
        return tuple(Choice(r.code, r.name) for r in regions().values())
    if text == "liners":
        return tuple(Choice(r["id"], r["words"]) for r in rows("oven_places") if r["kind"] == "liner")
    if text == "zones":
        return tuple(Choice(r["zone"], r["name"]) for r in rows("zones"))
    if text == "mixers":
        return tuple(Choice(r["kind"], r["name"]) for r in rows("mixers"))
    return tuple(Choice(*part.split("=", 1)) for part in text.split(";") if part)


def read_facts(of: ThingKind, typed: Mapping[str, Value], before: Facts | None = None) -> dict[str, Value]:
    """What is kept of a thing: what was typed over what was known before, all of it checked.

    Raises EntryErrors with a sentence for every box that can't be used. Questions nobody answered are None.
    """
    wrong: list[EntryError] = []
    kept: dict[str, Value] = dict(before) if before is not None else {}
    for name in typed:
        if all(name != f.name for f in of.fields):
            wrong.append(EntryError(str(name)[:40], f"“{str(name)[:30]}” is not asked of {of.many}."))
    for field in of.fields:
        if field.name in typed or field.name not in kept:
            try:
                kept[field.name] = _read(field, typed.get(field.name))
            except EntryError as error:
                wrong.append(error)
    if not wrong:
        wrong = _against_each_other(of.id, kept)
    if wrong:
        raise EntryErrors(wrong)
    return kept


def _read(field: Question, typed: Value) -> Value:
    if field.box == "yes":
        if typed is None or isinstance(typed, bool):
            return bool(typed)
        raise EntryError(field.name, f"{field.label} is yes or no.")
    if isinstance(typed, bool):
        raise EntryError(field.name, f"{field.label} is not a yes or no.")
    value: Value
    if field.box == "number" and field.quantity is not None:
        value = read_named(typed, field.quantity.key, field.name)
        if value is not None and "count" in field.quantity.roles and value != int(value):
            raise EntryError(field.name, f"{field.label} is a whole number.")
    else:
        value = _read_text(field, "" if typed is None else " ".join(str(typed).split()))
    if value in (None, "") and field.needed:
        raise EntryError(field.name, f"{field.label} is missing: it can't be left empty.")
    return value


def _read_text(field: Question, text: str) -> Value:
    if field.box == "choice":
        if text and all(c.id != text for c in field.choices):
            known = ", ".join(c.words for c in field.choices)
            raise EntryError(field.name, f"{field.label}: “{text[:20]}” is not one of {known}.")
        return text
    if field.box == "date":
        return _read_day(field, text)
    if len(text) > MOST_WORDS:
        raise EntryError(field.name, f"{field.label} takes up to {MOST_WORDS} characters; this has {len(text)}.")
    return text


def _read_day(field: Question, text: str) -> Value:
    if not text:
        return None
    found = re.fullmatch(r"(\d{4})-(\d\d)-(\d\d)", text, re.ASCII)
    year, month, day = (int(part) for part in found.groups()) if found else (0, 0, 0)
    if not 1 <= month <= 12 or not 1 <= day <= calendar.monthrange(max(year, 1), month)[1]:
        raise EntryError(field.name, f"{field.label}: “{text[:20]}” is not a day. Write it as 2026-05-30.")
    if not 1990 <= year <= 2100:
        raise EntryError(field.name, f"{field.label}: the year {year} is out of reach. Check it.")
    return text


def _against_each_other(ident: str, f: Facts) -> list[EntryError]:
    """What can't be true at once."""
    wrong = []

    def larger(inner: str, outer: str, said: str) -> None:
        a, b = f.get(inner), f.get(outer)
        if isinstance(a, float) and isinstance(b, float) and a > b:
            wrong.append(EntryError(inner, said))

    if ident == "tray":
        larger("usable_width_mm", "width_mm", "A tray can't hold more width than it has outside.")
        larger("usable_depth_mm", "depth_mm", "A tray can't hold more depth than it has outside.")
    if ident == "mixer":
        larger("least_g", "most_g", "The least dough is more than the most.")
    if ident == "scoop" and not any(f.get(n) for n in ("number", "volume_ml", "measured_g")):
        wrong.append(EntryError("measured_g", "Say one of the three: its number, its volume, or what it drops."))
    if ident == "cutter" and not (f.get("width_mm") or f.get("area_cm2")):
        wrong.append(EntryError("width_mm", "Say how wide it cuts, or its area where it has another outline."))
    if ident == "lot" and f.get("arrived_on") and f.get("use_by") and str(f["use_by"]) < str(f["arrived_on"]):
        wrong.append(EntryError("use_by", "It can't be used by a day before it arrived."))
    return wrong


def tray_conductance(f: Facts) -> float:
    """Heat through a tray's base against a light aluminium sheet with paper: what was said, or else its material's."""
    said = f.get("conductance")
    if isinstance(said, float):
        return said
    found = {r["material"]: number(r["conductance"]) for r in rows("tray_materials")}
    return found.get(str(f.get("material"))) or 1.0


def scoop_ml(f: Facts) -> float | None:
    """What a level scoop holds, ml: what was said, or by its number; None where it only was weighed."""
    if isinstance(f.get("volume_ml"), float):
        return f["volume_ml"]  # type: ignore[return-value]
    by = f.get("number")
    return SCOOP_ML / by if isinstance(by, float) and by > 0 else None


def cutter_cm2(f: Facts) -> float | None:
    """What a cutter cuts out, cm²; None where it can't be told."""
    said, w, d = f.get("area_cm2"), f.get("width_mm"), f.get("depth_mm")
    if isinstance(said, float):
        return said
    if not isinstance(w, float):
        return None
    if f.get("outline") == "round":
        return math.pi / 4.0 * w * w / 100.0
    if f.get("outline") == "square":
        return w * w / 100.0
    return w * d / 100.0 if f.get("outline") == "rectangle" and isinstance(d, float) else None


def in_words(of: ThingKind, f: Facts) -> str:
    """One line about a thing: what is known of it, in its own words and units."""
    said = []
    sizes: list[str] = []
    for within in ("", "inside_", "usable_"):
        sides = [f"{within}{side}_mm" for side in ("width", "depth", "height")]
        found = [n for n in sides if isinstance(f.get(n), float)]
        if found:
            said.append(f"{within.replace('_', ' ')}{' × '.join(f'{f[n]:g}' for n in found)} mm")
            sizes += found
    for field in of.fields:
        value = f.get(field.name)
        if field.name == "name" or field.name in sizes or value in (None, "", False):
            continue
        said.append(_said(field, value))
    if of.id == "scoop" and (ml := scoop_ml(f)) and not f.get("measured_g"):
        said.append(f"about {ml * DOUGH_G_PER_ML:.0f} g of dough, level (rule of thumb)")
    if of.id == "cutter" and not f.get("area_cm2") and (area := cutter_cm2(f)):
        said.append(f"{area:.1f} cm²")
    return ", ".join(said)


def _said(field: Question, value: Value) -> str:
    if field.box == "yes":
        return field.label.lower()
    if field.box == "choice":
        return next((c.words for c in field.choices if c.id == value), str(value))
    if field.box == "ingredient":
        known = table().get(str(value))
        return known.name.lower() if known else str(value)
    if field.name == "how_many":
        return f"{value:g} of them"
    if field.quantity is not None and field.quantity.unit == "times":
        return f"{field.label.lower()} × {value:g}"
    if field.quantity is not None and isinstance(value, float):
        return f"{field.label.lower()} {value:g} {field.quantity.unit}".rstrip().replace(" -", " −")
    return f"{field.label.lower()} {value}" if field.box == "date" else str(value)
