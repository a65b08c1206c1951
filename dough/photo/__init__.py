"""A picture of baked cookies on the printed card: measured, and drawn by a simulated camera."""
