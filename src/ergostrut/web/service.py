"""What the blueprints share: the database, the catalogue and a bounded cache of reports by content."""

from __future__ import annotations

import json
from collections import OrderedDict
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Lock
from typing import Generic, TypeVar, cast

from flask import current_app
from sqlalchemy.orm import Session

from ergostrut.core.advice.mends import Mend, advise
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.document import Design, InputError, Problem
from ergostrut.core.report import Report, check
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.store import jobs
from ergostrut.store.database import Database

T = TypeVar("T")


class Cache(Generic[T]):
    """Least recently used values by key; never more than ``size``."""

    def __init__(self, size: int) -> None:
        self._size, self._held, self._lock = size, OrderedDict[str, T](), Lock()

    def get(self, key: str) -> T | None:
        with self._lock:
            if key in self._held:
                self._held.move_to_end(key)
            return self._held.get(key)

    def put(self, key: str, value: T) -> T:
        with self._lock:
            self._held[key] = value
            while len(self._held) > self._size:
                self._held.popitem(last=False)
        return value


class Service:
    """One a process."""

    def __init__(self, database: Database) -> None:
        self.database = database
        self.catalog: Catalog = shipped_catalog()
        self._reports: Cache[Report] = Cache(64)
        self._advice: Cache[tuple[Mend, ...]] = Cache(64)
        self._wanted: dict[int, str] = {}
        self._checking, self._advising = Lock(), Lock()

    @contextmanager
    def session(self) -> Iterator[Session]:
        """A transaction: committed when the block ends well, and when a stale write was kept aside."""
        with self.database.session() as session:
            try:
                yield session
            except jobs.StaleError:
                session.commit()
                raise
            session.commit()

    def report(self, design: Design) -> Report:
        """The whole report, from the cache when the same design was checked before.

        Raises:
            InputError: the design names stock the catalogue does not hold.
        """
        key = self._key(design)
        # a page asks for several things at once after a change: the first checks, the others take its report
        with self._checking:
            found = self._reports.get(key)
            if found is not None:
                return found
            try:
                return self._reports.put(key, check(design, self.catalog))
            except StockError as error:
                raise InputError([Problem(field=error.field, message=error.why)]) from None

    def advice(self, job: int, design: Design) -> tuple[Mend, ...]:
        """What would mend a job. One at a time, and given up once the job has moved on: nobody reads that answer any more."""
        key = self._key(design)
        self._wanted[job] = key
        with self._advising:
            found = self._advice.get(key)
            if found is None:
                found = advise(self.report(design), self.catalog, lambda: self._wanted.get(job) == key)
                if self._wanted.get(job) == key:
                    self._advice.put(key, found)
        return found

    @staticmethod
    def _key(design: Design) -> str:
        return json.dumps(design.model_dump(mode="json"), sort_keys=True)


def service() -> Service:
    return cast(Service, current_app.extensions["ergostrut"])
