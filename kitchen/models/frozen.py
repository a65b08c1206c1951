"""Rows that are written once."""

from __future__ import annotations

from typing import Any

from django.db import models


class FrozenError(RuntimeError):
    """A frozen row was about to be edited: that is a programming error, never a cook's."""


class Frozen(models.Model):
    """Saved once; a correction is a new row that points at the old one."""

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        if not self._state.adding:
            raise FrozenError(f"{type(self).__name__} rows are never edited")
        super().save(*args, **kwargs)
