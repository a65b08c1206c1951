"""Scales whose points are words, for what is judged by hand and mouth, and how to hold the cookie for it.

The words and their figures are a convention of this project (judgement, L); what counts is that the same
hands use the same words from bake to bake.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.quantities import quantity


@dataclass(frozen=True, slots=True)
class ScalePoint:
    """A figure from 0 to 100 and its word."""

    value: int
    word: str


@dataclass(frozen=True, slots=True)
class Scale:
    """One question about a quantity: how to test, and its points from low to high."""

    key: str
    label: str
    how: str
    points: tuple[ScalePoint, ...]


def _scale(key: str, how: str, points: tuple[tuple[int, str], ...]) -> Scale:
    return Scale(key, quantity(key).label, how, tuple(ScalePoint(v, w) for v, w in points))


SCALES: tuple[Scale, ...] = (
    _scale("rim_crisp", "Bite off the outermost centimetre at room temperature.", (
        (5, "soft all round"), (25, "gives, a little firm"), (50, "firm"), (75, "crunches"), (95, "shatters"),
    )),
    _scale("middle_soft", "Press the middle with a fingertip, then bite it.", (
        (5, "dry and hard"), (25, "firm"), (50, "tender"), (75, "soft"), (95, "gooey"),
    )),
    _scale("bite_chewy", "Chew a piece from between rim and middle five times.", (
        (5, "gone at once"), (25, "short"), (50, "some pull"), (75, "chewy"), (95, "like toffee"),
    )),
    _scale("crumb_cakey", "Break one open and look at the face.", (
        (5, "dense, no holes"), (25, "close"), (50, "even, open"), (75, "cake-like"), (95, "sponge"),
    )),
    _scale("snap", "Hold by both rims, thumbs under the middle, break away from you over two seconds.", (
        (5, "folds without breaking"), (25, "bends, then tears"), (50, "breaks dully"), (75, "breaks with a click"),
        (95, "snaps clean"),
    )),
    _scale("bend", "Hold one rim flat on the table edge, half the cookie over it, and wait ten seconds.", (
        (5, "stays straight"), (25, "tip drops a little"), (50, "a thumb's width"), (75, "droops"), (95, "hangs down"),
    )),
    _scale("sweet", "A sip of water first; chew a bite from the middle and wait until it is gone.", (
        (5, "not sweet"), (25, "a little"), (50, "sweet"), (75, "very sweet"), (95, "cloying"),
    )),
    _scale("salty", "From the same bite: what is left on the sides of the tongue.", (
        (5, "none"), (25, "just there"), (50, "salted"), (75, "salty"), (95, "nobody eats on"),
    )),
    _scale("buttery", "Breathe out through the nose while chewing.", (
        (5, "none"), (25, "faint"), (50, "clear"), (75, "rich"), (95, "of little else"),
    )),
    _scale("off_notes", "Stale, soapy, metallic, rancid, raw flour, cardboard: say which in words.", (
        (5, "none"), (25, "a trace"), (50, "clear"), (75, "strong"), (95, "spoils it"),
    )),
)  # fmt: skip
