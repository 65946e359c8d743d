"""Shelves between uprights along a wall."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import ShelfRack
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="shelf_rack",
    label="Shelf rack",
    stem="rack",
    words="Shelves of boards or sheet between uprights along a wall, on the floor or held by the wall, over and round the wheel box.",
    params=ShelfRack,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
