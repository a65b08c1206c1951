"""Write docs/formats/formula.schema.json from the reader's own names, or check that it is what they say.

python -m tools.format_schema [--check]
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

from dough.formats.schema import document

OUT = Path(__file__).resolve().parent.parent / "docs" / "formats" / "formula.schema.json"


def main() -> int:
    text = json.dumps(document(), indent=1, ensure_ascii=False) + "\n"
    if "--check" in sys.argv:
        if OUT.read_text(encoding="utf-8") == text:
            return 0
        print("docs/formats/formula.schema.json is not what the reader says now: run `make schema`.", file=sys.stderr)
        return 1
    OUT.parent.mkdir(parents=True, exist_ok=True)
    OUT.write_text(text, encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
