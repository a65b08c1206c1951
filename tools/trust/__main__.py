"""How far a kitchen's data can be trusted: what happens when the server is killed, starved, crowded and lied to.

python -m tools.trust            as the claims need: 200 kills, 10,000 calls, 50 editors, 60 guests (some 20 minutes)
python -m tools.trust --small    the same in small, for every check (under a minute)

Only this machine is asked, on throwaway kitchens. Exits 1 where something does not hold.
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from tools.trust import crowd, ends
from tools.trust.ballots import tasting
from tools.trust.kills import kills
from tools.trust.runs import run_kills
from tools.trust.server import Server


def main(small: bool) -> int:
    wrong = 0
    with tempfile.TemporaryDirectory(prefix="tarte-trust-") as beside:
        folder = Path(beside)
        server = Server(folder / "kitchen")
        sessions = server.make()

        def served(do: Callable[[], str]) -> str:
            server.start()
            try:
                return do()
            finally:
                server.kill()

        limit = time.monotonic() + (60 if small else 1500)
        parts: list[Callable[[], str]] = [
            lambda: kills(server, sessions, 3 if small else 200, limit),
            lambda: run_kills(server, sessions, 3 if small else 100, time.monotonic() + (60 if small else 900)),
            lambda: served(lambda: crowd.editors(server, sessions, 6 if small else 50, 3 if small else 8)),
            lambda: served(lambda: crowd.fuzz(server, sessions, 300 if small else 10_000, time.monotonic() + 900)),
            lambda: tasting(server, sessions, 8 if small else 60, 1 if small else 3),
            lambda: ends.hostile(server, sessions),
            lambda: ends.full_disk(server, sessions),
            lambda: ends.damaged(server, folder),
            lambda: ends.port_taken(server),
            lambda: ends.killed_in_backup(server, 1 if small else 8),
        ]
        if not small:
            parts += [lambda: tasting(server, sessions, 60, 0)]
            parts += [lambda: ends.held(server, sessions, 30.0), lambda: ends.killed_in_upgrade(folder, 8)]
        for part in parts:
            said = part()
            wrong += not said.startswith("✓")
            print(said, flush=True)
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main("--small" in sys.argv))
