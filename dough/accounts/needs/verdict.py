"""How an ingredient, and a whole dough, stands against a need: meets, unsure or breaks, each with its evidence.

Nothing is typed as meeting a need. What a row is said to hold, may hold or is free of (data/holds.csv), what it is
made of and what was read on its label decide; where nothing is said of a made product, it is unsure. A label wins
over a “may”, never over what an ingredient is by nature.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from dough.accounts.formula import Line
from dough.facts.ingredients import Held, Ingredient, State
from dough.facts.needs import NAMES, ORIGINS, Need, Reading, Wanted, need
from dough.facts.tables import rows

#: Less than this much ethanol (g per 100 g) or caffeine (mg per 100 g) is a trace (judgement).
TRACE_ETHANOL_G, TRACE_CAFFEINE_MG = 0.05, 5.0
NOT_SAID = "nobody has said yet what it is"
ONE_FOOD = "one food, nothing else in it"
PACKET = "a made product: only its packet can say"
OWN = "your own, and nobody has said: say it in the pantry"


class Standing(StrEnum):
    """From best to worst. Unsure is for a label to settle and never counts as met."""

    MEETS = "meets"
    UNSURE = "unsure"
    BREAKS = "breaks"


ORDER = tuple(Standing)
#: The words for each on screen and paper.
SAID = {Standing.MEETS: "meets", Standing.UNSURE: "read the label", Standing.BREAKS: "breaks"}


@dataclass(frozen=True, slots=True)
class Verdict:
    """How one ingredient stands against one need. why is the evidence, or what it holds or may hold."""

    need: str
    label: str
    standing: Standing
    why: str


@dataclass(frozen=True, slots=True)
class Mark:
    """A line's ingredient that breaks a need or has to be looked up, with the words to say so."""

    need: str
    label: str
    standing: Standing
    words: str


@dataclass(frozen=True, slots=True)
class LineVerdict:
    """One line against one need."""

    line_id: str
    name: str
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class WholeVerdict:
    """A dough against one need: the worst of its lines, and every line with its evidence."""

    need: str
    label: str
    standing: Standing
    lines: tuple[LineVerdict, ...]
    about: str


@dataclass(frozen=True, slots=True)
class CodeState:
    """How an ingredient stands on one code, and why."""

    standing: Standing
    why: str


def code_state(item: Ingredient, code: str, read: Reading | None = None) -> CodeState:
    """How an ingredient stands on one code (an allergen's, or An or Me)."""
    if item.is_("unknown"):
        return CodeState(Standing.UNSURE, NOT_SAID)
    said = item.said(code)
    name = NAMES.get(code) or ORIGINS.get(code) or code
    if said is not None and said.state is State.HOLDS:
        return CodeState(Standing.BREAKS, said.part)
    if read is not None and read.looked_for(code):
        if code in read.may_contain:
            return CodeState(Standing.BREAKS, f"its label, read on {read.read_on}, names {name}")
        return CodeState(Standing.MEETS, f"its label, read on {read.read_on}, does not name {name}")
    if said is not None and said.state is State.MAY:
        return CodeState(Standing.UNSURE, said.part)
    if said is not None:
        return CodeState(Standing.MEETS, said.part)
    if item.like:
        return CodeState(Standing.UNSURE, OWN)
    return CodeState(Standing.UNSURE, PACKET) if item.made else CodeState(Standing.MEETS, ONE_FOOD)


def judge(item: Ingredient, ident: str, read: Reading | None = None) -> Verdict:
    """How an ingredient stands against one need. Raises EntryError for a need that is not known."""
    wanted = need(ident)
    if wanted.kind == "other":
        standing, why = _amount(item, wanted.codes[0])
        return Verdict(ident, wanted.label, standing, why)
    if wanted.kind == "way":
        return _way(item, wanted, read)
    found = [_oats(item, read) if c == "Oa" else code_state(item, c, read) for c in wanted.codes]
    return _verdict(item, wanted, [f for f in found if f is not None])


def _oats(item: Ingredient, read: Reading | None) -> CodeState | None:
    """Oats count as a cereal with gluten by European law, yet certified ones meet the need."""
    if item.said("Oa") is None or item.said("Oa").state is not State.HOLDS:  # type: ignore[union-attr]
        return None
    if item.is_("certified"):
        return CodeState(Standing.MEETS, "certified oats: at most 20 mg in a kg; some react to oats all the same")
    if read is not None and read.looked_for("Gl"):
        return None
    return CodeState(Standing.UNSURE, "oats meet it only where certified")


def _way(item: Ingredient, wanted: Need, read: Reading | None) -> Verdict:
    """A way of eating: what is held breaks it; who says it suits settles the rest, traces included."""
    found = [code_state(item, c, read) for c in wanted.codes]
    broken = [f for f in found if f.standing is Standing.BREAKS]
    if broken:
        return _verdict(item, wanted, broken)
    for code in ("An", "Me"):
        said = item.said(code)
        if code in wanted.codes and said is not None and said.state is State.FREE:
            return Verdict(wanted.id, wanted.label, Standing.MEETS, said.part)
    if wanted.id == "vegetarian" and (said := item.said("An")) is not None and said.state is State.FREE:
        return Verdict(wanted.id, wanted.label, Standing.MEETS, said.part)
    return _verdict(item, wanted, found)


def _amount(item: Ingredient, code: str) -> tuple[Standing, str]:
    said = item.said(code)
    if said is not None and said.state in (State.HOLDS, State.FREE):
        return (Standing.BREAKS if said.state is State.HOLDS else Standing.MEETS), said.part
    if item.is_("unknown"):
        return Standing.UNSURE, NOT_SAID
    if item.like:
        return Standing.UNSURE, OWN
    if code == "alcohol":
        held = item.parts.ethanol
        if held > TRACE_ETHANOL_G:
            return Standing.BREAKS, f"{held:.0f} g of alcohol in 100 g"
        return Standing.MEETS, "no alcohol in its make-up"
    held = caffeine_mg(item)
    if held >= TRACE_CAFFEINE_MG:
        return Standing.BREAKS, f"{held:.0f} mg of caffeine in 100 g"
    return Standing.MEETS, "no coffee, tea, cocoa or cola in it"


def _verdict(item: Ingredient, wanted: Need, found: list[CodeState]) -> Verdict:
    worst = max((f.standing for f in found), key=ORDER.index, default=Standing.MEETS)
    reasons = list(dict.fromkeys(f.why for f in found if f.standing is worst))
    if worst is Standing.UNSURE and len(reasons) > 1:
        reasons = [r for r in reasons if r not in (PACKET, OWN)] or reasons
    if worst is Standing.MEETS:
        reasons += [h.part for h in item.held if h.state is State.TOLD and h.code in wanted.codes]
        if len(reasons) > 1 and ONE_FOOD in reasons and any(f.why != ONE_FOOD for f in found):
            reasons.remove(ONE_FOOD)
    return Verdict(wanted.id, wanted.label, worst, "; ".join(dict.fromkeys(reasons)))


_VERDICTS: dict[tuple[str, int, tuple[Held, ...], str, Reading | None], Verdict] = {}


def verdict(item: Ingredient, ident: str, wanted: Wanted) -> Verdict:
    """As ``judge``, with what was read on its label; worked out once for each."""
    read = wanted.read.get(item.id)
    key = (item.id, item.version, item.held, ident, read)
    found = _VERDICTS.get(key)
    if found is None:
        found = _VERDICTS[key] = judge(item, ident, read)
    return found


def marks(item: Ingredient, wanted: Wanted) -> tuple[Mark, ...]:
    """The needs an ingredient breaks, and those only its label can settle."""
    found = (verdict(item, ident, wanted) for ident in wanted)
    return tuple(Mark(v.need, v.label, v.standing, words(v)) for v in found if v.standing is not Standing.MEETS)


def words(v: Verdict) -> str:
    """A verdict in a few words, as it stands beside a line."""
    wanted = need(v.need)
    if v.standing is Standing.BREAKS:
        head = f"not {wanted.label}" if wanted.kind == "way" else f"holds {wanted.thing}"
        return head if v.why == wanted.thing else f"{head}: {v.why}"
    if v.standing is Standing.UNSURE:
        return f"read the label: {v.why}" if v.why in (PACKET, OWN) else f"may hold {v.why}: read the label"
    return v.why


def breaks(item: Ingredient, wanted: Wanted) -> bool:
    """True when the ingredient breaks any of the needs for certain."""
    return any(verdict(item, i, wanted).standing is Standing.BREAKS for i in wanted)


def unsure(item: Ingredient, wanted: Wanted) -> bool:
    """True when it breaks none of the needs and some are for its label to settle."""
    return worst(item, wanted) is Standing.UNSURE


def worst(item: Ingredient, wanted: Wanted) -> Standing:
    """The worst of how an ingredient stands against all the needs."""
    return max((verdict(item, i, wanted).standing for i in wanted), key=ORDER.index, default=Standing.MEETS)


def of_lines(lines: Iterable[Line], wanted: Wanted) -> tuple[WholeVerdict, ...]:
    """A whole dough, tops and finishes counted, against each need. A line of unknown amount counts as there."""
    lines = tuple(x for x in lines if x.grams is None or x.grams > 0)
    found = []
    for ident in wanted:
        each = tuple(LineVerdict(x.id, x.ingredient.name, verdict(x.ingredient, ident, wanted)) for x in lines)
        state = max((v.verdict.standing for v in each), key=ORDER.index, default=Standing.UNSURE)
        found.append(WholeVerdict(ident, need(ident).label, state, each, need(ident).about))
    return tuple(found)


def state_of(lines: Iterable[Line], wanted: Wanted) -> Standing | None:
    """The worst of a dough's needs; None without needs."""
    found = of_lines(lines, wanted)
    return max((w.standing for w in found), key=ORDER.index) if found else None


@cache
def _caffeine() -> dict[str, float]:
    return {r["id"]: float(r["mg_per_100g"]) for r in rows("caffeine")}


def caffeine_mg(item: Ingredient) -> float:
    """Caffeine, mg per 100 g (composition tables, M)."""
    return _caffeine().get(item.kind, 0.0)


def open_codes(item: Ingredient) -> tuple[str, ...]:
    """Codes that only this ingredient's label can settle, origins last."""
    found = [c for c in (*NAMES, *ORIGINS) if code_state(item, c).standing is Standing.UNSURE]
    if _oats(item, None) is not None and not item.is_("certified") and "Gl" not in found:
        found.insert(0, "Gl")
    return tuple(found)


def holds(item: Ingredient, code: str) -> CodeState:
    """By codes alone, as law lists them: certified oats meet the need of no gluten and still count as a cereal with
    gluten, and so does wheat."""
    if code == "Gl":
        for also in ("Gl", "Wh", "Oa"):
            said = item.said(also)
            if said is not None and said.state is State.HOLDS:
                return CodeState(Standing.BREAKS, said.part)
        wheat, other = code_state(item, "Wh"), code_state(item, "Gl")
        return max((other, wheat), key=lambda s: ORDER.index(s.standing))
    return code_state(item, code)
