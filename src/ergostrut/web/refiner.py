"""Panels that carry refined behind the pages: one design at a time, in a thread that steps back; what a job moved on from is left."""

from __future__ import annotations

import contextlib
import logging
import os
from collections import OrderedDict
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from threading import Lock, get_native_id

from ergostrut.core.job.document import Design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.boxes.refine import MeshLevel, Watch

NICE = 10
REMEMBERED = 64
_LOG = logging.getLogger(__name__)


class _LeftError(Exception):
    """The job has moved on."""


@dataclass(frozen=True)
class Refining:
    """Meshes done so far, each with its build."""

    levels: tuple[tuple[str, MeshLevel], ...] = ()
    running: bool = True


class Refiner:
    """``work`` refines a design, telling of every mesh, and keeps what comes of it."""

    def __init__(self, work: Callable[[int, Design, Watch], None]) -> None:
        self._work = work
        self._lock = Lock()
        self._wanted: dict[int, str] = {}
        self._known: OrderedDict[str, Refining] = OrderedDict()
        self._pool = ThreadPoolExecutor(1, "refiner", _step_back)

    def ask(self, job: int, key: str, design: Design) -> Refining:
        """How far it is; begun where nobody did."""
        with self._lock:
            self._wanted[job] = key
            known = self._known.get(key)
            if known is not None:
                self._known.move_to_end(key)
                return known
            found = self._known[key] = Refining()
            while len(self._known) > REMEMBERED:
                self._known.popitem(last=False)
        self._pool.submit(self._run, job, key, design)
        return found

    def known(self, key: str) -> Refining:
        """What is known of a design that needs no refining any more."""
        with self._lock:
            return self._known.get(key, Refining(running=False))

    def forget(self, job: int) -> None:
        with self._lock:
            self._wanted.pop(job, None)

    def close(self) -> None:
        with self._lock:
            self._wanted.clear()
        self._pool.shutdown(wait=True, cancel_futures=True)

    def _run(self, job: int, key: str, design: Design) -> None:
        def watch(build: str, level: MeshLevel) -> None:
            with self._lock:
                if self._wanted.get(job) != key:
                    raise _LeftError
                known = self._known.get(key, Refining())
                self._known[key] = replace(known, levels=(*known.levels, (build, level)))

        with self._lock:
            left = self._wanted.get(job) != key
        try:
            if left:
                raise _LeftError
            self._work(job, design, watch)
        except _LeftError:
            with self._lock:
                self._known.pop(key, None)
            return
        except InputError as error:
            _LOG.info("not refined: %s", error)
        except Exception:
            _LOG.exception("refining a job failed")
        with self._lock:
            if key in self._known:
                self._known[key] = replace(self._known[key], running=False)


def _step_back() -> None:
    with contextlib.suppress(OSError, AttributeError):
        os.setpriority(os.PRIO_PROCESS, get_native_id(), NICE)
