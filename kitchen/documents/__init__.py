"""Documents as they are stored and sent, and their way to and from the core's own types."""
