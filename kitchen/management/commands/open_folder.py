"""Check the data folder before anything is served from it, and bring its database to this version."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from kitchen.backups.folder import UnusableError, check_folder, is_fresh, kind_of, mark
from kitchen.backups.upgrade import upgrade
from kitchen.models import Kitchen


class Command(BaseCommand):
    help = "Open the data folder as a demo or a kitchen; stops with a sentence where it can't be used."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("holds", choices=["demo", "kitchen"])
        parser.add_argument("--make", action="store_true", help="a fresh folder is made ready")

    def handle(self, *args: Any, **options: Any) -> None:
        folder, holds = settings.DATA, options["holds"]
        try:
            check_folder(folder, holds)
            if is_fresh(folder) and not options["make"]:
                raise UnusableError(
                    f"There is no kitchen in {folder} yet. `make kitchen` makes one; TARTE_DATA names another folder."
                )
            copy = upgrade(folder, timezone.now())
        except UnusableError as error:
            raise CommandError(str(error)) from error
        if copy is not None:
            self.stdout.write(f"Brought to this version; the kitchen as it was before is {copy}.")
        # A folder from before folders said what they hold.
        if kind_of(folder) is None and Kitchen.objects.exists():
            mark(folder, holds)
