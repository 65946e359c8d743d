"""A carcass's form, in groups that families put together."""

from __future__ import annotations

from typing import Any, get_args

from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ..keeping import keep_rows
from .params import Carcass, PanelName

_BACK, _OPEN = (When("back", (True,), "set"),), (When("back", (False,), "set"),)
_WAYS = {
    "screws": "screws through the face",
    "glue": "glue, screws clamping",
    "dado": "glued grooves",
    "pocket": "pocket screws",
    "blocks": "glued corner blocks",
    "brackets": "corner brackets",
}


def _opening(build: Carcass) -> dict[str, Any]:
    """A hand's size, in the first upright or a side, as far in as a third."""
    panel = "upright 1" if build.inner else "side 1"
    depth = build.length.mm if build.opens == "rear" else build.width.mm
    taken = {cutout.name for cutout in build.cutouts}
    name = next(f"opening {n}" for n in range(1, len(taken) + 2) if f"opening {n}" not in taken)
    high = max(min(120.0, build.height.mm / 3), 10.0)
    size = {"long": f"{high * 1.25:.0f} mm", "high": f"{high:.0f} mm"}
    return {"name": name, "panel": panel, "along": f"{depth / 3:.0f} mm", "up": f"{build.height.mm / 3:.0f} mm", **size}


SIZE = Group(
    "Box",
    (
        Row("length", "Length", "length", knob=True),
        Row("width", "Width", "length"),
        Row("height", "Height", "length"),
        Row("front", "From the front", "length"),
        Row("side", "Stands", "choice", options(middle="in the middle", left="left of it", right="right of it")),
        Row("off_centre", "Off the middle by", "length", when=(When("side", ("left", "right")),)),
        Row("sheet", "Sheet", "choice", source="sheets", knob=True),
        Row("opens", "Open face", "choice", options(rear="to the rear", left="to the left", right="to the right")),
        Row("use", "Its top is for", "choice", options(sleeping="sleeping on", deck="carrying things")),
    ),
)
_RAILS, _NO_RAILS = (When("rails", (True,), "set"),), (When("rails", (False,), "set"),)
PANELS = Group(
    "Panels",
    (
        Row("grain", "Face grain of the top", "choice", options(along="along the vehicle", across="across")),
        Command("Put a rail under the top", "rails", {}, when=_NO_RAILS),
        Row("rails/count", "Rails under the top, in each bay", "whole", when=_RAILS),
        Row("rails/section", "Rails of", "choice", source="legs", when=_RAILS),
        Row("rails/every", "A screw up into the top every", "length", when=_RAILS),
        Row("rails/rating", "A screw holds", "mass", optional=True, when=_RAILS),
        Command("Leave the rails out", "rails", None, when=_RAILS),
        Row("bottom", "Bottom", "tick"),
        Command("Close the back", "back", "birch.6.5", when=_OPEN),
        Row("back", "Back", "choice", source="sheets", when=_BACK),
        Row("lean", "The far side leans in at its top by", "length", help="as a van's wall does; sides are cut to it"),
        Command("Leave the back open", "back", None, when=_BACK),
    ),
    help="The panels are the structure: sides, uprights and back keep it from racking.",
)
EDGES = Group(
    "Edges",
    (
        Row("joint", "Edges held by", "choice", options(**_WAYS)),
        Row("groove", "Grooves deep", "length", when=(When("joint", ("dado",)),)),
        Row(
            "back_joint",
            "The back held by",
            "choice",
            options(**{way: _WAYS[way] for way in ("screws", "glue", "blocks", "brackets")}),
            when=_BACK,
        ),
        Row("screw", "Screws", "choice", options("No. 8", "No. 10", "No. 12", "No. 14")),
        Row("spacing", "Screws or brackets every", "length", knob=True),
        Row("bite", "Screws bite", "length", help="past the first panel"),
        Row("block", "A block's side", "length", help="where corner blocks hold"),
        Row("bracket", "A bracket's leg", "length", help="where brackets hold"),
        Row("bracket_rating", "A bracket holds", "mass", optional=True, help="as its maker says; half of it is counted"),
        Row("pocket_rating", "A pocket screw holds", "mass", optional=True, help="as tried; empty: by the rules for screws"),
    ),
)
TIES = Group(
    "On the floor",
    (
        Row("tied", "Its corners tied down", "tick"),
        Row("tie_rating", "A tie holds", "mass", optional=True, when=(When("tied", (True,)),)),
        Row("tie_washer", "A tie's washer across", "length", when=(When("tied", (True,)),)),
    ),
)


def _hatch(build: Carcass) -> dict[str, Any]:
    taken = {hatch.name for hatch in build.hatches}
    name = next(f"hatch {n}" for n in range(1, len(taken) + 2) if f"hatch {n}" not in taken)
    long, wide = min(build.length.mm / 3, 400.0), min(build.width.mm / 3, 400.0)
    return {
        "name": name,
        "along": f"{build.length.mm / 3:.0f} mm",
        "across": f"{build.width.mm / 2 - wide / 2:.0f} mm",
        "long": f"{long:.0f} mm",
        "wide": f"{wide:.0f} mm",
    }


_PODS, _NO_PODS = (When("pods", (True,), "set"),), (When("pods", (False,), "set"),)
TOP = Group(
    "Hatches and pods",
    (
        Repeat(
            "hatches",
            "Hatch",
            (
                Row("name", "Name", "text"),
                Row("along", "From the top's front", "length"),
                Row("across", "From its left edge", "length"),
                Row("long", "Long", "length"),
                Row("wide", "Wide", "length"),
                Row("hinged", "Hinged at its", "choice", options("front", "rear", "left", "right", no="nothing: it lifts out")),
                Row("cleat", "Cleats under it, wide", "length"),
                *keep_rows("kept", "Shut on the road,"),
            ),
            name="name",
        ),
        Command("Cut a hatch into the top", "hatches", op="add", make=_hatch),
        Command("Add pods beside it", "pods", {}, when=_NO_PODS),
        Row("pods/side", "Pods on", "choice", options(both="both sides", left="the left", right="the right"), when=_PODS),
        Row("pods/width", "A pod, wide", "length", when=_PODS),
        Row("pods/floor", "Its underside above the floor", "length", when=_PODS, help="over the wheel box"),
        Command("Leave the pods out", "pods", None, when=_PODS),
    ),
)
OPENINGS = Group(
    "Openings and notches",
    (
        Repeat(
            "cutouts",
            "Cut-out",
            (
                Row("panel", "In the", "choice", options(*get_args(PanelName))),
                Row("along", "From its front or left end", "length"),
                Row("up", "From its lower or left edge", "length"),
                Row("long", "Long", "length"),
                Row("high", "High or wide", "length"),
            ),
            name="name",
        ),
        Command("Cut an opening", "cutouts", op="add", make=_opening),
    ),
    help="One that reaches a panel's edge is a notch: nothing is joined there. Round the corners by 10 mm or more.",
)
