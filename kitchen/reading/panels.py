"""Panels as they stand: who has answered, what the samples hold, what came out once it may be told."""

from __future__ import annotations

import base64
import hashlib
import hmac
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any

from django.conf import settings

from dough.accounts.needs.said import allergens_of
from dough.facts.errors import EntryError
from dough.tasting.outcome import PanelOutcome, outcome
from dough.tasting.questions import PanelQuestion, question
from dough.tasting.replies import Answer, Reply
from dough.tasting.serving import TARGET, uneven
from kitchen.documents.draft import DraftDoc
from kitchen.documents.panel import PanelDoc, PlateDoc, ReplyDoc, SampleDoc
from kitchen.models import Bake, Ballot, Dough, Panel, Version
from kitchen.reading.bake_as_done import as_baked
from kitchen.reading.doughs import MissingError
from kitchen.reading.this_kitchen import readings

MAC_CHARS = 32


def panel_for_reading(panel_id: int) -> Panel:
    """A panel of a dough that is not deleted. Raises MissingError."""
    found = Panel.objects.filter(pk=panel_id, dough__deleted_at=None).select_related("dough", "made_by").first()
    if found is None:
        raise MissingError("There is no such panel.")
    return found


def state_of(panel: Panel, now: datetime) -> str:
    """set up, open or closed; one whose time is over counts as closed."""
    if panel.opened_at is None:
        return "set up"
    over = panel.closed_at is not None or (panel.ends_at is not None and panel.ends_at <= now)
    return "closed" if over else "open"


def said_of(panel: Panel) -> PanelDoc:
    return PanelDoc.model_validate(panel.said)


def question_of(panel: Panel) -> PanelQuestion:
    return question(panel.said["question"])


def plate_of(panel: Panel, number: int) -> PlateDoc:
    """What is on a plate. Raises EntryError where none was laid."""
    if not 1 <= number <= len(panel.plates):
        raise EntryError("number", f"There is no plate {number}.")
    return PlateDoc.model_validate(panel.plates[number - 1])


@dataclass(frozen=True, slots=True)
class NamedPlate:
    """A plate with what its codes are: its number, codes in the order of tasting, which sample each is, and what lies
    open beside it."""

    number: int
    codes: tuple[int, ...]
    samples: tuple[str, ...]
    compare: str = ""


def named_plates(panel: Panel) -> list[NamedPlate]:
    """Every plate of a panel with its key: for who plates, and for all once the panel may be told."""
    names = [s.name for s in said_of(panel).samples]
    found = []
    for n in range(1, len(panel.plates) + 1):
        plate = plate_of(panel, n)
        compare = "" if plate.compare is None else "the target" if plate.compare == TARGET else names[plate.compare]
        codes = tuple(p.code for p in plate.pieces)
        samples = tuple(names[p.sample] + (", again" if p.code == plate.again else "") for p in plate.pieces)
        found.append(NamedPlate(n, codes, samples, compare))
    return found


def ballot_numbered(panel: Panel, number: int) -> Ballot:
    """A ballot by the number of its plate. Raises MissingError."""
    found = panel.ballots.filter(number=number).first()
    if found is None:
        raise MissingError(f"There is no ballot {number}.")
    return found


def standing(ballot: Ballot) -> str:
    """waiting, begun, finished or withdrawn."""
    if ballot.withdrawn_at is not None:
        return "withdrawn"
    if ballot.finished_at is not None:
        return "finished"
    return "waiting" if ballot.agreed_at is None else "begun"


def bake_of(dough: Dough, number: int) -> Bake:
    """A bake of a dough as it was last corrected. Raises EntryError."""
    rows = Bake.objects.filter(batch__version__dough=dough, number=number, corrected_by=None)
    found = rows.select_related("batch__version", "oven", "tray").first()
    if found is None:
        raise EntryError("samples", f"There is no bake {number} of this dough.")
    return found


def with_bakes(dough: Dough, said: PanelDoc, today: date) -> PanelDoc:
    """A panel with the version of each sample that is a bake filled in, and its age by the day where none is said: of
    today's only the cook knows the hour. Raises EntryError."""
    return said.model_copy(update={"samples": [_with_bake(dough, s, today) for s in said.samples]})


def _with_bake(dough: Dough, s: SampleDoc, today: date) -> SampleDoc:
    if s.bake is None:
        return s
    bake = bake_of(dough, s.bake)
    days = (today - bake.baked_on).days
    age = s.age_h if s.age_h is not None or days < 1 else 24.0 * days
    return s.model_copy(update={"version": bake.batch.version.number, "age_h": age})


def holds_of(dough: Dough, said: PanelDoc) -> list[str]:
    """What each sample holds, in words, with what is unread: told to tasters before they get a code. A bake holds what
    went in on the spot as well."""
    told = []
    for s in said.samples:
        if s.version is None:
            told.append(s.holds.strip())
            continue
        version = Version.objects.filter(dough=dough, number=s.version).first()
        if version is None:
            raise EntryError("samples", f"There is no version {s.version} of this dough.")
        plan = DraftDoc.model_validate(version.formula).to_core()
        lines = (plan if s.bake is None else as_baked(bake_of(dough, s.bake))).formula.lines
        held = allergens_of((x.ingredient for x in lines), readings())
        told.append(", ".join(held) if held else "no allergen by recipe; labels decide")
    return told


def answers_of(panel: Panel) -> list[Answer]:
    """All that was answered, by plate."""
    rows = panel.ballots.exclude(finished_at=None).filter(withdrawn_at=None)
    return [
        Answer(b.number, plate_of(panel, b.number).to_core(), ReplyDoc.model_validate(b.reply).to_core()) for b in rows
    ]


def answer_rows(panel: Panel) -> list[dict[str, Any]]:
    """Every answer, a row a figure (docs/formats/panel.md)."""
    names, key = [s.name for s in said_of(panel).samples], question_of(panel).key
    found = []
    for a in answers_of(panel):
        for place, piece in enumerate(a.serving.pieces, 1):
            about = {
                "ballot": a.taster, "place": place, "code": piece.code, "sample": names[piece.sample], "question": key,
                "again": int(piece.code == a.serving.again),
            }  # fmt: skip
            found += [{**about, "scale": scale, "value": value} for scale, value in _figures(a.reply, piece.code)]
    return found


def _figures(reply: Reply, code: int) -> Iterator[tuple[str, float]]:
    """What a reply says of one code: the scale and the value."""
    yield from reply.scores.get(code, {}).items()
    if reply.choice is not None:
        yield "chosen", int(reply.choice == code)
    if reply.pair:
        yield "paired", int(code in reply.pair)
    if reply.order:
        yield "rank", reply.order.index(code) + 1


def may_be_told(panel: Panel, now: datetime) -> bool:
    """Whether what came out may be seen."""
    return state_of(panel, now) == "closed" or panel.broken_at is not None


def came_out(panel: Panel) -> PanelOutcome:
    """What a panel says."""
    said = said_of(panel)
    names = [s.name for s in said.samples]
    return outcome(question_of(panel), names, answers_of(panel), tuple(said.scales), said.attribute, said.alike_d)


def unevenness(panel: Panel) -> str:
    """What is not balanced, in words: among all plates while it is open, among those that were answered once it has
    been closed, as absent tasters leave gaps."""
    numbers = range(1, len(panel.plates) + 1)
    used = [a.taster for a in answers_of(panel)] if panel.closed_at is not None else list(numbers)
    plates = tuple(plate_of(panel, n).to_core() for n in used)
    return uneven(question_of(panel), plates, len(said_of(panel).samples)) if plates else ""


def token_of(ballot: Ballot) -> str:
    """The secret part of a ballot's link; nowhere kept, made anew from the kitchen's key and the ballot's nonce."""
    words = f"ballot {ballot.pk} {ballot.nonce}".encode()
    mac = hmac.new(settings.SECRET_KEY.encode(), words, hashlib.sha256).digest()
    return f"{ballot.pk}.{base64.urlsafe_b64encode(mac).decode()[:MAC_CHARS]}"


def ballot_of(token: str) -> Ballot | None:
    """The ballot a token opens; None for any other. Compared in constant time."""
    ident = token.partition(".")[0]
    if not ident.isascii() or not ident.isdigit() or len(ident) > 12:
        return None
    found = Ballot.objects.filter(pk=int(ident), panel__dough__deleted_at=None).select_related("panel").first()
    if found is None:
        return None
    return found if hmac.compare_digest(token_of(found), token) else None
