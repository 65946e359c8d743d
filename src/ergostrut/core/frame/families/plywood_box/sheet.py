"""The box's form."""

from __future__ import annotations

from ....structure.sheet import Group, Row
from ...blocks.carcass.sheet import EDGES, OPENINGS, PANELS, SIZE, TIES, TOP

SHEET = (
    SIZE,
    PANELS,
    Group("Between the sides", (Row("uprights", "Upright sheets between the sides", "whole", knob=True),)),
    EDGES,
    TIES,
    TOP,
    OPENINGS,
)
