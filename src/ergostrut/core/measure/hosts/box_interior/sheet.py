"""The box's form beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Group, Row, When, options
from ...blocks import BOLTS, HUNG, INSIDE, LINING, OBSTACLES, RACK, ROWS, SIDE_HUNG, SIGHT, SLOTS, WALLS, again
from ...towing import tow_group
from .survey import DIMENSIONS, TRAILER

_TOWED = (When("made", (TRAILER,)),)
SHEET = (
    Group(
        "The box",
        (
            Row("made", "What it is", "choice", options("enclosed trailer", "camper shell", "topper", "own body")),
            Row("axles", "Its axles", "choice", options("one", "two on an equaliser", "two on springs of their own"), when=_TOWED),
            Row("rear", "Its rear", "choice", options(door="has a door or ramp", closed="is closed")),
            Row("side_door", "Side door", "choice", options("none", "left", "right", "both")),
            Row("rear_hung", "Rear door or ramp hangs at", "choice", HUNG),
            Row("side_hung", "Side door", "choice", SIDE_HUNG),
            Row("rear_inside", "Rear door opens from inside", "choice", INSIDE),
            Row("side_inside", "Side door opens from inside", "choice", INSIDE),
            Row(
                "wall",
                "Walls are",
                "choice",
                options("studs", "sandwich", "sheet", "unknown"),
                help="studs: add them as a row, with what one bears",
            ),
            Row("wall_thickness", "Wall thickness", "length", optional=True),
        ),
    ),
    WALLS,
    LINING,
    BOLTS,
    ROWS,
    SLOTS,
    OBSTACLES,
    RACK,
    SIGHT,
    tow_group(*_TOWED),
    again(DIMENSIONS),
)
