"""Small designed series of bakes: planned, ordered by chance, and read with how sure."""
