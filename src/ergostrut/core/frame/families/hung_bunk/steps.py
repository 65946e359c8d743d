"""How a hung bunk is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say = context.say
    framed = [m for m in build.members if m.group is not None]
    ribs = [m for m in framed if m.role == "rib"]
    wall = next(m for m in framed if m.role == "wall rail")
    system = build.joining.system
    return [
        StepRow(
            "measure",
            "Mark the rail's line on the wall",
            f"The hinges' axis {say.length(build.pivots[0].at[2])} above the floor, level, and {len(build.mounts)} fixing places on it.",
            "Level within 2 mm over its length; every place lies where the drawing has it.",
            "Look behind the lining first: wires, airbags and belts run in the walls of a van.",
            30,
            (wall.id,),
        ),
        StepRow(
            "cut",
            "Cut wall rail, rails and ribs",
            f"{len(framed)} pieces. Mark every piece as on the cut list.",
            "All ribs alike within 1 mm.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.",
            4.0 * len(framed),
            tuple(m.id for m in build.members),
        ),
        StepRow(
            "frame",
            "Join ribs and rails",
            f"Flat on the bench: {system.label}. Ribs flush with the rails' tops.",
            "Both diagonals equal within 2 mm before the last joint.",
            "Weld with galvanising and paint off, air moving, nothing that burns near." if system.joint == "weld" else "",
            12.0 * 2 * len(ribs),
            tuple(m.id for m in ribs),
            tuple(m.id for m in framed if m is not wall),
            waits="weld" if system.joint == "weld" else "",
        ),
        StepRow(
            "hinges",
            "Fit the hinges with the rail still off the wall",
            f"{len(build.pivots)} hinges, pins in one line: lay a straight rod through them before the last screws. Then draw the pins: the rail goes up alone.",
            "The bunk turns freely by its own weight, without a tight place.",
            "",
            12.0 * len(build.pivots),
            tuple(p.id for p in build.pivots),
        ),
        StepRow(
            "wall",
            "Bolt the rail to the wall",
            f"{len(build.mounts)} bolts with threadlocker into the fixing places; packers where the wall is hollow, none taken up by the bolts.",
            "Every bolt at its torque; pull hard on the rail: nothing moves.",
            "A rivet nut in bare sheet is not a fixing place until it has a rating.",
            10.0 * len(build.mounts),
            tuple(m.id for m in build.mounts),
            (wall.id,),
            True,
        ),
        StepRow(
            "straps",
            "Pin the bunk to its rail and hang the straps",
            f"Pins in and secured; {len(build.straps)} straps, all equally taut with the bunk level. Read working or breaking load off every tag and write it down.",
            "With one strap unhooked and a person on the bunk the others hold; do it for each, a hand's breadth above the floor or a block under it.",
            "Load a strap slowly and from beside it.",
            10.0 * len(build.straps),
            tuple(s.id for s in build.straps),
            tuple(m.body for m in build.motions),
            True,
        ),
        StepRow(
            "deck",
            "Screw the deck, fit the raised edge and the latch",
            "Seal the edges of the deck. The latch closes by itself and cannot shake open.",
            "Folded up and latched, it stays when struck with the flat of the hand.",
            "",
            45,
            tuple(p.id for p in build.panels),
            (*(p.id for p in build.panels), *(m.id for m in build.members if m.group is None)),
            True,
        ),
        StepRow(
            "night",
            "Sleep on it once before the trip",
            "Everybody who will sleep there, on level ground; then fold it, unhook and stow the straps, and drive the road test.",
            "No creak, straps still taut in the morning, wall bolts at their torque after the drive.",
            "Carbon monoxide alarm, a way to air and an extinguisher in reach; everybody gets out without climbing over another sleeper.",
            40,
            (),
        ),
    ]
