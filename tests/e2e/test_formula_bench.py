"""Target and formula bench in the real thing: a recipe comes in, findings are mended, versions compared."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Server
from tests.e2e.test_whole_loop import saved, wide_mm

pytestmark = pytest.mark.e2e

RECIPE = """Platform rounds
2 1/4 cups flour
1 cup (2 sticks) butter, soft
3/4 cup packed brown sugar
1 large egg plus 1 yolk
1 tsp soda
1 tsp salt
2 cups chocolate chips
1/2 tsp wattleseed
300 to 340 g rolled oats, by feel

Bake at 375 for 11 minutes."""


def test_a_pasted_recipe_is_looked_through_answered_and_becomes_a_dough(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name="From a recipe").click()
    page.get_by_label("Paste ingredients", exact=False).fill(RECIPE)
    page.get_by_role("button", name="Read it").click()
    review = page.get_by_role("region", name="What was understood")
    expect(review.get_by_role("status")).to_contain_text("questions open")
    expect(page.get_by_text("191 °C")).to_be_visible()
    review.get_by_role("button", name="Bread flour").click()
    expect(review.get_by_text("279 g")).to_be_visible()
    review.get_by_role("button", name="scooped").click()
    expect(review.get_by_text("329 g")).to_be_visible()
    review.get_by_role("button", name="Kosher salt, light").click()
    expect(review.get_by_text("2.8 g").first).to_be_visible()
    review.get_by_role("button", name="leave out").click()
    expect(review.get_by_role("status")).to_contain_text("no question open")
    page.get_by_role("button", name=re.compile("Put 9 lines on the shelf")).click()
    expect(page).to_have_url(re.compile("/formula$"))
    expect(page.get_by_label("Name of the dough")).to_have_value("Platform rounds")
    expect(page.get_by_label("Bread flour, grams")).to_have_value("329")
    expect(page.get_by_text("300 to 340 g, by feel")).to_be_visible()


def test_a_finding_is_mended_with_one_click_and_another_set_aside(page: Page) -> None:
    page.goto("/dough/1/formula")
    soda = page.get_by_label("Baking soda, grams")
    soda.fill("14")
    soda.press("Enter")
    page.get_by_role("button", name="Findings").click()
    bench = page.get_by_role("tabpanel")
    finding = bench.locator("article", has_text=re.compile("Leavening|Soda left")).first
    expect(finding).to_contain_text("forecast:")
    finding.get_by_role("button", name=re.compile("^Baking soda to")).first.click()
    expect(finding).to_have_count(0)
    expect(soda).not_to_have_value("14")
    fold = bench.locator("article", has_text="Fold-in")
    fold.get_by_role("button", name="set aside").click()
    fold.get_by_placeholder("because").fill("apricots are the point, and dear")
    fold.get_by_role("button", name="Set aside").click()
    expect(bench.get_by_text("apricots are the point, and dear")).to_be_visible()
    saved(page)
    page.reload()
    page.get_by_role("button", name="Findings").click()
    expect(page.get_by_text("apricots are the point, and dear")).to_be_visible()


def test_leavening_is_set_for_a_lift_and_undone(page: Page) -> None:
    page.goto("/dough/1/formula")
    page.get_by_role("button", name="Leavening").click()
    expect(page.get_by_text("Soda by heat alone")).to_be_visible()
    page.get_by_label("For a lift of").fill("400")
    page.get_by_label("For a lift of").press("Tab")
    page.get_by_role("button", name=re.compile(r"g powder$")).click()
    expect(page.get_by_label("Baking powder, grams")).to_be_visible()
    expect(page.get_by_label("Baking soda, grams")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(page.get_by_label("Baking soda, grams")).to_be_visible()


def test_versions_side_by_side_and_going_on_from_an_earlier_one(page: Page) -> None:
    page.goto("/dough/1/versions")
    page.get_by_label("First of the two").select_option("2")
    expect(page.get_by_text("4 things changed at once", exact=False)).to_be_visible()
    page.get_by_label("Second of the two").select_option("3")
    expect(page.get_by_role("rowheader", name="Egg, whole")).to_be_visible()
    page.get_by_role("button", name="go on from version 2").click()
    expect(page).to_have_url(re.compile("/formula$"))
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("255")
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("204")


def test_a_stale_write_is_merged_line_by_line(page: Page, server: Server) -> None:
    page.goto("/dough/1/formula")
    expect(page.get_by_label("Caster sugar, grams")).to_have_value("96")
    other = page.context.new_page()
    other.goto(f"{server.url}/dough/1/formula")
    theirs = other.get_by_label("Butter, unsalted, grams")
    theirs.fill("210")
    with other.expect_response(lambda r: r.request.method == "PUT" and r.ok):
        theirs.press("Enter")
    other.close()
    mine = page.get_by_label("Caster sugar, grams")
    mine.fill("100")
    mine.press("Enter")
    notice = page.get_by_role("region", name="Changed elsewhere")
    expect(notice).to_be_visible()
    notice.get_by_label("Butter, unsalted: theirs").check()
    notice.get_by_role("button", name="Save what is picked").click()
    expect(notice).to_have_count(0)
    saved(page)
    page.reload()
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value("210")
    expect(page.get_by_label("Caster sugar, grams")).to_have_value("100")


def test_words_and_the_map_set_a_target(page: Page) -> None:
    page.goto("/dough/2/target")
    page.get_by_label("The cookie in words").fill("thick, gooey")
    page.get_by_role("button", name="Set", exact=True).click()
    expect(page.get_by_text("height 22.0 mm, about 22 mm")).to_be_visible()
    expect(page.get_by_label("Target height")).to_have_value("22")
    target = page.get_by_role("slider", name="Target on the texture map", exact=False)
    target.focus()
    page.keyboard.press("Shift+ArrowDown")
    expect(page.get_by_label("Target height")).to_have_value("17.6")
    page.get_by_role("button", name="Measure one in hand").click()
    page.get_by_label("What is it, and where from?").fill("the kiosk")
    page.get_by_label("Widths, several, mm").fill("84 86")
    page.get_by_label("Age since baking, h").fill("26")
    page.get_by_role("button", name="Let it be the target").click()
    expect(page.get_by_text("a cookie in hand, 26 h old: the kiosk")).to_be_visible()


def test_an_ingredient_of_the_cook_s_own_goes_into_the_formula(page: Page) -> None:
    page.goto("/dough/1/formula")
    page.get_by_role("button", name="Add line").click()
    page.get_by_role("button", name="Make one of your own", exact=False).click()
    page.get_by_label("Two flours to a protein").check()
    page.get_by_label("Name", exact=True).fill("House flour")
    page.get_by_role("button", name="Keep it in the pantry").click()
    grams = page.get_by_label("House flour, grams")
    expect(grams).to_be_focused()
    expect(page.get_by_text("Still missing:")).to_be_visible()
    page.get_by_label("Known total in grams").fill("1048.5")
    page.get_by_role("button", name="Work it out").click()
    expect(grams).to_have_value("100")
    assert wide_mm(page) > 0


def test_the_whole_loop_by_keyboard_alone(page: Page) -> None:
    """From the shelf through a style, an edit, a version and a bake, without touching the mouse."""
    page.goto("/")
    page.get_by_role("heading", name="The shelf").wait_for()

    def tab_to(name: str, role: str = "button", most: int = 90) -> None:
        wanted = page.get_by_role(role, name=name)  # type: ignore[arg-type]
        wanted.first.wait_for()
        for _ in range(most):
            page.keyboard.press("Tab")
            if wanted.first.evaluate("e => e === document.activeElement"):
                return
        raise AssertionError(f"Tab never reached {name}")

    tab_to("From a style its typical")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What will it be called?")).to_be_focused()
    page.keyboard.type("Key rounds")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/formula$"))
    tab_to("Plain flour, strong, grams", "textbox")
    before = wide_mm(page)
    page.keyboard.press("Control+a")
    page.keyboard.type("380")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Butter, unsalted, baker's percentage")).not_to_have_value("75.0")
    assert wide_mm(page) < before
    page.keyboard.press("Escape")
    page.keyboard.press("Control+k")
    page.keyboard.type("keep the draft")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What does it try or change?")).to_be_focused()
    page.keyboard.type("More flour, all by key.")
    page.keyboard.press("Tab")
    tab_to("Keep version 1")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Keep as version 2")).to_be_visible()
    page.keyboard.press("Control+k")
    page.keyboard.type("results")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/results$"))
    tab_to("Log a bake")
    page.keyboard.press("Enter")
    tab_to("Diameter, mm", "textbox")
    page.keyboard.type("84 86 85")
    tab_to("Height, mm", "textbox")
    page.keyboard.type("9.5 10")
    tab_to("Log this bake")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Bake 1", exact=False).first).to_be_visible()
