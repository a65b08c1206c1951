"""Put a new dough on the shelf."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import transaction

from dough.errors import EntryError
from dough.formula import Draft
from dough.start import base_ratio, empty, from_style_formula
from dough.styles import style
from dough.target import Target
from kitchen.actions.base import Action, clean_name
from kitchen.documents import DraftDoc, TargetDoc
from kitchen.models import Dough


@dataclass(frozen=True, kw_only=True)
class CreateDough(Action):
    """start is base_ratio, style or empty; style names the style for the second."""

    name: str
    start: str
    style: str = ""

    def execute(self) -> Dough:
        cook = self.cook()
        name = clean_name(self.name)
        draft, target = self._start()
        with transaction.atomic():
            return Dough.objects.create(
                name=name,
                style=self.style,
                draft=DraftDoc.of(draft).model_dump(mode="json"),
                target=TargetDoc.of(target).model_dump(mode="json"),
                created_at=self.now,
                saved_at=self.now,
                saved_by=cook,
            )

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
        raise EntryError("start", "Start from the base ratio, a style or an empty page.")
