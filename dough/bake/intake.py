"""From a formula and process to a bake case, or the reason why there is none yet."""

from __future__ import annotations

from dataclasses import dataclass

from dough.bake.contract import BakeCase, Handling, Heat, Makeup, Piece
from dough.formula import Draft, Line
from dough.ingredients import Role
from dough.styles import Style

#: Whole egg without shell, share of white and yolk by mass (average of size classes, M).
WHITE_SHARE, YOLK_SHARE = 0.65, 0.35
#: g of baking soda that one milli-equivalent of acid neutralises (84.007 g/mol).
SODA_G_PER_MEQ = 0.084007
#: Roles whose unknown amount is small enough to forecast without; the forecast says so.
SMALL = (Role.FLAVOUR, Role.BINDER, Role.SALT)


@dataclass(frozen=True, slots=True)
class Kit:
    """The oven's known offset in K (None: not known) and the tray's relative conductance."""

    offset_k: float | None = None
    tray_conductance: float = 1.0


@dataclass(frozen=True, slots=True)
class NoCase:
    """Why no forecast can be made yet, in words that say what to fill in."""

    because: str


def bake_case(draft: Draft, style: Style, kit: Kit) -> BakeCase | NoCase:
    """Work out a bake case; process values left open take the style's typical ones.

    Unknown amounts of main ingredients make a forecast impossible, and the reason names them.
    """
    lines = [x for x in draft.formula.lines if x.in_dough]
    if not lines:
        return NoCase("Add flour, sugar and fat to see a forecast.")
    if draft.formula.flour_g is None and not any(x.grams is None for x in draft.formula.flour_lines):
        return NoCase("There is no flour in this formula, so there is nothing to compare it with. Add flour.")
    unknown = [x.ingredient.name for x in lines if x.grams is None and x.role not in SMALL]
    if unknown:
        return NoCase(f"No forecast while an amount is unknown: {', '.join(unknown)}.")
    process = draft.process
    return BakeCase(
        makeup=makeup([x for x in lines if x.grams is not None]),
        handling=Handling(
            process.method,
            20.0 if process.dough_temp_c is None else process.dough_temp_c,
            process.rest_h or 0.0,
            process.rest_place,
        ),
        piece=Piece(
            process.portion_g or style.portion_g.typical,
            process.shape,
            process.start_diameter_mm,
            process.start_thickness_mm,
        ),
        heat=Heat(
            process.oven_c or style.oven_c.typical,
            process.minutes or style.minutes.typical,
            process.fan,
            kit.offset_k,
            kit.tray_conductance,
        ),
        style=style,
    )


def makeup(lines: list[Line]) -> Makeup:
    """Split known lines into what the bake asks for. Fold-ins count by their share only."""
    sums = dict.fromkeys(
        ("flour", "protein", "moisture", "sucrose", "reducing", "fat", "water", "white", "yolk", "milk", "other",
         "salt", "soda", "powder", "meq"), 0.0,
    )  # fmt: skip
    folded = sum(x.grams or 0.0 for x in lines if x.role is Role.FOLD_IN)
    whole = sum(x.grams or 0.0 for x in lines)
    for line in lines:
        if line.role is not Role.FOLD_IN:
            _add(sums, line.ingredient_id, line)
    flour = sums["flour"]
    return Makeup(
        flour_g=flour,
        flour_protein=sums["protein"] / flour if flour else 0.0,
        flour_moisture=sums["moisture"] / flour if flour else 0.0,
        sucrose_g=sums["sucrose"],
        reducing_g=sums["reducing"],
        fat_g=sums["fat"],
        water_g=sums["water"],
        egg_white_g=sums["white"],
        egg_yolk_g=sums["yolk"],
        milk_solids_g=sums["milk"],
        other_g=sums["other"],
        salt_g=sums["salt"],
        soda_g=sums["soda"],
        powder_g=sums["powder"],
        acid_meq=sums["meq"],
        inclusion_share=folded / whole if whole else 0.0,
    )


def _add(sums: dict[str, float], ident: str, line: Line) -> None:
    grams, p = line.grams or 0.0, line.ingredient.parts
    per = grams / 100.0
    if line.ingredient.flour_base:
        sums["flour"] += grams
        sums["protein"] += per * p.protein
        sums["moisture"] += per * p.water
        return
    if ident == "soda":
        sums["soda"] += grams
        return
    if ident in ("bp_da", "bp_sa"):
        sums["powder"] += grams
        return
    if p.acid_g_soda > 0:
        sums["meq"] += per * p.acid_g_soda / SODA_G_PER_MEQ
    if ident in ("egg", "white", "yolk"):
        sums["white"] += grams * {"egg": WHITE_SHARE, "white": 1.0, "yolk": 0.0}[ident]
        sums["yolk"] += grams * {"egg": YOLK_SHARE, "white": 0.0, "yolk": 1.0}[ident]
        return
    sums["sucrose"] += per * p.sucrose
    sums["reducing"] += per * p.reducing
    sums["fat"] += per * p.fat
    sums["water"] += per * (p.water + p.ethanol)
    sums["salt"] += per * p.salt
    dairy = line.ingredient.diet.dairy_free == "N"
    sums["milk"] += per * (p.lactose + p.protein) if dairy else 0.0
    sums["other"] += per * (p.other_sugar + p.starch + p.fibre + p.minerals + p.other + (0.0 if dairy else p.protein))
