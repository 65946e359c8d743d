"""Several builds in one job, from an empty one: added from drawn cards, taken in hand, their forms filled by key, moved, copied, removed."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from .moves import new_job, revision, sample_copy, type_in


def test_from_an_empty_job_to_two_builds(screen: Page) -> None:
    page = screen
    new_job(page, "Two builds", ())
    page.get_by_role("link", name="Frame").click()
    expect(page.get_by_role("heading", name="What shall be built?")).to_be_visible()
    page.locator('[data-family="bed_slide"]').press("Enter")
    revision(page, 2)
    expect(page.locator('[data-build="slide1"]')).to_have_attribute("aria-pressed", "true")
    page.get_by_role("button", name="Add a build").press("Enter")
    expect(page.get_by_role("dialog")).to_contain_text("A fixed bunk or deck")
    page.locator('[data-family="fixed_platform"]').press("Enter")
    revision(page, 3)
    expect(page.get_by_role("dialog")).to_be_hidden()
    expect(page.locator('[data-build="platform1"]')).to_have_attribute("aria-pressed", "true")
    expect(page.locator('[data-path="/builds/1/bearers"]')).to_be_visible()

    # the other build is pale, and either one is taken in hand by its tag
    expect(page.locator('svg [data-part="slide1/tray/deck"]').first).to_be_visible()
    page.locator('[data-build="slide1"]').press("Enter")
    expect(page.locator('[data-path="/builds/0/tray_length"]')).to_be_visible()
    expect(page.locator('[data-path="/builds/1/bearers"]')).to_have_count(0)
    page.get_by_role("radio", name="Bed slide").click()
    expect(page.locator('[data-finding^="platform1/"]')).to_have_count(0)
    expect(page.locator('[data-finding^="slide1/"]').first).to_be_visible()


def test_a_form_from_data_takes_nonsense_units_and_buttons(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    revision(page, 1)
    page.locator('[data-build="platform1"]').click()
    type_in(page, "/builds/1/height", "very high")
    expect(page.get_by_role("alert").filter(has_text="did not understand “very high”")).to_be_visible()
    page.locator('[data-path="/builds/1/height"]').press("Escape")
    page.locator('[data-path="/builds/1/run"]').select_option("along")
    expect(page.get_by_role("alert").filter(has_text="slots and wells take cross members")).to_be_visible()
    revision(page, 1)
    page.get_by_role("button", name="Add a prop under the middle of each").press("Enter")
    revision(page, 2)
    type_in(page, "/builds/1/props/gap", "2 mm")
    revision(page, 3)
    expect(page.locator('[data-finding="platform1/leg.short"]')).to_contain_text("never come to bear")
    page.locator("h1").first.click()
    page.keyboard.press("u")
    revision(page, 4)
    expect(page.locator('[data-path="/builds/1/props/gap"]')).to_have_value("2")
    # a number on the drawing opens its row
    page.get_by_role("button", name="Length, 1994").first.click()
    expect(page.locator('[data-path="/builds/1/length"]')).to_be_focused()


def test_motions_are_kept_from_place_to_place(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    revision(page, 1)
    pull = page.locator('[data-motion="slide1/tray/pull"]')
    pull.get_by_role("button", name="out").click()
    expect(pull.get_by_test_id("travel")).to_have_text("41 1/2")
    expect(page.get_by_text("parked only")).to_be_visible()
    shift = page.locator('[data-motion="platform1/half/shift"]')
    shift.get_by_role("slider").press("End")
    page.get_by_role("link", name="Balance").click()
    expect(page.locator('[data-motion="slide1/tray/pull"]').get_by_test_id("travel")).to_have_text("41 1/2")
    page.get_by_role("button", name="driving", exact=True).click()
    page.get_by_role("link", name="Frame").click()
    expect(pull.get_by_test_id("travel")).to_have_text("0")


def test_a_build_is_copied_removed_and_brought_back(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/frame")
    revision(page, 1)
    page.get_by_role("button", name="More for Bunk over the slide").press("Enter")
    page.get_by_role("menuitem", name="Copy").press("Enter")
    revision(page, 2)
    expect(page.locator('[data-build="platform2"]')).to_have_attribute("aria-pressed", "true")
    expect(page.locator('[data-finding="platform1/fit.platform2"]')).to_have_attribute("data-state", "over")
    page.get_by_role("button", name="More for Bunk over the slide, copy").click()
    page.get_by_role("menuitem", name="Remove").click()
    revision(page, 3)
    expect(page.locator('[data-build="platform2"]')).to_have_count(0)
    page.locator("h1").first.click()
    page.keyboard.press("Control+z")
    expect(page.locator('[data-build="platform2"]')).to_be_visible()


def test_who_sleeps_where_is_said_on_carry(screen: Page) -> None:
    page = screen
    page.goto(f"{sample_copy(page)}/carry")
    revision(page, 1)
    page.get_by_text("surveyor, driver").click()
    page.locator('[data-path="/carry/crew/0/sleeps"]').select_option("")
    revision(page, 2)
    page.get_by_text("deckhand, front passenger").click()
    type_in(page, "/carry/crew/1/stature", "200 cm")
    revision(page, 3)
    expect(page.locator('[data-finding="person/deckhand/bed"]')).to_have_attribute("data-state", "over")
    page.locator('[data-path="/carry/crew/0/seat"]').select_option("")
    revision(page, 4)
    expect(page.get_by_text("surveyor, not aboard")).to_be_visible()
