"""The drawn cookie on paper and in a page: from above and from the side, at one scale, with a bar of 10 mm."""

from __future__ import annotations

from fpdf import FPDF

from dough.desk.handing_on.drawn import Drawn
from kitchen.prints.page import FACE, SOFT

#: Rings from the rim's colour inwards to the middle's.
RINGS = 14
GAP_MM, BAR_MM = 5.0, 10.0


def rgb(hex_colour: str) -> tuple[int, int, int]:
    """#rrggbb as three numbers."""
    return int(hex_colour[1:3], 16), int(hex_colour[3:5], 16), int(hex_colour[5:7], 16)


def between(rim: str, middle: str, share: float) -> str:
    """A colour so far from the rim's towards the middle's."""
    mixed = (round(a + (b - a) * share) for a, b in zip(rgb(rim), rgb(middle), strict=True))
    return "#" + "".join(f"{c:02x}" for c in mixed)


def rings(d: Drawn) -> list[tuple[float, str]]:
    """Circles to paint over one another, largest first: radius in mm and colour."""
    radius = d.wide_mm / 2.0
    return [
        (radius * (1.0 - n / RINGS) ** 0.7, between(d.rim_hex, d.middle_hex, n / (RINGS - 1))) for n in range(RINGS)
    ]


def on_paper(page: FPDF, d: Drawn, x: float, y: float, width: float) -> float:
    """Draw within width mm, the left upper corner at x, y. Answers the height it took, mm."""
    scale = width / d.wide_mm
    middle_x, middle_y = x + width / 2.0, y + width / 2.0
    for radius, colour in rings(d):
        page.set_fill_color(*rgb(colour))
        page.circle(middle_x, middle_y, radius * scale, style="F")
    for dot in d.dots:
        page.set_fill_color(*rgb(dot.hex))
        rx, ry = dot.rx * scale, dot.ry * scale
        at_x, at_y = middle_x + dot.x * scale, middle_y + dot.y * scale
        with page.rotation(dot.turn, at_x, at_y):
            page.ellipse(at_x - rx, at_y - ry, 2 * rx, 2 * ry, style="F")
    floor = y + width + GAP_MM + d.high_mm * scale
    page.set_fill_color(*rgb(d.middle_hex))
    page.set_draw_color(*rgb(d.base_hex))
    page.set_line_width(0.4)
    page.polygon([(middle_x + px * scale, floor - py * scale) for px, py in d.side], style="DF")
    page.set_draw_color(*SOFT)
    page.set_line_width(0.3)
    page.line(x, floor + 3, x + BAR_MM * scale, floor + 3)
    page.set_font(FACE, size=7)
    page.text(x + BAR_MM * scale + 1.5, floor + 4, f"{BAR_MM:.0f} mm; drawn from the forecast")
    return width + GAP_MM + d.high_mm * scale + 6.0


def as_svg(d: Drawn) -> str:
    """The same as SVG text, in mm; holds numbers and colours only."""
    radius = d.wide_mm / 2.0
    floor = radius + GAP_MM + d.high_mm
    parts = [f'<circle r="{r:.2f}" fill="{c}"/>' for r, c in rings(d)]
    parts += [
        f'<ellipse rx="{o.rx}" ry="{o.ry}" fill="{o.hex}" transform="translate({o.x} {o.y}) rotate({o.turn})"/>'
        for o in d.dots
    ]
    side = " ".join(f"{px:.2f},{floor - py:.2f}" for px, py in d.side)
    parts.append(f'<polygon points="{side}" fill="{d.middle_hex}" stroke="{d.base_hex}" stroke-width="0.6"/>')
    parts.append(f'<path d="M{-radius:.2f} {floor + 4:.2f}h{BAR_MM:g}" stroke="#7882a0" stroke-width="0.6"/>')
    parts.append(f'<text x="{-radius + BAR_MM + 2:.2f}" y="{floor + 5.4:.2f}" font-size="4">{BAR_MM:.0f} mm</text>')
    box = f"{-radius - 1:.2f} {-radius - 1:.2f} {d.wide_mm + 2:.2f} {floor + radius + 9:.2f}"
    spoken = f"The cookie as forecast, {d.wide_mm:.0f} mm across and {d.high_mm:.0f} mm high"
    head = f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box}" role="img" aria-label="{spoken}">'
    return f"{head}{''.join(parts)}</svg>"
