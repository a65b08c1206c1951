"""The command line: what it prints and how it ends."""

from __future__ import annotations

import io
import json
from pathlib import Path

import pytest

from cli.__main__ import main

EXAMPLE = Path("docs/examples/chewy-drop.json")


def test_a_forecast_reads_like_a_report(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["forecast", str(EXAMPLE)]) == 0
    out = capsys.readouterr().out
    for words in ("Diameter", "mm", "Good minutes", "Best minute", "71 °C", "General parameters".lower()):
        assert words in out or words in out.lower()


def test_a_forecast_in_json_carries_values_ranges_and_series(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["forecast", str(EXAMPLE), "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    wide = answer["ends"]["diameter_mm"]
    assert 70 < wide["low"] < wide["value"] < wide["high"] < 110
    assert answer["series"][0]["core_c"] == pytest.approx(20)
    assert answer["window"]["earliest_min"] < answer["window"]["latest_min"]


def test_problems_are_named_and_end_with_one(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    wrong = json.loads(EXAMPLE.read_text())
    wrong["lines"][1]["ingredient"] = "buttr"
    path = tmp_path / "wrong.json"
    path.write_text(json.dumps(wrong))
    assert main(["check", str(path)]) == 1
    assert "Did you mean butter" in capsys.readouterr().err
    assert main(["forecast", str(path), "--json"]) == 1
    assert json.loads(capsys.readouterr().out)["problems"][0]["where"] == "lines.1.ingredient"


def test_an_unknown_amount_checks_but_does_not_forecast(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    half = json.loads(EXAMPLE.read_text())
    half["lines"][3]["amount"] = None
    path = tmp_path / "half.json"
    path.write_text(json.dumps(half))
    assert main(["check", str(path)]) == 0
    assert "Amount unknown: Granulated sugar" in capsys.readouterr().out
    assert main(["forecast", str(path)]) == 1
    assert "Granulated sugar" in capsys.readouterr().err


@pytest.mark.parametrize("content", [b"not json", b"\xff\xfe\x00", b"[" * 5000])
def test_what_is_not_json_ends_with_three(tmp_path: Path, content: bytes, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "odd.json"
    path.write_bytes(content)
    assert main(["check", str(path)]) == 3
    assert "not" in capsys.readouterr().err


def test_a_missing_file_and_wrong_use(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", "no-such-file.json"]) == 3
    assert "can't be read" in capsys.readouterr().err
    with pytest.raises(SystemExit) as stop:
        main(["bake"])
    assert stop.value.code == 2


def test_standard_input(monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    class Pipe:
        buffer = io.BytesIO(EXAMPLE.read_bytes())

    monkeypatch.setattr("sys.stdin", Pipe())
    assert main(["check", "-"]) == 0
    assert "nothing wrong" in capsys.readouterr().out


def test_ingredients_by_name(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["ingredients", "plain", "flour"]) == 0
    assert "ap " in capsys.readouterr().out
    assert main(["ingredients", "moon dust"]) == 1


def file_of(tmp_path: Path, *lines: tuple[str, float], style: str = "") -> str:
    rows = [{"id": i, "ingredient": i, "amount": g, "unit": "g"} for i, g in lines]
    path = tmp_path / "dough.json"
    document = {"format": "tarte-formula", "version": 1, "name": "Test", "lines": rows, "style": style}
    path.write_text(json.dumps(document))
    return str(path)


def test_needs_tell_every_line_and_the_whole(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = file_of(tmp_path, ("rice_w", 200), ("oats", 80), ("custard", 20), ("dark65", 90), ("oil", 100))
    assert main(["needs", path, "--need", "no-gluten", "--need", "no-milk", "--json"]) == 1
    answer = json.loads(capsys.readouterr().out)
    assert [(n["need"], n["state"], n["words"]) for n in answer["needs"]] == [
        ("no-gluten", "unsure", "read the label"), ("no-milk", "unsure", "read the label"),
    ]  # fmt: skip
    lines = {x["line"]: x for x in answer["needs"][0]["lines"]}
    assert lines["rice_w"]["state"] == "meets"
    assert {k for k, x in lines.items() if x["state"] == "unsure"} == {"oats", "custard", "dark65"}
    assert all(x["why"] for x in lines.values())
    ticks = [word for i in ("oats", "custard", "dark65") for word in ("--read", i)]
    assert main(["needs", path, "--need", "no-gluten", "--need", "no-milk", *ticks]) == 0
    assert "no gluten: meets" in capsys.readouterr().out
    assert main(["needs", path, "--need", "no-milk", "--read", "dark65=Mi", "--json"]) == 1
    assert json.loads(capsys.readouterr().out)["needs"][0]["state"] == "breaks"
    assert main(["needs", path, "--need", "no-fun"]) == 1
    assert "Known: vegan" in capsys.readouterr().err


def test_findings_tell_what_stands_out_and_what_mends_it(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = file_of(
        tmp_path, ("ap", 300), ("butter", 225), ("gran", 150), ("lbrown", 150), ("egg", 75), ("soda", 3), ("salt", 60),
        style="chewy",
    )  # fmt: skip
    assert main(["findings", path, "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    first = answer["findings"][0]
    assert answer["style"] == "chewy"
    assert (first["state"], first["role"], first["lines"]) == ("act", "salt", ["salt"])
    assert first["remedies"][0]["words"].startswith("Table salt to")
    assert first["remedies"][0]["changes"][0]["op"] == "line"
    assert 0 < first["remedies"][0]["changes"][0]["grams"] < 20
    assert first["no_remedy"] == ""
    assert main(["findings", path, "--style", "cakey"]) == 0
    assert "ACT" in capsys.readouterr().out
    assert main(["findings", path, "--style", "loaf"]) == 1
    assert "There is no style" in capsys.readouterr().err


def test_a_recipe_text_is_read_as_the_app_reads_it(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    text = "Rounds\n250 g plain flour\nBaking powder 3 g\n2 eggs\n1 tbsp wattleseed\nBake at 180 °C for 12 minutes."
    path = tmp_path / "recipe.txt"
    path.write_text(text)
    assert main(["read", str(path), "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert [x["ingredient"] for x in answer["lines"]] == ["ap", "bp_da", "egg", ""]
    assert answer["questions"][0]["asks"] == "ingredient"
    assert answer["bake"] == {
        "oven_c": 180, "oven_said": "180 °C", "fan": False, "minutes": [12, 12], "makes": None, "portion_g": None,
    }  # fmt: skip
    assert any("Bake at" in line for line in answer["aside"])
    assert main(["read", "200 g butter\n100 g sugar"]) == 0
    assert "butter" in capsys.readouterr().out
    assert main(["read", "  ", "--json"]) == 1
    assert json.loads(capsys.readouterr().out)["problems"][0]["where"] == "text"


def test_a_question_about_a_known_ingredient_never_says_it_is_not_in_the_table(
    capsys: pytest.CaptureFixture[str],
) -> None:
    assert main(["read", "200 g frobbed butter", "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    for q, line in zip(answer["questions"], answer["lines"], strict=False):
        assert line["ingredient"] == "" or "Not in the table" not in q["words"]
