"""From an empty job to a box on a flatbed on a truck's frame, and to a body with a door: what stands on what, and what holds it all."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from .moves import new_job, revision, type_in


def test_a_box_on_a_flatbed_on_a_bare_frame(screen: Page) -> None:
    page = screen
    new_job(page, "Hill truck", ("Flatbed",), "full-size pickup, bed taken off")
    page.get_by_role("link", name="Frame").click()
    page.get_by_role("button", name="Add a build").press("Enter")
    # only what can stand there is offered
    expect(page.locator('[data-family="plywood_box"]')).to_be_visible()
    expect(page.locator('[data-family="bed_slide"]')).to_have_count(0)
    page.locator('[data-family="plywood_box"]').press("Enter")
    revision(page, 2)
    box = page.locator('[data-build^="box"]').first.get_attribute("data-build")
    ties = page.locator(f'[data-finding="{box}/bears.tie.under"]')
    expect(ties).to_have_attribute("data-state", "holds", timeout=60_000)
    type_in(page, "/builds/1/front", "behind")
    expect(page.get_by_role("alert").filter(has_text="did not understand “behind”")).to_be_visible()
    type_in(page, "/builds/1/front", "3.5 m")
    revision(page, 3)
    expect(page.locator(f'[data-finding="{box}/slab.stands"]')).to_contain_text("nothing of it stands on Flatbed", timeout=60_000)
    expect(ties).to_contain_text("with nothing to bolt to")
    page.locator("h1").first.click()
    page.keyboard.press("Control+z")
    revision(page, 2)
    expect(ties).to_have_attribute("data-state", "holds", timeout=60_000)
    # every mount of the truck and every tie of the box, on one place
    page.get_by_role("link", name="Anchor").click()
    expect(page.get_by_role("cell", name="tie far, side 2")).to_be_visible(timeout=60_000)
    page.get_by_label("Case").select_option("Brake")
    expect(page.get_by_text("In brake")).to_be_visible()
    page.get_by_label("Gone").select_option("tie near, side 1")
    expect(page.get_by_role("cell", name="tie near, side 1")).to_have_count(0)
    page.get_by_role("radio", name="Flatbed").click()
    expect(page.get_by_role("cell", name="mount front left")).to_be_visible()
    # nothing is given of what the mounts take: nothing passes
    expect(page.locator('[data-finding$="/fastened.mount"]')).to_have_attribute("data-state", "unknown")


def test_a_body_with_its_door(screen: Page) -> None:
    """Started in a chassis, its door refused and made wider, opened on the drawing, its pin too weak for the wind, snow said on Prove."""
    page = screen
    new_job(page, "Cold nights", ("Body on a frame",), "mid-size pickup, bed taken off")
    page.get_by_role("link", name="Frame").click()
    latch = page.locator('[data-finding="body1/door.latch.door"]')
    expect(latch).to_have_attribute("data-state", "unknown", timeout=60_000)
    type_in(page, "/builds/0/door/width", "70 in")
    expect(page.get_by_role("alert").filter(has_text="in the corner posts")).to_be_visible()
    page.keyboard.press("Escape")
    type_in(page, "/builds/0/door/kept/rating", "20 kg")
    revision(page, 2)
    expect(latch).to_have_attribute("data-state", "over", timeout=60_000)
    expect(latch).to_contain_text("wind")
    page.get_by_role("radio", name="Plan", exact=True).click()
    page.get_by_role("button", name="open", exact=True).click()
    expect(page.get_by_text("parked only: standing and slope")).to_be_visible()
    page.get_by_role("radio", name="3D", exact=True).click()
    expect(page.get_by_test_id("solid").locator("canvas")).to_be_visible()
    page.get_by_role("link", name="Prove").click()
    page.get_by_role("radio", name="Loads").click()
    type_in(page, "/loads/snow", "lots")
    expect(page.get_by_role("alert").first).to_be_visible()
    page.keyboard.press("Escape")
    type_in(page, "/loads/snow", "8")
    revision(page, 3)
    expect(page.locator('[data-finding="body1/skin.snow.gives"]')).to_have_attribute("data-state", "over", timeout=60_000)
