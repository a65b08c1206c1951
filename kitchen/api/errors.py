"""One shape for every error: a code, a sentence, and the fields it concerns."""

from __future__ import annotations

import logging
from typing import Any

from django.core.exceptions import BadRequest, RequestDataTooBig, SuspiciousOperation
from django.db.utils import OperationalError
from django.http import HttpRequest, HttpResponse
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, HttpError, ValidationError

from dough.facts.errors import EntryError, EntryErrors, Questions
from kitchen.actions.base import RefusedError, StaleError
from kitchen.actions.furnish import ThingStaleError
from kitchen.actions.plans import PlanStaleError
from kitchen.api.doughs.schemas import DoughOut
from kitchen.api.doughs.views import dough_out
from kitchen.api.shape import FAULT, SAID
from kitchen.reading.doughs import MissingError

log = logging.getLogger("kitchen.faults")
SAID_FAULT = FAULT[1]


class FieldError(Schema):
    where: str
    message: str


class Problem(Schema):
    """code: entry, ask (sent again as sure it is taken), stale, missing, refused, too_big, request, fault (ask again
    later). theirs is set for a stale dough only."""

    code: str
    message: str
    fields: list[FieldError] = []
    theirs: DoughOut | None = None


#: Declared on every operation, so that the contract names them.
PROBLEMS: dict[frozenset[int], type[Problem]] = {frozenset({400, 401, 403, 404, 409, 413, 422, 429, 503}): Problem}


def install(api: NinjaAPI) -> None:
    """Turn what actions and the core raise into answers of the one shape."""

    def answer(request: HttpRequest, status: int, problem: Problem) -> HttpResponse:
        return api.create_response(request, problem, status=status)

    @api.exception_handler(EntryError)
    def entry(request: HttpRequest, exc: EntryError) -> HttpResponse:
        field = FieldError(where=exc.where, message=exc.message)
        return answer(request, 422, Problem(code="entry", message=exc.message, fields=[field]))

    @api.exception_handler(EntryErrors)
    def entries(request: HttpRequest, exc: EntryErrors) -> HttpResponse:
        fields = [FieldError(where=e.where, message=e.message) for e in exc.items[:50]]
        code = "ask" if isinstance(exc, Questions) else "entry"
        return answer(request, 422, Problem(code=code, message=fields[0].message, fields=fields))

    @api.exception_handler(ValidationError)
    def invalid(request: HttpRequest, exc: ValidationError) -> HttpResponse:
        fields = [_plain(e) for e in exc.errors[:50]]
        message = "What was sent can't be read: " + (fields[0].message if fields else "it has the wrong form.")
        return answer(request, 422, Problem(code="request", message=message, fields=fields))

    @api.exception_handler(StaleError)
    def stale(request: HttpRequest, exc: StaleError) -> HttpResponse:
        return answer(request, 409, Problem(code="stale", message=str(exc), theirs=dough_out(exc.current)))

    @api.exception_handler(ThingStaleError)
    def thing_stale(request: HttpRequest, exc: ThingStaleError) -> HttpResponse:
        return answer(request, 409, Problem(code="stale", message=str(exc)))

    @api.exception_handler(PlanStaleError)
    def plan_stale(request: HttpRequest, exc: PlanStaleError) -> HttpResponse:
        return answer(request, 409, Problem(code="stale", message=str(exc)))

    @api.exception_handler(MissingError)
    def missing(request: HttpRequest, exc: MissingError) -> HttpResponse:
        return answer(request, 404, Problem(code="missing", message=str(exc)))

    @api.exception_handler(RefusedError)
    def refused(request: HttpRequest, exc: RefusedError) -> HttpResponse:
        return answer(request, 403, Problem(code="refused", message=str(exc)))

    @api.exception_handler(AuthenticationError)
    def signed_out(request: HttpRequest, exc: AuthenticationError) -> HttpResponse:
        return answer(request, 401, Problem(code="refused", message="Sign in first."))

    @api.exception_handler(OperationalError)
    def database(request: HttpRequest, exc: OperationalError) -> HttpResponse:
        log.exception("the database can't do its work")
        return answer(request, 503, Problem(code="fault", message=_why(exc)))

    @api.exception_handler(OSError)
    def disk(request: HttpRequest, exc: OSError) -> HttpResponse:
        log.exception("the disk can't do its work")
        return answer(request, 503, Problem(code="fault", message=_why(exc)))

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, exc: RequestDataTooBig) -> HttpResponse:
        return answer(request, 413, Problem(code="too_big", message="That is more than can be sent at once."))

    @api.exception_handler(MultiPartParserError)
    @api.exception_handler(BadRequest)
    @api.exception_handler(SuspiciousOperation)
    def unreadable(request: HttpRequest, exc: Exception) -> HttpResponse:
        return answer(request, 400, Problem(code="request", message="What was sent can't be read."))

    @api.exception_handler(HttpError)
    def http(request: HttpRequest, exc: HttpError) -> HttpResponse:
        code = "refused" if exc.status_code in (403, 429) else "request"
        message = SAID[403][1] if str(exc).startswith("CSRF") else str(exc)
        return answer(request, exc.status_code, Problem(code=code, message=message))


#: What the database and the disk say, and what to do about it.
STAYS = "What you typed stays here and goes in by itself then."
CAUSES = (
    (("is full", "no space"), f"The server's disk is full, so nothing was written. Free some room on it. {STAYS}"),
    (("readonly", "read-only", "permission"), "The server's data folder can't be written to, so nothing was written. "
     f"Give it back its rights. {STAYS}"),
    (("disk i/o",), "The server's disk can't be written to: it may be full or failing, so nothing was written. Free "
     f"some room on it, or take the last backup to another. {STAYS}"),
    (("locked", "busy"), f"The database is held by something else and will be free again. {STAYS}"),
    (("malformed", "not a database", "corrupt"), "The database is damaged, so nothing was written. Stop the server and "
     f"bring back the last backup. {STAYS}"),
)  # fmt: skip


def _why(exc: Exception) -> str:
    said = str(exc).lower()
    for words, message in CAUSES:
        if any(w in said for w in words):
            return message
    return SAID_FAULT


def _plain(error: dict[str, Any]) -> FieldError:
    where = ".".join(str(p) for p in error.get("loc", ()) if p not in ("body", "payload"))
    return FieldError(where=where, message=f"{where or 'request'}: {error.get('msg', 'not understood')}")
