"""The one kind of error the core raises for something a cook entered."""

from __future__ import annotations


class EntryError(ValueError):
    """What was entered cannot be used. The message is a sentence for the cook that says what to do.

    where: dotted path of the field, for instance ``lines.ab12.amount`` or ``process.oven_c``.
    """

    def __init__(self, where: str, message: str) -> None:
        super().__init__(message)
        self.where = where
        self.message = message


class EntryErrors(ValueError):
    """Several entry errors at once; ``items`` is never empty."""

    def __init__(self, items: list[EntryError]) -> None:
        super().__init__("; ".join(i.message for i in items))
        self.items = items


class Questions(EntryErrors):
    """What was entered may be right but is rare enough to ask about; sent again as sure, it is taken."""
