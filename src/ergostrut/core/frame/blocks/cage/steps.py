"""How a cage of welded tubes is made, whatever it stands on. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ...family import StepRow

CUT_MIN, WELD_MIN, SKIN_MIN, LINING_MIN, WINDOW_MIN = 5.0, 8.0, 40.0, 35.0, 60.0
"""Minutes a tube, a tube, a sheet, a sheet and an opening."""


def outside(build: Assembly) -> tuple[str, ...]:
    """Skins by id."""
    return tuple(panel.id for panel in build.skins if not panel.name.startswith("lining"))


def door(what: str) -> StepRow:
    """The bought door before the posts beside it."""
    return StepRow(
        "door",
        "Have the door before its posts",
        f"Measure the bought door{what}: the frame follows it, not the drawing.",
        "Its own size is in the sheet.",
        "",
        15.0,
        (),
    )


def cut(build: Assembly) -> StepRow:
    members = tuple(m.id for m in build.members)
    return StepRow(
        "cut", "Cut the tubes", f"{len(members)} tubes. Mark every piece as on the cut list.", "Posts alike within 1 mm, bows too.",
        "Eyes, ears and gloves. Clamp the bar, not the hand.", CUT_MIN * len(members), members,
    )  # fmt: skip


def tacked(build: Assembly, *, cab: bool) -> StepRow:
    """The bed under a cage, on its mounts; ``cab``: of a truck."""
    floor = tuple(m.id for m in build.members if m.body.endswith("/bed"))
    return StepRow(
        "floor", "Tack the floor on its mounts", "Spacers or bushings in place, bolts finger tight; cross members, then side rails.",
        "Diagonals within 3 mm, tops in one plane within 2 mm.", "Battery off before welding on the truck; fuel lines and harness away from heat." if cab else "Bearings and harness away from heat.", 10.0 * len(floor), floor, floor, True,
    )  # fmt: skip


def tried(build: Assembly) -> list[StepRow]:
    """The bare frame's drive, then its floor."""
    bolts, deck = tuple(one.id for one in build.fastenings), tuple(panel.id for panel in build.decks if panel.role == "deck")
    return [
        StepRow(
            "road", "Drive the bare frame", "Bolted down by torque, an hour of rough road; look at every weld and mount.", "Nothing moved, no crack.",
            "Strap the cage as well for this drive; keep behind nobody.", 90.0, bolts, there=True,
        ),
        StepRow("deck", "Lay the floor", "Sheets sealed underneath and on their edges; screws at every cross member.", "Flush, no creak.", "", 90.0, deck, deck, True),
    ]  # fmt: skip


def ready(build: Assembly, seen: str = "") -> list[StepRow]:
    """Its mounts by torque, its lamps; ``seen``: what is looked at besides."""
    bolts = tuple(one.id for one in build.fastenings)
    return [
        StepRow("torque", "Torque the mounts", f"{len(bolts)} bolts, threadlocker, washers as planned, by torque.",
                "Every bolt has its torque and is marked; again after the first drive.", "", 10.0 * len(bolts), bolts, there=True),
        StepRow("light", "Lamps, plate, reflectors", f"Lamps and plate as they were seen before{seen}.",
                "Every lamp works and is seen from behind.", "Width, height, lamps and side marking follow local law: ask before you drive.", 90.0, (), there=True),
    ]  # fmt: skip


def weld(build: Assembly, where: str) -> StepRow:
    members = tuple(m.id for m in build.members)
    return StepRow(
        "weld", "Weld it", f"{where}, side to side; let it cool between.", "Diagonals as tacked.",
        "It warps when it is welded in haste. Zinc ground off, mask on.", WELD_MIN * len(members), members, waits="weld",
    )  # fmt: skip


def paint(build: Assembly) -> StepRow:
    members = tuple(m.id for m in build.members)
    return StepRow(
        "paint",
        "Paint it",
        "Welds brushed and primed first; before anything is skinned.",
        "No bare weld.",
        "Paint fumes: doors open, mask on.",
        150.0,
        members,
        waits="paint",
    )


def closing(build: Assembly, *, there: bool = False, last: str = "", roof_safe: str = "") -> list[StepRow]:
    """Skins, the roof, and the lining where there is one; ``there``: at the vehicle; ``last`` ends what is said of the skins."""
    skins, roof = outside(build), tuple(panel.id for panel in build.decks if panel.use == "roof")
    inside = tuple(panel.id for panel in build.skins if panel.id not in skins)
    rows = [
        StepRow(
            "skins", "Skin the walls", f"From the rear forward, laps facing rearward; sealant on every post, fasteners at their pitch, wet.{last}",
            "No lap that faces the wind.", "Large sheets sail: not in wind, and two people.", SKIN_MIN * len(skins), skins, skins, there,
        ),
        StepRow(
            "roof", "Close the roof", "Sheets glued and screwed to every bow, edges sealed, then covered; water runs off to one side.",
            "A hose for ten minutes, dry inside.", f"Work from a scaffold or a ladder that is tied{roof_safe}.", 150.0, roof, roof, there, "sealant",
        ),
    ]  # fmt: skip
    if build.closures:
        names = tuple(one.of for one in build.closures)
        rows.append(
            StepRow(
                "windows", "Cut the openings and set what closes them", "Marked from inside round the tubes; a hole in each corner, then saw from hole to hole. Butyl under every flange, its ring drawn up crosswise.",
                "A hose for ten minutes, dry inside.", "Eyes and gloves: the last piece falls out, somebody holds it.", WINDOW_MIN * len(names), names, names, there, "sealant",
            )
        )  # fmt: skip
    if inside:
        text = "Wiring and insulation first, then the lining from the top down."
        rows.append(
            StepRow(
                "lining", "Line it", text, "Every cable is where its photograph says.", "", LINING_MIN * len(inside), inside, inside, there
            )
        )
    return rows
