"""The cabinet's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When, options
from ...blocks.edges import edge_rows
from ...blocks.keeping import keep_rows

_DOORS, _OPEN = (When("doors", (True,), "set"),), (When("doors", (False,), "set"),)
_BACK, _NO_BACK = (When("back", (True,), "set"),), (When("back", (False,), "set"),)
SHEET = (
    Group(
        "Cabinet",
        (
            Row("side", "On the", "choice", options(left="left wall", right="right wall")),
            Row("front", "From the front", "length"),
            Row("length", "Length", "length", knob=True),
            Row("depth", "Depth", "length", knob=True),
            Row("low", "Underside above the floor", "length"),
            Row("height", "Height", "length"),
            Row("bays", "Bays", "whole", knob=True),
            Row("shelves", "Shelves in each", "whole", knob=True),
            Row("lip", "Lip before what stands there", "length", when=_OPEN),
        ),
    ),
    Group(
        "Panels",
        (
            Row("panel", "Uprights and shelves of", "choice", source="sheets", knob=True),
            Row("grain", "Face grain", "choice", options(along="along the cabinet", across="across")),
            Command("Close the back", "back", "birch.6.5", when=_NO_BACK),
            Row("back", "Back", "choice", source="sheets", when=_BACK),
            Command("Leave the back open", "back", None, when=_BACK),
            *edge_rows("edges"),
        ),
    ),
    Group(
        "Doors",
        (
            Command("Put doors on", "doors", {}, when=_OPEN),
            Row("doors/sheet", "Doors of", "choice", source="sheets", when=_DOORS),
            Row("doors/hinged", "Hinged at the", "choice", options("top", "bottom", front="front edge", rear="rear edge"), when=_DOORS),
            Row("doors/hinges", "Hinges a door", "whole", when=_DOORS),
            Row("doors/rating", "One hinge holds", "mass", optional=True, when=_DOORS),
            *keep_rows("doors/kept", "Shut", _DOORS),
            Command("Take the doors off", "doors", None, when=_DOORS),
        ),
        help="What stands behind a door leans on it in every corner: it is asked for hinges, catch and leaf.",
    ),
    Group(
        "What holds it",
        (
            Row("wall/row", "Into the host's", "choice", source="wall rows"),
            Row("wall/bolts", "Fixings an upright", "whole"),
            Row("wall/below", "Highest one below its top", "length"),
            Row("wall/rating", "One fixing holds", "mass", optional=True),
        ),
        help="The wall carries all of it: ribs, studs or backed-up bolts, never sheet alone.",
    ),
)
