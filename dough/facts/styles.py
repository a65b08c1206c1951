"""The fifteen styles: the cookie each one wants, how it is baked, its bands, a typical formula.

Source: data/styles.csv, bands.csv and style_formulas.csv (trade texts and practice; judgement).
Every band is a rule of thumb with a confidence, never a limit.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence
from dough.facts.tables import number, rows


@dataclass(frozen=True, slots=True)
class Range:
    """A typical value between two usual ends, all in one unit."""

    typical: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Band:
    """The usual range of a role for a style, baker's percent."""

    low: float
    high: float
    source: str
    confidence: Confidence


@dataclass(frozen=True, slots=True)
class Style:
    """Sizes in mm, portion in g, scores 0-100, crust as CIE L*, dough_c as it goes into the oven, oven °C
    conventional, minutes.

    diameter_mm is None for styles cut to size: the cut size times ``cut_growth`` gives it.
    k_cm is baked diameter in cm over the cube root of the portion in g.
    """

    id: str
    name: str
    wanted: str
    portion_g: Range
    diameter_mm: float | None
    height_mm: Range
    rim_crisp: float
    middle_soft: float
    bite_chewy: float
    crumb_cakey: float
    crust_l: float | None
    shape: str
    start_thickness_mm: float | None
    cut_growth: tuple[float, float] | None
    k_cm: Range | None
    dough_c: float
    oven_c: Range
    minutes: Range
    crumb_moisture_pct: float
    bands: dict[str, Band]
    formula: tuple[tuple[str, float], ...]
    source: str
    confidence: Confidence

    @property
    def is_drop(self) -> bool:
        """Portioned as balls or scoops, so that the oven decides the size."""
        return self.k_cm is not None


def _range(row: dict[str, str], name: str, unit: str = "") -> Range:
    return Range(float(row[name + unit]), float(row[f"{name}_low"]), float(row[f"{name}_high"]))


@cache
def styles() -> dict[str, Style]:
    """All styles by id, in table order."""
    return {row["id"]: _style(row) for row in rows("styles")}


def style(ident: str, where: str = "style") -> Style:
    """The style with this id. Raises EntryError when there is none."""
    found = styles().get(ident)
    if found is None:
        raise EntryError(where, f"There is no style “{ident[:40]}”. Pick one from the list.")
    return found


def _style(row: dict[str, str]) -> Style:
    ident = row["id"]
    return Style(
        id=ident,
        name=row["name"],
        wanted=row["wanted"],
        portion_g=_range(row, "portion", "_g"),
        diameter_mm=number(row["diameter_mm"]),
        height_mm=_range(row, "height", "_mm"),
        rim_crisp=float(row["rim_crisp"]),
        middle_soft=float(row["middle_soft"]),
        bite_chewy=float(row["bite_chewy"]),
        crumb_cakey=float(row["crumb_cakey"]),
        crust_l=number(row["crust_l"]),
        shape=row["shape"],
        start_thickness_mm=number(row["start_thickness_mm"]),
        cut_growth=(float(row["cut_growth_low"]), float(row["cut_growth_high"])) if row["cut_growth_low"] else None,
        k_cm=_range(row, "k", "_cm") if row["k_cm"] else None,
        dough_c=float(row["dough_c"]),
        oven_c=_range(row, "oven", "_c"),
        minutes=_range(row, "minutes"),
        crumb_moisture_pct=float(row["crumb_moisture_pct"]),
        bands={
            b["quantity"]: Band(float(b["low"]), float(b["high"]), b["source"], Confidence(b["confidence"]))
            for b in rows("bands")
            if b["style"] == ident
        },
        formula=tuple((f["ingredient"], float(f["percent"])) for f in rows("style_formulas") if f["style"] == ident),
        source=row["source"],
        confidence=Confidence(row["confidence"]),
    )
