"""The label sheet as a PDF page."""

from __future__ import annotations

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from dough.accounts.label import AllergensHeld, Label, Named
from kitchen.prints.page import FACE, new_page, plain, words


def label_pdf(title: str, subtitle: str, made: Label) -> bytes:
    """Allergens, ingredients, nutrition and notices on one sheet."""
    page = new_page(f"Label sheet, {title}")
    words(page, title, 18, bold=True, height=9)
    if subtitle:
        words(page, subtitle, 10)
    words(page, made.sentences[0], 9)
    page.ln(2)
    words(page, "Allergens", 11, bold=True)
    for h in made.allergens:
        words(page, f"{h.name}: {held_words(h)}", 10)
    page.ln(2)
    words(page, "Ingredients, most first", 11, bold=True)
    words(page, ", ".join(_named(n) for n in made.ingredients) + ".", 10)
    page.ln(2)
    _figures(page, made)
    for text in (*made.suggests, *(f"! {n}" for n in made.notices), *made.sentences[1:]):
        words(page, text, 9)
    return bytes(page.output())


def held_words(h: AllergensHeld) -> str:
    """What one row of the table says."""
    said = []
    if h.contains:
        said.append(f"CONTAINS ({', '.join(h.contains)})")
    if h.may_contain:
        said.append(f"may contain, by its label ({', '.join(h.may_contain)})")
    if h.unread:
        said.append(f"read the label of {', '.join(h.unread)}")
    return "; ".join(said) or "not in it by recipe"


def _named(n: Named) -> str:
    name = n.name.upper() if n.allergen else n.name
    if not n.compound:
        return name
    return f"{name} ({', '.join(c.name.upper() if c.allergen else c.name for c in n.compound)})"


def _figures(page: FPDF, made: Label) -> None:
    piece = "per piece" if made.piece_g is None else f"per piece of {made.piece_g:.0f} g"
    loss = (
        "baked: loss unknown" if made.loss is None else f"baked: after {made.loss.pct:.1f} % loss ({made.loss.source})"
    )
    words(page, "Nutrition", 11, bold=True)
    page.set_font(FACE, size=9, style="B")
    page.cell(60, 5.6, "")
    for head in ("100 g raw", "100 g baked", plain(piece)):
        page.cell(28, 5.6, head, align="R")
    page.cell(1, 5.6, "", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
    for n in made.nutrients:
        page.set_font(FACE, size=10)
        page.cell(60, 5.6, plain(f"{n.label}, {n.unit}"))
        for value in (n.raw_100g, n.baked_100g, n.piece):
            page.cell(28, 5.6, "?" if value is None else f"{value:.{n.digits}f}", align="R")
        page.cell(1, 5.6, "", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
    words(page, loss[0].upper() + loss[1:] + ".", 9)
    if made.lacks:
        words(page, f"Unknown amounts: {', '.join(made.lacks)}. Figures wait for them.", 9)
    page.ln(2)
