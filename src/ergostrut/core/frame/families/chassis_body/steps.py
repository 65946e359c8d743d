"""How a body is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow

SKINS_MIN, POST_MIN = 45.0, 12.0


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    members = tuple(m.id for m in build.members)
    floor = tuple(m.id for m in build.members if m.body.endswith("/bed"))
    cage = tuple(m.id for m in build.members if not m.body.endswith("/bed"))
    deck = tuple(panel.id for panel in build.decks if panel.role == "deck")
    roof = tuple(panel.id for panel in build.decks if panel.role == "roof")
    outside = tuple(panel.id for panel in build.skins if not panel.name.startswith("lining"))
    inside = tuple(panel.id for panel in build.skins if panel.name.startswith("lining"))
    bolts = tuple(one.id for one in build.fastenings)
    rows = [
        StepRow(
            "measure", "Measure the frame once more", "Mounts along and across, both diagonals between them; cab's back and roof, tyres with the bump stop touching.",
            "Diagonals between the mounts agree within 3 mm.", "Truck on level ground, chocked; nobody under it on a jack alone.", 45.0, (),
        ),
        StepRow(
            "door", "Have the door before its posts", "Measure the bought door: its posts follow it, not the drawing.", "The door's own size is in the sheet.", "", 15.0, (),
        ),
        StepRow(
            "cut", "Cut the tubes", f"{len(members)} tubes. Mark every piece as on the cut list.", "Posts alike within 1 mm, bows too.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.", 5.0 * len(members), members,
        ),
        StepRow(
            "floor", "Tack the floor on its mounts", "Spacers or bushings in place, bolts finger tight; cross members, then side rails.",
            "Diagonals within 3 mm, tops in one plane within 2 mm.", "Battery off before welding on the truck; fuel lines and harness away from heat.", 10.0 * len(floor), floor, floor, True,
        ),
        StepRow(
            "cage", "Set up posts, roof rails and bows", "Corner posts first, braced both ways with battens; roof rails, bows, then the posts between.",
            "Every post plumb within 2 mm, diagonals of all four walls and of the roof within 3 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", POST_MIN * len(cage), cage, cage,
        ),
        StepRow(
            "weld", "Weld it", "Alternately, from the middle outwards, side to side; let it cool between.", "Diagonals as tacked.",
            "It warps when it is welded in haste. Zinc ground off, mask on.", 8.0 * len(members), members,
        ),
        StepRow("paint", "Paint it", "Welds brushed and primed first; before anything is skinned.", "No bare weld.", "Paint fumes: doors open, mask on.", 150.0, members),
        StepRow(
            "road", "Drive the bare frame", "Bolted down by torque, an hour of rough road; look at every weld and mount.", "Nothing moved, no crack.",
            "Strap the cage as well for this drive; keep behind nobody.", 90.0, bolts, there=True,
        ),
        StepRow("deck", "Lay the floor", "Sheets sealed underneath and on their edges; screws at every cross member.", "Flush, no creak.", "", 90.0, deck, deck, True),
        StepRow(
            "skins", "Skin the walls", "From the rear forward, laps facing rearward; sealant on every post, fasteners at their pitch, wet.",
            "No lap that faces the wind.", "Large sheets sail: not in wind, and two people.", SKINS_MIN * len(outside), outside, outside, True,
        ),
        StepRow(
            "roof", "Close the roof", "Sheets glued and screwed to every bow, edges sealed, then covered; water runs off to one side.",
            "A hose for ten minutes, dry inside.", "Work from a scaffold or a ladder that is tied, never from the cab's roof.", 150.0, roof, roof, True,
        ),
    ]  # fmt: skip
    if inside:
        rows.append(
            StepRow("lining", "Line it", "Wiring and insulation first, then the lining from the top down.", "Every cable is where its photograph says.", "", 40.0 * len(inside), inside, inside, True)
        )  # fmt: skip
    rows += [
        StepRow("torque", "Torque the mounts", f"{len(bolts)} bolts, threadlocker, washers as planned, by torque.",
                "Every bolt has its torque and is marked; again after the first drive.", "", 10.0 * len(bolts), bolts, there=True),
        StepRow("light", "Lamps, plate, reflectors", "Lamps and plate as they were seen before; the third brake light is seen from behind.",
                "Every lamp works and is seen from behind.", "Width, height, lamps and side marking follow local law: ask before you drive.", 90.0, (), there=True),
    ]  # fmt: skip
    return rows
