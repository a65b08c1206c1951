"""Pages to print: one look for every sheet."""

from __future__ import annotations

from fpdf import FPDF
from fpdf.enums import XPos, YPos

INK, SOFT = (26, 34, 51), (120, 130, 150)


def new_page(title: str) -> FPDF:
    """An A4 page in the kitchen's inks; it goes on by itself when it is full."""
    page = FPDF(format="A4", unit="mm")
    page.set_auto_page_break(True, margin=14)
    page.set_title(plain(title))
    page.add_page()
    page.set_text_color(*INK)
    page.set_draw_color(*SOFT)
    return page


def words(page: FPDF, text: str, size: int, *, bold: bool = False, height: float = 5.4) -> None:
    page.set_font("helvetica", style="B" if bold else "", size=size)
    page.multi_cell(0, height, plain(text), new_x=XPos.LMARGIN, new_y=YPos.NEXT)


def plain(text: str) -> str:
    """The page's own fonts hold Latin-1; other signs are put plainly."""
    for sign, plain in (("–", "-"), ("—", "-"), ("’", "'"), ("“", '"'), ("”", '"'), ("→", "to"), ("≤", "up to")):
        text = text.replace(sign, plain)
    return text.encode("latin-1", "replace").decode("latin-1")
