"""Forecasts as text and as JSON."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from dough.accounts.safety import NOT_PROOF
from dough.bake.contract import BakeCase
from dough.bake.detail import Detail
from dough.bake.window import COOKED_C
from dough.facts.ingredients import table
from dough.facts.quantities import of_role
from dough.formats.formula_file import FormulaFile

SERIES = ("minutes", "core_c", "rim_c", "base_c", "diameter_mm", "height_mm", "moisture_pct")
HONESTY = "Bake model with general parameters; no bake of this oven has taught it. Ranges hold about 8 in 10."


def forecast_lines(file: FormulaFile, case: BakeCase, found: Detail) -> list[str]:
    """A report for a terminal."""
    heat = case.heat
    oven = f"{heat.oven_c:.0f} °C{' fan' if heat.fan else ''}, {heat.minutes:g} min"
    lines = [f"{file.name or 'Formula'}: {case.piece.portion_g:g} g, {oven}", ""]
    for q in of_role("forecast"):
        key, digits, e = q.key, q.digits, found.estimates[q.key]
        span = "" if e.low is None or e.high is None else f"  {e.low:.{digits}f} to {e.high:.{digits}f}"
        by = ", ".join(f"{d.what} {d.change:+.{max(digits, 1)}f}" for d in found.drives[key])
        lines.append(f"{q.label:<24}{e.value:>8.{digits}f} {q.unit:<7}{span:<18}  {by}")
    w = found.window
    lines.append("")
    if w.best_min is not None:
        lines.append(f"Best minute   {w.best_min:.1f} ({w.best_low_min:.1f} to {w.best_high_min:.1f}, 8 in 10)")
    lines.append(
        f"Good minutes  {w.earliest_min:.1f} to {w.latest_min:.1f} ({w.earliest_because} before, "
        f"{w.latest_because} after)"
    )
    if w.last_min is not None:
        lines.append(f"Last minute   {w.last_min:.1f}, then {w.last_because}")
    lines += [
        f"  at {x.minute:.1f} min: rim {x.rim}; middle {x.middle}; {x.touch}" for x in w.looks if x.which == "best"
    ]
    if w.note:
        lines.append(w.note)
    if not w.by_colour:
        lines.append("A dark dough: colour tells little, go by time and rim.")
    reached = found.egg.reached_min
    lines.append(
        f"Core reaches {COOKED_C:.0f} °C after {reached:.1f} min. {NOT_PROOF}"
        if reached is not None
        else f"Core not forecast to reach {COOKED_C:.0f} °C. {NOT_PROOF}"
    )
    lines += [f"Carry-over at the core {found.carry_over_k:+.1f} K.", *found.age.sentences]
    lines += [*found.warnings, "", HONESTY]
    return lines


def forecast_document(file: FormulaFile, case: BakeCase, found: Detail) -> dict[str, Any]:
    """The same as a JSON document; units stand in the names."""
    w = found.window
    return {
        "name": file.name,
        "portion_g": case.piece.portion_g,
        "oven_c": case.heat.oven_c,
        "minutes": case.heat.minutes,
        "ends": {
            key: {
                "value": e.value,
                "low": e.low,
                "high": e.high,
                "drives": [[d.what, d.change] for d in found.drives[key]],
            }
            for key, e in found.estimates.items()
        },
        "window": {
            "earliest_min": w.earliest_min,
            "earliest_because": w.earliest_because,
            "latest_min": w.latest_min,
            "latest_because": w.latest_because,
            "best_min": w.best_min,
            "best_low_min": w.best_low_min,
            "best_high_min": w.best_high_min,
            "last_min": w.last_min,
            "last_because": w.last_because,
            "note": w.note,
            "looks": [asdict(x) for x in w.looks],
        },
        "start": {"diameter_mm": found.frames[0].diameter_mm, "height_mm": found.frames[0].height_mm},
        "height_middle_mm": found.ends["height_middle_mm"],
        "height_peak_mm": found.ends["height_peak_mm"],
        "warnings": list(found.warnings),
        "kept": {
            "words": found.age.words,
            "crisp_until_h": found.age.crisp_until_h,
            "soft_until_h": found.age.soft_until_h,
            "hours": [asdict(m) for m in found.age.moments],
        },
        "core_71c_min": found.egg.reached_min,
        "carry_over_k": found.carry_over_k,
        "series": [{n: getattr(f, n) for n in SERIES} for f in found.frames],
        "basis": HONESTY,
    }


def ingredient_lines(word: str) -> list[str]:
    """Ids with names that hold a word."""
    wanted = word.lower().split()
    found = []
    for item in table().values():
        text = f"{item.id} {item.name} {item.detail} {item.also} {item.group}".lower()
        if all(w in text for w in wanted):
            found.append(f"{item.id:<14}{item.name}{', ' + item.detail if item.detail else ''}")
    return found
