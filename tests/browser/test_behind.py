"""What runs behind the pages, and what cannot be read: search with progress and stop, a card with its file, a full stop in words."""

from __future__ import annotations

import json
import sqlite3
from contextlib import closing
from pathlib import Path

from playwright.sync_api import Browser, expect

from tests.heavy import LARGEST

from .shop import running


def test_search_shows_how_far_it_is_and_stops(chromium: Browser, tmp_path: Path) -> None:
    with running(tmp_path) as shop:
        page = chromium.new_page(base_url=shop)
        page.set_default_timeout(30_000)
        changes = [{"path": f"/builds/0/{field}", "value": value} for field, value in LARGEST.items()]
        assert page.request.post("/api/jobs/1/change", data={"version": 1, "changes": changes}, timeout=120_000).ok
        page.goto("/job/1/frame")
        page.get_by_text("Looking for mends").wait_for()
        page.get_by_role("button", name="Stop", exact=True).press("Enter")
        expect(page.get_by_text("Search for mends: stopped")).to_be_visible()
        page.get_by_role("button", name="Look again").click()
        expect(page.get_by_text("Looking for mends")).to_be_visible()
        page.close()


def test_a_job_that_cannot_be_read_leaves_the_yard_alive(chromium: Browser, tmp_path: Path) -> None:
    with running(tmp_path) as shop:
        page = chromium.new_page(base_url=shop)
        copy = page.request.post("/api/jobs/1/copy", data={}).json()["id"]
        with closing(sqlite3.connect(tmp_path / "ergostrut.db")) as connection:
            design = json.loads(connection.execute("select design from revision where job_id = ?", (copy,)).fetchone()[0])
            design["host"]["dims"]["depth"]["value"] = "900 mi"
            connection.execute("update revision set design = ?, card = null where job_id = ?", (json.dumps(design), copy))
            connection.commit()
        page.goto("/")
        expect(page.get_by_role("heading", name="River survey pickup", exact=True)).to_be_visible()
        expect(page.get_by_text("This job cannot be read.")).to_be_visible()
        page.get_by_text("This job cannot be read.").click()
        expect(page.get_by_role("alert")).to_contain_text("/host/dims/depth/value")
        with page.expect_download() as download:
            page.get_by_role("link", name="Save its file as it is stored").click()
        assert json.loads(Path(download.value.path()).read_text(encoding="utf-8"))["design"] == design
        page.close()
