"""What is right as a recipe was written stays right, or is asked about, however it is written."""

from __future__ import annotations

import pytest

from tests.dough.recipe.ways import cost, ways, well_read

#: Of the well-read texts each way is tried on one in so many here, another one each time.
EACH = 5
#: Where a word is no longer one that is known, a question is as good: at most so many lines of a hundred.
MAY_ASK = (
    "{a} grumbly {n}{m}",
    "{a} unsprayed {n}{m}",
    "{a} Old Corner Mill {n}{m}",
    "{a} {n} Zimmel{m}",
    "{a} brimbly {n}{m}",
    "a letter dropped",
    "letters swapped",
    "a letter doubled",
    "name in one",
)
ASKED = 0.16
WAYS = [(name, way) for name in ("seen", "once", "last", "other") for way in ways(name)]


@pytest.mark.parametrize(("name", "way"), WAYS, ids=[way for _, way in WAYS])
def test_no_way_of_writing_loses_a_line(name: str, way: str) -> None:
    found = cost(ways(name)[way], EACH, WAYS.index((name, way)) % EACH)
    told = "\n".join(found.told)
    assert len(well_read()) > 250
    assert found.lines > 40
    assert found.wrong <= (ASKED if way in MAY_ASK else 0.05) * found.lines, told
    assert found.silent <= max(1, 0.005 * found.lines), told
