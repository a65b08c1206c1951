"""The compiler, kept at arm's length.

Phenomenon functions are written once, on plain floats and small arrays. ``inner`` leaves a function
as it is and lets compiled callers take it in; ``compiled`` makes the one entry that is called from
outside. Without numba, or through ``.py_func``, everything runs uncompiled, only slower.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

F = TypeVar("F", bound=Callable[..., Any])
_numba: Any
_extending: Any
try:
    import numba as _numba
    import numba.extending as _extending
except ImportError:  # a machine without the compiler
    _numba = _extending = None


def inner(function: F) -> F:
    """Mark a function as part of the compiled step; called from Python it stays plain Python."""
    if _extending is not None:
        _extending.register_jitable(error_model="numpy")(function)
    return function


def phase(function: F) -> F:
    """Mark a phase of the step: like ``inner``, and always set into its caller, so that the state it takes is not
    handed over array by array."""
    if _extending is not None:
        _extending.register_jitable(error_model="numpy", forceinline=True)(function)
    return function


def compiled(function: F) -> F:
    """Compile an entry: cached on disk, free of the interpreter's lock. ``.py_func`` is the plain one."""
    if _numba is None:
        function.py_func = function  # type: ignore[attr-defined]
        return function
    entry: F = _numba.njit(cache=True, nogil=True, error_model="numpy")(function)
    return entry


def uncompiled(function: F) -> F:
    """The plain Python behind a compiled entry."""
    return function.py_func  # type: ignore[attr-defined, no-any-return]


def is_compiled() -> bool:
    """Whether the compiler is there."""
    return _numba is not None
