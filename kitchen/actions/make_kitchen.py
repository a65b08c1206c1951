"""Make a kitchen where there is none: its name, its first cook, where it sells and eats."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from dough.facts.errors import EntryError, EntryErrors
from dough.facts.furnishings import kind
from dough.facts.regions import region
from kitchen.actions.base import MAX_NAME
from kitchen.actions.people import SIGN_IN_NAME
from kitchen.actions.rights import MemberRole
from kitchen.models import Event, Kitchen, Member


@dataclass(frozen=True, kw_only=True)
class MakeKitchen:
    """cook is the name the first cook signs in with. Nobody is there yet who could be asked for a right, so this can
    be done once, from the machine itself. units empty: those of the region, as are money and the order of dates."""

    now: datetime
    name: str
    cook: str
    password: str
    region: str = "EU"
    units: str = ""

    def execute(self) -> Kitchen:
        """Make it. Raises EntryErrors, and then nothing is written."""
        self.check()
        with transaction.atomic():
            if Kitchen.objects.exists():
                raise EntryErrors([EntryError("kitchen", "There is a kitchen here already; nothing was changed.")])
            here = region(self.region)
            kitchen = Kitchen.objects.create(
                name=self.name.strip(), region=here.code, currency=here.currency, units=self.units or here.units,
                dates=here.date_order, zone=here.zone,
            )  # fmt: skip
            cook = User.objects.create_user(self.cook, password=self.password)
            Member.objects.create(user=cook, role=MemberRole.OWNER, joined_at=self.now)
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
        if not SIGN_IN_NAME.match(self.cook):
            wrong.append(
                EntryError("cook", "Sign-in names have 2 to 40 letters, digits or . _ - + @, without a space.")
            )
        try:
            region(self.region)
        except EntryError as error:
            wrong.append(error)
        if self.units and self.units not in [c.id for c in kind("kitchen").field("units").choices]:
            known = ", ".join(c.id for c in kind("kitchen").field("units").choices)
            wrong.append(EntryError("units", f"“{self.units[:20]}” is not a set of measures known here: {known}."))
        try:
            validate_password(self.password, User(username=self.cook))
        except ValidationError as error:
            wrong.append(EntryError("password", " ".join(error.messages)))
        if wrong:
            raise EntryErrors(wrong)
