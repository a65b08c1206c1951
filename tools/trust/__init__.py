"""How far a kitchen's data can be trusted, by trying: `make trust`."""
