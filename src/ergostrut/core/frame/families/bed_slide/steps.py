"""How a bed slide is made, in order. Times are common practice, no published source."""

from __future__ import annotations

import math

from ....mechanics.joints.bolt import torque
from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.nouns.parts import Member
from ....structure.plans import CutPlan
from ....wording import Say
from ...family import StepRow


def _joining(context: Context, build: Assembly, rails: list[Member], ribs: list[Member], cuts: int, diagonal: float) -> list[StepRow]:
    """The steps that make a tray of the cut pieces, by framing system."""
    say, spec = context.say, build.joining
    parts = tuple(m.id for m in (*rails, *ribs))
    square = f"Both diagonals {say.length(diagonal)} along the outside, equal within 1.5 mm."
    braces = [m for m in build.members if m.role == "brace"]
    last = (
        f" Then {len(braces)} brace{'s' if len(braces) > 1 else ''} under the ribs, fastened to every rib passed, with the tray held square."
        if braces
        else ""
    )
    if spec.system.joint == "wood screw":
        holes = {
            "pocket screw": f"Pockets in the ribs' ends, {spec.screws} pocket screws and glue at each",
            "lag screw": f"Pilot holes through the rails, {spec.screws} lags with washers at each rib end",
        }.get(spec.kind, f"Pilot holes through the rails, {spec.screws} screws and glue at each rib end")
        return [
            StepRow(
                "screw",
                "Glue and screw the tray",
                f"{holes}, tops flush.{last}",
                square,
                "Dust: mask and extraction. Glue has its lowest temperature; keep to it.",
                10.0 * len(ribs),
                parts,
                parts,
                waits="glue",
            )
        ]
    if spec.system.joint != "weld":
        title, how, hold = {
            "rivet": (
                "Rivet the tray together",
                f"Brackets clamped and drilled through with their ribs and rails, {spec.per_leg} rivets a leg, primer or sealant between unlike metals.",
                "Every rivet tight to the metal, none turning.",
            ),
            "drill screw": (
                "Screw the tray together",
                f"Brackets clamped, {spec.per_leg} self-drilling screws a leg, driven slowly so that the thread in the wall is not torn.",
                "No screw spins.",
            ),
            "end bolt": (
                "Bolt the tray together",
                f"Tap the ribs' ends {say.length(spec.tap_depth)} deep, bolts through the rails by hand, then square, then tight. Threadlocker on every bolt.",
                "Every bolt at its torque and marked.",
            ),
        }.get(
            spec.kind,
            (
                "Bolt the tray together",
                "Every fastener in by hand, then square, then tight from the middle out. Threadlocker on every bolt.",
                "Every fastener at its torque and marked.",
            ),
        )
        return [
            StepRow(
                "bolt",
                title,
                f"Rails and {len(ribs)} ribs on a level bench. {how}{last}",
                f"{square} {hold}",
                "Deburr every cut: edges of aluminium and strut cut hands.",
                8.0 * len(ribs),
                parts,
                parts,
            )
        ]
    aluminium = rails[0].section.material.kind == "aluminium"
    caps = " Close the rails' open ends with caps as thick as their wall." if build.joining.capped else ""
    rows: list[StepRow] = [
        StepRow(
            "clean",
            "Clean for welding",
            "Brush the oxide off 25 mm from every joint with a stainless brush, degrease first."
            if aluminium
            else "Grind mill scale and any coating off 25 mm from every joint.",
            "Bright metal at every joint.",
            "Degreaser off and dry before the arc: chlorinated ones make poison gas. Mask."
            if aluminium
            else "Galvanised coating off before welding: zinc fume is poison. Mask for grinding.",
            2.5 * cuts,
            (),
        ),
        StepRow(
            "tack",
            "Tack the tray",
            f"Rails and {len(ribs)} ribs flat on a level bench, tops flush, corners clamped.{last}",
            square,
            "Welding: helmet, dry gloves, nobody looks at the arc. Extinguisher in reach, 30 minutes' watch after.",
            40,
            parts,
            parts,
        ),
        StepRow(
            "weld",
            "Weld the tray",
            "Short runs, opposite corners in turn, let it cool between; thin tube warps when welded in haste." + caps,
            "Diagonals still equal. Straight within 2 mm on the rails' length.",
            "Fume: outdoors or extracted.",
            12.0 * len(ribs),
            parts,
            waits="weld",
        ),
    ]
    return rows


def _torques(build: Assembly) -> str:
    """Tightening torque of every kind of base bolt, dry threads, where sheet or a spacer does not ask for less."""
    kinds = {
        f"{a.thread.id} {a.grade}": torque(a.thread, a.proof) for a in build.anchors if a.thread is not None and a.proof > 0 and not a.nut
    }
    if not kinds:
        return ""
    return ": " + ", ".join(f"{name} {value:.0f} N m" for name, value in kinds.items()) + " at most, dry; less where thin sheet dishes"


def _slots(context: Context, build: Assembly) -> str:
    """Where a carrying roller stands lower than the top of the rail that it is beside: the rail is cut out for it."""
    slide, say = build.sliders[0], context.say
    roller, rail = slide.carrying, build.member(f"{slide.lower}.right")
    beside = abs(roller.y - rail.a[1]) >= (roller.width + rail.shape.width) / 2
    if beside or roller.z - roller.diameter / 2 >= rail.a[2] + rail.shape.depth / 2 or roller.x > rail.b[0]:
        return ""
    room = roller.width + 2 * slide.beside
    return (
        f" Cut both lower rails out {say.length(room)} wide for the carrying rollers, axle {say.length(rail.b[0] - roller.x)} from their rear ends; "
        "the axle's plates close the cut."
    )


def _deck(say: Say, build: Assembly) -> StepRow:
    """The deck screwed on top."""
    panel = build.panels[0]
    return StepRow(
        "deck",
        "Cut and screw the deck",
        f"{panel.laid.boards} boards of {say.length(panel.wide[0])}, {panel.sheet.label}, {say.length(panel.laid.gap)} apart. Seal the ends."
        if panel.laid.boards
        else f"{panel.sheet.label}, {say.length(panel.wide[0])} by {say.length(panel.wide[1])}, face grain {'along' if panel.grain == 0 else 'across'}. Seal the edges.",
        "Two screws a board at every rib, so that any one board comes off alone."
        if panel.laid.boards
        else "Screws every 200 mm on rails and ribs, heads under the surface.",
        "",
        45,
        (panel.id,),
        (panel.id,),
    )


def _sheets(context: Context, build: Assembly) -> StepRow:
    """Sheets cut for the slots, before the tray is closed round them."""
    say, panels = context.say, build.panels
    rail = next(m for m in build.members if m.role == "side rail")
    slot, thick = rail.section.slot, panels[0].sheet.t
    opening = slot.opening if slot else thick
    edges = (
        f"Rebate all four edges from below and above to a tongue of {say.length(opening)} in the middle, which goes into the slots."
        if thick > opening
        else "Pack the edges where they rattle in the slots."
    )
    return StepRow(
        "sheets",
        "Cut the deck's sheets for the slots",
        f"{len(panels)} of {panels[0].sheet.label}, one a bay, face grain {'along' if panels[0].grain == 0 else 'across'}. {edges} Seal the edges.",
        "Slide every sheet into rails and ribs as the tray is bolted together: none goes in afterwards.",
        "Eyes, ears and dust mask.",
        15.0 * len(panels),
        tuple(panel.id for panel in panels),
    )


def steps(context: Context, build: Assembly, cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say = context.say
    slide, pin = build.sliders[0], build.locks[0]
    bars = [m for m in build.members if m.body == slide.body]
    base = [m for m in build.members if m.body != slide.body]
    rails = [m for m in bars if m.role == "side rail"]
    ribs = [m for m in bars if m.role in ("end rib", "mid rib")]
    wide = max(m.a[1] + m.shape.width / 2 for m in rails) - min(m.a[1] - m.shape.width / 2 for m in rails)
    diagonal = math.hypot(rails[0].length, wide)
    let_in = build.panels[0].laid.edges == "slots"
    drilled = [a for a in build.anchors if a.hole is None]
    existing = [a for a in build.anchors if a.hole is not None]
    cuts = sum(piece.count for piece in cut.pieces if piece.width is None)
    rows: list[StepRow] = [
        StepRow(
            "measure",
            "Check the bed once more",
            f"Floor length, between the wells, gate closed and lowered. The tray is {say.length(rails[0].length)} by {say.length(wide)}.",
            "Nothing is cut on a typical figure.",
            "",
            20,
            (),
        ),
        StepRow(
            "cut",
            "Cut the bars",
            f"{cuts} pieces from {sum(g.count for g in cut.bars)} bars, longest first. Mark every piece as on the cut list; deburr inside and out.",
            "Both side rails alike within 1 mm.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.",
            4.0 * cuts,
            tuple(m.id for m in build.members),
        ),
        *([_sheets(context, build)] if let_in else []),
        *_joining(context, build, rails, ribs, cuts, diagonal),
        StepRow(
            "axles",
            "Drill for axles and lock",
            f"Hold-down axles {say.length(slide.hold_down.z - slide.rail_underside)} above the rail's underside; lock pin {say.length(pin.d)} through both plates together.",
            "All four rollers touch a flat surface.",
            "Drill press, clamped, no gloves at the drill.",
            35,
            (slide.hold_down.id, pin.id),
        ),
        StepRow(
            "base",
            "Make the base rails",
            f"{len(base)} rails with stands every {say.length(slide.stand_pitch)}; upper rail {say.length(slide.hold_down.diameter + slide.play)} above the lower.{_slots(context, build)}",
            f"A roller runs the whole length with {say.length(slide.play)} of play, no more.",
            "",
            60,
            tuple(m.id for m in base),
            tuple(m.id for m in base),
        ),
        StepRow(
            "fit",
            "Test fit in the vehicle",
            "Base rails loose on the floor, tray on its rollers, gate open and closed.",
            "Runs freely in and out; clears wells, gate and cover as computed.",
            "A loose tray runs: chock it. Keep hands out from between tray and gate.",
            30,
            (slide.body,),
            there=True,
        ),
    ]
    if drilled:
        rows.append(
            StepRow(
                "drill",
                "Drill the floor",
                f"{len(drilled)} holes: {', '.join(a.name for a in drilled)}. Look underneath first.",
                "Holes deburred and painted.",
                "Fuel tank, lines and wiring lie under the floor: look before every hole, stop collar on the drill. Battery off.",
                8.0 * len(drilled),
                tuple(a.id for a in drilled),
                there=True,
            )
        )
    if existing:
        rows.append(
            StepRow(
                "holes",
                "Free the existing bolts",
                f"One at a time: {', '.join(a.name for a in existing)}.",
                "Each bolt that also holds the bed is back at its torque before the next comes out.",
                "Never take out two bed bolts at once.",
                10.0 * len(existing),
                tuple(a.id for a in existing),
                there=True,
            )
        )
    rows += [
        StepRow(
            "paint",
            "Paint",
            "Degrease, prime, two coats; mask running surfaces.",
            "Dry through before the deck goes on.",
            "Solvent vapour: air, no flame. Keep the paint's lowest temperature.",
            60,
            (),
            waits="paint",
        ),
        *([] if let_in else [_deck(say, build)]),
        StepRow(
            "install",
            "Bolt the base down",
            f"{len(build.anchors)} fixings; threadlocker on every bolt.",
            f"Every bolt at its torque, marked with paint{_torques(build)}.",
            "",
            6.0 * max(len(build.anchors), 1),
            tuple(a.id for a in build.anchors),
            there=True,
        ),
        StepRow(
            "stops",
            "Set lock, stops, keeper and guides",
            "Pin drops in by itself at every stop. Keeper takes hold in the last few mm.",
            "Tray cannot be lifted, pushed or pulled when locked in.",
            "Never drive on a pin that has to be coaxed in.",
            40,
            (pin.id,),
            (slide.body,),
            True,
        ),
        StepRow(
            "road",
            "Road test, empty then loaded",
            "A short rough road with the tie-downs on; listen for rattle.",
            "Re-torque every bolt after the first drive; note it in the log.",
            "Follow the vehicle maker's load limits and local law.",
            45,
            (),
            there=True,
        ),
    ]
    return rows
