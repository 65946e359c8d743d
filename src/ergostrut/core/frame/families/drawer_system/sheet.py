"""The drawer system's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When, only, options
from ...blocks.carcass.sheet import EDGES, OPENINGS, PANELS, SIZE, TIES, TOP
from ...blocks.joining import joining_sheet
from .params import DrawerSystem


def _column(build: DrawerSystem) -> dict[str, Any]:
    taken = {column.name for column in build.columns}
    return {"name": next(f"column {n}" for n in range(len(taken) + 1, 2 * len(taken) + 3) if f"column {n}" not in taken)}


_PANELS, _FRAME = When("made", ("panels",)), When("made", ("frame",))
SHEET = (
    SIZE,
    Group(
        "Carcass",
        (
            Row("made", "Carcass of", "choice", options(panels="panels", frame="a frame, slides on its rails")),
            Row("framing", "System", "system", brings=(("rail", "rib"),), resets=(("joints/fastener", "usual"),), when=(_FRAME,)),
            Row("rail", "Posts and rails", "choice", source="framed", knob=True, when=(_FRAME,)),
        ),
    ),
    Group(
        "Columns",
        (
            Repeat(
                "columns",
                "Column",
                (
                    Row("name", "Name", "text"),
                    Row("holds", "Holds", "choice", options(drawers="drawers", bay="an open bay")),
                    Row("rows", "Drawers above each other", "whole", when=(When("holds", ("drawers",)),)),
                    Row("vent", "Vents behind it", "tick", when=(When("holds", ("bay",)),), help="a fridge must breathe"),
                ),
                name="name",
            ),
            Command("Add a column", "columns", op="add", make=_column),
        ),
        help="From left to right, or front to rear where it opens to a side; all as wide as each other.",
    ),
    Group(
        "Drawers",
        (
            Row(
                "slide/kind",
                "They run on",
                "choice",
                options(
                    side="slides beside them",
                    bottom="slides under them",
                    locking="locking slides",
                    runner="low-friction strips",
                    bin="nothing: bins that lift out",
                ),
                knob=True,
            ),
            Row("slide/beside", "Taken on each side", "length", optional=True, empty="as its kind"),
            Row("slide/out", "Comes out", "number", unit="% of its length"),
            Row("slide/rating", "A pair is sold for", "mass", optional=True, help="fully out, as its maker says"),
            Row("slide/part", "Part out at", "number", unit="% of its way"),
            Row(
                "slide/stays",
                "Part out and out it is kept by",
                "choice",
                options(lock="a lock", detent="a detent", nothing="nothing", unsaid="nobody said"),
                help="standing on a slope",
            ),
            Row("slide/holds_out", "That holds", "mass", optional=True, when=(When("slide/stays", ("lock", "detent")),)),
            Row("box/sheet", "Sides, front, back", "choice", source="sheets"),
            Row("box/floor", "Floor", "choice", source="sheets", knob=True),
            Row("box/over", "Room over its sides", "length"),
            Row("box/front", "A front that covers the gaps", "tick"),
        ),
    ),
    Group(
        "What keeps them in",
        (
            Row(
                "latch/kind",
                "On the road",
                "choice",
                options(
                    **{
                        "self-closing": "a catch each that closes by itself",
                        "turn button": "a turn button each",
                        "bar": "one bar over all, by its weight",
                        "pinned bar": "one bar over all, pinned",
                        "none": "nothing",
                    }
                ),
            ),
            Row("latch/holds", "One holds", "mass", optional=True),
            Row("latch/pin", "Its pin, thick", "length"),
            Row("latch/engaged", "Engaged by", "length", optional=True),
            Row("latch/play", "Play", "length", optional=True),
            Row("latch/flex", "It flexes by", "length", optional=True),
        ),
    ),
    only(PANELS, _PANELS),
    only(EDGES, _PANELS),
    TIES,
    only(TOP, _PANELS),
    only(OPENINGS, _PANELS),
    only(joining_sheet("Joints, rail to post", "rail", "post"), _FRAME),
)
