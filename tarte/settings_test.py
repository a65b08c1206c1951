"""Settings for tests: data in a throwaway folder, a cheap password hasher."""

import os
import tempfile

os.environ.setdefault("TARTE_DATA", tempfile.mkdtemp(prefix="tarte-test-"))

from tarte.settings import *  # noqa: F403

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
AXES_ENABLED = False
