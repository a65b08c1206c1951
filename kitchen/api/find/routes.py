"""Finding versions, bakes and panels by words."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest
from ninja import Router
from pydantic import BaseModel, Field

from kitchen.api.errors import PROBLEMS
from kitchen.reading.found import FoundThing, found

router = Router(tags=["find"])


class ThingsFoundOut(BaseModel):
    """What was found, newest first."""

    things: list[FoundThing]


@router.get("", response={200: ThingsFoundOut, **PROBLEMS})
def find(request: HttpRequest, text: Annotated[str, Field(max_length=120)] = "") -> ThingsFoundOut:
    """Versions, bakes and panels that hold every word typed."""
    return ThingsFoundOut(things=found(text))
