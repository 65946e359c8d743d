"""The bed slide's form."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ...blocks.joining import joining_sheet
from .params import BedSlide


def _name(kind: str, build: BedSlide) -> str:
    taken = {own.name for own in build.own_members}
    return next(f"{kind}-{n}" for n in range(1, len(taken) + 2) if f"{kind}-{n}" not in taken)


def _rib(build: BedSlide) -> dict[str, Any]:
    """A rib in the middle of the first bay, in the ribs' own section."""
    middle = f"{build.tray_length.mm / (build.mid_ribs + 1) / 2:.0f} mm"
    return {"name": _name("rib", build), "section": build.rib, "left": middle, "right": middle}


def _brace(build: BedSlide) -> dict[str, Any]:
    """A brace from corner to corner."""
    return {"name": _name("brace", build), "section": build.rib, "left": "0 mm", "right": str(build.tray_length)}


_LEG = (When("tip_leg", (True,), "set"),)
_NO_LEG = (When("tip_leg", (False,), "set"),)
SHEET = (
    Group(
        "Tray",
        (
            Row("tray_length", "Length", "length", knob=True),
            Row("tray_width", "Width", "length", knob=True),
            Row("pull_out", "Pull-out", "length", knob=True),
            Row("front_gap", "Front gap", "length"),
        ),
    ),
    Group(
        "Rails",
        (
            Row(
                "framing",
                "System",
                "system",
                brings=(("rail", "rail"), ("rib", "rib")),
                resets=(("joints/fastener", "usual"), ("own_members", []), ("deck_edges", "screwed")),
            ),
            Row("rail", "Side rail", "choice", source="framed", knob=True),
            Row("rail_flat", "Laid flat", "tick"),
            Row("rib", "Rib", "choice", source="framed", knob=True),
            Row("mid_ribs", "Mid ribs", "whole", knob=True),
            Row("deck", "Deck", "choice", source="sheets", knob=True),
            Row("board_gap", "At least between boards", "length", when=(When("deck", (True,), "boards"),)),
            Row(
                "grain", "Face grain", "choice", options(along="along the truck", across="across"), when=(When("deck", (False,), "boards"),)
            ),
            Row(
                "deck_edges",
                "Deck edges",
                "choice",
                options(screwed="screwed down", slots="let into the profiles' slots"),
                when=(When("deck", (False,), "boards"),),
            ),
        ),
    ),
    joining_sheet("Joints, rib to rail", "rib", "rail"),
    Group(
        "Own ribs and braces",
        (
            Repeat(
                "own_members",
                "Own member",
                (
                    Row("section", "Section", "choice", source="flats"),
                    Row("left", "On the left rail", "length"),
                    Row("right", "On the right rail", "length"),
                ),
                name="name",
            ),
            Command("Add a rib", "own_members", op="add", make=_rib),
            Command("Add a brace", "own_members", op="add", make=_brace),
        ),
        help="Each runs from the left rail to the right, so far from the tray's front. Opposite points make a rib, others a brace that lies "
        "under the ribs and is fastened to each it passes.",
    ),
    Group(
        "Running gear",
        (
            Row("rollers/diameter", "Roller diameter", "length"),
            Row("rollers/let_in", "Let in beside rail", "length", help="0: the roller stands under the rail"),
            Row("roller_lift", "Roller off the floor", "length"),
            Row("rollers/width", "Roller width", "length"),
            Row("rollers/axle", "Axle bolt", "length"),
            Row("rollers/rating", "Roller rating", "mass", optional=True),
            Row("rollers/plate", "Plate that holds the axle", "length", optional=True, help="its thickness, of stand and bracket alike"),
            Row("rollers/plate_width", "Width of that plate", "length", optional=True, help="along the rail, at the axle"),
            Row("rollers/play", "Hold-down play", "length", knob=True),
            Row("rollers/front_setback", "Front axle from tray front", "length"),
            Row("rollers/rear_setback", "Rear axle from floor end", "length"),
        ),
    ),
    Group(
        "Base",
        (
            Row("base/lower", "Lower rail", "choice", source="runs"),
            Row("base/upper", "Upper rail", "choice", source="runs"),
            Row("base/stands", "Stands a side", "whole"),
            Row("base/stand_rating", "Pull one stand takes", "mass", optional=True, help="its fastening to both rails, as rated or tried"),
            Row("base/keeper", "Rear keeper", "tick"),
            Row("base/keeper_rating", "Keeper rating", "mass", optional=True, when=(When("base/keeper", (True,)),)),
            Row("base/front_stop", "Front stop", "tick"),
            Row("base/stop_rating", "Front stop rating", "mass", optional=True, when=(When("base/front_stop", (True,)),)),
            Row("base/out_stop", "Stop at full pull-out", "tick"),
            Command("Add drop legs at the tail", "tip_leg", {}, when=_NO_LEG),
            Row("tip_leg/section", "Drop leg", "choice", source="legs", when=_LEG),
            Row("tip_leg/length", "Leg, rail to ground", "length", optional=True, when=_LEG),
            Row("tip_leg/gap", "Cut short by", "length", when=_LEG),
            Row("tip_leg/inset", "In from the tail", "length", when=_LEG),
            Row("tip_leg/braced", "Brace at its middle", "tick", when=_LEG),
            Row("tip_leg/hinge_pin", "Hinge pin", "length", when=_LEG),
            Row("tip_leg/knuckles", "Hinge knuckles", "whole", when=_LEG),
            Row("tip_leg/hinge_gap", "Gap between knuckles", "length", when=_LEG),
            Command("Remove the legs", "tip_leg", None, when=_LEG),
            Row("guides/fitted", "Side guides", "tick"),
            Row("guides/play", "Side play", "length", when=(When("guides/fitted", (True,)),)),
            Row("guides/rating", "Guide rating", "mass", optional=True, when=(When("guides/fitted", (True,)),)),
        ),
    ),
    Group(
        "Lock",
        (
            Row("lock/pin", "Pin", "length", knob=True),
            Row("lock/gap", "Gap it spans", "length"),
            Row("lock/tray_plate", "Plate on the tray", "length"),
            Row("lock/base_plate", "Plate on the base", "length"),
            Row("lock/close_fit", "Close fit in both", "tick"),
            Row("lock/pins", "Pins sharing", "whole"),
            Row("lock/Fy", "Pin yield", "number", optional=True, unit="MPa"),
            Repeat("stops", "Stop", item="length"),
            Command("Add a stop part out", "stops", "300 mm", op="add"),
        ),
    ),
)
