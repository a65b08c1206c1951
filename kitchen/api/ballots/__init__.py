"""Ballots on tasters' phones: by a link alone, without a session."""
