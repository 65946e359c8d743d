"""The form of a bed on a truck's frame, group by group."""

from __future__ import annotations

from ....structure.sheet import Choice, Command, Group, Repeat, Row, When, options
from ....structure.systems import SYSTEMS, SystemId
from ..joining import joining_sheet

_SIDES, _BARE = When("side", (True,), "set"), When("side", (False,), "set")
_TUBES: dict[SystemId, tuple[str, str]] = {
    "welded_steel_tube": ("2x4x1/8", "2x3x1/8"),
    "welded_aluminium_tube": ("2x4x1/8 alu", "2x3x1/8 alu"),
}
"""What a choice of its system brings: long rails, and cross members and side rails."""


def size(title: str) -> Group:
    """How long, wide and high it stands, under the name of what it is."""
    return Group(
        title,
        (
            Row("length", "Length", "length", knob=True),
            Row("width", "Width", "length", knob=True),
            Row("front", "Behind the cab, or the front of a trailer's frame", "length"),
            Row(
                "lift",
                "Long rails over the frame's rails",
                "length",
                help="a spacer or a bushing stands between: clearance for the tyres is paid for here",
            ),
        ),
    )


def frame(*with_it: str) -> Group:
    """What it is framed of; a choice of its system brings its tubes, and that of cross members for the fields ``with_it``."""
    systems = tuple(
        Choice(
            name,
            SYSTEMS[name].label,
            (("rail", rail), *((field, cross) for field in ("cross", "side", *with_it)), ("joints/fastener", "usual")),
        )
        for name, (rail, cross) in _TUBES.items()
    )
    return Group(
        "Frame",
        (
            Row("framing", "System", "choice", systems),
            Row("apart", "Long rails, middle to middle", "length", help="as the mounts on the frame stand"),
            Row("rail", "Long rails of", "choice", source="framed", knob=True),
            Row("crosses", "Cross members", "whole", knob=True),
            Row("cross", "Cross members of", "choice", source="framed", knob=True),
            *(
                Command("Put side rails round it", "side", tube, when=(_BARE, When("framing", (name,))))
                for name, (_, tube) in _TUBES.items()
            ),
            Row("side", "Side rails of", "choice", source="framed", when=(_SIDES,)),
            Command("Leave the side rails off", "side", None, when=(_SIDES,)),
        ),
    )


DECK = Group(
    "Deck",
    (
        Row("deck", "Deck", "choice", source="sheets", knob=True),
        Row("grain", "Face grain", "choice", options(along="along the vehicle", across="across"), when=(When("deck", (False,), "boards"),)),
        Row(
            "deck_last",
            "One narrower board",
            "choice",
            source="sheets",
            optional=True,
            empty="none",
            when=(When("deck", (True,), "boards"),),
            help="at the right edge, as thick as the others",
        ),
        Row("board_gap", "At least between boards", "length", when=(When("deck", (True,), "boards"),)),
    ),
)
BOLTS = Group(
    "What bolts it down",
    (
        Repeat("mounts", "Mount", item="text"),
        Command("Use only some mounts, by name", "mounts", "front left", op="add"),
        Row("bolt_grade", "Bolt grade", "choice", source="grades"),
        Row("washer", "Washer under each head", "length"),
    ),
    help="Without a name every mount that lies under a long rail is used. Each is asked for with any one gone.",
)
JOINTS = joining_sheet("Joints, cross member to side rail", "cross member", "side rail")
