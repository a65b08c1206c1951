"""What the Makefile calls: setting up, serving, checking, measuring, taking pictures."""
