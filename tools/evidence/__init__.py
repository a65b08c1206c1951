"""Fitting the model to its evidence, and writing how it fares. The evidence itself is in tests/evidence."""
