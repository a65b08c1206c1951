"""Write the names of the model's parameters as a type, from data/bake_parameters.csv."""

from __future__ import annotations

from pathlib import Path

from dough.facts.bake_parameters import parameters

OUT = Path(__file__).resolve().parent.parent / "dough" / "bake" / "parameter_names.py"
HEAD = '''"""The model's parameters by name, as the step's functions take them (generated from data/bake_parameters.csv;
values and sources are there)."""

from __future__ import annotations

from typing import Protocol


class Parameters(Protocol):
    """One parameter set, compiled record or plain object."""

'''


def text() -> str:
    """The module as it should stand."""
    lines: list[str] = []
    for p in parameters().values():
        unit = "" if p.unit in ("-", "") else f", {p.unit}"
        line = f"    {p.symbol}: float  # {p.meaning}{unit}"
        lines.append(line if len(line) <= 120 else f"    {p.symbol}: float")
    return HEAD + "\n".join(lines) + "\n"


def main() -> None:
    OUT.write_text(text(), encoding="utf-8")


if __name__ == "__main__":
    main()
