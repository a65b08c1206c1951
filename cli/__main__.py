"""tarte: forecast and check formula files from a terminal.

Exit codes: 0 done, 1 the file was read but has problems or no forecast, 2 wrong use, 3 the file can't be read.
"""

from __future__ import annotations

import argparse
import json
import os
import sys
from pathlib import Path

from tarte.compiled import use_cache

ROOT = Path(__file__).resolve().parent.parent
DONE, PROBLEMS, WRONG_USE, UNREADABLE = 0, 1, 2, 3
MOST_BYTES = 1_000_000


def main(arguments: list[str] | None = None) -> int:
    """Run a command; returns the exit code."""
    options = _parser().parse_args(arguments)
    if options.command == "ingredients":
        from cli.report import ingredient_lines

        found = ingredient_lines(" ".join(options.word))
        print("\n".join(found) or "Nothing in the table by that name.")
        return DONE if found else PROBLEMS
    document, because = _read(options.file)
    if because:
        print(because, file=sys.stderr)
        return UNREADABLE
    use_cache(Path(os.environ.get("TARTE_COMPILED", ROOT / ".tarte")))
    from cli.commands import check, forecast

    return check(document, options.json) if options.command == "check" else forecast(document, options.json)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="tarte", description="Forecast and check cookie doughs from formula files.")
    commands = parser.add_subparsers(dest="command", required=True)
    verbs = {"forecast": "forecast the bake of a formula file", "check": "read a file, name its problems"}
    for name, words in verbs.items():
        command = commands.add_parser(name, help=words, description=words)
        command.add_argument("file", help="a formula file (JSON), or - for standard input")
        command.add_argument("--json", action="store_true", help="answer in JSON")
    listing = commands.add_parser("ingredients", help="list ingredient ids by name")
    listing.add_argument("word", nargs="*", help="part of a name")
    return parser


def _read(name: str) -> tuple[object, str]:
    """The parsed document and an empty text, or None and why it can't be read."""
    try:
        raw = sys.stdin.buffer.read(MOST_BYTES + 1) if name == "-" else Path(name).read_bytes()
    except OSError as error:
        return None, f"{name} can't be read: {error.strerror}."
    if len(raw) > MOST_BYTES:
        return None, f"{name} is larger than {MOST_BYTES // 1000} kB: not a formula file."
    try:
        return json.loads(raw.decode("utf-8-sig")), ""
    except UnicodeDecodeError:
        return None, f"{name} is not UTF-8 text. Save it as UTF-8 and try again."
    except (json.JSONDecodeError, RecursionError) as error:
        where = f" at line {error.lineno}, column {error.colno}" if isinstance(error, json.JSONDecodeError) else ""
        return None, f"{name} is not JSON{where}."


if __name__ == "__main__":
    sys.exit(main())
