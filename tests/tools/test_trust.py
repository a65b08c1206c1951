"""The trust command in small: what it claims holds, on every check."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


def test_a_kitchen_can_be_trusted_in_small() -> None:
    done = subprocess.run(
        [sys.executable, "-m", "tools.trust", "--small"], cwd=ROOT, capture_output=True, text=True, timeout=900
    )
    assert done.returncode == 0, done.stdout + done.stderr
    assert done.stdout.count("✓") == 10
