"""Opening a recipe from any text: a formula file, a schema.org Recipe (also inside a page), a table, plain words.

Whatever it is, the answer is a recipe text as understood, to be looked through before it enters.
"""

from __future__ import annotations

import contextlib
import csv
import json
import math
import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from html.parser import HTMLParser
from itertools import islice
from typing import Any

from dough.accounts.formula import Line, Step
from dough.facts.errors import EntryError
from dough.facts.ingredients import Confidence, table
from dough.facts.kitchen_measures import CupCalibration, Habit, KitchenAmount
from dough.formats.cells import as_written
from dough.formats.formula_file import FORMAT, FormulaFile, read_formula
from dough.recipe.lines import Understood, read_line
from dough.recipe.process import Bake, facts_of
from dough.recipe.text import RecipeText, read_recipe

MAX_CHARS = 400_000
#: Rows of another program's JSON are read as text up to so many characters, and are a recipe from so many lines on.
MOST_TEXT, FEWEST = 50_000, 2
#: Figures and letters of double width, as plain ones.
WIDE = {0xFF01 + n: 0x21 + n for n in range(94)}
#: “[{”, “{"name”: meant as JSON; “[125 g] butter” and “{test 4}” are not.
JSON_LIKE = re.compile(r"\[\s*(?:[\[{\"]|\]\s*$)|\{(?![^{}\n\":]*\})")
#: A mark of a page, not “< 5 g”.
TAG = re.compile(
    r"</?(?:html|head|body|p|br|li|ul|ol|div|span|b|i|em|strong|a|h[1-6]|table|tbody|thead|tr|td|th|sup|sub|script)\b"
    r"[^<>]*>",
    re.I,
)
#: Columns by which a table says grams itself; any other is read row by row as a recipe's lines are.
OF_ITS_OWN = ("ingredient_id", "grams", "g")


@dataclass(frozen=True, slots=True)
class Opened:
    """What was opened: kind (formula, recipe, table or text), the recipe, and for a formula its file."""

    kind: str
    recipe: RecipeText
    file: FormulaFile | None = None


def open_recipe(text: str, habit: Habit, cups: tuple[CupCalibration, ...] = ()) -> Opened:
    """Open a text of any of the formats. Raises EntryError or EntryErrors with what to do."""
    if len(text) > MAX_CHARS:
        raise EntryError("text", f"That is more than {MAX_CHARS:,} characters. Open one recipe at a time.")
    text = text.translate(WIDE)
    start = text.lstrip("\ufeff \t\r\n")
    if start.startswith(("{", "[")):
        document = _document(start)
        if document is not None or JSON_LIKE.match(start):
            return _json(start, document, habit)
    if TAG.search(start):
        return _page(start, habit, cups)
    if _is_table(start):
        return Opened("table", _table(start, habit))
    return Opened("text", read_recipe(text, habit, cups))


def _document(text: str) -> Any:
    """What a JSON text holds, hard spaces and breaks inside its strings allowed; None where it is no JSON."""
    with contextlib.suppress(ValueError, RecursionError):
        return json.loads(text.replace("\u00a0", " "), strict=False)
    return None


def _json(text: str, document: Any, habit: Habit) -> Opened:
    if document is None:
        try:
            json.loads(text, strict=False)
        except (ValueError, RecursionError) as error:
            raise EntryError("text", f"This looks like JSON but cannot be read: {error}.") from None
    if isinstance(document, Mapping) and document.get("format") == FORMAT:
        file = read_formula(document)
        return Opened("formula", _from_formula(file, habit), file)
    found = _find_recipe(document)
    if found is None:
        # Any other program's rows, read as the words they hold.
        plain = read_recipe(text, habit) if len(text) <= MOST_TEXT else None
        if plain is not None and sum(1 for x in plain.lines if x.ingredient_id) >= FEWEST:
            return Opened("text", plain)
        raise EntryError("text", "There is neither a formula nor a recipe in this JSON.")
    return Opened("recipe", _from_schema_org(found, habit))


class _Scripts(HTMLParser):
    """Collects the JSON-LD of a page, and its plain text for pages without any."""

    def __init__(self) -> None:
        super().__init__(convert_charrefs=True)
        self.found: list[str] = []
        self.text: list[str] = []
        self._inside = ""

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        if tag in ("script", "style"):
            kind = dict(attrs).get("type") or ""
            self._inside = "ld" if tag == "script" and kind.lower().startswith("application/ld+json") else "skip"
            if self._inside == "ld":
                self.found.append("")
        elif tag in ("p", "li", "br", "div", "h1", "h2", "h3", "h4", "tr"):
            self.text.append("\n")
        elif tag in ("td", "th"):
            self.text.append(" | ")

    def handle_endtag(self, tag: str) -> None:
        if tag in ("script", "style"):
            self._inside = ""

    def handle_data(self, data: str) -> None:
        if self._inside == "ld":
            self.found[-1] += data
        elif not self._inside:
            self.text.append(data)


def _page(text: str, habit: Habit, cups: tuple[CupCalibration, ...]) -> Opened:
    parser = _Scripts()
    # What stands before a declaration that is none is read; a page can be broken anywhere.
    with contextlib.suppress(AssertionError, RecursionError):
        parser.feed(text)
    for script in parser.found:
        try:
            found = _find_recipe(json.loads(script))
        except (ValueError, RecursionError):
            continue
        if found is not None:
            return Opened("recipe", _from_schema_org(found, habit))
    return Opened("text", read_recipe("".join(parser.text)[:MOST_TEXT], habit, cups))


def _find_recipe(node: Any, depth: int = 0) -> Mapping[str, Any] | None:
    if depth > 6:
        return None
    if isinstance(node, Mapping):
        kinds = node.get("@type", "")
        if "Recipe" in (kinds if isinstance(kinds, list) else [kinds]):
            return node
        node = [v for v in node.values() if isinstance(v, Mapping | list)]
    if isinstance(node, list):
        for item in node[:200]:
            found = _find_recipe(item, depth + 1)
            if found is not None:
                return found
    return None


def _from_schema_org(recipe: Mapping[str, Any], habit: Habit) -> RecipeText:
    lines = recipe.get("recipeIngredient") or recipe.get("ingredients") or []
    if not isinstance(lines, list):
        lines = [lines]
    lines = [x for x in lines if isinstance(x, str | int | float) and not isinstance(x, bool)]
    text = "Ingredients\n" + "\n".join(str(x)[:400] for x in lines[:300])
    steps = _steps(recipe.get("recipeInstructions"))
    made = recipe.get("recipeYield")
    made = made[0] if isinstance(made, list) and made else made
    said = f"\nMethod\n{steps}\n" + (f"Makes {made}\n" if made else "")
    found = read_recipe((text + said)[:20_000], habit)
    aside = tuple(x for x in found.aside if x not in ("Ingredients", "Method"))
    return replace(found, title=str(recipe.get("name", ""))[:80], aside=aside)


def _steps(node: Any, depth: int = 0) -> str:
    """Instructions as text: sections hold lists of steps, and nothing sensible lies deeper than a few levels."""
    if isinstance(node, str):
        return node[:8000]
    if depth > 6:
        return ""
    if isinstance(node, Mapping):
        return _steps(node.get("text") or node.get("itemListElement") or "", depth + 1)
    if isinstance(node, list):
        return "\n".join(_steps(x, depth + 1) for x in node[:80])
    return ""


def _from_formula(file: FormulaFile, habit: Habit) -> RecipeText:
    p = file.draft.process
    minutes = (p.minutes, p.minutes) if p.minutes else None
    facts = facts_of(p.oven_c, fan=p.fan, minutes=p.minutes, portion_g=p.portion_g)
    bake = Bake(p.oven_c, "", p.fan, minutes, None, p.portion_g, facts)
    return RecipeText(file.name, tuple(as_understood(x) for x in file.draft.formula.lines), (), bake, habit)


def as_understood(line: Line) -> Understood:
    """A line that is known exactly, in the shape of one that was read."""
    grams = line.grams
    quantity = () if grams is None else (KitchenAmount(grams, grams, "g"),)
    asks = ("amount",) if grams is None else ()
    name = line.ingredient.name
    text = f"{grams:g} g {name}" if grams is not None else name
    return Understood(
        text, line.ingredient_id, name, quantity, grams, grams, grams, line.range_g, "", line.step, asks,
        (), "weighed" if grams is not None else "", Confidence.HIGH,
    )  # fmt: skip


def _is_table(text: str) -> bool:
    head = text.splitlines()[0].lower() if text else ""
    cells = [c.strip(' "') for c in head.replace(";", ",").replace("\t", ",").split(",")]
    named = any(c in ("ingredient", "ingredient_id", "name") for c in cells)
    return len(cells) >= 2 and named and any(c in OF_ITS_OWN for c in cells)


def _table(text: str, habit: Habit) -> RecipeText:
    head = text.splitlines()[0]
    comma = max((";", "\t", ","), key=head.count)
    try:
        rows = list(islice(csv.DictReader(text.splitlines(), delimiter=comma), 300))
    except csv.Error:
        words = "This table has a cell that never ends: a quotation mark is missing. Close it and open the table again."
        raise EntryError("text", words) from None
    lines: list[Understood] = []
    for row in rows:
        cell = {str(k).strip().lower(): as_written(str(v or "").strip()) for k, v in row.items() if k}
        name = cell.get("ingredient") or cell.get("name") or ""
        ident = cell.get("ingredient_id", "")
        grams = cell.get("grams") or cell.get("g") or ""
        if not (name or ident):
            continue
        step = cell.get("step", "")
        when = Step(step) if step in list(Step) else None
        unit = cell.get("unit") or "g"
        known = table().get(ident)
        said = f"{grams} {unit} {name or (known.name if known else ident)}" if grams else name or ident
        line = read_line(said, habit, when)
        if known is not None and line.ingredient_id != known.id:
            line = replace(read_line(f"{grams} {unit} {known.name}" if grams else known.name, habit, when), text=said)
        low, high = cell.get("low_g", ""), cell.get("high_g", "")
        if low and high:
            with contextlib.suppress(ValueError):
                span = float(low), float(high)
                if all(map(math.isfinite, span)):
                    line = replace(line, range_g=span)
        lines.append(line)
    return RecipeText("", tuple(lines), (), Bake(None, "", False, None, None, None), habit)
