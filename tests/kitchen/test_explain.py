"""The model's page as the screens show it."""

from __future__ import annotations

from kitchen.reading.model_text import _plain, sections


def test_emphasis_goes_and_the_names_of_colour_axes_stay() -> None:
    assert _plain("**Colour** is `L*`, a* and b*; *never* bold.") == "Colour is L*, a* and b*; never bold."


def test_the_screen_gets_every_section_before_the_evidence_and_no_markup() -> None:
    found = sections()
    assert len(found) >= 8
    assert not any("Evidence" in title for title, _ in found)
    text = " ".join(p for _, ps in found for p in ps)
    assert "L*" in text
    assert "**" not in text
    assert "`" not in text
