"""How passwords are hashed, and what it costs."""

from __future__ import annotations

from django.contrib.auth.hashers import Argon2PasswordHasher


class Hasher(Argon2PasswordHasher):
    """Argon2id with 46 MiB and one pass, one of the settings OWASP's cheat sheet calls equal: about 40 ms and 46 MiB a
    try here. Hashes of other settings are still read, and renewed at the next sign-in."""

    time_cost = 1
    memory_cost = 47_104
    parallelism = 1
