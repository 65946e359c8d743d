"""Groups of the form that surveys of every kind share: what fastens to the host, and whether it may be drilled."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ..document.survey import DimensionNote, HostBase
from ..structure.sheet import Command, Group, Repeat, Row, When, options


def _free(names: list[str], stem: str) -> str:
    n = len(names) + 1
    while f"{stem} {n}" in names:
        n += 1
    return f"{stem} {n}"


def _bolt(survey: HostBase) -> dict[str, Any]:
    return {"name": _free([hole.name for hole in survey.holes], "bolt"), "x": "200 mm", "y": "0 mm", "thread": "M10"}


def _slot(survey: HostBase) -> dict[str, Any]:
    return {"name": _free([slot.name for slot in survey.slots], "slot"), "x": "300 mm", "height": "300 mm", "opening": "40 mm"}


def _row(survey: HostBase) -> dict[str, Any]:
    name = _free([row.name for row in survey.rows], "row")
    return {"name": name, "start": "200 mm", "pitch": "400 mm", "count": 5, "level": "700 mm"}


def _obstacle(survey: HostBase) -> dict[str, Any]:
    name = _free([one.name for one in survey.obstacles], "obstacle")
    return {"name": name, "x": "200 mm", "y": "0 mm", "length": "200 mm", "width": "200 mm", "height": "200 mm"}


def _pane(survey: HostBase) -> dict[str, Any]:
    name = _free([one.name for one in survey.panes], "pane")
    return {"name": name, "start": "-500 mm", "length": "1000 mm", "low": "450 mm", "height": "350 mm"}


def _service(survey: HostBase) -> dict[str, Any]:
    name = _free([one.name for one in survey.services], "plug")
    return {"name": name, "x": "300 mm", "y": "-600 mm", "z": "300 mm"}


def _station(survey: Any) -> dict[str, Any]:
    last = survey.stations[-1] if survey.stations else None
    return {
        "height": f"{last.height.mm + 300 if last else 0:.0f} mm",
        "width": f"{last.width.mm if last else 1700:.0f} mm",
        "state": "measured",
    }


def _width_along(survey: Any) -> dict[str, Any]:
    last, low = survey.along[-1] if survey.along else None, survey.stations[0] if survey.stations else None
    like = last or low
    return {
        "at": f"{last.at.mm + 500 if last else 0:.0f} mm",
        "height": f"{like.height.mm if like else 300:.0f} mm",
        "width": f"{like.width.mm if like else 1700:.0f} mm",
        "state": "measured",
    }


INSIDE = options("unknown", "yes", "no")
HUNG = options("unknown", "top", "bottom", "left", "right", "both sides")
SIDE_HUNG = options("unknown", "slides", "front edge", "rear edge", "top")
WALLS = Group(
    "Walls",
    (
        Repeat(
            "stations",
            "Station",
            (
                Row("height", "Above the floor", "length"),
                Row("width", "Wall to wall there", "length"),
                Row("state", "It is", "choice", options("typical", "measured", "checked")),
            ),
        ),
        Command("Add a width higher up", "stations", op="add", make=_station),
        Repeat(
            "along",
            "Width along",
            (
                Row("at", "Behind the front", "length"),
                Row("height", "Above the floor", "length"),
                Row("width", "Wall to wall there", "length"),
                Row("state", "It is", "choice", options("typical", "measured", "checked")),
            ),
        ),
        Command("Add a width further back", "along", op="add", make=_width_along),
    ),
    help="Clear width at several heights, floor upwards: walls lean and curve. Where they draw together along the vehicle, such as towards a nose or the "
    "rear doors, its width at the same height in several places from the front. Measure to the bare face and say the lining, or to the lining.",
)
OBSTACLES = Group(
    "What else stands in it",
    (
        Repeat(
            "obstacles",
            "Obstacle",
            (
                Row("name", "Name", "text"),
                Row("x", "Its near side from the front", "length"),
                Row("y", "Its middle right of centre (− left)", "length"),
                Row("z", "Underside above the floor (− below)", "length"),
                Row("length", "Long, along the vehicle", "length"),
                Row("width", "Wide", "length"),
                Row("height", "High", "length"),
                Row("shape", "Shape", "choice", options(box="a box", cylinder="round, filling the box", outline="an outline drawn out")),
                Row(
                    "runs",
                    "Its round or outline runs",
                    "choice",
                    options(up="up", along="along the vehicle", across="across it"),
                    when=(When("shape", ("cylinder", "outline")),),
                ),
                Row(
                    "outline",
                    "Its corners",
                    "text",
                    when=(When("shape", ("outline",)),),
                    help="along and off its straight edge, such as 0, 0; 12 in, 0; 12 in, 3 1/2 in",
                ),
            ),
            name="name",
        ),
        Command("Add an obstacle", "obstacles", op="add", make=_obstacle),
        Repeat(
            "services",
            "Service",
            (
                Row("name", "Name", "text"),
                Row("kind", "What it is", "choice", options("plug", "gas", "water", "vent", "jack", "filler", "lever")),
                Row("x", "From the front", "length"),
                Row("y", "Right of centre (− left)", "length"),
                Row("z", "Above the floor", "length"),
                Row("free", "Kept free all round", "length"),
                Row("travel", "It moves by", "length", help="a lever: kept free along its whole way"),
                Row(
                    "toward",
                    "Towards the",
                    "choice",
                    options("rear", "front", "left", "right", up="roof"),
                    when=(When("kind", ("lever",)),),
                ),
                Row(
                    "reached",
                    "A hand comes to it from",
                    "choice",
                    options("not said", "above", "front", "rear", "left", "right"),
                    help="says which parts have to come off for that",
                ),
            ),
            name="name",
        ),
        Command("Add a plug, vent, jack or lever", "services", op="add", make=_service),
    ),
    help="A fuel filler's box, a clamp, a seat's foot, a jack that stays: as the box round it. Every build is held clear of them, in its whole travel.",
)


def again(dimensions: Mapping[str, DimensionNote]) -> Group:
    """Dimensions taken a second time, of a kind of host that has these."""
    names = options(**{name: note.label for name, note in dimensions.items()})
    first = next(iter(dimensions))
    return Group(
        "Taken twice",
        (
            Repeat("again", "Reading", (Row("of", "Again", "choice", names), Row("value", "Reads", "length"))),
            Command("Add a second reading", "again", {"of": first, "value": "0 mm"}, op="add"),
        ),
        help="From the other side, the other end or on another day: two readings that disagree are named.",
    )


BEHIND = Row("behind", "Behind it", "choice", options("rib", "stud", "sheet", "weld nut", "frame", "unknown"))
RATING = Row("rating", "Rating of one, if known", "mass", optional=True)
CONDITION = Row(
    "condition",
    "Condition",
    "choice",
    options("sound", "light rust", "rusted through", "soft", "old holes"),
    help="light rust leaves half of a rating; anything worse leaves it unknown",
)
_RACK, _NO_RACK = (When("rack", (True,), "set"),), (When("rack", (False,), "set"),)
RACK = Group(
    "On the hitch",
    (
        Command("Add a rear rack or carrier", "rack", {}, when=_NO_RACK),
        Row("rack/off", "Off the closed rear", "length", when=_RACK),
        Row("rack/extension", "Hitch extension", "length", optional=True, when=_RACK),
        Row("rack/mass", "It weighs, loaded", "mass", when=_RACK),
        Row("rack/low", "Underside above the load floor (− below)", "length", optional=True, when=_RACK),
        Row("rack/high", "Top above the load floor, loaded", "length", optional=True, when=_RACK),
        Row("rack/wide", "Wide, loaded", "length", optional=True, when=_RACK),
        Row("rack/hitch_rating", "Hitch bears, vertically", "mass", optional=True, when=_RACK),
        Row("rack/pin_to_ball", "Pin to ball, as rated", "length", optional=True, when=_RACK),
        Command("Take the rack off", "rack", None, when=_RACK),
    ),
)
_EYE, _NO_EYE = (When("eye", (True,), "set"),), (When("eye", (False,), "set"),)
SIGHT = Group(
    "What the driver looks through",
    (
        Command("Say where the driver's eye is", "eye", {"ahead": "450 mm", "y": "-380 mm", "z": "650 mm"}, when=_NO_EYE),
        Row("eye/ahead", "Eye ahead of the load space's front", "length", when=_EYE),
        Row("eye/y", "Eye right of centre (− left)", "length", when=_EYE),
        Row("eye/z", "Eye above the load floor", "length", when=_EYE),
        Row("eye/state", "It is", "choice", options("typical", "measured", "checked"), when=_EYE),
        Repeat(
            "panes",
            "Pane",
            (
                Row("name", "Name", "text"),
                Row("face", "In the", "choice", options("rear", "left wall", "right wall")),
                Row("start", "Near edge: right of centre at the rear, from the front at a side", "length"),
                Row("length", "Long", "length"),
                Row("low", "Lower edge above the load floor", "length"),
                Row("height", "High", "length"),
                Row("state", "It is", "choice", options("typical", "measured", "checked")),
            ),
            name="name",
        ),
        Command("Add a pane", "panes", op="add", make=_pane),
    ),
    help="How much of each pane is left to look through, with what is driven about.",
)
_MOUNT = (When("kind", ("seat mounts",)),)
LINING = Group(
    "Lining to come",
    (
        Row("lining/walls", "On each wall", "length"),
        Row("lining/roof", "Under the roof", "length"),
        Row("lining/front", "At the front", "length"),
        Row("lining/rear", "At the rear", "length"),
    ),
    help="Taken off what was measured to the bare faces: what is built to the bare wall has to be made again.",
)
BOLTS = Group(
    "Existing bolts and holes",
    (
        Row("may_drill", "New holes may be drilled", "tick"),
        Row(
            "no_trace", "It must come out without a trace", "tick", help="borrowed or leased: existing holes only, whatever else is ticked"
        ),
        Repeat(
            "holes",
            "Bolt",
            (
                Row("name", "Name", "text"),
                Row("x", "From the front", "length"),
                Row("y", "Right of centre (− left)", "length"),
                Row("thread", "Thread", "choice", source="threads"),
                BEHIND,
                RATING,
                CONDITION,
                Row("holds_bed", "It holds the bed", "tick"),
            ),
            name="name",
        ),
        Command("Add an existing bolt", "holes", op="add", make=_bolt),
    ),
)
SLOTS = Group(
    "Slots in the sides",
    (
        Repeat(
            "slots",
            "Slot",
            (
                Row("name", "Name", "text"),
                Row("x", "Its middle from the front", "length"),
                Row("height", "Bottom above the floor", "length"),
                Row("opening", "Opening along", "length"),
                Row("rating", "One side bears", "mass", optional=True),
                CONDITION,
            ),
            name="name",
        ),
        Command("Add a slot", "slots", op="add", make=_slot),
    ),
)
ROWS = Group(
    "Fixing points, tracks, ribs",
    (
        Repeat(
            "rows",
            "Row",
            (
                Row("name", "Name", "text"),
                Row(
                    "kind", "What they are", "choice", options("points", "track", "ribs", "studs", "roof members", "clamps", "seat mounts")
                ),
                Row("face", "On the", "choice", options("left wall", "right wall", "front wall", "rear wall", "roof", "floor")),
                Row("start", "First from the front; on front and rear wall right of centre", "length"),
                Row("pitch", "From one to the next", "length", help="a track: its length over their number less one"),
                Row("count", "How many", "whole"),
                Row("level", "Above the floor; right of centre on roof and floor", "length"),
                Row("thread", "Thread", "text"),
                Row("height", "A seat mount's face above the floor", "length", when=_MOUNT),
                Row("slope", "Its slope, degrees", "number", when=_MOUNT),
                BEHIND,
                RATING,
                CONDITION,
            ),
            name="name",
        ),
        Command("Add a row", "rows", op="add", make=_row),
    ),
    help="One after another along a wall, the roof or the floor. Ratings are read from the maker's plate or handbook, never guessed.",
)
