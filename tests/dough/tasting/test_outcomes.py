"""Panels of made-up tasters, drawn as what they perceive: what is read off them holds what it promises."""

from __future__ import annotations

import numpy as np
import pytest
from scipy.stats import friedmanchisquare

from dough.facts.errors import EntryError
from dough.tasting.difference import critical
from dough.tasting.just_right import penalties
from dough.tasting.likings import compared, ranked
from dough.tasting.outcome import PanelOutcome, outcome
from dough.tasting.questions import question, questions
from dough.tasting.replies import Answer, Reply, checked, is_right
from dough.tasting.serving import Piece, Serving, serve
from dough.tasting.simulated import tasted

#: Shares of right answers at d' 1.5, as textbooks have them.
AT_D_1_5 = {"triangle": 0.507, "tetrad": 0.641, "duo-trio": 0.664, "2-AFC": 0.856, "3-AFC": 0.766}
NAMES = ("Version 4", "Version 5", "Version 6")


def panel(
    key: str, strength: tuple[float, ...], tasters: int, rng: np.random.Generator, scales: tuple[str, ...] = ()
) -> list[Answer]:
    q = question(key)
    return [
        Answer(n, plate, checked(q, plate, tasted(q, plate, strength, rng, scales), scales))
        for n, plate in enumerate(serve(q, len(strength), tasters, rng))
    ]


@pytest.mark.parametrize("key", ["triangle", "tetrad", "duo-trio", "2-AFC", "3-AFC"])
@pytest.mark.parametrize("d", [0.0, 1.5])
def test_tasters_who_perceive_answer_as_the_theory_says(key: str, d: float) -> None:
    answers = panel(key, (0.0, d), 400, np.random.default_rng(4)) + panel(key, (0.0, d), 400, np.random.default_rng(5))
    right = np.mean([is_right(question(key), a) for a in answers])
    test = question(key).test
    assert test is not None
    assert right == pytest.approx(AT_D_1_5[key] if d else test.guess, abs=0.05)


@pytest.mark.parametrize("key", ["triangle", "tetrad", "2-AFC"])
def test_a_difference_that_is_not_there_is_called_in_at_most_one_of_twenty(key: str) -> None:
    rng = np.random.default_rng(6)
    q = question(key)
    assert q.test is not None
    wanted = critical(q.test, 24)
    called = [sum(is_right(q, a) for a in panel(key, (0.0, 0.0), 24, rng)) >= wanted for _ in range(300)]
    assert np.mean(called) <= 0.08


def test_likings_without_a_difference_are_called_different_in_one_of_twenty_and_ranges_hold() -> None:
    rng = np.random.default_rng(7)
    called, held, true = 0, 0, 0.6
    for _ in range(600):
        who, which = np.repeat(np.arange(14), 2), np.tile([0, 1], 14)
        y = rng.normal(0, 1.5, 14)[who] + rng.normal(0, 1, 28)
        whose, of = who.tolist(), which.tolist()
        none, some = compared(whose, of, y.tolist()), compared(whose, of, (y + true * which).tolist())
        assert none.p is not None
        called += none.p < 0.05
        held += some.pairs[0].low <= true <= some.pairs[0].high
    assert 0.03 <= called / 600 <= 0.07
    assert 0.93 <= held / 600 <= 0.97


def test_a_part_of_the_samples_each_is_compared_within_tasters() -> None:
    # Those who got the first pair like everything more: plain means would lie.
    who = [0, 0, 1, 1, 2, 2, 3, 3]
    which = [0, 1, 0, 1, 1, 2, 1, 2]
    value = [9.0, 8.1, 8.9, 8.0, 4.0, 3.1, 4.1, 2.9]
    found = compared(who, which, value)
    by = {(p.first, p.second): p.by for p in found.pairs}
    assert by[0, 1] == pytest.approx(-0.9, abs=0.01)
    assert by[1, 2] == pytest.approx(-1.05, abs=0.01)
    assert by[0, 2] == pytest.approx(-1.95, abs=0.02)


def test_rankings_are_read_as_friedman_has_it_and_hold_their_size() -> None:
    rng = np.random.default_rng(8)
    table = rng.normal(size=(11, 4))
    assert ranked(table.tolist()).statistic == pytest.approx(friedmanchisquare(*table.T).statistic)
    tied = np.array([[1, 1, 3], [1, 2, 2], [2, 1, 3], [1, 2, 3], [1, 3, 2.0]])
    assert ranked(tied.tolist()).statistic == pytest.approx(friedmanchisquare(*tied.T).statistic)
    called = [ranked(rng.normal(size=(12, 2)).tolist()).p < 0.05 for _ in range(400)]
    assert np.mean(called) <= 0.07


def sentence(key: str, right: int, of: int) -> PanelOutcome:
    """A triangle or pair with so many right answers."""
    q = question(key)
    answers = []
    for n in range(of):
        plate = Serving(
            (Piece(111, 0), Piece(222, 0), Piece(333, 1)) if key == "triangle" else (Piece(111, 0), Piece(333, 1))
        )
        answers.append(Answer(n, plate, Reply(choice=333 if n < right else 111)))
    return outcome(q, NAMES[:2], answers)


def test_the_sentence_of_a_triangle_says_how_often_chance_would_do_as_well() -> None:
    found = sentence("triangle", 17, 30)
    assert found.answer == "Version 4 and Version 5 are told apart: 17 of 30 were right."
    assert "about 7 of 1,000 such panels" in found.sentences[1]
    assert "d′ 1.8" in found.sentences[0]
    assert (found.critical, found.apart) == (15, True)


def test_not_told_apart_is_not_alike_unless_the_panel_could_have_told() -> None:
    few, many = sentence("triangle", 9, 24), sentence("triangle", 36, 120)
    assert "does not show that they are alike" in few.answer
    assert "are alike" in many.answer
    assert few.apart is False
    assert many.apart is False


def test_preference_counts_both_sides() -> None:
    assert sentence("paired", 18, 24).answer == "Version 5 is preferred: 18 of 24 chose it."
    assert sentence("paired", 6, 24).answer == "Version 4 is preferred: 18 of 24 chose it."
    assert "No preference shown" in sentence("paired", 17, 24).answer
    assert sentence("paired", 17, 30).critical == 21


def test_several_scales_say_how_many_were_looked_at() -> None:
    keys = ("rim_crisp", "middle_soft", "bite_chewy")
    found = outcome(
        question("scales"), NAMES, panel("scales", (0.0, 2.0, 0.0), 18, np.random.default_rng(9), keys), keys
    )
    assert found.looked_at == 3
    assert any("3 scales were looked at" in s for s in found.sentences)
    assert found.scales[0].scale == "rim_crisp"
    assert found.answer.startswith("Version 5 is highest")


def test_too_little_and_too_much_with_what_it_costs() -> None:
    little, much = penalties(0, "rim_crisp", [-1, -2, 0, 0, 1], [5, 4, 8, 7, 7])
    assert (little.share, little.drop, little.matters) == (0.4, 3.0, True)
    assert (much.share, much.drop, much.matters) == (0.2, 0.5, False)
    assert penalties(0, "rim_crisp", [1, 1], [5, 5])[1].drop is None


@pytest.mark.parametrize(
    ("key", "reply"),
    [
        ("triangle", Reply()), ("triangle", Reply(choice=444)), ("tetrad", Reply(pair=(111, 111))),
        ("ranking", Reply(order=(111, 222))), ("nine-point", Reply(scores={111: {"liking": 9.0}})),
        ("nine-point", Reply(scores={c: {"liking": 10.0} for c in (111, 222, 333)})),
        ("nine-point", Reply(scores={c: {} for c in (111, 222, 333)})),
        ("triangle", Reply(choice=111, words="x" * 301)),
    ],
)  # fmt: skip
def test_half_an_answer_is_refused_and_says_what_is_missing(key: str, reply: Reply) -> None:
    plate = Serving((Piece(111, 0), Piece(222, 0), Piece(333, 1)))
    with pytest.raises(EntryError) as refusal:
        checked(question(key), plate, reply)
    assert str(refusal.value)


def test_every_question_can_be_asked_served_and_read() -> None:
    rng = np.random.default_rng(10)
    for key, q in questions().items():
        scales = ("rim_crisp",) if q.by_scales else ()
        found = outcome(q, NAMES, panel(key, (0.0, 2.0, 0.5)[: min(q.most, 3)], 24, rng, scales), scales, "crunch")
        assert found.of == 24
        assert found.answer
    assert outcome(question("triangle"), NAMES, []).answer == "Nobody answered."


def test_what_is_liked_is_named_only_where_it_is_ahead_for_sure() -> None:
    assert sentence("paired", 18, 24).liked == 1
    assert sentence("paired", 6, 24).liked == 0
    assert sentence("paired", 17, 24).liked is None
    assert sentence("triangle", 20, 24).liked is None, "told apart is not liked"
    clear = outcome(
        question("nine-point"), NAMES, panel("nine-point", (0.0, 2.5, 0.0), 24, np.random.default_rng(3)), ()
    )
    assert clear.liked == 1
    alike = outcome(
        question("nine-point"), NAMES, panel("nine-point", (0.0, 0.0, 0.0), 24, np.random.default_rng(4)), ()
    )
    assert alike.liked is None
