"""On a phone and a tablet: the regions of every place follow one another, nothing lies over anything, the page does not slide sideways."""

from __future__ import annotations

import pytest
from playwright.sync_api import Browser

PLACES = ("measure", "carry", "frame", "prove", "balance", "anchor", "cut", "make", "log")
BOXES = """() => [...document.querySelectorAll('header, [aria-label="Drawing"], [aria-label="What was found"], [aria-label="What is set"]')]
    .map(e => [e.getAttribute('aria-label') ?? 'blade', e.getBoundingClientRect()])
    .map(([name, b]) => [name, b.left, b.top, b.right, b.bottom])"""
Box = tuple[str, float, float, float, float]


def overlaps(boxes: list[Box]) -> list[str]:
    """Pairs of regions that share more than a hairline."""
    found = []
    for i, (a, *p) in enumerate(boxes):
        for b, *q in boxes[i + 1 :]:
            wide, tall = min(p[2], q[2]) - max(p[0], q[0]), min(p[3], q[3]) - max(p[1], q[1])
            if wide > 1 and tall > 1:
                found.append(f"{a} over {b} by {wide:.0f} x {tall:.0f}")
    return found


@pytest.mark.parametrize("width", [390, 768])
def test_no_two_regions_overlap(chromium: Browser, shop: str, width: int) -> None:
    page = chromium.new_page(base_url=shop, viewport={"width": width, "height": 844})
    faults = []
    for place in PLACES:
        page.goto(f"/job/1/{place}")
        page.wait_for_load_state("networkidle")
        boxes = page.evaluate(BOXES)
        names = [box[0] for box in boxes]
        faults += [f"{place}: {fault}" for fault in overlaps(boxes)]
        if "What was found" in names and "What is set" in names:
            tops = {name: top for name, _, top, _, _ in boxes}
            if not tops["Drawing"] < tops["What was found"] < tops["What is set"]:
                faults.append(f"{place}: not drawing, found, set")
        if page.evaluate("document.documentElement.scrollWidth") > width:
            faults.append(f"{place}: slides sideways")
        drawn = page.locator('[aria-label="Drawing"] svg[role=img]').first
        box = drawn.bounding_box() if drawn.count() else None
        if box is not None and box["height"] < 20:
            faults.append(f"{place}: the drawing has no height")
    page.close()
    assert faults == []


def test_the_comparison_can_fail() -> None:
    assert overlaps([("a", 0, 0, 10, 10), ("b", 5, 5, 20, 20)]) == ["a over b by 5 x 5"]
    assert overlaps([("a", 0, 0, 10, 10), ("b", 0, 10, 10, 20)]) == []
