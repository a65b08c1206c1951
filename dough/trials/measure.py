"""From several readings of one bake to one cookie. Unknown stays unknown."""

from __future__ import annotations

from dataclasses import dataclass
from statistics import fmean

from dough.entry import FIELDS, read
from dough.errors import EntryError
from dough.target import Cookie

MAX_READINGS = 60


@dataclass(frozen=True, slots=True)
class Measured:
    """Readings of a bake: several diameters and heights in mm, masses in g of the same pieces."""

    diameters_mm: tuple[float, ...] = ()
    heights_mm: tuple[float, ...] = ()
    mass_before_g: float | None = None
    mass_after_g: float | None = None
    rim_crisp: float | None = None
    middle_soft: float | None = None
    bite_chewy: float | None = None
    crumb_cakey: float | None = None
    crust_l: float | None = None

    @property
    def cookie(self) -> Cookie:
        """The mean cookie of the readings."""
        return Cookie(
            diameter_mm=_mean(self.diameters_mm),
            height_mm=_mean(self.heights_mm),
            rim_crisp=self.rim_crisp,
            middle_soft=self.middle_soft,
            bite_chewy=self.bite_chewy,
            crumb_cakey=self.crumb_cakey,
            crust_l=self.crust_l,
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


def _mean(values: tuple[float, ...]) -> float | None:
    return fmean(values) if values else None
