"""Questions to the database, answered as core types."""
