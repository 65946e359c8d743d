"""The rack's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When, only, options
from ...blocks.edges import edge_rows
from ...blocks.joining import joining_sheet
from .params import ShelfRack


def _shelf(build: ShelfRack) -> dict[str, Any]:
    """One more over the highest, as far over it as that is over the next."""
    tops = sorted(shelf.height.mm for shelf in build.shelves)
    step = max(tops[-1] - tops[-2], 100.0) if len(tops) > 1 else 350.0
    taken = {shelf.name for shelf in build.shelves}
    name = next(f"shelf {n}" for n in range(len(taken) + 1, 2 * len(taken) + 3) if f"shelf {n}" not in taken)
    return {"name": name, "height": f"{min(tops[-1] + step, build.height.mm + 150):.0f} mm"}


def _ceiling(build: ShelfRack) -> dict[str, Any]:
    taken = {ceiling.name for ceiling in build.ceiling}
    name = next(f"ceiling holders {n}" for n in range(1, len(taken) + 2) if f"ceiling holders {n}" not in taken)
    return {"name": name, "front": f"{build.front.mm + 100:.0f} mm", "apart": f"{max(build.length.mm - 200, 200):.0f} mm"}


_POSTS, _PANELS = When("made", ("posts",)), When("made", ("panels",))
_STOCK = (_PANELS, When("stock", (True,), "set"))
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
            Row("made", "Made of", "choice", options(posts="posts and bearers", panels="panels: uprights and shelves of sheet")),
            Row("panel", "Uprights of", "choice", source="sheets", knob=True, when=(_PANELS,)),
            Command("Close the back", "back", "birch.6.5", when=(_PANELS, When("back", (False,), "set"))),
            Row("back", "Back", "choice", source="sheets", when=(_PANELS, When("back", (True,), "set"))),
            Command("Leave the back open", "back", None, when=(_PANELS, When("back", (True,), "set"))),
            *edge_rows("edges", (_PANELS,)),
            Command("Cut an opening for long stock", "stock", {}, when=(_PANELS, When("stock", (False,), "set"))),
            Row("stock/up", "Its lower edge above the floor", "length", when=_STOCK),
            Row("stock/behind", "Behind the front edge", "length", when=_STOCK),
            Row("stock/high", "High", "length", when=_STOCK),
            Row("stock/deep", "Deep", "length", when=_STOCK),
            Command("Close the opening", "stock", None, when=_STOCK),
            Row(
                "framing",
                "System",
                "system",
                brings=(("upright", "rib"), ("bearer", "rib")),
                resets=(("joints/fastener", "usual"),),
                when=(_POSTS,),
            ),
            Row("upright", "Uprights", "choice", source="framed", knob=True, when=(_POSTS,)),
            Row("bearer", "Bearers under the shelves", "choice", source="framed", knob=True, when=(_POSTS,)),
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
    Group(
        "Under the roof",
        (
            Repeat(
                "ceiling",
                "Holders",
                (
                    Row("name", "Name", "text"),
                    Row("front", "First bar from the front", "length"),
                    Row("apart", "From bar to bar", "length"),
                    Row("count", "Bars", "whole"),
                    Row("off_centre", "Middle right of centre (− left)", "length"),
                    Row("wide", "A bar, long", "length"),
                    Row("drop", "Its top under the roof", "length"),
                    Row("bar", "Bars of", "choice", source="edges"),
                    Row("row", "Into the host's", "choice", source="roof rows"),
                    Row("rating", "One eye holds", "mass", optional=True),
                ),
                name="name",
            ),
            Command("Add holders for long light things", "ceiling", op="add", make=_ceiling),
        ),
    ),
    only(joining_sheet("Joints, bearer to upright", "bearer", "upright"), _POSTS),
)
