"""What is wrong with a database that cannot be used, in words: the cause and what to do."""

from __future__ import annotations

import sqlite3

_CAUSES: tuple[tuple[int, str, str], ...] = (
    (sqlite3.SQLITE_BUSY, "is held by another program", "wait a moment and try again, or close the other program"),
    (sqlite3.SQLITE_LOCKED, "is held by another program", "wait a moment and try again, or close the other program"),
    (sqlite3.SQLITE_READONLY, "may only be read", "give yourself the right to write it and its folder"),
    (sqlite3.SQLITE_PERM, "may not be opened", "give yourself the right to read and write it and its folder"),
    (sqlite3.SQLITE_CANTOPEN, "cannot be opened", "see that its folder is there and that you may write in it"),
    (sqlite3.SQLITE_FULL, "has no room left on its disk", "free some space and try again"),
    (sqlite3.SQLITE_CORRUPT, "is damaged", "put a backup in its place; the damaged file may still be worth keeping"),
    (sqlite3.SQLITE_NOTADB, "is no database", "move the file away, or put a backup in its place"),
    (sqlite3.SQLITE_IOERR, "cannot be read or written: its disk answers with an error", "see to the disk, then put a backup in its place"),
)
_PRIMARY = 0xFF
"""SQLite's extended codes hold the primary one in their low byte."""


class StoreError(Exception):
    """The database cannot be used as it stands; the message gives the cause and what to do."""


class NewerDatabaseError(StoreError):
    """The database was last used by a newer program."""


def cause_of(error: BaseException | None) -> sqlite3.Error | None:
    """SQLite's own error behind another one, if any."""
    for _ in range(8):
        if error is None or isinstance(error, sqlite3.Error):
            return error
        error = getattr(error, "orig", None) or error.__cause__
    return None


def in_words(error: BaseException, name: str = "The database") -> str:
    """A sentence with the cause and what to do. ``name``: the file, where it may be said."""
    found = cause_of(error)
    code = (getattr(found, "sqlite_errorcode", None) or 0) & _PRIMARY
    for known, cause, mend in _CAUSES:
        if code == known:
            return f"{name} {cause}: {mend}. Nothing was changed."
    return f"{name} cannot be used ({found or error}): put a backup in its place, or start with an empty folder. Nothing was changed."


def is_busy(error: BaseException) -> bool:
    """Whether somebody else holds the database just now."""
    return ((getattr(cause_of(error), "sqlite_errorcode", None) or 0) & _PRIMARY) in (sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED)
