"""What a formula file or a recipe text is judged to be: needs, findings, and how a text was read."""

from __future__ import annotations

import json
import sys
from dataclasses import asdict
from typing import Any

from cli.commands import DONE, PROBLEMS, read_document
from dough.accounts.composition import composition
from dough.accounts.needs.verdict import SAID, Standing, WholeVerdict, of_lines
from dough.accounts.ratios import nearest_style
from dough.facts.errors import EntryError
from dough.facts.kitchen_measures import Habit
from dough.facts.needs import NEEDS, Reading, Wanted
from dough.facts.styles import styles
from dough.judgement.findings.find import findings
from dough.judgement.findings.model import Finding
from dough.recipe.habit import guess_habit
from dough.recipe.lines import Understood, ask_words
from dough.recipe.text import RecipeText, read_recipe


def needs(document: object, wanted: list[str], read: list[str], as_json: bool) -> int:
    """Each line against each need with why, and the whole. read are labels read: INGREDIENT or INGREDIENT=Mi,So.

    Ends with 0 where every need is met, 1 where one is not.
    """
    file = read_document(document, as_json)
    if file is None:
        return PROBLEMS
    try:
        ids = tuple(_need(n) for n in wanted)
        labels = dict(_reading(r) for r in read)
    except EntryError as error:
        return _refuse(error, as_json)
    found = of_lines(file.draft.formula.lines, Wanted(ids, labels))
    if as_json:
        print(json.dumps({"ok": True, "name": file.name, "needs": [_whole(w) for w in found]}, indent=1))
    else:
        for whole in found:
            print(f"{whole.label}: {SAID[whole.standing]}")
            for x in whole.lines:
                print(f"  {SAID[x.verdict.standing]:<15}{x.name}: {x.verdict.why}")
    return DONE if all(w.standing is Standing.MEETS for w in found) else PROBLEMS


def finding_list(document: object, style: str, as_json: bool) -> int:
    """What stands out, worst first, with remedies. Ends with 0 also where something was found."""
    file = read_document(document, as_json)
    if file is None:
        return PROBLEMS
    if style and style not in styles():
        return _refuse(EntryError("style", f"There is no style “{style[:40]}”. Known: {', '.join(styles())}."), as_json)
    formula = file.draft.formula
    chosen = styles().get(style or file.style)
    contact = file.draft.process.contact_share_pct / 100.0
    found = findings(formula, composition(formula), chosen, contact, process=file.draft.process)
    nearest = nearest_style(formula)
    used = chosen.id if chosen else ""
    if as_json:
        rows = [_finding(f) for f in found]
        near = nearest.id if nearest else ""
        print(json.dumps({"ok": True, "style": used, "nearest_style": near, "findings": rows}, indent=1))
    else:
        for f in found:
            print(f"{f.state.upper():<5}{f.what}: {f.why}. {'; '.join(r.words for r in f.remedies) or f.no_remedy}")
        if not found:
            print("Nothing stands out.")
    return DONE


def read_text(text: str, habit: str, as_json: bool) -> int:
    """What a recipe text was understood as: lines, questions, what was set aside, and how it bakes."""
    try:
        found = read_recipe(text, Habit(habit) if habit else guess_habit(text))
    except EntryError as error:
        return _refuse(error, as_json)
    if as_json:
        print(json.dumps(_recipe(found), indent=1))
        return DONE
    for x in found.lines:
        grams = "?" if x.grams is None else f"{x.grams:g} g"
        print(
            f"{x.ingredient_id or '?':<14}{grams:>10}  {x.text}"
            + "".join(f"\n{'':>26}? {ask_words(x, a)}" for a in x.asks)
        )
    for line in found.aside:
        print(f"aside{'':>21}{line}")
    return DONE


def _need(text: str) -> str:
    ident = text.strip().lower().replace("-", "_").replace(" ", "_")
    if ident not in NEEDS:
        known = ", ".join(n.replace("_", "-") for n in NEEDS)
        raise EntryError("need", f"“{text[:40]}” is not a need known here. Known: {known}.")
    return ident


def _reading(text: str) -> tuple[str, Reading]:
    ident, _, codes = text.partition("=")
    named = tuple(c for c in codes.replace(",", " ").split() if c)
    return ident, Reading(named, "the command line", None)


def _whole(w: WholeVerdict) -> dict[str, Any]:
    return {
        "need": w.need.replace("_", "-"),
        "label": w.label,
        "state": str(w.standing),
        "words": SAID[w.standing],
        "about": w.about,
        "lines": [
            {
                "line": x.line_id, "name": x.name, "state": str(x.verdict.standing),
                "words": SAID[x.verdict.standing], "why": x.verdict.why,
            }
            for x in w.lines
        ],
    }  # fmt: skip


def _finding(f: Finding) -> dict[str, Any]:
    return {
        "key": f.key, "state": f.state, "role": str(f.role) if f.role else "", "lines": list(f.line_ids),
        "what": f.what, "why": f.why, "reasons": list(f.reasons), "evidence": f.evidence,
        "confidence": str(f.confidence),
        "remedies": [
            {"words": r.words, "changes": [asdict(c) for c in r.changes]}
            for r in f.remedies
        ],
        "no_remedy": f.no_remedy,
    }  # fmt: skip


def _recipe(found: RecipeText) -> dict[str, Any]:
    b = found.bake
    return {
        "ok": True,
        "title": found.title,
        "habit": str(found.habit),
        "lines": [_line(x) for x in found.lines],
        "questions": [{"text": x.text, "asks": a, "words": ask_words(x, a)} for x in found.lines for a in x.asks],
        "aside": list(found.aside),
        "bake": {
            "oven_c": b.oven_c, "oven_said": b.oven_said, "fan": b.fan,
            "minutes": list(b.minutes) if b.minutes else None, "makes": b.makes, "portion_g": b.portion_g,
        },
    }  # fmt: skip


def _line(x: Understood) -> dict[str, Any]:
    return {
        "text": x.text, "ingredient": x.ingredient_id, "named": x.named, "grams": x.grams, "low_g": x.low_g,
        "high_g": x.high_g, "range_g": list(x.range_g) if x.range_g else None, "filling": x.filling,
        "stage": str(x.step), "asks": list(x.asks), "notes": list(x.notes), "how": x.how,
        "confidence": str(x.confidence),
    }  # fmt: skip


def _refuse(error: EntryError, as_json: bool) -> int:
    if as_json:
        print(json.dumps({"ok": False, "problems": [{"where": error.where, "message": error.message}]}, indent=1))
    else:
        print(f"{error.where}: {error.message}", file=sys.stderr)
    return PROBLEMS
