"""Calls that a cook waits for too long leave a line in the log."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable

from django.http import HttpRequest
from django.http.response import HttpResponseBase

#: Seconds. Fits and searches take longer by nature and are told too: the log says how long.
SLOW_S = 1.0
log = logging.getLogger("kitchen.slow")


class Timed:
    """Middleware: says which calls took long, by method and route, never with what was sent."""

    def __init__(self, following: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.following = following

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        begun = time.perf_counter()
        answer = self.following(request)
        took = time.perf_counter() - begun
        if took >= SLOW_S:
            route = request.resolver_match.route if request.resolver_match else "?"
            call = f"{request.method} /{route}"
            log.warning("slow: %s took %.1f s", call, took, extra={"call": call, "seconds": round(took, 2)})
        return answer
