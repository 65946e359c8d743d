"""Longer searches for a shorter plan: in a thread each, told how far they are, stopped when somebody says so."""

from __future__ import annotations

import time
from collections import OrderedDict
from collections.abc import Callable
from dataclasses import dataclass, field
from threading import Lock, Thread

from ergostrut.core.make.schedule.plan import Schedule
from ergostrut.core.make.schedule.shortest import Watch

LONG = 60.0
"""Seconds that a search somebody asked for takes at the most."""
KEPT = 12
"""Searches whose plans are kept."""


@dataclass
class Search:
    """A search as it stands: ``days`` of the best plan by now, of which none takes less than ``least``; ``found`` when it is over."""

    begun: float = field(default_factory=time.monotonic)
    days: float | None = None
    least: float | None = None
    found: Schedule | None = None
    running: bool = True
    stopped: bool = False
    _stop: Callable[[], None] | None = None

    def began(self, stop: Callable[[], None]) -> None:
        self._stop = stop
        if self.stopped:
            stop()

    def told(self, days: float, least: float) -> None:
        self.days, self.least = days, least

    def end(self) -> None:
        """Stop with what there is by now."""
        self.stopped = True
        if self._stop is not None:
            self._stop()

    @property
    def seconds(self) -> float:
        return time.monotonic() - self.begun


class Searching:
    """The searches of all jobs, each by what its plan hangs on."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._rows: OrderedDict[str, Search] = OrderedDict()

    def known(self, key: str) -> Search | None:
        with self._lock:
            return self._rows.get(key)

    def begin(self, key: str, work: Callable[[Watch], Schedule]) -> Search:
        """Search, unless that is being done or was; one search at a time, so that pages still answer."""
        with self._lock:
            if key in self._rows:
                return self._rows[key]
            for other in self._rows.values():
                if other.running:
                    other.end()
            one = self._rows[key] = Search()
            while len(self._rows) > KEPT:
                self._rows.popitem(last=False)

        def run() -> None:
            try:
                one.found = work(one)
            finally:
                one.running = False

        Thread(target=run, name="plan search", daemon=True).start()
        return one
