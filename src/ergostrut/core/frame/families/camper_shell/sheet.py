"""The shell's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Choice, Command, Group, Repeat, Row, When, options
from ....structure.systems import SYSTEMS, SystemId
from ...blocks.cage.closed import ROWS as CLOSED_ROWS
from ...blocks.cage.door import ROWS as DOOR_ROWS
from ...blocks.cage.openings import ROWS as OPENINGS
from ...blocks.joining import joining_sheet
from .params import CamperShell

_JACKS, _HOISTED = When("lift", (True,), "set"), When("lift", (False,), "set")
_NOSE, _FLAT = When("nose", (True,), "set"), When("nose", (False,), "set")
_TUBES: dict[SystemId, str] = {"welded_steel_tube": "1.5x1.5x14ga", "welded_aluminium_tube": "1.5x1.5x1/8 alu"}
_SYSTEMS = tuple(
    Choice(name, SYSTEMS[name].label, (*((field, tube) for field in ("floor", "post", "bow")), ("joints/fastener", "usual")))
    for name, tube in _TUBES.items()
)


def _tie(build: CamperShell) -> dict[str, Any]:
    """A tie from the middle of the left outer rail straight down to the floor beside it."""
    taken = {tie.name for tie in build.ties}
    n = next(n for n in range(1, len(taken) + 2) if f"tie {n}" not in taken)
    middle = f"{build.length.mm / 2:.0f} mm"
    return {"name": f"tie {n}", "side": "left", "along": middle, "x": middle, "y": f"{build.lower.mm / 2 + 100:.0f} mm", "z": "60 mm"}


SHEET = (
    Group(
        "Shell",
        (
            Row("length", "Length", "length", knob=True, help="of its frame: skins come on top"),
            Row("width", "Width over the bed's sides", "length", knob=True),
            Row(
                "lower",
                "Width between the wheel wells",
                "length",
                knob=True,
                help="skin and screw heads come on top: leave 20 to 25 mm a side",
            ),
            Row("height", "Clear height inside", "length", knob=True, help="from its floor to the underside of the bows"),
            Row("bench", "Underside of the benches over the bed's floor", "length", help="clear of the bed's rails"),
            Row("front", "Behind the bed's front panel", "length", help="to the outside of its skin"),
        ),
    ),
    Group(
        "Over the cab",
        (
            Command("Let it reach over the cab", "nose", {}, when=(_FLAT,)),
            Row("nose/reach", "Reaches ahead at its floor", "length", knob=True, when=(_NOSE,)),
            Row("nose/reach_top", "and at the roof", "length", when=(_NOSE,)),
            Row("nose/low", "Its underside over the bed's floor", "length", when=(_NOSE,), help="clear of the cab's roof on rough ground"),
            Row("nose/deck", "Its floor of", "choice", source="sheets", when=(_NOSE,)),
            Row("nose/mattress", "Mattress, where people sleep there", "length", optional=True, when=(_NOSE,)),
            Command("End it at the front wall", "nose", None, when=(_NOSE,)),
        ),
    ),
    Group(
        "Frame, walls and roof",
        (
            Row("framing", "System", "choice", _SYSTEMS),
            Row("posts", "Posts a side", "whole", knob=True, help="a member of the floor, of the benches and of the roof at each"),
            Row("floor", "Floor members of", "choice", source="framed"),
            Row("post", "Posts, rails and benches of", "choice", source="framed", knob=True),
            Row("bow", "Roof of", "choice", source="framed"),
            Row("deck", "Floor", "choice", source="sheets"),
            Row("benches", "Benches of", "choice", source="sheets"),
            *CLOSED_ROWS,
        ),
    ),
    OPENINGS,
    DOOR_ROWS,
    Group(
        "What keeps it on the truck",
        (
            Row("packed", "Blocks against the wheel wells", "tick", help="they keep it from going sideways"),
            Row("well_rating", "A well bears sideways", "mass", optional=True, when=(When("packed", (True,)),)),
            Row("tightened", "Pull in every tie", "mass", optional=True, help="by the turnbuckle, once it is set; unsaid: just taut"),
            Repeat(
                "ties",
                "Tie",
                (
                    Row("name", "Called", "text"),
                    Row("side", "Side", "choice", options("left", "right")),
                    Row("along", "Begins behind the shell's front", "length"),
                    Row("x", "Hooked in, behind the bed's front", "length"),
                    Row("y", "and from the middle", "length"),
                    Row("z", "and over the bed's floor", "length"),
                    Row("by", "It is a", "choice", options("turnbuckle", "strap")),
                    Row("rating", "Rated", "mass", optional=True),
                    Row(
                        "marked",
                        "That is its",
                        "choice",
                        options(working="working load", breaking="breaking load"),
                        optional=True,
                        empty="nobody said",
                    ),
                    Row("hooks", "The vehicle bears there", "mass", optional=True),
                    Row("arm", "On an arm, so far from the frame", "length", optional=True, empty="none"),
                    Row("arm_of", "Arm of", "choice", source="runs"),
                ),
                name="name",
            ),
            Command("Add a tie", "ties", op="add", make=_tie),
        ),
        help="Turnbuckles or straps from the outer rails to hooks in the bed, or to brackets on the frame. Each is asked for with any one off.",
    ),
    Group(
        "What lifts it off",
        (
            Command("Four jacks at its outer rails", "lift", {}, when=(_HOISTED,)),
            Row("lift/inset", "Jacks from both ends", "length", when=(_JACKS,)),
            Row("lift/rating", "A jack and its bracket bear", "mass", optional=True, when=(_JACKS,)),
            Command("It is lifted otherwise", "lift", None, when=(_JACKS,)),
        ),
    ),
    joining_sheet("Joints", "post or bow", "rail"),
)
