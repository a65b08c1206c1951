"""What is known and given: tables, units, ingredients, measures, styles, needs, the quantities by name."""
