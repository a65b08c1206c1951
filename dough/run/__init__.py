"""A batch being made at the bench: a script of steps, events as they happen, and the state they come to."""
