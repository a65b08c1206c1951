"""Make an ingredient of the cook's own, or a new version of one."""

from __future__ import annotations

from dataclasses import dataclass

from django.contrib.auth.models import User

from dough.facts.errors import EntryError
from kitchen.actions.base import Action, Done, clean_name
from kitchen.documents.own_ingredient import PREFIX, FromBlend, FromLabel, ToProtein, make
from kitchen.models import OwnIngredient
from kitchen.reading.doughs import MissingError


@dataclass(frozen=True, kw_only=True)
class MakeIngredient(Action[OwnIngredient]):
    """key names the ingredient to change; without one a new ingredient is made. Earlier versions stay."""

    name: str
    recipe: FromLabel | FromBlend | ToProtein
    key: str = ""

    def check(self) -> None:
        make("own-check", clean_name(self.name), 1, self.recipe)

    def change(self, cook: User) -> Done[OwnIngredient]:
        version = 1
        key = self.key
        if key:
            last = OwnIngredient.objects.filter(key=key).last()
            if last is None:
                raise MissingError("That ingredient is not in the pantry.")
            version = last.version + 1
        else:
            count = OwnIngredient.objects.values("key").distinct().count()
            key = f"{PREFIX}{count + 1}"
        made = OwnIngredient.objects.create(
            key=key,
            version=version,
            name=clean_name(self.name),
            recipe=self.recipe.model_dump(mode="json"),
            made_at=self.now,
            made_by=cook,
        )
        return Done(made, made, f"kept {made.name} in the pantry")


@dataclass(frozen=True, kw_only=True)
class RetireIngredient(Action[OwnIngredient]):
    """Offer an own ingredient no more, or (back) again. What holds it keeps it; version is the one that was seen."""

    key: str
    version: int
    back: bool = False

    def change(self, cook: User) -> Done[OwnIngredient]:
        last = OwnIngredient.objects.filter(key=self.key).last()
        if last is None:
            raise MissingError("That ingredient is not in the pantry.")
        if last.version != self.version:
            raise EntryError("version", f"“{last.name}” was changed by someone else meanwhile. Look at theirs first.")
        made = OwnIngredient.objects.create(
            key=last.key, version=last.version + 1, name=last.name, recipe=last.recipe, retired=not self.back,
            made_at=self.now, made_by=cook,
        )  # fmt: skip
        return Done(made, made, f"{'brought back' if self.back else 'retired'} {last.name} of the pantry")
