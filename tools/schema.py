"""The API's contract: the OpenAPI document and the TypeScript types made from it.

python -m tools.schema          write both
python -m tools.schema --check  fail when either differs from what the API says now
"""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

WEB = Path(__file__).resolve().parent.parent / "web"
DOCUMENT = WEB / "openapi.json"
TYPES = WEB / "src" / "api" / "schema.d.ts"


def current() -> str:
    """The OpenAPI document of the API as it is now, keys sorted."""
    import os

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings_test")
    import django

    django.setup()
    from kitchen.api import api

    return json.dumps(api.get_openapi_schema(), indent=1, sort_keys=True) + "\n"


def main(check: bool) -> int:
    document = current()
    if not check:
        DOCUMENT.write_text(document, encoding="utf-8")
        return subprocess.call(["npm", "run", "-s", "schema"], cwd=WEB)
    if DOCUMENT.read_text(encoding="utf-8") != document:
        print("web/openapi.json is not what the API says now: run `make schema`.", file=sys.stderr)
        return 1
    command = ["npx", "openapi-typescript", "openapi.json", "--default-non-nullable=false"]
    return subprocess.call([*command, "-o", str(TYPES), "--check"], cwd=WEB, stdout=subprocess.DEVNULL)


if __name__ == "__main__":
    sys.exit(main("--check" in sys.argv))
