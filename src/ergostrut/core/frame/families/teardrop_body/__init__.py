"""A teardrop on a trailer's frame."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import TeardropBody
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="teardrop_body",
    label="Teardrop",
    stem="teardrop",
    words="Sides that follow an outline by corners, on a frame's mounts: a bed inside, doors in its sides, a hatch behind.",
    params=TeardropBody,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
    stands="mounts",
    carries=True,
    since=3,
    turns=False,
)
