"""A box on a truck's frame."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import ChassisBody
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="chassis_body",
    label="Body on a frame",
    stem="body",
    words="A welded cage on the mounts of a truck's or a trailer's frame: floor, posts, roof bows, skins, a door at the rear.",
    params=ChassisBody,
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
