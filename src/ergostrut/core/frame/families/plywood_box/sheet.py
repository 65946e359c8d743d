"""The box's form."""

from __future__ import annotations

from ....structure.sheet import Command, Group, Row, When, options

_BACK, _OPEN = (When("back", (True,), "set"),), (When("back", (False,), "set"),)
SHEET = (
    Group(
        "Box",
        (
            Row("length", "Length", "length", knob=True),
            Row("width", "Width", "length"),
            Row("height", "Height", "length"),
            Row("front", "From the front", "length"),
            Row("side", "Stands", "choice", options(middle="in the middle", left="left of it", right="right of it")),
            Row("off_centre", "Off the middle by", "length", when=(When("side", ("left", "right")),)),
            Row("use", "Its top is for", "choice", options(sleeping="sleeping on", deck="carrying things")),
        ),
    ),
    Group(
        "Panels",
        (
            Row("sheet", "Sheet", "choice", source="sheets", knob=True),
            Row("grain", "Face grain of the top", "choice", options(along="along the vehicle", across="across")),
            Row("opens", "Open face", "choice", options(rear="to the rear", left="to the left", right="to the right")),
            Row("uprights", "Upright sheets between the sides", "whole", knob=True),
            Row("bottom", "Bottom", "tick"),
            Command("Close the back", "back", "birch.6.5", when=_OPEN),
            Row("back", "Back", "choice", source="sheets", when=_BACK),
            Command("Leave the back open", "back", None, when=_BACK),
        ),
        help="The panels are the structure: sides, uprights and back keep it from racking.",
    ),
    Group(
        "Edges and floor",
        (
            Row("screw", "Screws", "choice", options("No. 8", "No. 10", "No. 12", "No. 14")),
            Row("spacing", "Screws every", "length", knob=True),
            Row("bite", "They bite", "length", help="past the first panel"),
            Row("glued", "Edges glued as well", "tick", help="then the glue carries, and the screws clamp it"),
            Row("tied", "Its corners tied down", "tick"),
            Row("tie_rating", "A tie holds", "mass", optional=True, when=(When("tied", (True,)),)),
        ),
    ),
)
