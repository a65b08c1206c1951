"""What to do about it: swaps, the next step, a series of bakes."""
