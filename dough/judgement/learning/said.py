"""What a lesson says of a kitchen, in words instead of factors."""

from __future__ import annotations

#: By figure: what it does, and the words for more and for less of it.
DOES = {
    "spread": ("spreads", "more", "less"), "drying": ("dries", "faster", "slower"),
    "browning": ("browns", "faster", "slower"), "gas": ("loses gas", "more", "less"),
    "bottom": ("heats from below", "more", "less"),
}  # fmt: skip
#: Percent, or K, below which nobody would tell it from the usual.
AS_USUAL = 2.0


def says(key: str, value: float) -> str:
    """For instance ``spreads 18 % less than usual``; an oven's value is K, any other a factor of the usual.

    Raises KeyError for a figure no lesson has.
    """
    if key == "oven_k":
        if abs(value) < AS_USUAL:
            return "as hot as set"
        return f"{abs(value):.0f} K {'hotter' if value > 0 else 'colder'} than set"
    does, more, less = DOES[key]
    percent = 100.0 * (value - 1.0)
    if abs(percent) < AS_USUAL:
        return f"{does} as usual"
    return f"{does} {abs(percent):.0f} % {more if percent > 0 else less} than usual"
