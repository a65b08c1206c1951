"""Whose cups, spoons and eggs a text means."""

from __future__ import annotations

import re

from dough.facts.kitchen_measures import Habit
from dough.recipe.amounts import tidy
from dough.recipe.process import oven_of


def guess_habit(text: str) -> Habit:
    """Whose cups and eggs a text most likely means: sticks, ounces and °F speak for the US."""
    flat = tidy(text[:20_000])
    words = r"\b(sticks?|all-purpose|all purpose|confectioners|powdered sugar|°? ?F\b|ounces?|oz|pounds?|lbs?|kosher)\b"
    us = len(re.findall(words, flat))
    oven, said, _, _ = oven_of(flat, Habit.METRIC)
    us += 2 if oven is not None and "F" in said else 0
    metric = len(re.findall(r"\d ?(?:g|ml|kg)\b|caster|plain flour|bicarb|\d{2,3} ?°? ?C\b(?!\.)|°C\b", flat))
    if re.search(r"\bcups?\b", flat) and metric and re.search(r"\b(caster|bicarb soda|plain flour)\b", flat):
        return Habit.AU
    cups = len(re.findall(r"\bcups?\b|\b\d ?c\.? |\bc\. ", flat, re.I))
    return Habit.US if us + cups > metric else Habit.METRIC
