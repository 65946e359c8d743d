"""The wagon's form beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Group, Row, When, options
from ...blocks import BOLTS, HUNG, INSIDE, LINING, OBSTACLES, RACK, ROWS, SIGHT, SLOTS, WALLS, again
from .survey import DIMENSIONS

SHEET = (
    Group(
        "Seats and doors",
        (
            Row("second_row", "Second row of seats", "choice", options("up", "folded", "removed")),
            Row(
                "plugs_left",
                "Plugs that they left",
                "choice",
                options("unknown", "none", "tied off and covered", "loose"),
                when=(When("second_row", ("removed",)),),
                help="belt sensor, airbag plug",
            ),
            Row("side_doors", "Rear side doors", "choice", options("none", "left", "right", "both")),
            Row("side_inside", "Side doors open from inside", "choice", INSIDE, help="a child lock keeps them shut"),
            Row("hatch_hung", "Hatch or rear doors hang at", "choice", HUNG),
            Row("hatch_inside", "Hatch opens from inside", "choice", INSIDE),
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
    again(DIMENSIONS),
)
