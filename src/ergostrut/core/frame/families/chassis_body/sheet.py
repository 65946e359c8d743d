"""The body's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When
from ...blocks.bed.sheet import BOLTS, DECK, JOINTS, frame, size
from ...blocks.cage.door import ROWS as DOOR_ROWS

_LINED, _BARE = When("lining", (True,), "set"), When("lining", (False,), "set")
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
            Row("skin", "Walls of", "choice", source="sheets"),
            Row("skin_pitch", "A screw through them every", "length", help="along every post"),
            Row("roof", "Roof of", "choice", source="sheets"),
            Row("roof_trodden", "Somebody steps on the roof", "tick"),
            Command("Line it inside", "lining", "birch.6.5", when=(_BARE,)),
            Row("lining", "Lining of", "choice", source="sheets", when=(_LINED,)),
            Command("Leave the lining out", "lining", None, when=(_LINED,)),
        ),
    ),
    DOOR_ROWS,
    frame("post", "bow"),
    DECK,
    BOLTS,
    JOINTS,
)
