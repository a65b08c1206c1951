"""A tray to scale, to lie under the paper: true size on as many pages as it takes, with marks to join them."""

from __future__ import annotations

import math

from fpdf import FPDF

from dough.plan.laid import Laid
from kitchen.prints.page import FACE, INK, SOFT, new_pdf, plain

#: A4 turned, and what of it is drawn on, mm.
PAGE_W, PAGE_H, EDGE = 297.0, 210.0, 10.0


def tray_pdf(title: str, tray: Laid) -> bytes:
    """Pages side by side and under one another; a bar of 100 mm says whether the printer kept the scale."""
    page = new_pdf(landscape=True)
    page.set_auto_page_break(False)
    page.set_title(plain(f"Tray, {title}"))
    wide, high = PAGE_W - 2 * EDGE, PAGE_H - 2 * EDGE - 12
    across, down = math.ceil(tray.width_mm / wide), math.ceil(tray.depth_mm / high)
    for row in range(down):
        for column in range(across):
            page.add_page()
            _part(
                page,
                title,
                tray,
                column * wide,
                row * high,
                wide,
                high,
                f"{row * across + column + 1} of {across * down}",
            )
    return bytes(page.output())


def _part(page: FPDF, title: str, tray: Laid, left: float, top: float, wide: float, high: float, said: str) -> None:
    page.set_text_color(*INK)
    page.set_font(FACE, size=9)
    page.set_xy(EDGE, 4)
    lies = f"{len(tray.packing.spots)} on {tray.width_mm:.0f} x {tray.depth_mm:.0f} mm, {tray.packing.words}"
    sizes = f"go in {tray.in_mm:.0f} mm wide, come out {tray.out_mm:.0f}"
    page.cell(0, 5, plain(f"{title}: {lies}, {sizes}. Sheet {said}, full size."))
    page.set_draw_color(*SOFT)
    with page.rect_clip(EDGE, EDGE, wide, high):
        page.set_line_width(0.4)
        page.rect(EDGE - left, EDGE - top, tray.width_mm, tray.depth_mm)
        for s in tray.packing.spots:
            x, y = EDGE + s.x_mm - left, EDGE + s.y_mm - top
            page.set_line_width(0.5)
            page.circle(x, y, tray.in_mm / 2)
            page.set_line_width(0.15)
            page.set_dash_pattern(dash=2, gap=1.5)
            page.circle(x, y, tray.out_mm / 2)
            page.set_dash_pattern()
            page.line(x - 2, y, x + 2, y)
            page.line(x, y - 2, x, y + 2)
    page.set_line_width(0.6)
    page.line(EDGE, PAGE_H - 8, EDGE + 100, PAGE_H - 8)
    page.set_xy(EDGE + 102, PAGE_H - 11)
    page.cell(0, 6, "100 mm: measure it; print at full size, not fitted to the page")
