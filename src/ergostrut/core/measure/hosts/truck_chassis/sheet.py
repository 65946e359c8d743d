"""The chassis' form beside its dimensions."""

from __future__ import annotations

from typing import Any

from ....structure.sheet import Command, Group, Repeat, Row, When, options
from ...blocks import BEHIND, CONDITION, OBSTACLES, RACK, SIGHT, again
from .survey import DIMENSIONS, TruckChassis

_SOFT = (When("seat", ("bushing",)),)


def _mount(survey: TruckChassis) -> dict[str, Any]:
    taken = {mount.name for mount in survey.mounts}
    n = next(n for n in range(1, len(taken) + 2) if f"mount {n}" not in taken)
    return {"name": f"mount {n}", "x": "200 mm", "y": "400 mm", "thread": "M12"}


SHEET = (
    Group(
        "Mounts on the frame",
        (
            Repeat(
                "mounts",
                "Mount",
                (
                    Row("name", "Name", "text"),
                    Row("x", "From the back of the cab", "length"),
                    Row("y", "Right of centre (− left)", "length"),
                    Row("z", "Its face above the rail's top", "length"),
                    Row("thread", "Thread", "choice", source="threads"),
                    Row("seat", "It is", "choice", options(hard="bolted hard", bushing="on a bushing")),
                    Row("give", "Bushing gives along its bolt, N/mm", "number", optional=True, when=_SOFT),
                    Row(
                        "give_across",
                        "And across it, N/mm",
                        "number",
                        optional=True,
                        when=_SOFT,
                        help="the maker's figure, or a press and a dial gauge",
                    ),
                    BEHIND,
                    Row("rating", "It bears, if known", "mass", optional=True),
                    CONDITION,
                ),
                name="name",
            ),
            Command("Add a mount", "mounts", op="add", make=_mount),
        ),
        help="Where the bed was bolted, brackets, holes in the frame. A bushing's stiffness decides what it takes when the frame twists.",
    ),
    Group(
        "The frame",
        (
            Row("may_drill", "It may be drilled", "tick"),
            Row("no_trace", "It must come out without a trace", "tick", help="borrowed or leased: existing places only"),
        ),
    ),
    OBSTACLES,
    RACK,
    SIGHT,
    again(DIMENSIONS),
)
