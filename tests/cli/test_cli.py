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
    for words in ("Diameter", "mm", "Pull window", "Best minute", "71 °C", "General parameters".lower()):
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
