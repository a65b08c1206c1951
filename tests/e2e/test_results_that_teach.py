"""A bake teaches: photographed, logged, learned from, followed, and the next one chosen."""

from __future__ import annotations

import re
from pathlib import Path

import numpy as np
import pytest
from PIL import Image
from playwright.sync_api import Page, expect

from dough.facts.colour import crust_lab
from dough.photo.camera import Camera, SceneCookie, picture
from tests.e2e.conftest import Server
from tests.e2e.test_whole_loop import saved

pytestmark = pytest.mark.e2e


def log_from_the_simulated_camera(page: Page) -> None:
    page.goto("/dough/3/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_role("button", name="Simulated camera").click()
    page.get_by_role("button", name="Use these figures").click()
    expect(page.get_by_label("Diameter, mm")).to_have_value(re.compile(r"^\d+\.\d( \d+\.\d)+$"))
    page.get_by_label("Core at the pull").fill("86")
    page.get_by_role("group", name="Middle").get_by_role("button", name="soft", exact=True).click()
    with page.expect_response(lambda r: r.request.method == "POST" and r.url.endswith("/bakes")):
        page.get_by_role("button", name="Log this bake").click()


def test_a_photo_teaches_the_oven_and_the_first_suggestion_is_kept(page: Page) -> None:
    """The whole way: picture, log, learn, next, version."""
    log_from_the_simulated_camera(page)
    expect(page.get_by_role("heading", name=re.compile("^Bake 3"))).to_be_visible()
    expect(page.get_by_role("img", name="Photo of bake 3 from above")).to_be_visible()
    expect(page.get_by_text(re.compile(r"rim shade .*shades from the photo"))).to_be_visible()

    # Nothing is learned until someone says so.
    page.get_by_role("link", name="Learn").click()
    expect(page.get_by_text("Nothing changes until you say so.", exact=False)).to_be_visible()
    expect(page.get_by_text(re.compile(r"Deck oven, left is really \d+ K colder than it says"))).to_be_visible()
    expect(page.get_by_text("in force: number 1, from 17 bakes")).to_be_visible()
    page.get_by_role("button", name="Learn from 18 bakes").click()
    expect(page.get_by_text("in force: number 2, from 18 bakes")).to_be_visible()

    # The honesty line follows.
    page.get_by_role("button", name="Where from?").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("Learned from 18 bakes of this kitchen: 18 in this oven, 3 of this dough.")
    dialog.get_by_role("button", name="Close").first.click()
    expect(dialog).to_be_hidden()

    page.get_by_role("link", name="Next", exact=True).click()
    first = page.get_by_role("button", name=re.compile("^Try it")).first
    with page.expect_response(lambda r: r.request.method == "PUT"):
        first.click()
    page.get_by_role("button", name="Keep as version 3").click()
    expect(page.get_by_label("What does it try or change?")).to_have_value(re.compile("^Tries .*Forecast:"))
    page.get_by_role("button", name="Keep version 3").click()
    expect(page.get_by_role("button", name="Keep as version 4")).to_be_visible()
    saved(page)


def test_learning_is_gone_back_from_and_a_bake_is_left_out(page: Page) -> None:
    page.goto("/dough/1/learn")
    expect(page.get_by_text("in force: number 1, from 17 bakes")).to_be_visible()
    page.get_by_label("Cardamom rye with apricot 5", exact=True).click()
    page.get_by_role("button", name="Learn from 16 bakes").click()
    expect(page.get_by_text("number 2, from 16 bakes")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Cardamom rye with apricot 5", exact=True)).not_to_be_checked()
    page.get_by_role("button", name="go back to it").click()
    expect(page.get_by_text("in force: number 1, from 17 bakes")).to_be_visible()
    page.get_by_role("button", name="Go back to general").click()
    expect(page.get_by_text("in force: general parameters")).to_be_visible()


def photo_file(folder: Path) -> Path:
    shades = (crust_lab(52.0, 81.0), crust_lab(66.0, 81.0))
    cookies = tuple(SceneCookie(80.0 + 110.0 * n, 95.0, 81.0, 0.97, 0.0, 10.0, *shades) for n in range(2))
    shot = picture(cookies, Camera(width=1100, height=825), np.random.default_rng(4))
    path = folder / "tray.png"
    Image.fromarray(np.round(shot * 255).astype(np.uint8)).save(path)
    return path


def test_a_photo_is_corrected_by_keyboard_and_a_wrong_file_loses_nothing(page: Page, tmp_path: Path) -> None:
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_label("Height, mm").fill("9.4 9.6")
    wrong = tmp_path / "notes.png"
    wrong.write_text("butter, sugar")
    page.get_by_label("Choose a photo").set_input_files(wrong)
    expect(page.get_by_text("can't be read as a picture", exact=False)).to_be_visible()
    expect(page.get_by_label("Height, mm")).to_have_value("9.4 9.6")
    page.get_by_label("Choose a photo").set_input_files(photo_file(tmp_path))
    expect(page.get_by_text("2 cookies", exact=False)).to_be_visible()
    ring = page.get_by_role("button", name=re.compile("^Cookie 1: arrows"))
    ring.focus()
    for key in ("ArrowRight", "-", "-"):
        page.keyboard.press(key)
    page.get_by_role("button", name="Measure anew").click()
    expect(page.get_by_text("by hand").first).to_be_visible()
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.get_by_label("Cookie 2 counts").uncheck()
    expect(page.get_by_text("1 cookies", exact=False)).to_be_visible()
    page.get_by_role("button", name="Use these figures").click()
    expect(page.get_by_label("Diameter, mm")).to_have_value(re.compile(r"^\d+\.\d$"))
    expect(page.get_by_label("Height, mm")).to_have_value("9.4 9.6")


def test_a_reading_far_off_is_asked_about_and_taken_when_sure(page: Page) -> None:
    page.goto("/dough/1/results")
    page.get_by_role("button", name="Log a bake").click()
    page.get_by_label("Diameter, mm").fill("84 85 86 58")
    page.get_by_role("button", name="Log this bake").click()
    expect(page.get_by_role("alert").filter(has_text="58 mm lies far").first).to_be_visible()
    page.get_by_role("button", name="They are right: log it").click()
    expect(page.get_by_role("heading", name=re.compile("^Bake 12"))).to_be_visible()


def test_bakes_side_by_side_say_what_does_not_compare(page: Page) -> None:
    page.goto("/dough/1/compare")
    page.get_by_label("Bake 1", exact=True).click()
    expect(page.get_by_role("columnheader", name="Bake 1", exact=True)).to_be_visible()
    expect(page.get_by_text("things changed at once", exact=False).first).to_be_visible()
    expect(page.get_by_text("from oven to tasting are not noted", exact=False).first).to_be_visible()
    page.get_by_role("button", name="first : bake 1", exact=False).last.click()
    expect(page.get_by_role("heading", name="Bake 11 beside bake 1", exact=True)).to_be_visible()


def test_lineage_tells_what_each_change_did(page: Page) -> None:
    page.goto("/dough/1/lineage")
    third = page.get_by_role("listitem").filter(has_text="Version 3")
    expect(third).to_contain_text("Egg, whole more")
    expect(third).to_contain_text("−7.8")
    page.get_by_role("button", name="Show the trail on the map").click()
    expect(page.get_by_text("bakes, the last one large", exact=False).first).to_be_visible()


def test_a_series_is_planned_baked_and_read_and_survives_a_lost_server(page: Page, server: Server) -> None:
    page.goto("/dough/1/series")
    page.get_by_label("What to vary, 1").select_option(label="Portion")
    expect(page.get_by_text("One base dough, split by weight")).to_be_visible()
    page.get_by_label("Levels, 1").fill("36 -44")
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Levels, 1").fill("34 40 46")
    page.get_by_label("What does it ask?").fill("Does size alone soften the middle?")
    page.get_by_role("button", name="Keep this series").click()
    rows = page.get_by_role("row").filter(has=page.get_by_label(re.compile("^Run")))
    expect(rows).to_have_count(6)
    for n in range(6):
        level = float((rows.nth(n).get_by_role("cell").first.text_content() or "").split()[1])
        with page.expect_response(lambda r: r.request.method == "PUT"):
            box = rows.nth(n).get_by_label(re.compile("diameter$"))
            box.fill(f"{60 + level / 2 + n * 0.1:.1f}")
            box.press("Tab")
    expect(page.get_by_text(re.compile(r"Portion 34 to 46 g: diameter 6\.\d mm wider"))).to_be_visible()
    server.stop()
    box = page.get_by_label("Run 1, height")
    box.fill("9.5")
    box.press("Tab")
    expect(page.get_by_role("alert").filter(has_text="does not answer")).to_be_visible()
    expect(box).to_have_value("9.5")
    server.start()
    box.fill("9.6")
    with page.expect_response(lambda r: r.request.method == "PUT"):
        box.press("Tab")
    page.reload()
    expect(page.get_by_label("Run 1, height")).to_have_value("9.6")


def test_the_ladder_keeps_what_is_locked_and_its_draft_is_undone(page: Page) -> None:
    page.goto("/dough/1/next")
    rungs = page.get_by_role("radiogroup", name="How many changes")
    expect(rungs.get_by_text("Four changes")).to_be_visible()
    with page.expect_response(lambda r: r.url.endswith("/next/ladder")):
        page.get_by_role("button", name="minutes", exact=True).click()
    expect(page.locator(".moves")).not_to_contain_text("Minutes")
    with page.expect_response(lambda r: r.request.method == "PUT"):
        page.get_by_role("button", name="Try it").click()
    expect(page.get_by_text("It is in the draft", exact=False)).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    saved(page)
    expect(page.get_by_text("version 6", exact=True)).to_be_visible()


def test_two_rungs_are_kept_beside_the_draft_and_their_bench_sheets_open(page: Page) -> None:
    page.goto("/dough/1/next")
    rungs = page.get_by_role("radiogroup", name="How many changes")
    for name, kept in (("One change", "Kept as version 7"), ("Three changes", "Kept as versions 7 and 8")):
        # The radio itself is drawn by its label.
        rungs.get_by_text(name).click()
        page.get_by_role("button", name="Keep as a version beside the draft").click()
        expect(page.get_by_text(kept, exact=False)).to_be_visible()
    expect(page.get_by_text("version 6", exact=True)).to_be_visible()
    page.get_by_role("link", name="Bench sheet 7").click()
    sheet = page.get_by_role("region", name="Bench sheet")
    expect(sheet).to_contain_text("version 7")
    page.goto("/dough/1/sheet?version=8")
    expect(sheet).to_contain_text("version 8")
    for n in (7, 8):
        assert page.request.get(f"/api/doughs/1/sheet.pdf?version={n}").body().startswith(b"%PDF")
    page.goto("/dough/1/versions")
    expect(page.get_by_text(re.compile("^8 Tries"))).to_be_visible()


def test_a_brief_is_set_read_and_kept_to_by_the_ladder(page: Page) -> None:
    page.goto("/dough/1/target")
    page.get_by_label("How much, g").fill("12,5")
    page.get_by_role("button", name="Set limit").click()
    expect(page.get_by_role("list", name="The brief")).to_contain_text("sugars at most 12.5 g a piece: 12.9 g")
    saved(page)
    page.reload()
    expect(page.get_by_label("Limit of sugars a piece, g")).to_have_value("12.5")
    page.get_by_role("link", name="Next keeps to it").click()
    rungs = page.get_by_role("radiogroup", name="How many changes")
    expect(rungs).to_contain_text("the brief")
    for n in range(4):
        rungs.get_by_role("radio").nth(n).check(force=True)
        words = page.get_by_role("list", name="The brief").inner_text()
        # 12.9 g is what it holds now: no rung holds more.
        assert float(words.split("piece: ")[1].split(" g")[0]) <= 12.9
