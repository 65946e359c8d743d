"""Pages of a PDF as pictures, for a page that cannot show one."""

from __future__ import annotations

import io
from threading import Lock

import pypdfium2 as pdfium

WIDE = 1240
"""Pixels of a page from side to side: A4 at 150 to the inch."""

_ONE_AT_A_TIME = Lock()
"""PDFium keeps state of its own and is not made for threads."""


def sizes(pdf: bytes) -> tuple[tuple[float, float], ...]:
    """(width, height) of every page, in points."""
    with _ONE_AT_A_TIME, pdfium.PdfDocument(pdf) as document:
        return tuple((float(page.get_width()), float(page.get_height())) for page in document)


def picture(pdf: bytes, page: int) -> bytes:
    """A page, the first is 0, as PNG.

    Raises:
        IndexError: there is no such page.
    """
    with _ONE_AT_A_TIME, pdfium.PdfDocument(pdf) as document:
        if not 0 <= page < len(document):
            raise IndexError(page)
        one = document[page]
        found = io.BytesIO()
        one.render(scale=WIDE / one.get_width()).to_pil().save(found, "PNG", optimize=True)
        return found.getvalue()
