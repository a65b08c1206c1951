"""A card for people as PDF: A4 and Letter in two columns, A5 in one."""

from __future__ import annotations

from typing import cast

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from dough.desk.handing_on.card import Card, CardLine
from dough.desk.handing_on.measures import Measure
from kitchen.prints.cookie_drawing import on_paper
from kitchen.prints.page import FACE, INK, SOFT, new_pdf, plain, words

EDGE, GUTTER = 12.0, 9.0
#: Of the width between the edges, the share of the column with what is weighed; below this width all is one column.
LEFT_SHARE, ONE_COLUMN = 0.44, 140.0
DRAWING_MM = {"a4": 54.0, "letter": 54.0, "a5": 46.0}
GRAMS_MM = 23.0


def card_pdf(card: Card, day: str, paper: str) -> bytes:
    """The card on ``kitchen.prints.page.PAPERS``; day is written as the kitchen writes its days."""
    page = new_pdf(paper)
    page.set_auto_page_break(True, margin=EDGE)
    page.set_margins(EDGE, EDGE, EDGE)
    page.set_title(card.title)
    page.add_page()
    words(page, card.title, 20, bold=True, height=9.5)
    page.set_text_color(*SOFT)
    words(page, f"{card.version}; {day}", 9, height=4.6)
    page.set_text_color(*INK)
    words(page, card.makes, 10.5, height=5.4)
    if card.expect:
        words(page, card.expect, 9, height=4.6)
    page.ln(2.5)
    width = page.w - 2 * EDGE
    if _fits(page, card, paper, width):
        _beside(page, card, paper, width)
    else:
        _weighed(page, card)
        _made(page, card)
        _drawing(page, card, paper)
        page.ln(2)
        _foot(page, card)
    return bytes(page.output())


def _beside(page: FPDF, card: Card, paper: str, width: float) -> None:
    """Both columns from the same height, the drawing under the shorter; the caller has seen that they fit."""
    top = page.get_y()
    left = LEFT_SHARE * (width - GUTTER)
    columns = ((EDGE, page.w - EDGE - left, _weighed), (EDGE + left + GUTTER, EDGE, _made))
    ends = []
    for left_edge, right_edge, write in columns:
        page.set_margins(left_edge, EDGE, right_edge)
        page.set_xy(left_edge, top)
        write(page, card)
        ends.append(page.get_y())
    shorter = ends.index(min(ends))
    for which in (shorter, 1 - shorter):
        page.set_margins(columns[which][0], EDGE, columns[which][1])
        page.set_xy(columns[which][0], ends[which] + 2)
        if which == shorter:
            _drawing(page, card, paper)
        else:
            _foot(page, card)
    page.set_margins(EDGE, EDGE, EDGE)


def _fits(page: FPDF, card: Card, paper: str, width: float) -> bool:
    if width < ONE_COLUMN:
        return False
    with page.offset_rendering() as tried:
        _beside(cast(FPDF, tried), card, paper, width)
    return not tried.page_break_triggered


def _weighed(page: FPDF, card: Card) -> None:
    for group in card.groups:
        words(page, group.name, 9.5, bold=True, height=5.6)
        for line in group.lines:
            _line(page, line)
        page.ln(1)


def _line(page: FPDF, line: CardLine) -> None:
    """Grams first and in bold, then the name, under it the other measure with what it can be off by."""
    page.set_font(FACE, style="B", size=10.5)
    at = page.get_y()
    wide = max(GRAMS_MM, page.get_string_width(plain(line.grams)) + 3)
    page.cell(wide, 5.4, plain(line.grams), new_x=XPos.RIGHT, new_y=YPos.TOP)
    left = page.l_margin
    page.set_left_margin(left + wide)
    page.set_xy(left + wide, at)
    words(page, line.name, 10.5, height=5.4)
    beside = measure_text(line.measure)
    if beside:
        page.set_text_color(*SOFT)
        words(page, beside, 8, height=4)
        page.set_text_color(*INK)
    page.set_left_margin(left)
    page.set_x(left)


def measure_text(measure: Measure | None) -> str:
    """“1 cup + 2 tablespoons, spooned and levelled; ±8 %”."""
    if measure is None:
        return ""
    return measure.words if measure.off_pct is None else f"{measure.words}; ±{measure.off_pct:.0f} %"


def _made(page: FPDF, card: Card) -> None:
    words(page, "How", 11, bold=True, height=6)
    for n, text in enumerate(card.steps, 1):
        words(page, f"{n}.  {text}", 10, height=4.9)
        page.ln(0.8)
    if card.pull:
        page.ln(1)
        words(page, "When it is done", 11, bold=True, height=6)
        for text in card.pull:
            words(page, text, 9.5, height=4.7)
            page.ln(0.6)


def _drawing(page: FPDF, card: Card, paper: str) -> None:
    if card.drawing is None:
        return
    wide = DRAWING_MM[paper]
    need = wide + 12 + card.drawing.high_mm * wide / card.drawing.wide_mm
    if page.get_y() + need > page.h - EDGE:
        return
    page.ln(2)
    y = page.get_y()
    page.set_y(y + on_paper(page, card.drawing, page.l_margin, y, wide))


def _foot(page: FPDF, card: Card) -> None:
    for name, said in (("What it holds", card.holds), ("How it keeps", card.keeping)):
        words(page, name, 9.5, bold=True, height=5)
        words(page, " ".join(said), 9, height=4.4)
        page.ln(1)
    for text in card.cautions:
        words(page, f"▲ {text}", 8.5, height=4.2)
    page.set_text_color(*SOFT)
    for text in card.small_print:
        words(page, text, 8, height=4)
    page.set_text_color(*INK)
