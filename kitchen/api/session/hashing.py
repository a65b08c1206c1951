"""Passwords are hashed one at a time: each takes some memory and time by design, and twenty at once took much."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager

from ninja.errors import HttpError

#: So many may wait behind the one that is hashed; more are asked to come back.
WAITING = 8
_queue = threading.BoundedSemaphore(WAITING + 1)
_turn = threading.Lock()
BUSY = "Too many people are signing in at once. Try again in a few seconds."


@contextmanager
def one_at_a_time() -> Iterator[None]:
    """Wait for one's turn to hash. Raises HttpError 429 where too many wait already."""
    if not _queue.acquire(blocking=False):
        raise HttpError(429, BUSY)
    try:
        with _turn:
            yield
    finally:
        _queue.release()
