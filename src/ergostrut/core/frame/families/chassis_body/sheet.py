"""The body's form."""

from __future__ import annotations

from ....structure.sheet import Group, Row
from ...blocks.bed.borne import ROWS as BORNE
from ...blocks.bed.drawbar import ROWS as DRAWBAR
from ...blocks.bed.sheet import BOLTS, DECK, JOINTS, frame, size
from ...blocks.cage.closed import ROWS as CLOSED_ROWS
from ...blocks.cage.door import ROWS as DOOR_ROWS
from ...blocks.cage.openings import ROWS as OPENINGS
from ...blocks.cage.side_door import ROWS as SIDE_DOORS

SHEET = (
    size("Body"),
    Group(
        "Walls and roof",
        (
            Row("height", "Clear height inside", "length", knob=True, help="from the deck to the underside of the bows"),
            Row("posts", "Posts a side", "whole", knob=True, help="each stands where a cross member comes to the side rail"),
            Row("post", "Posts of", "choice", source="framed", knob=True),
            Row("bows", "Roof bows", "whole", knob=True),
            Row("bow", "Roof rails and bows of", "choice", source="framed", knob=True),
            *CLOSED_ROWS,
        ),
    ),
    OPENINGS,
    DOOR_ROWS,
    SIDE_DOORS,
    frame("post", "bow"),
    DRAWBAR,
    DECK,
    BORNE,
    BOLTS,
    JOINTS,
)
