"""A van from nothing measured to a bunk that hangs in it, by key and by pointer, with wrong input."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from .moves import new_job, revision, type_in


def test_a_van_is_measured_and_a_bunk_hangs_in_it(screen: Page) -> None:
    page = screen
    new_job(page, "Van", (), host="medium van")
    page.get_by_role("link", name="Measure").click()
    expect(page.get_by_role("heading", name="Walls")).to_be_visible()
    page.get_by_text("Station 2", exact=True).press("Enter")
    type_in(page, "/host/stations/1/height", "1.1 m")
    expect(page.get_by_role("alert").filter(has_text="floor upwards")).to_be_visible()
    page.locator('[data-path="/host/stations/1/height"]').press("Escape")
    page.get_by_role("button", name="Add a row").press("Enter")
    revision(page, 2)
    page.get_by_text("row 1", exact=True).click()
    type_in(page, "/host/rows/0/rating", "200 kg")
    revision(page, 3)
    expect(page.locator('[data-path="/host/rows/0/kind"]')).to_have_value("points")

    page.get_by_role("link", name="Frame").click()
    page.locator('[data-family="hung_bunk"]').press("Enter")
    revision(page, 4)
    expect(page.locator('[data-path="/builds/0/wall_rail/row"]')).to_have_value("row 1")
    strap = page.locator('[data-finding="bunk1/strap"]')
    expect(strap).to_contain_text("give its rating")
    type_in(page, "/builds/0/straps/rating", "700 lb")
    revision(page, 5)
    expect(strap).to_contain_text("working or a breaking load is not known")
    page.locator('[data-path="/builds/0/straps/marked"]').select_option("breaking")
    revision(page, 6)
    expect(strap).not_to_contain_text("not known")
    # folded up by the word of its position; the straps are unhooked there
    expect(page.locator('svg [data-part="bunk1/strap.front"]').first).to_be_attached()
    page.get_by_role("button", name="folded up", exact=True).first.press("Enter")
    expect(page.locator('svg [data-part="bunk1/strap.front"]')).to_have_count(0)
    expect(page.get_by_text("may be driven so: all road cases")).to_be_visible()
    type_in(page, "/builds/0/height", "400 mm")
    expect(page.get_by_role("alert").filter(has_text="misses it")).to_be_visible()

    page.get_by_role("link", name="Anchor").click()
    expect(page.get_by_role("table")).to_contain_text("wall bolt 1 row 1")
    page.get_by_label("Gone").select_option("front strap")
    expect(page.get_by_role("row").filter(has_text="front strap")).to_have_count(0)
