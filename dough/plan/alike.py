"""Two doughs in one piece: do they bake alike, and what would make them?

Both are forecast at the same minutes; where width or the minute at which spreading ends differ by more than two bakes
scatter, the changes of the second that bring it nearest to the first are looked for among the levers of ``next_steps``.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.counsel.next_steps.ranking import Advice, advice
from dough.facts.cookie import Cookie
from dough.facts.quantities import quantity

#: Minutes between two doughs' ends of spreading that pull a piece crooked (judgement, L).
APART_MIN = 0.5
SHOWN = 3


@dataclass(frozen=True, slots=True)
class Alike:
    """Widths in mm and minutes at which spreading ends, of the first and the second; whether both lie within scatter;
    in words; and what would bring the second nearer, best first."""

    first_mm: float
    second_mm: float
    first_set_min: float
    second_set_min: float
    agree: bool
    words: str
    advice: tuple[Advice, ...]


def alike(first: Setting, second: Setting) -> Alike | NoCase:
    """Compare two doughs of one piece. NoCase where either has no forecast."""
    one, other = first.forecast(), second.forecast()
    if isinstance(one, NoCase):
        return one
    if isinstance(other, NoCase):
        return other
    wide, wide2 = one.ends["diameter_mm"], other.ends["diameter_mm"]
    over, over2 = one.ends["set_min"], other.ends["set_min"]
    q = quantity("diameter_mm")
    scatter = 2.0 * (q.scatter or 0.025) * wide
    agree = abs(wide - wide2) <= scatter and abs(over - over2) <= APART_MIN
    if agree:
        words = (
            f"They bake alike: {wide:.0f} and {wide2:.0f} mm, spreading over at {over:.1f} and {over2:.1f} min; closer "
            "than two bakes of one dough."
        )
        return Alike(wide, wide2, over, over2, True, words, ())
    words = (
        f"The second comes out {q.more(wide2 - wide)} and stops spreading {abs(over2 - over):.1f} min "
        f"{'later' if over2 > over else 'earlier'}: the piece pulls to one side."
    )
    target = Cookie(diameter_mm=wide, height_mm=one.ends["height_mm"])
    found = advice(second, target, ("oven", "minutes", "portion", "tray"))
    return Alike(wide, wide2, over, over2, False, words, found[:SHOWN])
