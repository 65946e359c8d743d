"""Balance by keyboard: drive on the scale, enter the weighing, read the difference, take it back; cut a view open on Frame."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect


def test_weigh_axle_by_axle_and_take_it_back(screen: Page) -> None:
    screen.goto("/job/3/balance")
    expect(screen.get_by_role("heading", name="Every loading state", level=2)).to_be_visible()
    expect(screen.get_by_text("Payload, ", exact=False).first).to_be_visible()
    front = screen.get_by_label("Front axle", exact=True)
    front.focus()
    screen.keyboard.type("1400")
    screen.get_by_label("Rear axle", exact=True).fill("heavy")
    screen.get_by_role("button", name="Enter the weighing").press("Enter")
    expect(screen.get_by_role("alert")).to_contain_text(re.compile("heavy"))
    screen.get_by_label("Rear axle", exact=True).fill("1400 kg")
    screen.get_by_label("Called").fill("bridge")
    screen.get_by_role("button", name="Enter the weighing").press("Enter")
    expect(screen.get_by_text("bridge: front 1400 kg, rear 1400 kg, counts")).to_be_visible()
    expect(screen.get_by_role("row", name=re.compile("difference, bridge, front axle"))).to_be_visible()
    screen.get_by_role("button", name="take it back").press("Enter")
    expect(screen.get_by_text("bridge: front 1400 kg", exact=False)).to_have_count(0)


def test_a_view_is_cut_open_by_keyboard(screen: Page) -> None:
    screen.goto("/job/6/frame")
    screen.get_by_role("radio", name="Rear", exact=True).click()
    before = screen.locator("svg path").count()
    screen.get_by_label("cut open").press("Space")
    slider = screen.get_by_role("slider", name="Cut, from its front")
    expect(slider).to_be_visible()
    slider.press("PageUp")
    expect(screen.locator("svg path")).not_to_have_count(before)
