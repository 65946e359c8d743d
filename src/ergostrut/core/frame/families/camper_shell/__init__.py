"""A camper shell that slides into a pickup's bed."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import CamperShell
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="camper_shell",
    label="Slide-in shell",
    stem="shell",
    words="A welded cage between the wheel wells, benches over the bed's sides, a bed over the cab; skins, a door, tie-downs.",
    params=CamperShell,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
    stands="bed",
    carries=True,
    since=3,
    turns=False,
)
