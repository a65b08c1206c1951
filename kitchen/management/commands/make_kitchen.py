"""Make an empty kitchen of one's own: asked for, or taken from options and the environment."""

import getpass
import os
import sys
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.utils import timezone

from dough.facts.errors import EntryErrors
from dough.facts.furnishings import kind
from dough.facts.regions import regions
from kitchen.actions.make_kitchen import MakeKitchen
from kitchen.backups.folder import mark


class Command(BaseCommand):
    help = (
        "Make a kitchen by --name, --cook, --region, --units, or by the environment's TARTE_KITCHEN, TARTE_COOK, "
        "TARTE_REGION, TARTE_UNITS; the password by TARTE_PASSWORD or asked for."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--name", default=os.environ.get("TARTE_KITCHEN", ""))
        parser.add_argument("--cook", default=os.environ.get("TARTE_COOK", ""))
        parser.add_argument("--region", default=os.environ.get("TARTE_REGION", ""))
        parser.add_argument("--units", default=os.environ.get("TARTE_UNITS", ""))

    def handle(self, *args: Any, **options: Any) -> None:
        asks = sys.stdin.isatty()
        # A password never stands on a command line, where every user of the machine could read it.
        password = os.environ.get("TARTE_PASSWORD", "")
        name = options["name"] or self._asked("Name of the kitchen", asks)
        cook = options["cook"] or self._asked("Name the first cook signs in with", asks)
        codes = ", ".join(f"{r.code} ({r.name})" for r in regions().values())
        region = options["region"] or (self._asked(f"Where it sells and eats: {codes} [EU]", asks) if asks else "")
        measures = ", ".join(f"{c.id} ({c.words})" for c in kind("kitchen").field("units").choices)
        units = options["units"] or (self._asked(f"Cups and spoons: {measures} [by region]", asks) if asks else "")
        if not password and asks:
            password = getpass.getpass("Password, at least 10 characters: ")
            if password != getpass.getpass("The same again: "):
                raise CommandError("The two passwords differ. Nothing was made; start again.")
        try:
            kitchen = MakeKitchen(
                now=timezone.now(), name=name, cook=cook, password=password, region=region or "EU", units=units
            ).execute()
        except EntryErrors as errors:
            said = " ".join(e.message for e in errors.items)
            raise CommandError(f"{said} Nothing was made.") from errors
        mark(settings.DATA, "kitchen")
        self.stdout.write(f"{kitchen.name} is made. Sign in as {cook}.")

    def _asked(self, question: str, asks: bool) -> str:
        return input(f"{question}: ").strip() if asks else ""
