"""How often one may ask: by link and by address, counted in this process."""

from __future__ import annotations

import threading
from collections import OrderedDict

#: Calls in a window, s: of one ballot's link; of links that open nothing, by address.
WINDOW_S, OF_A_LINK, OF_WRONG_ONES = 60.0, 90, 30
MOST_KEPT = 5000


class Limit:
    """So many calls of a name in a window; the oldest names are forgotten."""

    def __init__(self, most: int, window_s: float = WINDOW_S) -> None:
        self.most, self.window_s = most, window_s
        self._calls: OrderedDict[str, tuple[float, int]] = OrderedDict()
        self._lock = threading.Lock()

    def full(self, name: str, now_s: float) -> bool:
        """Whether a name has used up its calls; this one counts."""
        with self._lock:
            began, calls = self._calls.get(name, (now_s, 0))
            if now_s - began >= self.window_s:
                began, calls = now_s, 0
            if calls >= self.most:
                return True
            self._calls[name] = (began, calls + 1)
            self._calls.move_to_end(name)
            while len(self._calls) > MOST_KEPT:
                self._calls.popitem(last=False)
            return False
