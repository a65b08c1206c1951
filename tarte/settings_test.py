"""Settings for tests: data in a throwaway folder, a cheap password hasher."""

import os
import tempfile

os.environ.setdefault("TARTE_DATA", tempfile.mkdtemp(prefix="tarte-test-"))

# A worker that has driven a browser keeps its loop; the tests after it are as synchronous as those before.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")

from tarte.settings import *  # noqa: F403

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
AXES_ENABLED = False
