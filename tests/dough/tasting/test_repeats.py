"""The same cookie twice: balanced, told, and counted toward nothing else (docs/decisions/0052)."""

from __future__ import annotations

from collections import Counter

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from dough.facts.errors import EntryErrors
from dough.tasting.outcome import outcome
from dough.tasting.questions import question, questions
from dough.tasting.repeats import repeats
from dough.tasting.replies import Answer, Reply, checked
from dough.tasting.serving import Piece, Serving, balance, serve
from dough.tasting.setup import PanelSaid, SampleSaid, minded
from dough.tasting.simulated import FIGURES, tasted

SCORED = sorted(k for k, q in questions().items() if q.scored)
Q = question("nine-point")


@given(st.sampled_from(SCORED), st.integers(1, 60), st.integers(0, 9), st.data())
@settings(deadline=None, max_examples=60)
def test_one_sample_comes_again_last_evenly_and_never_right_after_itself(
    key: str, tasters: int, seed: int, data: st.DataObject
) -> None:
    q = question(key)
    samples = data.draw(st.integers(q.fewest, q.most))
    plates = serve(q, samples, tasters, np.random.default_rng(seed), twice=True)
    for plate in plates:
        assert plate.again == plate.pieces[-1].code
        assert len(plate.pieces) <= q.sitting
        assert len({p.code for p in plate.pieces}) == len(plate.pieces)
        assert Counter(p.sample for p in plate.first) == Counter({p.sample for p in plate.first})
        if samples > 1:
            assert plate.pieces[-1].sample != plate.pieces[-2].sample
    times = Counter(plate.pieces[-1].sample for plate in plates)
    if samples <= q.sitting - 1 and samples > 2:
        assert max(times[s] for s in range(samples)) - min(times[s] for s in range(samples)) <= 2


def test_first_pieces_are_as_balanced_as_without() -> None:
    for samples in (2, 3, 4):
        alone = serve(Q, samples, 24, np.random.default_rng(1))
        again = serve(Q, samples, 24, np.random.default_rng(1), twice=True)
        assert balance(again, samples) == balance(alone, samples)


def panel(rng: np.random.Generator, strength: tuple[float, ...] = (0.0, 0.5, 1.0), *, twice: bool) -> list[Answer]:
    plates = serve(Q, 3, 24, np.random.default_rng(3), twice=twice)
    return [Answer(n, p, checked(Q, p, tasted(Q, p, strength, rng))) for n, p in enumerate(plates)]


def test_how_far_tasters_differ_from_themselves_is_right_on_average() -> None:
    """Made-up tasters perceive each piece one sd anew; whole points add a twelfth of one squared. In the middle of the
    scale: at its end figures have nowhere to go, and differ by less."""
    rng = np.random.default_rng(52)
    found = [repeats(panel(rng, (-0.8, -0.6, -0.4), twice=True), ("liking",))[0] for _ in range(300)]
    assert {r.pairs for r in found} == {24}
    step = FIGURES["nine-point"][1]
    assert np.sqrt(np.mean([r.sd**2 for r in found])) == pytest.approx(np.sqrt(step**2 + 1 / 12), rel=0.05)


def test_the_second_piece_counts_toward_no_comparison() -> None:
    answers = panel(np.random.default_rng(5), twice=True)
    without = [
        Answer(
            a.taster, Serving(a.serving.first), Reply(scores={p.code: a.reply.scores[p.code] for p in a.serving.first})
        )
        for a in answers
    ]
    both, alone = (outcome(Q, ("A", "B", "C"), x) for x in (answers, without))
    assert both.scales == alone.scales
    assert both.answer == alone.answer
    assert any("same cookie twice" in m for m in both.minds)
    assert not any("same cookie twice" in m for m in alone.minds)


def test_who_differed_far_more_than_the_others_is_counted_and_told_kindly() -> None:
    plate = Serving((Piece(111 + 1, 0), Piece(223, 1), Piece(334, 0)), None, 334)
    answers = [
        Answer(n, plate, Reply(scores={112: {"liking": 6.0}, 223: {"liking": 5.0}, 334: {"liking": 6.0 + d}}))
        for n, d in enumerate([1.0, -1.0, 0.0, 1.0, 0.0, -1.0, 1.0, -5.0])
    ]
    (found,) = repeats(answers, ("liking",))
    assert found.wide == 1
    told = next(m for m in outcome(Q, ("A", "B"), answers).minds if "same cookie twice" in m)
    assert "1 of 8" in told


def test_a_question_without_figures_takes_no_sample_twice() -> None:
    said = PanelSaid((SampleSaid("A", 2.0, True), SampleSaid("B", 2.0, True)), 24, twice=True)
    with pytest.raises(EntryErrors, match="figures"):
        minded(question("triangle"), said)
    assert minded(Q, said)
