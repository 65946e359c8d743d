"""A bunk that turns on hinges along a wall and hangs from straps in front; it folds up for the day."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import HungBunk
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="hung_bunk",
    label="Hung bunk",
    stem="bunk",
    words="A bunk on hinges along the wall, hung in front from straps; folds up and is latched for driving.",
    params=HungBunk,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
