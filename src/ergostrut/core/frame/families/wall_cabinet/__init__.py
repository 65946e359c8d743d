"""A cabinet of panels hung on a side wall, its bays closed by doors."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import WallCabinet
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="wall_cabinet",
    label="Wall cabinet",
    stem="cabinet",
    words="A carcass of panels hung on a wall by its uprights, shelves in it, a door with hinges and a latch before each bay.",
    params=WallCabinet,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
