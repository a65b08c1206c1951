"""One tray of equal cookies, photographed: does it map the oven?

    python -m evidence.oven_maps [ovens]

Ovens have a slope from side to side and from back to front, a hot spot of another form than the map is made of, or
nothing at all; each cookie is baked at its own place's heat through the model with hidden figures of the kitchen, and
scatters in width and shade as cookies of one dough do.

Expected, written before the map was built, at twelve cookies a tray: the map is off by at most half of what the oven
differs by (root mean square over the tray); 80 % ranges of places hold 72 to 88 in 100; of ovens that differ by less
than 3 K from place to place at most 1 in 10 is told to be uneven; of those that differ by 15 K or more from end to end
at least 8 in 10 are; and turning is advised in at least 8 of 10 ovens in which it halves the difference.
"""
