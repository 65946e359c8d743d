"""What a flatbed's form has besides the bed's."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When

_THERE, _NONE = When("headboard", (True,), "set"), When("headboard", (False,), "set")
HEADBOARD = Group(
    "Headboard",
    (
        Command("Put a headboard at its front", "headboard", {}, when=(_NONE,)),
        Row("headboard/height", "Over the deck", "length", when=(_THERE,)),
        Row("headboard/uprights", "Uprights", "whole", when=(_THERE,)),
        Row("headboard/tube", "Uprights and rail of", "choice", source="framed", when=(_THERE,)),
        Row("headboard/sheet", "Sheet on them", "choice", source="sheets", when=(_THERE,)),
        Row("headboard/pitch", "A screw through it every", "length", when=(_THERE,)),
        Command("Leave the headboard off", "headboard", None, when=(_THERE,)),
    ),
    help="As high as what it must stop. Half of all that stands on the deck is pressed on its lowest 1.2 m (49 CFR 393.114); that replaces no strap.",
)
