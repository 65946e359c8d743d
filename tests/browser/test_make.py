"""Make in the page: what can be done now, readings that are off, and a shop without a connection."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect


def test_a_step_is_ticked_and_the_next_ones_come(screen: Page) -> None:
    screen.goto("/job/2/make")
    first = screen.get_by_role("checkbox", name="Mark the rail's line on the wall")
    # what is done leaves the list of what can be done now
    first.click()
    expect(screen.get_by_role("checkbox", name="Cut the 1 x 3 x 11ga")).to_be_visible()
    screen.get_by_role("radio", name="All steps").click()
    screen.get_by_role("checkbox", name="Not checked: look, and say so").first.check()
    expect(screen.get_by_role("checkbox", name="It is so").first).to_be_visible()


def test_a_reading_that_is_off_says_what_to_do(screen: Page) -> None:
    screen.goto("/job/6/make")
    screen.get_by_role("radio", name="All steps").click()
    form = screen.get_by_role("form", name="Readings of Tack the floor on its mounts")
    form.get_by_label("one diagonal").fill("3328")
    form.get_by_label("the other diagonal").fill("3334")
    form.get_by_role("button", name="Enter the readings").press("Enter")
    expect(form.get_by_text("push a long side along by 3.6 mm").first).to_be_visible()
    screen.get_by_role("radio", name="Today").click()
    expect(screen.get_by_role("heading", name="Read, and not as planned")).to_be_visible()
    form.get_by_label("one diagonal").fill("wide")
    form.get_by_role("button", name="Enter the readings").click()
    expect(screen.get_by_role("alert").filter(has_text="Not taken")).to_be_visible()
    screen.get_by_role("button", name="Seen").click()
    expect(screen.get_by_role("alert").filter(has_text="Not taken")).to_have_count(0)


def test_the_plan_follows_who_works(screen: Page) -> None:
    screen.goto("/job/6/make")
    screen.get_by_role("radio", name="Days").click()
    expect(screen.get_by_role("region", name="Plan, bars over days")).to_be_visible()
    before = screen.get_by_text("working days; no plan ends earlier").inner_text()
    hours = screen.get_by_label("Hours a day")
    hours.fill("12")
    hours.press("Enter")
    expect(screen.get_by_text(before)).to_have_count(0)
    away = screen.get_by_role("group", name="The vehicle is away")
    away.get_by_label("The vehicle is away, from").fill("2020-05-04")
    away.get_by_label("The vehicle is away, to").fill("2020-05-01")
    away.get_by_role("button", name="Add").click()
    expect(away.get_by_role("alert")).to_contain_text("ends before it starts")


def test_a_delay_says_what_it_costs(screen: Page) -> None:
    screen.goto("/job/6/make")
    screen.get_by_role("radio", name="Days").click()
    late = screen.get_by_role("region", name="What a delay costs")
    # whatever is still to be done by then
    late.get_by_label("What comes later").select_option(index=1)
    expect(late.get_by_role("status")).to_contain_text(re.compile("working day|costs nothing"))
    late.get_by_label("Days later").fill("many")
    expect(late.get_by_role("alert")).to_contain_text("whole days from 1 to 120")
    expect(screen.get_by_role("table", name="Hands-on hours, by what it is framed in")).to_contain_text("steel tube, welded")


def test_one_step_a_screen_shows_what_is_in_hand(screen: Page) -> None:
    screen.goto("/job/6/make")
    screen.get_by_role("radio", name="One at a time").click()
    card = screen.get_by_role("region", name="One step")
    while not card.get_by_text("In hand:").count():
        card.get_by_role("button", name="Next").click()
    expect(card.get_by_role("group", name="In hand:")).to_be_visible()


@pytest.mark.parametrize("job", [6])
def test_ticks_survive_a_lost_connection_and_a_reload(chromium: Browser, shop: str, job: int) -> None:
    context = chromium.new_context(viewport={"width": 390, "height": 844}, base_url=shop)
    page = context.new_page()
    page.set_default_timeout(30_000)
    try:
        page.goto(f"/job/{job}/make")
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        # once more, so that all it is made of has gone through what keeps it
        page.reload()
        expect(page.get_by_role("radio", name="One at a time")).to_be_visible()
        page.wait_for_load_state("networkidle")
        context.set_offline(True)
        page.reload()
        expect(page.get_by_text("The server does not answer: this is as it was last seen")).to_be_visible()
        page.get_by_role("radio", name="All steps").click()
        page.get_by_role("checkbox", name="Cut the 12 mm birch ply").check()
        expect(page.get_by_text("1 on the way")).to_be_visible()
        page.reload()
        page.get_by_role("radio", name="All steps").click()
        expect(page.get_by_role("checkbox", name="Cut the 12 mm birch ply")).to_be_checked()
        context.set_offline(False)
        expect(page.get_by_text("1 on the way")).to_have_count(0)
        log = page.request.get(f"/api/jobs/{job}/log").json()["entries"]
        assert [one["text"] for one in log if one["data"].get("step") == "cut/birch.12"] == ["Cut the 12 mm birch ply"]
    finally:
        context.close()
