"""How a platform is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...family import StepRow


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say = context.say
    bearers = [m for m in build.members if m.role == "bearer"]
    uprights = [m for m in build.members if m.role != "bearer"]
    low = min(m.a[2] - m.shape.depth / 2 for m in bearers)
    rows: list[StepRow] = [
        StepRow(
            "measure",
            "Check where it bears once more",
            f"Width at the members' height, slots and wells on both sides. The members lie {say.length(low)} above the floor.",
            "Left and right agree, and nothing is cut on a typical figure.",
            "",
            20,
            (),
        ),
        StepRow(
            "cut",
            "Cut the members",
            f"{len(bearers)} members and {len(uprights)} uprights. Mark every piece as on the cut list.",
            "All members alike within 1 mm.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.",
            5.0 * (len(bearers) + len(uprights)),
            tuple(m.id for m in build.members),
        ),
    ]
    if uprights:
        rows.append(
            StepRow(
                "uprights",
                "Fit legs, props and packers",
                "Legs square to their members. A prop folds up on its hinge: a turn button or a hook keeps it up, and upright when it stands.",
                "Every foot stands on the floor, or as short of it as planned.",
                "",
                8.0 * len(uprights),
                tuple(m.id for m in uprights),
                tuple(m.id for m in (*uprights, *bearers)),
            )
        )
    rows += [
        StepRow(
            "lay",
            "Lay the members in the vehicle",
            "Front to rear, tops in one plane. Pack what rocks.",
            "A straight edge over all of them shows no gap over 2 mm.",
            "",
            6.0 * len(bearers),
            tuple(m.id for m in bearers),
            () if uprights else tuple(m.id for m in bearers),
            True,
        ),
        StepRow(
            "tie",
            "Tie every end down",
            "Bolt, strap or clamp through the slot or to the side, both ends of every member.",
            "Nothing lifts when pulled upward by hand.",
            "A platform that is not tied down flies on the first bad bump.",
            6.0 * len(bearers),
            tuple(m.id for m in bearers),
            there=True,
        ),
        StepRow(
            "deck",
            "Cut and screw the deck",
            f"{len(build.panels)} panel{'s' if len(build.panels) > 1 else ''}, {build.panels[0].sheet.label}. Seal the edges; holes or gaps let a mattress breathe.",
            "Screws every 200 mm on every member, heads under the surface.",
            "",
            30.0 * len(build.panels),
            tuple(panel.id for panel in build.panels),
            (*(panel.id for panel in build.panels), *(m.body for m in build.motions)),
            True,
        ),
        StepRow(
            "night",
            "Sleep on it once before the trip",
            "Everybody who will sleep there, on firm ground.",
            "No creak, no sag that wakes anybody, everybody gets out by himself.",
            "Carbon monoxide alarm, a way to air and an extinguisher in reach where people sleep.",
            30,
            (),
        ),
    ]
    return rows
