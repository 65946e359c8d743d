"""The flatbed's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ...blocks.joining import joining_sheet

_SIDES, _BARE = (When("side", (True,), "set"),), (When("side", (False,), "set"),)
SHEET = (
    Group(
        "Flatbed",
        (
            Row("length", "Length", "length", knob=True),
            Row("width", "Width", "length", knob=True),
            Row("front", "Behind the cab", "length"),
            Row(
                "lift",
                "Long rails over the frame's rails",
                "length",
                help="a spacer or a bushing stands between: clearance for the tyres is paid for here",
            ),
        ),
    ),
    Group(
        "Frame",
        (
            Row("framing", "System", "system", resets=(("joints/fastener", "usual"),)),
            Row("apart", "Long rails, middle to middle", "length", help="as the mounts on the frame stand"),
            Row("rail", "Long rails of", "choice", source="framed", knob=True),
            Row("crosses", "Cross members", "whole", knob=True),
            Row("cross", "Cross members of", "choice", source="framed", knob=True),
            Command("Put side rails round it", "side", "2x3x1/8", when=_BARE),
            Row("side", "Side rails of", "choice", source="framed", when=_SIDES),
            Command("Leave the side rails off", "side", None, when=_SIDES),
        ),
    ),
    Group(
        "Deck",
        (
            Row("deck", "Deck", "choice", source="sheets", knob=True),
            Row(
                "grain", "Face grain", "choice", options(along="along the truck", across="across"), when=(When("deck", (False,), "boards"),)
            ),
            Row("board_gap", "At least between boards", "length", when=(When("deck", (True,), "boards"),)),
        ),
    ),
    Group(
        "What bolts it down",
        (
            Repeat("mounts", "Mount", item="text"),
            Command("Use only some mounts, by name", "mounts", "front left", op="add"),
            Row("bolt_grade", "Bolt grade", "choice", source="grades"),
            Row("washer", "Washer under each head", "length"),
        ),
        help="Without a name every mount that lies under a long rail is used. Each is asked for with any one gone.",
    ),
    joining_sheet("Joints, cross member to side rail", "cross member", "side rail"),
)
