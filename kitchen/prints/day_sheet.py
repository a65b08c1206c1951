"""A day to print, and as a table."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from datetime import date

from fpdf.enums import XPos, YPos

from dough.formats.cells import defused
from kitchen.prints.page import FACE, new_page, plain, words
from kitchen.reading.days import PlacedStep

COLUMNS = ("starts", "ends", "minutes", "dough", "step", "kind", "slack_min", "starts_at", "source")


def day_csv(steps: Sequence[PlacedStep]) -> str:
    """One row a step, in order of start."""
    out = io.StringIO()
    sheet = csv.writer(out, lineterminator="\n")
    sheet.writerow(COLUMNS)
    for s in steps:
        sheet.writerow(
            [s.starts, s.ends, s.end - s.start, defused(s.dough), defused(s.name), s.kind, s.slack,
             s.starts_at.isoformat(), defused(s.source)]
        )  # fmt: skip
    return out.getvalue()


def day_pdf(on: date, said: str, steps: Sequence[PlacedStep]) -> bytes:
    """Steps in order with room to tick and to write the real time; what only waits stands in softer type."""
    page = new_page(f"Day {on}")
    words(page, f"{on:%A} {on.day} {on:%B %Y}", 18, bold=True, height=9)
    words(page, said, 10)
    page.ln(2)
    for s in steps:
        y = page.get_y()
        if s.hands_on:
            page.rect(page.l_margin, y + 1.2, 3.4, 3.4)
        page.set_x(page.l_margin + 6)
        page.set_font(FACE, size=10, style="B" if s.hands_on else "")
        page.cell(24, 5.8, plain(s.starts))
        page.cell(14, 5.8, f"{s.end - s.start} min", align="R")
        page.cell(74, 5.8, plain(f"  {s.name}"[:44]))
        page.set_font(FACE, size=9)
        page.cell(44, 5.8, plain(s.dough[:28]))
        page.cell(0, 5.8, "______" if s.hands_on else "", align="R", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
    return bytes(page.output())
