"""From several readings of one bake to one cookie. Unknown stays unknown."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from statistics import fmean, median

from dough.facts.cookie import Cookie
from dough.facts.entry import read
from dough.facts.errors import EntryError
from dough.facts.quantities import keys_of, of_role, quantity

MAX_READINGS = 60
#: Share of a round top that lies in the outer quarter of its radius.
RIM_AREA = 1.0 - 0.75**2


@dataclass(frozen=True, slots=True)
class Measured:
    """Readings of a bake by quantity (``facts.quantities``, role measured); what is not there is unknown.

    Diameters and heights are of single cookies. A row of row_of cookies edge to edge is row_mm long, and row_turned_mm
    with each turned a quarter; stack_of on one another are stack_mm tall. Masses are of the same pieces, on the tray or
    off it; core_c and rim_c are read at the pull; shade_from says "eye" or "photo". Scores are 0 to 100 by the words of
    ``trials.scales``; tasted_min counts from the oven.
    """

    readings: Mapping[str, tuple[float, ...]] = field(default_factory=dict)
    shade_from: str = "eye"

    @classmethod
    def of(cls, shade_from: str = "eye", **values: float | tuple[float, ...] | None) -> Measured:
        """From single readings and tuples of several; None and empty are unknown."""
        every = {k: v if isinstance(v, tuple) else (v,) for k, v in values.items() if v not in (None, ())}
        return cls({k: tuple(float(x) for x in v if x is not None) for k, v in every.items()}, shade_from)

    def one(self, key: str) -> float | None:
        """The first reading of a quantity as it was read."""
        found = self.readings.get(key)
        return found[0] if found else None

    def value(self, key: str) -> float | None:
        """What the readings come to for a quantity: worked out where a formula says how, else their mean."""
        if key in FORMULAS:
            return FORMULAS[key](self)
        found = self.readings.get(key)
        return fmean(found) if found else None

    def count(self, key: str) -> int:
        """How many cookies a quantity is the mean of."""
        if key == "diameter_mm":
            return sum(n for _, n in self.widths)
        if key == "height_mm":
            return sum(n for _, n in self.heights)
        return 1

    @property
    def widths(self) -> tuple[tuple[float, int], ...]:
        """Mean widths with how many cookies each speaks for: singles, the row, the row turned."""
        of, rows = self.one("row_of"), (self.one("row_mm"), self.one("row_turned_mm"))
        return (
            *((d, 1) for d in self.readings.get("diameter_mm", ())),
            *((length / of, int(of)) for length in rows if length and of),
        )

    @property
    def heights(self) -> tuple[tuple[float, int], ...]:
        """Mean heights with how many cookies each speaks for: singles, the stack."""
        of, tall = self.one("stack_of"), self.one("stack_mm")
        stack = [(tall / of, int(of))] if tall and of else []
        return (*((h, 1) for h in self.readings.get("height_mm", ())), *stack)

    @property
    def cookie(self) -> Cookie:
        """The mean cookie of the readings."""
        return Cookie(**{key: self.value(key) for key in keys_of("target")})


def _top_l(m: Measured) -> float | None:
    """L* of the whole top: as picked, or from rim and middle (a rim of a quarter of the radius, by area)."""
    picked, rim, middle = m.one("crust_l"), m.one("l_rim"), m.one("l_middle")
    if picked is not None or rim is None or middle is None:
        return picked
    return RIM_AREA * rim + (1.0 - RIM_AREA) * middle


def _bake_loss(m: Measured) -> float | None:
    """Mass lost in the oven, percent of the mass before; None unless both were weighed."""
    before, after = m.one("mass_before_g"), m.one("mass_after_g")
    if before is None or after is None:
        return m.one("loss_pct")
    return 100.0 * (before - after) / before


def _spread(m: Measured) -> float | None:
    """Mean diameter over mean height."""
    wide, tall = _mean(m.widths), _mean(m.heights)
    return wide / tall if wide is not None and tall else None


#: How a quantity follows from the readings, where it is not simply their mean.
FORMULAS: dict[str, Callable[[Measured], float | None]] = {
    "diameter_mm": lambda m: _mean(m.widths),
    "height_mm": lambda m: _mean(m.heights),
    "crust_l": _top_l,
    "loss_pct": _bake_loss,
    "spread_factor": _spread,
}


def read_measured(typed: Mapping[str, str | float | None], shade_from: str = "eye") -> Measured:
    """The readings of a bake as typed into its boxes, by quantity; empty boxes are unknown.

    Raises EntryError for a key that no bake measures, for what can't be read, and for readings that contradict.
    """
    known = {q.key: q for q in of_role("measured")}
    if unknown := sorted(set(typed) - set(known)):
        raise EntryError("measured", f"“{unknown[0][:40]}” is not something a bake measures.")
    found: dict[str, tuple[float, ...]] = {}
    for key, q in known.items():
        value = typed.get(key)
        if q.several:
            found[key] = read_list(None if value is None else str(value), key, key)
        elif (one := read(value, q, key)) is not None:
            found[key] = (one,)
    measured = Measured({k: v for k, v in found.items() if v}, shade_from)
    check(measured)
    return measured


def read_list(text: str | None, name: str, where: str) -> tuple[float, ...]:
    """Several readings typed with spaces, semicolons or new lines between them: "84 86 85.5".

    Raises EntryError naming the reading that does not fit.
    """
    cleaned = (text or "").replace(";", " ").replace(" mm", "").replace("/", " ").replace(", ", " ")
    words = cleaned.split()
    if len(words) > MAX_READINGS:
        raise EntryError(where, f"Up to {MAX_READINGS} readings fit here; there are {len(words)}.")
    readings = (read(w, quantity(name), where) for w in words)
    return tuple(r for r in readings if r is not None)


def check(measured: Measured) -> None:
    """Raise EntryError for readings that contradict one another."""
    before, after = measured.one("mass_before_g"), measured.one("mass_after_g")
    if before is not None and after is not None:
        if after > before:
            raise EntryError(
                "mass_after_g",
                f"{after:g} g after the oven is more than {before:g} g before. Weigh the same pieces, no tray.",
            )
        if after < 0.5 * before:
            raise EntryError(
                "mass_after_g",
                f"That would be a loss of {_bake_loss(measured):.0f} %. 3 to 15 % is usual: check both weights.",
            )
    if (measured.one("row_mm") or measured.one("row_turned_mm")) and not measured.one("row_of"):
        raise EntryError("row_of", "Say how many cookies lie in the row.")
    if measured.one("stack_mm") and not measured.one("stack_of"):
        raise EntryError("stack_of", "Say how many cookies are in the stack.")
    for key, each, named in (
        ("row_mm", [d for d, n in measured.widths if n > 1], "diameter_mm"),
        ("stack_mm", [h for h, n in measured.heights if n > 1], "height_mm"),
    ):
        q = quantity(named)
        for one in each:
            if not q.low <= one <= q.high:
                raise EntryError(key, f"That makes {one:.0f} mm a cookie. Check the length and how many there are.")


def doubts(measured: Measured) -> tuple[EntryError, ...]:
    """Readings that lie far from the others of their kind, each as a question; right as they may be.

    Far is more than four times the others' median spread, and more than a tenth of width or a fifth of height
    (judgement); with fewer than three of a kind nothing can be far.
    """
    found = []
    for key, least in (("diameter_mm", 0.10), ("height_mm", 0.20)):
        values = measured.readings.get(key, ())
        if len(values) < 3:
            continue
        middle = median(values)
        usual = max(median([abs(v - middle) for v in values]) * 4.0, least * middle)
        for v in values:
            if abs(v - middle) > usual:
                found.append(EntryError(key, f"{v:g} mm lies far from the others ({middle:g}). Is it right?"))
    wide, tall, loss = (measured.value(k) for k in ("diameter_mm", "height_mm", "loss_pct"))
    rim_c, core_c, l_rim, l_middle = (measured.one(k) for k in ("rim_c", "core_c", "l_rim", "l_middle"))
    if wide and tall and tall > wide:
        found.append(EntryError("height_mm", "Taller than wide: were height and width taken for each other?"))
    if loss is not None and loss > 25.0:
        found.append(EntryError("mass_after_g", f"A loss of {loss:.0f} % is rare; 3 to 15 % is usual. Is it right?"))
    if rim_c is not None and core_c is not None and rim_c < core_c - 10.0:
        found.append(EntryError("rim_c", "The rim is usually hotter than the core at the pull. Is it right?"))
    if l_rim is not None and l_middle is not None and l_rim > l_middle + 6.0:
        found.append(EntryError("l_rim", "The rim is usually the darker one. Is it right?"))
    return tuple(found)


def _mean(values: tuple[tuple[float, int], ...]) -> float | None:
    return fmean([v for v, _ in values], weights=[n for _, n in values]) if values else None
