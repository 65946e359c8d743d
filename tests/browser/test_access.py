"""axe-core finds no serious violation on the main views, by day, at night and on a narrow screen."""

from __future__ import annotations

from pathlib import Path

import pytest
from playwright.sync_api import Page

AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
VIEWS = ["/", "/log", *(f"/job/1/{name}" for name in ("measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log"))]


def serious(page: Page) -> list[str]:
    page.evaluate(AXE.read_text(encoding="utf-8"))
    found = page.evaluate("() => axe.run(document, { resultTypes: ['violations'] })")
    return [f"{v['id']}: {v['nodes'][0]['html'][:160]}" for v in found["violations"] if v["impact"] in ("serious", "critical")]


def settled(page: Page, view: str) -> None:
    page.goto(view)
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(250)


@pytest.mark.parametrize("view", VIEWS)
def test_by_day(screen: Page, view: str) -> None:
    settled(screen, view)
    assert serious(screen) == []


@pytest.mark.parametrize("tab", ["Bars", "Sheets", "Parts drawn", "Prices"])
def test_every_page_of_cut(screen: Page, tab: str) -> None:
    settled(screen, "/job/1/cut")
    screen.get_by_role("radio", name=tab, exact=True).click()
    screen.wait_for_timeout(250)
    assert serious(screen) == []


def test_the_stockroom_with_its_form(screen: Page) -> None:
    settled(screen, "/stockroom")
    screen.get_by_role("button", name="Add", exact=True).press("Enter")
    screen.get_by_label("What it is").wait_for()
    assert serious(screen) == []


@pytest.mark.parametrize("view", ["/", "/job/1/frame", "/job/1/prove"])
def test_at_night(screen: Page, view: str) -> None:
    screen.goto("/")
    screen.evaluate("() => localStorage.setItem('ergostrut.night', 'on')")
    settled(screen, view)
    assert serious(screen) == []


@pytest.mark.parametrize("view", ["/job/1/measure", "/job/1/cut", "/job/1/make", "/job/1/log"])
def test_narrow_screens_do_not_scroll_sideways(screen: Page, view: str) -> None:
    screen.set_viewport_size({"width": 390, "height": 800})
    settled(screen, view)
    assert serious(screen) == []
    assert screen.evaluate("() => document.documentElement.scrollWidth") <= 391


def test_the_checker_can_fail(screen: Page) -> None:
    screen.goto("/")
    screen.evaluate("() => { document.body.insertAdjacentHTML('beforeend', '<img src=\"x\"><button></button>') }")
    assert serious(screen)


@pytest.mark.parametrize("table", ["Along", "Joints", "Supports", "Loads"])
def test_tables_of_prove(screen: Page, table: str) -> None:
    settled(screen, "/job/1/prove?finding=slide1/side-rail.strength")
    screen.get_by_role("radio", name=table).click()
    screen.wait_for_load_state("networkidle")
    assert serious(screen) == []


def test_solid_view_and_own_stock(screen: Page) -> None:
    settled(screen, "/job/1/frame")
    screen.get_by_role("radio", name="3D").click()
    screen.get_by_test_id("solid").wait_for()
    assert serious(screen) == []
    screen.get_by_role("button", name="Own stock").click()
    screen.get_by_role("button", name="New metal").click()
    assert serious(screen) == []
