"""The log through the API and on the command line: fields asked for, estimates put beside, uses undone, photographs taken in or refused."""

from __future__ import annotations

import io
import json
from pathlib import Path
from typing import Any

import icalendar
import pypdf
import pytest
from PIL import Image

from ergostrut.cli import main
from ergostrut.core.job.document import read_job, write_job
from ergostrut.demo.sample import sample_jobs

from .conftest import LOCAL, Shop

VAN = 4
"""Job of the sample shop that has been used for a year."""


def lines(shop: Shop, job: int = 1) -> dict[int, Any]:
    return {one["line"]: one for one in shop.get(f"/api/jobs/{job}/log/book")["lines"]}


def write(shop: Shop, kind: str, job: int = 1, status: int = 200, text: str = "", **data: Any) -> Any:
    return shop.post(f"/api/jobs/{job}/log/line", {"kind": kind, "text": text, "data": data}, status=status)


def test_hours_and_purchases_stand_beside_what_was_estimated(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/log/book")
    step = before["steps"][0]["id"]
    book = write(shop, "hours", hours=2.5, step=step)
    last = json.loads(shop.client.get("/api/jobs/1/export", base_url=LOCAL).get_data())["record"][-1]["data"]
    minutes = next(one for one in shop.get("/api/jobs/1/make")["steps"] if one["step"]["id"] == step)["step"]["minutes"]
    assert last["estimate"] == pytest.approx(minutes / 60, abs=1e-3) and last["work"] == "measure"
    assert book["spent"]["hours"] == 2.5 and book["hours"] == pytest.approx(sum(book["by_work"].values()))
    bought = write(shop, "purchase", item="birch.18", count=2, price=190)
    assert bought["spent"]["purchases"] == 190 and bought["lines"][-1]["uses"] == ["$ 95 each as this job's price of birch.18"]


def test_a_purchase_that_is_used_moves_the_estimate_and_taking_it_back_undoes_it(shop: Shop) -> None:
    price = shop.get("/api/jobs/1/cut")["price"]
    line = write(shop, "purchase", item="birch.18", count=2, price=2000)["lines"][-1]["line"]
    book = shop.post("/api/jobs/1/log/use", {"line": line, "use": 0})
    assert shop.get("/api/jobs/1/cut")["price"] > price + 500 and next(one for one in book["lines"] if one["line"] == line)["used"] == [
        "$ 1000 each as this job's price of birch.18"
    ]
    twice = shop.post("/api/jobs/1/log/use", {"line": line, "use": 0}, status=422)
    assert "used already" in twice["problems"][0]["message"]
    answer = shop.post("/api/jobs/1/log/back", {"line": line})
    assert answer["left"] == [] and shop.get("/api/jobs/1/cut")["price"] == pytest.approx(price)
    assert lines(shop)[line]["back"] and answer["book"]["spent"]["purchases"] == 0
    again = shop.post("/api/jobs/1/log/back", {"line": line}, status=422)
    assert "taken back" in again["problems"][0]["message"]


def test_a_friction_test_turns_an_unknown_into_a_verdict_and_back(shop: Shop) -> None:
    def state() -> list[str]:
        return [
            f["state"]
            for f in shop.get(f"/api/jobs/{VAN}/report")["findings"]
            if "thing/radios" in f["parts"] and "friction" in f["missing"]
        ]

    assert state() == []
    shop.post(f"/api/jobs/{VAN}/log/back", {"line": 3})
    assert "unknown" in state(), "without its tilt test nobody knows whether it stays"
    made = write(shop, "friction test", VAN, part="thing/radios", degrees=[18, 19])
    new = made["lines"][-1]
    assert new["says"].startswith("Friction 0.3")
    shop.post(f"/api/jobs/{VAN}/log/use", {"line": new["line"], "use": 0})
    assert state() == []


@pytest.mark.parametrize(
    ("kind", "data", "field"),
    [
        ("hours", {}, "/hours"),
        ("purchase", {"item": "x"}, "/price"),
        ("friction test", {"part": "a", "degrees": ["steep"]}, "/degrees/0"),
        ("sag", {"part": "a", "load": "heavy", "sag": "3 mm"}, "/load"),
        ("tick", {"step": "a"}, "/kind"),
        ("note", {}, "/text"),
    ],
)
def test_a_line_that_lacks_something_is_refused_by_its_field(shop: Shop, kind: str, data: dict[str, Any], field: str) -> None:
    before = shop.get("/api/jobs/1/log")
    assert write(shop, kind, status=422, **data)["problems"][0]["field"] == field
    assert shop.get("/api/jobs/1/log") == before


def picture(size: tuple[int, int] = (2400, 1600), kind: str = "JPEG", **more: Any) -> bytes:
    out = io.BytesIO()
    Image.effect_noise(size, 60).convert("RGB").save(out, kind, **more)
    return out.getvalue()


def post_photo(shop: Shop, data: bytes) -> Any:
    return shop.client.post("/api/jobs/1/log/photo?text=weld&of=slide1/tray", base_url=LOCAL, data=data, content_type="image/jpeg")


def test_a_photograph_is_reduced_and_says_nothing_of_where_it_was_taken(shop: Shop) -> None:
    exif = Image.Exif()
    exif[0x010F] = "a camera"
    exif[0x8825] = {1: "N", 2: (48.0, 7.0, 30.0)}
    answer = post_photo(shop, picture(exif=exif))
    assert answer.status_code == 200, answer.get_data(as_text=True)[:300]
    line = answer.get_json()["lines"][-1]
    assert line["photo"] and line["text"] == "weld"
    kept = shop.client.get(f"/api/jobs/1/log/photo/{line['line']}", base_url=LOCAL)
    found = Image.open(io.BytesIO(kept.get_data()))
    assert kept.mimetype == "image/jpeg" and max(found.size) == 1280 and len(found.getexif()) == 0
    job = read_job(shop.client.get("/api/jobs/1/export", base_url=LOCAL).get_data(as_text=True))
    assert job.record[-1].kind == "photo" and job.record[-1].data["of"] == "slide1/tray", "it goes out with the job's file"
    pages = pypdf.PdfReader(io.BytesIO(shop.client.get("/api/jobs/1/log.pdf", base_url=LOCAL).get_data())).pages
    assert sum(len(page.images) for page in pages) == 1 and "weld" in pages[-1].extract_text()
    shop.post("/api/jobs/1/log/back", {"line": line["line"]})
    assert shop.client.get(f"/api/jobs/1/log/photo/{line['line']}", base_url=LOCAL).status_code == 422


def bomb() -> bytes:
    """A small PNG that says it is 60000 x 60000."""
    data = bytearray(picture((8, 8), "PNG"))
    data[16:24] = (60_000).to_bytes(4, "big") * 2
    return bytes(data)


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "no JPEG"), (b"GIF89a" + bytes(60), "no JPEG"), (b"\xff\xd8\xff" + bytes(40), ""), (bomb(), ""), (picture()[:3000], "broken"),
        (b"<svg onload='alert(1)'/>", "no JPEG"),
    ],
    ids=["empty", "gif", "torn header", "bomb", "torn", "svg"],
)  # fmt: skip
def test_what_is_no_photograph_is_refused_with_a_reason(shop: Shop, data: bytes, words: str) -> None:
    before = shop.get("/api/jobs/1/log")
    answer = post_photo(shop, data)
    assert answer.status_code == 422 and words in answer.get_json()["message"], answer.get_data(as_text=True)[:300]
    assert shop.get("/api/jobs/1/log") == before


def test_the_logs_of_all_jobs_are_searched_and_teach(shop: Shop) -> None:
    found = shop.get("/api/log?words=stove")
    assert [(one["job"], one["kind"]) for one in found["lines"]] == [(VAN, "incident")]
    assert shop.get("/api/log?words=stove&kind=hours")["lines"] == []
    learnt = found["learnt"]
    assert [one["what"] for one in learnt["hours"]] == ["join"] and learnt["hours"][0]["lines"] == 2
    assert learnt["mistakes"][0]["kind"] == "cut wrong" and learnt["prices"]["median"] == pytest.approx(31 / 22)
    assert [one["job"] for one in found["due"]] == [VAN] and found["due"][0]["due"]["over"]
    events = icalendar.Calendar.from_ical(shop.client.get("/api/log/due.ics", base_url=LOCAL).get_data()).walk("VEVENT")
    assert [str(event["dtstart"].dt) for event in events] == ["2026-04-02"], "180 days after 4 October"


def test_the_shops_own_hours_move_the_plan(shop: Shop) -> None:
    before = shop.get("/api/jobs/1/make")["hours"]
    weld = shop.get("/api/jobs/1/log/book")["by_work"]["weld"]
    shop.change(shop.get("/api/jobs/1")["version"], "/plan/factors", {"weld": 2.0})
    assert shop.get("/api/jobs/1/make")["hours"] == pytest.approx(before + weld)


def test_the_log_as_a_table_holds_no_formula(shop: Shop) -> None:
    write(shop, "note", text="=HYPERLINK(1)")
    rows = shop.client.get("/api/jobs/1/log.csv", base_url=LOCAL).get_data(as_text=True).splitlines()
    assert rows[0].startswith("line,at,kind") and "'=HYPERLINK(1)" in rows[-1]


def test_the_command_line_writes_and_prints_the_log(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file, sheet = tmp_path / "job.json", tmp_path / "log.pdf"
    file.write_text(write_job(sample_jobs()[3]), encoding="utf-8")
    assert (
        main(["log", str(file), "--add", "friction test", "--text", "wet", "--field", "part=thing/radios", "--field", "degrees=[12, 13]"])
        == 0
    )
    assert "friction test,wet" in capsys.readouterr().out
    assert main(["log", str(file), "--pdf", str(sheet)]) == 0 and sheet.read_bytes().startswith(b"%PDF")
    assert main(["log", str(file), "--add", "hours"]) == 2 and "/hours" in capsys.readouterr().err
    assert main(["log", str(file), "--add", "friction", "--field", "x=1"]) == 2 and "did you mean" in capsys.readouterr().err
    assert main(["log", str(file), "--kinds"]) == 0 and "degrees*" in capsys.readouterr().out
