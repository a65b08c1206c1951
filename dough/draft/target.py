"""The wanted cookie: what is set of it, from a style, by hand or by needs."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

from dough.facts.cookie import BY_KEY, Cookie
from dough.facts.entry import read_named
from dough.facts.errors import EntryError
from dough.facts.limits import Limit
from dough.facts.needs import Wish
from dough.facts.needs import need as find_need
from dough.facts.needs import wish as make_wish
from dough.facts.packings import USUAL_PACKING, packing
from dough.facts.quantities import keys_of
from dough.facts.styles import Style


@dataclass(frozen=True, slots=True)
class Target:
    """A wanted cookie, the portion it is made from, and where the wish came from.

    count is pieces wanted, eat_age_h the hours after baking at which it will be eaten, packing what it is kept in until
    then (``dough.facts.packings``), needs the dietary
    needs it has to meet (``dough.facts.needs``), wishes those that are a matter of how much, limits what a piece may
    hold (``dough.facts.limits``).
    """

    cookie: Cookie
    portion_g: float | None = None
    source: str = "set by hand"
    style_id: str | None = None
    count: float | None = None
    eat_age_h: float | None = None
    needs: tuple[str, ...] = ()
    wishes: tuple[Wish, ...] = ()
    packing: str = USUAL_PACKING
    limits: tuple[Limit, ...] = ()


def from_style(style: Style) -> Target:
    """The typical wanted cookie of a style (judgement, M); a cut style's width is its cut size's."""
    cookie = Cookie(
        diameter_mm=style.diameter_mm,
        height_mm=style.height_mm.typical,
        rim_crisp=style.rim_crisp,
        middle_soft=style.middle_soft,
        bite_chewy=style.bite_chewy,
        crumb_cakey=style.crumb_cakey,
        crust_l=style.crust_l,
    )
    return Target(cookie, style.portion_g.typical, f"typical {style.name.lower()}", style.id)


def adopt(old: Target, new: Target) -> Target:
    """Another cookie to want, with the count, the age at eating, the needs and the limits wished for before."""
    return replace(
        new, count=old.count, eat_age_h=old.eat_age_h, packing=old.packing, needs=old.needs,
        wishes=old.wishes, limits=old.limits,
    )  # fmt: skip


def set_need(target: Target, need: str, wanted: bool) -> Target:
    """Switch one dietary need on or off. Raises EntryError for a need that is not known."""
    find_need(need)
    others = tuple(n for n in target.needs if n != need)
    return replace(target, needs=(*others, need) if wanted else others)


def set_wish(target: Target, ident: str, by_pct: float | None, from_per_100g: float | None) -> Target:
    """Wish for less or more of something by so many percent of what 100 g holds now; None takes it back.

    Raises EntryError for a wish that is not known, an amount out of reach, or nothing to count from.
    """
    others = tuple(w for w in target.wishes if w.need != ident)
    if by_pct is None:
        return replace(target, wishes=others)
    return replace(target, wishes=(*others, make_wish(ident, by_pct, from_per_100g or 0.0)))


def set_field(target: Target, name: str, value: str | float | None) -> Target:
    """Set one field from what was typed; the source then says it was set by hand."""
    if name == "packing":
        return replace(target, packing=packing(str(value or USUAL_PACKING)).id)
    if name not in BY_KEY and name not in ("portion_g", *keys_of("wish")):
        raise EntryError(f"target.{name}", "That is not something a target holds.")
    number = read_named(value, name, f"target.{name}")
    source = target.source if "by hand" in target.source else f"{target.source}, changed by hand"
    if name == "portion_g":
        return replace(target, portion_g=number, source=source)
    changes: dict[str, Any] = {name: number}
    if name in keys_of("wish"):
        return replace(target, **changes)
    return replace(target, cookie=replace(target.cookie, **changes), source=source)
