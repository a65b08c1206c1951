"""Pages to print: one look for every sheet, in fonts that ship with it and go into every file."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from fontTools.ttLib import TTFont
from fpdf import FPDF
from fpdf.enums import XPos, YPos

INK, SOFT = (26, 34, 51), (120, 130, 150)
FONTS = Path(__file__).parent / "fonts"
#: The face of the screens, with most of the world's letters added (fonts/README.md).
FACE = "sheet"
FILES = {"": "sheet-regular.ttf", "B": "sheet-bold.ttf"}
#: Printed where it has no letter, so that it is seen that something is missing.
NO_LETTER = "□"
PAPERS = {"a4": (210.0, 297.0), "a5": (148.0, 210.0), "letter": (215.9, 279.4)}


def new_pdf(paper: str | tuple[float, float] = "a4", *, landscape: bool = False) -> FPDF:
    """An empty file on one of ``PAPERS`` or a sheet of so many mm, with the fonts in it; only letters that are used are
    kept."""
    size = PAPERS[paper] if isinstance(paper, str) else paper
    page = FPDF(orientation="landscape" if landscape else "portrait", format=size, unit="mm")
    for style, name in FILES.items():
        page.add_font(FACE, style, FONTS / name)
    page.set_font(FACE, size=10)
    page.set_text_color(*INK)
    page.set_draw_color(*SOFT)
    return page


def new_page(title: str, paper: str = "a4") -> FPDF:
    """A page in the kitchen's inks; it goes on by itself when it is full."""
    page = new_pdf(paper)
    page.set_auto_page_break(True, margin=14)
    page.set_title(title)
    page.add_page()
    return page


def words(page: FPDF, text: str, size: float, *, bold: bool = False, height: float = 5.4) -> None:
    page.set_font(FACE, style="B" if bold else "", size=size)
    page.multi_cell(0, height, plain(text), align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)


def plain(text: str) -> str:
    """Text as it can be printed: no signs that steer a printer, a box for what the font has no letter for."""
    known = _letters()
    return "".join(c if ord(c) in known else NO_LETTER for c in text if c == "\n" or c.isprintable())


@cache
def _letters() -> frozenset[int]:
    """Every letter that can be printed in both weights, by its number."""
    return frozenset({10} | set.intersection(*(set(TTFont(FONTS / n).getBestCmap()) for n in FILES.values())))
