"""What the routes of doughs share."""

from __future__ import annotations

import re

from pydantic import Field

from kitchen.api.asked import MAX_ID
from kitchen.documents.base import Strict


class RevisionIn(Strict):
    revision: int = Field(ge=0, le=MAX_ID)


def plain_name(name: str) -> str:
    """A name as a file can have it."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "dough"
