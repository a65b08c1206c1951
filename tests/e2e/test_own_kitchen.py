"""A kitchen of one's own, from nothing: made by the command, furnished, shared, kept, lost and brought back."""

from __future__ import annotations

import re
import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Server
from tests.e2e.own import PASSWORD, OwnServer, made, manage, sign_in, visit

pytestmark = pytest.mark.e2e


@pytest.fixture
def harbour(tmp_path: Path) -> Iterator[OwnServer]:
    server = made(tmp_path / "harbour")
    yield server
    server.stop()


def shelf(page: Page) -> list[str]:
    page.goto("/")
    page.get_by_role("heading", name="The shelf").wait_for()
    page.locator("article.dough").first.wait_for()
    return page.locator("article.dough").all_inner_texts()


def test_a_kitchen_from_nothing_and_back_from_its_backup(
    harbour: OwnServer, chromium: Browser, server: Server, tmp_path: Path
) -> None:
    # A dough is taken along from the demo kitchen as a file.
    context, demo = visit(chromium, server)
    demo.goto("/dough/1/versions")
    demo.get_by_role("button", name="Write out").click()
    with demo.expect_download() as taken:
        demo.get_by_role("link", name="save the whole dough").click()
    carried = tmp_path / "carried.zip"
    taken.value.save_as(carried)
    context.close()

    # The new kitchen has nothing; its first sheet furnishes it.
    context, page = visit(chromium, harbour)
    sign_in(page)
    page.get_by_role("link", name="Furnish it").click()
    page.get_by_role("heading", name="What does your kitchen have?").wait_for()
    page.get_by_label("Outside width, mm").fill("-40")
    page.get_by_role("button", name="Furnish the kitchen").click()
    expect(page.get_by_role("alert").first).to_contain_text("can't be negative")
    page.get_by_label("Outside width, mm").fill("43 cm")
    page.get_by_role("button", name="Furnish the kitchen").click()
    page.get_by_role("region", name="trays").get_by_text("430 × 300 mm").wait_for()

    # The oven is tested with a thermometer, and that is taken back and done again.
    page.get_by_role("region", name="ovens").get_by_role("button", name="Oven").first.click()
    page.get_by_label("Read, °C").fill("171 175 169 173")
    page.get_by_role("button", name="Work out the offset").click()
    expect(page.get_by_label("Really minus set, K")).to_have_value("-8")
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_label("Really minus set, K")).to_have_value("")

    # A second cook is let in by a link and changes the same oven; the older change is not saved over it.
    page.get_by_role("link", name="People").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.locator("input[readonly]").input_value()
    other_context, other = visit(chromium, harbour)
    other.goto(link)
    other.get_by_label("Your name").fill("Bo")
    other.get_by_label("Name to sign in with").fill("bo")
    other.get_by_label("Password, at least 10 characters").fill(PASSWORD)
    other.get_by_role("button", name="Come in").click()
    other.get_by_role("heading", name="The shelf").wait_for()
    page.goto("/kitchen")
    preheat = page.get_by_label("Preheats in, min")
    preheat.fill("40")
    other.goto("/kitchen")
    other.get_by_label("Preheats in, min").fill("55")
    other.get_by_role("button", name="Save").click()
    other.get_by_text("Changed.").wait_for()
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_role("alert")).to_contain_text("changed by someone else")
    expect(page.get_by_text("now: 55 min")).to_be_visible()
    expect(preheat).to_have_value("40")
    page.get_by_role("button", name="Save").click()
    page.get_by_text("Changed.").wait_for()
    other_context.close()

    # The dough comes in with all that hangs on it.
    page.goto("/")
    page.get_by_label("A dough’s file").set_input_files(carried)
    page.wait_for_url(re.compile(r"/dough/\d+/versions"))
    before = shelf(page)
    assert len(before) == 1
    assert "6 versions · 11 bakes" in before[0]

    # A backup is taken, the folder is wiped, and from that file alone the same shelf stands again.
    page.goto("/kitchen/keep")
    page.get_by_role("button", name="Take one now").click()
    with page.expect_download() as kept:
        page.get_by_role("link", name="Save it elsewhere").click()
    backup = tmp_path / kept.value.suggested_filename
    kept.value.save_as(backup)
    harbour.stop()
    shutil.rmtree(harbour.data)
    assert "It would bring Harbour bakery" in manage(tmp_path / "empty", "open_folder", "kitchen", "--make") + manage(
        tmp_path / "empty", "restore", str(backup), "--look"
    )
    manage(harbour.data, "open_folder", "kitchen", "--make")
    assert "Sign in as zoe" in manage(harbour.data, "restore", str(backup))
    harbour.start()
    page.context.clear_cookies()
    sign_in(page)
    assert shelf(page) == before
    page.goto("/kitchen/people")
    expect(page.get_by_text("Bo", exact=True).first).to_be_visible()
    context.close()


def test_a_reader_sees_and_is_offered_nothing_to_change(harbour: OwnServer, chromium: Browser) -> None:
    context, page = visit(chromium, harbour)
    sign_in(page)
    page.goto("/kitchen/people")
    page.get_by_label("Let somebody in as").select_option("reader")
    page.get_by_role("button", name="Make a link").click()
    link = page.locator("input[readonly]").input_value()
    context.close()
    context, page = visit(chromium, harbour)
    page.goto(link)
    page.get_by_label("Name to sign in with").fill("rea")
    page.get_by_label("Password, at least 10 characters").fill("short")
    page.get_by_role("button", name="Come in").click()
    expect(page.get_by_role("alert")).to_contain_text("too short")
    page.get_by_label("Password, at least 10 characters").fill(PASSWORD)
    page.get_by_role("button", name="Come in").click()
    page.get_by_role("heading", name="The shelf").wait_for()
    expect(page.get_by_role("button", name="From a style")).to_have_count(0)
    page.goto("/kitchen")
    page.get_by_role("heading", name="ovens").wait_for()
    expect(page.get_by_role("button", name="+ oven")).to_have_count(0)
    # A link that was used is worth nothing.
    page.goto(link)
    expect(page.get_by_role("alert")).to_contain_text("does not hold")
    context.close()


def test_an_edit_made_while_the_server_is_gone_survives_a_closed_tab(server: Server, chromium: Browser) -> None:
    context, page = visit(chromium, server)
    page.goto("/dough/1/formula")
    box = page.get_by_label("Butter, unsalted, grams")
    box.wait_for()
    server.stop()
    box.fill("201")
    box.press("Enter")
    page.get_by_text("The server does not answer").first.wait_for()
    page.close(run_before_unload=False)
    server.start()
    page = context.new_page()
    page.goto("/dough/1/formula")
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value(re.compile(r"201"))
    expect(page.locator(".state.dirty, .state.saving")).to_have_count(0)
    page.reload()
    expect(page.get_by_label("Butter, unsalted, grams")).to_have_value(re.compile(r"201"))
    context.close()
