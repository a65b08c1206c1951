"""The text inside a PDF, for a recipe that comes as one. Scanned pages hold none, which is said.

Run as a process of its own (``python -m kitchen.reading.pdf_text``): a file may be made to keep a reader busy for ever,
and whoever asks can then end it.
"""

from __future__ import annotations

import io
import sys

from dough.facts.errors import EntryError

MOST_PAGES, MOST_TEXT, LEAST_TEXT = 20, 50_000, 20
SCANNED = "This PDF holds pictures of pages and no text. Type the recipe, or paste it from elsewhere."
BROKEN = "This is no PDF that can be read here. Save it as one anew, or paste the text."


def text_of(data: bytes) -> str:
    """The text of a PDF's first pages, in reading order as it was written. Raises EntryError."""
    from pypdf import PdfReader
    from pypdf.errors import PyPdfError

    try:
        reader = PdfReader(io.BytesIO(data))
        if reader.is_encrypted and not reader.decrypt(""):
            raise EntryError("file", "This PDF is locked with a password. Save it without one, or paste the text.")
        pages = [p.extract_text() for p in reader.pages[:MOST_PAGES]]
    except (PyPdfError, ValueError, KeyError, TypeError, AttributeError, RecursionError) as error:
        raise EntryError("file", BROKEN) from error
    text = "\n".join(pages).strip()
    if len(text) < LEAST_TEXT:
        raise EntryError("file", SCANNED)
    return text[:MOST_TEXT]


def main() -> int:
    try:
        sys.stdout.write(text_of(sys.stdin.buffer.read()))
    except EntryError as error:
        sys.stderr.write(error.message)
        return 2
    return 0


if __name__ == "__main__":
    sys.exit(main())
