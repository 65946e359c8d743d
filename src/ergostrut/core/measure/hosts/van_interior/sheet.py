"""The van's form beside its dimensions."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, options
from ...blocks import BOLTS, OBSTACLES, ROWS, SLOTS, again
from .survey import DIMENSIONS, VanInterior


def _station(survey: VanInterior) -> dict[str, Any]:
    last = survey.stations[-1] if survey.stations else None
    return {"height": f"{last.height.mm + 300 if last else 0:.0f} mm", "width": f"{last.width.mm if last else 1700:.0f} mm"}


SHEET = (
    Group(
        "Walls",
        (
            Repeat("stations", "Station", (Row("height", "Above the floor", "length"), Row("width", "Wall to wall there", "length"))),
            Command("Add a width higher up", "stations", op="add", make=_station),
        ),
        help="Clear width at several heights, floor upwards: walls lean and curve. Measure to where the lining will be.",
    ),
    Group(
        "Doors and bulkhead",
        (
            Row("bulkhead", "Bulkhead", "choice", options("none", "solid", "with a door")),
            Row("side_door", "Side door", "choice", options("none", "left", "right", "both")),
        ),
    ),
    ROWS,
    BOLTS,
    SLOTS,
    OBSTACLES,
    again(DIMENSIONS),
)
