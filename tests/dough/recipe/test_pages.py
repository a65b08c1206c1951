"""A whole page pasted as it stands: the recipe in it is read, and nothing of what stands around it becomes dough."""

from __future__ import annotations

import pytest

from dough.formats.opening import open_recipe
from tests.dough.recipe.texts import Case, cases, judged

PAGES = cases("pages")
#: Of what stands around a recipe so many lines at most may be asked about.
ASKED = 1


@pytest.mark.parametrize("page", PAGES, ids=[c.name for c in PAGES])
def test_the_recipe_of_a_page_is_read_and_nothing_around_it(page: Case) -> None:
    found = judged([page])
    read = open_recipe(page.text, page.habit).recipe
    assert found.right == found.wanted, found.wrong
    assert not found.wrong
    assert len(read.lines) <= len(page.lines) + ASKED, [x.text for x in read.lines]
    assert len(read.overlooked) <= ASKED, read.overlooked


@pytest.mark.parametrize(
    ("page", "title"),
    [
        ("pages, 1", "The Best Chewy Chocolate Chip Cookies"),
        ("pages, 2", "Shortbread thins"),
        ("pages, 4", "Haselnuss-Taler"),
        ("more, 1", "Soft and Spicy Molasses Cookies"),
        ("more, 2", "Sablés à la farine de châtaigne"),
        ("more, 3", "Oat & sunflower crackles"),
    ],
)
def test_a_page_is_named_by_its_recipe(page: str, title: str) -> None:
    found = next(c for c in PAGES if c.name == page)
    assert open_recipe(found.text, found.habit).recipe.title == title
