"""What to change next: single levers, pairs, and a search for the whole target."""
