"""Compile the bake model's step ahead of time."""

from typing import Any

from django.core.management.base import BaseCommand

from dough.bake.batch import warm
from dough.bake.jit import is_compiled


class Command(BaseCommand):
    help = "Compile the bake model's step into the cache."

    def handle(self, *args: Any, **options: Any) -> None:
        warm()
        self.stdout.write("Bake model ready." if is_compiled() else "No compiler: the bake model runs uncompiled.")
