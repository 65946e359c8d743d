"""A topper over a pickup's bed."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import BedTopper
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="bed_topper",
    label="Topper",
    stem="topper",
    words="A welded cage on the bed's sides, clamped down; skins, a roof, a hatch at the rear over the gate.",
    params=BedTopper,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
    stands="bed",
    since=3,
    turns=False,
)
