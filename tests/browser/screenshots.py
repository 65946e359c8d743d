"""One picture of each main view from the sample shop, into docs/screenshots."""

from __future__ import annotations

import tempfile
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

from .shop import CHROMIUM, FLAGS, running

TARGET = Path(__file__).parents[2] / "docs" / "screenshots"
PLACES = ("measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log")
OTHER = {"make": 5, "log": 4}
"""Jobs of places that the first one says little of: one half made, one used for a year."""
SHOWN = {"cut": "Bars", "make": "Days"}


def main() -> None:
    """Take them all at 1280x800; Frame with the tray pulled out."""
    TARGET.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, running(Path(folder), cards=True) as shop, sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=shop)
        page.set_default_timeout(120_000)
        for name in ("yard", *PLACES):
            page.goto("/" if name == "yard" else f"/job/{OTHER.get(name, 1)}/{name}")
            page.wait_for_load_state("networkidle")
            if name in SHOWN:
                page.get_by_role("radio", name=SHOWN[name], exact=True).click()
            if name == "frame":
                page.locator("[data-motion]").first.get_by_role("button", name="out", exact=True).click()
                page.wait_for_load_state("networkidle")
            page.locator("[data-advice=runs]").wait_for(state="detached")
            expect(page.get_by_text("Being checked")).to_have_count(0, timeout=60_000)
            page.wait_for_timeout(500)
            page.screenshot(path=TARGET / f"{name}.png")
        _builds(page)
        _van(page)
        _fit(page)
        _prove_in_depth(page)
        browser.close()


def _builds(page: Page) -> None:
    """What could be added, drawn in this host."""
    page.goto("/job/1/frame")
    page.wait_for_load_state("networkidle")
    page.get_by_role("button", name="Add a build").click()
    page.locator("[data-family]").first.wait_for()
    page.wait_for_timeout(500)
    page.screenshot(path=TARGET / "add-build.png")


def _van(page: Page) -> None:
    """The van's bunk; a flatbed with a chest on it; a body; a trailer."""
    for job, what, place in ((2, "van", "frame"), (5, "flatbed", "frame"), (6, "body", "frame"), (8, "trailer", "frame")):
        page.goto(f"/job/{job}/{place}")
        page.wait_for_load_state("networkidle")
        page.locator("[data-advice=runs]").wait_for(state="detached")
        page.wait_for_timeout(500)
        page.screenshot(path=TARGET / f"{what}-{place}.png")


def _fit(page: Page) -> None:
    """Drawers with what they sweep, and a shell in its bed with whoever sleeps in it."""
    for job, name, shows, view in ((3, "drawers", ("what it sweeps", "clearances"), "Side"), (7, "shell-frame", ("people",), "Side")):
        page.goto(f"/job/{job}/frame")
        page.wait_for_load_state("networkidle")
        for show in shows:
            page.get_by_label(show, exact=True).check()
        page.get_by_role("radio", name=view, exact=True).click()
        page.locator("[data-advice=runs]").wait_for(state="detached")
        page.wait_for_timeout(1500)
        page.screenshot(path=TARGET / f"{name}.png")


def _prove_in_depth(page: Page) -> None:
    """The rail's finding in three dimensions, and along the member."""
    page.goto("/job/1/prove?finding=slide1/side-rail.strength")
    page.wait_for_load_state("networkidle")
    page.get_by_role("radio", name="3D").click()
    page.wait_for_timeout(2500)
    page.screenshot(path=TARGET / "prove-solid.png")
    page.get_by_role("radio", name="Side", exact=True).click()
    page.get_by_role("radio", name="Along").click()
    page.wait_for_load_state("networkidle")
    page.get_by_role("region", name="Drawing").evaluate("box => box.scrollTo(0, 560)")
    page.wait_for_timeout(500)
    page.screenshot(path=TARGET / "prove-along.png")


if __name__ == "__main__":
    main()
