"""One look at the kitchen: what many answers of one call ask alike is asked of the database once.

Usage: decorate a reading with ``@asked_once``; inside ``with at_once():`` it is asked once for each set of arguments,
elsewhere every time.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import wraps
from typing import ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")
_look: ContextVar[dict[object, object] | None] = ContextVar("look", default=None)


@contextmanager
def at_once() -> Iterator[None]:
    """Answers given inside are of one look; nothing may be written meanwhile."""
    if _look.get() is not None:
        yield
        return
    token = _look.set({})
    try:
        yield
    finally:
        _look.reset(token)


def asked_once(reading: Callable[P, R]) -> Callable[P, R]:
    """The same reading, remembered within one look."""

    @wraps(reading)
    def asked(*args: P.args, **kwargs: P.kwargs) -> R:
        known = _look.get()
        if known is None:
            return reading(*args, **kwargs)
        key = (reading, args, tuple(sorted(kwargs.items())))
        if key not in known:
            known[key] = reading(*args, **kwargs)
        return known[key]  # type: ignore[return-value]

    return asked
