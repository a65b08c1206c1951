"""What a new delivery does to a dough, and the one change that brings the cookie back to what it was."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.formula import Draft
from dough.accounts.lots import Certificate, from_lots
from dough.bake.draft_setting import Setting
from dough.counsel.next_steps.levers import values_of
from dough.counsel.next_steps.practical import rounded
from dough.counsel.next_steps.ranking import Move, advice
from dough.judgement.distance import compare
from dough.judgement.effects import NOTHING_SEEN, difference_words, forecasts_of

#: A delivery that moves the cookie by less, in clear misses (root mean square), asks for nothing.
HARDLY = 0.1
#: Nor by less than this, where no difference is large enough to be told.
UNSEEN = 0.2


@dataclass(frozen=True, slots=True)
class DeliveryDoes:
    """What a delivery does to one dough: lines it is in, in words what the forecast says, how far the cookie moves in
    clear misses; the correction (None: nothing is needed, or nothing helps), its draft by the table's ingredients, how
    far the cookie then is from what it was, and in words what is left."""

    lines: tuple[str, ...]
    words: str
    steps: float
    correction: Move | None = None
    draft: Draft | None = None
    left_steps: float = 0.0
    left: str = ""

    @property
    def sentence(self) -> str:
        """What to do, in a sentence."""
        if unseen(self.steps, self.words):
            return f"{_capital(NOTHING_SEEN)}: go on as before."
        if self.correction is None:
            return f"{_capital(self.words)}. No single change brings it back; see Next."
        left = "" if self.left == NOTHING_SEEN else f": then {self.left}"
        return f"{_capital(self.words)}. {self.correction.words} holds the cookie{left}."


def delivery(setting: Setting, ingredient_id: str, said: Certificate) -> DeliveryDoes | None:
    """What a delivery of an ingredient does to a dough; None where it isn't in it or there is no forecast."""
    mine = [x for x in setting.draft.formula.lines if x.ingredient_id == ingredient_id and x.own is None and x.in_dough]
    if not mine or not said.says:
        return None
    of_line = {x.id: said for x in mine}
    delivered = setting.with_draft(from_lots(setting.draft, of_line))
    before, after = forecasts_of([setting, delivered])
    if before is None or after is None:
        return None
    names = tuple(dict.fromkeys(x.ingredient.name for x in mine))
    steps = compare(after.cookie, before.cookie).rms_steps or 0.0
    words = difference_words(before.cookie, after.cookie)
    if unseen(steps, words):
        return DeliveryDoes(names, words, steps)
    best: DeliveryDoes | None = None
    for a in advice(delivered, before.cookie):
        move = a.moves[0]
        if not move.lever.graded:
            continue
        made = rounded(delivered.draft, move.lever.apply(delivered.draft, move.size), {move.lever.key})
        cookie = setting.with_draft(made).cookie()
        left = None if cookie is None else compare(cookie, before.cookie).rms_steps
        if cookie is None or left is None or left >= steps:
            continue
        by_table = rounded(setting.draft, move.lever.apply(setting.draft, move.size), {move.lever.key})
        move = Move(move.lever, move.size, *values_of(move.lever, setting.draft, by_table))
        best = DeliveryDoes(names, words, steps, move, by_table, left, difference_words(before.cookie, cookie))
        break
    return best or DeliveryDoes(names, words, steps)


def unseen(steps: float, words: str) -> bool:
    """Whether what a delivery does is nothing to act on: hardly a distance, or a difference that nobody would see."""
    return steps < HARDLY or (steps < UNSEEN and words == NOTHING_SEEN)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]
