"""Random but plausible formulas for the core's laws."""

from __future__ import annotations

from dataclasses import replace

from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.draft.start import from_style_formula
from dough.facts.ingredients import Role, table
from dough.facts.styles import styles

grams = st.floats(0.1, 5000).map(lambda g: round(g, 2))


@st.composite
def formulas(draw: st.DrawFn, unknowns: bool = False) -> Formula:
    """Up to a dozen lines from the whole table, flour among them."""
    others = draw(
        st.lists(
            st.sampled_from(sorted(i for i, row in table().items() if not row.is_("unknown"))), min_size=0, max_size=11
        )
    )
    ids = ["ap", *others]
    amount = st.one_of(st.none(), grams) if unknowns else grams
    return Formula(
        tuple(
            Line(f"l{n}", ident, draw(grams) if n == 0 else draw(amount), draw(st.sampled_from(list(Step)[:4])))
            for n, ident in enumerate(ids)
        )
    )


@st.composite
def style_drafts(draw: st.DrawFn, within: float = 0.2, names: tuple[str, ...] = ()) -> Draft:
    """A style's typical formula with each line moved by up to ``within`` of itself."""
    chosen = draw(st.sampled_from(names or sorted(styles())))
    draft, _ = from_style_formula(styles()[chosen])
    lines = tuple(
        Line(x.id, x.ingredient_id, round((x.grams or 0) * draw(st.floats(1 - within, 1 + within)), 2), x.step)
        for x in draft.formula.lines
    )
    return Draft(Formula(lines), draft.process)


#: What dietary needs and lean hands make of a dough.
VARIANTS = ("as it is", "no egg", "less sugar", "gluten-free", "vegan")
SMALLEST_G, LARGEST_G = 20.0, 180.0


@st.composite
def varied_drafts(draw: st.DrawFn, names: tuple[str, ...] = ()) -> Draft:
    """A style's dough moved by a fifth, perhaps without egg, with less sugar, gluten-free or vegan, in any size."""
    chosen = draw(st.sampled_from(names or sorted(styles())))
    style = styles()[chosen]
    draft = draw(style_drafts(names=(chosen,)))
    variant = draw(st.sampled_from(VARIANTS))
    lines = tuple(x for x in (_varied(x, variant) for x in draft.formula.lines) if x is not None)
    process = draft.process
    if style.is_drop:
        grams = draw(st.floats(SMALLEST_G, LARGEST_G))
        longer = (grams / (process.portion_g or 40.0)) ** 0.35
        process = replace(process, portion_g=grams, minutes=(process.minutes or 11.0) * longer)
    return Draft(Formula(lines), process)


def _varied(line: Line, variant: str) -> Line | None:
    item = line.ingredient
    if variant in ("no egg", "vegan") and item.is_("whole_egg", "egg_yolk", "egg_white"):
        return None
    if variant == "less sugar" and line.role is Role.SUGAR:
        return replace(line, grams=0.6 * (line.grams or 0.0))
    if variant == "gluten-free" and item.flour_base:
        return replace(line, ingredient_id="gfblend")
    if variant == "vegan" and item.is_("butter"):
        return replace(line, ingredient_id="plantbutter")
    return line


def formula_of(*items: tuple[str, float | None]) -> Formula:
    """A formula from (ingredient, grams) pairs; fold-ins in their own step."""
    return Formula(tuple(Line(ident, ident, g, Step.DRY, g) for ident, g in items))


def draft_of(*items: tuple[str, float | None], **process: object) -> Draft:
    return Draft(formula_of(*items), Process(**process))  # type: ignore[arg-type]
