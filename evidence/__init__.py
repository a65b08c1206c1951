"""What the models rest on, and how it is run: bakes with stated outcomes, the fits, the tables of docs/."""
