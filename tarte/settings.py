"""Django settings: few, and each with its reason.

Environment: TARTE_DATA (where the database and the secret key live), TARTE_DEMO=1 (demo kitchen,
signs the demo cook in on loopback), TARTE_DEBUG=1 (development), TARTE_HOSTS (extra host names), TARTE_BACKUPS,
TARTE_BACKUP_HOURS and TARTE_BACKUP_KEEP (where backups of the kitchen go, how often, how many stay), TARTE_TLS
(own or proxy: cookies go over TLS only). How it is served: tarte/serve.py.
"""

import os
from pathlib import Path

from django.core.management.utils import get_random_secret_key

from tarte.compiled import use_cache


def _number(name: str, usual: float) -> float:
    """A figure of the environment; what can't be read as one stops the start with its name."""
    said = os.environ.get(name, "")
    try:
        return float(said) if said else usual
    except ValueError as error:
        raise SystemExit(f"{name} is “{said}”, which is no number. Write it as {usual:g}, or leave it out.") from error


ROOT = Path(__file__).resolve().parent.parent
DATA = Path(os.environ.get("TARTE_DATA", ROOT / ".tarte" / "kitchen"))
# What is kept is its owner's alone: whoever could read the database could lift a session from it.
os.umask(0o077)
DATA.mkdir(parents=True, exist_ok=True)
if DATA.stat().st_mode & 0o077:
    DATA.chmod(0o700)
# One compiled step for every data folder of this checkout: set-up fills it, servers and tests load it.
use_cache(Path(os.environ.get("TARTE_COMPILED", ROOT / ".tarte")))

#: Where backups of the whole kitchen go, after how many hours one is due (0: never by itself), how many stay.
BACKUPS = Path(os.environ.get("TARTE_BACKUPS", DATA / "backups"))
BACKUP_HOURS: float | None = _number("TARTE_BACKUP_HOURS", 24.0) or None
BACKUP_KEEP = int(_number("TARTE_BACKUP_KEEP", 14.0))

#: Where tasters reach their ballots, where that is another listener than the kitchen's own (tarte/serve.py says it).
BALLOTS_AT = os.environ.get("TARTE_BALLOTS_AT", "")

DEBUG = os.environ.get("TARTE_DEBUG") == "1"
DEMO = os.environ.get("TARTE_DEMO") == "1"
DEMO_COOK = "demo"


def _secret_key() -> str:
    """A key made once and kept with the data, so that sessions outlive a restart."""
    path = DATA / "secret-key"
    if not path.exists() or not path.read_text(encoding="ascii", errors="replace").strip():
        # Written beside and moved: a start that is killed leaves no empty key behind.
        part = path.with_suffix(".part")
        part.write_text(get_random_secret_key(), encoding="ascii")
        part.replace(path)
    return path.read_text(encoding="ascii").strip()


SECRET_KEY = _secret_key()
LOOPBACK = ["127.0.0.1", "localhost", "[::1]"]
# Demo mode signs people in without a password, so it answers to loopback names only.
ALLOWED_HOSTS = LOOPBACK + ([] if DEMO else os.environ.get("TARTE_HOSTS", "").split())

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "ninja",
    "kitchen",
]
MIDDLEWARE = [
    # Headers first: what is served as a file carries them too.
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "kitchen.api.shape.OneShape",
    "kitchen.api.slow.Timed",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "tarte.urls"
ASGI_APPLICATION = "tarte.asgi.application"
TEMPLATES: list[dict[str, object]] = []

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "kitchen.sqlite3",
        # Open transactions live in actions: ATOMIC_REQUESTS would make every read take the write lock.
        "OPTIONS": {
            "timeout": 20,
            "transaction_mode": "IMMEDIATE",
            # FULL: a bake log must survive a pulled plug.
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
PASSWORD_HASHERS = ["tarte.hashing.Hasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_VERBOSE = False

#: own: this server speaks TLS itself; proxy: one in front does.
TLS = os.environ.get("TARTE_TLS", "") in ("own", "proxy")
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = TLS
# Guests' phones don't trust the kitchen's own certificate: a ballot, which holds nothing personal, goes without, and so
# do the files its page is made of.
SECURE_REDIRECT_EXEMPT = [r"^b/", r"^assets/"]
# An hour: a browser that was once here by TLS does not come back without; a lost certificate does not lock it out long.
SECURE_HSTS_SECONDS = 3600 if TLS else 0
# A kitchen's names are its own network's: nothing to say of names below them, nor to any browser's built-in list.
SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        "style-src": ["'self'"],
        "img-src": ["'self'", "data:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "form-action": ["'self'"],
        "base-uri": ["'none'"],
        "frame-ancestors": ["'none'"],
    }
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 1_000_000
FILE_UPLOAD_HANDLERS = [
    "kitchen.photos.pictures.CappedUpload",
    "django.core.files.uploadhandler.MemoryFileUploadHandler",
    "django.core.files.uploadhandler.TemporaryFileUploadHandler",
]

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True

WEB = ROOT / "web" / "dist"
STATIC_URL = "/static/"
STATIC_ROOT = DATA / "static"
STATIC_ROOT.mkdir(exist_ok=True)
WHITENOISE_ALLOW_ALL_ORIGINS = False
WHITENOISE_ROOT = WEB if WEB.is_dir() else None


def _immutable(path: str, url: str) -> bool:
    """Built files under /assets/ carry a hash in their name and never change."""
    return url.startswith("/assets/")


WHITENOISE_IMMUTABLE_FILE_TEST = _immutable
# One line each for start and stop, refused writes, failed fits; never what a cook typed. The file is for the day
# after: it turns over at half a megabyte and four are kept.
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "line": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"},
        "json": {"()": "tarte.log.JsonLine"},
    },
    "handlers": {
        "console": {"class": "logging.StreamHandler", "formatter": "line"},
        "file": {
            "class": "logging.handlers.RotatingFileHandler", "filename": DATA / "tarte.log", "formatter": "json",
            "maxBytes": 500_000, "backupCount": 3, "delay": True, "encoding": "utf-8",
        },
    },
    "root": {"handlers": ["console", "file"], "level": "WARNING"},
    "loggers": {"kitchen": {"level": "INFO"}, "tarte": {"level": "INFO"}},
}  # fmt: skip
