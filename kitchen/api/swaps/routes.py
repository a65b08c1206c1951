"""Swaps: candidates for the lines that break a need, pantry equivalents, a day's order."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from dough.accounts.flavour import flavour, tasted
from dough.accounts.formula import Draft, Formula
from dough.accounts.sweetness import sweet_per_100g
from dough.counsel.swaps.day import Baked, day
from dough.counsel.swaps.ledger import Entry
from dough.counsel.swaps.pantry import egg_counts, equals, is_egg
from dough.counsel.swaps.plan import Plan, chosen
from dough.counsel.swaps.reduce import per_100g
from dough.counsel.swaps.rules import SOURCES, Part, reductions, rules
from dough.counsel.swaps.study import Candidate, LineStudy, Study, WayStudy, disturbance, study
from dough.desk.preview import cookie_outline
from dough.draft.check import check_draft, check_target
from dough.draft.target import Target
from dough.facts.colour import crust_hex
from dough.facts.ingredients import ingredient
from dough.facts.needs import AMOUNTS, NEEDS
from dough.judgement.effects import difference_words
from kitchen.api.asked import Asked
from kitchen.api.doughs.views import forecast_out, points
from kitchen.api.errors import PROBLEMS
from kitchen.api.preview.routes import sent
from kitchen.api.swaps.schemas import (
    CandidateOut,
    DayDoughOut,
    DayOut,
    EqualOut,
    LedgerOut,
    MadeOut,
    OffOut,
    PantryOut,
    PerHundredOut,
    PlanOut,
    StudyOut,
    SwapLineOut,
    SwapPartOut,
    SwapWishOut,
    WayOut,
)
from kitchen.documents.base import Key, Strict
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import CookieDoc, TargetDoc, WishDoc
from kitchen.reading.doughs import dough_for_reading
from kitchen.reading.settled import swaps_settled
from kitchen.reading.swaps_tried import tried
from kitchen.reading.this_kitchen import region_code, wanted

router = Router(tags=["swaps"])


class StudyIn(Asked):
    """picks maps line ids to rule ids and wish ids to way ids; what it leaves open is chosen."""

    needs: list[str] = Field(default=[], max_length=40)
    wishes: list[WishDoc] = Field(default=[], max_length=6)
    picks: dict[str, str] = Field(default={}, max_length=300)
    target: CookieDoc = CookieDoc()


class PantryIn(Strict):
    draft: DraftDoc
    line: Key
    needs: list[str] = Field(default=[], max_length=40)


class DraftOnly(Strict):
    draft: DraftDoc


class DayIn(Strict):
    doughs: list[int] = Field(max_length=12)


@router.post("/study", response={200: StudyOut, **PROBLEMS})
def look(request: HttpRequest, payload: StudyIn) -> HttpResponse:
    """Every line that breaks a need with what could stand in for it, ranked, and the swaps as picked."""
    setting = payload.setting()
    draft = setting.draft
    cookie = payload.target.to_core()
    wishes = tuple(w.to_core() for w in payload.wishes)
    check_target(Target(cookie, needs=tuple(payload.needs), wishes=wishes))
    known, panels = tried(), swaps_settled()
    found = study(setting, wanted(payload.needs), wishes, payload.picks, known, region_code())
    before = found.before.cookie if found.before else None
    after = found.after.cookie if found.after else None
    minutes = found.plan.draft.process.minutes
    return sent(
        StudyOut(
            made=_made(draft, known, panels),
            lines=[_line(x, found, known, panels) for x in found.lines],
            wishes=[_wish(w, known) for w in found.wishes],
            plan=_plan(found.plan, draft.formula),
            before=forecast_out(found.before, draft.process.minutes, found.style) if found.before else None,
            after=forecast_out(found.after, minutes, found.style) if found.after else None,
            target_outline=points(cookie_outline(cookie, found.style)),
            words=difference_words(before, after) if before and after else "",
            disturbance=disturbance(before, after),
            why_none=found.why_none,
            style_used=found.style.name if found.style else "",
        )
    )


@router.post("/per-100g", response={200: PerHundredOut, **PROBLEMS})
def hundred(request: HttpRequest, payload: DraftOnly) -> PerHundredOut:
    """What less sugar, less sodium and more fibre would count from."""
    formula = payload.draft.to_core().formula
    return PerHundredOut(
        less_sugar=per_100g(formula, "sugars"),
        less_sodium=per_100g(formula, "sodium"),
        more_fibre=per_100g(formula, "fibre"),
    )


@router.post("/pantry", response={200: PantryOut, **PROBLEMS})
def pantry(request: HttpRequest, payload: PantryIn) -> PantryOut:
    """What else in the pantry comes to the same as one line, and how many eggs it is by class."""
    draft = payload.draft.to_core()
    check_draft(draft)
    line = draft.formula.line(payload.line)
    eggs = egg_counts(line.grams, line.ingredient) if is_egg(line) and line.grams else ()
    return PantryOut(
        equals=[
            EqualOut(
                rule=e.rule.id, name=e.rule.name, words=e.rule.words, changes=list(e.changes),
                short=e.short, source=SOURCES.get(e.rule.source, e.rule.source), confidence=e.rule.confidence,
            )
            for e in equals(draft, line, wanted(payload.needs))
        ],
        eggs=list(eggs),
    )  # fmt: skip


@router.post("/day", response={200: DayOut, **PROBLEMS})
def one_day(request: HttpRequest, payload: DayIn) -> DayOut:
    """Several doughs on one day: the order, and what to clean between."""
    doughs = [dough_for_reading(i) for i in dict.fromkeys(payload.doughs)]
    found = day(tuple(Baked(d.name, _formula(d.draft), _kept_out(d.target)) for d in doughs))
    return DayOut(order=[DayDoughOut(name=n, brings=list(b)) for n, b in found.order], cautions=list(found.cautions))


def _kept_out(target: Any) -> frozenset[str]:
    """Codes of what a target's needs keep out."""
    needs = TargetDoc.model_validate(target).needs
    return frozenset(c for n in needs if n in NEEDS for c in NEEDS[n].codes)


def _formula(draft: Any) -> Formula:
    return DraftDoc.model_validate(draft).to_core().formula


def _line(x: LineStudy, found: Study, known: dict[str, str], panels: dict[str, str]) -> SwapLineOut:
    line = x.line
    return SwapLineOut(
        line=line.id,
        name=line.ingredient.name,
        grams=line.grams,
        step=line.step,
        breaks=any(m.standing == "breaks" for m in x.marks),
        unsure=any(m.standing == "unsure" for m in x.marks),
        marks=list(x.marks),
        pick=x.pick,
        candidates=[_candidate(c, line.grams or 0.0, found, known, panels) for c in x.candidates],
        needs_amount=line.grams is None,
        missing=list(x.missing),
    )


def _made(draft: Draft, known: dict[str, str], panels: dict[str, str]) -> list[MadeOut]:
    """The swaps a draft was made with, while their line is still there."""
    names = {x.id: x.ingredient.name for x in draft.formula.lines}
    found = []
    for line, ident in draft.swaps:
        rule = rules().get(ident) or reductions().get(ident)
        if rule is None or (line not in names and line not in AMOUNTS):
            continue
        evidence = "tried here" if ident in known else rule.evidence
        found.append(
            MadeOut(
                line=line, name=names.get(line) or AMOUNTS[line].label, rule=rule.name, evidence=evidence,
                tried=known.get(ident, ""), settled=panels.get(ident, ""),
            )
        )  # fmt: skip
    return found


def _candidate(c: Candidate, grams: float, found: Study, known: dict[str, str], panels: dict[str, str]) -> CandidateOut:
    rule, before = c.rule, found.before.cookie if found.before else None
    return CandidateOut(
        rule=rule.id,
        name=rule.name,
        parts=_parts(rule.parts, grams),
        disturbance=c.disturbance,
        words=difference_words(before, c.cookie) if before and c.cookie else "",
        outline=points(cookie_outline(c.cookie, found.style)) if c.cookie else [],
        hex=_hex(c, found),
        evidence=c.evidence,
        tried=known.get(rule.id, ""),
        settled=panels.get(rule.id, ""),
        confidence=rule.confidence,
        source=rule.from_where,
        taste=rule.taste,
        effect=rule.effect,
        method=rule.method,
        reported=_reported(rule.wide, rule.high),
        practical=c.practical,
        labels=list(c.labels),
        suits=c.suits,
        brings=list(c.brings),
        off=[OffOut(label=e.function.label, unit=e.function.unit, error=e.error) for e in c.off],
    )


def _parts(parts: tuple[Part, ...], grams: float) -> list[SwapPartOut]:
    return [SwapPartOut(name=ingredient(p.ingredient).name, grams=grams * p.per_100 / 100.0) for p in parts]


def _hex(c: Candidate, found: Study) -> str | None:
    if c.cookie is None or c.cookie.crust_l is None or found.before is None:
        return None
    return crust_hex(c.cookie.crust_l, found.before.raw_l)


def _reported(wide: tuple[float, float] | None, high: tuple[float, float] | None) -> str:
    """“−6 to +6 % wide, −7 to +4 % tall”, as kitchens report it."""
    words = []
    for span, what in ((wide, "wide"), (high, "tall")):
        if span is not None and span != (0.0, 0.0):
            words.append(f"{span[0]:+.0f} to {span[1]:+.0f} % {what}")
    return ", ".join(words).replace("-", "−")


def _wish(w: WayStudy, known: dict[str, str]) -> SwapWishOut:
    a = w.wish.amount
    return SwapWishOut(
        need=w.wish.need, label=a.label, unit=a.unit, counts=a.counts, by_pct=w.wish.by_pct,
        from_per_100g=w.wish.from_per_100g, wanted=w.wish.wanted, pick=w.pick,
        ways=[
            WayOut(
                id=r.id, name=r.name, share_pct=got.share_pct, removes=r.removes, reached=got.reached,
                enough=got.enough, disturbance=away, effect=r.effect, method=r.method,
                evidence="tried here" if r.id in known else r.evidence, tried=known.get(r.id, ""),
                confidence=r.confidence, source=r.from_where,
            )
            for r, got, away in w.ways
        ],
    )  # fmt: skip


def _plan(plan: Plan, before: Formula) -> PlanOut:
    return PlanOut(
        draft=DraftDoc.of(plan.draft),
        chosen=chosen(plan, before),
        changes=list(plan.changes),
        ledger=[_entry(e) for e in plan.ledger],
        method=list(plan.method),
        unmet=list(plan.unmet),
        left=list(plan.left),
        labels=list(plan.labels),
        state=plan.state,
        brings=list(plan.brings),
        tasted=list(tasted(flavour(replace(plan.draft, formula=before)), flavour(plan.draft))),
        sweet_before=sweet_per_100g(before.lines),
        sweet_after=sweet_per_100g(plan.draft.formula.lines),
        mass_before_g=sum(x.grams or 0.0 for x in before.lines),
        mass_after_g=sum(x.grams or 0.0 for x in plan.draft.formula.lines),
    )


def _entry(e: Entry) -> LedgerOut:
    f = e.function
    return LedgerOut(
        key=f.key, label=f.label, unit=f.unit, before=e.before, after=e.after, tolerance=e.tolerance,
        within=e.within, confidence=f.confidence, how=f.how,
    )  # fmt: skip
