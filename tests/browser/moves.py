"""What a fabricator does again and again on the page."""

from __future__ import annotations

from playwright.sync_api import Locator, Page, expect


def type_in(page: Page, path: str, text: str) -> None:
    box = page.locator(f'[data-path="{path}"]').first
    box.click()
    box.fill(text)
    box.press("Enter")


def revision(page: Page, number: int) -> None:
    expect(page.get_by_text(f"R{number} saved")).to_be_visible()


def new_job(page: Page, name: str, builds: tuple[str, ...] = ("Bed slide",), host: str = "") -> None:
    page.goto("/")
    page.get_by_role("button", name="New job").click()
    page.get_by_label("Name").fill(name)
    if host:
        page.get_by_role("radio", name=host).check()
    for build in builds:
        page.get_by_role("checkbox", name=build).check()
    page.get_by_role("button", name="Start the job").click()
    page.wait_for_url("**/measure")


def sample_copy(page: Page) -> str:
    """The address of a fresh copy of the sample job."""
    page.goto("/")
    saved = page.evaluate("() => fetch('/api/jobs/1/copy', { method: 'POST' }).then((answer) => answer.json())")
    return f"/job/{saved['id']}"


def try_mend(finding: Locator) -> None:
    """Take the mend of a finding as soon as the search behind the page has found it."""
    finding.get_by_role("button", name="Try").click(timeout=240_000)
