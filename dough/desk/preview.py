"""The one chain from a draft to everything the screen shows: composition, balance, forecast, distance.

Pure: the same draft, target and kit give the same answer.
"""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.composition import Composition, Total, composition, percent_of, pieces
from dough.accounts.formula import Draft, Line, Place
from dough.accounts.needs.verdict import Mark, Standing, marks, state_of
from dough.accounts.safety import acrylamide, words
from dough.accounts.sweetness import sweet_g
from dough.accounts.wide_base import wide_base_g
from dough.bake.chilled import at_oven
from dough.bake.contract import Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.desk.appearance import Appearance, appearance
from dough.desk.outline import FULLNESS_CUT, FULLNESS_DROP, outline
from dough.draft.check import check_draft
from dough.draft.edit import FLOUR_UNKNOWN, NO_FLOUR, line_percent
from dough.facts.cookie import Cookie
from dough.facts.ingredients import Confidence, Role
from dough.facts.needs import NOTHING, Wanted
from dough.facts.styles import Style
from dough.judgement.balance import RoleBalance, balance
from dough.judgement.distance import Closeness, compare
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import Finding

RAW_DOUGH = words()["raw"]
TABLE = "added up from the ingredient table; the packet's label wins"


@dataclass(frozen=True, slots=True)
class Figure:
    """A total on the strip: value None is unknown; lacks says in words what is missing.

    known is what the known lines come to when the total lacks some; None where that says nothing.
    """

    key: str
    label: str
    value: float | None
    unit: str
    digits: int
    known: float | None
    lacks: str
    how: str
    confidence: Confidence


@dataclass(frozen=True, slots=True)
class LineView:
    id: str
    role: Role
    percent: float | None
    marks: tuple[Mark, ...] = ()


@dataclass(frozen=True, slots=True)
class Preview:
    """Everything that follows from a draft."""

    draft: Draft
    lines: tuple[LineView, ...]
    roles: tuple[RoleBalance, ...]
    percent_note: str
    figures: tuple[Figure, ...]
    style: Style | None
    nearest: bool
    forecast: Forecast | None
    no_forecast: str
    closeness: Closeness | None
    target_outline: tuple[tuple[float, float], ...]
    cautions: tuple[str, ...]
    findings: tuple[Finding, ...]
    wide_g: float | None
    dark: str = ""
    needs_state: Standing | None = None
    appearance: Appearance | None = None


def preview(setting: Setting, wanted: Cookie, wanted_needs: Wanted = NOTHING) -> Preview:
    """Work out everything a draft shows. Raises EntryErrors for lines that cannot be kept.

    Without a style the nearest drop style stands in for what the process leaves open, and says so.
    """
    draft, style = setting.draft, setting.chosen
    check_draft(draft)
    used = setting.style
    formula = draft.formula
    comp = composition(formula)
    answer = setting.forecast()
    forecast = None if isinstance(answer, NoCase) else answer
    roles = balance(formula, style)
    return Preview(
        draft=draft,
        lines=tuple(
            LineView(x.id, x.role, line_percent(formula, x), marks(x.ingredient, wanted_needs)) for x in formula.lines
        ),
        roles=roles,
        percent_note=_percent_note(draft),
        figures=figures(draft, comp),
        style=used,
        nearest=style is None,
        forecast=forecast,
        no_forecast=answer.because if isinstance(answer, NoCase) else "",
        closeness=compare(forecast.cookie, wanted) if forecast else None,
        target_outline=cookie_outline(wanted, used),
        findings=findings(
            formula, comp, style, draft.process.contact_share_pct / 100.0, roles, draft.process, remedies=False
        ),
        wide_g=wide_base_g(formula),
        dark=_dark(draft, forecast),
        needs_state=state_of(formula.lines, wanted_needs),
        appearance=appearance(draft, forecast, _portion_g(draft, used)) if forecast else None,
        cautions=(
            *((RAW_DOUGH,) if any(x.role in (Role.FLOUR, Role.EGG) for x in formula.lines) else ()),
            *_chilled(draft, used),
        ),
    )


#: Portion where neither draft nor style says one, g.
USUAL_PORTION_G = 40.0
#: A dough this warm after a cold rest was surely not measured.
WARM_C = 15.0


def _portion_g(draft: Draft, style: Style | None) -> float:
    return draft.process.portion_g or (style.portion_g.typical if style else USUAL_PORTION_G)


def _chilled(draft: Draft, style: Style | None) -> tuple[str, ...]:
    """How cold it goes in where that was worked out, and a cold rest after which it is taken to be warm."""
    p = draft.process
    found = at_oven(p, _portion_g(draft, style))
    if found.worked_out:
        return (found.words,)
    if not p.rest_h or p.rest_place is Place.COUNTER or found.temp_c < WARM_C:
        return ()
    return (
        f"It rests cold, yet goes in at {found.temp_c:g} °C: type how cold it is at the oven, if it is not warmed.",
    )


def _dark(draft: Draft, forecast: Forecast | None) -> str:
    """The acrylamide line where the planned minute bakes it dark."""
    if forecast is None:
        return ""
    ends = forecast.ends
    return acrylamide(draft.formula.lines, forecast.raw_l, ends.get("l_rim"), ends.get("moisture_whole_pct"))


def cookie_outline(cookie: Cookie, style: Style | None) -> tuple[tuple[float, float], ...]:
    """Side view of a target or a measured bake, with the fullness of its style's kind."""
    fullness = FULLNESS_CUT if style and not style.is_drop else FULLNESS_DROP
    return outline(cookie.diameter_mm, cookie.height_mm, fullness)


def figures(draft: Draft, comp: Composition) -> tuple[Figure, ...]:
    """The strip under the formula: dough, pieces, water, real fat, sugars, sugar to fat, salt."""
    lines = {x.id: x for x in draft.formula.lines}
    both = Total(0.0, tuple(dict.fromkeys(comp.sugars.lacks + comp.fat.lacks)))

    def figure(key: str, label: str, value: float | None, unit: str, digits: int, total: Total, how: str) -> Figure:
        known = total.known if value is None and unit == "g" and total.known > 0 else None
        return Figure(key, label, value, unit, digits, known, _lacks(total, lines), how, _confidence(lines))

    water = percent_of(comp.water.value, comp.base.value)
    return (
        figure("dough_g", "Dough", comp.dough.value, "g", 0, comp.dough, "sum of the lines mixed in"),
        _pieces(draft, comp, lines),
        figure("water_pct", "Water", water, "% of dough", 1, Total(0, comp.base.lacks), f"without fold-ins; {TABLE}"),
        figure("fat_g", "Real fat", comp.fat.value, "g", 0, comp.fat, f"without fold-ins; {TABLE}"),
        figure("sugars_g", "Sugars", comp.sugars.value, "g", 0, comp.sugars, f"without fold-ins; {TABLE}"),
        figure("sweet_g", "Sweetness", sweet_g(draft.formula.lines), "g sugar's worth", 0, comp.sugars,
               "as the sugar that tastes as sweet, fold-ins and toppings counted; from literature"),
        figure("sugar_to_fat", "Sugar : fat", comp.sugar_to_fat, ": 1", 2, both, "sugars over real fat"),
        figure("salt_pct", "Salt", percent_of(comp.salt_whole.value, comp.dough.value), "% of dough", 2,
               Total(0, comp.dough.lacks), f"whole dough, salt in butter and fold-ins counted; {TABLE}"),
    )  # fmt: skip


def _pieces(draft: Draft, comp: Composition, lines: dict[str, Line]) -> Figure:
    process = draft.process
    label = f"Pieces, {process.bowl_loss_pct:g} % bowl loss"
    lacks = _lacks(comp.dough, lines)
    value, unit = None, "pieces"
    if process.portion_g is None:
        lacks = lacks or "no portion set"
    elif comp.dough.value is not None:
        count, rest = pieces(comp.dough.value, process.portion_g, process.bowl_loss_pct)
        value, unit = float(count), f"× {process.portion_g:g} g, {rest:.0f} g over"
    return Figure(
        "pieces", label, value, unit, 0, None, lacks, "dough less bowl loss, over the portion", Confidence.MIDDLE
    )


def _percent_note(draft: Draft) -> str:
    formula = draft.formula
    if not formula.lines or formula.flour_g is not None:
        return ""
    return FLOUR_UNKNOWN if any(x.grams is None for x in formula.flour_lines) else NO_FLOUR


def _lacks(total: Total, lines: dict[str, Line]) -> str:
    names = [lines[i].ingredient.name for i in total.lacks if i in lines]
    if not names:
        return ""
    shown = ", ".join(names[:2]) + (f" and {len(names) - 2} more" if len(names) > 2 else "")
    return f"{shown} unknown"


def _confidence(lines: dict[str, Line]) -> Confidence:
    order = [Confidence.HIGH, Confidence.MIDDLE, Confidence.LOW]
    grams = sum(x.grams or 0.0 for x in lines.values()) or 1.0
    weighty = [x.ingredient.confidence for x in lines.values() if (x.grams or 0.0) >= 0.05 * grams]
    return max(weighty, key=order.index, default=Confidence.HIGH)
