"""Panels on sheets: by hand, and never fewer than area or more than a sheet a piece."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.cut.sheets import least, sheets_for, turned_to_fit

SHEET = (2440.0, 1220.0)


@pytest.mark.parametrize(
    ("pieces", "count"),
    [
        ([(2440.0, 1220.0)], 1),
        ([(1218.0, 1220.0)] * 2, 1),
        ([(1220.0, 1220.0)] * 2, 2),
        ([(600.0, 400.0)] * 12, 1),
        ([(600.0, 400.0)] * 13, 2),
        ([(1000.0, 600.0)] * 4 + [(430.0, 600.0)] * 2, 1),
        ([(500.0, 2000.0)] * 2, 1),
        ([], 0),
    ],
    ids=["whole", "two with a saw cut", "two without room for it", "twelve", "thirteen", "strips filled up", "turned to fit", "none"],
)
def test_by_hand(pieces: list[tuple[float, float]], count: int) -> None:
    """A saw cut of 2 mm between pieces: four of 600 in 2406 mm, three rows of 400 in 1204."""
    assert sheets_for(pieces, SHEET, 2.0) == count


@given(st.lists(st.tuples(st.floats(50, 2440), st.floats(50, 1220)), min_size=1, max_size=25))
def test_between_area_and_a_sheet_each(pieces: list[tuple[float, float]]) -> None:
    assert least(pieces, SHEET) <= sheets_for(pieces, SHEET, 2.0) <= len(pieces)


def test_what_fits_neither_way_is_no_piece_of_a_sheet() -> None:
    assert turned_to_fit((2500, 100), SHEET) is None and turned_to_fit((1300, 1300), SHEET) is None
    assert turned_to_fit((1200, 2400), SHEET) == (2400, 1200) and turned_to_fit((1200, 400), SHEET) == (1200, 400)
