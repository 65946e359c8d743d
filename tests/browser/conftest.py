"""A real page in Chromium on a shop of its own."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from ergostrut.web import adviser

from .shop import CHROMIUM, FLAGS, running

expect.set_options(timeout=30_000)


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def shop(tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    # beside another test process a search that steps back would find no time of its own
    adviser.NICE, adviser.BUDGET_S = 0, 300.0
    with running(tmp_path_factory.mktemp("shop")) as address:
        yield address


@pytest.fixture
def screen(chromium: Browser, shop: str) -> Iterator[Page]:
    """A page at 1280x800 that fails the test on any script error."""
    context = chromium.new_context(viewport={"width": 1280, "height": 800}, base_url=shop, accept_downloads=True, service_workers="block")
    page = context.new_page()
    page.set_default_timeout(30_000)
    errors: list[str] = []
    page.on("pageerror", lambda error: errors.append(str(error)))
    yield page
    context.close()
    assert errors == []
