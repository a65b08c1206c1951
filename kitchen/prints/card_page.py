"""A card as one HTML page that stands alone: its fonts, its drawing and the recipe as JSON-LD are in it."""

from __future__ import annotations

import json
from base64 import b64encode
from dataclasses import asdict
from io import BytesIO
from pathlib import Path
from string import printable
from typing import Any

from django.template import Context, Engine
from fontTools.subset import Subsetter
from fontTools.ttLib import TTFont

from dough.desk.handing_on.card import Card
from dough.formats.recipe_ld import inside_page
from kitchen.prints.card import measure_text
from kitchen.prints.cookie_drawing import as_svg
from kitchen.prints.page import FILES, FONTS


def card_page(card: Card, day: str, recipe: dict[str, Any]) -> str:
    """The page. What a cook typed is escaped; only our own drawing, fonts and the escaped JSON-LD go in as they are."""
    page = Engine(dirs=[str(Path(__file__).parent)]).get_template("card_page.html")
    groups = [
        {
            "name": g.name,
            "lines": [{"name": x.name, "grams": x.grams, "beside": measure_text(x.measure)} for x in g.lines],
        }
        for g in card.groups
    ]
    written = printable + json.dumps([asdict(card), day, groups], ensure_ascii=False)
    return page.render(
        Context(
            {
                "card": card, "day": day, "groups": groups, "recipe": inside_page(recipe),
                "drawing": as_svg(card.drawing) if card.drawing else "",
                "regular": _font("", written), "bold": _font("B", written),
            }
        )
    )  # fmt: skip


def _font(style: str, written: str) -> str:
    """A font as base64 with the letters that are written, and no others."""
    font = TTFont(FONTS / FILES[style])
    keep = Subsetter()
    keep.populate(text=written)
    keep.subset(font)
    out = BytesIO()
    font.save(out)
    return b64encode(out.getvalue()).decode("ascii")
