"""Which ingredient breaks which need, what is hidden in it, and what a label has to settle."""

from __future__ import annotations

import pytest

from dough.bake.intake import Kit
from dough.errors import EntryError
from dough.ingredients import ingredient, table
from dough.preview import preview
from dough.swaps.needs import NEEDS, Standing, breaks, caffeine_mg, marks, standing, wish
from dough.target import Cookie, Target, set_need, set_wish
from tests.dough.strategies import draft_of


@pytest.mark.parametrize(
    ("item", "need", "how", "said"),
    [
        ("butter", "no_milk", Standing.BREAKS, "butterfat"),
        ("ghee", "no_milk", Standing.BREAKS, "traces of milk protein"),
        ("margblock", "no_milk", Standing.LABEL, "whey"),
        ("mayo", "no_egg", Standing.BREAKS, "egg yolk"),
        ("mayo", "vegan", Standing.BREAKS, "egg yolk"),
        ("marsh", "vegetarian", Standing.BREAKS, "gelatine"),
        ("custard", "no_gluten", Standing.USUALLY, ""),
        ("dark65", "no_milk", Standing.LABEL, "milk from a shared line"),
        ("dark65", "no_soy", Standing.BREAKS, "soya lecithin"),
        ("oats", "no_gluten", Standing.LABEL, "wheat and barley"),
        ("oats_gf", "no_gluten", Standing.USUALLY, ""),
        ("rye", "no_wheat", Standing.MEETS, ""),
        ("rye", "no_gluten", Standing.BREAKS, "holds gluten"),
        ("vanilla", "no_alcohol", Standing.BREAKS, "35 %"),
        ("cocoa_n", "no_caffeine", Standing.BREAKS, "cocoa"),
        ("raisins", "no_sulphites", Standing.LABEL, "golden"),
        ("mayo", "no_mustard", Standing.LABEL, "mustard"),
        ("cocodes", "no_nuts", Standing.MEETS, ""),
        ("peanuts", "no_nuts", Standing.MEETS, ""),
        ("peanuts", "no_peanut", Standing.BREAKS, "peanut"),
        ("candychoc", "no_peanut", Standing.LABEL, "peanuts from a shared line"),
        ("tahini", "no_sesame", Standing.BREAKS, "sesame"),
        ("honey", "vegan", Standing.BREAKS, "bees"),
    ],
)  # fmt: skip
def test_a_line_is_marked_for_what_is_in_it(item: str, need: str, how: Standing, said: str) -> None:
    assert standing(ingredient(item), need) is how
    found = marks(ingredient(item), (need,))
    assert (len(found) == 1) == (how in (Standing.LABEL, Standing.BREAKS))
    if said:
        assert said in found[0].words


@pytest.mark.parametrize("need", sorted(NEEDS))
def test_plain_things_break_nothing(need: str) -> None:
    assert not any(breaks(ingredient(i), (need,)) for i in ("water", "salt", "soda", "rice_w", "oil", "gran"))


def test_everything_vegan_breaks_has_a_reason_in_it() -> None:
    """What is not vegan holds milk or egg, or is named in the table of hidden things."""
    for item in table().values():
        if breaks(item, ("vegan",)):
            held = {a.rstrip("?") for a in item.allergens_eu} & {"Mi", "Eg"}
            words = marks(item, ("vegan",))[0].words
            assert held or words != "not vegan", item.id
        if breaks(item, ("vegetarian",)):
            assert breaks(item, ("vegan",)), item.id


def test_caffeine_is_known_where_cocoa_is() -> None:
    assert caffeine_mg(ingredient("espresso")) > 10 * caffeine_mg(ingredient("choc100")) > 0
    assert caffeine_mg(ingredient("whitechoc")) == 0


def test_marks_stand_on_the_lines_of_a_preview() -> None:
    draft = draft_of(("ap", 200), ("butter", 150), ("gran", 120), ("egg", 50), ("dark65", 100))
    shown = preview(draft, Cookie(), None, Kit(), ("no_milk", "no_egg"))
    by = {x.id: [m.standing for m in x.marks] for x in shown.lines}
    assert by["butter"] == [Standing.BREAKS]
    assert by["egg"] == [Standing.BREAKS]
    assert by["dark65"] == [Standing.LABEL]
    assert by["ap"] == by["gran"] == []


def test_needs_and_wishes_on_a_target() -> None:
    target = set_need(Target(Cookie()), "no_egg", True)
    target = set_wish(target, "less_sugar", 30, 28.0)
    assert target.wishes[0].wanted == pytest.approx(19.6)
    assert set_wish(target, "less_sugar", None, None).wishes == ()
    assert set_need(target, "no_egg", False).needs == ()
    assert wish("more_fibre", 50, 2.0).wanted == pytest.approx(3.0)


@pytest.mark.parametrize(
    ("ident", "by", "base", "said"),
    [
        ("less_fat", 10, 5, "not a need"), ("less_sugar", 0, 5, "between 1 and"),
        ("less_sugar", 140, 5, "between 1 and"), ("less_sodium", 20, 0, "no sodium known"),
    ],
)  # fmt: skip
def test_a_wish_that_makes_no_sense_says_what_to_do(ident: str, by: float, base: float, said: str) -> None:
    with pytest.raises(EntryError, match=said):
        wish(ident, by, base)
    with pytest.raises(EntryError, match="not a need known here"):
        set_need(Target(Cookie()), "no_fun", True)
