"""Words for a target: where they are said of rim and middle apart, weakened, likened, or are sizes and shades."""

from __future__ import annotations

import pytest

from dough.draft.target_words import from_words

PHRASES: list[tuple[str, dict[str, tuple[float, float]]]] = [
    ("crisp edge, soft middle", {"rim_crisp": (70, 100), "middle_soft": (75, 100)}),
    ("crisp at the rim and soft inside", {"rim_crisp": (70, 100), "middle_soft": (75, 100)}),
    ("soft edges with a gooey centre", {"rim_crisp": (0, 40), "middle_soft": (85, 100)}),
    ("chewy middle, crunchy border", {"bite_chewy": (65, 100), "rim_crisp": (80, 100)}),
    ("slightly crisp", {"rim_crisp": (55, 75)}),
    ("not too soft", {"middle_soft": (40, 65)}),
    ("snappy like shortbread", {"bite_chewy": (0, 25), "rim_crisp": (70, 100)}),
    ("palm-sized and thick", {"diameter_mm": (85, 110), "height_mm": (14, 40)}),
    ("8 cm wide", {"diameter_mm": (79, 81)}),
    ("3 inch, thin", {"diameter_mm": (75, 77), "height_mm": (2, 7)}),
    ("thick as a finger", {"height_mm": (14, 20)}),
    ("golden", {"crust_l": (58, 70)}),
    ("just coloured", {"crust_l": (66, 76)}),
    ("deep brown and crunchy", {"crust_l": (35, 52), "rim_crisp": (80, 100)}),
    ("crisp outside, chewy heart", {"rim_crisp": (70, 100), "bite_chewy": (65, 100)}),
    ("very soft in the middle, barely crisp at the edge", {"middle_soft": (85, 100), "rim_crisp": (45, 65)}),
    ("85 mm across, 10 mm tall", {"diameter_mm": (85, 85), "height_mm": (10, 10)}),
    ("not crisp, cakey", {"rim_crisp": (0, 40), "crumb_cakey": (65, 100)}),
    ("craggy top with a fudgy centre", {"middle_soft": (80, 100)}),
    ("short and sandy", {"bite_chewy": (0, 30)}),
]


@pytest.mark.parametrize(("phrase", "wanted"), PHRASES)
def test_a_phrase_is_understood_as_a_cook_means_it(phrase: str, wanted: dict[str, tuple[float, float]]) -> None:
    wish = from_words(phrase)
    for key, (low, high) in wanted.items():
        value = getattr(wish.target.cookie, key)
        assert value is not None, key
        assert low <= value <= high, (key, value)
    assert wish.unknown == ()
    assert wish.meanings
