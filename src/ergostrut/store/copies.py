"""Copies of a database that may be in use: written beside, checked, and put in place whole or not at all."""

from __future__ import annotations

import filecmp
import os
import sqlite3
from contextlib import closing
from pathlib import Path
from tempfile import NamedTemporaryFile

from .trouble import StoreError, in_words


def _sync(path: Path) -> None:
    handle = os.open(path, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)


def _copy(source: Path, target: Path) -> None:
    """SQLite's online backup of ``source`` to ``target``, then its own check of every page.

    Raises:
        StoreError: the source is no database, or fails the check.
    """
    try:
        with (
            closing(sqlite3.connect(f"{source.resolve().as_uri()}?mode=rw", uri=True, timeout=30)) as live,
            closing(sqlite3.connect(target)) as copy,
        ):
            if live.execute("select count(*) from sqlite_master where type = 'table'").fetchone()[0] == 0:
                raise StoreError(f"{source} holds no tables: there is nothing to copy.")
            live.backup(copy)
            copy.execute("pragma journal_mode = delete")
            fault = copy.execute("pragma integrity_check").fetchone()[0]
    except sqlite3.Error as error:
        raise StoreError(in_words(error, str(source))) from None
    if fault != "ok":
        first = str(fault).strip().splitlines()[-1]
        raise StoreError(f"{source} is damaged ({first}): nothing was copied. Put an older backup in its place.")


def _beside(target: Path) -> Path:
    target.parent.mkdir(parents=True, exist_ok=True)
    with NamedTemporaryFile(dir=target.parent, prefix=f".{target.name}.", suffix=".part", delete=False) as spot:
        return Path(spot.name)


def backup(source: Path, target: Path) -> None:
    """Copy a database that may be in use. What stood at ``target`` stays until the copy is whole and checked.

    Raises:
        FileNotFoundError: there is no database.
        StoreError: it cannot be read, fails SQLite's own check, or is the target itself.
    """
    if not source.is_file():
        raise FileNotFoundError(f"there is no database at {source}")
    if target.exists() and target.samefile(source):
        raise StoreError(f"{target} is the database itself: choose another file for the copy.")
    part = _beside(target)
    try:
        _copy(source, part)
        _sync(part)
        part.replace(target)
        _sync(target.parent)
    finally:
        part.unlink(missing_ok=True)


def keep_copy(source: Path, wanted: str) -> Path:
    """A copy of ``source`` beside it, made before it is moved forward to ``wanted``; an earlier copy is never written over.

    Raises:
        StoreError: the source cannot be copied.
    """
    part = _beside(source.with_suffix(f".before-{wanted}.db"))
    try:
        _copy(source, part)
        _sync(part)
        for n in range(1, 10_000):
            target = source.with_suffix(f".before-{wanted}.db" if n == 1 else f".before-{wanted}.{n}.db")
            if not target.exists():
                part.replace(target)
                _sync(target.parent)
                return target
            if filecmp.cmp(part, target, shallow=False):
                return target
    finally:
        part.unlink(missing_ok=True)
    raise StoreError(f"there are thousands of copies of {source} beside it already: move some away.")
