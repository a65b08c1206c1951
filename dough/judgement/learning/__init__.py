"""What logged bakes teach about a kitchen, its ovens and trays, and about each dough."""
