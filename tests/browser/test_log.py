"""The log in the page: lines with their fields, what they give the job, a photograph."""

from __future__ import annotations

import io

from PIL import Image
from playwright.sync_api import Page, expect


def test_a_line_is_written_by_its_fields_used_and_taken_back(screen: Page) -> None:
    screen.goto("/job/6/log")
    form = screen.get_by_role("form", name="New line")
    form.get_by_role("combobox").first.select_option("purchase")
    form.get_by_role("button", name="Enter it").click()
    expect(form.get_by_role("alert")).to_contain_text("say what")
    form.get_by_label("What *").fill("birch.18")
    form.get_by_label("Paid in all").fill("190")
    form.get_by_label("How many").fill("2")
    form.get_by_role("button", name="Enter it").press("Enter")
    expect(screen.get_by_text("each as this job's price of birch.18")).to_be_visible()
    screen.get_by_role("button", name="Use it").click()
    expect(screen.get_by_text("Gave the job: $ 95 each")).to_be_visible()
    screen.get_by_role("button", name="Take back").first.click()
    expect(screen.get_by_text("Gave the job: $ 95 each")).to_have_count(0)
    screen.get_by_label("Words in the log").fill("nowhere in it")
    expect(screen.get_by_text("Nothing here yet.")).to_be_visible()


def test_a_photograph_is_shown_and_a_wrong_file_refused(screen: Page) -> None:
    screen.goto("/job/6/log")
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (90, 120, 60)).save(out, "PNG")
    chosen = screen.get_by_label("Photograph")
    chosen.set_input_files({"name": "floor.png", "mimeType": "image/png", "buffer": out.getvalue()})
    expect(screen.get_by_role("img", name="floor.png")).to_be_visible()
    chosen.set_input_files({"name": "notes.png", "mimeType": "image/png", "buffer": b"no picture"})
    expect(screen.get_by_role("alert")).to_contain_text("no JPEG and no PNG")


def test_the_yard_says_what_is_due_and_the_log_of_all_jobs_finds_it(screen: Page) -> None:
    screen.goto("/")
    expect(screen.get_by_role("list", name="Due again")).to_contain_text("torque of all fastenings")
    screen.get_by_role("link", name="Log of all jobs").click()
    screen.get_by_label("Words in the logs").fill("deer")
    expect(screen.get_by_role("listitem").filter(has_text="The stove came against the door")).to_be_visible()
    expect(screen.get_by_text("2 lines").first).to_be_visible()


def test_an_incident_stands_beside_the_findings_once_all_is_checked(screen: Page) -> None:
    screen.goto("/job/4/log")
    expect(screen.get_by_text("The report has of it: “gas stove, kept in place”")).to_be_visible()
