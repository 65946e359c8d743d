"""A drawbar from the front of a bed's long rails, or from under its cross members, to a trailer's coupling."""

from __future__ import annotations

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.assembly import Tag
from ....structure.host import Host
from ....structure.nouns.holds import Joint
from ....structure.nouns.parts import Member, MemberGroup
from ....structure.nouns.support import Feature
from ....structure.sheet import Command, Group, Row, When, options
from .layout import BedLayout, tube
from .params import BedOnMounts

DRAWBAR = MemberGroup("drawbar", "Drawbar, strength")
LEAST = 300.0
"""mm from the ball to the bed at the least (common practice, no published source)."""


_ON, _OFF = When("drawbar", (True,), "set"), When("drawbar", (False,), "set")
ROWS = Group(
    "Drawbar",
    (
        Command("Build a drawbar to the coupling", "drawbar", {}, when=(_OFF,)),
        Row("drawbar/shape", "Shape", "choice", options(A="an A from the long rails", straight="one tube in the middle"), when=(_ON,)),
        Row("drawbar/tube", "Of", "choice", source="framed", when=(_ON,), knob=True),
        Row("drawbar/under", "Welded under so many cross members", "whole", when=(_ON, When("drawbar/shape", ("straight",)))),
        Command("Leave the drawbar off", "drawbar", None, when=(_ON,)),
    ),
    help="Of a trailer whose frame is built here. Its length is the coupling's place on Measure.",
)


def ball_of(host: Host) -> Feature | None:
    """What a trailer whose frame is a build is coupled to."""
    return next((one for one in host.features.values() if one.ball), None)


def drawn_by(
    build: BedOnMounts, place: BedLayout, host: Host, catalog: Catalog
) -> tuple[list[Member], list[Joint], tuple[Feature, str] | None]:
    """The tubes of a drawbar with their joints, and what couples which of them; nothing where none is built.

    Raises:
        StockError: the host has no coupling to build one to, or lies so near that there is no room.
    """
    bar, ball = build.drawbar, ball_of(host)
    if bar is None:
        return [], [], None
    if ball is None:
        raise StockError(
            "drawbar", "there is no coupling to build a drawbar to; say on Measure that the trailer's frame is to be built here"
        )
    section, body = tube(build, catalog, "drawbar/tube", bar.tube), f"{build.id}/bed"
    if ball.at[0] > place.front - LEAST:
        raise StockError(
            "drawbar",
            "the coupling lies too near to the bed's front for a drawbar; set the coupling further ahead, or the bed further back",
        )
    if bar.shape == "straight":
        return _straight(build, place, section, ball)
    z, half = place.low + place.rail.properties.depth / 2, section.properties.width / 2
    found, joints = list[Member](), list[Joint]()
    for name, s in (("left", -1), ("right", 1)):
        ends = (ball.at[0], s * half, z), (place.front, s * place.rail_y, z)
        one = Member(f"{body}/drawbar.{name}", "drawbar", body, section, *ends, welded=True, group=DRAWBAR, mark="D")
        joints.append(Joint(f"{one.id}/b", f"{body}/long rail.{name}", one.id, "b"))
        found.append(one)
    joints.append(Joint(f"{found[1].id}/a", found[0].id, found[1].id, "a"))
    return found, joints, (ball, found[0].id)


def _straight(
    build: BedOnMounts, place: BedLayout, section: Section, ball: Feature
) -> tuple[list[Member], list[Joint], tuple[Feature, str] | None]:
    assert build.drawbar is not None
    body, count = f"{build.id}/bed", build.drawbar.under
    if count > len(place.xs):
        raise StockError("drawbar/under", f"there are {len(place.xs)} cross members; take fewer")
    # its top is where theirs lie
    z = place.low + place.rail.properties.depth - section.properties.depth / 2
    one = Member(
        f"{body}/drawbar", "drawbar", body, section, (ball.at[0], 0.0, z), (place.xs[count - 1] + place.cross.properties.width / 2, 0.0, z),
        welded=True, group=DRAWBAR, mark="D",
    )  # fmt: skip
    joints = [
        Joint(f"{body}/cross member.{i}/on.drawbar", one.id, f"{body}/cross member.{i}", "crosses", meets="face")
        for i in range(1, count + 1)
    ]
    return [one], joints, (ball, one.id)


def tags(build: BedOnMounts, place: BedLayout, host: Host) -> tuple[Tag, ...]:
    """How far it reaches ahead of the bed."""
    ball = ball_of(host)
    if build.drawbar is None or ball is None:
        return ()
    return (
        Tag("plan", "h", ball.at[0], place.front, "below", 2, "Coupling to the bed"),
        Tag("side", "h", ball.at[0], place.front, "below", 2, "Coupling to the bed"),
    )
