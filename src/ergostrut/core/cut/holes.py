"""Holes that follow from how a build is joined and held: of bolts to the host, of bolts and screws that go through a member.

What sits on brackets, hinges, slides and feet is drilled through those when they are in place, and is not listed.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..catalog.model import Thread
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.nouns.holds import Joint, JointSpec
from ..structure.nouns.parts import Member, Point3
from ..structure.nouns.rows import rows_of, shank
from ..structure.plans import CutPiece

MEDIUM = {4: 4.5, 5: 5.5, 6: 6.6, 8: 9.0, 10: 11.0, 12: 13.5, 14: 15.5, 16: 17.5, 20: 22.0}
"""mm of a hole for a metric bolt of so many mm (ISO 273, medium; from memory)."""
INCH = 1.5875
"""mm that a hole is larger than an inch bolt (AISC 360-16 table J3.3; smaller bolts alike, common practice)."""
NEAR = 0.6
"""Of its half width, how far beside a member's axis a bolt from above may stand to go through it."""
ENDS = (("front", "rear"), ("left", "right"), ("lower", "upper"))
FINE = 0.5
"""mm beside the middle that nobody marks."""
Face = Literal["height", "width"]


@dataclass(frozen=True, slots=True)
class DrilledHole:
    """``at`` mm from the end that is named, ``across`` mm off the middle of the face to that ``side``, ``d`` mm (None: as the bolt that is chosen),
    through the member's ``height`` or ``width``."""

    at: float
    across: float
    side: str
    d: float | None
    through: Face
    what: str


@dataclass(frozen=True, slots=True)
class Drilled:
    """Parts that are drilled alike, measured from their ``end`` of that name."""

    mark: str
    parts: tuple[str, ...]
    name: str
    end: str
    holes: tuple[DrilledHole, ...]


def clearance(thread: Thread) -> float:
    """mm of the hole that a bolt goes through."""
    if thread.metric and round(thread.d) in MEDIUM:
        return MEDIUM[round(thread.d)]
    return thread.d + INCH


def drilled(context: Context, pieces: Sequence[CutPiece]) -> tuple[Drilled, ...]:
    """Every member with holes, those of one mark that are drilled alike together."""
    marks = {part: piece.mark for piece in pieces for part in piece.parts}
    found: dict[tuple[str, str, tuple[DrilledHole, ...]], list[Member]] = {}
    for build in context.builds:
        holes: dict[str, list[DrilledHole]] = {}
        for member, hole in _holes(build):
            holes.setdefault(member.id, []).append(hole)
        for member in build.members:
            rows = tuple(sorted(set(holes.get(member.id, ())), key=lambda one: (one.at, one.side, one.across)))
            if rows and member.id in marks:
                found.setdefault((marks[member.id], end_of(member), rows), []).append(member)
    return tuple(
        Drilled(mark, tuple(one.id for one in some), ", ".join(one.name for one in some), end, rows)
        for (mark, end, rows), some in found.items()
    )


def end_of(member: Member) -> str:
    """What people call the end that ``at`` is measured from."""
    return _named(np.array(member.axes[0]))[0]


def _named(way: np.ndarray) -> tuple[str, str]:
    """What people call where a way comes from, and where it goes."""
    k = int(np.argmax(np.abs(way)))
    return ENDS[k] if way[k] > 0 else (ENDS[k][1], ENDS[k][0])


def _holes(build: Assembly) -> Iterator[tuple[Member, DrilledHole]]:
    for anchor in build.anchors:
        rails = [one for one in build.members if one.body == build.base and _over(one, anchor.x, anchor.y)]
        if rails and anchor.thread is not None and anchor.tab is None:
            yield from _through(
                rails[0], (anchor.x, anchor.y, rails[0].a[2]), (0.0, 0.0, 1.0), clearance(anchor.thread), "fixing to the vehicle"
            )
    for one in build.fastenings:
        if one.bolt is not None and one.bolt.thread is not None and not one.ball:
            yield from _through(build.member(one.member), one.at, one.out, clearance(one.bolt.thread), "bolt of a mount")
    for mount in build.mounts:
        yield from _through(build.member(mount.member), mount.at, mount.into, None, "wall fixing")
    for joint in build.joints:
        spec = joint.spec or build.joining
        if not joint.hinge:
            yield from _of_joint(build, joint, spec)


def _over(member: Member, x: float, y: float) -> bool:
    a, b, p = np.array(member.a[:2]), np.array(member.b[:2]), np.array([x, y])
    run = float(np.linalg.norm(b - a))
    if run < 1.0:
        return False
    along = float((p - a) @ (b - a)) / run
    beside = abs(float((p - a) @ np.array([-(b - a)[1], (b - a)[0]]))) / run
    return -1.0 <= along <= run + 1.0 and beside <= NEAR * member.shape.width / 2


def _of_joint(build: Assembly, joint: Joint, spec: JointSpec) -> Iterator[tuple[Member, DrilledHole]]:
    framing, through = build.member(joint.framing), build.member(joint.through)
    if joint.end == "crosses":
        if spec.kind == "bolt" and spec.bolt is not None:
            at, onto = _crossing(framing, through)
            d, way = clearance(spec.bolt), np.array(at) - np.array(onto)
            if np.linalg.norm(way) > 1.0:
                out = way / np.linalg.norm(way)
                for one, where in ((framing, at), (through, onto)):
                    yield from _through(one, where, _point(out), d, "bolt where two cross")
        return
    size = spec.bolt.d if spec.kind == "end bolt" and spec.bolt else shank(spec)
    if size is None or joint.meets == "face":
        return
    d = clearance(spec.bolt) if spec.kind == "end bolt" and spec.bolt else size
    end = np.array(framing.a if joint.end == "a" else framing.b)
    for place in _pattern(spec, framing, through):
        yield from _through(through, _point(end + place), framing.axes[0], d, spec.kind)


def _pattern(spec: JointSpec, framing: Member, through: Member) -> list[np.ndarray]:
    """Where fasteners stand in a member's end, off its axis: a single one in the middle, others in two rows as they are reckoned, those of a row
    over half the other side, or along what they go through."""
    count = 1 if spec.kind == "end bolt" else spec.screws
    if count == 1:
        return [np.zeros(3)]
    k, apart = rows_of(spec, framing, through)
    across, along = np.array(framing.axes[k]), np.array(framing.axes[3 - k])
    wide = framing.shape.depth if k == 1 else framing.shape.width
    found = []
    for row, many in ((-apart, (count + 1) // 2), (apart, count // 2)):
        shares = [0.0] if many == 1 else np.linspace(-0.25, 0.25, many).tolist()
        found += [row * across + share * wide * along for share in shares]
    return found


def _crossing(one: Member, other: Member) -> tuple[Point3, Point3]:
    """Where two members pass each other, on the axis of each."""
    p, q, d, e = np.array(one.a), np.array(other.a), np.array(one.axes[0]), np.array(other.axes[0])
    n = np.cross(d, e)
    if np.linalg.norm(n) < 1e-6:
        return _point(p), _point(p)
    s, t, _ = np.linalg.solve(np.stack([d, -e, n], axis=1), q - p)
    return _point(p + s * d), _point(q + t * e)


def _through(member: Member, at: Point3, way: Point3, d: float | None, what: str) -> Iterator[tuple[Member, DrilledHole]]:
    """A hole along ``way`` through the place next to ``at``; none beside its ends, or along it."""
    x, y, z = (np.array(axis) for axis in member.axes)
    r, w = np.array(at) - np.array(member.a), np.array(way)
    s = float(r @ x)
    if not -1.0 <= s <= member.length + 1.0 or abs(float(w @ x)) > 0.7:
        return
    height = abs(float(w @ z)) >= abs(float(w @ y))
    across = float(r @ (y if height else z))
    side = "" if abs(across) < FINE else _named((y if height else z) * across)[1]
    over = member.shape.width * np.tan(np.radians(member.mitre)) / 2 + member.points / 2
    yield (
        member,
        DrilledHole(
            round(s + float(over), 1),
            round(abs(across), 1) if side else 0.0,
            side,
            d and round(d, 1),
            "height" if height else "width",
            what,
        ),
    )


def _point(v: np.ndarray) -> Point3:
    return float(v[0]), float(v[1]), float(v[2])
