"""How a wall cabinet is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan, Reading
from ...family import StepRow
from .doors import GAP


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    shells = tuple(panel.id for panel in build.shells)
    fixings = tuple(contact.id for contact in build.contacts)
    rows = [
        StepRow(
            "find", "Find what the wall has to hold by", "Tap and look for ribs, studs and existing threads; mark them on tape along the wall.",
            "Every upright has a rib, a stud or a place that can be backed up from behind.",
            "Look behind the lining first: wires, airbags and belts run in the walls.", 20.0, (),
        ),
        StepRow(
            "cut", "Cut the panels", f"{len(shells)} panels. Mark every piece and its face grain as on the cut list; grooves before edges.",
            "Uprights alike within 1 mm.", "Eyes, ears and lungs. Support the sheet on both sides of the cut.", 8.0 * len(shells), shells,
        ),
        StepRow(
            "box", "Put it together on its back", "Bottom, shelves and top into the first upright, then the next; the back last, square.",
            "Diagonals within 2 mm before the glue sets.", "", 8.0 * len(shells), shells, shells, waits="glue",
        ),
        StepRow(
            "hang", "Hang it and fix it to the wall", f"Propped at its height and packed to the wall before {len(fixings)} fixings are tightened.",
            "It cannot be rocked by hand; every fixing has its torque and is marked.",
            "Prop it from the floor until every fixing is in: it comes down on whoever stands under it.", 8.0 * len(fixings) + 15.0, fixings, there=True,
        ),
    ]  # fmt: skip
    if build.doors:
        leaves = tuple(door.panel for door in build.doors)
        rows.append(
            StepRow(
                "doors",
                "Hang the doors",
                f"{len(leaves)} door{'s' if len(leaves) > 1 else ''}: hinges on the leaf first, then to the cabinet, then what keeps it shut.",
                "Each opens without rubbing, shuts by itself over its last 10 mm, and holds a pull by hand.",
                "A turn-button left open holds nothing: a catch that closes itself cannot be forgotten.",
                25.0 * len(leaves),
                leaves,
                leaves,
                True,
                reads=(
                    Reading("gap round a door, least", "mm", GAP, 1.0, 2 * GAP),
                    Reading("gap round a door, most", "mm", GAP, 1.0, 2 * GAP),
                ),
            )
        )
    return [*rows, StepRow(
        "load", "Load it and drive round the yard", "Heaviest things lowest and at the uprights. Brake hard once, corner once.",
        "No door opened, nothing moved, no fixing turned.", "Nobody sits under it or beside it while it is tried.", 30.0, (),
    )]  # fmt: skip
