"""How a teardrop is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...blocks.bed.steps import trailer_steps
from ...blocks.cage.steps import closing, cut, door, paint, weld
from ...family import StepRow


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    floor = tuple(m.id for m in build.members if m.body.endswith("/bed"))
    cage = tuple(m.id for m in build.members if not m.body.endswith("/bed"))
    deck = tuple(panel.id for panel in build.decks if panel.role == "deck")
    bolts, called = tuple(one.id for one in build.fastenings), context.host.called
    doors = [door("")] if len(build.doors) > 1 else []
    return [
        StepRow(
            "measure", "Measure the frame once more", "Mounts along and across, both diagonals between them; tyres with the bump stop touching.",
            "Diagonals between the mounts agree within 3 mm.", f"{called.capitalize()} on level ground, chocked; nobody under it on a jack alone.", 45.0, (),
        ),
        StepRow(
            "draw", "Draw the outline at full size", "On the sheet of one side: every corner by its two offsets, a batten from corner to corner, the tubes inside of it.",
            "The batten lies fair; both sides are marked from one pattern.", "", 60.0, (),
        ),
        *doors,
        cut(build),
        StepRow(
            "floor", "Tack the floor on its mounts", "Spacers or bushings in place, bolts finger tight; cross members, then side rails.",
            "Diagonals within 3 mm, tops in one plane within 2 mm.", "Bearings and harness away from heat.", 10.0 * len(floor), floor, floor, True,
        ),
        StepRow(
            "cage", "Set up both sides and the bows", "Roof rails of both sides welded flat on the pattern, one on the other; then posts, hatch's posts and bows between the sides.",
            "Both sides alike within 2 mm at every corner; the hatch's opening square: diagonals within 2 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", 10.0 * len(cage), cage, cage,
        ),
        *trailer_steps(context.host, build),
        weld(build, "Alternately, from the middle outwards"),
        paint(build),
        StepRow(
            "road", "Drive the bare frame", "Bolted down by torque, an hour of rough road; look at every weld and mount.", "Nothing moved, no crack.",
            "Strap the cage as well for this drive; keep behind nobody.", 90.0, bolts, there=True,
        ),
        StepRow("deck", "Lay the floor", "Sheets sealed underneath and on their edges; screws at every cross member.", "Flush, no creak.", "", 90.0, deck, deck, True),
        *closing(build, there=True, last=" The hatch and the doors last, on their hinges: they shut by hand."),
        StepRow("torque", "Torque the mounts", f"{len(bolts)} bolts, threadlocker, washers as planned, by torque.",
                "Every bolt has its torque and is marked; again after the first drive.", "", 10.0 * len(bolts), bolts, there=True),
        StepRow("light", "Lamps, plate, reflectors", "Lamps and plate as they were seen before, and with the hatch open.",
                "Every lamp works and is seen from behind.", "Width, height, lamps and side marking follow local law: ask before you drive.", 90.0, (), there=True),
    ]  # fmt: skip
