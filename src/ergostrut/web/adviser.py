"""Advice found behind the pages, in a process of its own: it shows how far it is, can be stopped, and never slows an edit."""

from __future__ import annotations

import atexit
import contextlib
import logging
import multiprocessing
import os
import time
from collections import OrderedDict
from dataclasses import dataclass, replace
from multiprocessing.connection import Connection
from threading import Condition, Thread
from typing import Any

from ergostrut.core.advice.mends import advising, sought
from ergostrut.core.advice.trying import Mend
from ergostrut.core.job.document import Design
from ergostrut.core.report import check
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.threads import one_thread

BUDGET_S = 90.0
"""Longest search for one design; what was found until then stands, and the page says that it was cut short."""
PATIENCE_S = 20.0
"""How long a search may take to notice that it is no longer wanted before its process is ended."""
UNASKED_S = 5.0
"""A page that shows a search looks at it more often than this: after so long without, others that wait come first."""
NICE = 10
"""How far the process steps back before those that answer pages."""
REMEMBERED = 64
_LOG = logging.getLogger(__name__)


@dataclass(frozen=True)
class Advice:
    """What was found so far: ``looked`` of ``total`` findings are done. ``ended``: why it stopped early, "" while running or when whole."""

    mends: tuple[Mend, ...] = ()
    looked: int = 0
    total: int = 0
    running: bool = True
    ended: str = ""


def _work(pipe: Connection, nice: int) -> None:
    """The process: a design comes, mends go as they are found; any further message means that it is not wanted any more."""
    with contextlib.suppress(OSError):
        os.nice(nice)
    one_thread()
    catalog = shipped_catalog()
    while True:
        try:
            design: Design | None = pipe.recv()
            if design is None:
                # "not wanted any more" that crossed with the last word of the search before: there is nothing left to leave
                continue
            report = check(design, catalog)
            pipe.send(("total", sought(report)))
            for mend in advising(report, catalog, lambda: not pipe.poll()):
                pipe.send(("mend", mend))
            if pipe.poll():
                pipe.recv()
            pipe.send(("done", None))
        except (EOFError, OSError):
            return


class Adviser:
    """Designs that wait their turn, one searched at a time: a job that moved on takes its older design out, one that nobody looks at any more
    lets the others go first."""

    def __init__(self) -> None:
        self._changed = Condition()
        self._waiting: OrderedDict[int, tuple[str, Design]] = OrderedDict()
        self._wanted: dict[int, str] = {}
        self._asked: dict[int, float] = {}
        self._known: OrderedDict[str, Advice] = OrderedDict()
        self._thread: Thread | None = None
        self._process: Any = None
        self._pipe: Connection | None = None
        self._closed = False
        self._searching = ""
        """The design that is searched now, by its key."""

    def ask(self, job: int, key: str, design: Design, *, again: bool = False) -> Advice:
        """What is known by now; a search is begun, or the job's older one left, where needed."""
        with self._changed:
            self._wanted[job] = key
            self._asked[job] = time.monotonic()
            known = self._known.get(key)
            # a late question about an older design may have taken this one's place
            lost = known is not None and known.running and key not in (self._searching, self._waiting.get(job, ("",))[0])
            if known is not None and not lost and not (again and known.ended):
                self._known.move_to_end(key)
                return known
            fresh = self._keep(key, Advice())
            self._waiting.pop(job, None)
            self._waiting[job] = (key, design)
            if self._thread is None:
                self._thread = Thread(target=self._run, name="adviser", daemon=True)
                # ended before the interpreter ends its process under it
                atexit.register(self.close)
                self._thread.start()
            self._changed.notify_all()
            return fresh

    def stop(self, job: int, key: str) -> Advice:
        """Leave the search for a job; what was found so far stays."""
        with self._changed:
            self._wanted.pop(job, None)
            self._asked.pop(job, None)
            self._waiting.pop(job, None)
            known = self._known.get(key, Advice(running=False, ended="stopped"))
            if known.running:
                known = self._keep(key, replace(known, running=False, ended="stopped"))
            return known

    def close(self) -> None:
        """End the thread and the process."""
        atexit.unregister(self.close)
        with self._changed:
            self._closed = True
            self._waiting.clear()
            self._wanted.clear()
            self._changed.notify_all()
        if self._thread is not None:
            self._thread.join(timeout=5)
        self._end_process()

    def _unasked(self, job: int) -> bool:
        return time.monotonic() - self._asked.get(job, 0.0) > UNASKED_S

    def _keep(self, key: str, advice: Advice) -> Advice:
        self._known[key] = advice
        self._known.move_to_end(key)
        while len(self._known) > REMEMBERED:
            self._known.popitem(last=False)
        return advice

    def _started(self) -> Connection:
        if self._pipe is None or not self._process.is_alive():
            self._end_process()
            # spawned, not forked: the server's threads and its database stay out of it
            context = multiprocessing.get_context("spawn")
            near, far = context.Pipe()
            process = context.Process(target=_work, args=(far, NICE), name="ergostrut-adviser", daemon=True)
            process.start()
            far.close()
            self._process, self._pipe = process, near
        return self._pipe

    def _end_process(self) -> None:
        # taken once, whoever ends it: a pipe closed twice closes a stranger's file
        with self._changed:
            process, self._process = self._process, None
            pipe, self._pipe = self._pipe, None
        if process is not None:
            process.terminate()
            process.join(timeout=5)
        if pipe is not None:
            pipe.close()

    def _run(self) -> None:
        while True:
            with self._changed:
                while not self._waiting and not self._closed:
                    self._changed.wait()
                if self._closed:
                    return
                # the longest waiting of those that are looked at, else the longest waiting
                job = min(self._waiting, key=self._unasked)
                key, design = self._waiting.pop(job)
                self._searching = key
            try:
                ended = self._search(job, key, design)
            except Exception:
                # whatever it was, the next search gets a process of its own
                if not self._closed:
                    _LOG.exception("the search for mends broke off")
                self._end_process()
                ended = "the search broke off"
            with self._changed:
                self._searching = ""
                known = self._known.get(key, Advice())
                if known.running:
                    self._keep(key, replace(known, running=False, ended=ended))
                if ended == "left":
                    # an answer nobody waited for is not an answer: asked again, it is sought again
                    self._known.pop(key, None)

    def _search(self, job: int, key: str, design: Design) -> str:
        """Hand a design to the process and take in what it finds; why it ended early, or nothing."""
        pipe = self._started()
        pipe.send(design)
        until, ended = time.monotonic() + BUDGET_S, ""
        while True:
            if pipe.poll(0.05):
                word, value = pipe.recv()
                if word == "done":
                    return ended
                self._take(key, word, value)
            if not ended:
                ended = self._why_not(job, key, until)
                if ended:
                    pipe.send(None)
                    until = time.monotonic() + PATIENCE_S
            elif time.monotonic() > until:
                self._end_process()
                return ended

    def _take(self, key: str, word: str, value: Any) -> None:
        with self._changed:
            known = self._known.get(key)
            if known is None or not known.running:
                return
            if word == "total":
                self._keep(key, replace(known, total=value))
            else:
                self._keep(key, replace(known, mends=known.mends + ((value,) if value is not None else ()), looked=known.looked + 1))

    def _why_not(self, job: int, key: str, until: float) -> str:
        with self._changed:
            known = self._known.get(key)
            if self._closed or known is None or not known.running:
                return "stopped"
            outwaited = self._unasked(job) and not all(self._unasked(other) for other in self._waiting)
            if self._wanted.get(job) != key or outwaited:
                return "left"
        return "out of time" if time.monotonic() > until else ""
