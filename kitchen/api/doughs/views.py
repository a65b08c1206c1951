"""From models and the core's answers to what the API sends."""

from __future__ import annotations

from dough.accounts.composition import percent_of
from dough.accounts.needs.verdict import Standing, state_of
from dough.accounts.ratios import rail_ends
from dough.bake.contract import Estimate, Forecast
from dough.bake.oven import marks
from dough.desk.preview import Preview, cookie_outline
from dough.draft.texture_map import place_of
from dough.facts.colour import crust_hex, shade_hex
from dough.facts.cookie import ATTRIBUTES, Cookie, is_empty
from dough.facts.needs import AMOUNTS, NEEDS
from dough.facts.quantities import Quantity
from dough.facts.styles import Style
from dough.judgement.balance import RoleBalance
from dough.judgement.distance import compare
from kitchen.api.doughs.schemas import DoughOut, ShelfItem, SizeOut, VersionOut
from kitchen.api.preview.schemas import EstimateOut, ForecastOut, NoticeOut, PreviewOut, ReadingOut, RoleOut
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import CookieDoc, TargetDoc
from kitchen.models import Bake, Dough
from kitchen.reading.cards import About, cards
from kitchen.reading.doughs import (
    bakes_by_version,
    bakes_page,
    draft_differs,
    measured_cookie,
    name_of,
    style_of,
)
from kitchen.reading.this_kitchen import wanted as wanted_of

#: The ends of a reading's scale: scores run 0-100, crust from pale (90) to dark (30).
CRUST_PALE, CRUST_DARK = 90.0, 30.0


def points(outline: tuple[tuple[float, float], ...]) -> list[list[float]]:
    return [list(p) for p in outline]


def size_out(cookie: Cookie, style: Style | None, label: str) -> SizeOut:
    return SizeOut(
        cookie=CookieDoc.of(cookie),
        outline=points(cookie_outline(cookie, style)),
        hex=None if cookie.crust_l is None else shade_hex(cookie.crust_l),
        label=label,
    )


def dough_out(dough: Dough) -> DoughOut:
    style, by_version = style_of(dough), bakes_by_version(dough)
    last = next(iter(bakes_page(dough, limit=1)), None)
    return DoughOut(
        id=dough.pk,
        name=dough.name,
        style=dough.style,
        revision=dough.revision,
        draft=DraftDoc.model_validate(dough.draft),
        target=TargetDoc.model_validate(dough.target),
        draft_parent=dough.draft_parent.number if dough.draft_parent else None,
        draft_differs=draft_differs(dough),
        follows=dough.follows_id,
        follows_name=dough.follows.name if dough.follows else "",
        versions=[
            VersionOut(
                number=v.number,
                parent=v.parent.number if v.parent else None,
                note=v.note,
                kept_at=v.kept_at,
                kept_by=name_of(v.kept_by),
                bakes=by_version.get(v.pk, 0),
            )
            for v in dough.versions.select_related("parent", "kept_by")
        ],
        last_bake=size_out(measured_cookie(last), style, f"bake {last.number}") if last else None,
        bakes=sum(by_version.values()),
        saved_at=dough.saved_at,
        saved_by=name_of(dough.saved_by),
    )


def shelf_items(doughs: list[Dough]) -> list[ShelfItem]:
    """What the shelf shows of doughs, as kept or worked out."""
    return [ShelfItem.model_validate(c) for c in cards(doughs, lambda d, a: shelf_item(d, a).model_dump(mode="json"))]


def shelf_item(dough: Dough, about: About) -> ShelfItem:
    """What the shelf shows of a dough, worked out."""
    style = style_of(dough)
    wanted = TargetDoc.model_validate(dough.target).to_core().cookie
    last, versions, bakes = about.last, about.versions, about.bakes
    closeness = compare(measured_cookie(last), wanted) if last else None
    return ShelfItem(
        id=dough.pk,
        name=dough.name,
        style=dough.style,
        style_name=style.name if style else "no style yet",
        revision=dough.revision,
        versions=versions,
        bakes=bakes,
        needs=need_words(dough),
        needs_state=needs_state(dough),
        follows_name=dough.follows.name if dough.follows else "",
        target=size_out(wanted, style, "target"),
        last_bake=size_out(measured_cookie(last), style, f"bake {last.number}") if last else None,
        closeness=_closeness_words(closeness.sentence if closeness else "", wanted, last),
        within=closeness.within if closeness else 0,
        compared=len(closeness.misses) if closeness else 0,
        next=_next_words(dough, versions, bakes, wanted),
        saved_at=dough.saved_at,
    )


def need_words(dough: Dough) -> list[str]:
    """The needs and wishes of a dough's target in words."""
    target = TargetDoc.model_validate(dough.target)
    return [NEEDS[n].label for n in target.needs if n in NEEDS] + [
        f"{AMOUNTS[w.need].label} by {w.by_pct:g} %" for w in target.wishes if w.need in AMOUNTS
    ]


def needs_state(dough: Dough) -> Standing | None:
    """How the draft stands against the needs of its target: the worst of them; None without any."""
    needs = wanted_of(TargetDoc.model_validate(dough.target).needs)
    return state_of(DraftDoc.model_validate(dough.draft).to_core().formula.lines, needs) if needs else None


def _closeness_words(sentence: str, wanted: Cookie, last: Bake | None) -> str:
    if is_empty(wanted):
        return "No target yet."
    return sentence if last else "Not baked yet."


def _next_words(dough: Dough, versions: int, bakes: int, wanted: Cookie) -> str:
    if is_empty(wanted):
        return "Set a target"
    if not dough.draft.get("lines"):
        return "Write the formula"
    if versions == 0:
        return "Keep a first version"
    if draft_differs(dough):
        return "The draft has changes to keep"
    return "Bake it and log the result" if bakes == 0 else "Compare, then change one thing"


def preview_out(seq: int, result: Preview, wanted: Cookie) -> PreviewOut:
    forecast = result.forecast
    minutes = result.draft.process.minutes
    return PreviewOut(
        seq=seq,
        draft=DraftDoc.of(result.draft),
        lines=list(result.lines),
        roles=[_role_out(r, result.wide_g) for r in result.roles],
        percent_note=result.percent_note,
        figures=list(result.figures),
        style_used=result.style.name if result.style else None,
        style_is_nearest=result.nearest,
        forecast=forecast_out(forecast, minutes, result.style) if forecast else None,
        no_forecast=result.no_forecast,
        readings=[_reading_out(a, forecast, wanted) for a in ATTRIBUTES],
        miss=_miss(result, wanted),
        target_outline=points(result.target_outline),
        oven_marks=marks(result.draft.process.oven_c, result.draft.process.fan),
        cautions=list(result.cautions),
        dark=result.dark,
        appearance=result.appearance,
        needs_state=result.needs_state,
        findings=_notices(result),
        forecast_place=place_of(forecast.cookie) if forecast else None,
        target_place=place_of(wanted),
        wide_g=result.wide_g,
    )


def _notices(result: Preview) -> list[NoticeOut]:
    aside = {key for key, _ in result.draft.dismissed}
    return [
        NoticeOut(
            key=f.key,
            state="aside" if f.key in aside else f.state,
            role=f.role,
            lines=list(f.line_ids),
            what=f.what,
            why=f.why,
        )
        for f in result.findings
    ]


def _miss(result: Preview, wanted: Cookie) -> str:
    if result.closeness is None:
        return result.no_forecast
    if is_empty(wanted):
        return "No target yet. Set one to see what is out."
    return result.closeness.sentence


def _role_out(r: RoleBalance, wide_g: float | None) -> RoleOut:
    low, high = rail_ends(r.band) if r.band else (0.0, 100.0)
    return RoleOut(
        role=r.role,
        line_ids=list(r.line_ids),
        grams=r.grams.known,
        lacks=list(r.grams.lacks),
        percent=r.percent,
        percent_wide=percent_of(r.grams.value, wide_g),
        rail=r.rail,
        rail_min=low,
        rail_max=high,
        band=r.band,
        typical=r.typical,
        state=r.state,
        words=r.words,
    )


def forecast_out(forecast: Forecast, minutes: float | None, style: Style | None) -> ForecastOut:
    return ForecastOut(
        method=forecast.method,
        method_words=forecast.method_words,
        reference=forecast.reference,
        cookie=CookieDoc.of(forecast.cookie),
        outline=points(forecast.profile),
        hex_rim=crust_hex(forecast.crust_l["rim"], forecast.raw_l),
        hex_middle=crust_hex(forecast.crust_l["middle"], forecast.raw_l),
        minutes=minutes if minutes is not None else (style.minutes.typical if style else 0.0),
        warnings=list(forecast.warnings),
    )


def _reading_out(a: Quantity, forecast: Forecast | None, wanted: Cookie) -> ReadingOut:
    estimate = forecast.estimates.get(a.key) if forecast else None
    target = getattr(wanted, a.key)
    reach = None if estimate is None or target is None else abs(estimate.value - target) <= a.step + 1e-9
    return ReadingOut(
        key=a.key,
        label=a.label,
        unit=a.unit,
        digits=a.digits,
        low_word="pale" if a.key == "crust_l" else a.low_word,
        high_word="dark" if a.key == "crust_l" else a.high_word,
        forecast=estimate_out(a, estimate) if estimate else None,
        target=target,
        forecast_at=_at(a, estimate.value if estimate else None),
        target_at=_at(a, target),
        within_reach=reach,
    )


def estimate_out(a: Quantity, e: Estimate) -> EstimateOut:
    """A value and its range, the range's ends also on the reading's scale (crust runs from pale to dark)."""
    ends = sorted(x for x in (_at(a, e.low), _at(a, e.high)) if x is not None)
    low_at, high_at = ends if len(ends) == 2 else (None, None)
    return EstimateOut(value=e.value, low=e.low, high=e.high, low_at=low_at, high_at=high_at)


def _at(a: Quantity, value: float | None) -> float | None:
    if value is None or a.unit == "mm":
        return None
    place = (CRUST_PALE - value) / (CRUST_PALE - CRUST_DARK) if a.key == "crust_l" else value / 100.0
    return min(max(place, 0.0), 1.0)
