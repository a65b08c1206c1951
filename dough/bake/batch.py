"""Many bakes at once: the entry that the forecast, the intervals and the searches use."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from types import SimpleNamespace
from typing import Any

import numpy as np

from dough.bake import march
from dough.bake.case import Case, case_record, plain_case
from dough.bake.derive import Learned, derive
from dough.bake.inputs import BakeInputs, check_inputs
from dough.bake.jit import uncompiled
from dough.facts.bake_parameters import plain, record, values

STEPS_BAKE, STEPS_COOL = 96, 24
#: Bakes handed to one thread; the compiled step runs free of the interpreter's lock.
SHARE = 16
THREADS = 2
COLUMN = {name: i for i, name in enumerate(march.COLUMNS)}


@dataclass(frozen=True, slots=True)
class Baked:
    """Series of n bakes, shape (n, steps + 1, columns), with what they were worked out from.

    The row at ``steps_bake`` is removal from the oven; the last row is 45 minutes later.
    """

    inputs: tuple[BakeInputs, ...]
    cases: tuple[Case, ...]
    series: np.ndarray[Any, np.dtype[np.float64]]
    steps_bake: int
    parameters: dict[str, float]

    @property
    def darkest(self) -> float:
        """L* of the darkest crust."""
        return self.parameters["Lmin"]

    def column(self, name: str) -> np.ndarray[Any, np.dtype[np.float64]]:
        """One series of every bake, shape (n, steps + 1), in the units of ``march.COLUMNS``."""
        return self.series[:, :, COLUMN[name]]

    def of(self, name: str) -> np.ndarray[Any, np.dtype[np.float64]]:
        """One derived number of every case, shape (n,)."""
        return np.array([getattr(c, name) for c in self.cases])


def bake(
    inputs: Sequence[BakeInputs],
    parameters: dict[str, float] | None = None,
    learned: Learned | Sequence[Learned] | None = None,
    *,
    steps: tuple[int, int] = (STEPS_BAKE, STEPS_COOL),
    compiled: bool = True,
) -> Baked:
    """Bake every input. Raises EntryErrors for the first that is out of the model's range.

    parameters is a whole set by symbol (default: the current one); learned is one for all or one
    each; steps are the counts for bake and cooling; compiled False runs the same text as plain Python.
    """
    for x in inputs:
        check_inputs(x)
    numbers = values() if parameters is None else parameters
    p = plain(numbers)
    each = list(learned) if isinstance(learned, Sequence) else [learned] * len(inputs)
    cases = [derive(x, p, theta) for x, theta in zip(inputs, each, strict=True)]
    out = np.zeros((len(cases), sum(steps) + 1, march.N_COLUMNS))
    if compiled:
        _run_compiled(cases, record(numbers), steps, out)
    else:
        _run_plain(cases, p, steps, out)
    return Baked(tuple(inputs), tuple(cases), out, steps[0], numbers)


def _run_compiled(cases: list[Case], params: Any, steps: tuple[int, int], out: Any) -> None:
    records = case_record(cases)
    if len(cases) <= SHARE:
        march.run(records, params, *steps, out)
        return
    parts = [slice(i, i + SHARE) for i in range(0, len(cases), SHARE)]
    with ThreadPoolExecutor(THREADS) as pool:
        list(pool.map(lambda s: march.run(records[s], params, *steps, out[s]), parts))


def _run_plain(cases: list[Case], p: SimpleNamespace, steps: tuple[int, int], out: Any) -> None:
    run = uncompiled(march.run)
    run([plain_case(c) for c in cases], [p], *steps, out)


def warm() -> None:
    """Load or compile the step now, so that no cook waits for it."""
    bake([BakeInputs(flour_g=100, sucrose_g=60, fat_g=50, water_g=20)])
