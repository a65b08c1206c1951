"""What there is in a dough and where it comes from: each account kept by one owner."""
