"""The topper's form."""

from __future__ import annotations

from ....structure.sheet import Choice, Group, Row
from ....structure.systems import SYSTEMS, SystemId
from ...blocks.cage.closed import ROWS as CLOSED_ROWS
from ...blocks.cage.hatch import ROWS as HATCH
from ...blocks.cage.openings import ROWS as OPENINGS
from ...blocks.joining import joining_sheet

_TUBES: dict[SystemId, str] = {"welded_steel_tube": "1.5x1.5x14ga", "welded_aluminium_tube": "1.5x1.5x1/8 alu"}
_SYSTEMS = tuple(
    Choice(name, SYSTEMS[name].label, (("post", tube), ("bow", tube), ("joints/fastener", "usual"))) for name, tube in _TUBES.items()
)
SHEET = (
    Group(
        "Topper",
        (
            Row("length", "Length", "length", knob=True, help="of its frame: skins come on top"),
            Row("width", "Width", "length", knob=True, help="its rails lie on the bed's sides"),
            Row("height", "Over the bed's sides", "length", knob=True, help="to the underside of the bows"),
            Row("front", "Behind the bed's front panel", "length", help="to the outside of its skin"),
        ),
    ),
    Group(
        "Frame, walls and roof",
        (
            Row("framing", "System", "choice", _SYSTEMS),
            Row("posts", "Posts a side", "whole", knob=True, help="a bow, and a clamp on the bed's side, at each"),
            Row("post", "Posts and lower rails of", "choice", source="framed", knob=True),
            Row("bow", "Roof of", "choice", source="framed", knob=True),
            *CLOSED_ROWS,
        ),
    ),
    OPENINGS,
    Group(
        "Hatch over the gate",
        (*HATCH,),
    ),
    Group(
        "What keeps it on the truck",
        (
            Row("clamp_rating", "A clamp holds", "mass", optional=True, help="whichever way it is pulled; on its bag, or tried"),
            Row("side_rating", "A side of the bed bears in one place", "mass", optional=True),
        ),
        help="A clamp on the bed's side under every post. Each is asked for with any one off.",
    ),
    joining_sheet("Joints", "post or bow", "rail"),
)
