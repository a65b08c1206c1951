"""The bench sheet: what to weigh in the order it goes in, and what to beware of."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft, Formula, Line, Method, Process, Step
from dough.desk.bench_sheet import bench_sheet
from kitchen.prints.bench_sheet import sheet_pdf

LINES = (
    Line("a", "ap", 320.0, Step.DRY, 320.0, range_g=(300.0, 340.0)),
    Line("b", "butter", 200.0, Step.CREAM, 200.0),
    Line("c", "egg", 102.0, Step.EGG, 102.0, said="2 medium"),
    Line("d", "soda", 3.25, Step.DRY, 3.25),
    Line("e", "milk", None, Step.EGG),
    Line("f", "hazelnuts", 80.0, Step.FOLD_IN, 80.0),
    Line("g", "icing", 90.0, Step.FINISH, 90.0),
    Line("h", "chips50", 40.0, Step.FOLD_IN, 40.0),
)
DRAFT = Draft(Formula(LINES), Process(portion_g=40, oven_c=180, minutes=11, method=Method.BROWNED_RESET))


def test_lines_stand_in_the_order_they_go_in_with_their_amounts_as_the_cook_has_them() -> None:
    sheet = bench_sheet("Rounds", "version 2", DRAFT)
    assert [x.name for x in sheet.lines] == [
        "Butter, unsalted", "Egg, whole", "Milk, whole", "Plain flour", "Baking soda", "Hazelnuts",
        "Dark chocolate chips", "Icing sugar",
    ]  # fmt: skip
    amounts = {x.name: x.amount for x in sheet.lines}
    assert amounts["Plain flour"] == "300 to 340 g by feel"
    assert amounts["Milk, whole"] == "?"
    assert amounts["Baking soda"] == "3.2 g"
    assert next(x.note for x in sheet.lines if x.name == "Egg, whole") == "2 medium"
    assert "pieces" not in sheet.subtitle, "with an unknown amount there is no count"


def test_pieces_are_counted_once_everything_is_known() -> None:
    known = replace(DRAFT, formula=Formula(tuple(x for x in LINES if x.id != "e")))
    assert "pieces of 40 g after 2 % bowl loss" in bench_sheet("Rounds", "v", known).subtitle


def test_cautions_follow_from_what_is_in_it_and_how_it_is_made() -> None:
    cautions = " ".join(bench_sheet("Rounds", "v", DRAFT).cautions)
    assert "Raw flour" in cautions
    assert "two hours" in cautions
    assert "Hot butter" in cautions
    assert "choke" in cautions
    plain = Draft(Formula((Line("b", "butter", 200.0, Step.CREAM, 200.0),)), Process())
    assert bench_sheet("x", "v", plain).cautions == ()


def test_allergens_count_finishes_and_a_maybe_is_said_as_one() -> None:
    allergens = bench_sheet("Rounds", "v", DRAFT).allergens
    assert set(allergens) >= {"cereals with gluten", "milk", "egg", "tree nuts"}
    assert not any(a.startswith("perhaps milk") for a in allergens), "sure beats perhaps"


def test_the_page_is_made_for_any_name_and_any_length() -> None:
    sheet = bench_sheet("Crème – “brûlée” ☃ 🍪", "v", replace(DRAFT, formula=Formula(LINES * 12)))
    assert sheet_pdf(sheet).startswith(b"%PDF")
