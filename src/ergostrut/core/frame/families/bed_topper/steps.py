"""How a topper is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    members = tuple(m.id for m in build.members)
    roof = tuple(panel.id for panel in build.decks)
    outside = tuple(panel.id for panel in build.skins if not panel.name.startswith("lining"))
    inside = tuple(panel.id for panel in build.skins if panel.name.startswith("lining"))
    clamps = tuple(contact.id for contact in build.contacts if contact.kind == "tie")
    rows = [
        StepRow(
            "measure", "Measure the bed's sides once more", "Their tops over the floor front and rear, between them, the gate's height shut; rails that are not level.",
            "Sides level with each other within 3 mm, or the rails are packed.", "Truck on level ground.", 30.0, (), there=True,
        ),
        StepRow("cut", "Cut the tubes", f"{len(members)} tubes. Mark every piece as on the cut list.", "Posts alike within 1 mm, bows too.",
                "Eyes, ears and gloves. Clamp the bar, not the hand.", 5.0 * len(members), members),
        StepRow(
            "tack", "Tack it on the bed", "Lower rails on the bed's sides, front rail, corner posts, roof rails, bows, then the posts between; battery off.",
            "Every post plumb within 2 mm, diagonals of the roof and of both sides within 3 mm; the gate shuts.",
            "Never weld over a fuel tank or brake lines: tack, lift it off, and weld it on the floor.", 12.0 * len(members), members, members, True,
        ),
        StepRow("weld", "Weld it", "On the floor, alternately, side to side; let it cool between.", "Diagonals as tacked.",
                "It warps when it is welded in haste. Zinc ground off, mask on.", 8.0 * len(members), members),
        StepRow("paint", "Paint it", "Welds brushed and primed first; before anything is skinned.", "No bare weld.", "Paint fumes: doors open, mask on.", 120.0, members),
        StepRow(
            "skins", "Skin the walls", "From the rear forward, laps facing rearward; sealant on every post, fasteners at their pitch, wet. The hatch last, on its hinges.",
            "No lap that faces the wind; the hatch shuts by hand.", "Large sheets sail: not in wind, and two people.", 40.0 * len(outside), outside, outside,
        ),
        StepRow("roof", "Close the roof", "Sheets glued and screwed to every bow, edges sealed, then covered; water runs off to one side.", "A hose for ten minutes, dry inside.",
                "Work from a scaffold or a ladder that is tied.", 120.0, roof, roof),
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
            "clamp", "Set it on and clamp it down", f"A seal on the bed's sides, {len(clamps)} clamps, tightened crosswise by torque.", "Every clamp has its torque and is marked.",
            "Two at each end lift it. Again after ten minutes and after the first day's drive.", 8.0 * max(len(clamps), 1), clamps, there=True,
        ),
        StepRow("light", "Third brake light and view", "The cab's third brake light is seen over or through it, or a second one is fitted to it.", "Both are seen from behind.",
                "Without a view through the rear window both outside mirrors must do: ask local law.", 40.0, (), there=True),
    ]  # fmt: skip
