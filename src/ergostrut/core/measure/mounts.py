"""Places on a vehicle's frame that take a bolt, as chassis and trailer frames have them."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Any, Literal

from pydantic import Field

from ..document.survey import Behind, Condition, Name
from ..primitives import Circle, Primitive, rect
from ..problem import FieldError
from ..quantity import Between, Length, Place, Rating
from ..record import Record
from ..structure.host import Host
from ..structure.nouns.support import SOLID, Feature, Wheel
from ..structure.sheet import Command, Group, Repeat, Row, When, options
from .blocks import BEHIND, CONDITION
from .resolving import bears

_SOFT = (When("seat", ("bushing",)),)
OF_A_ROOM = ("holes", "slots", "rows")


class BodyMount(Record):
    """A place on the frame that takes a bolt: ``y`` right of the centre line, ``z`` of its face above the rail's top.

    One that is ``welded`` on is a bracket, and has no thread. ``seat``: bolted hard, or on a bushing that gives ``give`` along its bolt and ``give_across`` it, N/mm; what a place bears is the user's figure, none is ever assumed."""

    name: Name
    x: Place
    y: Place
    z: Annotated[Length, Between(-600, 600)] = Length.parse("0 mm")
    held: Literal["bolted", "welded"] = "bolted"
    thread: Annotated[str, Field(max_length=20)] = "M12"
    seat: Literal["hard", "bushing"] = "hard"
    give: Annotated[float, Field(ge=20, le=200_000)] | None = None
    give_across: Annotated[float, Field(ge=20, le=200_000)] | None = None
    behind: Behind = "frame"
    rating: Rating | None = None
    condition: Condition = "sound"


def check_mounts(mounts: Iterable[BodyMount], survey: object, what: str) -> None:
    """Refuse two of a name, and what only a load space has.

    Raises:
        FieldError: naming the field.
    """
    for name in OF_A_ROOM:
        if getattr(survey, name):
            raise FieldError(name, f"{what} has no {name} of a load space; say where it is bolted as mounts")
    names = [mount.name for mount in mounts]
    if len(set(names)) != len(names):
        raise FieldError("mounts", "two mounts have the same name; give each its own")


def feature(
    mount: BodyMount, up: float | None, *, wheel: Wheel | None = None, spread: float = 0.0, needs: tuple[str, ...] = (), unsaid: str = ""
) -> Feature:
    """A mount that the frame's own twist lifts by ``up`` mm; None: nobody knows. Of an axle with the ``wheel`` under it, on a leaf spring ``spread`` mm long."""
    soft = mount.seat == "bushing"
    k: tuple[float, float] | None = SOLID
    if soft:
        k = None if mount.give is None or mount.give_across is None else (mount.give, mount.give_across)
    thread = mount.thread if mount.held == "bolted" else ""
    at = mount.x.mm, mount.y.mm, mount.z.mm
    return Feature(
        mount.name, at, (0.0, 0.0, 1.0), thread, k, bears(mount), up, soft, wheel=wheel, spread=spread, needs=needs, unsaid=unsaid
    )


def _mount(survey: Any) -> dict[str, Any]:
    taken = {mount.name for mount in survey.mounts}
    n = next(n for n in range(1, len(taken) + 2) if f"mount {n}" not in taken)
    return {"name": f"mount {n}", "x": "200 mm", "y": "400 mm", "thread": "M12"}


def mounts_of(begins: str, words: str, *of_axles: Row) -> Group:
    """The form of them: where x ``begins``, and what they are in ``words``; ``of_axles``: rows of those that are an axle's."""
    return Group(
        "Mounts on the frame",
        (
            Repeat(
                "mounts",
                "Mount",
                (
                    Row("name", "Name", "text"),
                    Row("x", begins, "length"),
                    Row("y", "Right of centre (− left)", "length"),
                    Row("z", "Its face above the rail's top", "length"),
                    Row("held", "It is", "choice", options(bolted="bolted", welded="a bracket welded on")),
                    Row("thread", "Thread", "choice", source="threads", when=(When("held", ("bolted",)),)),
                    Row("seat", "It sits", "choice", options(hard="hard on the frame", bushing="on a bushing")),
                    Row("give", "Bushing gives along its bolt, N/mm", "number", optional=True, when=_SOFT),
                    Row(
                        "give_across", "And across it, N/mm", "number", optional=True, when=_SOFT,
                        help="the maker's figure, or a press and a dial gauge",
                    ),
                    *of_axles,
                    BEHIND,
                    Row("rating", "It bears, if known", "mass", optional=True),
                    CONDITION,
                ),
                name="name",
            ),
            Command("Add a mount", "mounts", op="add", make=_mount),
        ),
        help=words,
    )  # fmt: skip


MAY = Group(
    "The frame",
    (
        Row("may_drill", "It may be drilled", "tick"),
        Row("no_trace", "It must come out without a trace", "tick", help="borrowed or leased: existing places only"),
    ),
)


def mounts_drawn(host: Host, u: int, v: int) -> list[Primitive]:
    """Every mount on the plane of two axes."""
    rows = host.features.values()
    return [
        Circle((one.at[u], one.at[v]), 14, "fixing", f"host/mount/{one.name}", ", ".join(filter(None, (one.name, one.thread))))
        for one in rows
    ]


def solids_drawn(host: Host, u: int, v: int) -> list[Primitive]:
    """Rails and tyres on the plane of two axes; a cab is drawn by its kind."""
    return [
        rect(box.lo[u], box.lo[v], box.hi[u], box.hi[v], "ghost" if "tyre" in box.name else "host", f"host/{box.name}", box.name)
        for box in host.solids
        if box.name != "cab"
    ]
