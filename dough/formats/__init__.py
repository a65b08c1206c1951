"""The open formats, read and written."""
