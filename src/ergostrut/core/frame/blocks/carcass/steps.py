"""How a box of plywood is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow

_JOINED = {
    "screws": "Clamp, drill and screw every {every}. Screws into a panel's edge hold half of what they hold in its face.",
    "glue": "Glue the edges, clamp, drill and screw every {every}; the screws only clamp.",
    "dado": "Cut the grooves {size} deep, a close fit on the sheet as it measures. Glue floor and sides of the groove, push home, clamp.",
    "pocket": "Drill the pockets every {every}, clamp, drive the screws into the face. Stop where the head seats.",
    "blocks": "Glue blocks {size} square into every inner corner along its whole length, clamp or pin them while the glue sets.",
    "brackets": "A bracket in the corner every {every}, two screws a leg at least; none may come through.",
}
GLUED = ("glue", "dado", "blocks")
"""Ways whose glue must set."""
_BACK = {
    "screws": "screws every {every}.",
    "glue": "glued and screwed.",
    "blocks": "blocks glued in behind it.",
    "brackets": "a bracket every {every}.",
}
"""How an edge is joined, and a back, by way."""


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say, edging = context.say, build.edging
    every = say.length(edging.spacing) if edging is not None else ""
    way = edging.way if edging is not None else "screws"
    size = say.length(edging.size) if edging is not None else ""
    openings = sum(len(panel.holes) for panel in build.shells)
    parts = tuple(panel.id for panel in build.shells)
    back = [panel for panel in build.shells if panel.role == "back"]
    rows: list[StepRow] = [
        StepRow(
            "cut",
            "Cut the panels",
            f"{len(build.shells)} panels. Mark every piece and its face grain as on the cut list.",
            "Alike panels alike within 1 mm, corners square.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            12.0 * len(build.shells),
            parts,
        ),
        *([StepRow("openings", "Cut the openings", "Drill the corners first, 20 mm or more across, then saw from hole to hole; break the edges.",
            "No saw cut past a corner.", "A square inside corner tears first.", 8.0 * openings, tuple(s.id for s in build.shells if s.holes))] if openings else []),
        StepRow(
            "sides",
            "Stand sides and uprights on the bottom",
            _JOINED[way].format(every=every, size=size),
            "Uprights square to the bottom" + ("; no screw nearer the face than twice its thickness." if way == "screws" else "."),
            "",
            10.0 * sum(panel.role in ("side", "upright") for panel in build.shells),
            tuple(panel.id for panel in build.shells if panel.role in ("side", "upright", "bottom")),
            tuple(panel.id for panel in build.shells if panel.role in ("side", "upright", "bottom")),
        ),
        StepRow(
            "square",
            "Square it" + (" and fix the back" if back else ""),
            "Measure both diagonals of the open face before the glue sets." + (f" The back goes on while they agree, {_BACK[back[0].edging.way].format(every=every)}" if back and back[0].edging else ""),
            "Diagonals within 2 mm.",
            "" if back else "Without a back it racks: carry it by two sides, never by one corner.",
            20,
            tuple(panel.id for panel in back),
            tuple(panel.id for panel in back),
            waits="glue" if way in GLUED else "",
        ),
        StepRow("top", "Screw the top on", "Over every side and upright, as they stand on the bottom.", "Nothing rocks, no screw stands up.", "", 25, (f"{build.id}/box/top",),
            tuple(panel.id for panel in build.shells if panel.role not in ("side", "upright", "bottom", "back"))),
        StepRow(
            "fit",
            "Set it in and tie it down",
            "Every corner bolted, strapped or clamped to the floor.",
            "Nothing lifts when pulled up by hand.",
            "A box that is not tied down flies on the first bad bump.",
            30,
            tuple(contact.id for contact in build.contacts if contact.kind == "tie"),
            there=True,
        ),
    ]  # fmt: skip
    return rows
