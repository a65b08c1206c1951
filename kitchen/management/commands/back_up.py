"""Write the whole kitchen to a file."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from kitchen.backups import shelf
from kitchen.backups.archive import UnreadableError
from kitchen.backups.folder import is_fresh
from kitchen.models import Kitchen


class Command(BaseCommand):
    help = "Write the whole kitchen to a file, in TARTE_BACKUPS or --to a folder; the oldest beyond --keep go."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--to", default="")
        parser.add_argument("--keep", type=int, default=settings.BACKUP_KEEP)

    def handle(self, *args: Any, **options: Any) -> None:
        if is_fresh(settings.DATA) or not Kitchen.objects.exists():
            raise CommandError(f"There is no kitchen in {settings.DATA}, so nothing was written.")
        folder = Path(options["to"]).expanduser() if options["to"] else settings.BACKUPS
        try:
            made = shelf.make(settings.DATA, folder, timezone.now(), options["keep"])
        except UnreadableError as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"{made.path} ({made.size / 1_000_000:.1f} MB), written and read back.")
