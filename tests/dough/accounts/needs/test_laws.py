"""Laws of needs over random doughs, random needs, own ingredients with random flags, and labels read or not."""

from __future__ import annotations

from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Process, Step
from dough.accounts.label import label
from dough.accounts.needs.contradictions import contradictions
from dough.accounts.needs.verdict import Standing, marks, of_lines, state_of, verdict
from dough.accounts.own_ingredients import Label, from_label
from dough.bake.draft_setting import Setting
from dough.bake.intake import Kit
from dough.counsel.swaps.candidates import KEEP
from dough.counsel.swaps.study import study
from dough.desk.bench_sheet import bench_sheet
from dough.facts.errors import EntryErrors
from dough.facts.ingredients import Ingredient, State, ingredient, table
from dough.facts.needs import NAMES, NEEDS, Reading, Wanted, need

FLAGS = (*NAMES, "An", "Me", "alcohol", "caffeine")
SAYS = st.dictionaries(st.sampled_from(FLAGS), st.sampled_from([State.HOLDS, State.MAY, State.FREE]), max_size=8)
NEED_SETS = st.lists(st.sampled_from(sorted(NEEDS)), min_size=1, max_size=6, unique=True)
READINGS = st.dictionaries(
    st.sampled_from(sorted(table())),
    st.builds(
        Reading,
        st.lists(st.sampled_from(sorted(NAMES)), max_size=3, unique=True).map(tuple),
        st.just("2026-11-01"),
        st.one_of(st.none(), st.lists(st.sampled_from(FLAGS), max_size=16, unique=True).map(tuple)),
    ),
    max_size=12,
)


@st.composite
def own(draw: st.DrawFn, ident: str) -> Ingredient | None:
    """An ingredient of the cook's own with random statements; None where they contradict each other."""
    like = ingredient(draw(st.sampled_from(sorted(table()))))
    try:
        made = from_label(ident, "Own", like, Label(fat=10, carbohydrate=40, protein=5), None, draw(SAYS))
    except EntryErrors:
        return None
    return made.ingredient


@st.composite
def doughs(draw: st.DrawFn, most: int = 9) -> Formula:
    ids = draw(st.lists(st.sampled_from(sorted(table())), min_size=1, max_size=most))
    lines = [Line(f"l{n}", i, 100.0, draw(st.sampled_from(list(Step)))) for n, i in enumerate(ids)]
    for n in range(draw(st.integers(0, 2))):
        mine = draw(own(f"own-{n}"))
        if mine is not None:
            lines.append(Line(f"o{n}", mine.id, 50.0, Step.DRY, own=mine))
    return Formula(tuple(lines))


@given(doughs(), NEED_SETS, READINGS)
@settings(max_examples=250, deadline=None)
def test_a_dough_never_meets_where_any_part_is_a_break_or_unsure(
    formula: Formula, ids: list[str], read: dict[str, Reading]
) -> None:
    wanted = Wanted(tuple(ids), read)
    for whole in of_lines(formula.lines, wanted):
        states = {v.verdict.standing for v in whole.lines}
        assert (whole.standing is Standing.MEETS) == (states == {Standing.MEETS})
        assert all(v.verdict.why for v in whole.lines)
    for x in formula.lines:
        shown = {m.need for m in marks(x.ingredient, wanted)}
        assert shown == {i for i in ids if verdict(x.ingredient, i, wanted).standing is not Standing.MEETS}


@given(own("own-1"), st.sampled_from(sorted(NEEDS)))
@settings(max_examples=250, deadline=None)
def test_an_own_ingredient_meets_a_need_only_where_somebody_said_so(item: Ingredient | None, ident: str) -> None:
    if item is None:
        return
    found = verdict(item, ident, Wanted((ident,)))
    if found.standing is Standing.MEETS:
        said = [item.said(c) for c in (*need(ident).codes, "An")]
        assert any(s is not None and s.state is State.FREE for s in said)
    assert not contradictions(item)


@given(doughs(6), READINGS)
@settings(max_examples=120, deadline=None)
def test_the_label_suggests_only_what_every_line_meets_and_the_sheet_marks_the_rest(
    formula: Formula, read: dict[str, Reading]
) -> None:
    draft = Draft(formula, Process())
    words = " ".join(label(draft, read, None).suggests)
    for ident in ("vegan", "vegetarian", "no_gluten", "no_milk", "no_egg", "no_nuts"):
        wanted = Wanted((ident,), read)
        said = f"{need(ident).label} by recipe" if ident.startswith("ve") else f"made without {need(ident).thing};"
        assert (said in words) == (state_of(formula.lines, wanted) is Standing.MEETS)
        sheet = bench_sheet("x", "v", draft, wanted)
        assert sum(bool(x.marks) for x in sheet.lines) == sum(bool(marks(x.ingredient, wanted)) for x in formula.lines)


@given(doughs(5), NEED_SETS, READINGS)
@settings(max_examples=25, deadline=None)
def test_nothing_unsure_is_chosen_without_saying_so(formula: Formula, ids: list[str], read: dict[str, Reading]) -> None:
    wanted = Wanted(tuple(ids), read)
    found = study(Setting.of(Draft(formula, Process()), None, Kit()), wanted, (), {})
    for line in found.lines:
        for c in line.candidates:
            parts = [ingredient(p.ingredient) for p in c.rule.parts] if c.rule is not KEEP else [line.line.ingredient]
            open_ = any(verdict(i, n, wanted).standing is Standing.UNSURE for i in parts for n in ids)
            broken = any(verdict(i, n, wanted).standing is Standing.BREAKS for i in parts for n in ids)
            assert bool(c.labels) == (open_ and not broken)
    assert found.plan.state is state_of(found.plan.draft.formula.lines, wanted)
    for x in found.plan.draft.formula.lines:
        for m in marks(x.ingredient, wanted):
            if m.standing is Standing.UNSURE:
                assert any(x.ingredient.name in text for text in found.plan.labels)
