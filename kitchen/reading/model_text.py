"""The model's own description, read from docs/model.md for the screens."""

from __future__ import annotations

import re
from functools import cache
from pathlib import Path

MODEL = Path(__file__).resolve().parents[2] / "docs" / "model.md"
#: The evidence tables are for the page on paper; the screen shows the words before them.
LAST = "## Evidence"


@cache
def sections() -> tuple[tuple[str, tuple[str, ...]], ...]:
    """(title, paragraphs) of every second-level section before the evidence. Empty without the file."""
    if not MODEL.is_file():
        return ()
    text = MODEL.read_text(encoding="utf-8").split(LAST)[0]
    found = []
    for part in text.split("\n## ")[1:]:
        title, _, body = part.partition("\n")
        blocks = [_plain(b) for b in body.split("\n\n")]
        found.append((title.strip(), tuple(b for b in blocks if b)))
    return tuple(found)


def _plain(block: str) -> str:
    """A paragraph without its markup; tables and code are left to the page on paper."""
    if block.lstrip().startswith(("|", "```", "<!--", "#")):
        return ""
    # A star that stands beside a letter on one side only is emphasis; that of L*, a*, b* stays.
    bare = re.sub(r"(?<![La-b])\*+|\*{2,}", "", block.replace("`", ""))
    return " ".join(bare.split())
