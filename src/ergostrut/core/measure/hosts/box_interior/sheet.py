"""The box's form beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When, options
from ...blocks import BOLTS, HUNG, INSIDE, LINING, OBSTACLES, RACK, ROWS, SIDE_HUNG, SIGHT, SLOTS, WALLS, again
from .survey import DIMENSIONS, TRAILER

_TOWED = (When("made", (TRAILER,)),)
_TOW, _NO_TOW = (*_TOWED, When("tow", (True,), "set")), (*_TOWED, When("tow", (False,), "set"))
TOW = Group(
    "What tows it",
    (
        Command("Say what tows it", "tow", {}, when=_NO_TOW),
        Row("tow/label", "It is called", "text", when=_TOW),
        Row("tow/wheelbase", "Its wheelbase", "length", optional=True, when=_TOW),
        Row("tow/ball", "Rear hub to the ball", "length", optional=True, when=_TOW, help="with any extension"),
        Row("tow/source", "Its axle loads are", "choice", options(typical="typical figures", ticket="from a weighbridge"), when=_TOW),
        Row("tow/front/empty", "Front axle, as it travels without the trailer", "mass", optional=True, when=_TOW),
        Row("tow/rear/empty", "Rear axle, as it travels without the trailer", "mass", optional=True, when=_TOW),
        Row("tow/front/rating", "Front axle rating", "mass", optional=True, when=_TOW),
        Row("tow/rear/rating", "Rear axle rating", "mass", optional=True, when=_TOW),
        Row("tow/gross_rating", "Gross rating", "mass", optional=True, when=_TOW),
        Row("tow/hitch_rating", "Hitch bears, vertically", "mass", optional=True, when=_TOW, help="with its extension, as its maker says"),
        Row("tow/combination_rating", "Vehicle and trailer together", "mass", optional=True, when=_TOW),
        Command("Take the tow vehicle off", "tow", None, when=_TOW),
    ),
    help="With everybody and everything aboard it. Ratings are read from its plate and its hitch, never guessed.",
)
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
    TOW,
    again(DIMENSIONS),
)
