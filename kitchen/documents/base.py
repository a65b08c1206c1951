"""What every document holds to."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, StringConstraints

Key = Annotated[str, StringConstraints(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")]


Typed = str | float | None
"""What a cook typed into a box: text is read by dough.facts.entry; None is unknown."""


class Strict(BaseModel):
    """No unknown keys, no NaN or infinity. Plain pydantic: the API's own schema class walks every field twice."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def pair(values: list[float] | None) -> tuple[float, float] | None:
    return (values[0], values[1]) if values else None
