"""From a number of pieces to a plan: how dough is divided, how it lies on trays, what happens when, what is kept."""
