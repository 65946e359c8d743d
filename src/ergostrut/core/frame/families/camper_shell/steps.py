"""How a slide-in shell is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...blocks.cage.steps import closing, cut, door, paint, weld
from ...family import StepRow

POST_MIN = 12.0


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    below = tuple(
        m.id for m in build.members if m.body.endswith(("/floor", " bench")) or m.role in ("lower post", "inner rail", "outer rail")
    )
    above = tuple(m.id for m in build.members if m.id not in below)
    floors = tuple(panel.id for panel in build.decks if panel.use != "roof")
    ties = tuple(strap.id for strap in build.straps)
    return [
        StepRow(
            "measure", "Measure the bed once more", "Between the wells, between the rails, rails over the floor, cab roof over the floor; tailgate off or down.",
            "Wells parallel within 5 mm, or the narrowest place decides.", "Truck on level ground, chocked.", 40.0, (), there=True,
        ),
        door(", and every window"),
        cut(build),
        StepRow(
            "below", "Tack the floor and the benches", "On a flat floor: floor members, lower posts, both rails of each bench. Lift it into the bed and out again before going on.",
            "Diagonals within 3 mm; 10 mm of air at each well at least.", "Lift it with two people or a hoist.", 10.0 * len(below), below, below,
        ),
        StepRow(
            "above", "Set up posts, roof rails, bows and nose", "Corner posts first, braced both ways with battens; the nose last, propped until it is welded.",
            "Every post plumb within 2 mm, diagonals of all walls and of the roof within 3 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", POST_MIN * len(above), above, above,
        ),
        weld(build, "Not on the truck; alternately"),
        paint(build),
        StepRow(
            "road", "Drive the bare frame", "Tied down as planned, an hour of rough road; look at every weld and every hook.", "Nothing moved, no crack.",
            "Keep behind nobody. Stop after ten minutes and tighten again.", 90.0, ties, there=True,
        ),
        StepRow("floors", "Lay floor, benches and the nose's floor", "Sheets sealed underneath and on their edges; screws at every member.", "Flush, no creak.", "", 30.0 * len(floors), floors, floors),
        *closing(build),
        StepRow(
            "load", "Slide it in", "On four jacks or stands; back the truck under it, slowly; lower it evenly.", "Blocks at both wells fit; the nose is clear of the cab's roof all along.",
            "Jacks on firm, level ground. Nobody under a lifted shell, and nobody in it.", 60.0, (), there=True,
        ),
        StepRow(
            "tie", "Tie it down", f"{len(ties)} ties, hooked in as planned, tightened crosswise, locked.", "Every tie is taut, and is marked.",
            "Stop after ten minutes and after an hour, and tighten again; then at every fuel stop of the first day.", 10.0 * max(len(ties), 1), ties, there=True,
        ),
        StepRow(
            "weigh", "Weigh the truck with it", "Each axle, with full tank and everybody aboard.", "Both axles and all of it within the ratings; the ticket is entered in Balance.",
            "Over a rating it does not drive: brakes and tyres are made for what the plate says.", 60.0, (), there=True,
        ),
    ]  # fmt: skip
