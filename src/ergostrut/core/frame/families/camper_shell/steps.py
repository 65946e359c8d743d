"""How a slide-in shell is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow

SKIN_MIN, POST_MIN = 40.0, 12.0


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    members = tuple(m.id for m in build.members)
    below = tuple(
        m.id for m in build.members if m.body.endswith(("/floor", " bench")) or m.role in ("lower post", "inner rail", "outer rail")
    )
    above = tuple(m.id for m in build.members if m.id not in below)
    floors = tuple(panel.id for panel in build.decks if panel.use != "roof")
    roof = tuple(panel.id for panel in build.decks if panel.use == "roof")
    outside = tuple(panel.id for panel in build.skins if not panel.name.startswith("lining"))
    inside = tuple(panel.id for panel in build.skins if panel.name.startswith("lining"))
    ties = tuple(strap.id for strap in build.straps)
    rows = [
        StepRow(
            "measure", "Measure the bed once more", "Between the wells, between the rails, rails over the floor, cab roof over the floor; tailgate off or down.",
            "Wells parallel within 5 mm, or the narrowest place decides.", "Truck on level ground, chocked.", 40.0, (), there=True,
        ),
        StepRow("door", "Have the door before its posts", "Measure the bought door, and every window: their frames follow them, not the drawing.", "Their own sizes are in the sheet.", "", 15.0, ()),
        StepRow(
            "cut", "Cut the tubes", f"{len(members)} tubes. Mark every piece as on the cut list.", "Posts alike within 1 mm, bows too.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.", 5.0 * len(members), members,
        ),
        StepRow(
            "below", "Tack the floor and the benches", "On a flat floor: floor members, lower posts, both rails of each bench. Lift it into the bed and out again before going on.",
            "Diagonals within 3 mm; 10 mm of air at each well at least.", "Lift it with two people or a hoist.", 10.0 * len(below), below, below,
        ),
        StepRow(
            "above", "Set up posts, roof rails, bows and nose", "Corner posts first, braced both ways with battens; the nose last, propped until it is welded.",
            "Every post plumb within 2 mm, diagonals of all walls and of the roof within 3 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", POST_MIN * len(above), above, above,
        ),
        StepRow(
            "weld", "Weld it", "Alternately, side to side; let it cool between. Not on the truck.", "Diagonals as tacked.",
            "It warps when it is welded in haste. Zinc ground off, mask on.", 8.0 * len(members), members,
        ),
        StepRow("paint", "Paint it", "Welds brushed and primed first; before anything is skinned.", "No bare weld.", "Paint fumes: doors open, mask on.", 150.0, members),
        StepRow(
            "road", "Drive the bare frame", "Tied down as planned, an hour of rough road; look at every weld and every hook.", "Nothing moved, no crack.",
            "Keep behind nobody. Stop after ten minutes and tighten again.", 90.0, ties, there=True,
        ),
        StepRow("floors", "Lay floor, benches and the nose's floor", "Sheets sealed underneath and on their edges; screws at every member.", "Flush, no creak.", "", 30.0 * len(floors), floors, floors),
        StepRow(
            "skins", "Skin the walls", "From the rear forward, laps facing rearward; sealant on every post, fasteners at their pitch, wet.",
            "No lap that faces the wind.", "Large sheets sail: not in wind, and two people.", SKIN_MIN * len(outside), outside, outside,
        ),
        StepRow(
            "roof", "Close the roof", "Sheets glued and screwed to every bow, edges sealed, then covered; water runs off to one side.",
            "A hose for ten minutes, dry inside.", "Work from a scaffold or a ladder that is tied.", 150.0, roof, roof,
        ),
    ]  # fmt: skip
    if inside:
        rows.append(
            StepRow(
                "lining",
                "Line it",
                "Wiring and insulation first, then the lining from the top down.",
                "Every cable is where its photograph says.",
                "",
                35.0 * len(inside),
                inside,
                inside,
            )
        )
    return [
        *rows,
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
