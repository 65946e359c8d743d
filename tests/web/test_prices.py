"""Prices: typical, the shop's own, a table's, a list's; nothing is saved before somebody takes them."""

from __future__ import annotations

import re
import threading
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from ergostrut.cli import main
from ergostrut.core.job.document import read_job, write_job
from ergostrut.demo.sample import sample_jobs
from ergostrut.devices.lines import LineServer
from ergostrut.devices.prices import SPREAD, VARIABLE, PriceList, asked, told
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.files.prices_csv import read_prices

from .conftest import Shop


@pytest.fixture
def price_list(monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    with LineServer(PriceList(), 0) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        monkeypatch.setenv(VARIABLE, str(server.port))
        yield server.port
        server.shutdown()


def prices(answer: Any) -> dict[str, Any]:
    return {row["price"]["id"]: row for row in answer["prices"]}


def test_a_price_of_ones_own_counts_and_is_given_back(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/cut")["price"]
    typical = prices(shop.get("/api/jobs/1/cut/prices"))["birch.12"]["price"]
    assert typical == {"id": "birch.12", "label": "12 mm birch ply", "per": "sheet", "typical": 82.0, "own": None, "pays": 1.0}
    version = shop.change(shop.get("/api/jobs/1")["version"], "/shop/prices/birch.12", 100.5)["version"]
    assert prices(shop.get("/api/jobs/1/cut/prices"))["birch.12"]["price"]["own"] == 100.5
    assert shop.get("/api/jobs/1/cut")["price"] == pytest.approx(before + 18.5)
    shop.change(version, "/shop/prices/birch.12", None, op="remove")
    assert shop.get("/api/jobs/1/cut")["price"] == pytest.approx(before)


def test_a_table_is_shown_before_it_is_taken(shop: Shop) -> None:
    text = shop.get("/api/jobs/1/cut/prices.csv")
    assert text.startswith("id,what,per,price")
    known = set(prices(shop.get("/api/jobs/1/cut/prices")))
    assert set(read_prices(text, known)) == known
    before = shop.get("/api/jobs/1")["version"]
    offered = prices(shop.post("/api/jobs/1/cut/prices/read", {"text": "price,id\n99,birch.12\n"}))
    assert offered["birch.12"]["offered"] == 99 and sum(row["offered"] is not None for row in offered.values()) == 1
    assert shop.get("/api/jobs/1")["version"] == before


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "line 1"),
        ("id,cost\n", "“price” must be among them"),
        ("id,price\nbirch.12,82\nno.such,3\n", "line 3, id"),
        ("id,price\nbirch.12,cheap\n", "“cheap” is no price"),
        ("id,price\nbirch.12,-1\n", "“-1” is no price"),
        ("id,price\nbirch.12,nan\n", "“nan” is no price"),
        ("id,price\nbirch.12,1\nbirch.12,2\n", "has a price already"),
        ('id,price\n"birch.12,1\n', "no table"),
    ],
)
def test_a_broken_table_is_refused_by_line(shop: Shop, text: str, words: str) -> None:
    assert words in shop.post("/api/jobs/1/cut/prices/read", {"text": text}, 422)["message"]


def test_the_list_is_asked(shop: Shop, price_list: int) -> None:
    catalog = shipped_catalog()
    offered = prices(shop.post("/api/jobs/1/cut/prices/ask", {}))
    some = [row for row in offered.values() if row["offered"] is not None]
    assert len(some) >= 4
    for row in some:
        assert abs(row["offered"] / row["price"]["typical"] - 1) <= SPREAD + 0.05
    assert (
        asked("birch.18", price_list) == pytest.approx(catalog.sheet("birch.18").price, rel=SPREAD) or asked("birch.18", price_list) is None
    )
    assert asked("own.nothing", price_list) is None
    with pytest.raises(ValueError, match="say PRICE"):
        asked("", price_list)
    with pytest.raises(ValueError, match="no answer"):
        told("PRICE other 3", "birch.18")


def test_no_list_is_said(shop: Shop, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv(VARIABLE, "1")
    assert "no price list answers" in shop.post("/api/jobs/1/cut/prices/ask", {}, 422)["message"]


def test_the_command_line_takes_a_table_of_prices_in(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file, table = tmp_path / "job.json", tmp_path / "prices.csv"
    file.write_text(write_job(sample_jobs()[0]), encoding="utf-8")
    assert main(["job-prices", str(file), "export"]) == 0
    rows = capsys.readouterr().out
    table.write_text(re.sub(r"(?m)^(birch\.18,.*?),[^,\r\n]*(\r?)$", r"\1,123.5\2", rows), encoding="utf-8")
    assert main(["job-prices", str(file), "import", str(table)]) == 0 and "-> 123.5" in capsys.readouterr().out
    assert read_job(file.read_text(encoding="utf-8")).design.shop.prices["birch.18"] == 123.5
    table.write_text("nonsense", encoding="utf-8")
    assert main(["job-prices", str(file), "import", str(table)]) == 2 and capsys.readouterr().err
    assert main(["job-prices", str(file), "import"]) == 2
