"""What is printed: pages that hold what the screens say, at their true size."""

from __future__ import annotations

import re
import zlib
from io import BytesIO

import pytest
from django.test import Client
from pypdf import PdfReader

from dough.facts.ingredients import Role, ingredient
from dough.photo import card
from kitchen.models import Dough
from kitchen.prints.photo_card import card_pdf
from tests.conftest import send

pytestmark = pytest.mark.django_db
MM = 72.0 / 25.4


def streams(pdf: bytes) -> str:
    """Every page's drawing, as text."""
    found = []
    for m in re.finditer(rb"stream\r?\n(.*?)\r?\nendstream", pdf, re.S):
        try:
            found.append(zlib.decompress(m.group(1)))
        except zlib.error:
            found.append(m.group(1))
    return b"\n".join(found).decode("latin-1")


def text_of(pdf: bytes) -> str:
    """The words on its pages, in the order they were set."""
    return " ".join(" ".join(p.extract_text() for p in PdfReader(BytesIO(pdf)).pages).split())


def pages(pdf: bytes) -> int:
    return len(re.findall(rb"/Type /Page\b(?!s)", pdf))


def fetched(client: Client, path: str) -> bytes:
    answer = client.get(f"/api{path}")
    assert answer.status_code == 200
    assert answer["Content-Type"] == "application/pdf"
    return b"".join(answer.streaming_content) if answer.streaming else answer.content  # type: ignore[attr-defined]


def test_the_card_is_one_lying_a4_sheet_at_its_true_size() -> None:
    pdf = card_pdf()
    assert pages(pdf) == 1
    box = re.search(rb"/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]", pdf)
    assert box is not None
    assert float(box.group(1)) == pytest.approx(card.WIDTH * MM, abs=0.2)
    assert float(box.group(2)) == pytest.approx(card.HEIGHT * MM, abs=0.2)
    assert "Print at 100 %, no fitting" in text_of(pdf)


def test_the_card_s_patches_are_where_the_camera_looks_for_them() -> None:
    drawn = re.findall(r"([\d.]+) ([\d.]+) ([\d.]+) (-?[\d.]+) re f", streams(card_pdf()))
    corners = {(round(float(x) / MM, 1), round(card.HEIGHT - float(y) / MM, 1)) for x, y, _, _ in drawn}
    for p in card.patches():
        assert any(abs(p.x - x) < 0.2 and abs(p.y - y) < 0.2 for x, y in corners), p


def test_the_card_s_scale_is_a_hundred_millimetres_long() -> None:
    lines = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l S", streams(card_pdf()))
    across = [float(x) / MM for x, _, x2, _ in lines if abs(float(x) - float(x2)) < 0.01]
    assert len(across) == 101
    assert max(across) - min(across) == pytest.approx(100.0, abs=0.05)


def test_the_label_sheet_holds_allergens_ingredients_and_figures_under_their_heads(
    client: Client, dough: Dough
) -> None:
    text = text_of(fetched(client, f"/doughs/{dough.pk}/label.pdf"))
    assert "Oat rounds" in text
    assert re.search(r"milk: CONTAINS \(Butter", text)
    assert "molluscs: not in it by recipe" in text
    assert re.search(r"100 g raw 100 g baked per piece", text)
    energy = re.search(r"Energy, kcal (\d+) (\d+) (\d+|\?)", text)
    assert energy is not None
    raw, baked = int(energy.group(1)), int(energy.group(2))
    assert raw < baked, "water leaves in the oven, so 100 g hold more"
    assert "A recipe aid, not a label" in text


def test_an_unknown_amount_leaves_the_label_s_figures_open(client: Client, dough: Dough) -> None:
    lines = [dict(x) for x in dough.draft["lines"]]
    sugar = next(x for x in lines if ingredient(x["ingredient"]).role is Role.SUGAR)
    sugar["grams"] = None
    body = {"revision": dough.revision, "name": dough.name, "style": dough.style, "target": dough.target,
            "draft": {**dough.draft, "lines": lines}}  # fmt: skip
    assert send(client, "PUT", f"/doughs/{dough.pk}/draft", body).status_code == 200
    text = text_of(fetched(client, f"/doughs/{dough.pk}/label.pdf"))
    assert re.search(r"Energy, kcal \? \?", text), "unknown is not zero"
    assert "Unknown amounts:" in text


def test_the_bench_sheet_has_every_line_with_grams_and_room_to_write(client: Client, dough: Dough) -> None:
    pdf = fetched(client, f"/doughs/{dough.pk}/sheet.pdf")
    text = text_of(pdf)
    for line in dough.draft["lines"]:
        assert f"{line['grams']:g}" in text.replace(".0 ", " "), line
    assert "Oat rounds" in text
    assert "raw" in text.lower(), "the caution for raw dough"


def test_a_name_in_another_script_does_not_stop_the_printer(client: Client, dough: Dough) -> None:
    dough.name = "Овсяные № 3 – „süß“ 饼"
    dough.save(update_fields=["name"])
    for path in ("sheet.pdf", "label.pdf"):
        assert pages(fetched(client, f"/doughs/{dough.pk}/{path}")) >= 1
