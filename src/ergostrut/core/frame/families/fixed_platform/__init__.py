"""A bunk or deck that stays where it is."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import FixedPlatform
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="fixed_platform",
    label="Platform",
    stem="platform",
    words="A fixed bunk or deck on cross members: in slots, on the wells, on legs, or mixed.",
    params=FixedPlatform,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
