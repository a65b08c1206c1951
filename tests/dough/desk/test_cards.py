"""Cards for people: grams first, other measures with their error, steps in words, nothing made up."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.accounts.formula import Draft, Formula, Line, Method, Place, Process, Step
from dough.bake.draft_setting import Setting
from dough.desk.handing_on.card import Card, Wish, card
from dough.desk.handing_on.measures import UNITS, beside, grams_text
from dough.desk.handing_on.steps import card_steps
from dough.draft.start import from_style_formula
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.ingredients import table
from dough.facts.kitchen_measures import Habit, KitchenAmount, egg_part, weigh
from dough.facts.needs import Reading
from dough.facts.styles import styles

LINES = (
    Line("a", "ap", 320.0, Step.DRY, 320.0),
    Line("b", "butter", 200.0, Step.CREAM, 200.0),
    Line("c", "egg", 102.0, Step.EGG, 102.0),
    Line("d", "soda", 3.25, Step.DRY, 3.25),
    Line("f", "hazelnuts", 80.0, Step.FOLD_IN, 80.0),
    Line("g", "icing", 90.0, Step.FINISH, 90.0),
)
PROCESS = Process(portion_g=40, oven_c=180, minutes=11, butter_temp_c=18, cream_minutes=3, rest_h=12,
                  rest_place=Place.FRIDGE)  # fmt: skip
DRAFT = Draft(Formula(LINES), PROCESS)


def made(draft: Draft, wish: Wish | None = None) -> Card:
    return card("Rounds", "version 2", Setting.of(draft), Cookie(), wish or Wish())


def test_grams_come_first_in_the_order_things_go_in() -> None:
    found = made(DRAFT)
    assert [g.name for g in found.groups] == ["To cream", "Beaten in", "Dry, mixed", "Folded in", "When cold"]
    assert [x.grams for g in found.groups for x in g.lines] == ["200 g", "102 g", "320 g", "3.2 g", "80 g", "90 g"]
    assert all(x.measure is None for g in found.groups for x in g.lines), "grams alone unless more is asked for"


def test_an_unknown_amount_stays_open_and_nothing_is_counted_on_it() -> None:
    unknown = replace(DRAFT, formula=Formula((*LINES, Line("e", "milk", None, Step.EGG))))
    found = made(unknown, Wish(units="us"))
    milk = next(x for g in found.groups for x in g.lines if x.name.startswith("Milk"))
    assert (milk.grams, milk.measure) == ("amount open", None)
    assert found.pieces is None
    assert "not known" in found.makes
    assert grams_text(Line("r", "ap", 320.0, Step.DRY, range_g=(300.0, 340.0))) == "300 to 340 g, by feel"


def test_steps_carry_the_process_s_own_figures_in_both_degrees() -> None:
    said = " ".join(card_steps(DRAFT))
    for figure in ("unsalted butter, at 18 °C (64 °F)", "for 3 minutes", "12 hours in the fridge", "40 g portions",
                   "180 °C (355 °F) without fan", "with a fan about 160 °C (320 °F), a rule of thumb",
                   "for 11 minutes"):  # fmt: skip
        assert figure in said
    with_fan = " ".join(card_steps(replace(DRAFT, process=replace(PROCESS, fan=True))))
    assert "180 °C (355 °F) with fan (without a fan about 200 °C" in with_fan
    melted = " ".join(card_steps(replace(DRAFT, process=replace(PROCESS, method=Method.MELTED))))
    assert melted.startswith("Melt unsalted butter: hot fat burns")
    nobody_said = Process(portion_g=None, oven_c=None, dough_temp_c=None)
    bare = " ".join(card_steps(Draft(Formula(LINES), nobody_said)))
    assert "°C" not in bare
    assert "None" not in bare


@given(st.sampled_from(sorted(table())), st.floats(0.5, 3000), st.sampled_from(["us", "metric", "au"]))
@settings(max_examples=300, deadline=None)
def test_cups_and_spoons_weigh_what_is_said_within_what_is_said(ident: str, grams: float, units: str) -> None:
    line = Line("a", ident, grams, Step.DRY, grams)
    found = beside(line, units)
    if found is None or found.off_pct is None:
        return
    part = egg_part(line.ingredient)
    if part is not None:
        number = found.words.removeprefix("about ").split(" ")[0]
        eggs = sum({"¼": 0.25, "½": 0.5, "¾": 0.75}.get(c, 0.0) for c in number)
        eggs += float("".join(c for c in number if c.isdigit()) or 0)
        each = weigh(line.ingredient, KitchenAmount(1.0, 1.0, "egg"), Habit(units)).grams
        assert abs(eggs * each - grams) <= grams * found.off_pct / 100.0 + 1e-6
        return
    total = 0.0
    for measure in found.words.split(",")[0].split(" + "):
        number, unit = measure.split(" ")
        count = sum({"¼": 0.25, "⅓": 1 / 3, "½": 0.5, "⅔": 2 / 3, "¾": 0.75}.get(c, 0.0) for c in number)
        count += float("".join(c for c in number if c.isdigit()) or 0)
        short = {"cup": "cup", "tablespoon": "tbsp", "teaspoon": "tsp"}[unit.removesuffix("s")]
        total += count * weigh(line.ingredient, KitchenAmount(1.0, 1.0, short), Habit(units)).grams
    assert abs(total - grams) <= total * found.off_pct / 100.0 * 1.001 + 0.02


def test_ounces_are_exact_and_units_that_are_not_on_offer_are_refused() -> None:
    assert beside(Line("a", "butter", 226.8, Step.CREAM, 226.8), "oz").words == "8.0 oz"  # type: ignore[union-attr]
    assert beside(Line("a", "butter", 28.35, Step.CREAM, 28.35), "oz").words == "1.00 oz"  # type: ignore[union-attr]
    with pytest.raises(EntryError, match="g, us, metric, au, oz"):
        made(DRAFT, Wish(units="stone"))
    assert set(UNITS) == {"g", "us", "metric", "au", "oz"}


def test_a_larger_card_is_the_same_formula() -> None:
    found = made(DRAFT, Wish(factor=2.5))
    assert [x.grams for g in found.groups for x in g.lines] == ["500 g", "255 g", "800 g", "8.1 g", "200 g", "225 g"]
    assert any("2.5 times the formula" in s for s in found.small_print)
    assert found.pieces == pytest.approx(2.5 * (made(DRAFT).pieces or 0), abs=2)


def test_allergens_say_what_is_in_and_what_a_label_has_to_settle() -> None:
    said = " ".join(made(DRAFT).holds)
    for name in ("wheat", "egg", "milk", "hazelnut"):
        assert name in said.lower()
    chocolate = replace(DRAFT, formula=Formula((*LINES, Line("h", "dark65", 90.0, Step.FOLD_IN, 90.0))))
    unread = " ".join(made(chocolate).holds)
    assert "Read the label of Dark chocolate" in unread
    read = Wish(read={"dark65": Reading(("Py",), "2026-05-01", None)})
    assert "Read the label of Dark chocolate" not in " ".join(made(chocolate, read).holds)
    assert "labels, suppliers and local law decide" in said


@pytest.mark.parametrize("style", sorted(styles()))
def test_every_style_has_a_whole_card_with_a_drawing_of_its_size(style: str) -> None:
    draft, target = from_style_formula(styles()[style])
    setting = Setting.of(draft, styles()[style])
    found = card("Rounds", "a draft", setting, target.cookie, Wish(units="metric"))
    assert found.drawing is not None
    width = setting.cookie().diameter_mm  # type: ignore[union-attr]
    assert found.drawing.wide_mm == pytest.approx(width)
    assert max(x for x, _ in found.drawing.side) == pytest.approx(width / 2, rel=0.05)  # type: ignore[operator]
    radius = found.drawing.wide_mm / 2
    assert all((d.x**2 + d.y**2) ** 0.5 <= radius for d in found.drawing.dots)
    assert found.steps
    assert found.pull
    assert found.keeping
    assert any("Raw" in c for c in found.cautions)
