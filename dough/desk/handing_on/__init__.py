"""What leaves the kitchen for somebody else's hands: cards for people, batch sheets for production."""
