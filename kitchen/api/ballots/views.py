"""The four calls of a ballot. The link is all there is: no cookie is read or set, and nothing of other tasters, of what
a code is or of results can be asked here."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone
from django.views.decorators.csrf import csrf_exempt
from pydantic import Field, ValidationError

from dough.facts.errors import EntryError, EntryErrors
from dough.tasting.ballot import asked_scales, asked_words
from kitchen.actions.ballots import AnswerBallot, BallotAct, BeginBallot, WithdrawBallot
from kitchen.actions.base import OutdatedError
from kitchen.api.ballots.limit import OF_A_LINK, OF_WRONG_ONES, Limit
from kitchen.documents.base import Strict
from kitchen.documents.panel import ReplyDoc
from kitchen.models import Ballot
from kitchen.reading.doughs import MissingError
from kitchen.reading.panels import ballot_of, plate_of, question_of, said_of, standing

by_link, wrong = Limit(OF_A_LINK), Limit(OF_WRONG_ONES)
TOO_MANY = "Too many tries. Wait a minute, then go on: nothing is lost."
CAUTION = (
    "Allergic, or unsure? Don't taste: labels, traces and local rules decide. Nuts and hard pieces are not for small "
    "children. Nothing here says that a food is safe for you."
)


class BallotBeginIn(Strict):
    device: str = Field(min_length=8, max_length=64)
    nick: str = Field(default="", max_length=30)
    agrees: bool


class BallotReplyIn(Strict):
    device: str = Field(min_length=8, max_length=64)
    key: str = Field(min_length=8, max_length=64)
    reply: ReplyDoc


class BallotDeviceIn(Strict):
    device: str = Field(min_length=8, max_length=64)


Call = Callable[[HttpRequest, str], dict[str, Any]]


def call(work: Call, method: str = "POST") -> Callable[[HttpRequest, str], HttpResponse]:
    """A view of one call: limited, in the one shape of errors, and never kept by anyone in between."""

    @csrf_exempt
    def view(request: HttpRequest, token: str) -> HttpResponse:
        answer = _answer(work, method, request, token)
        answer["Cache-Control"] = "no-store"
        return answer

    return view


def _answer(work: Call, method: str, request: HttpRequest, token: str) -> HttpResponse:
    where, now_s = str(request.META.get("REMOTE_ADDR", "")), time.monotonic()
    if request.method != method:
        return _refusal(405, "request", "This address can't be asked in that way.")
    if by_link.full(token[:60], now_s):
        return _refusal(429, "refused", TOO_MANY)
    try:
        return JsonResponse(work(request, token))
    except MissingError as error:
        # Whoever guesses is slowed; a good link from the same address still opens its ballot.
        if wrong.full(where, now_s):
            return _refusal(429, "refused", TOO_MANY)
        return _refusal(404, "missing", str(error))
    except (EntryError, EntryErrors) as error:
        first = error.items[0] if isinstance(error, EntryErrors) else error
        return _refusal(422, "entry", first.message)
    except OutdatedError as error:
        return _refusal(409, "stale", str(error))
    except ValidationError:
        return _refusal(422, "request", "That answer can't be read. Load the page again: what you said is kept.")


def _refusal(status: int, code: str, message: str) -> HttpResponse:
    return JsonResponse({"code": code, "message": message, "fields": [], "theirs": None}, status=status)


def look(request: HttpRequest, token: str) -> dict[str, Any]:
    """What the taster sees: first what the samples hold; codes and questions only once that was read and agreed to."""
    ballot = ballot_of(token)
    if ballot is None:
        raise MissingError("This link opens no ballot. Ask for a new one.")
    if standing(ballot) in ("waiting", "begun"):
        BallotAct(token=token, device=request.headers.get("X-Device", ""), now=timezone.now()).opened()
    return told(ballot)


def begin(request: HttpRequest, token: str) -> dict[str, Any]:
    """What the samples hold was read; a name was made up."""
    said = BallotBeginIn.model_validate_json(request.body)
    act = BeginBallot(token=token, device=said.device, now=timezone.now(), nick=said.nick, agrees=said.agrees)
    return told(act.execute())


def answer(request: HttpRequest, token: str) -> dict[str, Any]:
    """The reply, once."""
    said = BallotReplyIn.model_validate_json(request.body)
    act = AnswerBallot(token=token, device=said.device, now=timezone.now(), key=said.key, reply=said.reply)
    return told(act.execute())


def withdraw(request: HttpRequest, token: str) -> dict[str, Any]:
    """Delete what was said."""
    said = BallotDeviceIn.model_validate_json(request.body)
    return told(WithdrawBallot(token=token, device=said.device, now=timezone.now()).execute())


def told(ballot: Ballot) -> dict[str, Any]:
    """A ballot as its taster may know it."""
    panel = ballot.panel
    said, asked = said_of(panel), question_of(panel)
    state = standing(ballot)
    found: dict[str, Any] = {
        "state": state, "number": ballot.number, "nick": ballot.nick,
        # All samples together: which one holds what would tell them apart.
        "holds": sorted({h.strip() for held in panel.holds for h in held.split(",") if h.strip()}),
        "caution": CAUTION, "mask": said.mask, "warm_up": said.warm_up,
    }  # fmt: skip
    if state == "begun":
        plate = plate_of(panel, ballot.number)
        found |= {
            "question": asked.key, "asks": asked_words(asked, said.attribute),
            "codes": [p.code for p in plate.pieces], "compare": plate.compare is not None,
            "scales": [asdict(s) for s in asked_scales(asked, tuple(said.scales), said.laid_out())],
        }  # fmt: skip
    return found
