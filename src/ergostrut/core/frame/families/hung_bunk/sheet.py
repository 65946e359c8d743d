"""The hung bunk's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When, options
from ...blocks.joining import joining_sheet

_SOFT, _BARE = (When("mattress", (True,), "set"),), (When("mattress", (False,), "set"),)
_EDGE, _NO_EDGE = (When("edge", (True,), "set"),), (When("edge", (False,), "set"),)
_DRILLED = (When("wall_rail/row", ("",)),)
_EYES = (When("straps/row", ("",)),)
_PINNED = (When("fold/kept", ("spring catch", "pin")),)
SHEET = (
    Group(
        "Bunk",
        (
            Row("wall", "Hinged on the", "choice", options(left="left wall", right="right wall")),
            Row("front", "From the front", "length"),
            Row("length", "Length", "length", knob=True),
            Row("width", "Width", "length", knob=True),
            Row("height", "Deck top above the floor", "length", knob=True),
        ),
    ),
    Group(
        "Frame",
        (
            Row(
                "framing",
                "System",
                "system",
                brings=(("rail", "rail"), ("rib", "rib"), ("wall_rail/section", "rail")),
                resets=(("joints/fastener", "usual"),),
            ),
            Row("rail", "Rails", "choice", source="framed", knob=True),
            Row("rib", "Ribs", "choice", source="framed", knob=True),
            Row("ribs", "Ribs, ends included", "whole", knob=True),
        ),
    ),
    Group(
        "Straps",
        (
            Row("straps/count", "Straps", "whole", help="any one of them may be gone", knob=True),
            Row("straps/row", "Hang from", "choice", source="hang rows"),
            Row("straps/height", "Eyes above the floor", "length", when=_EYES),
            Row("straps/lean", "Eyes towards the room's middle by", "length", help="negative: towards the wall"),
            Row("straps/inset", "First and last in from the ends", "length"),
            Row("straps/slack", "Slack before they are taut", "length", help="negative: tightened"),
            Row("straps/rating", "Figure on the tag of one", "mass", optional=True),
            Row(
                "straps/marked",
                "That figure is its",
                "choice",
                options(working="working load", breaking="breaking load"),
                optional=True,
                help="a working load is a third of what breaks it",
            ),
            Row("straps/eye", "One place they hang from bears", "mass", optional=True, help="where the host's row says nothing"),
        ),
    ),
    Group(
        "Wall rail and hinges",
        (
            Row("wall_rail/section", "Wall rail", "choice", source="runs"),
            Row("wall_rail/row", "Bolted into", "choice", source="wall rows"),
            Row("wall_rail/bolts", "Wall bolts", "whole", help="of a track, or drilled; of points all that lie along it"),
            Row("wall_rail/rating", "One wall bolt's place bears", "mass", optional=True, help="where the host's row says nothing"),
            Row("hinges/count", "Hinges", "whole", knob=True),
            Row("hinges/pin", "Pin", "length", knob=True),
            Row("hinges/gap", "Gap between leaves", "length"),
            Row("hinges/leaf", "Leaf", "length"),
            Row("hinges/offset", "Pin from the wall rail's face", "length"),
            Row("hinges/rise", "Pin above the rails' middle", "length", help="level with the deck's top, so that it folds without binding"),
            Row("hinges/Fy", "Yield of the pin", "number", unit="MPa", optional=True, empty="mild steel"),
            Row("hinges/rating", "A hinge holds", "mass", optional=True),
        ),
    ),
    Group(
        "Folded for the day",
        (
            Row("fold/degrees", "Turned up by", "number", unit="°"),
            Row(
                "fold/kept",
                "Kept up by",
                "choice",
                options(
                    **{"spring catch": "a catch that closes by itself", "pin": "a pin", "turn button": "a turn button"},
                    cord="a cord or strap",
                    magnet="magnets",
                    weight="nothing but its weight",
                    unsaid="nobody said",
                ),
            ),
            Row("fold/latch_rating", "The latch holds", "mass", optional=True),
            Row("fold/pin", "Its pin, thick", "length", when=_PINNED),
            Row("fold/engaged", "Engaged by", "length", optional=True, when=_PINNED),
            Row("fold/play", "Play", "length", optional=True, when=_PINNED),
            Row("fold/flex", "It flexes by", "length", optional=True, when=_PINNED),
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
            Command("Add a raised edge", "edge", "1x4 spf", when=_NO_EDGE),
            Row("edge", "Raised edge", "choice", source="edges", when=_EDGE),
            Command("Leave the raised edge out", "edge", None, when=_EDGE),
            Command("Add a mattress", "mattress", {}, when=_BARE),
            Row("mattress/thickness", "Mattress", "length", when=_SOFT),
            Row("mattress/mass", "Its mass", "mass", when=_SOFT),
            Command("Leave the mattress out", "mattress", None, when=_SOFT),
        ),
    ),
    joining_sheet("Joints, rib to rail", "rib", "rail"),
)
