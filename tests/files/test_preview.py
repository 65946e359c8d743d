"""Pages of a PDF as pictures: what is drawn in a corner is seen there, and no page is made up."""

from __future__ import annotations

import io
from concurrent.futures import ThreadPoolExecutor

import pytest
from PIL import Image
from reportlab.pdfgen.canvas import Canvas

from ergostrut.files.preview import WIDE, picture, sizes


def _paper() -> bytes:
    """Two pages: 200 x 100 points with a black square at the lower left, 100 x 400 with one at the upper right."""
    found = io.BytesIO()
    sheet = Canvas(found, pagesize=(200, 100))
    sheet.rect(0, 0, 20, 20, stroke=0, fill=1)
    sheet.showPage()
    sheet.setPageSize((100, 400))
    sheet.rect(80, 380, 20, 20, stroke=0, fill=1)
    sheet.save()
    return found.getvalue()


def _seen(data: bytes) -> Image.Image:
    return Image.open(io.BytesIO(data)).convert("L")


def test_pages_are_as_large_and_as_many_as_they_are() -> None:
    assert sizes(_paper()) == ((200.0, 100.0), (100.0, 400.0))


@pytest.mark.parametrize(("page", "black", "high"), [(0, (0.05, 0.95), 0.5), (1, (0.95, 0.025), 4.0)])
def test_what_is_drawn_in_a_corner_is_seen_there(page: int, black: tuple[float, float], high: float) -> None:
    seen = _seen(picture(_paper(), page))
    assert seen.size == (WIDE, round(WIDE * high))
    at = [(round(x * seen.width), round(y * seen.height)) for x, y in (black, (0.5, 0.5), (1 - black[0], 1 - black[1]))]
    assert [seen.getpixel(one) for one in at] == [0, 255, 255]


@pytest.mark.parametrize("page", [-1, 2])
def test_there_is_no_page_beyond_the_last(page: int) -> None:
    with pytest.raises(IndexError):
        picture(_paper(), page)


def test_many_ask_at_once() -> None:
    paper = _paper()
    with ThreadPoolExecutor(8) as pool:
        assert len(set(pool.map(lambda n: picture(paper, n % 2), range(24)))) == 2
