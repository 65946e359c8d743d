"""How a flatbed is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.host import CAB_WIDTH
from ....structure.plans import CutPlan
from ...blocks.bed.steps import trailer_steps
from ...family import StepRow

HEAT = "Battery off before welding on the truck; fuel lines and harness away from heat"


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    members = tuple(m.id for m in build.members)
    rails = tuple(m.id for m in build.members if m.role == "long rail")
    head = tuple(m.id for m in build.members if m.role in ("upright", "top rail"))
    rest = tuple(m.id for m in build.members if m.role != "long rail" and m.id not in head)
    deck = tuple(panel.id for panel in build.decks)
    sheets = tuple(panel.id for panel in build.skins)
    bolts = tuple(one.id for one in build.fastenings)
    called, cab = context.host.called, CAB_WIDTH in context.host.dims
    boards = max((panel.laid.boards for panel in build.panels), default=0)
    rows = [
        StepRow(
            "measure", "Measure the frame once more", "Mounts along and across, both diagonals between them, tyres with the bump stop touching.",
            "Diagonals between the mounts agree within 3 mm.", f"{called.capitalize()} on level ground, chocked; nobody under it on a jack alone.", 30.0, (),
        ),
        StepRow(
            "cut", "Cut the tubes", f"{len(members)} tubes. Mark every piece as on the cut list.", "Cross members alike within 1 mm.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.", 5.0 * len(members), members,
        ),
        StepRow(
            "bolt", "Bolt the long rails to the mounts", "Spacers or bushings in place, bolts finger tight, rails level and parallel.",
            "Every bolt goes in by hand.", "", 12.0 * len(bolts), (*rails, *bolts), rails, True,
        ),
        StepRow(
            "tack", "Tack cross members and side rails", "Front and rear cross member first, then the diagonals, then the others.",
            "Diagonals within 3 mm, all tops in one plane within 2 mm.",
            f"{HEAT if cab else 'Bearings and harness away from heat'}; zinc ground off, mask on.", 10.0 * len(rest), rest, rest, True,
        ),
        StepRow(
            "weld", f"Weld it off the {called}", "Mark every mount, lift the frame down, weld alternately from the middle outwards, let it cool between.",
            "Diagonals as tacked; it goes back on its mounts by hand.", "It warps when it is welded in haste. Two people and slings lift it.",
            8.0 * len(members), members, waits="weld",
        ),
        StepRow(
            "paint", "Paint it", "Welds brushed and primed first; tube ends closed, a drain hole at each lowest end.", "No bare weld.",
            "Paint fumes: doors open, mask on.", 90.0, members, waits="paint",
        ),
        StepRow(
            "mount", "Bolt it down", f"{len(bolts)} bolts, threadlocker, washers as planned, by torque.",
            "Every bolt has its torque and is marked; again after the first drive.", "", 10.0 * len(bolts), bolts, there=True,
        ),
        StepRow(
            "deck", "Lay the deck", f"{boards or len(deck)} {'boards' if boards else 'sheets'}; two screws at every cross member, heads under the surface.",
            "Gaps even; each board over a tank or a bolt comes out alone.", "", 12.0 * max(boards, 2), deck, deck, True,
        ),
        StepRow(
            "light", "Lamps, plate, reflectors", f"Lamps and plate as they were seen before{'; the third brake light is seen over the bed and its load' if cab else ''}.",
            "Every lamp works and is seen from behind.", "Width, lamps and side marking follow local law: ask before you drive.", 60.0, (), there=True,
        ),
    ]  # fmt: skip
    if head:
        at = next(i for i, row in enumerate(rows) if row.id == "weld")
        rows.insert(at, StepRow(
            "headboard", "Set up the headboard", "Uprights on the front cross member, the rail over them.", "Plumb within 2 mm, both diagonals alike.",
            "Tacked alone it falls: clamp it to a batten until it is welded.", 12.0 * len(head), head, head, True,
        ))  # fmt: skip
        at = next(i for i, row in enumerate(rows) if row.id == "deck") + 1
        rows.insert(at, StepRow(
            "head sheet", "Screw the headboard's sheet on", "On the uprights' rear faces, where the load presses it on them.",
            "The driver sees out over it, or by both mirrors.", "", 30.0, sheets, sheets, True,
        ))  # fmt: skip
    at = next(i for i, row in enumerate(rows) if row.id == "weld")
    return [*rows[:at], *trailer_steps(context.host, build), *rows[at:]]
