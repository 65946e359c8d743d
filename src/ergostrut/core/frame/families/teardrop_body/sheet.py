"""The teardrop's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When
from ...blocks.bed.borne import ROWS as BORNE
from ...blocks.bed.drawbar import ROWS as DRAWBAR
from ...blocks.bed.sheet import BOLTS, DECK, JOINTS, frame, size
from ...blocks.cage.closed import UNTRODDEN
from ...blocks.cage.hatch import ROWS as HATCH
from ...blocks.cage.openings import ROWS as OPENINGS
from ...blocks.cage.side_door import ROWS as DOORS

_SOFT, _BARE = When("mattress", (True,), "set"), When("mattress", (False,), "set")


def another(build: Any) -> dict[str, Any]:
    """A corner behind the last one, half way to the rear edge, a little outside of the line to it."""
    last = build.profile[-1]
    return {"x": f"{(last.x.mm + build.length.mm) / 2:.0f} mm", "z": f"{last.z.mm * 0.6:.0f} mm"}


SHEET = (
    size("Teardrop"),
    Group(
        "Outline of its sides",
        (
            Repeat("profile", "Corner", (Row("x", "Behind the front", "length"), Row("z", "Over the deck", "length"))),
            Command("Add a corner at the rear", "profile", op="add", make=another),
        ),
        help="To the outside of the frame, from the front over the roof to where the hatch hangs; from there straight down to the rear edge. Draw it on a sheet and read it off: between two corners it is flat.",
    ),
    Group(
        "Walls and roof",
        (
            Row("post", "Posts of", "choice", source="framed", knob=True),
            Row("bow", "Roof rails and bows of", "choice", source="framed", knob=True),
            *UNTRODDEN,
            Command("Put a bed in", "mattress", {}, when=(_BARE,)),
            Row("mattress/thick", "Mattress", "length", when=(_SOFT,)),
            Row("mattress/long", "Bed, long", "length", when=(_SOFT,), help="from the front wall; as wide as the inside"),
            Command("Leave the bed out", "mattress", None, when=(_SOFT,)),
        ),
        help="Nobody steps on its roof.",
    ),
    OPENINGS,
    DOORS,
    Group("Hatch at the rear", HATCH),
    frame("post", "bow"),
    DRAWBAR,
    DECK,
    BORNE,
    BOLTS,
    JOINTS,
)
