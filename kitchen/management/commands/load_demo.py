"""Put the demo kitchen in place when there is no kitchen yet."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from django.utils import timezone

from kitchen.backups.folder import kind_of, mark
from kitchen.demo.load import load_demo


class Command(BaseCommand):
    help = "Fill an empty installation with the demo kitchen."

    def handle(self, *args: Any, **options: Any) -> None:
        made = load_demo(timezone.now()) if kind_of(settings.DATA) is None else False
        if made:
            mark(settings.DATA, "demo")
        self.stdout.write("Demo kitchen made." if made else "There is a kitchen already; nothing changed.")
