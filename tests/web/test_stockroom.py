"""The stockroom: written down, reserved by jobs, used, and given back what is left."""

from __future__ import annotations

import io
from typing import Any

import pytest
from pypdf import PdfReader

from ergostrut.core.document.stockroom import OnHand
from ergostrut.core.quantity import Length
from ergostrut.files.stockroom_csv import read_stockroom, write_stockroom

from .conftest import LOCAL, Shop

BAR = {"id": "long-1", "stock": "1.5x2.5x11ga", "length": "240 in", "count": 2}
SHEET = {"id": "ply-1", "stock": "birch.12", "length": "2440 mm", "width": "1220 mm"}


def row(shop: Shop, ident: str) -> Any:
    return next(one for one in shop.get("/api/stockroom")["rows"] if one["row"]["id"] == ident)


def reserve(shop: Shop, version: int, of: dict[str, Any], count: int = 1) -> Any:
    value = {name: of.get(name) for name in ("id", "stock", "length", "width")} | {"count": count}
    return shop.change(version, "/shop/reserved", value, op="add")


def test_what_a_job_reserves_is_cut_first_and_not_free(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/cut")
    shop.post("/api/stockroom", {"rows": [BAR, SHEET]})
    assert (row(shop, "long-1")["free"], row(shop, "ply-1")["label"]) == (2, "12 mm birch ply")
    version = reserve(shop, shop.get("/api/jobs/1")["version"], BAR)["version"]
    reserve(shop, version, SHEET)
    held = row(shop, "long-1")
    assert held["free"] == 1 and held["held"] == [{"job": 1, "name": "River survey pickup", "count": 1}]
    cut = shop.get("/api/jobs/1/cut")
    bars = next(group for group in cut["bars"] if group["stock"] == "1.5x2.5x11ga")
    assert bars["count"] == 0 and bars["price"] == 0 and [bar["own"] for bar in bars["plan"]["bars"]] == ["long-1"]
    sheets = next(group for group in cut["sheets"] if group["stock"] == "birch.12")
    assert sheets["count"] == 0 and cut["price"] < before["price"]
    shop.post("/api/jobs/1/undo", {"version": shop.get("/api/jobs/1")["version"]})
    assert row(shop, "ply-1")["free"] == 1, "what is undone in the job is free again"


def test_a_cut_plan_that_is_booked_moves_stock_once(shop: Shop) -> None:
    shop.post("/api/stockroom", {"rows": [BAR]})
    version = reserve(shop, shop.get("/api/jobs/1")["version"], BAR)["version"]
    cut = shop.get("/api/jobs/1/cut")
    there = {one["row"]["id"] for one in shop.get("/api/stockroom")["rows"]}
    job = shop.post("/api/jobs/1/cut/book", {"version": version})
    assert [one["booked"] for one in job["design"]["shop"]["reserved"]] == [True]
    after = shop.get("/api/stockroom")["rows"]
    assert row(shop, "long-1")["row"]["count"] == 1 and row(shop, "long-1")["free"] == 1 and not row(shop, "long-1")["held"]
    fresh = [one["row"] for one in after if one["row"]["id"] not in there]
    assert fresh and all(one["offcut"] and "River survey" in one["note"] for one in fresh)
    # what is left of each bar, a saw cut less, in whole sixteenths
    bar = next(bar for group in cut["bars"] for bar in group["plan"]["bars"] if bar["own"] == "long-1")
    kept = [Length.parse(one["length"]).mm for one in fresh if one["stock"] == "1.5x2.5x11ga"]
    assert len(kept) == 1 and 0 <= bar["left"] - 2 - kept[0] < 25.4 / 16 + 1e-6
    assert "booked" in shop.get("/api/jobs/1/log")["entries"][-1]["text"]
    # once a job, whatever was seen
    for seen in (version, job["version"]):
        assert "booked as cut on" in shop.post("/api/jobs/1/cut/book", {"version": seen}, 422)["message"]
    assert shop.get("/api/stockroom")["rows"] == after, "what was booked is not taken out twice, nor its offcuts put in twice"
    assert shop.get("/api/jobs/1/cut")["booked"] and not shop.get("/api/jobs/2/cut")["booked"]


def test_a_plan_that_was_changed_meanwhile_is_not_booked(shop: Shop) -> None:
    seen = shop.get("/api/jobs/1")["version"]
    shop.change(seen, "/shop/kerf_mm", 3)
    before = shop.get("/api/stockroom")["rows"]
    shop.post("/api/jobs/1/cut/book", {"version": seen}, 409)
    assert shop.get("/api/stockroom")["rows"] == before and not shop.get("/api/jobs/1/cut")["booked"]


def test_nothing_is_bought_where_the_shop_must_do(shop: Shop) -> None:
    shop.change(shop.get("/api/jobs/1")["version"], "/shop/buys", "nothing")
    found = [f for f in shop.get("/api/jobs/1/report")["findings"] if f["check"] == "cut.missing"]
    assert len(found) >= 4 and all(f["state"] == "over" for f in found)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"stock": "no.such"}, "the catalogue holds no “no.such”"),
        ({"stock": "birch.12"}, "a sheet has a width"),
        ({"width": "10 in"}, "a bar has a length alone"),
        ({"stock": ""}, "say what is seen"),
        ({"length": "240"}, "unit"),
        ({"length": "0 mm"}, "1"),
        ({"count": -1}, "0"),
    ],
)
def test_what_cannot_be_is_refused_by_field(shop: Shop, change: dict[str, Any], words: str) -> None:
    before = shop.get("/api/stockroom")["rows"]
    answer = shop.post("/api/stockroom", {"rows": [{**BAR, **change}]}, 422)
    (problem, *_) = answer["problems"]
    assert words in problem["message"] and problem["field"].startswith("/rows/0/")
    assert shop.get("/api/stockroom")["rows"] == before


def test_what_is_gone_is_said(shop: Shop) -> None:
    shop.client.delete("/api/stockroom/rack-2x2", base_url="http://127.0.0.1:5170")
    assert "rack-2x2" not in [one["row"]["id"] for one in shop.get("/api/stockroom")["rows"]]
    gone = shop.client.delete("/api/stockroom/rack-2x2", base_url="http://127.0.0.1:5170")
    assert gone.status_code == 404 and "rack-2x2" in gone.get_json()["message"]


def test_the_table_goes_out_and_comes_in(shop: Shop) -> None:
    text = shop.get("/api/stockroom/export")
    rows = read_stockroom(text)
    assert write_stockroom(rows) == text and len(rows) == len(shop.get("/api/stockroom")["rows"])
    assert shop.post("/api/stockroom/import", {"text": text})["rows"] == shop.get("/api/stockroom")["rows"]
    formula = OnHand(id="a", length="1 m", note="=cmd|' /C calc'!A1")  # type: ignore[arg-type]
    assert "'=cmd" in write_stockroom([formula]) and read_stockroom(write_stockroom([formula])) == (formula,)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "line 1"),
        ("id,stock\n", "“length”"),
        ("id,length,colour\n", "“colour” is not known"),
        ("id,length\na,6 m\nb,\n", "line 3, length"),
        ("id,length,count\na,6 m,two\n", "line 2, count"),
        ("id,length\nA B,6 m\n", "line 2, id"),
        ('id,length\n"a,6 m\n', "no table"),
        ("id,length\n" + "a,6 m\n" * 1001, "at most 1000"),
    ],
)
def test_a_broken_table_is_refused_by_line(shop: Shop, text: str, words: str) -> None:
    assert words in shop.post("/api/stockroom/import", {"text": text}, 422)["message"]


def test_other_lengths_are_worked_out_when_asked(shop: Shop) -> None:
    found = shop.get("/api/jobs/1/cut/lengths?stock=1.5x2.5x11ga")
    sold = [one["length"] for one in found["alone"]]
    assert sold == sorted(sold) and any(one["bars"] for one in found["alone"])
    now = next(group for group in shop.get("/api/jobs/1/cut")["bars"] if group["stock"] == "1.5x2.5x11ga")["price"]
    assert min(one["cost"] for one in found["alone"] if one["cost"] is not None) >= now - 1e-6
    assert shop.get("/api/jobs/1/cut/lengths?stock=nothing") == {"alone": [], "shorter": []}


def test_files_of_a_job(shop: Shop) -> None:
    names = [one["name"] for one in shop.get("/api/jobs/1/files")["files"]]
    assert {
        "packet.pdf",
        "labels.pdf",
        "drawings.dxf",
        "solids.glb",
        "steps.ics",
        "cut list.csv",
        "calculation.pdf",
        "job.json",
        "holes.csv",
    } == set(names)
    for name in [*names, "all.zip"]:
        answer = shop.client.get(f"/api/jobs/1/files/{name}", base_url="http://127.0.0.1:5170")
        assert answer.status_code == 200 and len(answer.data) > 500
    assert answer.headers["Content-Disposition"].startswith("attachment") and answer.data[:2] == b"PK"
    assert "there is no file “passwd”" in shop.get("/api/jobs/1/files/passwd", 422)["message"]
    shop.get("/api/jobs/99/files", 404)


def test_a_packet_is_looked_at_page_by_page(shop: Shop) -> None:
    """As many pages as another reader counts; a page there is not, and a file that has none, are refused in words."""
    at = "/api/jobs/1/files/packet.pdf"
    sheets = PdfReader(io.BytesIO(shop.client.get(at, base_url=LOCAL).data)).pages
    pages = shop.get(f"{at}/pages")["pages"]
    assert [tuple(one) for one in pages] == [
        (pytest.approx(float(p.mediabox.width)), pytest.approx(float(p.mediabox.height))) for p in sheets
    ]
    answer = shop.client.get(f"{at}/pages/{len(pages)}", base_url=LOCAL)
    assert answer.mimetype == "image/png" and answer.data[1:4] == b"PNG"
    assert "has no page" in shop.get(f"{at}/pages/{len(pages) + 1}", 422)["message"]
    assert "has no pages to look at" in shop.get("/api/jobs/1/files/solids.glb/pages", 422)["message"]
    shop.get("/api/jobs/99/files/packet.pdf/pages", 404)
