"""How a topper is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...blocks.cage.steps import closing, cut, paint, weld
from ...family import StepRow


def steps(_context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    members = tuple(m.id for m in build.members)
    clamps = tuple(contact.id for contact in build.contacts if contact.kind == "tie")
    return [
        StepRow(
            "measure", "Measure the bed's sides once more", "Their tops over the floor front and rear, between them, the gate's height shut; rails that are not level.",
            "Sides level with each other within 3 mm, or the rails are packed.", "Truck on level ground.", 30.0, (), there=True,
        ),
        cut(build),
        StepRow(
            "tack", "Tack it on the bed", "Lower rails on the bed's sides, front rail, corner posts, roof rails, bows, then the posts between; battery off.",
            "Every post plumb within 2 mm, diagonals of the roof and of both sides within 3 mm; the gate shuts.",
            "Never weld over a fuel tank or brake lines: tack, lift it off, and weld it on the floor.", 12.0 * len(members), members, members, True,
        ),
        weld(build, "On the floor, alternately"),
        paint(build),
        *closing(build, last=" The hatch last, on its hinges: it shuts by hand."),
        StepRow(
            "clamp", "Set it on and clamp it down", f"A seal on the bed's sides, {len(clamps)} clamps, tightened crosswise by torque.", "Every clamp has its torque and is marked.",
            "Two at each end lift it. Again after ten minutes and after the first day's drive.", 8.0 * max(len(clamps), 1), clamps, there=True,
        ),
        StepRow("light", "Third brake light and view", "The cab's third brake light is seen over or through it, or a second one is fitted to it.", "Both are seen from behind.",
                "Without a view through the rear window both outside mirrors must do: ask local law.", 40.0, (), there=True),
    ]  # fmt: skip
