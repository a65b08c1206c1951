"""Bring a kitchen back from its file."""

import getpass
import os
import sys
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from kitchen.actions.rights import MemberRole
from kitchen.backups.archive import UnreadableError
from kitchen.backups.folder import mark
from kitchen.backups.restore import Found, look, restore
from kitchen.models import Event, Kitchen, Member


class Command(BaseCommand):
    help = "Bring a kitchen back from its file into an empty data folder; --look only says what would come."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")
        parser.add_argument("--look", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        path = Path(options["file"]).expanduser()
        if not path.is_file():
            raise CommandError(f"There is no file {path}. Nothing was changed.")
        try:
            found = look(path)
            if options["look"]:
                self._say("It would bring", found)
                return
            found = restore(path, settings.DATA)
        except UnreadableError as error:
            raise CommandError(str(error)) from error
        mark(settings.DATA, "kitchen")
        self._say("It brought", found)
        self._let_the_owner_in()

    def _say(self, verb: str, found: Found) -> None:
        rows = ", ".join(f"{n} {name.replace('_', ' ')}" for name, n in found.rows.items() if n)
        self.stdout.write(
            f"{verb} {found.of}, as it was at {found.made_at[:16].replace('T', ' ')}: {rows}; {found.photos} pictures."
        )

    def _let_the_owner_in(self) -> None:
        """No password is in a backup: the owner sets one now, everybody else by a link of the owner's."""
        owner = Member.objects.filter(role=MemberRole.OWNER, user__is_active=True).select_related("user").first()
        kitchen = Kitchen.objects.first()
        if owner is None or kitchen is None:
            raise CommandError("There is no owner in it who could sign in. `manage.py changepassword NAME` sets one.")
        user = owner.user
        Event.objects.create(
            at=timezone.now(), by=user, verb="Restore", words="brought the kitchen back from its file",
            subject=f"kitchen {kitchen.pk}",
        )  # fmt: skip
        if user.has_usable_password():
            return
        password = os.environ.get("TARTE_PASSWORD", "")
        if not password and sys.stdin.isatty():
            password = getpass.getpass(f"A new password for {user.username}, at least 10 characters: ")
        self._set(user, password)

    def _set(self, user: User, password: str) -> None:
        try:
            validate_password(password, user)
        except ValidationError as error:
            self.stdout.write(
                f"{' '.join(error.messages)} Set one for {user.username} before you serve it: TARTE_PASSWORD=… with "
                "`manage.py changepassword`, or run this again into another folder."
            )
            return
        user.set_password(password)
        user.save(update_fields=["password"])
        self.stdout.write(f"Sign in as {user.username}. The others come in by a link you make under Kitchen, People.")
