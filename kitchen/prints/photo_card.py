"""The photo card as a page to print at its true size."""

from __future__ import annotations

from dough.facts.colour import lab_to_srgb
from dough.photo import card
from kitchen.prints.page import FACE, new_pdf

BLACK = (38, 38, 38)


def card_pdf() -> bytes:
    """One A4 sheet lying: marks, scale, patches."""
    page = new_pdf(landscape=True)
    page.set_auto_page_break(False)
    page.set_title("Photo card")
    page.add_page()
    for n, (x, y) in enumerate(card.MARKS):
        page.set_draw_color(*BLACK)
        page.set_fill_color(*BLACK)
        page.set_line_width(card.RING_OUT - card.RING_IN)
        middle = (card.RING_OUT + card.RING_IN) / 2
        page.circle(x, y, middle)
        if n:
            page.circle(x, y, card.DOT, style="F")
    page.set_line_width(0.15)
    sx, sy, length = card.SCALE
    for mm in range(length + 1):
        page.line(sx + mm, sy, sx + mm, sy + (4.0 if mm % 10 == 0 else 2.5 if mm % 5 == 0 else 1.5))
    for p in card.patches():
        page.set_fill_color(*lab_to_srgb(*p.lab))
        page.rect(p.x, p.y, p.side, p.side, style="F")
    page.set_font(FACE, size=8)
    page.set_text_color(90, 90, 90)
    page.text(
        sx + length + 4,
        sy + 3.5,
        "100 mm. Print at 100 %, no fitting; check the scale with a ruler. A4, plain white paper.",
    )
    page.text(
        34,
        204.5,
        "Lay the cookies in the middle, none over a mark or a patch. Straight from above, even light, no flash.",
    )
    return bytes(page.output())
