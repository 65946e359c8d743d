"""The fabricator's path through the real page."""

from __future__ import annotations

import csv
from pathlib import Path

from playwright.sync_api import Page, expect


def type_in(page: Page, path: str, text: str) -> None:
    box = page.locator(f'[data-path="{path}"]').first
    box.click()
    box.fill(text)
    box.press("Enter")


def revision(page: Page, number: int) -> None:
    expect(page.get_by_text(f"R{number} saved")).to_be_visible()


def new_job(page: Page, name: str) -> None:
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Name").fill(name)
    page.get_by_role("button", name="Start the job").click()
    page.wait_for_url("**/measure")


def sample_copy(page: Page) -> str:
    """The address of a fresh copy of the sample job."""
    page.goto("/")
    saved = page.evaluate("() => fetch('/api/jobs/1/copy', { method: 'POST' }).then((answer) => answer.json())")
    return f"/job/{saved['id']}"


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
    page.get_by_role("button", name="Put it on the tray").click()
    revision(page, 3)
    expect(page.locator('[data-part="thing/generator"]').first).to_be_visible()

    page.get_by_role("link", name="Frame").click()
    page.locator('[data-path="/builds/0/rail"]').select_option("1x1.5x14ga")
    revision(page, 4)
    rail = page.locator('[data-finding="slide1/side-rail.strength"]')
    expect(rail).to_have_attribute("data-state", "holds")
    thumb = page.get_by_role("slider")
    thumb.focus()
    thumb.press("End")
    expect(page.get_by_test_id("travel")).not_to_have_text("0")
    expect(rail).to_have_attribute("data-state", "over")

    rail.get_by_role("button", name="Try").click()
    revision(page, 5)
    expect(rail).to_have_attribute("data-state", "holds")
    expect(page.get_by_text("Ctrl+Z takes it back")).to_be_visible()

    page.get_by_role("link", name="Cut").click()
    with page.expect_download() as download:
        page.get_by_role("link", name="Download as CSV").click()
    target = tmp_path / "cut.csv"
    download.value.save_as(target)
    rows = list(csv.DictReader(target.read_text(encoding="utf-8").splitlines()))
    assert next(row["what"] for row in rows if row["kind"] == "piece") == "side rail"
    assert all(float(row["length mm"]) > 100 for row in rows if row["kind"] == "piece")

    page.reload()
    revision(page, 5)
    expect(page.get_by_text("Marks are issued")).to_be_visible()
    page.keyboard.press("Control+z")
    revision(page, 4)
    page.get_by_role("link", name="Frame").click()
    expect(page.locator('[data-path="/builds/0/rail"]')).to_have_value("1x1.5x14ga")
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
    expect(box).to_have_value("48")
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
    expect(box).to_have_value("46 7/8")


def test_by_keyboard_alone(screen: Page) -> None:
    """Yard, new job, places by number, a field, undo, find, help: no pointer."""
    page = screen
    page.goto("/")
    page.get_by_role("button", name="New job").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name")).to_be_focused()
    page.keyboard.type("Keys only")
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
    tick = page.get_by_role("checkbox").first
    tick.focus()
    page.keyboard.press("Space")
    expect(page.get_by_text("1 of 14 steps done").or_(page.get_by_text("1 of 13 steps done"))).to_be_visible()


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


def test_prove_follows_a_member_through_case_and_position(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    working = page.get_by_test_id("working")
    expect(working).to_contain_text("AISC 360-16 F7-1")
    expect(page.get_by_text("far from buckling, over 100 times this load")).to_be_visible()
    page.get_by_label("Case").select_option("all cases")
    page.get_by_role("button", name="rail.left").click()
    along = page.get_by_role("region", name="Along the member")
    expect(along.get_by_text("bending, upright", exact=True)).to_be_visible()
    expect(along.get_by_text("N m").first).to_be_visible()
    page.get_by_role("button", name="Joints").click()
    expect(page.get_by_text("the wall beside the weld governs").first).to_be_visible()
    page.get_by_role("button", name="Supports").click()
    expect(page.get_by_text("rear roller left")).to_be_visible()
    with page.expect_popup() as popup:
        page.get_by_role("link", name="This finding as PDF").click()
    assert "report.pdf" in popup.value.url


def test_what_if_moves_the_tape_and_saves_only_when_kept(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    revision(page, 1)
    page.locator('[data-knob="rail"]').select_option("1.5x3x11ga")
    tried = page.get_by_test_id("what-if")
    expect(tried).to_contain_text("Side rail, bending: 0.94 → 0.7")
    expect(tried).to_contain_text("worsens")
    revision(page, 1)
    page.get_by_role("button", name="Drop it").click()
    expect(tried).to_be_hidden()
    page.locator('[data-knob="tip_leg"]').select_option("legs")
    expect(tried).to_contain_text("→")
    page.get_by_role("button", name="Keep it").click()
    revision(page, 2)
    expect(page.locator('[data-finding="slide1/leg"]')).to_have_attribute("data-state", "unknown")
    page.keyboard.press("Control+z")
    revision(page, 1)


def test_loads_are_changed_with_words_for_nonsense(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/pin.bending")
    pin = page.locator('[data-finding="slide1/pin.bending"]')
    expect(pin).to_have_attribute("data-state", "over")
    page.get_by_role("button", name="Loads").click()
    brake = page.locator('[data-g="Brake.x"]')
    brake.fill("fast")
    brake.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="“fast” is not a number of g")).to_be_visible()
    brake.fill("-0.3")
    brake.press("Enter")
    revision(page, 2)
    expect(page.get_by_role("button", name="back to -0.8, 0, -1")).to_be_visible()
    page.locator('[data-case="Slope"]').click()
    revision(page, 3)
    expect(page.locator('[data-case="Slope"]')).not_to_be_checked()


def test_solid_view_is_drawn_and_turned_by_keys(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.get_by_role("button", name="3D").click()
    solid = page.get_by_test_id("solid")
    expect(solid.locator("canvas")).to_be_visible()
    page.wait_for_timeout(1500)
    before = solid.screenshot()
    solid.focus()
    for _ in range(6):
        solid.press("ArrowRight")
    page.wait_for_timeout(500)
    assert solid.screenshot() != before


def test_another_framing_system_and_own_stock(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    page.locator('[data-path="/builds/0/framing"]').select_option("tslot_bolted")
    revision(page, 2)
    expect(page.locator('[data-path="/builds/0/rail"]')).to_have_value("T 1.5x3")
    expect(page.locator('[data-finding="slide1/rib.joint"]')).to_have_attribute("data-state", "unknown")
    type_in(page, "/builds/0/joints/bracket_rating", "900 lb")
    revision(page, 3)
    expect(page.locator('[data-finding="slide1/rib.joint"]')).not_to_have_attribute("data-state", "unknown")
    page.locator('[data-path="/builds/0/framing"]').select_option("welded_steel_tube")
    revision(page, 4)
    page.get_by_role("button", name="Own stock").click()
    page.get_by_role("button", name="New section").click()
    form = page.get_by_role("form", name="New section")
    form.get_by_label("Name").fill("Deep yard tube")
    form.get_by_label("Sizes, mm").fill("40 x 90")
    page.get_by_role("button", name="Keep this section").click()
    expect(page.get_by_role("alert").filter(has_text="3 numbers are needed")).to_be_visible()
    form.get_by_label("Sizes, mm").fill("40 x 90 x 3")
    page.get_by_role("button", name="Keep this section").click()
    expect(page.get_by_role("alert").filter(has_text="write what it is sold in")).to_be_visible()
    form.get_by_label("Lengths sold, mm").fill("6000, 3000")
    form.get_by_label("Price a metre").fill("9.5")
    page.get_by_role("button", name="Keep this section").click()
    page.get_by_role("button", name="Use in this job").click()
    revision(page, 5)
    page.get_by_role("button", name="Close").last.click()
    page.locator('[data-path="/builds/0/rail"]').select_option("own.deep-yard-tube")
    revision(page, 6)
    expect(page.locator('[data-finding="slide1/side-rail.strength"]')).to_have_attribute("data-state", "holds")


def test_prove_by_keyboard_alone(screen: Page) -> None:
    """Position, case, view, what if and its undo without a pointer."""
    page = screen
    page.goto(f"{sample_copy(page)}/prove?finding=slide1/side-rail.strength")
    revision(page, 1)
    out = page.get_by_role("group", name="Position").get_by_role("button", name="out", exact=True)
    out.focus()
    page.keyboard.press("Enter")
    expect(out).to_have_attribute("aria-pressed", "true")
    page.get_by_label("Case").focus()
    page.keyboard.press("Home")
    page.keyboard.press("Enter")
    plan = page.get_by_role("group", name="View").get_by_role("button", name="Plan")
    plan.focus()
    page.keyboard.press("Space")
    expect(plan).to_have_attribute("aria-pressed", "true")
    ribs = page.locator('[data-knob="mid_ribs"]')
    ribs.focus()
    ribs.press("ArrowDown")
    expect(page.get_by_test_id("what-if")).to_be_visible()
    keep = page.get_by_role("button", name="Keep it")
    keep.focus()
    page.keyboard.press("Enter")
    revision(page, 2)
    page.evaluate("() => document.activeElement.blur()")
    page.keyboard.press("Control+z")
    revision(page, 1)


def test_prove_of_an_empty_job_asks_for_what_is_missing(screen: Page) -> None:
    page = screen
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Name").fill("Bare")
    page.get_by_role("radio", name="nothing measured yet").check()
    page.get_by_role("button", name="Start the job").click()
    page.wait_for_url("**/measure")
    page.get_by_role("link", name="Prove").click()
    expect(page.get_by_role("heading", name="Pick a finding")).to_be_visible()
    page.get_by_role("button", name="Joints").click()
    expect(page.get_by_text("governs").first).to_be_visible()
    page.get_by_role("button", name="3D").click()
    expect(page.get_by_test_id("solid").locator("canvas")).to_be_visible()
