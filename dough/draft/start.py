"""Ways in: where a new dough can start. Line ids are l1, l2 … in order."""

from __future__ import annotations

from dough.accounts.formula import USUAL_STEP, Draft, Formula, Line, Place, Process, Shape
from dough.draft.target import Target, from_style
from dough.facts.cookie import Cookie
from dough.facts.ingredients import ingredient
from dough.facts.staples import BROWN_SUGAR, BUTTER, EGG, PLAIN_FLOUR, SALT, SODA, SUGAR
from dough.facts.styles import Style

#: The classic drop dough: equal weights of flour, sugar and fat, an egg at a quarter of the flour
#: (trade practice, M). Grams.
BASE_RATIO = (
    (PLAIN_FLOUR, 200.0), (BROWN_SUGAR, 100.0), (SUGAR, 100.0), (BUTTER, 200.0), (EGG, 50.0), (SODA, 2.0), (SALT, 3.0),
)  # fmt: skip
STYLE_FLOUR_G = 300.0
#: Dough colder than this, °C, was chilled.
SOFT_C = 18.0


def empty() -> tuple[Draft, Target]:
    """Nothing yet: the cook fills in everything."""
    return Draft(Formula(), Process()), Target(Cookie())


def base_ratio() -> tuple[Draft, Target]:
    """Equal weights of flour, sugar and butter, with egg, soda and salt; no target yet."""
    process = Process(portion_g=40.0, oven_c=175.0, minutes=12.0)
    return Draft(_formula(BASE_RATIO), process), Target(Cookie())


def from_style_formula(style: Style) -> tuple[Draft, Target]:
    """The style's typical formula on 300 g of flour, its usual bake, and its typical cookie as target."""
    flour = sum(pct for ident, pct in style.formula if ingredient(ident).flour_base)
    factor = STYLE_FLOUR_G / flour
    process = Process(
        portion_g=style.portion_g.typical,
        shape=Shape(style.shape),
        start_thickness_mm=style.start_thickness_mm,
        oven_c=style.oven_c.typical,
        minutes=style.minutes.typical,
        rest_h=0.0 if style.dough_c >= SOFT_C else 1.0,
        rest_place=Place.COUNTER if style.dough_c >= SOFT_C else Place.FRIDGE,
        dough_temp_c=style.dough_c,
    )
    return Draft(_formula([(i, round(pct * factor, 1)) for i, pct in style.formula]), process), from_style(style)


def _formula(items: tuple[tuple[str, float], ...] | list[tuple[str, float]]) -> Formula:
    return Formula(
        tuple(
            Line(f"l{n}", ident, grams, USUAL_STEP[ingredient(ident).role], amount=grams)
            for n, (ident, grams) in enumerate(items, 1)
        )
    )
