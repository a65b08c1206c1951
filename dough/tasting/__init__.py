"""Proof by tasting: which test, how many tasters, in which order, and what came of it."""
