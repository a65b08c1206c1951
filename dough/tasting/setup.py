"""A panel before anyone tastes: what has to be said of it, what is refused, and what is only worth minding."""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.errors import EntryError, EntryErrors
from dough.judgement.trials.scales import SCALES
from dough.tasting.difference import TESTS, critical, needed
from dough.tasting.questions import PanelQuestion
from dough.tasting.references import LaidOut, check_laid_out
from dough.tasting.serving import MOST_TASTERS

#: Ages that still compare, hours (practice, M): fresh ones within half an hour, older ones within two.
FRESH_H, FRESH_APART_H, OLD_APART_H = 12.0, 0.5, 2.0
#: Usual temperature at the table, °C, and how far it may be off before it is told (practice, M).
TABLE_C = (20.0, 24.0)
#: Red or dim light hides differences of shade only up to this, L* (practice, M).
HIDES_L = 5.0
#: Measures that are not seen under each of them.
UNSEEN = {"none": (), "red": ("crust_l",), "crumb": ("diameter_mm", "height_mm", "rim_crisp", "middle_soft",
          "bite_chewy", "crumb_cakey", "crust_l"), "closed": ("diameter_mm", "height_mm", "crust_l")}  # fmt: skip
MASKS = {
    "none": "nothing hidden: they see what they taste",
    "red": f"dim red light: hides a shade up to {HIDES_L:.0f} L* apart, no more",
    "crumb": "puréed to crumb in cups: hides shape, shade and bite",
    "closed": "eyes closed: hides all that is seen; someone hands the pieces over",
}
#: Differences that tasters are reckoned for.
D_SPAN = (0.2, 6.0)
SCALE_KEYS = tuple(s.key for s in SCALES)


@dataclass(frozen=True, slots=True)
class SampleSaid:
    """A sample as the cook says it: its name, its age at the table in hours (None: not known), and whether it is one of
    this kitchen's bakes or versions (else its allergens must be told in words)."""

    name: str
    age_h: float | None
    ours: bool
    holds: str = ""


@dataclass(frozen=True, slots=True)
class PanelSaid:
    """What the cook says of a panel."""

    samples: tuple[SampleSaid, ...]
    tasters: int
    scales: tuple[str, ...] = ()
    attribute: str = ""
    serve_c: float | None = None
    mask: str = "none"
    ages_differ: str = ""
    references: tuple[LaidOut, ...] = ()
    twice: bool = False


def minded(question: PanelQuestion, said: PanelSaid) -> tuple[str, ...]:
    """What is worth minding. Raises EntryErrors for what can't be: each says what to do."""
    wrong = _wrong(question, said)
    if wrong:
        raise EntryErrors(wrong)
    notes = []
    if said.ages_differ:
        notes.append(f"Ages differ ({said.ages_differ}): what is found may be age and not the dough.")
    if any(s.age_h is None for s in said.samples):
        notes.append("An age is not known: fresh and day-old cookies don't compare.")
    if said.serve_c is not None and not TABLE_C[0] <= said.serve_c <= TABLE_C[1]:
        notes.append(f"Usual at the table is {TABLE_C[0]:.0f} to {TABLE_C[1]:.0f} °C; all samples at the same.")
    notes.append("Pieces from middle rows, none from the first or last of a tray; water and a plain cracker between.")
    return tuple(notes)


def _wrong(question: PanelQuestion, said: PanelSaid) -> list[EntryError]:
    wrong = []
    names = [s.name.strip() for s in said.samples]
    if any(not n or len(n) > 60 for n in names) or len(set(names)) != len(names):
        wrong.append(EntryError("samples", "Give each sample a name of its own, up to 60 characters."))
    if not question.fewest <= len(names) <= question.most:
        span = f"{question.fewest} to {question.most}" if question.fewest < question.most else str(question.most)
        wrong.append(EntryError("samples", f"This question takes {span} samples; there are {len(names)}."))
    if any(not s.ours and not s.holds.strip() for s in said.samples):
        wrong.append(
            EntryError("samples", "Say which allergens a sample from elsewhere holds, or “none by its label”.")
        )
    if question.by_scales and (not said.scales or not set(said.scales) <= set(SCALE_KEYS)):
        wrong.append(EntryError("scales", "Choose one scale or more; the first is the one that is asked first."))
    if said.twice and not question.scored:
        wrong.append(
            EntryError("twice", "A sample comes twice only where samples get figures: liking, scales, likeness.")
        )
    if question.key == "scales":
        wrong += check_laid_out(said.references, said.scales)
    if question.about == "attribute" and not said.attribute.strip():
        wrong.append(EntryError("attribute", "Name the attribute: crunch, sweetness, butter, salt."))
    if said.mask not in MASKS:
        wrong.append(EntryError("mask", "Say what is hidden: nothing, dim red light, crumb, or eyes closed."))
    ages = [s.age_h for s in said.samples if s.age_h is not None]
    if ages:
        apart = max(ages) - min(ages)
        most = FRESH_APART_H if min(ages) < FRESH_H else OLD_APART_H
        if apart > most and not said.ages_differ.strip():
            wrong.append(
                EntryError(
                    "ages_differ",
                    f"Ages are {apart:g} h apart; up to {most:g} h compares. Bake them together, or say why.",
                )
            )
    return wrong


@dataclass(frozen=True, slots=True)
class TastersWanted:
    """How many tasters find a difference four times in five: the least, and from where it never falls below again; and
    how many of a panel have to be right. None where it would take more than 400, or the question counts no answers."""

    least: int | None = None
    always: int | None = None
    critical: int | None = None


def tasters_wanted(question: PanelQuestion, d: float, tasters: int) -> TastersWanted:
    """For a difference of d', and for a panel of so many. A preference is either way, so both sides count."""
    test = TESTS["2-AFC"] if question.both else question.test
    if test is None or not D_SPAN[0] <= d <= D_SPAN[1]:
        return TastersWanted()
    found = needed(test, d, both=question.both)
    wanted = critical(test, tasters, both=question.both) if 1 <= tasters <= MOST_TASTERS else None
    return TastersWanted(found.least if found else None, found.always if found else None, wanted)
