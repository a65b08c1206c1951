"""Events of a run: what happened, once, in the order in which it was written down. State is what they come to
(``state``); nothing else is kept. Times are milliseconds since 1970 UTC, given from outside.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from dough.accounts.butter.browned import browned
from dough.facts.errors import EntryError
from dough.facts.staples import BUTTER, staple

#: What a value of an event may be: figures and words by name.
Value = float | str | bool | None
Values = Mapping[str, Value]


class What(StrEnum):
    """What can happen in a run."""

    BEGUN = "begun"
    DONE = "done"
    SKIPPED = "skipped"
    AGAIN = "again"
    NOTE = "note"
    WEIGHED = "weighed"
    OVER = "over"
    ADDED = "added"
    TEMPERATURE = "temperature"
    CUP = "cup"
    WORD = "word"
    TIMER = "timer"
    TIMER_OFF = "timer_off"
    PORTION = "portion"
    COUNT = "count"
    LOADED = "loaded"
    CUE = "cue"
    TURNED = "turned"
    BANGED = "banged"
    PULLED = "pulled"
    PROBE = "probe"
    MEASURED = "measured"
    GUESS = "guess"
    LOT = "lot"
    SEEN = "seen"
    BROWNED = "browned"
    PRESSED = "pressed"
    UNDONE = "undone"
    CLOSED = "closed"


#: Where a figure comes from.
SOURCES = ("hand", "scale", "probe", "timer", "server")
#: What each kind of event has to say, and between which figures; None: words.
_ASKED: dict[What, dict[str, tuple[float, float] | None]] = {
    What.WEIGHED: {"line": None, "grams": (0.0, 100_000.0)},
    What.OVER: {"line": None, "how": None},
    What.ADDED: {"ingredient": None, "grams": (0.0, 5_000.0)},
    What.TEMPERATURE: {"of": None, "c": (-40.0, 320.0)},
    What.CUP: {"water_g": (5.0, 5_000.0), "mass_g": (5.0, 5_000.0)},
    What.WORD: {"of": None, "word": None},
    What.TIMER: {"timer": None, "until": (0.0, 1e15)},
    What.TIMER_OFF: {"timer": None},
    What.PORTION: {"grams": (0.1, 3_000.0)},
    What.COUNT: {"pieces": (0.0, 10_000.0)},
    What.LOADED: {"load": (1.0, 60.0)},
    What.CUE: {"load": (1.0, 60.0), "cue": None},
    What.TURNED: {"load": (1.0, 60.0)},
    What.BANGED: {"load": (1.0, 60.0)},
    What.PULLED: {"load": (1.0, 60.0)},
    What.PROBE: {"of": None, "c": (-40.0, 320.0)},
    What.MEASURED: {"quantity": None, "text": None},
    What.GUESS: {},
    What.LOT: {"line": None, "lot": (1.0, 2**31)},
    What.SEEN: {"load": (1.0, 60.0)},
    What.BROWNED: {"before_g": (1.0, 50_000.0), "after_g": (0.5, 50_000.0)},
    What.PRESSED: {"ball_g": (2.0, 500.0), "weight_g": (50.0, 20_000.0), "width_mm": (10.0, 400.0), "c": (-5.0, 45.0)},
    What.NOTE: {"text": None},
    What.UNDONE: {"key": None},
}
MOST_TEXT = 400
HOW = ("keep", "scale", "again", "back")
#: How a load came out beside the one wanted, in words: its rim, its bite.
RIMS, BITES = ("pale", "right", "dark"), ("too dry", "right", "too soft")
#: An oven is at heat when its thermometer is so near, K.
AT_HEAT_K = 4.0
CUES = ("rim colours", "gloss gone", "puffed", "fell back", "not yet")


@dataclass(frozen=True, slots=True)
class RunEvent:
    """One thing that happened. seq is its place in the log (0: not yet written down); at when the server wrote it,
    said_at when the device says it happened; who did it; step it belongs to; values what it says; source where a
    figure is from.
    """

    key: str
    what: What
    at: int
    seq: int = 0
    said_at: int | None = None
    who: str = ""
    step: str = ""
    values: Values = field(default_factory=dict)
    source: str = "hand"

    def figure(self, name: str) -> float:
        """A figure it says. Raises KeyError where it says none."""
        value = self.values[name]
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise KeyError(name)
        return float(value)

    def words(self, name: str) -> str:
        """Words it says; empty where it says none."""
        value = self.values.get(name)
        return value if isinstance(value, str) else ""

    @property
    def when(self) -> int:
        """When it happened: as the device says, never later than it was written down."""
        return self.at if self.said_at is None else min(self.said_at, self.at)


def check(event: RunEvent) -> None:
    """Raise EntryError for an event that says nothing that could have happened."""
    if not event.key or len(event.key) > 60:
        raise EntryError("key", "Every act at the bench carries a key of its own.")
    if event.source not in SOURCES:
        raise EntryError("source", f"“{event.source[:20]}” is not where a figure comes from here.")
    for name, span in _ASKED.get(event.what, {}).items():
        value = event.values.get(name)
        if span is None:
            if not isinstance(value, str) or not value.strip() or len(value) > MOST_TEXT:
                raise EntryError(name, f"Say {name} in up to {MOST_TEXT} characters.")
        elif isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
            raise EntryError(name, f"Say {name} as a number.")
        elif not span[0] <= value <= span[1]:
            raise EntryError(name, f"{name}: {value:g} is out of reach. It goes from {span[0]:g} to {span[1]:g}.")
    if event.what is What.OVER and event.values.get("how") not in HOW:
        raise EntryError("how", "Keep it, scale the rest, spoon it back, or start the line again.")
    if event.what is What.CUE and event.values.get("cue") not in CUES:
        raise EntryError("cue", f"Cues are {', '.join(CUES)}.")
    if event.what is What.BROWNED:
        browned(staple(BUTTER), event.figure("before_g"), event.figure("after_g"), strained=False)
    if event.what is What.SEEN:
        _check_seen(event.values)
    if len(event.values) > 30 or any(isinstance(v, str) and len(v) > MOST_TEXT for v in event.values.values()):
        raise EntryError("values", "That is more than one act says.")


def _check_seen(values: Values) -> None:
    width = values.get("width_mm")
    if width is not None and (isinstance(width, bool | str) or not 10.0 <= width <= 600.0):
        raise EntryError("width_mm", "A cookie is 10 to 600 mm wide.")
    for name, words in (("rim", RIMS), ("bite", BITES)):
        if values.get(name) not in (None, "", *words):
            raise EntryError(name, f"Say one of: {', '.join(words)}.")
    if width is None and not values.get("rim") and not values.get("bite"):
        raise EntryError("width_mm", "Say how wide it came out, how its rim looks, or how it bites.")
