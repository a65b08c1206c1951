"""What a cook writes down and changes: a formula with its process, and the cookie wanted of it."""
