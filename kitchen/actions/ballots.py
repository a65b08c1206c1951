"""What a taster does with a ballot. Who holds its link may; nobody is signed in, and no session is made."""

from __future__ import annotations

import hashlib
import threading
from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from dough.facts.errors import EntryError
from kitchen.actions.base import OutdatedError
from kitchen.actions.panels import answered
from kitchen.documents.panel import ReplyDoc
from kitchen.models import Ballot
from kitchen.reading.doughs import MissingError
from kitchen.reading.panels import ballot_of, state_of

NOT_HERE = "This link opens no ballot. Ask for a new one."
DELETED = "What was said here was deleted. Ask for another ballot to taste again."
CLOSED = "This panel is closed. Thank you for coming."
#: Sixty phones at once: who waits here is woken in turn, where SQLite would look again ever more seldom.
_turn = threading.Lock()
ELSEWHERE = "This ballot is open on another phone. Ask for a new link if that was you."


@dataclass(frozen=True, kw_only=True)
class BallotAct:
    """A taster's act: by the link, on one phone at a time."""

    token: str
    device: str
    now: datetime

    def opened(self) -> Ballot:
        """The ballot, on this phone, while the panel is open. Raises MissingError, EntryError or OutdatedError."""
        ballot = ballot_of(self.token)
        if ballot is None:
            raise MissingError(NOT_HERE)
        if state_of(ballot.panel, self.now) != "open":
            raise EntryError("panel", CLOSED)
        if ballot.device and ballot.device != digest(self.device):
            raise OutdatedError(ELSEWHERE)
        if ballot.withdrawn_at is not None:
            raise EntryError("ballot", DELETED)
        return ballot


@dataclass(frozen=True, kw_only=True)
class BeginBallot(BallotAct):
    """The taster has read what the samples hold, agrees, and takes a name that is not theirs."""

    nick: str
    agrees: bool

    def execute(self) -> Ballot:
        with _turn, transaction.atomic():
            ballot = self.opened()
            if not self.agrees:
                raise EntryError("agrees", "Read what the samples hold, and say that you can eat them.")
            if ballot.agreed_at is None:
                ballot.agreed_at = self.now
                ballot.device = digest(self.device)
                ballot.nick = " ".join(self.nick.split())[:30]
                ballot.save(update_fields=["agreed_at", "device", "nick"])
            elif not ballot.device:
                # The link was made anew for another phone.
                ballot.device = digest(self.device)
                ballot.save(update_fields=["device"])
            return ballot


@dataclass(frozen=True, kw_only=True)
class AnswerBallot(BallotAct):
    """The reply. Sent again with its key it counts once; another one is refused."""

    key: str
    reply: ReplyDoc

    def execute(self) -> Ballot:
        with _turn, transaction.atomic():
            ballot = self.opened()
            if ballot.agreed_at is None:
                raise EntryError("agrees", "Read first what the samples hold.")
            if ballot.finished_at is not None:
                if ballot.reply_key == self.key:
                    return ballot
                raise OutdatedError("This ballot is answered already. It counts as it was sent first.")
            answered(ballot.panel, ballot, self.reply)
            ballot.finished_at, ballot.reply_key, ballot.came_by = self.now, self.key, "phone"
            ballot.save(update_fields=["reply", "finished_at", "reply_key", "came_by"])
            return ballot


@dataclass(frozen=True, kw_only=True)
class WithdrawBallot(BallotAct):
    """What was said is deleted, the name too. Possible after the panel has closed as well."""

    def execute(self) -> Ballot:
        with _turn, transaction.atomic():
            ballot = ballot_of(self.token)
            if ballot is None:
                raise MissingError(NOT_HERE)
            if ballot.device and ballot.device != digest(self.device):
                raise OutdatedError(ELSEWHERE)
            ballot.reply, ballot.nick, ballot.withdrawn_at = None, "", self.now
            ballot.save(update_fields=["reply", "nick", "withdrawn_at"])
            return ballot


def digest(device: str) -> str:
    """How a phone is known: the hash of a secret it made for itself."""
    return hashlib.sha256(device.encode()).hexdigest() if device else ""
