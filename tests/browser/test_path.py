"""The fabricator's path through the real page."""

from __future__ import annotations

import csv
import re
from pathlib import Path

from playwright.sync_api import Page, expect

from .moves import new_job, revision, sample_copy, try_mend, type_in


def test_from_the_tape_measure_to_the_cut_list(screen: Page, tmp_path: Path) -> None:
    page = screen
    new_job(page, "Path")
    revision(page, 1)

    type_in(page, "/host/dims/floor_length/value", "79 5/8")
    revision(page, 2)
    expect(page.get_by_role("button", name="Floor length, 79 5/8 in")).to_be_visible()
    expect(page.locator('[data-path="/host/dims/floor_length/state"]')).to_have_value("measured")

    page.keyboard.press("Escape")
    page.get_by_role("link", name="Carry").click()
    for label, text in (("Name", "generator"), ("Length", "24"), ("Width", "1' 6\""), ("Height", "17 1/4"), ("Mass", "90 lb")):
        page.get_by_role("form", name="New thing").get_by_label(label, exact=True).fill(text)
    page.get_by_role("button", name="Put it there").click()
    revision(page, 3)
    expect(page.locator('[data-part="thing/generator"]').first).to_be_visible()

    page.get_by_role("link", name="Frame").click()
    page.locator('[data-path="/builds/0/rail"]').select_option("1x2x11ga")
    revision(page, 4)
    rail = page.locator('[data-finding="slide1/side-rail.strength"]')
    expect(rail).to_contain_text("1 x 2 x 11ga tube")
    expect(rail).to_have_attribute("data-state", "holds")
    thumb = page.get_by_role("slider")
    thumb.focus()
    thumb.press("End")
    expect(page.get_by_test_id("travel")).not_to_have_text("0")
    expect(rail).to_have_attribute("data-state", "over")

    try_mend(rail)
    revision(page, 5)
    expect(rail).to_have_attribute("data-state", "holds")
    expect(page.get_by_text("Ctrl+Z takes it back")).to_be_visible()

    page.get_by_role("link", name="Cut").click()
    with page.expect_download() as download:
        page.get_by_role("button", name="Files").click()
        page.get_by_role("menuitem", name="Cut and buying list").click()
    target = tmp_path / "cut.csv"
    download.value.save_as(target)
    rows = list(csv.DictReader(target.read_text(encoding="utf-8").splitlines()))
    assert next(row["what"] for row in rows if row["kind"] == "piece") == "side rail"
    assert all(float(row["length mm"]) > 100 for row in rows if row["kind"] == "piece")

    expect(page.get_by_text("Marks follow the list")).to_be_visible()
    page.get_by_role("button", name="Issue the marks").press("Enter")
    expect(page.get_by_text("Marks are issued")).to_be_visible()
    page.reload()
    revision(page, 5)
    expect(page.get_by_text("Marks are issued")).to_be_visible()
    expect(page.get_by_role("button", name="Issue the marks")).to_have_count(0)
    page.keyboard.press("Control+z")
    revision(page, 4)
    page.get_by_role("link", name="Frame").click()
    expect(page.locator('[data-path="/builds/0/rail"]')).to_have_value("1x2x11ga")
    page.get_by_role("button", name="Redo").click()
    revision(page, 5)


def test_bad_lengths_are_refused_beside_the_field_and_nothing_is_lost(screen: Page) -> None:
    page = screen
    new_job(page, "Wrong input")
    page.get_by_role("link", name="Frame").click()
    type_in(page, "/builds/0/tray_width", "wide")
    expect(page.get_by_role("alert").filter(has_text="did not understand “wide”")).to_be_visible()
    box = page.locator('[data-path="/builds/0/tray_width"]')
    expect(box).to_have_value("wide")
    expect(box).to_have_attribute("aria-invalid", "true")
    box.press("Escape")
    expect(box).to_have_value("47 1/2")
    revision(page, 1)


def test_flipping_units_loses_no_exact_value(screen: Page) -> None:
    page = screen
    new_job(page, "Units")
    page.get_by_role("link", name="Frame").click()
    type_in(page, "/builds/0/tray_length", "77 7/16")
    revision(page, 2)
    page.locator("h1").first.click()
    page.keyboard.press("u")
    box = page.locator('[data-path="/builds/0/tray_length"]')
    expect(box).to_have_value("1967")
    box.focus()
    expect(box).to_have_value("77 7/16 in")
    box.press("Escape")
    type_in(page, "/builds/0/tray_width", "1180")
    expect(page.get_by_role("status").filter(has_text="R4 saved")).to_be_visible()
    page.locator("h1").first.click()
    page.keyboard.press("u")
    expect(page.locator('[data-path="/builds/0/tray_length"]')).to_have_value("77 7/16")
    page.locator('[data-path="/builds/0/tray_width"]').focus()
    expect(page.locator('[data-path="/builds/0/tray_width"]')).to_have_value("1180 mm")


def test_arrow_keys_step_a_length(screen: Page) -> None:
    page = screen
    new_job(page, "Steps")
    page.get_by_role("link", name="Frame").click()
    box = page.locator('[data-path="/builds/0/tray_width"]')
    box.focus()
    box.press("ArrowDown")
    revision(page, 2)
    box.press("Shift+ArrowDown")
    revision(page, 3)
    page.locator("h1").first.click()
    expect(box).to_have_value("46 3/8")


def test_by_keyboard_alone(screen: Page) -> None:
    """Yard, new job, places by number, a field, undo, find, help: no pointer."""
    page = screen
    page.goto("/")
    page.get_by_role("button", name="New job").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name")).to_be_focused()
    page.keyboard.type("Keys only")
    page.get_by_role("checkbox", name="Bed slide").focus()
    page.keyboard.press("Space")
    page.get_by_label("Name").focus()
    page.keyboard.press("Enter")
    page.wait_for_url("**/measure")
    page.locator("main").evaluate("() => document.activeElement.blur()")
    page.keyboard.press("3")
    page.wait_for_url("**/frame")
    page.locator('[data-path="/builds/0/pull_out"]').focus()
    page.keyboard.press("ArrowDown")
    revision(page, 2)
    page.keyboard.press("Tab")
    page.evaluate("() => document.activeElement.blur()")
    page.keyboard.press("Control+z")
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
    page.keyboard.press("/")
    page.get_by_label("Words to find").fill("lock pin bends")
    page.keyboard.press("Enter")
    page.wait_for_url("**/prove?finding=*")
    expect(page.get_by_test_id("working")).to_contain_text("F × e")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_contain_text("Single keys act")
    page.keyboard.press("Escape")
    page.keyboard.press("8")
    page.wait_for_url("**/make")
    tick = page.locator('input[id^="step "]').first
    tick.focus()
    page.keyboard.press("Space")
    expect(page.get_by_text(re.compile(r"\b1 of \d+ steps done"))).to_be_visible()


def test_two_pages_on_one_job_keep_both(screen: Page) -> None:
    page = screen
    new_job(page, "Both")
    job = page.url.split("/")[-2]
    page.get_by_role("link", name="Frame").click()
    revision(page, 1)
    other = page.context.new_page()
    other.goto(f"/job/{job}/frame")
    type_in(other, "/builds/0/mid_ribs", "4")
    revision(other, 2)
    type_in(page, "/builds/0/mid_ribs", "5")
    expect(page.get_by_role("alert").filter(has_text="changed elsewhere").first).to_be_visible()
    page.get_by_role("button", name="Put mine on top").click()
    revision(page, 4)
    expect(page.locator('[data-path="/builds/0/mid_ribs"]')).to_have_value("5")


def test_a_thing_is_dragged_in_plan(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/carry")
    part = page.locator('[data-part="thing/generator"]').first
    box = part.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 6, box["y"] + box["height"] / 2 + 40, steps=5)
    page.mouse.up()
    revision(page, 2)
    expect(page.locator('[data-path="/carry/things/2/at/y"]')).not_to_have_value("0")


def test_a_lost_server_is_said(screen: Page) -> None:
    page = screen
    new_job(page, "Lost")
    page.get_by_role("link", name="Frame").click()
    page.route("**/api/jobs/*/change", lambda route: route.abort())
    type_in(page, "/builds/0/mid_ribs", "6")
    expect(page.get_by_role("alert").filter(has_text="does not answer").first).to_be_visible()
    expect(page.locator('[data-path="/builds/0/mid_ribs"]')).to_have_value("6")
    page.unroute("**/api/jobs/*/change")
    page.locator('[data-path="/builds/0/mid_ribs"]').press("Enter")
    revision(page, 2)


def test_importing_a_bad_file_says_what_is_wrong(screen: Page, tmp_path: Path) -> None:
    bad = tmp_path / "bad.json"
    bad.write_text('{"format": "ergostrut-job", "version": 7}', encoding="utf-8")
    screen.goto("/")
    screen.get_by_label("Job file").set_input_files(str(bad))
    expect(screen.get_by_role("alert")).to_contain_text("version 7 is not read")


def test_a_field_left_at_once_does_not_take_the_focus_back(screen: Page) -> None:
    page = screen
    new_job(page, "Quick")
    page.get_by_role("link", name="Frame").click()
    field = page.locator('[data-path="/builds/0/pull_out"]')
    left = """field => new Promise(done => {
        field.focus();
        field.blur();
        requestAnimationFrame(() => requestAnimationFrame(() => done(document.activeElement === document.body)));
    })"""
    assert field.evaluate(left)


def test_a_shop_without_internet_saves_and_undoes(screen: Page) -> None:
    page = screen
    new_job(page, "Off the net")
    page.get_by_role("link", name="Frame").click()
    page.evaluate("() => window.dispatchEvent(new Event('offline'))")
    type_in(page, "/builds/0/tray_width", "40")
    revision(page, 2)
    page.get_by_role("button", name="Undo").click()
    revision(page, 1)
    page.get_by_role("link", name="Cut").click()
    expect(page.get_by_role("button", name="Files")).to_be_visible()


def test_what_is_chosen_on_frame_is_lit_on_cut(screen: Page) -> None:
    page = screen
    new_job(page, "Lit")
    page.get_by_role("link", name="Frame").click()
    deck = page.locator('svg [data-part="slide1/tray/deck"][tabindex]').first
    deck.focus()
    deck.press("Enter")
    page.get_by_role("link", name="Cut").press("Enter")
    lit = page.get_by_role("region", name="Cut list").locator('tr[data-lit="true"]')
    expect(lit).to_have_count(1)
    expect(lit).to_contain_text("deck")


def test_the_packet_is_looked_at_by_keyboard(screen: Page) -> None:
    page = screen
    new_job(page, "On paper", ("Plywood box",))
    page.get_by_role("link", name="Cut").click()
    page.get_by_role("button", name="Look at the packet").press("Enter")
    pages = page.get_by_role("region", name="Pages of the packet").get_by_role("img")
    expect(pages.first).to_have_js_property("complete", True, timeout=60_000)
    expect(pages.first).to_have_js_property("naturalWidth", 1240)
    expect(pages.first).to_have_attribute("alt", f"Page 1 of {pages.count()}")
    expect(page.get_by_role("link", name="Open to print (PDF)")).to_have_attribute("href", re.compile(r"/files/packet\.pdf$"))
    page.keyboard.press("Escape")
    expect(pages).to_have_count(0)


def test_escape_leaves_what_was_saved(screen: Page) -> None:
    page = screen
    new_job(page, "Escape", ("Plywood box",))
    page.get_by_role("link", name="Frame").click()
    box = page.locator('[data-path="/builds/0/height"]')
    for text in ("11", "high"):
        box.fill(text)
        box.press("Escape")
        expect(box).to_have_value("12")
    uprights = page.locator('[data-path="/builds/0/uprights"]')
    uprights.fill("1.5")
    uprights.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="write a whole number")).to_be_visible()
    uprights.press("Escape")
    expect(uprights).to_have_value("1")
    page.get_by_role("link", name="Prove").click()
    page.get_by_role("link", name="Frame").click()
    expect(box).to_have_value("12")
    expect(page.get_by_role("alert").filter(has_text="not a length")).to_have_count(0)
    revision(page, 1)
