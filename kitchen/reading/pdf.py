"""A PDF read in a process of its own, ended when it takes too long."""

from __future__ import annotations

import subprocess
import sys

from dough.facts.errors import EntryError
from kitchen.reading.pdf_text import BROKEN

MOST_S = 15
TOO_LONG = "This PDF takes too long to read. Paste its text instead."


def pdf_text(data: bytes) -> str:
    """The text inside a PDF. Raises EntryError in words."""
    try:
        done = subprocess.run(
            [sys.executable, "-m", "kitchen.reading.pdf_text"], input=data, capture_output=True, timeout=MOST_S
        )
    except subprocess.TimeoutExpired as error:
        raise EntryError("file", TOO_LONG) from error
    if done.returncode == 0:
        return done.stdout.decode("utf-8", "replace")
    raise EntryError("file", done.stderr.decode("utf-8", "replace")[:300] if done.returncode == 2 else BROKEN)
