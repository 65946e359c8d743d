"""Opening the database: WAL with full sync, migrated forward a step at a time after a copy is made, writers one after another."""

from __future__ import annotations

import sqlite3
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from importlib.resources import as_file, files
from pathlib import Path
from typing import Any, TypeVar

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Connection, Engine, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session, sessionmaker

from .copies import backup, keep_copy
from .trouble import NewerDatabaseError, StoreError, in_words, is_busy

T = TypeVar("T")
WAIT_MS = 10_000
"""How long a writer waits for another one."""
MIGRATION_WAIT_S = 60.0
"""How long a second start waits while the first moves the database forward."""
CONNECTIONS = 16


def now() -> datetime:
    """UTC without a zone mark, as SQLite keeps it."""
    return datetime.now(UTC).replace(tzinfo=None)


def _patient(run: Callable[[], T], seconds: float) -> T:
    """``run`` again while somebody else holds the database: SQLite's own waiting does not cover every lock."""
    until = time.monotonic() + seconds
    while True:
        try:
            return run()
        except (sqlite3.OperationalError, DBAPIError) as error:
            if not is_busy(error) or time.monotonic() > until:
                raise
            time.sleep(0.05)


def _connected(connection: Any, _record: Any) -> None:
    # transactions are begun by _begin below, not by the driver: it would start writers as readers
    connection.isolation_level = None
    cursor = connection.cursor()
    cursor.execute(f"PRAGMA busy_timeout={WAIT_MS}")
    _patient(lambda: cursor.execute("PRAGMA journal_mode=WAL"), MIGRATION_WAIT_S)
    for pragma in ("synchronous=FULL", "foreign_keys=ON"):
        cursor.execute(f"PRAGMA {pragma}")
    cursor.close()


def _begin(connection: Connection) -> None:
    """A writer takes the write lock before it reads what it will compare; a reader takes none."""
    connection.exec_driver_sql("BEGIN IMMEDIATE" if connection.get_execution_options().get("writes") else "BEGIN")


class Database:
    """An engine and its sessions: ``reading()`` and ``writing()``.

    Raises:
        StoreError: it cannot be opened, is damaged, or was last used by a newer program.
    """

    def __init__(self, path: Path) -> None:
        self.path = path
        try:
            path.parent.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise StoreError(
                f"{path.parent} cannot be made: {(error.strerror or 'unknown reason').lower()}. Choose another folder."
            ) from None
        self.engine: Engine = create_engine(f"sqlite:///{path}", pool_size=CONNECTIONS, max_overflow=2 * CONNECTIONS, pool_timeout=60)
        event.listen(self.engine, "connect", _connected)
        event.listen(self.engine, "begin", _begin)
        self._read = sessionmaker(self.engine, expire_on_commit=False)
        self._write = sessionmaker(self.engine.execution_options(writes=True), expire_on_commit=False)
        try:
            self._migrate()
        except (sqlite3.Error, DBAPIError) as error:
            self.engine.dispose()
            raise StoreError(in_words(error, str(path))) from None
        except StoreError:
            self.engine.dispose()
            raise

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """A session that sees one state of the database and changes nothing."""
        with self._read() as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session that holds the write lock from its first statement on; committed when the block ends well."""
        with self._write() as session:
            yield session
            session.commit()

    def _migrate(self) -> None:
        """Forward to the newest form, one transaction a step: a kill leaves the step before, whole."""
        with as_file(files("ergostrut.store.migrations")) as folder:
            config = Config()
            config.set_main_option("script_location", str(folder))
            steps = [step.revision for step in ScriptDirectory.from_config(config).walk_revisions()][::-1]
            copied: bool | None = None
            while True:
                have = _patient(self._revision, MIGRATION_WAIT_S)
                # one that is made here and now has nothing in it to copy
                copied = have is None if copied is None else copied
                if have is not None and have not in steps:
                    raise NewerDatabaseError(
                        f"{self.path} was last used by a newer Ergostrut (its form is {have}, this program knows {steps[-1]} at most): "
                        "start that one, or use another folder. Nothing was changed."
                    )
                if have == steps[-1]:
                    return
                if not copied:
                    keep_copy(self.path, steps[-1])
                    copied = True
                step = steps[0] if have is None else steps[steps.index(have) + 1]
                _patient(lambda have=have, step=step: self._step(config, have, step), MIGRATION_WAIT_S)  # type: ignore[misc]

    def _revision(self) -> str | None:
        with self.engine.connect() as connection:
            return MigrationContext.configure(connection).get_current_revision()

    def _step(self, config: Config, have: str | None, step: str) -> None:
        with self.engine.execution_options(writes=True).connect() as connection:
            # a table that others point at is rebuilt in a step, and SQLite would empty those with it; outside a transaction only
            raw: Any = connection.connection.dbapi_connection
            raw.execute("PRAGMA foreign_keys=OFF")
            try:
                with connection.begin():
                    # another start may have made this step while we waited for the lock
                    if MigrationContext.configure(connection).get_current_revision() == have:
                        config.attributes["connection"] = connection
                        command.upgrade(config, step)
            finally:
                raw.execute("PRAGMA foreign_keys=ON")


__all__ = ["Database", "backup", "now"]
