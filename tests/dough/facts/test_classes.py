"""Code asks for classes of ingredients, never for their names: adding one touches tables only."""

from __future__ import annotations

import ast
import re
from pathlib import Path

from dough.accounts.formula import Step
from dough.facts.ingredients import ADDITIVE, Role, of_class, table
from dough.facts.styles import styles

HOME = Path("dough/facts/staples.py")
CODE = [
    p for room in ("dough", "kitchen", "cli") for p in sorted(Path(room).rglob("*.py")) if "migrations" not in p.parts
]
#: Words that are ids and mean something else as well: roles, steps, parts, styles, classes, and these keys.
OTHER_WORDS = {
    *Role, *Step, *ADDITIVE, *styles(), *(c for i in table().values() for c in i.classes), "xanthan", "inulin", "tonka",
    "oats", "milk", "white", "yolk", "banana",
}  # fmt: skip


def test_no_ingredient_is_named_in_code_but_the_staples() -> None:
    found = [
        f"{path}:{node.lineno} {node.value}"
        for path in CODE
        if path != HOME
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8")))
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and node.value in table()
        and node.value not in OTHER_WORDS
    ]  # fmt: skip
    assert found == []


def test_no_code_compares_an_ingredient_s_id_with_a_word() -> None:
    named = r"(?:ingredient\.kind|item\.kind|ingredient_id|ingredient\.id|item\.id)"
    pattern = re.compile(named + r"""\s*(?:==|!=|in|not in)\s*[({]?["']\w|\bingredient\(\"""")
    found = [f"{p}: {m.group(0)}" for p in CODE if p != HOME for m in pattern.finditer(p.read_text(encoding="utf-8"))]
    assert found == []


def test_classes_hold_what_their_name_says() -> None:
    assert {i.id for i in of_class("nut")} >= {"almonds", "walnuts", "peanuts", "pinenuts"}
    assert not {i.id for i in of_class("nut")} & {"almond", "hazelmeal", "nutmeg", "cocodes", "chestnuts"}
    assert all(i.role is Role.EGG for i in of_class("raw_egg"))
    assert all(i.parts.ethanol > 1 for i in of_class("alcohol"))
    assert all(i.parts.gluten_forming == 0 or i.is_("wheat") for i in table().values())
    assert all(i.parts.other_sugar > 90 for i in of_class("polyol"))
    assert all(i.parts.salt > 0 for i in of_class("salt"))
