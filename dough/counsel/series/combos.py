"""Which combinations of levels a series bakes: all of them, or of many factors a fraction that still tells each."""

from __future__ import annotations

import itertools

from dough.facts.errors import EntryError

#: Factors at once: in all combinations, and in a fraction.
WHOLE_MOST, PART_MOST = 3, 5
#: Of so many factors at two levels, which one is the product of which others (low −1, high +1) in the fraction:
#: textbook halves and a quarter of the two-level designs.
MIXED_LEVELS = 3
GENERATORS: dict[int, dict[int, tuple[int, ...]]] = {3: {2: (0, 1)}, 4: {3: (0, 1, 2)}, 5: {3: (0, 1), 4: (0, 2)}}


def combos_of(counts: tuple[int, ...], fraction: bool, mixture: bool = False) -> list[tuple[int, ...]]:
    """Combinations as places of levels, counts how many levels each factor has; a mixture's fraction is its triangle.

    Raises EntryError where there are too many factors, or no fraction of them.
    """
    many = len(counts)
    if mixture and many > 1:
        if any(c != MIXED_LEVELS for c in counts):
            raise EntryError("levels", f"Give each share {MIXED_LEVELS} levels: low, middle and high.")
        every = itertools.product(range(MIXED_LEVELS), repeat=many)
        return [c for c in every if not fraction or sum(c) < MIXED_LEVELS]
    if many > 1 and any(c != 2 for c in counts):
        raise EntryError("levels", "With several things at once give each two levels, low and high.")
    if not fraction:
        if many > WHOLE_MOST:
            raise EntryError(
                "factors", f"More than {WHOLE_MOST} things at once in all combinations is no small series; bake a part."
            )
        return list(itertools.product(*(range(c) for c in counts)))
    if many not in GENERATORS:
        raise EntryError("factors", f"A part of the combinations is for three to {PART_MOST} things at once.")
    made = GENERATORS[many]
    free = [n for n in range(many) if n not in made]
    found = []
    for signs in itertools.product((-1, 1), repeat=len(free)):
        at = dict(zip(free, signs, strict=True))
        for n, of in made.items():
            at[n] = 1
            for k in of:
                at[n] *= at[k]
        found.append(tuple((at[n] + 1) // 2 for n in range(many)))
    return found


def alike(counts: tuple[int, ...], combos: list[tuple[int, ...]]) -> list[list[tuple[int, ...]]]:
    """Single factors and pairs that these combinations cannot tell apart, together; a single one leads its group."""
    many = len(counts)
    terms: list[tuple[int, ...]] = [(n,) for n in range(many)]
    terms += list(itertools.combinations(range(many), 2)) if many > 1 else []
    groups: dict[tuple[int, ...], list[tuple[int, ...]]] = {}
    for term in terms:
        column = []
        for combo in combos:
            sign = 1
            for n in term:
                sign *= 2 * combo[n] - 1 if counts[n] == 2 else 1
            column.append(sign)
        key = tuple(column) if many > 1 else term
        mirrored = tuple(-v for v in key)
        groups.setdefault(mirrored if mirrored in groups else key, []).append(term)
    return list(groups.values())
