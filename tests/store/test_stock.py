"""The shop's own stock in the database: added, replaced, removed, kept across restarts and migrations."""

from __future__ import annotations

from pathlib import Path

import pytest

from ergostrut.core.catalog.own import OwnMetal, OwnSection, OwnStock
from ergostrut.store import stock
from ergostrut.store.database import Database

METAL = OwnMetal(id="own.m", label="m", kind="steel", E=2e5, G=7.7e4, density=7850, Fy=300, Fu=400, source="certificate")
BAR = OwnSection(id="own.b", label="b", family="flat", sizes=(6, 40), material="own.m", stock=(6000,), price_per_m=2)


def test_added_replaced_and_kept(tmp_path: Path) -> None:
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        assert stock.put(session, OwnStock(metals=(METAL,), sections=(BAR,))) == OwnStock(metals=(METAL,), sections=(BAR,))
        dearer = BAR.model_copy(update={"price_per_m": 12.0})
        assert stock.put(session, OwnStock(sections=(dearer,))).sections == (dearer,)
        session.commit()
    database.engine.dispose()
    with Database(tmp_path / "e.db").writing() as session:
        assert stock.everything(session).sections[0].price_per_m == 12.0


def test_sorted_by_id(tmp_path: Path) -> None:
    rows = tuple(BAR.model_copy(update={"id": f"own.{name}"}) for name in ("z", "a", "m"))
    with Database(tmp_path / "e.db").writing() as session:
        assert [s.id for s in stock.put(session, OwnStock(sections=rows)).sections] == ["own.a", "own.m", "own.z"]


def test_removed_once(tmp_path: Path) -> None:
    with Database(tmp_path / "e.db").writing() as session:
        stock.put(session, OwnStock(metals=(METAL,)))
        assert stock.remove(session, "own.m") == OwnStock()
        with pytest.raises(stock.NoSuchStockError, match=r"own\.m"):
            stock.remove(session, "own.m")
