"""A box of plywood whose panels are the structure."""

from ...blocks.carcass.frame import frame
from ...blocks.carcass.steps import steps
from ...family import Family
from .mends import offers, spans
from .params import PlywoodBox
from .sheet import SHEET
from .start import start

FAMILY = Family(
    id="plywood_box",
    label="Plywood box",
    stem="box",
    words="Panels that carry by themselves, no frame: an open-fronted carcass, or a bed platform on upright sheets.",
    params=PlywoodBox,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
