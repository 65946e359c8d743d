"""Drawers in a carcass under a deck."""

from ...family import Family
from .frame import frame
from .mends import offers, spans
from .params import DrawerSystem
from .sheet import SHEET
from .start import start
from .steps import steps

FAMILY = Family(
    id="drawer_system",
    label="Drawer system",
    stem="drawers",
    words="One to six drawers in a row or several columns, or open bays, in a plywood carcass whose top is a deck or a bed.",
    params=DrawerSystem,
    frame=frame,
    start=start,
    sheet=SHEET,
    steps=steps,
    offers=offers,
    spans=spans,
)
