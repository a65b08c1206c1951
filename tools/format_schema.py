"""Write the published schemas of docs/formats from the readers' own names, or check that they are what they say.

python -m tools.format_schema [--check]
"""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path
from typing import Any

from dough.formats.schema import document

OUT = Path(__file__).resolve().parent.parent / "docs" / "formats"


def backup_schema() -> dict[str, Any]:
    """The schema of a backup's tables, which follows from the kitchen's models."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings_test")
    import django

    django.setup()
    from kitchen.backups.tables import schema

    return schema()


def main() -> int:
    found = {"formula.schema.json": document(), "kitchen-backup.schema.json": backup_schema()}
    for name, said in found.items():
        text = json.dumps(said, indent=1, ensure_ascii=False) + "\n"
        if "--check" not in sys.argv:
            OUT.mkdir(parents=True, exist_ok=True)
            (OUT / name).write_text(text, encoding="utf-8")
        elif (OUT / name).read_text(encoding="utf-8") != text:
            print(f"docs/formats/{name} is not what the reader says now: run `make schema`.", file=sys.stderr)
            return 1
    return 0


if __name__ == "__main__":
    sys.exit(main())
