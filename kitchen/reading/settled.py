"""What closed panels have settled: of swaps on every dough, and of the steps of one."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from dough.accounts.flavour import flavour
from dough.accounts.formula import Draft
from dough.counsel.next_steps.noticed import Sample, TastedPair
from dough.facts.cookie import Cookie
from dough.tasting.settled import Settled, Settles, settled
from dough.tasting.setup import UNSEEN
from kitchen.documents.draft import DraftDoc
from kitchen.models import Dough, Panel, Version
from kitchen.reading.doughs import style_of
from kitchen.reading.kit import setting_of
from kitchen.reading.panels import came_out, question_of, said_of


@dataclass(frozen=True, slots=True)
class SettledPair:
    """Two versions of a dough and what a panel settled of them."""

    panel: Panel
    first: Version
    second: Version
    settled: Settled

    @property
    def words(self) -> str:
        """What was settled, with the panel's name and whether its tasters were made up."""
        made_up = ", simulated tasters" if self.panel.simulated else ""
        return f"{self.settled.words} (panel “{self.panel.name}”{made_up})"


def settled_of(panel: Panel) -> Settled | None:
    """What a panel settles of its two samples; None before it may be told, or where it decides nothing."""
    return settled(question_of(panel), [s.name for s in said_of(panel).samples], came_out(panel))


def settled_pairs(matters: Callable[[Version, Version], bool], dough: Dough | None = None) -> Iterator[SettledPair]:
    """What closed panels of two versions settled, oldest first: of one dough or of all. Panels broken open are left
    out; only of versions that matter are the answers read, which is most of the work."""
    panels = Panel.objects.filter(dough__deleted_at=None, broken_at=None).exclude(closed_at=None).order_by("id")
    for panel in panels.filter(dough=dough) if dough else panels:
        numbers = [s.version for s in said_of(panel).samples if s.version is not None]
        if len(said_of(panel).samples) != 2 or len(set(numbers)) != 2:
            continue
        versions = {v.number: v for v in Version.objects.filter(dough=panel.dough_id, number__in=numbers)}
        if len(versions) != 2:
            continue
        first, second = versions[numbers[0]], versions[numbers[1]]
        if matters(first, second) and (found := settled_of(panel)) is not None:
            yield SettledPair(panel, first, second, found)


def swaps_settled() -> dict[str, str]:
    """What panels settled of swaps, by rule: of two versions that differ by that swap and no other."""
    found = {}
    for pair in settled_pairs(lambda a, b: len(_swapped(a, b)) == 1):
        if pair.settled.how is not Settles.OPEN:
            found[_swapped(pair.first, pair.second).pop()] = pair.words
    return found


def _swapped(a: Version, b: Version) -> set[str]:
    """The rules that one of two versions was made with and the other was not."""
    first, second = ({s["rule"] for s in v.formula.get("swaps", [])} for v in (a, b))
    return first ^ second


def _of_the_same(a: Version, b: Version) -> bool:
    """Whether two versions hold the same ingredients: an aroma that comes or goes is in no measure."""
    first, second = ({x["ingredient"] for x in v.formula["lines"]} for v in (a, b))
    return first == second


def tasted_pairs(dough_id: int | None) -> list[TastedPair]:
    """Pairs of versions of one dough, of the same ingredients, that tasters told apart or could not, as forecast."""
    dough = Dough.objects.filter(pk=dough_id or 0, deleted_at=None).first()
    found = []
    for pair in settled_pairs(_of_the_same, dough) if dough else ():
        if pair.settled.how not in (Settles.SHOWS, Settles.STANDS):
            continue
        drafts = [DraftDoc.model_validate(v.formula).to_core() for v in (pair.first, pair.second)]
        samples = [s for d in drafts if (s := _sample(d, pair.panel.dough)) is not None]
        if len(samples) == 2:
            unseen = UNSEEN[said_of(pair.panel).mask]
            hidden = {k: getattr(samples[0].cookie, k) for k in unseen}
            second = replace(samples[1], cookie=replace(samples[1].cookie, **hidden))
            apart = pair.settled.how is Settles.SHOWS
            said = f"of versions {pair.first.number} and {pair.second.number}, {pair.words}"
            found.append(TastedPair(samples[0], second, apart, said))
    return found


def _sample(draft: Draft, dough: Dough) -> Sample | None:
    cookie: Cookie | None = setting_of(draft, style_of(dough), dough.pk).cookie()
    return None if cookie is None else Sample(cookie, flavour(draft))
