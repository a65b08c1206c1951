"""Measured bakes: what they come to and how they compare."""
