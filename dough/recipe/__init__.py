"""Recipes as people write them, read line by line into ingredients, grams and questions."""

#: Counts every change of what a text is understood as, so that what was understood before can be told from it.
READER = 8
