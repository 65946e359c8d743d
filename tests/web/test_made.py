"""Parts said to be cut through the API and on the command line, and what the design would follow."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from ergostrut.cli import main
from ergostrut.core.job.document import write_job
from ergostrut.demo.sample import sample_jobs

from .conftest import Shop

RAIL = "slide1/tray/rail.left"


def test_a_part_that_came_out_short_is_followed_and_fits_again(shop: Shop) -> None:
    whole = shop.get("/api/jobs/1/cut/made")
    assert whole["findings"] == [] and whole["left"] == sum(len(row["parts"]) for row in whole["rows"])
    after = shop.post("/api/jobs/1/cut/made", {"parts": [RAIL], "state": "cut", "length": "78 3/8"})
    assert [one["check"] for one in after["findings"]] == ["made.size"] and after["left"] == whole["left"] - 1
    part = next(one for row in after["rows"] for one in row["parts"] if one["part"] == RAIL)
    assert part["state"] == "cut" and part["reading"]["length"] == "78 3/8 in", "a bare number takes the job's units"
    (offer,) = shop.get(f"/api/jobs/1/cut/follow?part={RAIL}")["offers"]
    assert offer["now"] == "78.375 in" and offer["follows"] and offer["misfits"] == []
    version = shop.get("/api/jobs/1")["version"]
    shop.change(version, offer["change"]["path"], offer["change"]["value"])
    assert shop.get("/api/jobs/1/cut/made")["findings"] == []
    assert "78 3/8" in shop.get("/api/jobs/1/log")["entries"][-1]["text"]


@pytest.mark.parametrize(
    ("body", "field", "words"),
    [
        ({"parts": ["no/such"], "state": "cut"}, "/parts", "no/such"),
        ({"parts": [RAIL], "state": "cut", "length": "long"}, "/length", "“long”"),
        ({"parts": [RAIL], "state": "half"}, "/state", "planned"),
        ({"parts": [], "state": "cut"}, "/parts", "at least 1"),
    ],
)
def test_what_cannot_be_said_of_a_part_is_refused(shop: Shop, body: dict[str, object], field: str, words: str) -> None:
    before = shop.get("/api/jobs/1/log")
    answer = shop.post("/api/jobs/1/cut/made", body, status=422)
    assert answer["problems"][0]["field"] == field and words in answer["problems"][0]["message"]
    assert shop.get("/api/jobs/1/log") == before, "nothing is saved"


def test_the_command_line_says_the_same(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "job.json"
    file.write_text(write_job(sample_jobs()[0]), encoding="utf-8")
    assert main(["part", str(file), RAIL, "--state", "cut", "--length", "78 3/8", "--follow"]) == 0
    assert '/builds/0/tray_length="78.375 in"' in capsys.readouterr().out
    held = json.loads(file.read_text(encoding="utf-8"))["record"][-1]
    assert held["kind"] == "part" and held["data"][RAIL]["reading"]["length"] == "78 3/8 in"
    assert main(["part", str(file), "R9", "--state", "cut"]) == 2 and "there is no “R9”" in capsys.readouterr().err
    assert main(["part", str(file), RAIL, "--state", "cut", "--bow", "much"]) == 2 and "/bow" in capsys.readouterr().err
