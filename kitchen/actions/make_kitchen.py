"""Make a kitchen where there is none: its name, its first cook, where it sells and eats."""

from __future__ import annotations

import re
from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from dough.facts.errors import EntryError, EntryErrors
from dough.facts.regions import region
from kitchen.actions.base import MAX_NAME
from kitchen.models import Event, Kitchen

COOK_NAME = re.compile(r"[\w.@+-]{2,40}\Z")


@dataclass(frozen=True, kw_only=True)
class MakeKitchen:
    """cook is the name the first cook signs in with. Nobody is there yet who could be asked for a right, so this can
    be done once, from the machine itself."""

    now: datetime
    name: str
    cook: str
    password: str
    region: str = "EU"

    def execute(self) -> Kitchen:
        """Make it. Raises EntryErrors, and then nothing is written."""
        self.check()
        with transaction.atomic():
            if Kitchen.objects.exists():
                raise EntryErrors([EntryError("kitchen", "There is a kitchen here already; nothing was changed.")])
            kitchen = Kitchen.objects.create(name=self.name.strip(), region=region(self.region).code)
            cook = User.objects.create_user(self.cook, password=self.password)
            Event.objects.create(
                at=self.now, by=cook, verb=type(self).__name__, words=f"made the kitchen {kitchen.name}"[:200],
                subject=f"kitchen {kitchen.pk}",
            )  # fmt: skip
        return kitchen

    def check(self) -> None:
        """Raise EntryErrors for everything that can't be used."""
        wrong: list[EntryError] = []
        if not 1 <= len(self.name.strip()) <= MAX_NAME:
            wrong.append(EntryError("name", f"Give the kitchen a name of 1 to {MAX_NAME} characters."))
        if not COOK_NAME.match(self.cook):
            wrong.append(
                EntryError("cook", "Sign-in names have 2 to 40 letters, digits or . _ - + @, without a space.")
            )
        try:
            region(self.region)
        except EntryError as error:
            wrong.append(error)
        try:
            validate_password(self.password, User(username=self.cook))
        except ValidationError as error:
            wrong.append(EntryError("password", " ".join(error.messages)))
        if wrong:
            raise EntryErrors(wrong)
