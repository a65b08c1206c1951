"""From several readings of one bake to one cookie. Unknown stays unknown."""

from __future__ import annotations

from dataclasses import dataclass
from statistics import fmean, median

from dough.facts.cookie import Cookie
from dough.facts.entry import FIELDS, read
from dough.facts.errors import EntryError

MAX_READINGS = 60
#: Share of a round top that lies in the outer quarter of its radius.
RIM_AREA = 1.0 - 0.75**2


@dataclass(frozen=True, slots=True)
class Measured:
    """Readings of a bake. Everything may be None: unknown.

    diameters_mm and heights_mm are of single cookies. A row of row_of cookies edge to edge is row_mm long, and
    row_turned_mm with each turned a quarter; stack_of on one another are stack_mm tall. Masses are of the same pieces
    in g, on the tray or off it; core_c and rim_c are read at the pull; shades are CIE L*, shade_from says "eye" or
    "photo". snap and bend are 0 to 100 by the words of ``trials.scales``; tasted_min counts from the oven.
    """

    diameters_mm: tuple[float, ...] = ()
    heights_mm: tuple[float, ...] = ()
    row_of: int | None = None
    row_mm: float | None = None
    row_turned_mm: float | None = None
    stack_of: int | None = None
    stack_mm: float | None = None
    mass_before_g: float | None = None
    mass_after_g: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None
    l_rim: float | None = None
    l_middle: float | None = None
    l_base: float | None = None
    shade_from: str = "eye"
    core_c: float | None = None
    rim_c: float | None = None
    snap: float | None = None
    bend: float | None = None
    tasted_min: float | None = None

    @property
    def _widths(self) -> tuple[tuple[float, int], ...]:
        """Mean widths with how many cookies each speaks for: singles, the row, the row turned."""
        rows = [(r / self.row_of, self.row_of) for r in (self.row_mm, self.row_turned_mm) if r and self.row_of]
        return (*((d, 1) for d in self.diameters_mm), *rows)

    @property
    def _heights(self) -> tuple[tuple[float, int], ...]:
        stack = [(self.stack_mm / self.stack_of, self.stack_of)] if self.stack_mm and self.stack_of else []
        return (*((h, 1) for h in self.heights_mm), *stack)

    @property
    def diameter_count(self) -> int:
        """How many cookies the width is the mean of."""
        return sum(n for _, n in self._widths)

    @property
    def height_count(self) -> int:
        """How many cookies the height is the mean of."""
        return sum(n for _, n in self._heights)

    @property
    def top_l(self) -> float | None:
        """L* of the whole top: as picked, or from rim and middle (a rim of a quarter of the radius, by area)."""
        if self.crust_l is not None or self.l_rim is None or self.l_middle is None:
            return self.crust_l
        return RIM_AREA * self.l_rim + (1.0 - RIM_AREA) * self.l_middle

    @property
    def cookie(self) -> Cookie:
        """The mean cookie of the readings."""
        return Cookie(
            diameter_mm=_mean(self._widths),
            height_mm=_mean(self._heights),
            rim_crisp=self.rim_crisp,
            middle_soft=self.middle_soft,
            bite_chewy=self.bite_chewy,
            crumb_cakey=self.crumb_cakey,
            crust_l=self.top_l,
        )

    @property
    def bake_loss_pct(self) -> float | None:
        """Mass lost in the oven, percent of the mass before; None unless both were weighed."""
        if self.mass_before_g is None or self.mass_after_g is None:
            return None
        return 100.0 * (self.mass_before_g - self.mass_after_g) / self.mass_before_g

    @property
    def spread_factor(self) -> float | None:
        """Mean diameter over mean height."""
        cookie = self.cookie
        if cookie.diameter_mm is None or not cookie.height_mm:
            return None
        return cookie.diameter_mm / cookie.height_mm


def read_list(text: str | None, name: str, where: str) -> tuple[float, ...]:
    """Several readings typed with spaces, semicolons or new lines between them: "84 86 85.5".

    Raises EntryError naming the reading that does not fit.
    """
    cleaned = (text or "").replace(";", " ").replace(" mm", "").replace("/", " ").replace(", ", " ")
    words = cleaned.split()
    if len(words) > MAX_READINGS:
        raise EntryError(where, f"Up to {MAX_READINGS} readings fit here; there are {len(words)}.")
    readings = (read(w, FIELDS[name], where) for w in words)
    return tuple(r for r in readings if r is not None)


def check(measured: Measured) -> None:
    """Raise EntryError for readings that contradict one another."""
    before, after = measured.mass_before_g, measured.mass_after_g
    if before is not None and after is not None:
        if after > before:
            raise EntryError(
                "mass_after_g",
                f"{after:g} g after the oven is more than {before:g} g before. Weigh the same pieces, no tray.",
            )
        if after < 0.5 * before:
            raise EntryError(
                "mass_after_g",
                f"That would be a loss of {measured.bake_loss_pct:.0f} %. 3 to 15 % is usual: check both weights.",
            )
    if (measured.row_mm or measured.row_turned_mm) and not measured.row_of:
        raise EntryError("row_of", "Say how many cookies lie in the row.")
    if measured.stack_mm and not measured.stack_of:
        raise EntryError("stack_of", "Say how many cookies are in the stack.")
    for key, each, named in (
        ("row_mm", [d for d, n in measured._widths if n > 1], "diameter_mm"),
        ("stack_mm", [h for h, n in measured._heights if n > 1], "height_mm"),
    ):
        field = FIELDS[named]
        for one in each:
            if not field.low <= one <= field.high:
                raise EntryError(key, f"That makes {one:.0f} mm a cookie. Check the length and how many there are.")


def doubts(measured: Measured) -> tuple[EntryError, ...]:
    """Readings that lie far from the others of their kind, each as a question; right as they may be.

    Far is more than four times the others' median spread, and more than a tenth of width or a fifth of height
    (judgement); with fewer than three of a kind nothing can be far.
    """
    found = []
    for where, values, least in (("diameters", measured.diameters_mm, 0.10), ("heights", measured.heights_mm, 0.20)):
        if len(values) < 3:
            continue
        middle = median(values)
        usual = max(median([abs(v - middle) for v in values]) * 4.0, least * middle)
        for v in values:
            if abs(v - middle) > usual:
                found.append(EntryError(where, f"{v:g} mm lies far from the others ({middle:g}). Is it right?"))
    cookie = measured.cookie
    if cookie.diameter_mm and cookie.height_mm and cookie.height_mm > cookie.diameter_mm:
        found.append(EntryError("heights", "Taller than wide: were height and width taken for each other?"))
    loss = measured.bake_loss_pct
    if loss is not None and loss > 25.0:
        found.append(EntryError("mass_after_g", f"A loss of {loss:.0f} % is rare; 3 to 15 % is usual. Is it right?"))
    if measured.rim_c is not None and measured.core_c is not None and measured.rim_c < measured.core_c - 10.0:
        found.append(EntryError("rim_c", "The rim is usually hotter than the core at the pull. Is it right?"))
    if measured.l_rim is not None and measured.l_middle is not None and measured.l_rim > measured.l_middle + 6.0:
        found.append(EntryError("l_rim", "The rim is usually the darker one. Is it right?"))
    return tuple(found)


def _mean(values: tuple[tuple[float, int], ...]) -> float | None:
    return fmean([v for v, _ in values], weights=[n for _, n in values]) if values else None
