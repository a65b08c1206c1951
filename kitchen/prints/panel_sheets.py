"""What a panel needs on paper: labels with codes, the plating sheet, the server's plates, paper ballots."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from fpdf import FPDF

from dough.tasting.ballot import AskedScale
from kitchen.prints.larder_labels import SHEETS
from kitchen.prints.page import FACE, INK, SOFT, new_page, new_pdf, plain, words
from kitchen.reading.panels import NamedPlate


def code_labels_pdf(plates: Sequence[NamedPlate], sheet: str, *, key: bool) -> bytes:
    """Labels with one code each. With the key they come sample by sample, each sample under its own heading page, to be
    stuck by whoever plates; without it plate by plate, with nothing that says what is what."""
    page = new_pdf()
    page.set_auto_page_break(False)
    if not key:
        _labels(page, [(str(c), f"plate {p.number}") for p in plates for c in p.codes], sheet, "")
        return bytes(page.output())
    names = list(dict.fromkeys(s for p in plates for s in p.samples))
    for name in names:
        mine = [
            (str(c), f"plate {p.number}") for p in plates for c, s in zip(p.codes, p.samples, strict=True) if s == name
        ]
        _labels(page, mine, sheet, f"Stick these on: {name}")
    return bytes(page.output())


def _labels(page: FPDF, labels: list[tuple[str, str]], sheet: str, heading: str) -> None:
    columns, rows, wide, high, left, top, gap_x, gap_y = SHEETS[sheet]
    for n, (code, beside) in enumerate(labels):
        at = n % (columns * rows)
        if at == 0:
            page.add_page()
            if heading:
                page.set_text_color(*SOFT)
                page.set_font(FACE, size=8)
                page.text(left + 4, max(top - 1.2, 4.0), plain(heading))
        x, y = left + (at % columns) * (wide + gap_x), top + (at // columns) * (high + gap_y)
        page.set_text_color(*INK)
        page.set_font(FACE, style="B", size=34)
        page.set_xy(x, y + high / 2 - 9)
        page.cell(wide, 14, code, align="C")
        page.set_text_color(*SOFT)
        page.set_font(FACE, size=9)
        page.set_xy(x, y + high / 2 + 6)
        page.cell(wide, 5, beside, align="C")


def plating_pdf(title: str, plates: Sequence[NamedPlate], holds: Sequence[tuple[str, str]]) -> bytes:
    """For whoever fills the plates, and nobody else: which code is which sample."""
    page = new_page(f"Plating: {title}")
    words(page, f"Plating: {title}", 15, bold=True, height=8)
    words(page, "Keep this from tasters and from who serves. Baked cookies only: raw dough never goes on a panel.", 10)
    for name, held in holds:
        words(page, f"{name}: {held}", 9)
    page.ln(3)
    for p in plates:
        pieces = "    ".join(f"{c} {s}" for c, s in zip(p.codes, p.samples, strict=True))
        beside = f"    open beside it: {p.compare}" if p.compare else ""
        words(page, f"Plate {p.number}:   {pieces}{beside}", 10)
    return bytes(page.output())


def serving_pdf(title: str, plates: Sequence[NamedPlate], how: Sequence[str]) -> bytes:
    """For who serves: plates and their codes in order, with nothing that says what is what."""
    page = new_page(f"Plates: {title}")
    words(page, f"Plates: {title}", 15, bold=True, height=8)
    for line in how:
        words(page, line, 10)
    page.ln(3)
    for p in plates:
        beside = "   and the open one to compare with" if p.compare else ""
        words(page, f"Plate {p.number}:   {'   '.join(map(str, p.codes))}{beside}", 12, height=7)
    return bytes(page.output())


@dataclass(frozen=True, slots=True)
class PaperBallot:
    """A ballot on paper: its plate, what is asked, the codes, and the figures each of them gets."""

    number: int
    asks: str
    codes: tuple[int, ...]
    scales: tuple[AskedScale, ...] = ()


def ballots_pdf(title: str, holds: str, ballots: Sequence[PaperBallot]) -> bytes:
    """Paper ballots, one to a page, each with what the samples hold before anything is asked."""
    page = new_page(title)
    for n, b in enumerate(ballots):
        if n:
            page.add_page()
        words(page, f"Ballot {b.number}", 20, bold=True, height=10)
        words(page, f"Before you taste: the samples hold {holds}. If one of these can hurt you, don't taste.", 11)
        words(page, "A name you make up: ______________________", 11, height=9)
        page.ln(4)
        words(page, b.asks, 14, bold=True, height=8)
        words(page, "Taste in this order; water between.", 10)
        for line in dict.fromkeys(w for scale in b.scales for w in scale.laid_out):
            words(page, f"Lies open to compare with: {line}.", 10)
        page.ln(2)
        for code in b.codes:
            words(page, f"[   ]   {code}", 18, bold=True, height=11)
            for scale in b.scales:
                row = "    ".join(f"( ) {w}" for w in scale.words)
                words(page, f"{scale.label}:   {row}" if scale.label else row, 9, height=6)
        page.ln(4)
        words(page, "Anything you noticed: ____________________________________________", 11, height=9)
    return bytes(page.output())
