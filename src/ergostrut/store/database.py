"""Opening the database: WAL with full sync, migrated forward after a copy is made, backed up online."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime
from importlib.resources import as_file, files
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session, sessionmaker


def now() -> datetime:
    """UTC without a zone mark, as SQLite keeps it."""
    return datetime.now(UTC).replace(tzinfo=None)


def _pragmas(connection: Any, _record: Any) -> None:
    cursor = connection.cursor()
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON", "busy_timeout=5000"):
        cursor.execute(f"PRAGMA {pragma}")
    cursor.close()


def backup(source: Path, target: Path) -> None:
    """Copy a database that may be in use, with SQLite's online backup."""
    if not source.exists():
        raise FileNotFoundError(f"there is no database at {source}")
    target.parent.mkdir(parents=True, exist_ok=True)
    with sqlite3.connect(source) as live, sqlite3.connect(target) as copy:
        live.backup(copy)


class Database:
    """An engine and its sessions."""

    def __init__(self, path: Path) -> None:
        path.parent.mkdir(parents=True, exist_ok=True)
        self.path = path
        self.engine: Engine = create_engine(f"sqlite:///{path}")
        event.listen(self.engine, "connect", _pragmas)
        self._migrate()
        self.session: sessionmaker[Session] = sessionmaker(self.engine, expire_on_commit=False)

    def _migrate(self) -> None:
        with as_file(files("ergostrut.store.migrations")) as folder, self.engine.connect() as connection:
            config = Config()
            config.set_main_option("script_location", str(folder))
            wanted = ScriptDirectory.from_config(config).get_current_head()
            have = MigrationContext.configure(connection).get_current_revision()
            if have == wanted:
                return
            if have is not None:
                backup(self.path, self.path.with_suffix(f".before-{wanted}.db"))
            config.attributes["connection"] = connection
            command.upgrade(config, "head")
            connection.commit()
