"""The shop's own stock in the database: added, replaced, removed, kept across restarts and migrations."""

from __future__ import annotations

import sqlite3
from pathlib import Path

import pytest

from ergostrut.core.catalog.own import OwnMetal, OwnSection, OwnStock
from ergostrut.store import stock
from ergostrut.store.database import Database

METAL = OwnMetal(id="own.m", label="m", kind="steel", E=2e5, G=7.7e4, density=7850, Fy=300, Fu=400, source="certificate")
BAR = OwnSection(id="own.b", label="b", family="flat", sizes=(6, 40), material="own.m", stock=(6000,), price_per_m=2)


def test_added_replaced_and_kept(tmp_path: Path) -> None:
    database = Database(tmp_path / "e.db")
    with database.session() as session:
        assert stock.put(session, OwnStock(metals=(METAL,), sections=(BAR,))) == OwnStock(metals=(METAL,), sections=(BAR,))
        dearer = BAR.model_copy(update={"price_per_m": 12.0})
        assert stock.put(session, OwnStock(sections=(dearer,))).sections == (dearer,)
        session.commit()
    database.engine.dispose()
    with Database(tmp_path / "e.db").session() as session:
        assert stock.everything(session).sections[0].price_per_m == 12.0


def test_sorted_by_id(tmp_path: Path) -> None:
    rows = tuple(BAR.model_copy(update={"id": f"own.{name}"}) for name in ("z", "a", "m"))
    with Database(tmp_path / "e.db").session() as session:
        assert [s.id for s in stock.put(session, OwnStock(sections=rows)).sections] == ["own.a", "own.m", "own.z"]


def test_removed_once(tmp_path: Path) -> None:
    with Database(tmp_path / "e.db").session() as session:
        stock.put(session, OwnStock(metals=(METAL,)))
        assert stock.remove(session, "own.m") == OwnStock()
        with pytest.raises(stock.NoSuchStockError, match=r"own\.m"):
            stock.remove(session, "own.m")


def test_a_database_of_the_first_version_gains_the_table(tmp_path: Path) -> None:
    """Migrated forward after a copy is made; jobs stay."""
    path = tmp_path / "old.db"
    database = Database(path)
    database.engine.dispose()
    with sqlite3.connect(path) as connection:
        connection.execute("drop table stock")
        connection.execute("update alembic_version set version_num = '0001'")
        connection.execute("insert into setting (name, value) values ('kept', 'yes')")
    with Database(path).session() as session:
        assert stock.everything(session) == OwnStock()
    assert (tmp_path / "old.before-0002.db").exists()
    with sqlite3.connect(path) as connection:
        assert connection.execute("select value from setting where name = 'kept'").fetchone() == ("yes",)
