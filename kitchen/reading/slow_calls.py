"""Calls that took long, as the log holds them: every worker writes to the same one."""

from __future__ import annotations

import json
from pathlib import Path

from pydantic import BaseModel

#: So much of the log's end is looked through, and so many calls are told.
TAIL, MOST = 200_000, 20


class SlowCall(BaseModel):
    """A call that took long: when (ISO), what was asked, seconds."""

    at: str
    call: str
    seconds: float


def slow_calls(log: Path) -> list[SlowCall]:
    """The last slow calls, newest first; none where there is no log yet."""
    try:
        with log.open("rb") as lines:
            lines.seek(0, 2)
            lines.seek(max(lines.tell() - TAIL, 0))
            text = lines.read().decode("utf-8", "replace")
    except OSError:
        return []
    found = []
    for line in text.splitlines():
        try:
            said = json.loads(line)
        except ValueError:
            continue
        if isinstance(said, dict) and said.get("logger") == "kitchen.slow" and "seconds" in said:
            found.append(
                SlowCall(at=str(said.get("at", "")), call=str(said.get("call", "")), seconds=float(said["seconds"]))
            )
    return found[-MOST:][::-1]
