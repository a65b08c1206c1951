"""Where the compiled step of the bake model is kept.

The compiler keys its cache to one file; ours spans several. A folder named after all of them makes an
old step impossible to pick up after a change.
"""

from __future__ import annotations

import hashlib
import os
from pathlib import Path

CORE = Path(__file__).resolve().parent.parent / "dough"
SOURCES = (*sorted((CORE / "bake").glob("*.py")), CORE / "facts" / "nature.py")


def use_cache(data: Path) -> Path:
    """Point the compiler at a folder under data for the present sources. Call before the model is imported."""
    digest = hashlib.sha256()
    for path in SOURCES:
        digest.update(path.name.encode() + path.read_bytes())
    folder = data / "compiled" / digest.hexdigest()[:16]
    os.environ.setdefault("NUMBA_CACHE_DIR", str(folder))
    return Path(os.environ["NUMBA_CACHE_DIR"])
