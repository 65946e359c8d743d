"""A flat bed on a truck's frame."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import TruckFlatbed
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="truck_flatbed",
    label="Flatbed",
    stem="flatbed",
    words="Long rails on the frame's mounts, cross members on them, side rails, a deck of boards or sheet.",
    params=TruckFlatbed,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
    stands="mounts",
    carries=True,
    since=3,
)
