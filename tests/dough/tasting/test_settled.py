"""What a panel decides of the change between its samples."""

from __future__ import annotations

import pytest

from dough.tasting.outcome import PanelOutcome
from dough.tasting.questions import question
from dough.tasting.settled import Settles, settled

NAMES = ("With egg", "Without egg")


@pytest.mark.parametrize(
    ("key", "found", "how", "words"),
    [
        ("tetrad", PanelOutcome("", (), 24, 14, 13, 8.0, apart=True), Settles.SHOWS, "24 tasters told it: 14 of 24"),
        ("triangle", PanelOutcome("", (), 90, 28, 38, 30.0, apart=False, alike=True), Settles.STANDS, "could not"),
        ("triangle", PanelOutcome("", (), 12, 4, 8, 4.0, apart=False), Settles.OPEN, "could have been missed"),
        ("paired", PanelOutcome("", (), 30, 22, 21, 15.0, apart=True, liked=1), Settles.LIKED, "Without egg was liked"),
        ("paired", PanelOutcome("", (), 30, 16, 21, 15.0, apart=False), Settles.OPEN, "no preference"),
    ],
)
def test_how_a_change_came_out(key: str, found: PanelOutcome, how: Settles, words: str) -> None:
    told = settled(question(key), NAMES, found)
    assert told is not None
    assert told.how is how
    assert words in told.words


def test_a_description_decides_nothing_nor_does_an_empty_panel() -> None:
    assert settled(question("scales"), NAMES, PanelOutcome("", (), 12)) is None
    assert settled(question("triangle"), NAMES, PanelOutcome("Nobody answered.", (), 0)) is None
    assert settled(question("paired"), ("A", "B", "C"), PanelOutcome("", (), 9, liked=1)) is None
