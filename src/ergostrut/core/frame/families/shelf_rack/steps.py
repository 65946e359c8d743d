"""How a rack is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow

LOAD = StepRow(
    "load",
    "Load it and drive round the yard",
    "Heaviest things lowest. Brake hard once, corner once.",
    "Nothing moved on its shelf, no fixing turned.",
    "Nobody in front of the rack or behind it while it is tried.",
    30,
    (),
)


def _measure(context: Context, build: Assembly) -> StepRow:
    high = max([*(m.b[2] for m in build.members if m.role == "upright"), *(panel.hi[2] for panel in build.shells)])
    return StepRow(
        "measure",
        "Check the wall and what is behind it",
        f"Clear depth at the floor, at {context.say.length(high)} and between; where ribs, studs and existing points are.",
        "The narrowest place is known, and every fixing point was found with its thread.",
        "Look behind the lining first: wires, airbags and belts run in the walls.",
        25,
        (),
    )


def _panels(build: Assembly) -> list[StepRow]:
    uprights = tuple(panel.id for panel in build.shells if panel.role in ("side", "upright"))
    shelves = tuple(panel.id for panel in build.shells if panel.role == "shelf")
    fixings = tuple(contact.id for contact in build.contacts if contact.kind == "wall")
    return [
        StepRow(
            "cut",
            "Cut uprights and shelves",
            f"{len(uprights)} uprights and {len(shelves)} shelves. Mark every piece and its face grain as on the cut list; notches over the wheel box by a template of card.",
            "All of one kind within 1 mm; inside corners of notches rounded by 10 mm or more.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            9.0 * (len(uprights) + len(shelves)),
            (*uprights, *shelves),
        ),
        StepRow(
            "box",
            "Put it together on its back",
            "Grooves or screw lines marked by one upright for all; shelves into the first upright, then the next; the back last.",
            "Diagonals within 2 mm before the glue sets.",
            "",
            12.0 * len(shelves),
            tuple(panel.id for panel in build.shells),
            tuple(panel.id for panel in build.shells),
            waits="glue",
        ),
        StepRow(
            "stand",
            "Stand it and fix it to the wall",
            f"Packed level before {len(fixings)} wall fixing{'s' if len(fixings) != 1 else ''} are tightened.",
            "It cannot be rocked by hand; every fixing has its torque and is marked.",
            "A rack that is not held at the top comes over in the first corner.",
            8.0 * len(fixings) + 10.0,
            fixings,
            there=True,
        ),
    ]


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    return [_measure(context, build), *(_panels(build) if build.shells else _posts(build)), LOAD]


def _posts(build: Assembly) -> list[StepRow]:
    uprights = [m for m in build.members if m.role == "upright"]
    bearers = [m for m in build.members if m.role == "bearer"]
    fixings = len(build.mounts)
    return [
        StepRow(
            "cut",
            "Cut uprights and bearers",
            f"{len(uprights)} uprights and {len(bearers)} bearers. Mark every piece as on the cut list.",
            "All of one kind within 1 mm.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.",
            5.0 * (len(uprights) + len(bearers)),
            tuple(m.id for m in (*uprights, *bearers)),
        ),
        StepRow(
            "ladders",
            "Make the ladders",
            "Each pair of uprights with its bearers, flat on the bench, all by the first one.",
            "Diagonals of each agree within 2 mm.",
            "",
            20.0 * (len(uprights) / 2),
            tuple(m.id for m in (*uprights, *bearers)),
            tuple(m.id for m in (*uprights, *bearers)),
        ),
        StepRow(
            "stand",
            "Stand them and fix them to the wall",
            f"Every foot down and packed before {fixings} wall fixing{'s' if fixings != 1 else ''} are tightened.",
            "No foot can be moved by hand; every fixing has its torque and is marked.",
            "A rack that is not held at the top comes over in the first corner.",
            8.0 * fixings + 10.0,
            tuple(mount.id for mount in build.mounts),
            there=True,
        ),
        StepRow(
            "shelves",
            "Cut and lay the shelves",
            f"{len(build.panels)} shelves, {build.panels[0].sheet.label}; then their edges.",
            "Nothing rocks; the edge stands as high as planned everywhere.",
            "",
            25.0 * len(build.panels),
            tuple(panel.id for panel in build.panels),
            tuple(panel.id for panel in build.panels),
            True,
        ),
    ]
