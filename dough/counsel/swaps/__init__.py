"""Swaps: which lines break a need, what could stand in for them, and what the whole formula then comes to."""
