"""Hands on the page: parts chosen by key, one save for Enter and Tab, a drag that is broken off, errors told to screen readers."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from .moves import revision, sample_copy


def test_parts_are_chosen_by_key(screen: Page) -> None:
    """Tab comes to one part of the drawing, arrows go to the next, Enter lights it and its findings."""
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    stops = page.locator("svg [data-stop]")
    stops.first.wait_for()
    assert page.locator('svg [data-stop][tabindex="0"]').count() == 1
    stops.first.focus()
    seen = set()
    for _ in range(stops.count()):
        seen.add(page.evaluate("document.activeElement.dataset.stop"))
        page.keyboard.press("ArrowRight")
    assert len(seen) == stops.count() and page.evaluate("document.activeElement.dataset.stop") in seen
    rail = page.locator('svg [data-stop$="tray/rail.left"]')
    rail.focus()
    page.keyboard.press("Enter")
    expect(page.locator('[data-finding="slide1/rib.wall"].bg-card')).to_have_count(1)
    expect(rail).to_have_attribute("aria-label", "left rail, 1.5 x 2.5 x 11ga tube")


def test_enter_and_tab_save_once(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    revision(page, 1)
    saves: list[str] = []
    page.on("request", lambda request: saves.append(request.url) if request.url.endswith("/change") else None)
    field = page.locator('[data-path="/builds/0/pull_out"]')
    field.fill("40 in")
    field.press("Enter")
    field.press("Tab")
    revision(page, 2)
    page.wait_for_timeout(600)
    assert len(saves) == 1


def test_a_refused_value_is_told_with_its_field(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/cut")
    kerf = page.locator('[data-path="/shop/kerf_mm"]')
    kerf.fill("-3")
    kerf.press("Enter")
    expect(kerf).to_have_attribute("aria-invalid", "true")
    said = page.locator(f"[id='{kerf.get_attribute('aria-describedby')}']")
    expect(said).to_contain_text("greater than or equal to 0")


def test_a_drag_that_is_broken_off_moves_nothing(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/carry")
    revision(page, 1)
    thing = page.locator('svg [data-part="thing/generator"]').first
    box = thing.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 40, box["y"] + box["height"] / 2)
    expect(thing).to_have_attribute("transform", "translate(40 0)")
    thing.dispatch_event("pointercancel")
    expect(thing).not_to_have_attribute("transform", "translate(40 0)")
    page.mouse.up()
    page.wait_for_timeout(400)
    revision(page, 1)
