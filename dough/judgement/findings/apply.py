"""Making a remedy's changes on a draft."""

from __future__ import annotations

from dataclasses import replace

from dough.accounts.formula import Draft
from dough.draft import edit
from dough.facts.ingredients import Role
from dough.judgement.findings.model import Mend, Remedy


def apply(draft: Draft, remedy: Remedy) -> Draft:
    """The draft with a remedy made. Raises EntryError(s) where it no longer fits."""
    for change in remedy.changes:
        draft = _made(draft, change)
    return draft


def _made(draft: Draft, c: Mend) -> Draft:
    if c.op == "role" and c.percent is not None:
        return edit.set_role_percent(draft, c.role or Role.SUGAR, c.percent)
    if c.op == "line":
        return edit.set_amount(draft, c.line_id, c.grams, "g")
    if c.op == "out":
        return edit.remove_line(draft, c.line_id)
    if c.op == "portion":
        return replace(draft, process=replace(draft.process, portion_g=c.grams))
    if c.op == "swap":
        return edit.set_amount(edit.change_ingredient(draft, c.line_id, c.ingredient), c.line_id, c.grams, "g")
    there = next((x for x in draft.formula.lines if x.in_dough and x.ingredient_id == c.ingredient), None)
    if there is not None:
        return edit.set_amount(draft, there.id, (there.grams or 0.0) + (c.grams or 0.0), "g")
    name = edit.free_id(draft.formula)
    return edit.set_amount(edit.add_line(draft, name, c.ingredient), name, c.grams, "g")
