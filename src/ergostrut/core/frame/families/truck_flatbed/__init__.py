"""A flat bed on a truck's frame."""

from ...blocks.bed.borne import ROWS as BORNE
from ...blocks.bed.drawbar import ROWS as DRAWBAR
from ...blocks.bed.mends import spans
from ...blocks.bed.sheet import BOLTS, DECK, JOINTS, frame, size
from ...blocks.bed.start import start
from ...family import Family
from .form import HEADBOARD
from .headboard import frame as headed
from .mends import offers
from .params import TruckFlatbed
from .steps import steps

FAMILY = Family(
    id="truck_flatbed",
    label="Flatbed",
    stem="flatbed",
    words="Long rails on the frame's mounts, cross members on them, side rails, a deck of boards or sheet.",
    params=TruckFlatbed,
    frame=headed,
    start=start,
    sheet=(size("Flatbed"), frame(), DRAWBAR, DECK, HEADBOARD, BORNE, BOLTS, JOINTS),
    steps=steps,
    offers=offers,
    spans=spans,
    stands="mounts",
    carries=True,
    since=3,
    turns=False,
)
