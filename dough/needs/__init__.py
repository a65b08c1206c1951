"""Dietary needs: which there are, how an ingredient stands against each, and on what evidence."""
