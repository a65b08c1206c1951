"""Put a new dough on the shelf."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.accounts.formula import Draft
from dough.draft.check import check_draft
from dough.draft.start import base_ratio, empty, from_style_formula
from dough.draft.target import Target
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError
from dough.facts.styles import style
from dough.recipe import READER
from kitchen.actions.base import Action, Done, clean_name
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough, RecipeSource, Version
from kitchen.reading.doughs import dough_for_reading

MOST_TEXT = 400_000


@dataclass(frozen=True, kw_only=True)
class CreateDough(Action[Dough]):
    """start is base_ratio, style, recipe, version or empty; style names the style for the second, draft is the recipe
    as looked through and text what it was read from, copy_of and version say which version is copied (none: the
    draft)."""

    name: str
    start: str
    style: str = ""
    draft: DraftDoc | None = None
    copy_of: int | None = None
    version: int | None = None
    text: str = ""

    def check(self) -> None:
        clean_name(self.name)

    def change(self, cook: User) -> Done[Dough]:
        draft, target = self._start()
        made = Dough.objects.create(
            name=clean_name(self.name),
            style=self.style or self._copied_style(),
            draft=DraftDoc.of(draft).model_dump(mode="json"),
            target=TargetDoc.of(target).model_dump(mode="json"),
            created_at=self.now,
            saved_at=self.now,
            saved_by=cook,
        )
        if self.start == "recipe" and self.text.strip():
            RecipeSource.objects.create(
                dough=made, text=self.text[:MOST_TEXT], understood=made.draft, reader=READER, made_at=self.now
            )
        return Done(made, made, f"put it on the shelf: {made.name}", made)

    def _start(self) -> tuple[Draft, Target]:
        if self.style:
            chosen = style(self.style)
        if self.start == "empty":
            return empty()
        if self.start == "base_ratio":
            return base_ratio()
        if self.start == "style":
            if not self.style:
                raise EntryError("style", "Pick a style to start from.")
            return from_style_formula(chosen)
        if self.start == "recipe":
            return self._recipe()
        if self.start == "version":
            return self._copy()
        raise EntryError("start", "Start from the base ratio, a style or an empty page.")

    def _recipe(self) -> tuple[Draft, Target]:
        if self.draft is None or not self.draft.lines:
            raise EntryError("draft", "There are no lines yet. Paste a recipe and look through its lines first.")
        draft = self.draft.to_core()
        check_draft(draft)
        return draft, Target(Cookie())

    def _copy(self) -> tuple[Draft, Target]:
        if self.copy_of is None:
            raise EntryError("copy_of", "Pick the dough to copy.")
        source = dough_for_reading(self.copy_of)
        formula = source.draft
        if self.version is not None:
            kept = Version.objects.filter(dough=source, number=self.version).first()
            if kept is None:
                raise EntryError("version", f"This dough has no version {self.version}. Pick one from its list.")
            formula = kept.formula
        return DraftDoc.model_validate(formula).to_core(), TargetDoc.model_validate(source.target).to_core()

    def _copied_style(self) -> str:
        return dough_for_reading(self.copy_of).style if self.start == "version" and self.copy_of else ""
