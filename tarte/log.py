"""The log file's lines: one JSON object each, so that a program can read them as well as a person."""

from __future__ import annotations

import json
import logging
from datetime import UTC, datetime

#: What a line may carry beside its message.
EXTRA = ("call", "seconds", "event")


class JsonLine(logging.Formatter):
    """at (UTC), level, logger, message; call and seconds where something was slow; the fault where there was one."""

    def format(self, record: logging.LogRecord) -> str:
        said: dict[str, object] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname,
            "logger": record.name,
            "message": record.getMessage(),
        }
        said |= {name: getattr(record, name) for name in EXTRA if hasattr(record, name)}
        if record.exc_info:
            said["fault"] = self.formatException(record.exc_info)
        return json.dumps(said, ensure_ascii=False, default=str)
