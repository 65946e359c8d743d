"""The rack's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ...blocks.joining import joining_sheet
from .params import ShelfRack


def _shelf(build: ShelfRack) -> dict[str, Any]:
    """One more over the highest, as far over it as that is over the next."""
    tops = sorted(shelf.height.mm for shelf in build.shelves)
    step = max(tops[-1] - tops[-2], 100.0) if len(tops) > 1 else 350.0
    taken = {shelf.name for shelf in build.shelves}
    name = next(f"shelf {n}" for n in range(len(taken) + 1, 2 * len(taken) + 3) if f"shelf {n}" not in taken)
    return {"name": name, "height": f"{min(tops[-1] + step, build.height.mm + 150):.0f} mm"}


SHEET = (
    Group(
        "Rack",
        (
            Row("side", "Along the", "choice", options(left="left wall", right="right wall")),
            Row("front", "From the front", "length"),
            Row("length", "Length", "length", knob=True),
            Row("depth", "Depth", "length", knob=True),
            Row("height", "Uprights' top", "length"),
            Row("frames", "Pairs of uprights", "whole", knob=True),
        ),
    ),
    Group(
        "Shelves",
        (
            Repeat(
                "shelves",
                "Shelf",
                (
                    Row("name", "Name", "text"),
                    Row("height", "Its top above the floor", "length"),
                    Row("tilt", "Front higher by", "length", help="on pegs or a wedge; drawn and proved level"),
                    Row("edge", "At its front", "choice", options("none", nosing="a nosing", recess="recesses", bar="a bar across")),
                    Row("edge_height", "So high above it", "length", when=(When("edge", ("nosing", "recess", "bar")),)),
                    Row("stepped_on", "Somebody steps on it", "choice", options("yes", "no", unsaid="if under 1.2 m")),
                ),
                name="name",
            ),
            Command("Add a shelf", "shelves", op="add", make=_shelf),
            Row("deck", "Shelves of", "choice", source="sheets", knob=True),
            Row(
                "grain", "Face grain", "choice", options(along="along the rack", across="across"), when=(When("deck", (False,), "boards"),)
            ),
            Row("board_gap", "At least between boards", "length", when=(When("deck", (True,), "boards"),)),
        ),
    ),
    Group(
        "Members",
        (
            Row("framing", "System", "system", brings=(("upright", "rib"), ("bearer", "rib")), resets=(("joints/fastener", "usual"),)),
            Row("upright", "Uprights", "choice", source="framed", knob=True),
            Row("bearer", "Bearers under the shelves", "choice", source="framed", knob=True),
        ),
    ),
    Group(
        "What holds it",
        (
            Row("stands", "Rear uprights", "choice", options(floor="stand on the floor or the wheel box", wall="hang on the wall")),
            Row("wall/row", "Into the host's", "choice", source="wall rows"),
            Row("wall/bolts", "Fixings an upright", "whole"),
            Row("wall/below", "Highest one below its top", "length"),
            Row("wall/rating", "One fixing holds", "mass", optional=True),
            Row("tied", "Feet fastened down", "tick", when=(When("stands", ("floor",)),), help="screwed or tied to the floor"),
            Row("tie_rating", "A foot's fastening holds", "mass", optional=True, when=(When("stands", ("floor",)), When("tied", (True,)))),
            Row("well_rating", "A wheel box bears", "mass", optional=True, when=(When("stands", ("floor",)),)),
        ),
        help="With the posts on the floor the wall only keeps them from tipping; what it carries with a foot gone is said as well.",
    ),
    joining_sheet("Joints, bearer to upright", "bearer", "upright"),
)
