"""What a panel came to: the answer in a sentence, the figures behind it, and what to mind about the panel itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import fmean, median, pstdev

from scipy.stats import binomtest

from dough.facts.quantities import quantity
from dough.facts.said import listed
from dough.tasting.difference import ALPHA, Reading, critical, needed, proportion, read, similar
from dough.tasting.just_right import Penalty, penalties
from dough.tasting.likings import Compared, PairDifference, SampleMean, compared, ranked
from dough.tasting.questions import LIKENESS, LIKING, NINE, PanelQuestion
from dough.tasting.repeats import FEW, repeat_words, repeats
from dough.tasting.replies import Answer, is_right

#: Bound of “alike” unless another is said: d' of 1 is what a keen taster meets two times in three (3-AFC; usual, M).
ALIKE_D = 1.0


#: Questions on scales whose first scale says which sample is liked.
LIKINGS = ("nine-point", "just-right")


@dataclass(frozen=True, slots=True)
class ScaleOutcome:
    """Samples on one scale: means, pairs, p of any difference (None: can't be said), one sd within a taster."""

    scale: str
    label: str
    unit: str
    means: tuple[SampleMean, ...]
    pairs: tuple[PairDifference, ...]
    p: float | None
    sd: float | None


@dataclass(frozen=True, slots=True)
class PanelOutcome:
    """answer is the sentence that comes first, sentences what follows. right, of and critical are of tests that count
    answers, chance how many a guess gets right; looked_at is how many questions were tested here; minds is said of the
    panel and its tasters; liked is the sample that is liked best for sure, ahead of every other (None: none is)."""

    answer: str
    sentences: tuple[str, ...]
    of: int
    right: int | None = None
    critical: int | None = None
    chance: float | None = None
    reading: Reading | None = None
    apart: bool | None = None
    scales: tuple[ScaleOutcome, ...] = ()
    penalties: tuple[Penalty, ...] = ()
    looked_at: int = 1
    minds: tuple[str, ...] = ()
    liked: int | None = None
    #: Whether samples were shown to be alike: not told apart by a panel that could have told.
    alike: bool = False


def outcome(
    question: PanelQuestion, names: Sequence[str], answers: Sequence[Answer], scales: tuple[str, ...] = (),
    attribute: str = "", alike_d: float = ALIKE_D,
) -> PanelOutcome:  # fmt: skip
    """Read a panel. names are the samples' by number; scales those asked for; attribute what the tests by one name."""
    if not answers:
        return PanelOutcome("Nobody answered.", (), 0)
    if question.test is not None:
        return _difference(question, names, answers, attribute, alike_d)
    if question.key == "paired":
        return _paired(names, answers)
    if question.key == "ranking":
        return _ranking(names, answers)
    return _scales(question, names, answers, scales)


def _difference(
    q: PanelQuestion, names: Sequence[str], answers: Sequence[Answer], attribute: str, bound: float
) -> PanelOutcome:
    test = q.test
    assert test is not None
    n, right = len(answers), sum(is_right(q, a) for a in answers)
    found, wanted = read(test, n, right), critical(test, n)
    pair = f"{names[0]} and {names[1]}"
    by_chance = (
        f"By chance alone {right} or more of {n} would be right in {_of_panels(found.p)}; {wanted} are needed at 5 %."
    )
    size = f"The difference is about d′ {found.d:.1f} ({found.low:.1f} to {found.high:.1f})."
    apart = right >= wanted
    if apart and q.about == "attribute":
        first = f"{names[1]} has more {attribute or 'of it'} than {names[0]}: {right} of {n} picked it."
    elif apart:
        first = f"{pair} are told apart: {right} of {n} were right."
    elif similar(test, n, right, bound=bound):
        return PanelOutcome(
            f"{pair} are alike: {right} of {n} were right, and a difference of d′ {bound:g} would have shown.",
            (f"Had it been as large, so few would have been right in at most 5 of 100 panels. {size}", by_chance),
            n, right, wanted, n * test.guess, found, False, alike=True,
        )  # fmt: skip
    else:
        enough = needed(test, bound)
        first = f"Not told apart: {right} of {n} were right. That does not show that they are alike."
        more = f" For a difference of d′ {bound:g} it takes {enough.always} tasters." if enough else ""
        size += more
    at = 100 * proportion(test, found.d)
    shares = f"A guess is right in {100 * test.guess:.0f} of 100; at d′ {found.d:.1f} it is {at:.0f}."
    return PanelOutcome(first, (size, by_chance, shares), n, right, wanted, n * test.guess, found, apart)


def _of_panels(p: float) -> str:
    """A probability as people count: “about 7 of 1,000 such panels”."""
    for of in (100, 1000, 10_000, 100_000):
        if p * of >= 1.5 or (of == 100 and p > 0.1):
            return f"about {p * of:.0f} of {of:,} such panels"
    return "fewer than 1 of 100,000 such panels"


def _paired(names: Sequence[str], answers: Sequence[Answer]) -> PanelOutcome:
    second = sum(a.reply.choice is not None and a.serving.sample_of(a.reply.choice) == 1 for a in answers)
    n = len(answers)
    test = binomtest(second, n, 0.5)
    ahead, count = (1, second) if second * 2 >= n else (0, n - second)
    span = test.proportion_ci(0.95)
    low, high = (span.low, span.high) if ahead else (1 - span.high, 1 - span.low)
    wanted = next((k for k in range(n // 2, n + 1) if float(binomtest(k, n, 0.5).pvalue) <= ALPHA), n + 1)
    share = f"{100 * count / n:.0f} of 100 would choose it ({100 * low:.0f} to {100 * high:.0f})."
    chance = (
        f"With no preference at all, {count} or more of {n} for either would be seen in "
        f"{_of_panels(float(test.pvalue))}; {wanted} are needed at 5 %, both sides counted."
    )
    if count >= wanted:
        first = f"{names[ahead]} is preferred: {count} of {n} chose it."
    else:
        first = f"No preference shown: {count} of {n} chose {names[ahead]}."
    sure = count >= wanted
    return PanelOutcome(
        first, (share, chance), n, count, wanted, n / 2.0, apart=sure, liked=ahead if sure else None
    )  # fmt: skip


def _ranking(names: Sequence[str], answers: Sequence[Answer]) -> PanelOutcome:
    table = []
    for a in answers:
        samples = [a.serving.sample_of(c) for c in a.reply.order]
        table.append([samples.index(s) + 1.0 for s in range(len(names))])
    found = ranked(table)
    scale = ScaleOutcome("rank", "Mean place", "", found.means, found.pairs, found.p, None)
    return PanelOutcome(
        _apart_words(names, scale, "is liked best", lower_wins=True),
        (f"If all were liked alike, places so far apart would be seen in {_of_panels(found.p)} (Friedman, "
         f"{found.statistic:.1f}).",),
        len(answers), scales=(scale,), apart=found.p < ALPHA, minds=_agreement(table),
        liked=_ahead(scale, lower_wins=True),
    )  # fmt: skip


def _scales(q: PanelQuestion, names: Sequence[str], answers: Sequence[Answer], scales: tuple[str, ...]) -> PanelOutcome:
    found = []
    for key in q.figures(scales):
        rows = [
            (a.taster, a.serving.sample_of(code), float(said[key]))
            for a in answers for code, said in a.reply.scores.items() if key in said and code != a.serving.again
        ]  # fmt: skip
        if rows:
            who, which, value = zip(*rows, strict=True)
            found.append(_scale_outcome(q, key, compared(who, which, value)))
    main = found[-1] if q.key == "just-right" else found[0]
    wins = {"nine-point": "is liked best", "just-right": "is liked best", "alike": "is most like the target"}
    first = _apart_words(names, main, wins.get(q.key, f"is highest in “{main.label.lower()}”"))
    tested = [s for s in found if s.p is not None]
    several = (
        f"{len(tested)} scales were looked at: with nothing there, one would show a difference by chance in "
        f"{100 * (1 - 0.95 ** len(tested)):.0f} of 100 panels. The first is the one that was asked."
        if len(tested) > 1 else ""
    )  # fmt: skip
    fines = tuple(
        p for key in scales if q.key == "just-right" for s in range(len(names)) for p in _fines(answers, s, key)
    )
    acts = [_fine_words(names, p) for p in fines if p.matters]
    return PanelOutcome(
        first, tuple(w for w in (*acts, _size_words(names, main), several) if w), len(answers), scales=tuple(found),
        penalties=fines, apart=None if main.p is None else main.p < ALPHA, looked_at=max(len(tested), 1),
        minds=(*_taster_checks(q, answers, main.scale), *_repeat_checks(answers, found)),
        liked=_ahead(main) if q.key in LIKINGS else None,
    )  # fmt: skip


def _scale_outcome(q: PanelQuestion, key: str, c: Compared) -> ScaleOutcome:
    named = {LIKING: ("Liking", "of 9"), LIKENESS: ("Likeness", "of 100")}
    label, unit = named.get(key) or (quantity(key).label, "of 100" if q.key == "scales" else "from −2 to 2")
    return ScaleOutcome(key, label, unit, c.means, c.pairs, c.p, c.sd)


def _apart_words(names: Sequence[str], s: ScaleOutcome, wins: str, *, lower_wins: bool = False) -> str:
    order = sorted(s.means, key=lambda m: m.mean if lower_wins else -m.mean)
    best = order[0]
    if len(order) == 1:
        span = "" if best.low is None or best.high is None else f" ({best.low:.1f} to {best.high:.1f})"
        return f"{names[best.sample]}: {best.mean:.1f} {s.unit}{span}."
    if s.p is None:
        return "One taster can't show a difference: too few answers."
    if s.p >= ALPHA:
        return f"No difference shown in {s.label.lower()} between {listed([names[m.sample] for m in order])}."
    behind = [m for m in order[1:] if not set(m.letters) & set(best.letters)]
    beside = [m for m in order[1:] if set(m.letters) & set(best.letters)]
    if not behind:
        return f"There is a difference in {s.label.lower()}, but no two samples are told apart for sure."
    tied = f" (with {listed([names[m.sample] for m in beside])} not told from it)" if beside else ""
    return f"{names[best.sample]} {wins}{tied}, ahead of {listed([names[m.sample] for m in behind])}."


def _ahead(s: ScaleOutcome, *, lower_wins: bool = False) -> int | None:
    """The sample that is told from every other and lies ahead of them; None where none is."""
    if len(s.means) < 2 or s.p is None or s.p >= ALPHA:
        return None
    best = min(s.means, key=lambda m: m.mean if lower_wins else -m.mean)
    others = (m for m in s.means if m is not best)
    return None if any(set(m.letters) & set(best.letters) for m in others) else best.sample


def _size_words(names: Sequence[str], s: ScaleOutcome) -> str:
    if not s.pairs or s.p is None:
        return ""
    most = max(s.pairs, key=lambda x: abs(x.by))
    up, down = (most.second, most.first) if most.by > 0 else (most.first, most.second)
    low, high = (most.low, most.high) if most.by > 0 else (-most.high, -most.low)
    chance = "" if s.p >= 1 else f" By chance alone such differences would be seen in {_of_panels(s.p)}."
    span = f"{low:.1f} to {high:.1f}".replace("-", "−")
    return f"{names[up]} is {abs(most.by):.1f} points ({s.unit}) above {names[down]} ({span}).{chance}"


def _fines(answers: Sequence[Answer], sample: int, key: str) -> tuple[Penalty, Penalty]:
    pairs = [
        (said[key], said[LIKING])
        for a in answers for code, said in a.reply.scores.items()
        if a.serving.sample_of(code) == sample and code != a.serving.again
    ]  # fmt: skip
    return penalties(sample, key, [p for p, _ in pairs], [like for _, like in pairs])


def _fine_words(names: Sequence[str], p: Penalty) -> str:
    side = "too little" if p.side < 0 else "too much"
    return (
        f"{names[p.sample]}: {100 * p.share:.0f} of 100 found {side} of “{quantity(p.scale).label.lower()}” and liked "
        f"it {p.drop:.1f} points less. Worth acting on (rule of thumb)."
    )


def _agreement(table: Sequence[Sequence[float]]) -> tuple[str, ...]:
    """Kendall's agreement among rankings."""
    n, k = len(table), len(table[0])
    if n < 3:
        return ()
    totals = [sum(row[s] for row in table) for s in range(k)]
    w = 12.0 * sum((x - n * (k + 1) / 2.0) ** 2 for x in totals) / (n * n * (k**3 - k))
    word = "agree well" if w > 0.6 else "agree in part" if w > 0.3 else "have different tastes"
    return (f"Tasters {word} (agreement {w:.2f} of 1).",)


def _repeat_checks(answers: Sequence[Answer], found: Sequence[ScaleOutcome]) -> tuple[str, ...]:
    """What the same cookie twice says of the panel, scale by scale."""
    named = {s.scale: s for s in found}
    return tuple(repeat_words(r, named[r.scale].label, named[r.scale].unit) for r in repeats(answers, list(named)))


def _taster_checks(q: PanelQuestion, answers: Sequence[Answer], key: str) -> tuple[str, ...]:
    """Kindly: who used little of the scale, and whose order went against everyone else's."""
    said = {
        a.taster: {p.sample: s[key] for p in a.serving.first if key in (s := a.reply.scores.get(p.code, {}))}
        for a in answers
    }
    if len(said) < FEW or max(map(len, said.values())) < 2:
        return ()
    notes = []
    narrow = [t for t, s in said.items() if len(s) > 1 and pstdev(s.values()) == 0]
    if narrow:
        notes.append(
            f"{len(narrow)} gave every sample the same figure: that is an answer, and tells samples apart less."
        )
    means = {s: fmean(v[s] for v in said.values() if s in v) for s in {x for v in said.values() for x in v}}
    against = [
        t for t, s in said.items()
        if len(s) > 1 and sum((s[x] - fmean(s.values())) * (means[x] - fmean(means.values())) for x in s) < 0
    ]  # fmt: skip
    if against:
        notes.append(
            f"{len(against)} of {len(said)} ordered them the other way round: tastes differ, nobody is left out."
        )
    middle = median(fmean(v.values()) for v in said.values())
    top = NINE[round(middle) - 1] if q.key == "nine-point" and 1 <= round(middle) <= 9 else ""
    return (*notes, f"The panel's middle is “{top}”.") if top else tuple(notes)
