"""Every check, in the order in which a mistake is cheapest to find. Stops at the first that fails."""

from __future__ import annotations

import os
import subprocess
import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
PY = sys.executable
#: Two browsers and two servers at work at once are what a small machine carries.
WORKERS = str(min(os.cpu_count() or 1, 2))
#: Every server and worker started would compile all its modules anew.
ENV = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
CHECKS: list[tuple[str, list[str], str]] = [
    ("style", [PY, "-m", "ruff", "check", "-q", "."], "."),
    ("format", [PY, "-m", "ruff", "format", "--check", "-q", "."], "."),
    ("walls", [str(Path(PY).parent / "lint-imports"), "--no-cache"], "."),
    ("types", [PY, "-m", "mypy"], "."),
    ("migrations", [PY, "manage.py", "makemigrations", "--check", "--dry-run", "-v1"], "."),
    ("contract", [PY, "-m", "tools.schema", "--check"], "."),
    ("formats", [PY, "-m", "tools.format_schema", "--check"], "."),
    ("front end style", ["npm", "run", "-s", "lint"], "web"),
    ("front end types", ["npm", "run", "-s", "types"], "web"),
    ("front end tests", ["npm", "run", "-s", "test"], "web"),
    ("tests", [PY, "-m", "pytest", "-n", WORKERS, "--dist", "worksteal", *sys.argv[1:]], "."),
]


def main() -> int:
    for name, command, where in CHECKS:
        begun = time.monotonic()
        print(f"== {name}", flush=True)
        if subprocess.call(command, cwd=ROOT / where, env=ENV):
            print(f"== {name} failed", file=sys.stderr)
            return 1
        print(f"   {time.monotonic() - begun:.0f} s", flush=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())
