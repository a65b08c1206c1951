"""The bench sheet as a PDF page for the clipboard."""

from __future__ import annotations

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from dough.sheet import LABELS_DECIDE, Sheet

INK, SOFT = (26, 34, 51), (120, 130, 150)


def sheet_pdf(sheet: Sheet) -> bytes:
    """One A4 sheet (more when the formula is long), with boxes to tick and lines to write on."""
    page = FPDF(format="A4", unit="mm")
    page.set_auto_page_break(True, margin=14)
    page.set_title(_plain(sheet.title))
    page.add_page()
    page.set_text_color(*INK)
    page.set_draw_color(*SOFT)
    _words(page, sheet.title, 18, bold=True, height=9)
    _words(page, sheet.subtitle, 10)
    _words(page, "Date ____________   Cook ____________   Batch ______", 10, height=8)
    page.ln(1)
    step = None
    for line in sheet.lines:
        if line.step is not step:
            step = line.step
            page.ln(1)
            _words(page, str(step).replace("-", " "), 9, bold=True)
        y = page.get_y()
        page.rect(page.l_margin, y + 1.4, 3.6, 3.6)
        page.set_font("helvetica", size=11)
        page.set_x(page.l_margin + 7)
        page.cell(70, 6.6, _plain(line.name))
        page.cell(34, 6.6, _plain(line.amount), align="R")
        page.set_font("helvetica", size=8)
        page.cell(38, 6.6, _plain(f"  {line.note}"[:34]))
        page.cell(0, 6.6, "really ________________", align="R", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
    page.ln(2)
    _words(page, "How", 9, bold=True)
    for number, text in enumerate(sheet.steps, 1):
        _words(page, f"{number}. {text}", 10)
    page.ln(2)
    _words(page, "What it really was", 9, bold=True)
    for n, check in enumerate(sheet.checks):
        last = n % 2 == 1 or n == len(sheet.checks) - 1
        page.set_font("helvetica", size=10)
        page.cell(
            92, 7, _plain(f"{check} ____________"), new_x=XPos.LMARGIN if last else XPos.RIGHT,
            new_y=YPos.NEXT if last else YPos.TOP,
        )  # fmt: skip
    page.ln(2)
    for caution in sheet.cautions:
        _words(page, f"! {caution}", 9)
    if sheet.allergens:
        _words(page, f"Allergens: {', '.join(sheet.allergens)}. {LABELS_DECIDE}", 9)
    return bytes(page.output())


def _words(page: FPDF, text: str, size: int, *, bold: bool = False, height: float = 5.4) -> None:
    page.set_font("helvetica", style="B" if bold else "", size=size)
    page.multi_cell(0, height, _plain(text), new_x=XPos.LMARGIN, new_y=YPos.NEXT)


def _plain(text: str) -> str:
    """The page's own fonts hold Latin-1; other signs are put plainly."""
    for sign, plain in (("–", "-"), ("—", "-"), ("’", "'"), ("“", '"'), ("”", '"'), ("→", "to"), ("≤", "up to")):
        text = text.replace(sign, plain)
    return text.encode("latin-1", "replace").decode("latin-1")
