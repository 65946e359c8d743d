"""The database in and out."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Callable
from pathlib import Path

from sqlalchemy.orm import Session

from ergostrut.core.catalog.own import KINDS, extended, merged
from ergostrut.core.document.stockroom import checked
from ergostrut.core.job.document import write_job
from ergostrut.core.problem import InputError
from ergostrut.files.card_json import write_card
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.files.stock_json import read_stock, write_stock
from ergostrut.files.stockroom_csv import read_stockroom, write_stockroom
from ergostrut.store import jobs, stock, stockroom
from ergostrut.store.database import Database, backup
from ergostrut.store.trouble import StoreError

from .codes import HOLDS, UNUSABLE
from .jobs import load


def data_path() -> Path:
    """Where the database lies: ERGOSTRUT_DATA, else ``var`` beside the program's start."""
    return Path(os.environ.get("ERGOSTRUT_DATA", "var")) / "ergostrut.db"


def take_in(args: argparse.Namespace) -> int:
    loaded = load(args.job)
    if loaded is None:
        return UNUSABLE
    job, report = loaded
    with Database(data_path()).writing() as session:
        saved = jobs.create(session, job, label="imported", card=write_card(report))
    print(f"job {saved.id}: {saved.design.name}")
    return HOLDS


def give_out(args: argparse.Namespace) -> int:
    with Database(data_path()).reading() as session:
        try:
            text = write_job(jobs.export(session, args.number, shipped_catalog().version))
        except jobs.NoSuchJobError as error:
            print(error, file=sys.stderr)
            return UNUSABLE
        except InputError as error:
            print(f"job {args.number} is given out as it is stored, since it cannot be read: {error}", file=sys.stderr)
            text = jobs.as_stored(session, args.number)
    sys.stdout.write(text)
    return HOLDS


def own_stock(args: argparse.Namespace) -> int:
    def written(session: Session) -> str:
        return write_stock(stock.everything(session))

    def taken(text: str, session: Session) -> str:
        found = read_stock(text)
        extended(shipped_catalog(), merged(stock.everything(session), found))
        stock.put(session, found)
        return ", ".join(f"{len(getattr(found, name))} {name}" for name, _ in KINDS.values())

    return _either_way(args, written, taken)


def on_hand(args: argparse.Namespace) -> int:
    def written(session: Session) -> str:
        return write_stockroom(stockroom.everything(session))

    def taken(text: str, session: Session) -> str:
        rows = read_stockroom(text)
        checked(rows, extended(shipped_catalog(), stock.everything(session)))
        stockroom.put(session, rows)
        return f"{len(rows)} rows"

    return _either_way(args, written, taken)


def _either_way(args: argparse.Namespace, written: Callable[[Session], str], taken: Callable[[str, Session], str]) -> int:
    """Print what the shop has as a file, or take a file in whole or not at all; ``taken`` says what it held."""
    database = Database(data_path())
    if args.way == "export":
        with database.reading() as session:
            sys.stdout.write(written(session))
        return HOLDS
    try:
        text = Path(args.file or "").read_text(encoding="utf-8")
        with database.writing() as session:
            words = taken(text, session)
    except OSError as error:
        print(f"{args.file or f'{args.what} import'}: cannot be read: {(error.strerror or 'unknown reason').lower()}", file=sys.stderr)
        return UNUSABLE
    except (InputError, UnicodeDecodeError) as error:
        print(f"{args.file}: {error}", file=sys.stderr)
        return UNUSABLE
    print(f"{words} taken in")
    return HOLDS


def copy(args: argparse.Namespace) -> int:
    try:
        backup(data_path(), Path(args.file))
    except (FileNotFoundError, StoreError) as error:
        print(error, file=sys.stderr)
        return UNUSABLE
    print(f"copied to {args.file}")
    return HOLDS
