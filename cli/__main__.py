"""tarte: forecast, check and judge formula files from a terminal.

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
    if options.command == "read":
        from cli.judging import read_text

        text, because = _text(options.text)
        if because:
            print(because, file=sys.stderr)
            return UNREADABLE
        return read_text(text, options.habit, options.json)
    document, because = _read(options.file)
    if because:
        print(because, file=sys.stderr)
        return UNREADABLE
    if options.command == "needs":
        from cli.judging import needs

        return needs(document, options.need, options.read, options.json)
    if options.command == "findings":
        from cli.judging import finding_list

        return finding_list(document, options.style, options.json)
    use_cache(Path(os.environ.get("TARTE_COMPILED", ROOT / ".tarte")))
    from cli.commands import check, forecast, measured

    if options.command == "measured":
        return measured(document, options.reading, options.json)
    return check(document, options.json) if options.command == "check" else forecast(document, options.json)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="tarte", description="Forecast and check cookie doughs from formula files.")
    commands = parser.add_subparsers(dest="command", required=True)
    verbs = {
        "forecast": "forecast the bake of a formula file",
        "check": "read a file, name its problems",
        "needs": "each line of a file against dietary needs, and why",
        "measured": "readings of a bake beside the forecast",
        "findings": "what stands out in a formula file, and what would mend it",
    }
    for name, words in verbs.items():
        command = commands.add_parser(name, help=words, description=words)
        command.add_argument("file", help="a formula file (JSON), or - for standard input")
        command.add_argument("--json", action="store_true", help="answer in JSON")
    commands.choices["needs"].add_argument("--need", action="append", required=True, help="for instance no-gluten")
    commands.choices["needs"].add_argument(
        "--read", action="append", default=[], metavar="ID[=CODES]", help="a label that was read, and what it names"
    )
    commands.choices["measured"].add_argument(
        "reading", nargs="+", metavar="QUANTITY=READINGS", help='for instance core_c=96 "diameter_mm=84 86"'
    )
    commands.choices["findings"].add_argument("--style", default="", help="judge by this style's bands")
    reading = commands.add_parser("read", help="read a recipe text, as it would be understood")
    reading.add_argument("text", help="a text file, - for standard input, or the text itself")
    reading.add_argument("--habit", default="", choices=["", "metric", "us", "au"], help="whose cups and spoons")
    reading.add_argument("--json", action="store_true", help="answer in JSON")
    listing = commands.add_parser("ingredients", help="list ingredient ids by name")
    listing.add_argument("word", nargs="*", help="part of a name")
    return parser


def _text(name: str) -> tuple[str, str]:
    """A recipe's text and an empty word, or why it can't be read. What is no file's name is the text itself."""
    try:
        if name == "-":
            raw = sys.stdin.buffer.read(MOST_BYTES + 1)
        elif len(name) < 250 and "\n" not in name and Path(name).is_file():
            raw = Path(name).read_bytes()
        else:
            return name, ""
        return raw[:MOST_BYTES].decode("utf-8-sig"), ""
    except OSError as error:
        return "", f"{name} can't be read: {error.strerror}."
    except UnicodeDecodeError:
        return "", f"{name} is not UTF-8 text. Save it as UTF-8 and try again."


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


def quiet() -> int:
    """Run, and end without a word where whoever reads has gone (`tarte … | head`)."""
    try:
        code = main()
        sys.stdout.flush()
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return DONE
    return code


if __name__ == "__main__":
    sys.exit(quiet())
