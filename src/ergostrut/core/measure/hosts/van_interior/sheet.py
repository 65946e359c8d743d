"""The van's form beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Group, Row, options
from ...blocks import BOLTS, HUNG, INSIDE, LINING, OBSTACLES, RACK, ROWS, SIDE_HUNG, SIGHT, SLOTS, WALLS, again
from .survey import DIMENSIONS

SHEET = (
    WALLS,
    Group(
        "Doors and bulkhead",
        (
            Row("bulkhead", "Bulkhead", "choice", options("none", "solid", "with a door")),
            Row("side_door", "Side door", "choice", options("none", "left", "right", "both")),
            Row("rear_hung", "Rear doors hang at", "choice", HUNG),
            Row("side_hung", "Side door", "choice", SIDE_HUNG),
            Row("rear_inside", "Rear doors open from inside", "choice", INSIDE),
            Row("side_inside", "Side door opens from inside", "choice", INSIDE),
        ),
    ),
    LINING,
    ROWS,
    BOLTS,
    SLOTS,
    OBSTACLES,
    RACK,
    SIGHT,
    again(DIMENSIONS),
)
