"""The command line over the core: it reads and prints, so that the core need not."""
