"""Checks as they run: what each has found so far, and the end of one that its job has moved on from."""

from __future__ import annotations

import contextlib
import logging
import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from threading import Lock

from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Design
from ergostrut.core.problem import InputError
from ergostrut.core.report import Found, with_found, worst_of

AT_ONCE = 2
GIVES_WAY = 0.001
"""Seconds that a check stands back between its steps: who asks for a drawing meanwhile gets it."""
_LOG = logging.getLogger(__name__)


class LeftError(Exception):
    """The job has moved on: nobody wants this check any more."""


@dataclass(frozen=True)
class Checking:
    """What a check has found so far, worst first, and in words what it is at; empty once it is through."""

    findings: tuple[Finding, ...] = ()
    ahead: str = "everything"


class Told:
    """What running checks have found, by design."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._known: dict[str, tuple[list[Finding], str]] = {}

    def tell(self, key: str, found: Found) -> None:
        with self._lock:
            before = self._known.get(key, ([], ""))[0]
            self._known[key] = with_found(before, found), found.ahead

    def end(self, key: str) -> None:
        with self._lock:
            self._known.pop(key, None)

    def of(self, key: str) -> Checking:
        with self._lock:
            rows, ahead = self._known.get(key, ([], "everything"))
        return Checking(worst_of(rows), ahead)


class Checker:
    """Checks begun behind the pages, the newest of a job alone: ``work`` checks a job's design, and asks its pause whether it is still wanted."""

    def __init__(self, work: Callable[[int, Design, str, Callable[[], None]], object]) -> None:
        self._work = work
        self._lock = Lock()
        self._wanted: dict[int, str] = {}
        self._begun: set[str] = set()
        self._pool = ThreadPoolExecutor(AT_ONCE, "checker")

    def begin(self, job: int, key: str, design: Design, first: str = "") -> None:
        """Check a job's design behind, ``first`` the build that is looked at; what was begun for the job before is ended."""
        with self._lock:
            self._wanted[job] = key
            if key in self._begun:
                return
            self._begun.add(key)
        self._pool.submit(self._run, job, key, design, first)

    def forget(self, job: int) -> None:
        with self._lock:
            self._wanted.pop(job, None)

    def close(self) -> None:
        with self._lock:
            self._wanted.clear()
        self._pool.shutdown(wait=True, cancel_futures=True)

    def _run(self, job: int, key: str, design: Design, first: str) -> None:
        def pause() -> None:
            time.sleep(GIVES_WAY)
            with self._lock:
                left = key not in self._wanted.values()
            if left:
                raise LeftError

        try:
            with contextlib.suppress(LeftError):
                pause()
                self._work(job, design, first, pause)
        except InputError as error:
            # whoever asks for the report is told
            _LOG.info("not checked: %s", error)
        except Exception:
            _LOG.exception("checking a job failed")
        with self._lock:
            self._begun.discard(key)
