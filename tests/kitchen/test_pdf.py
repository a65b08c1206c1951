"""A recipe in a PDF: its text is read, a scan is declined in words, a broken or endless one stops nothing."""

from __future__ import annotations

import io

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from fpdf import FPDF
from PIL import Image

from dough.facts.errors import EntryError
from kitchen.reading import pdf
from kitchen.reading.pdf_text import text_of


def made(*lines: str) -> bytes:
    page = FPDF()
    page.add_page()
    page.set_font("helvetica", size=12)
    for line in lines:
        page.cell(text=line, new_x="LMARGIN", new_y="NEXT")
    return bytes(page.output())


def test_the_text_of_a_pdf_comes_in_and_is_read_like_any_other(client: Client) -> None:
    data = made("Plain rounds", "250 g plain flour", "150 g butter", "Baking powder 3 g")
    sent = client.post("/api/recipes/pdf", {"file": SimpleUploadedFile("r.pdf", data, "application/pdf")})
    assert sent.status_code == 200, sent.content
    read = client.post("/api/recipes/read", {"text": sent.json()["text"]}, content_type="application/json").json()
    assert [(x["ingredient"], x["grams"]) for x in read["lines"]] == [("ap", 250), ("butter", 150), ("bp_da", 3)]


def test_a_scan_is_declined_in_words() -> None:
    page = FPDF()
    page.add_page()
    picture = io.BytesIO()
    Image.new("RGB", (60, 60), "white").save(picture, "PNG")
    page.image(picture, w=100)
    with pytest.raises(EntryError, match="pictures of pages"):
        text_of(bytes(page.output()))


@pytest.mark.parametrize("data", [b"", b"%PDF-1.7", b"not a pdf at all", made("Flour")[:300]])
def test_what_is_no_pdf_is_refused_in_words(client: Client, data: bytes) -> None:
    answer = client.post("/api/recipes/pdf", {"file": SimpleUploadedFile("r.pdf", data or b" ", "application/pdf")})
    assert answer.status_code == 422
    assert "PDF" in answer.json()["message"]


def test_one_that_never_ends_is_ended(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(pdf, "MOST_S", 0.01)
    with pytest.raises(EntryError, match="too long"):
        pdf.pdf_text(made("Plain rounds", "250 g plain flour"))
