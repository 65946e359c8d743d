"""How a box of plywood is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import Row


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[Row]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say, edging = context.say, build.edging
    every = say.length(edging.spacing) if edging is not None else ""
    parts = tuple(slab.id for slab in build.slabs)
    back = [slab for slab in build.slabs if slab.role == "back"]
    rows: list[Row] = [
        (
            "cut",
            "Cut the panels",
            f"{len(build.slabs)} panels. Mark every piece and its face grain as on the cut list.",
            "Alike panels alike within 1 mm, corners square.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            12.0 * len(build.slabs),
            parts,
        ),
        (
            "sides",
            "Stand sides and uprights on the bottom",
            f"{'Glue the edges, clamp, drill' if edging is not None and edging.glued else 'Clamp, drill'} and screw every {every}. Screws into a panel's edge hold half of what they hold in its face.",
            "Uprights square to the bottom; no screw nearer the face than twice its thickness.",
            "",
            10.0 * sum(slab.role in ("side", "upright") for slab in build.slabs),
            tuple(slab.id for slab in build.slabs if slab.role in ("side", "upright", "bottom")),
        ),
        (
            "square",
            "Square it" + (" and fix the back" if back else ""),
            "Measure both diagonals of the open face before the glue sets." + (f" The back goes on while they agree, screws every {every}." if back else ""),
            "Diagonals within 2 mm.",
            "" if back else "Without a back it racks: carry it by two sides, never by one corner.",
            20,
            tuple(slab.id for slab in back),
        ),
        ("top", "Screw the top on", f"Over every side and upright, screws every {every}.", "Nothing rocks, no screw stands up.", "", 25, (f"{build.id}/box/top",)),
        (
            "fit",
            "Set it in and tie it down",
            "Every corner bolted, strapped or clamped to the floor.",
            "Nothing lifts when pulled up by hand.",
            "A box that is not tied down flies on the first bad bump.",
            30,
            (),
        ),
    ]  # fmt: skip
    return rows
