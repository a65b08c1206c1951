"""Panels: set up, opened, joined, closed; a ballot's link made anew; paper ballots entered."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

import numpy as np
from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from dough.tasting.questions import question
from dough.tasting.replies import checked
from dough.tasting.serving import MOST_TASTERS, serve
from dough.tasting.setup import minded
from kitchen.actions.base import Action, Before, Done
from kitchen.actions.rights import Right
from kitchen.documents.panel import PanelDoc, PlateDoc, ReplyDoc
from kitchen.models import Ballot, Panel
from kitchen.reading.doughs import dough_for_reading
from kitchen.reading.hours import today
from kitchen.reading.panels import (
    ballot_numbered,
    holds_of,
    panel_for_reading,
    plate_of,
    question_of,
    said_of,
    standing,
    state_of,
    with_bakes,
)

MOST_PANELS = 200
#: How long ballots can be answered at most, days.
OPEN_DAYS = 3
MORE_AT_ONCE = 12


@dataclass(frozen=True, kw_only=True)
class SetUpPanel(Action[Panel]):
    """A panel as the cook wants it; the same key sent again answers with the panel there is."""

    dough_id: int
    key: str
    name: str
    said: PanelDoc

    def check(self) -> None:
        if not self.name.strip():
            raise EntryError("name", "Say what the panel asks, for instance “does the egg-free one show”.")
        # Ages first as they were typed: a bake's own is known once it is looked up.
        minded(question(self.said.question), self.said.to_core())

    def change(self, cook: User) -> Done[Panel] | Before[Panel]:
        """Raises EntryError for a version or a bake that is not there, EntryErrors for bakes of different ages."""
        dough = dough_for_reading(self.dough_id)
        said = with_bakes(dough, self.said, today(self.now))
        minded(question(said.question), said.to_core())
        again = Panel.objects.filter(key=self.key).first()
        if again is not None:
            if again.dough_id != dough.pk or again.said != said.model_dump():
                raise EntryError("key", "That was sent for another panel. Set it up again here.")
            return Before(again)
        if Panel.objects.filter(dough=dough).count() >= MOST_PANELS:
            raise EntryError("name", f"{MOST_PANELS} panels are kept of this dough; that is the most.")
        made = Panel.objects.create(
            dough=dough, key=self.key, name=self.name.strip()[:120], said=said.model_dump(),
            holds=holds_of(dough, said), made_at=self.now, made_by=cook,
        )  # fmt: skip
        return Done(made, made, f"set up the panel {made.name}", dough)


@dataclass(frozen=True, kw_only=True)
class OpenPanel(Action[Panel]):
    """Draw plates and codes by lot, and make a ballot for each taster. lot is what they are drawn by; None: chance."""

    right = Right.RECORD

    panel_id: int
    lot: int | None = None

    def change(self, cook: User) -> Done[Panel] | Before[Panel]:
        panel = panel_for_reading(self.panel_id)
        if panel.opened_at is not None:
            return Before(panel)
        said = said_of(panel)
        panel.opened_at, panel.ends_at = self.now, self.now + timedelta(days=OPEN_DAYS)
        panel.save(update_fields=["opened_at", "ends_at"])
        add_plates(panel, said.tasters, self.lot)
        return Done(panel, panel, f"opened the panel {panel.name} to {said.tasters} tasters", panel.dough)


@dataclass(frozen=True, kw_only=True)
class MoreTasters(Action[Panel]):
    """Plates for tasters who come besides, again in whole rounds as far as it goes."""

    right = Right.RECORD

    panel_id: int
    more: int

    def change(self, cook: User) -> Done[Panel]:
        panel = _open(self.panel_id, self.now)
        if not 1 <= self.more <= MORE_AT_ONCE or len(panel.plates) + self.more > MOST_TASTERS:
            raise EntryError("more", f"Up to {MORE_AT_ONCE} more at once, {MOST_TASTERS} in all.")
        add_plates(panel, self.more)
        return Done(panel, panel, f"laid {self.more} more plates for {panel.name}", panel.dough)


@dataclass(frozen=True, kw_only=True)
class ClosePanel(Action[Panel]):
    """End it: no ballot can be answered from here on, and what came out may be told."""

    right = Right.RECORD

    panel_id: int

    def change(self, cook: User) -> Done[Panel] | Before[Panel]:
        panel = panel_for_reading(self.panel_id)
        if panel.opened_at is None:
            raise EntryError("panel", "It was never opened: there is nothing to close.")
        if panel.closed_at is not None:
            return Before(panel)
        panel.closed_at = self.now
        panel.save(update_fields=["closed_at"])
        return Done(panel, panel, f"closed the panel {panel.name}", panel.dough)


@dataclass(frozen=True, kw_only=True)
class BreakOpen(Action[Panel]):
    """Look before it is closed; who, when and why stay with it."""

    panel_id: int
    why: str

    def change(self, cook: User) -> Done[Panel] | Before[Panel]:
        panel = _open(self.panel_id, self.now)
        if not self.why.strip():
            raise EntryError("why", "Say why: it stays with the panel, as whoever reads it has to know.")
        if panel.broken_at is not None:
            return Before(panel)
        panel.broken_at, panel.broken_why = self.now, self.why.strip()[:200]
        panel.save(update_fields=["broken_at", "broken_why"])
        return Done(panel, panel, f"broke open the panel {panel.name}: {panel.broken_why}", panel.dough)


@dataclass(frozen=True, kw_only=True)
class PrintKey(Action[Panel]):
    """The plating sheet is printed: the journal tells who knows what the codes are."""

    right = Right.RECORD

    panel_id: int

    def change(self, cook: User) -> Done[Panel]:
        panel = panel_for_reading(self.panel_id)
        return Done(panel, panel, f"printed what the codes of {panel.name} are", panel.dough)


@dataclass(frozen=True, kw_only=True)
class FreeBallot(Action[Ballot]):
    """Make a ballot's link worthless and give it a new one: for a lost phone, or a link that went to the wrong one."""

    right = Right.RECORD

    panel_id: int
    number: int

    def change(self, cook: User) -> Done[Ballot]:
        panel = _open(self.panel_id, self.now)
        ballot = _unanswered(panel, self.number)
        ballot.nonce, ballot.device = secrets.token_hex(16), ""
        ballot.save(update_fields=["nonce", "device"])
        return Done(ballot, ballot, f"gave ballot {ballot.number} of {panel.name} a new link", panel.dough)


@dataclass(frozen=True, kw_only=True)
class EnterPaper(Action[Ballot]):
    """A paper ballot, entered by hand."""

    right = Right.RECORD

    panel_id: int
    number: int
    nick: str
    reply: ReplyDoc

    def change(self, cook: User) -> Done[Ballot]:
        panel = _open(self.panel_id, self.now)
        ballot = _unanswered(panel, self.number)
        answered(panel, ballot, self.reply)
        ballot.nick, ballot.came_by, ballot.finished_at = self.nick.strip()[:30], "paper", self.now
        ballot.agreed_at = ballot.agreed_at or self.now
        ballot.save()
        return Done(ballot, ballot, f"entered paper ballot {ballot.number} of {panel.name}", panel.dough)


def add_plates(panel: Panel, more: int, lot: int | None = None) -> None:
    """Draw so many plates by lot, each with its ballot."""
    said = said_of(panel)
    rng = np.random.default_rng(secrets.randbits(64) if lot is None else lot)
    plates = serve(question_of(panel), len(said.samples), more, rng, twice=said.twice)
    first = len(panel.plates) + 1
    panel.plates = [*panel.plates, *(PlateDoc.of(p).model_dump() for p in plates)]
    panel.save(update_fields=["plates"])
    Ballot.objects.bulk_create(
        Ballot(panel=panel, number=first + n, nonce=secrets.token_hex(16)) for n in range(len(plates))
    )


def answered(panel: Panel, ballot: Ballot, reply: ReplyDoc) -> None:
    """Put a reply on a ballot where it answers all that was asked. Raises EntryError."""
    plate = plate_of(panel, ballot.number).to_core()
    whole = checked(question_of(panel), plate, reply.to_core(), tuple(said_of(panel).scales))
    ballot.reply = ReplyDoc.of(whole).model_dump()


def _open(panel_id: int, now: datetime) -> Panel:
    panel = panel_for_reading(panel_id)
    state = state_of(panel, now)
    if state != "open":
        raise EntryError("panel", "Open the panel first." if state == "set up" else "This panel is closed.")
    return panel


def _unanswered(panel: Panel, number: int) -> Ballot:
    """A ballot that can still be answered. Raises MissingError or EntryError."""
    ballot = ballot_numbered(panel, number)
    if standing(ballot) in ("finished", "withdrawn"):
        raise EntryError("number", f"Ballot {number} is answered already, or its taster has deleted it.")
    return ballot
