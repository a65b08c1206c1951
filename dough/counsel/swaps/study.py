"""Everything about the needs of a dough at once: broken lines, ranked candidates, and the swaps as picked.

Candidates are ranked by how little they disturb the forecast (root mean square over the target's attributes,
in clear misses), then by taste, by how practical they are and how well tried. The weights are judgement.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from dough.accounts.formula import USUAL_STEP, Draft, Line
from dough.accounts.needs.brings import brings
from dough.accounts.needs.verdict import Mark, Standing, marks, unsure
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.counsel.swaps.candidates import KEEP, OUT, candidates, labels_to_read, suits
from dough.counsel.swaps.ledger import FUNCTIONS, Entry, entries, flour_of, ledger, per_100
from dough.counsel.swaps.plan import Plan, Solved, Way, make, put_together
from dough.counsel.swaps.rules import Reduction, Rule, allowed, reductions
from dough.counsel.swaps.solve import Amounts
from dough.facts.cookie import ATTRIBUTES, Cookie
from dough.facts.ingredients import Confidence, Role, ingredient
from dough.facts.needs import Wanted, Wish
from dough.facts.regions import USUAL, approved
from dough.facts.styles import Style
from dough.judgement.effects import forecasts_of

#: What counts against a candidate, in clear misses of the forecast (judgement).
EVIDENCE_COST = {"tried here": -0.2, "well tried": 0.0, "practised": 0.25, "plausible": 0.7}
TASTE_COST = {"same": 0.0, "near": 0.1, "plain": 0.9, "other": 0.6, "quite other": 1.3}
#: Taste weighs more where the fat is what is tasted (judgement).
BUTTERY_STYLES_TASTE, BUTTERY_CRUMB = 1.5, 22.0
CONFIDENCE_COST = {Confidence.HIGH: 0.0, Confidence.MIDDLE: 0.1, Confidence.LOW: 0.35}
#: Leaving a line whose label is unread may break the need after all: a sure candidate that costs less is chosen.
KEEP_UNREAD_COST = 1.1
#: A yolk or white that goes another way than the egg beside it: one egg is swapped as one egg.
APART_COST = 0.8
LABEL_COST, UNSUITED_COST, WEIGHING_COST, TINY_COST, OUT_COST = 0.5, 0.4, 0.22, 0.25, 1.5
#: A clear ledger miss beyond tolerance costs this much for each tolerance, up to the cap.
LEDGER_COST, LEDGER_CAP = 0.08, 1.2
NO_FORECAST_COST = 1.0
TINY_G = 0.8
#: Up to so many marked lines are ranked a second time beside what was chosen for the others.
SECOND_ROUND = 8


@dataclass(frozen=True, slots=True)
class Candidate:
    """A rule in a line's place, the rest of the swaps as picked. disturbance in clear misses; None unknown.

    off is what the rule by itself does not bring of what the line did, beyond tolerance. labels are what has to be
    read before it counts as meeting; brings are allergens the dough did not have before.
    """

    rule: Rule
    solved: Solved
    cookie: Cookie | None
    disturbance: float | None
    evidence: str
    labels: tuple[str, ...]
    suits: bool
    practical: str
    score: float
    off: tuple[Entry, ...]
    brings: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class LineStudy:
    """A line with its marks, the picked rule's id, and candidates, best first. Unknown amounts have no plans.

    missing are functions that none of the candidates brings: there the first one is the least bad.
    """

    line: Line
    marks: tuple[Mark, ...]
    pick: str
    candidates: tuple[Candidate, ...]
    unsolved: tuple[Rule, ...]
    missing: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class WayStudy:
    """A wish with the ways to it that meet the needs, and the plan each gives."""

    wish: Wish
    pick: str
    ways: tuple[tuple[Reduction, Way, float | None], ...]


@dataclass(frozen=True, slots=True)
class Study:
    """before and after are the forecasts; why_none says why there is no forecast."""

    lines: tuple[LineStudy, ...]
    wishes: tuple[WayStudy, ...]
    plan: Plan
    before: Forecast | None
    after: Forecast | None
    why_none: str
    style: Style | None


def study(
    setting: Setting,
    needs: Wanted,
    wishes: tuple[Wish, ...],
    picked: Mapping[str, str],
    tried: Mapping[str, str] | None = None,
    region: str = USUAL,
) -> Study:
    """Rank candidates for every marked line and make the picked swaps.

    picked maps line ids to rule ids and wish ids to way ids; what it leaves open is chosen here. tried maps rule
    ids to words about bakes already logged with them in this kitchen, which raises their evidence. What is not approved
    as a food in the region is not offered.
    """
    tried = tried or {}
    draft, used = setting.draft, setting.style
    marked = [(x, found) for x in draft.formula.lines if (found := marks(x.ingredient, needs))]
    pools = {x.id: (*candidates(x, needs), KEEP) for x, _ in marked}
    chosen = {x.id: first_choice(pools[x.id], picked.get(x.id), found, used, draft) for x, found in marked}
    ways = _ways(draft, needs, wishes, picked, region)
    now = _forecast(setting)
    known = [x for x, _ in marked if x.grams is not None]
    ranks: dict[str, tuple[Candidate, ...]] = {}
    # Once around to choose what was left open, each beside the others as they then stand; then again for the
    # lines whose neighbours changed since. Long lists are left at once around.
    stale = {x.id for x in known}
    for choosing in (True, False):
        base = put_together(draft, chosen, ways, used).amounts
        for x in [k for k in known if k.id in stale]:
            ranks[x.id] = _ranked(setting, needs, x, pools[x.id], chosen, ways, now, tried, base)
            stale.discard(x.id)
            best = next((c.rule for c in ranks[x.id] if c.rule is not KEEP), None)
            left_open = choosing and x.id not in picked and chosen[x.id] is not KEEP
            if choosing and x.id not in picked and chosen[x.id] is KEEP:
                best = _surer(ranks[x.id], x)
                left_open = best is not None
            if left_open and best is not None and best.id != chosen[x.id].id:
                chosen[x.id] = best
                if len(known) <= SECOND_ROUND:
                    stale |= {k.id for k in known if k.id != x.id and k.id in ranks}
    lines = tuple(
        LineStudy(
            x, found, chosen[x.id].id, ranks.get(x.id, ()), pools[x.id] if x.grams is None else (),
            _missing(ranks.get(x.id, ())),
        )
        for x, found in marked
    )  # fmt: skip
    plan = make(draft, needs, chosen, ways, used)
    after = _forecast(setting.with_draft(plan.draft))
    return Study(
        lines, _way_studies(setting, needs, wishes, chosen, ways, now, region), plan, now, after,
        _why_none(setting) if now is None else "", used,
    )  # fmt: skip


def _surer(found: tuple[Candidate, ...], line: Line) -> Rule | None:
    """For a line whose label is unread: a candidate that needs no label, where it disturbs little more than keeping the
    line does (what the other swaps disturb is no fault of this one)."""
    anyway = next((c.disturbance for c in found if c.rule is KEEP), None) or 0.0
    sure = [c for c in found if c.rule is not KEEP and c.rule is not OUT and c.rule.parts and not c.labels]
    best = min(sure, key=lambda c: c.score, default=None)
    return best.rule if best is not None and best.score - anyway <= KEEP_UNREAD_COST else None


def disturbance(now: Cookie | None, then: Cookie | None) -> float | None:
    """How far one forecast is from another, clear misses (root mean square over what both know)."""
    if now is None or then is None:
        return None
    steps = []
    for a in ATTRIBUTES:
        x, y = getattr(now, a.key), getattr(then, a.key)
        if x is not None and y is not None:
            steps.append(((y - x) / a.step) ** 2)
    return float((sum(steps) / len(steps)) ** 0.5) if steps else None


def first_choice(
    pool: tuple[Rule, ...], picked: str | None, found: tuple[Mark, ...], style: Style | None, draft: Draft
) -> Rule:
    """The pick, or what looks best before anything is worked out: what a label settles is kept."""
    for rule in pool:
        if rule.id == picked:
            return rule
    if not any(m.standing is Standing.BREAKS for m in found):
        return KEEP
    offered = [r for r in pool if r is not KEEP]

    def standing(rule: Rule) -> float:
        cost = EVIDENCE_COST[rule.evidence] + (0.0 if suits(rule, style, draft.process.method) else UNSUITED_COST)
        return cost + (OUT_COST if not rule.parts else 0.0)

    return min(offered, key=standing)


def _ranked(
    setting: Setting,
    needs: Wanted,
    line: Line,
    pool: tuple[Rule, ...],
    chosen: Mapping[str, Rule],
    ways: tuple[tuple[Wish, Reduction | None], ...],
    now: Forecast | None,
    tried: Mapping[str, str],
    base: Amounts,
) -> tuple[Candidate, ...]:
    draft, style = setting.draft, setting.style
    others = {k: v for k, v in base.items() if k != line.id}
    plans = [put_together(draft, {**chosen, line.id: rule}, ways, style, others) for rule in pool]
    cookies = _cookies(setting, [p.draft for p in plans])
    before = now.cookie if now else None
    found = [
        _candidate(rule, plan, cookie, disturbance(before, cookie), line, needs, style, draft, tried, chosen)
        for rule, plan, cookie in zip(pool, plans, cookies, strict=True)
    ]
    return tuple(sorted(found, key=lambda c: (c.rule is KEEP, c.score)))


def _candidate(
    rule: Rule, solved: Solved, cookie: Cookie | None, away: float | None, line: Line, needs: Wanted,
    style: Style | None, draft: Draft, tried: Mapping[str, str], chosen: Mapping[str, Rule],
) -> Candidate:  # fmt: skip
    evidence = "tried here" if rule.id in tried else rule.evidence
    labels = _unread(line, needs) if rule is KEEP else labels_to_read(rule, needs)
    fits = not rule.parts or suits(rule, style, draft.process.method)
    extra = max(len(rule.parts) - 1, 0)
    apart = line.ingredient.is_("egg_yolk", "egg_white") and _apart(rule, draft, chosen)
    # What is in the dough anyway, or in another pick, is nothing new to buy or to weigh by itself.
    others = {x.ingredient_id for x in solved.draft.formula.lines if not x.id.startswith(line.id)}
    fresh = [p for p in rule.parts if p.ingredient not in others]
    small = [p for p in fresh if (line.grams or 0.0) * p.per_100 / 100.0 < TINY_G]
    score = NO_FORECAST_COST if away is None else away
    buttery = line.role is Role.FAT and style is not None and style.crumb_cakey <= BUTTERY_CRUMB
    score += (
        TASTE_COST[rule.taste] * (BUTTERY_STYLES_TASTE if buttery else 1.0)
        + EVIDENCE_COST[evidence]
        + CONFIDENCE_COST[rule.confidence]
        + WEIGHING_COST * len(fresh)
        + TINY_COST * len(small)
    )
    score += APART_COST if apart else 0.0
    score += (LABEL_COST if labels else 0.0) + (0.0 if fits else UNSUITED_COST) + (OUT_COST if rule is OUT else 0.0)
    off = sum(max(abs(e.off) - 1.0, 0.0) for e in solved.ledger)
    score += min(LEDGER_COST * off, LEDGER_CAP)
    words = [f"{len(rule.parts)} weighings" if extra else ""]
    words.append("a very small amount to weigh" if small else "")
    words.append("read the label" if labels else "")
    return Candidate(
        rule,
        solved,
        cookie,
        away,
        evidence,
        labels,
        fits,
        ", ".join(w for w in words if w) or "one weighing",
        score,
        _off(rule, line, draft),
        brings(draft.formula.lines, (*draft.formula.lines, *_parts(rule)), needs),
    )


def _parts(rule: Rule) -> tuple[Line, ...]:
    """The parts of a rule as lines, for what they hold."""
    return tuple(
        Line(f"part-{n}", p.ingredient, p.per_100, USUAL_STEP[ingredient(p.ingredient).role])
        for n, p in enumerate(rule.parts)
    )


def _apart(rule: Rule, draft: Draft, chosen: Mapping[str, Rule]) -> bool:
    """Whether a rule shares nothing that stands in for egg with what was chosen for the whole egg of the dough."""
    eggs = [chosen[x.id] for x in draft.formula.lines if x.id in chosen and x.ingredient.is_("whole_egg")]
    stand_ins = {p.ingredient for r in eggs for p in r.parts if _stands_in(p.ingredient)}
    return bool(stand_ins) and not any(p.ingredient in stand_ins for p in rule.parts)


def _stands_in(ident: str) -> bool:
    return ingredient(ident).is_("egg_stand_in", "plant_milk", "dairy") or ingredient(ident).role is Role.EGG


def _unread(line: Line, needs: Wanted) -> tuple[str, ...]:
    """What has to be read before the line as it is counts as meeting the needs."""
    return (line.ingredient.name,) if unsure(line.ingredient, needs) else ()


def _missing(found: tuple[Candidate, ...]) -> tuple[str, ...]:
    """Labels of the functions that every candidate falls short of, leaving aside leaving out and keeping."""
    real = [{e.function.label for e in c.off if e.error < 0} for c in found if c.rule.parts]
    if not real:
        return ()
    return tuple(f.label for f in FUNCTIONS if all(f.label in short for short in real))


def _off(rule: Rule, line: Line, draft: Draft) -> tuple[Entry, ...]:
    """Functions the rule's usual parts miss or overdo beside the line itself, beyond tolerance."""
    if not rule.parts or not line.in_dough or not line.grams:
        return ()
    brings = [0.0] * len(FUNCTIONS)
    for part in rule.parts:
        for i, value in enumerate(per_100(ingredient(part.ingredient))):
            brings[i] += line.grams * part.per_100 / 100.0 * value / 100.0
    book = entries(ledger((line,)), tuple(brings), flour_of(draft.formula))
    return tuple(e for e in book if not e.within)


def _ways(
    draft: Draft, needs: Wanted, wishes: tuple[Wish, ...], picked: Mapping[str, str], region: str
) -> tuple[tuple[Wish, Reduction | None], ...]:
    """The picked way for each wish, or the first well-tried one that gets there."""
    found: list[tuple[Wish, Reduction | None]] = []
    for wish in wishes:
        pool = _way_pool(wish, needs, region)
        pick = next((w for w in pool if w.id == picked.get(wish.need)), None)
        if pick is None and pool:
            alone = [(w, put_together(draft, {}, ((wish, w),)).ways[0]) for w in pool]
            enough = [w for w, got in alone if got.enough]
            pick = enough[0] if enough else max(alone, key=lambda x: -_gap(x[1]))[0]
        found.append((wish, pick))
    return tuple(found)


def _gap(way: Way) -> float:
    return abs((way.reached or 0.0) - way.wish.wanted)


def _way_pool(wish: Wish, needs: Wanted, region: str) -> list[Reduction]:
    return [
        w for w in reductions().values()
        if w.need == wish.need
        and all(approved(ingredient(p.ingredient), region) for p in w.parts)
        and allowed(tuple(ingredient(p.ingredient) for p in w.parts), needs)[0]
    ]  # fmt: skip


def _way_studies(
    setting: Setting, needs: Wanted, wishes: tuple[Wish, ...], chosen: Mapping[str, Rule],
    ways: tuple[tuple[Wish, Reduction | None], ...], now: Forecast | None, region: str,
) -> tuple[WayStudy, ...]:  # fmt: skip
    found = []
    for wish in wishes:
        pool = _way_pool(wish, needs, region)
        plans = [put_together(setting.draft, chosen, _instead(ways, wish, w), setting.style) for w in pool]
        cookies = _cookies(setting, [p.draft for p in plans])
        before = now.cookie if now else None
        views = tuple(
            (w, next(x for x in p.ways if x.wish.need == wish.need), disturbance(before, c))
            for w, p, c in zip(pool, plans, cookies, strict=True)
        )
        pick = next((w for x, w in ways if x is wish), None)
        found.append(WayStudy(wish, pick.id if pick else "", views))
    return tuple(found)


def _instead(
    ways: tuple[tuple[Wish, Reduction | None], ...], wish: Wish, way: Reduction
) -> tuple[tuple[Wish, Reduction | None], ...]:
    return tuple((x, way if x is wish else w) for x, w in ways)


def _forecast(setting: Setting) -> Forecast | None:
    answer = setting.forecast()
    return None if isinstance(answer, NoCase) else answer


def _why_none(setting: Setting) -> str:
    answer = setting.forecast()
    return answer.because if isinstance(answer, NoCase) else ""


def _cookies(setting: Setting, drafts: list[Draft]) -> list[Cookie | None]:
    return [f.cookie if f else None for f in forecasts_of([setting.with_draft(d) for d in drafts])]
