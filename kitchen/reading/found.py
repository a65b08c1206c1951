"""Versions, bakes and panels found by words: what a cook remembers of them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from kitchen.models import Bake, Panel, Version

#: So many of the newest of each are looked through, and so many are told.
LOOKED_THROUGH, MOST = 2000, 12
MOST_WORDS = 8


@dataclass(frozen=True, slots=True)
class FoundThing:
    """Something of a dough: its kind (version, bake, panel), its number, what it is called, and the stage that shows
    it."""

    kind: str
    dough_id: int
    number: int
    words: str
    stage: str


def found(text: str) -> list[FoundThing]:
    """What holds every word that was typed, newest first; empty for nothing typed."""
    words = text.lower().split()[:MOST_WORDS]
    if not words:
        return []
    return [thing for thing, said in _things() if all(w in said for w in words)][:MOST]


def _things() -> Iterator[tuple[FoundThing, str]]:
    """Everything there is, with all that it can be found by."""
    yield from _versions()
    yield from _bakes()
    yield from _panels()


def _versions() -> Iterable[tuple[FoundThing, str]]:
    rows = Version.objects.filter(dough__deleted_at=None).order_by("-kept_at", "-id")
    for dough, name, number, note in rows.values_list("dough_id", "dough__name", "number", "note")[:LOOKED_THROUGH]:
        words = f"{name}, version {number}: {note}" if note else f"{name}, version {number}"
        yield FoundThing("version", dough, number, words, "versions"), words.lower()


def _bakes() -> Iterable[tuple[FoundThing, str]]:
    rows = Bake.objects.filter(corrected_by=None, batch__version__dough__deleted_at=None).order_by("-baked_on", "-id")
    fields = ("batch__version__dough_id", "batch__version__dough__name", "number", "baked_on", "batch__version__number")
    for dough, name, number, on, version, notes in rows.values_list(*fields, "notes")[:LOOKED_THROUGH]:
        words = f"{name}, bake {number}, {on.day} {on:%b %Y}"
        yield FoundThing("bake", dough, number, words, "results"), f"{words} {on} version {version} {notes}".lower()


def _panels() -> Iterable[tuple[FoundThing, str]]:
    rows = Panel.objects.filter(dough__deleted_at=None).order_by("-id")
    for dough, name, number, asked in rows.values_list("dough_id", "dough__name", "pk", "name")[:LOOKED_THROUGH]:
        words = f"{name}, panel: {asked}"
        yield FoundThing("panel", dough, number, words, "panels"), words.lower()
