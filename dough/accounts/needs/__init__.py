"""How an ingredient and a whole dough stand against dietary needs, and on what evidence."""
