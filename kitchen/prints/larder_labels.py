"""Labels for bags and boxes: on common label sheets, or one to a page."""

from __future__ import annotations

from dataclasses import dataclass

from fpdf import FPDF

from kitchen.prints.page import FACE, INK, new_pdf, plain

#: Label sheets by name: columns, rows, label's width and height, left and top margin, gaps between, mm (A4).
SHEETS: dict[str, tuple[int, int, float, float, float, float, float, float]] = {
    "24": (3, 8, 70.0, 37.0, 0.0, 0.5, 0.0, 0.0),
    "21": (3, 7, 63.5, 38.1, 7.2, 15.1, 2.5, 0.0),
    "14": (2, 7, 99.1, 38.1, 4.7, 15.1, 2.5, 0.0),
    "8": (2, 4, 99.1, 67.7, 4.7, 13.1, 2.5, 0.0),
}
SINGLE = (90.0, 62.0)
ONE_A_PAGE = "one"
MOST_LABELS = 500


@dataclass(frozen=True, slots=True)
class BagLabel:
    """What a label says: what it is, its version, made and use by, allergens with what is unread, how to bake it."""

    title: str
    what: str
    made: str
    use_by: str
    allergens: str
    bake: str


def labels_pdf(labels: list[BagLabel], sheet: str, skip: int = 0) -> bytes:
    """Labels on a sheet (by how many it holds), skip of them left free; or each on a page of its own (“one”)."""
    if sheet == ONE_A_PAGE:
        page = new_pdf(SINGLE)
        page.set_auto_page_break(False)
        for label in labels:
            page.add_page()
            _draw(page, label, 0.0, 0.0, *SINGLE)
        return bytes(page.output())
    columns, rows, wide, high, left, top, gap_x, gap_y = SHEETS[sheet]
    page = new_pdf()
    page.set_auto_page_break(False)
    for n, label in enumerate(labels, skip):
        at = n % (columns * rows)
        if n == skip or at == 0:
            page.add_page()
        column, row = at % columns, at // columns
        _draw(page, label, left + column * (wide + gap_x), top + row * (high + gap_y), wide, high)
    return bytes(page.output())


def _draw(page: FPDF, label: BagLabel, x: float, y: float, wide: float, high: float) -> None:
    page.set_text_color(*INK)
    pad = 3.5
    room = wide - 2 * pad
    small = high < 50
    sizes = (10.0, 7.0, 9.0) if small else (14.0, 9.0, 12.0)
    with page.rect_clip(x, y, wide, high):
        page.set_xy(x + pad, y + pad)
        _line(page, label.title, sizes[0], room, bold=True)
        page.set_x(x + pad)
        _line(page, label.what, sizes[1], room)
        page.set_x(x + pad)
        _line(page, label.use_by, sizes[2], room, bold=True)
        page.set_x(x + pad)
        _line(page, label.made, sizes[1], room)
        page.set_x(x + pad)
        page.set_font(FACE, style="B", size=int(sizes[1]))
        page.multi_cell(room, sizes[1] * 0.42, plain(label.allergens))
        page.set_x(x + pad)
        page.set_font(FACE, size=int(sizes[1]))
        page.multi_cell(room, sizes[1] * 0.42, plain(label.bake))


def _line(page: FPDF, text: str, size: float, room: float, *, bold: bool = False) -> None:
    """One line, made smaller until it fits."""
    said = plain(text)
    page.set_font(FACE, style="B" if bold else "", size=size)
    while size > 5.0 and page.get_string_width(said) > room:
        size -= 0.5
        page.set_font(FACE, style="B" if bold else "", size=size)
    page.cell(room, size * 0.45, said)
    page.ln(size * 0.45)
