"""What a backup holds: which tables, in which order, and how a row reads in it.

A row is a JSON object of its columns: figures, words, null, documents; moments are ISO 8601 in UTC, days ISO dates, a
reference is the id of the row it points at. Left out are passwords, sessions and links (whoever finds the file must not
come in by it) and forecasts of logged bakes, which are worked out anew.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, date, datetime
from sqlite3 import Connection
from typing import Any

from django.contrib.auth.models import User
from django.core.exceptions import ValidationError
from django.db import models
from django.utils.dateparse import parse_date, parse_datetime
from pydantic import ValidationError as DocumentError

from kitchen import models as kept
from kitchen.documents.draft import DraftDoc
from kitchen.documents.measured import MeasuredDoc
from kitchen.documents.own_ingredient import read as read_own
from kitchen.documents.plan import PlanDoc
from kitchen.documents.target import TargetDoc

Row = dict[str, Any]
#: Newer files are refused; a file of an earlier number is read by what is written down here.
FORMAT, VERSION = "tarte-kitchen", 1
PEOPLE = ("id", "username", "first_name", "is_active", "date_joined")


@dataclass(frozen=True, slots=True)
class Table:
    """A table: its name in the file, its model, and the columns that are kept."""

    name: str
    model: type[models.Model]
    columns: tuple[str, ...]

    @property
    def fields(self) -> list[models.Field[Any, Any]]:
        """The columns as Django knows them."""
        return [self.model._meta.get_field(c) for c in self.columns]  # type: ignore[misc]


def _whole(name: str, model: type[models.Model]) -> Table:
    return Table(name, model, tuple(f.name for f in model._meta.concrete_fields))


#: Each may point at those above it, and at itself.
TABLES: tuple[Table, ...] = (
    Table("people", User, PEOPLE),
    _whole("members", kept.Member),
    _whole("ovens", kept.Oven),
    _whole("trays", kept.Tray),
    _whole("tins", kept.Tin),
    _whole("cutters", kept.Cutter),
    _whole("scoops", kept.Scoop),
    _whole("mixers", kept.Mixer),
    _whole("cold_places", kept.Cold),
    _whole("scales", kept.Scale),
    _whole("scale_checks", kept.ScaleCheck),
    _whole("devices", kept.Device),
    _whole("device_checks", kept.DeviceCheck),
    _whole("lots", kept.Lot),
    _whole("own_ingredients", kept.OwnIngredient),
    _whole("cups", kept.CupWeighing),
    _whole("supplier_labels", kept.SupplierLabel),
    _whole("mixer_readings", kept.MixerReading),
    _whole("calibrations", kept.Calibration),
    _whole("kitchen", kept.Kitchen),
    _whole("doughs", kept.Dough),
    _whole("versions", kept.Version),
    _whole("recipe_sources", kept.RecipeSource),
    _whole("kept_drafts", kept.KeptDraft),
    _whole("butter_out", kept.ButterOut),
    _whole("butter_readings", kept.ButterReading),
    _whole("photos", kept.Photo),
    _whole("oven_trays", kept.OvenTray),
    _whole("batches", kept.Batch),
    _whole("bakes", kept.Bake),
    _whole("series", kept.Series),
    _whole("plans", kept.Plan),
    _whole("stored", kept.Stored),
    _whole("stored_moves", kept.StoredMove),
    _whole("runs", kept.Run),
    _whole("run_entries", kept.RunEntry),
    _whole("panels", kept.Panel),
    _whole("ballots", kept.Ballot),
    _whole("events", kept.Event),
)
#: Models that are left out on purpose, with the reason above.
LEFT_OUT: tuple[type[models.Model], ...] = (kept.Foretold, kept.Card, kept.Invite)
BY_NAME = {t.name: t for t in TABLES}


def rows_of(table: Table, source: Connection, where: str = "", values: tuple[object, ...] = ()) -> Iterator[Row]:
    """The rows of a table as a backup keeps them, in order of their ids."""
    columns = ", ".join(f'"{f.column}"' for f in table.fields)
    # Names come from the models, never from what somebody typed.
    asked = f'SELECT {columns} FROM "{table.model._meta.db_table}" {where} ORDER BY id'  # noqa: S608
    kinds = [_kind(f) for f in table.fields]
    for values_found in source.execute(asked, values):
        yield {name: _out(kind, value) for name, kind, value in zip(table.columns, kinds, values_found, strict=True)}


def _kind(field: models.Field[Any, Any]) -> str:
    for kind, of in (
        ("json", models.JSONField), ("bool", models.BooleanField), ("moment", models.DateTimeField),
        ("day", models.DateField),
    ):  # fmt: skip
        if isinstance(field, of):
            return kind
    return "plain"


def _out(kind: str, value: Any) -> Any:
    if value is None or kind == "plain":
        return value
    if kind == "json":
        return json.loads(value)
    if kind == "bool":
        return bool(value)
    if kind == "moment":
        found = value if isinstance(value, datetime) else datetime.fromisoformat(value)
        return (found if found.tzinfo else found.replace(tzinfo=UTC)).isoformat().replace("+00:00", "Z")
    return str(value)[:10]


#: Columns of words, and the longest text a kitchen keeps (a recipe as it was pasted).
WORDS = (models.CharField, models.TextField)
MOST_TEXT = 400_000


class WrongRowError(ValueError):
    """A row that can't be what a kitchen keeps; the message says which and why."""


def read_row(table: Table, row: Any, number: int) -> dict[str, Any]:
    """A row of a file as values for the model, checked column by column. Raises WrongRowError.

    Columns that a file of an earlier Tarte lacks start as they do for a new row.
    """
    if not isinstance(row, dict):
        raise WrongRowError(f"row {number} of {table.name} is not an object")
    strange = set(row) - set(table.columns)
    if strange:
        raise WrongRowError(f"row {number} of {table.name} has “{sorted(strange)[0][:30]}”, which is not known here")
    found: dict[str, Any] = {}
    for field in table.fields:
        if field.name not in row:
            if field.primary_key:
                raise WrongRowError(f"row {number} of {table.name} has no id")
            found[field.attname] = field.get_default()
            continue
        found[field.attname] = _read(table, field, row[field.name], number)
    return found


def _read(table: Table, field: models.Field[Any, Any], value: Any, number: int) -> Any:
    where = f"row {number} of {table.name}, {field.name}"
    try:
        if isinstance(field, models.ForeignKey) or field.primary_key:
            if value is None and field.null:
                return None
            if type(value) is not int or not 0 < value < 2**62:
                raise WrongRowError(f"{where}: not the id of a row")
            return value
        if value is None:
            if not field.null:
                raise WrongRowError(f"{where}: can't be empty")
            return None
        return _read_value(field, value, where)
    except ValidationError as error:
        raise WrongRowError(f"{where}: {' '.join(error.messages)}") from error


def _read_value(field: models.Field[Any, Any], value: Any, where: str) -> Any:
    if isinstance(field, models.JSONField):
        return value
    if isinstance(field, models.BooleanField):
        if type(value) is not bool:
            raise WrongRowError(f"{where}: not true or false")
        return value
    if isinstance(field, models.DateField):
        found = _moment(field, value)
        if found is None:
            raise WrongRowError(f"{where}: not a day or moment")
        return found
    wanted: tuple[type, ...] = (str,) if isinstance(field, WORDS) else (int, float)
    if isinstance(value, bool) or not isinstance(value, wanted):
        raise WrongRowError(f"{where}: not what is kept there")
    if isinstance(value, str) and len(value) > MOST_TEXT:
        raise WrongRowError(f"{where}: longer than {MOST_TEXT:,} characters")
    field.run_validators(value)
    return value


def _moment(field: models.Field[Any, Any], value: Any) -> datetime | date | None:
    if not isinstance(value, str):
        return None
    try:
        if isinstance(field, models.DateTimeField):
            found = parse_datetime(value)
            return found if found is not None and found.tzinfo is not None else None
        return parse_date(value)
    except ValueError:
        return None


#: Documents inside rows that the kitchen works with, and what has to be able to read them.
DOCUMENTS: dict[tuple[str, str], Any] = {
    ("doughs", "draft"): DraftDoc.model_validate,
    ("doughs", "target"): TargetDoc.model_validate,
    ("versions", "formula"): DraftDoc.model_validate,
    ("kept_drafts", "draft"): DraftDoc.model_validate,
    ("kept_drafts", "target"): TargetDoc.model_validate,
    ("bakes", "measured"): MeasuredDoc.model_validate,
    ("series", "base"): DraftDoc.model_validate,
    ("own_ingredients", "recipe"): read_own,
    ("plans", "body"): PlanDoc.model_validate,
    ("stored", "draft"): DraftDoc.model_validate,
}


def check_documents(table: Table, row: dict[str, Any], number: int) -> None:
    """Raise WrongRowError where a document inside a row can't be read."""
    for (of, column), reads in DOCUMENTS.items():
        if of == table.name and row.get(column):
            try:
                reads(row[column])
            except (DocumentError, ValueError, TypeError, KeyError, RecursionError) as error:
                raise WrongRowError(f"row {number} of {table.name}: its {column} can't be read") from error


def schema() -> dict[str, Any]:
    """The published JSON Schema of a backup's tables, from the tables themselves."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"{FORMAT} {VERSION}",
        "description": 'tables/<name>.json of a backup: {"table": name, "rows": [row, ...]}',
        "$defs": {t.name: _schema_of(t) for t in TABLES},
    }


def _schema_of(table: Table) -> dict[str, Any]:
    properties = {f.name: _property(f) for f in table.fields}
    return {"type": "object", "properties": properties, "required": ["id"], "additionalProperties": False}


def _property(field: models.Field[Any, Any]) -> dict[str, Any]:
    if isinstance(field, models.JSONField):
        return {"description": "a document"}
    told: dict[str, Any]
    if isinstance(field, models.ForeignKey):
        told = {"type": "integer", "description": f"id in {_name_of(field.related_model)}"}
    elif isinstance(field, models.BooleanField):
        told = {"type": "boolean"}
    elif isinstance(field, models.DateTimeField):
        told = {"type": "string", "format": "date-time"}
    elif isinstance(field, models.DateField):
        told = {"type": "string", "format": "date"}
    elif isinstance(field, WORDS):
        told = {"type": "string", "maxLength": getattr(field, "max_length", None) or MOST_TEXT}
    else:
        told = {"type": "number" if isinstance(field, models.FloatField) else "integer"}
    return {**told, "type": [told["type"], "null"]} if field.null else told


def _name_of(model: Any) -> str:
    return next((t.name for t in TABLES if t.model is model), "this table")
