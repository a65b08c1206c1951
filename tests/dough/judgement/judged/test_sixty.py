"""Findings on sixty formulas written down beforehand: quiet on sound ones, right on spoiled ones."""

from __future__ import annotations

import pytest

from dough.accounts.composition import composition
from dough.accounts.formula import Formula
from dough.facts.styles import style
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import Finding
from tests.dough.judgement.judged.formulas import SOUND, SPOILED, Grams, Spoiled
from tests.dough.strategies import formula_of

#: At most one sound formula in five may carry something to look at or act on.
NOISE = 0.2


def _formula(grams: Grams) -> Formula:
    return formula_of(*grams.items())


def _found(grams: Grams, name: str) -> tuple[Finding, ...]:
    formula = _formula(grams)
    return findings(formula, composition(formula), style(name), 0.1)


def _speaks_of(finding: Finding, spoiled: Spoiled) -> bool:
    formula = _formula(spoiled.grams)
    about = {formula.line(i).ingredient_id for i in finding.line_ids}
    about |= {finding.role} if finding.role else set()
    about |= set(finding.key.split("."))
    return bool(about & spoiled.names)


def test_there_are_two_sound_formulas_of_each_style_and_thirty_spoiled_ones() -> None:
    assert sorted(s for s, _ in SOUND.values())[::2] == sorted({s for s, _ in SOUND.values()})
    assert len(SOUND) == len(SPOILED) == 30


def test_sound_formulas_are_left_in_peace() -> None:
    loud = {n: [f.what for f in found if f.state in ("look", "act")] for n, (s, g) in SOUND.items()
            if (found := _found(g, s))}  # fmt: skip
    loud = {n: words for n, words in loud.items() if words}
    assert len(loud) <= NOISE * len(SOUND), loud


@pytest.mark.parametrize("name", sorted(SPOILED))
def test_what_is_spoiled_is_named_first(name: str) -> None:
    spoiled = SPOILED[name]
    found = _found(spoiled.grams, spoiled.style)
    assert found, "nothing was found"
    assert _speaks_of(found[0], spoiled), [f.what for f in found]
