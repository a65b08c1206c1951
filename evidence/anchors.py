"""Absolute anchors: what such a bake is known to give, with how sure that is and whether it was fitted.

Ranges were written down from general practice and standard test bakes before any fit. Confidence:
H firm, M fair, L a guess.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.bake.inputs import BakeInputs
from evidence import recipes as r


@dataclass(frozen=True)
class Anchor:
    """One figure of one recipe: name of the output, the expected range, what the first equations gave."""

    recipe: str
    what: str
    output: str
    low: float
    high: float
    confidence: str
    basis: str
    fitted: bool
    first: float


EXTRA: dict[str, BakeInputs] = {
    "snap12": replace(r.SNAP50, flour_protein=0.12),
    "plain45": replace(r.PLAIN, portion_g=45, oven_c=185, minutes=11.5),
    "plain30": replace(r.PLAIN, portion_g=30, oven_c=180, minutes=9.5),
    "drop18": replace(r.DROP, portion_g=18, minutes=9),
    "drop75": replace(r.DROP, portion_g=75, minutes=13),
    "drop150": replace(r.DROP, portion_g=150, minutes=15),
}
RECIPES: dict[str, BakeInputs] = {**r.BY_NAME, **EXTRA}
STD, KITCHEN, COLOUR, SURVEY = "standard test bake", "kitchen practice", "colour surveys", "cookie surveys"
_ROWS = """
snap50|width mm|diameter_mm|78|87|M|std|f|78.5
snap50|thickness mm|height_middle_mm|8.3|10.8|M|std|f|7.85
snap50|weight loss %|loss_pct|11|13.5|M|std|f|12.3
snap50|spread stops, min|set_min|4.5|6.5|M|std|f|4.35
snap50|core reaches 97 °C, min|core97_min|4.5|8.5|L|std|-|5.66
snap52|width mm|diameter_mm|81|91|M|std|f|78.7
snap52|thickness mm|height_middle_mm|7.5|10.5|L|std|f|7.69
snap12|width at 12 % protein, mm|diameter_mm|68|79|M|std|-|71.6
wire|width mm|diameter_mm|73|82|M|std|f|73.9
wire|thickness mm|height_middle_mm|9.3|12.5|M|std|f|9.49
wire|weight loss %|loss_pct|12|14.6|M|std|f|12.6
plain|width mm|diameter_mm|65|90|H|kitchen|f|89
plain|height mm|height_middle_mm|8|14|H|kitchen|f|11.6
plain|bake loss %|loss_pct|8|12|H|kitchen|f|8.16
plain45|width mm|diameter_mm|68|92|H|kitchen|-|93.7
plain45|bake loss %|loss_pct|8|12|H|kitchen|-|8.61
plain30|width mm|diameter_mm|60|82|H|kitchen|-|80.8
plain30|height mm|height_middle_mm|8|14|H|kitchen|-|11.3
drop|width mm|diameter_mm|65|90|H|kitchen|f|82.8
drop|height mm|height_middle_mm|8|14|H|kitchen|f|12.9
drop|rim L*|l_rim|57|66|L|colour|f|67.2
drop|core at removal °C|core_c|91|99|M|kitchen|f|94.4
thick|width mm|diameter_mm|96|114|M|kitchen|f|101
thick|height mm|height_middle_mm|24|32|M|kitchen|f|23.1
thick|core at removal °C|core_c|52|78|L|kitchen|f|54.3
thick|core, peak of carry-over °C|core_max_c|62|85|L|kitchen|f|61.4
thick|middle softness|middle_soft|75|100|M|kitchen|-|99.4
short|width over start|growth|0.99|1.05|H|kitchen|f|1.04
short|moisture %|moisture_whole_pct|2|4|M|survey|f|1.94
short|middle L*|l_middle|69|78|L|colour|f|67.1
rolled|width over start|growth|0.99|1.06|H|kitchen|f|1.01
rolled|moisture %|moisture_whole_pct|3.8|6.5|L|survey|f|5.34
lacy|width mm|diameter_mm|72|98|M|kitchen|f|59.2
lacy|height mm|height_middle_mm|2.5|5.5|M|kitchen|f|5.03
chewy|width mm|diameter_mm|77|92|M|kitchen|f|88.3
chewy|middle water activity|aw_middle|0.45|0.72|M|survey|-|0.602
thin|width mm|diameter_mm|80|98|M|kitchen|f|87.8
thin|moisture %|moisture_whole_pct|2|4|M|survey|f|2.38
thin|middle water activity|aw_middle|0.12|0.4|M|survey|-|0.27
cakey|width mm|diameter_mm|57|72|L|kitchen|f|74.1
cakey|height mm|height_middle_mm|15|23|L|kitchen|f|19.3
cakey|middle water activity|aw_middle|0.75|0.93|M|survey|-|0.905
icebox|width over start|growth|1.04|1.25|M|kitchen|f|1.14
slab|core °C|core_c|88|98|M|kitchen|f|96.9
tartar|width mm|diameter_mm|68|92|M|kitchen|f|79.6
tartar|height mm|height_middle_mm|8|15|M|kitchen|-|13.5
ginger|width mm|diameter_mm|55|75|M|kitchen|-|71.1
ginger|moisture %|moisture_whole_pct|2|5.5|M|survey|-|6.23
drop|middle moisture, % of whole|moisture_middle_pct|7.2|10|L|survey|f|7.68
drop|rim moisture, % of whole|moisture_rim_pct|3|5.5|L|survey|f|3.79
drop|middle L*|l_middle|66|73|L|colour|f|71.3
drop|spread stops, min|set_min|5.5|8.5|L|kitchen|f|5.37
thick|bake loss %|loss_pct|3.5|7|L|kitchen|f|2.57
thick|rim L*|l_rim|58|69|L|colour|f|68.4
thick|middle L*|l_middle|66|75|L|colour|f|76
lacy|rim L*|l_rim|50|66|L|colour|f|74.8
snap50|moisture %|moisture_whole_pct|3.5|6|M|std|f|4.97
snap50|middle L*|l_middle|62|72|L|colour|f|63.9
snap50|rim L*|l_rim|48|62|L|colour|f|52.3
snap50|rim °C at removal|rim_c|106|140|L|kitchen|f|143
wire|moisture %|moisture_whole_pct|2.5|5|M|std|f|4.91
wire|middle L*|l_middle|58|70|L|colour|f|56.9
wire|rim L*|l_rim|42|58|L|colour|f|42.1
chewy|middle moisture, % of whole|moisture_middle_pct|7.3|10.5|L|survey|f|6.49
chewy|height mm|height_middle_mm|9|13|M|kitchen|f|12.2
chewy|rim L*|l_rim|50|62|L|colour|f|61.8
thin|height mm|height_middle_mm|4.5|8|M|kitchen|f|7.89
thin|rim L*|l_rim|46|60|L|colour|f|58.1
cakey|middle moisture %|moisture_middle_pct|13|19|L|survey|f|21.6
cakey|rim L*|l_rim|60|74|L|colour|f|74.6
cakey|core °C|core_c|90|100|M|kitchen|f|90.8
icebox|moisture %|moisture_whole_pct|4|6|L|survey|f|6.22
icebox|rim L*|l_rim|62|76|L|colour|f|72.8
slab|moisture %|moisture_whole_pct|10|14.5|M|kitchen|f|12.5
drop18|width mm|diameter_mm|50|60|M|kitchen|f|61.7
drop18|height mm|height_middle_mm|9|13|M|kitchen|f|11.2
short|rim L*|l_rim|62|72|L|colour|f|60.1
short|height mm|height_middle_mm|10|12|M|kitchen|f|10.8
rolled|rim L*|l_rim|70|78|L|colour|f|75.5
rotary|width over start|growth|0.98|1.06|H|industrial practice|-|1.02
rotary|moisture %|moisture_whole_pct|1|4|M|industrial practice|-|4.45
piped|width over start|growth|1.05|1.4|L|kitchen|-|1.54
drop|bulk density, g/ml|bulk_g_ml|0.5|0.85|M|kitchen|-|0.593
short|bulk density, g/ml|bulk_g_ml|0.75|1.1|L|survey|-|0.943
drop75|width mm|diameter_mm|98|118|M|kitchen|-|108
drop150|width mm|diameter_mm|122|152|M|kitchen|f|142
"""
_BASIS = {"std": STD, "kitchen": KITCHEN, "colour": COLOUR, "survey": SURVEY}


def anchors() -> list[Anchor]:
    """All anchors in order."""
    found = []
    for row in _ROWS.strip().splitlines():
        recipe, what, output, low, high, sure, basis, fitted, first = row.split("|")
        found.append(
            Anchor(
                recipe,
                what,
                output,
                float(low),
                float(high),
                sure,
                _BASIS.get(basis, basis),
                fitted == "f",
                float(first),
            )
        )
    return found
