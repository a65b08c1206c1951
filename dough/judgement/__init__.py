"""What to make of it: against bands, against the target, against what was baked."""
