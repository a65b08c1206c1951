"""Put the demo kitchen in place when there is no kitchen yet."""

from typing import Any

from django.core.management.base import BaseCommand
from django.utils import timezone

from kitchen.demo.load import load_demo


class Command(BaseCommand):
    help = "Fill an empty installation with the demo kitchen."

    def handle(self, *args: Any, **options: Any) -> None:
        made = load_demo(timezone.now())
        self.stdout.write("Demo kitchen made." if made else "There is a kitchen already; nothing changed.")
