"""A card for people: what to weigh, how to make it, what to look for, what it holds and how it keeps.

Grams come first; whatever else stands beside them carries what it can be off by. What nobody has said stays open, never
zero, and what was forecast is called a forecast.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from dough.accounts.composition import composition, pieces
from dough.accounts.formula import Draft, Place, Step
from dough.accounts.label import AllergensHeld, allergens
from dough.accounts.needs.said import LABELS_DECIDE
from dough.accounts.safety import at_work, notices
from dough.accounts.scaling import resize
from dough.bake.contract import Forecast, Look
from dough.bake.detail import Detail, detail
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.desk.appearance import appearance
from dough.desk.handing_on.drawn import Drawn, drawn
from dough.desk.handing_on.measures import Measure, beside, grams_text
from dough.desk.handing_on.steps import both, card_steps, hours
from dough.desk.preview import USUAL_PORTION_G
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryErrors
from dough.facts.kitchen_measures import CupCalibration
from dough.facts.needs import Reading
from dough.plan.kept import LOCAL, use_by

GROUPS = {
    Step.CREAM: "To cream", Step.EGG: "Beaten in", Step.DRY: "Dry, mixed", Step.FOLD_IN: "Folded in",
    Step.TOP: "On top", Step.FINISH: "When cold",
}  # fmt: skip
WHEN = {"first": "From", "best": "Best at", "last": "No later than"}


@dataclass(frozen=True, slots=True)
class CardLine:
    """One thing to weigh: name, grams in words, another measure beside it, and what the recipe said of it."""

    name: str
    grams: str
    measure: Measure | None
    said: str


@dataclass(frozen=True, slots=True)
class CardGroup:
    """What goes in together."""

    name: str
    lines: tuple[CardLine, ...]


@dataclass(frozen=True, slots=True)
class Card:
    """Everything on the card, in the order it is read. pieces and minutes are None where nobody has said."""

    title: str
    version: str
    makes: str
    expect: str
    groups: tuple[CardGroup, ...]
    steps: tuple[str, ...]
    pull: tuple[str, ...]
    holds: tuple[str, ...]
    keeping: tuple[str, ...]
    cautions: tuple[str, ...]
    small_print: tuple[str, ...]
    drawing: Drawn | None
    pieces: int | None
    minutes: float | None


@dataclass(frozen=True, slots=True)
class Wish:
    """What a card is made for: how much larger than the formula, which measures beside grams, the kitchen's own cups,
    labels read."""

    factor: float = 1.0
    units: str = "g"
    cups: tuple[CupCalibration, ...] = ()
    read: Mapping[str, Reading] | None = None


def card(title: str, version: str, setting: Setting, wanted: Cookie, wish: Wish) -> Card:
    """The card of a draft or version. Raises EntryError for units not on offer or a size past the largest line."""
    draft = setting.draft if wish.factor == 1.0 else resize(setting.draft, wish.factor)
    p = draft.process
    dough = composition(draft.formula).dough.value
    count = pieces(dough, p.portion_g, p.bowl_loss_pct)[0] if dough is not None and p.portion_g else None
    told, case = None, setting.case()
    if not isinstance(case, NoCase):
        try:
            told = detail(case, wanted)
        except EntryErrors:
            told = None
    forecast = setting.forecast() if told else None
    ready = None if forecast is None or isinstance(forecast, NoCase) else forecast
    return Card(
        title=title,
        version=version,
        makes=_makes(dough, count, p.portion_g),
        expect=_expect(told),
        groups=_groups(draft, wish),
        steps=card_steps(draft),
        pull=_pull(told, p.minutes),
        holds=held(allergens(draft.formula.lines, wish.read or {})),
        keeping=_keeping(draft, told),
        cautions=(*at_work(draft), *notices(draft.formula.lines, count)),
        small_print=_small_print(wish, told, setting),
        drawing=_drawing(setting, ready),
        pieces=count,
        minutes=p.minutes,
    )


def _makes(dough: float | None, count: int | None, portion: float | None) -> str:
    if dough is None:
        return "An amount is open, so how much it makes is not known."
    if count is None or portion is None:
        return f"Makes {dough:.0f} g of dough."
    return f"Makes {count} pieces of {portion:g} g ({dough:.0f} g of dough)."


def _expect(told: Detail | None) -> str:
    if told is None:
        return ""
    said = []
    for key, words in (("diameter_mm", "mm across"), ("height_mm", "mm high")):
        e = told.estimates[key]
        span = "" if e.low is None or e.high is None else f" ({e.low:.0f} to {e.high:.0f})"
        said.append(f"{e.value:.0f} {words}{span}")
    return f"Expected when cold: {', '.join(said)}. A forecast; the ranges hold about 8 bakes in 10."


def _groups(draft: Draft, wish: Wish) -> tuple[CardGroup, ...]:
    found = []
    for step, name in GROUPS.items():
        lines = tuple(
            CardLine(x.ingredient.name, grams_text(x), beside(x, wish.units, wish.cups), x.said)
            for x in draft.formula.lines
            if x.step is step and x.grams != 0
        )
        if lines:
            found.append(CardGroup(name, lines))
    return tuple(found)


def _pull(told: Detail | None, minutes: float | None) -> tuple[str, ...]:
    """What a cook sees, smells and feels at the minutes that count."""
    if told is None:
        return ()
    found = [_look(x) for x in told.window.looks]
    core = told.ends.get("core_c")
    if core is not None and found and minutes:
        found.append(f"Pulled at {minutes:g} min, a probe in the middle reads about {both(core)}.")
    return tuple(found)


def _look(x: Look) -> str:
    return f"{WHEN.get(x.which, x.which)} {x.minute:.1f} min: rim {x.rim}; middle {x.middle}; {x.touch}."


def held(found: tuple[AllergensHeld, ...]) -> tuple[str, ...]:
    """Allergens in sentences: what is in it, what labels say may be, and what is for a label to settle."""
    said = []
    sure = [h.name for h in found if h.contains]
    may = [h.name for h in found if h.may_contain and not h.contains]
    said.append(f"Contains {', '.join(sure)}." if sure else "None of the listed allergens by recipe.")
    if may:
        said.append(f"May contain {', '.join(may)}, by a label.")
    said += [
        f"Read the label of {', '.join(h.unread)}: perhaps {h.name}." for h in found if h.unread and not h.contains
    ]
    return (*said, LABELS_DECIDE)


def _keeping(draft: Draft, told: Detail | None) -> tuple[str, ...]:
    aw = max(told.age.then.aw_rim, told.age.then.aw_middle) if told else None
    eaten = use_by("baked", Place.COUNTER, draft.formula, aw=aw)
    cold = use_by("balls", Place.FRIDGE, draft.formula)
    frozen = use_by("balls", Place.FREEZER, draft.formula)
    crisp = told.age.crisp_until_h if told else None
    best = f"; its rim stays crisp about {hours(round(crisp))}" if crisp and crisp >= 1 else ""
    return (
        f"Baked, airtight: {hours(eaten.hours)} ({eaten.because}){best}.",
        f"Dough: {hours(cold.hours)} in the fridge; shaped, {hours(frozen.hours)} in the freezer. {LOCAL}",
    )


def _small_print(wish: Wish, told: Detail | None, setting: Setting) -> tuple[str, ...]:
    found = []
    if wish.units not in ("g", "oz"):
        found.append("Weigh if you can: grams are the recipe; cups and spoons can be off by the percent beside them.")
    if told is not None:
        found.append(f"{setting.kit.taught.words} Ranges and minutes are for the oven it was worked out for.")
    if abs(wish.factor - 1.0) > 1e-6:
        found.append(f"{wish.factor:.3g} times the formula; a larger dough is mixed longer and stays warmer.")
    return tuple(found)


def _drawing(setting: Setting, ready: Forecast | None) -> Drawn | None:
    if ready is None:
        return None
    portion = setting.draft.process.portion_g or (setting.style.portion_g.typical if setting.style else USUAL_PORTION_G)
    return drawn(ready, appearance(setting.draft, ready, portion))
