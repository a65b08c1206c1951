"""A dough as a schema.org Recipe (JSON-LD): what other programs read of it."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

#: Nutrients by the name of schema.org's NutritionInformation, and how their unit is written there.
NUTRITION = {
    "kcal": ("calories", "kcal"), "fat": ("fatContent", "g"), "saturates": ("saturatedFatContent", "g"),
    "carbohydrate": ("carbohydrateContent", "g"), "sugars": ("sugarContent", "g"), "fibre": ("fiberContent", "g"),
    "protein": ("proteinContent", "g"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class RecipeSaid:
    """What a Recipe holds: its name, version and day (ISO), ingredients and steps in words, pieces with their portion,
    minutes in the oven, and figures of nutrition per baked piece (key, amount) with the piece's mass in g."""

    name: str
    ingredients: Sequence[str]
    steps: Sequence[str]
    description: str = ""
    version: str = ""
    day: str = ""
    pieces: int | None = None
    portion_g: float | None = None
    minutes: float | None = None
    nutrition: Sequence[tuple[str, float]] = ()
    piece_g: float | None = None


def recipe_document(said: RecipeSaid) -> dict[str, Any]:
    """The JSON-LD document; what is not known is not in it."""
    found: dict[str, Any] = {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": said.name,
        "recipeCategory": "Cookies",
        "cookingMethod": "Baking",
        "recipeIngredient": list(said.ingredients),
        "recipeInstructions": [{"@type": "HowToStep", "position": n, "text": t} for n, t in enumerate(said.steps, 1)],
    }
    if said.description:
        found["description"] = said.description
    if said.version:
        found["version"] = said.version
    if said.day:
        found["dateModified"] = said.day
    if said.pieces:
        portion = f" of {said.portion_g:g} g" if said.portion_g else ""
        found["recipeYield"] = [str(said.pieces), f"{said.pieces} pieces{portion}"]
    if said.minutes:
        found["cookTime"] = duration(said.minutes)
    if said.nutrition and said.piece_g:
        figures = {NUTRITION[k][0]: f"{v:.1f} {NUTRITION[k][1]}" for k, v in said.nutrition if k in NUTRITION}
        found["nutrition"] = {
            "@type": "NutritionInformation", "servingSize": f"1 piece, {said.piece_g:.0f} g", **figures,
        }  # fmt: skip
    return found


def duration(minutes: float) -> str:
    """Minutes as ISO 8601 has them: 12.5 is PT12M30S."""
    whole, seconds = divmod(round(60 * minutes), 60)
    return f"PT{whole}M{seconds}S" if seconds else f"PT{whole}M"


def inside_page(document: dict[str, Any]) -> str:
    """The document as text that can stand inside a script element: no sign of it can end the element."""
    text = json.dumps(document, ensure_ascii=False, indent=1)
    return text.replace("<", "\\u003c").replace(">", "\\u003e").replace("&", "\\u0026")
