"""What a ballot asks: the words of its question, and each figure with the values and words it can take."""

from __future__ import annotations

from dataclasses import dataclass

from dough.facts.quantities import quantity
from dough.judgement.trials.scales import SCALES
from dough.tasting.questions import LIKE_THE_TARGET, LIKENESS, LIKING, NINE, RIGHT, PanelQuestion
from dough.tasting.references import LaidOut, kinds_at, laid_out_words


@dataclass(frozen=True, slots=True)
class AskedScale:
    """One figure that each sample gets: its key, what stands over it (nothing where the question says it all), the
    values that can be said and their words, from least to most; like names for each of them the kind of cookie that is
    usually there (empty: none), laid_out what lies open to compare with."""

    key: str
    label: str
    values: tuple[float, ...]
    words: tuple[str, ...]
    like: tuple[str, ...] = ()
    laid_out: tuple[str, ...] = ()


def asked_words(question: PanelQuestion, attribute: str = "") -> str:
    """What the taster is asked, the attribute named."""
    return question.asks.replace("of it", f"of this: {attribute}") if attribute else question.asks


def asked_scales(
    question: PanelQuestion, scales: tuple[str, ...], laid: tuple[LaidOut, ...] = ()
) -> tuple[AskedScale, ...]:
    """The figures that are asked for, in order; scales are those the cook chose, laid what lies open."""
    return tuple(_asked(question, key, laid) for key in question.figures(scales))


def _asked(question: PanelQuestion, key: str, laid: tuple[LaidOut, ...]) -> AskedScale:
    if key == LIKING:
        return AskedScale(key, "Liking" if question.by_scales else "", tuple(float(n) for n in range(1, 10)), NINE)
    if key == LIKENESS:
        return AskedScale(key, "", (0.0, 25.0, 50.0, 75.0, 100.0), LIKE_THE_TARGET)
    if question.key == "just-right":
        q = quantity(key)
        label = f"{q.label}: {q.high_word}" if q.high_word else q.label
        return AskedScale(key, label, (-2.0, -1.0, 0.0, 1.0, 2.0), RIGHT)
    scale = next(s for s in SCALES if s.key == key)
    return AskedScale(
        key, scale.label, tuple(float(p.value) for p in scale.points), tuple(p.word for p in scale.points),
        kinds_at(key, [p.value for p in scale.points]), laid_out_words(scale, laid),
    )  # fmt: skip
