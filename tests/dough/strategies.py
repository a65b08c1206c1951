"""Random but plausible formulas for the core's laws."""

from __future__ import annotations

from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.draft.start import from_style_formula
from dough.facts.ingredients import table
from dough.facts.styles import styles

grams = st.floats(0.1, 5000).map(lambda g: round(g, 2))


@st.composite
def formulas(draw: st.DrawFn, unknowns: bool = False) -> Formula:
    """Up to a dozen lines from the whole table, flour among them."""
    others = draw(st.lists(st.sampled_from(sorted(table())), min_size=0, max_size=11))
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


def formula_of(*items: tuple[str, float | None]) -> Formula:
    """A formula from (ingredient, grams) pairs; fold-ins in their own step."""
    return Formula(tuple(Line(ident, ident, g, Step.DRY, g) for ident, g in items))


def draft_of(*items: tuple[str, float | None], **process: object) -> Draft:
    return Draft(formula_of(*items), Process(**process))  # type: ignore[arg-type]
