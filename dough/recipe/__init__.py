"""Recipes as people write them, read line by line into ingredients, grams and questions."""
