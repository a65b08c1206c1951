"""The bench sheet as a PDF page for the clipboard."""

from __future__ import annotations

from fpdf.enums import XPos, YPos

from dough.accounts.needs.said import LABELS_DECIDE
from dough.desk.bench_sheet import Sheet
from kitchen.prints.page import FACE, new_page, plain, words


def sheet_pdf(sheet: Sheet) -> bytes:
    """One A4 sheet (more when the formula is long), with boxes to tick and lines to write on."""
    page = new_page(sheet.title)
    words(page, sheet.title, 18, bold=True, height=9)
    words(page, sheet.subtitle, 10)
    words(page, "Date ____________   Cook ____________   Batch ______", 10, height=8)
    page.ln(1)
    step = None
    for line in sheet.lines:
        if line.step is not step:
            step = line.step
            page.ln(1)
            words(page, str(step).replace("-", " "), 9, bold=True)
        y = page.get_y()
        page.rect(page.l_margin, y + 1.4, 3.6, 3.6)
        page.set_font(FACE, size=11)
        page.set_x(page.l_margin + 7)
        page.cell(70, 6.6, plain(line.name))
        page.cell(34, 6.6, plain(line.amount), align="R")
        page.set_font(FACE, size=8)
        page.cell(38, 6.6, plain(f"  {line.note}"[:34]))
        page.cell(0, 6.6, "really ________________", align="R", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        if line.marks:
            page.set_x(page.l_margin + 7)
            page.set_font(FACE, size=8, style="B")
            said = "; ".join(line.marks).replace("▲", "!").replace("△", "?")
            page.cell(0, 4.6, plain(said), new_x=XPos.LMARGIN, new_y=YPos.NEXT)
    page.ln(2)
    words(page, "How", 9, bold=True)
    for number, text in enumerate(sheet.steps, 1):
        words(page, f"{number}. {text}", 10)
    page.ln(2)
    words(page, "What it really was", 9, bold=True)
    for n, check in enumerate(sheet.checks):
        last = n % 2 == 1 or n == len(sheet.checks) - 1
        page.set_font(FACE, size=10)
        page.cell(
            92, 7, plain(f"{check} ____________"), new_x=XPos.LMARGIN if last else XPos.RIGHT,
            new_y=YPos.NEXT if last else YPos.TOP,
        )  # fmt: skip
    page.ln(2)
    for caution in sheet.cautions:
        words(page, f"! {caution}", 9)
    if sheet.allergens:
        words(page, f"Allergens: {', '.join(sheet.allergens)}. {LABELS_DECIDE}", 9)
    return bytes(page.output())
