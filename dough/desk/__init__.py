"""What one look at the desk needs at once: the chain from a draft to the screen, and sheets to print."""
