"""Cells of tables that spreadsheets open: words that a spreadsheet would take for a formula are made plain.

An apostrophe before such words says “this is text” to a spreadsheet; read back, it is taken off again.
"""

from __future__ import annotations

import re

_FORMULA = ("=", "+", "-", "@", "\t", "\r")
_NUMBER = re.compile(r"[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?\Z", re.IGNORECASE | re.ASCII)


#: First in a table: without it spreadsheets take its letters for another alphabet.
UTF8 = "\ufeff"


def defused(cell: str) -> str:
    """A cell as it is written; figures stay figures."""
    risky = cell.lstrip("'").startswith(_FORMULA)
    return f"'{cell}" if risky and not _NUMBER.match(cell) else cell


def as_written(cell: str) -> str:
    """The words a defused cell stands for."""
    return cell[1:] if cell.startswith("'") and cell[1:].lstrip("'").startswith(_FORMULA) else cell
