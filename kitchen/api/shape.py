"""Every answer under /api has the one shape, whoever refuses: the address, the method, the form token, a fault here."""

from __future__ import annotations

import json
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

#: By status: the code, and a sentence that says what to do.
SAID = {
    400: ("request", "What was sent can't be read."),
    403: ("refused", "This page is out of date or came from elsewhere: load it again and repeat what you did."),
    404: ("missing", "There is nothing at this address."),
    405: ("request", "This address can't be asked in that way."),
    413: ("too_big", "That is more than can be sent at once."),
    429: ("refused", "Too many tries: wait a quarter of an hour."),
}
FAULT = ("fault", "Something failed here that should not. What you typed is still on the page: try again in a moment.")


class OneShape:
    """Middleware: what is not JSON and reports an error under /api/ is said anew in the one shape."""

    def __init__(self, following: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.following = following

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer = self.following(request)
        plain = answer.status_code >= 400 and not answer.get("Content-Type", "").startswith("application/json")
        if not plain or not request.path.startswith("/api/"):
            return answer
        code, message = SAID.get(answer.status_code, FAULT if answer.status_code >= 500 else SAID[400])
        body = json.dumps({"code": code, "message": message, "fields": [], "theirs": None})
        told = HttpResponse(body, status=answer.status_code, content_type="application/json; charset=utf-8")
        for header in ("Allow", "Retry-After"):
            if header in answer:
                told[header] = answer[header]
        told.cookies = answer.cookies
        return told
