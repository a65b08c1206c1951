"""The batch sheet of a production as PDF: one column to fill in for every batch."""

from __future__ import annotations

from collections.abc import Sequence

from fpdf import FPDF
from fpdf.enums import TableBordersLayout

from dough.desk.handing_on.batch_sheet import BatchLine, BatchSheet, Check
from kitchen.prints.page import FACE, new_pdf, plain, words

#: Batches side by side on one page; more go on another.
COLUMNS = 4
EDGE = 12.0


def batch_pdf(sheet: BatchSheet, day: str, paper: str) -> bytes:
    """The sheet on ``kitchen.prints.page.PAPERS``, turned; day as the kitchen writes its days."""
    page = new_pdf(paper, landscape=True)
    page.set_auto_page_break(True, margin=EDGE)
    page.set_margins(EDGE, EDGE, EDGE)
    page.set_title(sheet.title)
    for first in range(0, sheet.batches, COLUMNS):
        numbers = tuple(range(first + 1, min(first + COLUMNS, sheet.batches) + 1))
        page.add_page()
        words(page, sheet.title, 18, bold=True, height=8.5)
        words(page, f"{sheet.version}; {day}. {sheet.makes} {sheet.bowl}", 9.5, height=4.8)
        page.ln(2)
        _weighing(page, sheet.lines, numbers)
        page.ln(3)
        _checks(page, sheet.checks, numbers)
    page.add_page()
    _rest(page, sheet)
    return bytes(page.output())


def _weighing(page: FPDF, lines: tuple[BatchLine, ...], numbers: tuple[int, ...]) -> None:
    rows = []
    for x in lines:
        amount = "open" if x.grams is None else f"{x.grams:,.1f}" if x.grams < 100 else f"{x.grams:,.0f}"
        off = "" if x.tolerance_g is None else f"± {x.tolerance_g:.1f}"
        rows.append((x.name, amount, off, " / ".join(x.lots), *_blank(numbers)))
    _grid(page, _widths(numbers), ("Weigh, g", "", "may be off", "lot", *_heads(numbers)), rows, (1, 2))


def _checks(page: FPDF, checks: tuple[Check, ...], numbers: tuple[int, ...]) -> None:
    rows = []
    for c in checks:
        off = "not known" if c.off is None else f"± {c.off:.1f}"
        rows.append((f"{c.label}, {c.unit}", f"{c.aim:.{c.digits}f}", off, "read", *_blank(numbers)))
    rows += [(label, "", "", "", *_blank(numbers)) for label in ("Pieces made", "Pieces good", "Signed")]
    _grid(page, _widths(numbers), ("Check", "aim", "may be off", "", *_heads(numbers)), rows, (1, 2))


def _widths(numbers: tuple[int, ...]) -> tuple[int, ...]:
    return (58, 22, 22, 40, *(30 for _ in numbers))


def _heads(numbers: tuple[int, ...]) -> tuple[str, ...]:
    return tuple(f"batch {n}" for n in numbers)


def _blank(numbers: tuple[int, ...]) -> tuple[str, ...]:
    return tuple("" for _ in numbers)


def _grid(
    page: FPDF,
    widths: tuple[int, ...],
    heads: tuple[str, ...],
    rows: Sequence[tuple[str, ...]],
    right: tuple[int, ...] = (),
) -> None:
    page.set_font(FACE, size=9)
    aligned = tuple("RIGHT" if n in right else "LEFT" for n in range(len(widths)))
    with page.table(
        col_widths=widths, width=sum(widths), align="LEFT", line_height=6.4, text_align=aligned,
        borders_layout=TableBordersLayout.INTERNAL,
    ) as table:  # fmt: skip
        for texts in (heads, *rows):
            row = table.row()
            for text in texts:
                row.cell(plain(text))


def _rest(page: FPDF, sheet: BatchSheet) -> None:
    words(page, "How", 11, bold=True, height=6)
    for n, text in enumerate(sheet.steps, 1):
        words(page, f"{n}.  {text}", 9.5, height=4.8)
    page.ln(2)
    words(page, "Weights", 11, bold=True, height=6)
    for text in sheet.weights:
        words(page, text, 9.5, height=4.8)
    page.ln(2)
    words(page, "Safety: the kitchen's own limits, by local rules", 11, bold=True, height=6)
    rows = [(c.label, "", c.common, "") for c in sheet.critical]
    _grid(page, (78, 46, 100, 40), ("What", "our limit", "commonly said, and why", "kept, signed"), rows)
    page.ln(2)
    words(page, " ".join(sheet.holds), 9.5, height=4.8)
    for text in sheet.cautions:
        words(page, f"▲ {text}", 9, height=4.4)
