"""The pickup bed's form beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Group, Row, When, options
from ...blocks import BOLTS, INSIDE, LINING, OBSTACLES, RACK, ROWS, SIGHT, SLOTS, again
from .survey import DIMENSIONS

_TOPPER = (When("over", ("topper",)),)
SHEET = (
    Group(
        "What lies over it",
        (
            Row("over", "Over the bed", "choice", options("open", "roll or fold cover", "topper")),
            Row("windows", "Side windows", "choice", options("none", "left", "right", "both"), when=_TOPPER),
            Row("hatch_inside", "Hatch and gate open from inside", "choice", INSIDE, when=_TOPPER),
            Row("window_inside", "Side windows open from inside", "choice", INSIDE, when=_TOPPER),
        ),
        help="A cover opens: what goes in goes in from above. Its rails and clamps are obstacles, or a row of clamps.",
    ),
    Group(
        "What the maker says of a camper",
        (
            Row("camper/rating", "Cargo weight rating", "mass", optional=True),
            Row("camper/ahead", "Its centre of gravity may lie from", "length", optional=True, help="behind the bed's front panel"),
            Row("camper/behind", "to", "length", optional=True),
        ),
        help="On the sheet in the glove box, or in the owner's manual (49 CFR 575.103): asked once something slides in and is tied down.",
    ),
    BOLTS,
    SLOTS,
    ROWS,
    OBSTACLES,
    LINING,
    RACK,
    SIGHT,
    again(DIMENSIONS),
)
