"""Recipe texts and what is in them."""
