"""Cards and batch sheets as files: read back by readers that are not ours."""

from __future__ import annotations

import csv
import io
import json
import re
from typing import Any

import extruct
import pytest
from django.test import Client
from pypdf import PdfReader

from dough.facts.kitchen_measures import Habit
from dough.formats.opening import open_recipe
from kitchen.models import Dough, Kitchen, Lot, Mixer
from kitchen.prints.page import NO_LETTER, new_page, plain, words
from tests.conftest import send

pytestmark = pytest.mark.django_db
#: Names of schema.org's Recipe, HowToStep and NutritionInformation that a card uses; any other is a slip.
KNOWN = {
    "Recipe": {
        "name", "recipeCategory", "cookingMethod", "recipeIngredient", "recipeInstructions", "description", "version",
        "dateModified", "recipeYield", "cookTime", "nutrition",
    },
    "HowToStep": {"position", "text"},
    "NutritionInformation": {
        "servingSize", "calories", "fatContent", "saturatedFatContent", "carbohydrateContent", "sugarContent",
        "fiberContent", "proteinContent",
    },
}  # fmt: skip


def renamed(dough: Dough, name: str) -> Dough:
    Dough.objects.filter(pk=dough.pk).update(name=name)
    dough.refresh_from_db()
    return dough


def page_of(client: Client, dough: Dough, query: str = "") -> str:
    answer = client.get(f"/api/doughs/{dough.pk}/card.html{query}")
    assert answer.status_code == 200
    assert answer["Content-Disposition"].startswith("attachment")
    return answer.content.decode()


def pdf_text(content: bytes) -> str:
    return "\n".join(p.extract_text() for p in PdfReader(io.BytesIO(content)).pages)


def test_the_page_s_recipe_is_found_by_an_independent_reader(client: Client, kept: Dough) -> None:
    page = page_of(client, renamed(kept, "Oat </script><b>rounds</b> & “more”"), "?units=us")
    found = extruct.extract(page, syntaxes=["json-ld"])["json-ld"]
    assert len(found) == 1
    recipe: dict[str, Any] = found[0]
    assert recipe["@type"] == "Recipe"
    assert recipe["name"] == "Oat </script><b>rounds</b> & “more”"
    assert set(recipe) - {"@context", "@type"} <= KNOWN["Recipe"]
    for step in recipe["recipeInstructions"]:
        assert set(step) - {"@type"} <= KNOWN["HowToStep"]
    assert set(recipe["nutrition"]) - {"@type"} <= KNOWN["NutritionInformation"]
    assert re.fullmatch(r"PT\d+M(\d+S)?", recipe["cookTime"])
    assert re.fullmatch(r"\d{4}-\d\d-\d\d", recipe["dateModified"])
    assert recipe["recipeYield"][0].isdigit()
    assert "<b>rounds" not in page, "what a cook typed is escaped"


def test_the_page_stands_alone_and_comes_back_in(client: Client, kept: Dough) -> None:
    page = page_of(client, kept)
    assert not re.search(r"(src|href)=\"?https?:|url\((?!data:)", page), "nothing is fetched"
    assert "<svg" in page
    opened = open_recipe(page, Habit.METRIC)
    want = {x["ingredient"]: x["grams"] for x in kept.draft["lines"]}
    got = {x.ingredient_id: x.grams for x in opened.recipe.lines}
    assert got.keys() == want.keys()
    assert all(abs((got[k] or 0) - g) <= max(0.5, 0.01 * g) for k, g in want.items())


@pytest.mark.parametrize(("paper", "wide"), [("a4", 595.3), ("a5", 419.5), ("letter", 612.0)])
def test_cards_come_on_three_papers_with_everything_on_them(
    client: Client, kept: Dough, paper: str, wide: float
) -> None:
    answer = client.get(f"/api/doughs/{kept.pk}/card.pdf?paper={paper}&units=metric")
    pdf = PdfReader(io.BytesIO(answer.content))
    assert float(pdf.pages[0].mediabox.width) == pytest.approx(wide, abs=1)
    said = " ".join(pdf_text(answer.content).split())
    card = client.get(f"/api/doughs/{kept.pk}/card?units=metric").json()
    for text in (card["makes"], *card["steps"], *card["holds"], *card["cautions"]):
        assert text in said
    resources: Any = [p["/Resources"] for p in pdf.pages]
    fonts = {str(x.get_object()["/BaseFont"]) for r in resources for x in r["/Font"].values()}
    assert fonts
    assert all("TarteSheet" in f for f in fonts), "no font that a printer has to guess"


def test_a_name_in_any_letters_prints(client: Client, kept: Dough) -> None:
    name = "Šaľa Ёлка Κουλουράκι ½ → Çöğ"
    said = pdf_text(client.get(f"/api/doughs/{renamed(kept, name).pk}/card.pdf").content)
    assert name in said
    page = new_page("x")
    words(page, "Tea 抹茶", 10)
    assert f"Tea {NO_LETTER}{NO_LETTER}" in pdf_text(bytes(page.output())), "a letter that is missing is seen to be"
    assert plain("a\x00b\x1b") == "ab"


def test_a_card_of_a_version_has_its_day_as_the_kitchen_writes_days(client: Client, kept: Dough) -> None:
    one = client.get(f"/api/doughs/{kept.pk}/card?version=1").json()
    assert one["version"] == "version 1"
    assert re.fullmatch(r"\d{1,2} [A-Z][a-z]+ \d{4}", one["day"])
    Kitchen.objects.update(dates="iso")
    assert re.fullmatch(r"\d{4}-\d\d-\d\d", client.get(f"/api/doughs/{kept.pk}/card?version=1").json()["day"])
    Kitchen.objects.update(dates="month_first")
    assert re.fullmatch(r"[A-Z][a-z]+ \d{1,2}, \d{4}", client.get(f"/api/doughs/{kept.pk}/card").json()["day"])
    assert client.get(f"/api/doughs/{kept.pk}/card?version=7").status_code == 404


@pytest.mark.parametrize(
    ("query", "says"),
    [("units=stone", "Units are"), ("by=pieces&size=none", "number"), ("by=pieces&size=-4", ""),
     ("by=factor&size=", ""), ("by=pieces&size=99999999", "")],
)  # fmt: skip
def test_a_wrong_wish_gets_words_that_say_what_to_do(client: Client, kept: Dough, query: str, says: str) -> None:
    answer = client.get(f"/api/doughs/{kept.pk}/card?{query}")
    assert answer.status_code == 422
    told = json.dumps(answer.json(), ensure_ascii=False)
    assert says in told
    assert len(told) > 60


def test_a_batch_sheet_has_a_column_a_batch_and_the_lots_there_are(client: Client, kept: Dough) -> None:
    Mixer.objects.create(name="Old Bess", most_g=2500.0, least_g=400.0)
    Lot.objects.create(name="Butter of May", ingredient="butter", code="B-77")
    body = client.get(f"/api/doughs/{kept.pk}/batch-sheet?pieces=300").json()
    assert body["batches"] >= 2
    assert body["batch_g"] <= 2500.0
    assert next(x for x in body["lines"] if x["name"].startswith("Butter"))["lots"] == ["B-77"]
    said = pdf_text(client.get(f"/api/doughs/{kept.pk}/batch-sheet.pdf?pieces=300").content)
    for n in range(1, body["batches"] + 1):
        assert f"batch {n}" in said
    for text in ("B-77", "Signed", "Pieces good", "71 °C"):
        assert text in said
    assert client.get(f"/api/doughs/{kept.pk}/batch-sheet?pieces=0").status_code == 422
    assert client.get(f"/api/doughs/{kept.pk}/batch-sheet?mixer=999").status_code == 422


def test_tables_open_in_spreadsheets_with_their_letters_right(client: Client, kept: Dough) -> None:
    """A spreadsheet takes a table for UTF-8 by its first three bytes, and for text what begins like a formula."""
    text = send(client, "GET", f"/doughs/{kept.pk}/write/table").json()["text"]
    assert text.encode().startswith(b"\xef\xbb\xbf")
    assert client.get(f"/api/doughs/{kept.pk}/bakes.csv").content.startswith(b"\xef\xbb\xbf")
    rows = list(csv.reader(io.StringIO(text.removeprefix("\ufeff"))))
    assert rows[0][0] == "ingredient_id"
    assert len({len(r) for r in rows}) == 1
    assert open_recipe(text, Habit.METRIC).kind == "table"
