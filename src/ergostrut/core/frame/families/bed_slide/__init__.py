"""A tray on four rollers."""

from ...family import Family
from .frame import frame
from .geometry import deck_tables
from .mends import offers, spans
from .params import BedSlide
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="bed_slide",
    label="Bed slide",
    stem="slide",
    words="A tray that pulls out on four rollers, as low as they let it lie.",
    params=BedSlide,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
    tables=deck_tables,
    since=1,
    turns=False,
)
