"""A build put where it stands: framed in axes of its own, it is turned by quarters and goes along with every place it says. mm."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal, cast

import numpy as np

from ...mechanics.space.rects import Rect
from ..assembly import Assembly, Tag
from ..nouns.holds import Hold, Loop, Meeting, Motion, Stand
from ..nouns.hung import Latch, Strap
from ..nouns.panel import Covers, Panel
from ..nouns.parts import QUARTERS, Clear, Member, Point3, Surface
from ..nouns.pose import Array, Pose, moved_by
from ..nouns.runners import Runner

HOST_ONLY = ("sliders", "locks", "anchors", "holders", "links", "fastenings", "loops", "jacks", "props", "closures")
"""Nouns of builds that do not stand on others yet: what they hold by is the host's."""
ALONG = ("sliders", "locks", "anchors", "holders", "links", "fastenings", "jacks", "props", "ramps")
"""Nouns that lie along the vehicle alone: builds with them are not turned."""
WALLED = ("mounts", "straps", "latches")
"""Nouns of builds that hold by walls or a roof."""


def hangs(build: Assembly) -> bool:
    """Whether it holds by walls or a roof as well."""
    return any(getattr(build, name) for name in WALLED) or any(contact.kind == "wall" for contact in build.contacts)


def stands_by_itself(build: Assembly, walled: bool = False) -> bool:
    """Whether a build stands on what is under it and is tied down to that alone, panels that carry or a frame on its feet, or is fixed to walls where
    there are such: one that may stand on another build."""
    kinds = {contact.kind for contact in build.contacts}
    if any(getattr(build, name) for name in HOST_ONLY) or not kinds <= {"floor", "tie", "wall"} or (hangs(build) and not walled):
        return False
    return bool(build.shells) or "floor" in kinds or hangs(build)


def put(build: Assembly, pose: Pose) -> Assembly:
    """A build where it stands: ``pose`` puts its own axes into those of what it stands on, turned by quarters about z at most.

    Raises:
        ValueError: it is turned, and has what lies along the vehicle alone.
    """
    if pose.quarters and any(getattr(build, name) for name in ALONG):
        raise ValueError(f"{build.label} lies along the vehicle")
    return replace(
        build,
        members=tuple(_member(one, pose) for one in build.members),
        panels=tuple(_panel(one, pose) for one in build.panels),
        items=tuple(replace(one, at=pose.at(one.at)) for one in build.items),
        surfaces=tuple(_surface(one, pose) for one in build.surfaces),
        holds=tuple(_hold(one, pose) for one in build.holds),
        straps=tuple(_strap(one, pose) for one in build.straps),
        mounts=tuple(replace(one, at=pose.at(one.at), into=pose.toward(one.into)) for one in build.mounts),
        pivots=tuple(replace(one, at=pose.at(one.at), axis=pose.toward(one.axis)) for one in build.pivots),
        latches=tuple(_latch(one, pose) for one in build.latches),
        contacts=tuple(replace(one, at=pose.at(one.at), push=pose.toward(one.push)) for one in build.contacts),
        stands=tuple(_stand(one, pose) for one in build.stands),
        motions=tuple(_motion(one, pose) for one in build.motions),
        loops=tuple(_loop(one, pose) for one in build.loops),
        doors=tuple(
            replace(one, hinges=tuple(pose.at(hinge) for hinge in one.hinges), out=pose.toward(one.out)) for one in build.doors
        ),
        struts=tuple(replace(one, leaf=pose.at(one.leaf), fixed=pose.at(one.fixed)) for one in build.struts),
        runners=tuple(_runner(one, pose) for one in build.runners),
        keeper=replace(build.keeper, at=pose.at(build.keeper.at)) if build.keeper is not None else None,
        closures=tuple(replace(one, lo=lo, hi=hi) for one in build.closures for lo, hi in (_box(one.lo, one.hi, pose),)),
        stows=tuple(replace(one, opens=_face(one.opens, pose)) if one.opens is not None else one for one in build.stows),
        packed=frozenset((axis, int(sign)) for axis, sign in (_face((_level(a), s), pose) for a, s in build.packed)),
        clear=Clear(*_box(build.clear.lo, build.clear.hi, pose)) if build.clear is not None else None,
        tags=tuple(_tag(one, pose) for one in build.tags),
    )  # fmt: skip


def _level(axis: int) -> Literal[0, 1]:
    return 1 if axis else 0


def _face(face: tuple[Literal[0, 1], float], pose: Pose) -> tuple[Literal[0, 1], float]:
    axis, way = pose.axis(face[0])
    return _level(axis), face[1] * way


def _box(lo: Point3, hi: Point3, pose: Pose) -> tuple[Point3, Point3]:
    a, b = pose.at(lo), pose.at(hi)
    return cast("tuple[Point3, Point3]", (tuple(map(min, a, b)), tuple(map(max, a, b))))


def _member(one: Member, pose: Pose) -> Member:
    a, b = pose.at(one.a), pose.at(one.b)
    # what stands upright has its own z along the vehicle by rule: how it was rolled from there goes with it
    roll = one.roll + 90.0 * pose.quarters * (1 if b[2] > a[2] else -1) if abs(b[2] - a[2]) > (1 - 1e-9) * one.length else one.roll
    return replace(one, a=a, b=b, roll=roll % 360.0)


def _panel(one: Panel, pose: Pose) -> Panel:
    carries = one.carries
    if isinstance(carries, Covers):
        span, way = pose.axis(carries.span)
        carries = replace(carries, span=_level(span), on=carries.on if way > 0 else carries.on[::-1])
    if not pose.quarters or not np.array_equal(one.pose.R, np.eye(3)):
        return replace(one, pose=one.pose.on(pose), carries=carries)
    # a level one goes on having the host's axes for its own, as whoever asks a deck takes it
    c, s = QUARTERS[pose.quarters]
    rim = tuple((c * x - s * y, s * x + c * y) for x, y in one.rim)
    holes = tuple(_rect(hole, c, s) for hole in one.holes)
    grain = _level(pose.axis(one.grain)[0])
    return replace(one, pose=moved_by(pose.at(_point(one.pose.t))), rim=rim, holes=holes, grain=grain, carries=carries)


def _point(at: Array) -> Point3:
    return float(at[0]), float(at[1]), float(at[2])


def _rect(hole: Rect, c: int, s: int) -> Rect:
    (a, b), (p, q) = (sorted(way) for way in zip(*((c * x - s * y, s * x + c * y) for x, y in (hole[:2], hole[2:])), strict=True))
    return a, p, b, q


def _surface(one: Surface, pose: Pose) -> Surface:
    (x, y, z), (long, wide) = one.origin, one.size
    lo, hi = _box(one.origin, (x + long, y + wide, z), pose)
    faces = pose.toward(one.faces) if one.faces is not None else None
    return replace(one, origin=lo, size=(hi[0] - lo[0], hi[1] - lo[1]), faces=faces, quarters=(one.quarters + pose.quarters) % 4)


def _hold(one: Hold, pose: Pose) -> Hold:
    turning = one.axis // 3 * 3
    return replace(one, at=pose.at(one.at), axis=cast("Literal[0, 1, 2, 3, 4, 5]", turning + pose.axis(one.axis % 3)[0]))


def _strap(one: Strap, pose: Pose) -> Strap:
    arm = replace(one.arm, out=pose.toward(one.arm.out)) if one.arm is not None else None
    return replace(one, at=pose.at(one.at), to=pose.at(one.to), arm=arm)


def _latch(one: Latch, pose: Pose) -> Latch:
    return replace(one, at=pose.at(one.at), axis=cast("Literal[0, 1, 2]", pose.axis(one.axis)[0]))


def _stand(one: Stand, pose: Pose) -> Stand:
    return replace(one, at=pose.at(one.at), size=one.size[::-1] if pose.quarters % 2 else one.size)


def _motion(one: Motion, pose: Pose) -> Motion:
    return replace(one, toward=pose.toward(one.toward), pivot=pose.at(one.pivot) if one.pivot is not None else None)


def _loop(one: Loop, pose: Pose) -> Loop:
    def met(meeting: Meeting) -> Meeting:
        along = pose.toward(meeting.along) if meeting.along is not None else None
        return replace(meeting, at=pose.at(meeting.at), on=pose.at(meeting.on), along=along)

    return replace(one, closes=tuple(met(meeting) for meeting in one.closes))


def _runner(one: Runner, pose: Pose) -> Runner:
    axis, way = pose.axis(one.axis)
    lo, hi = sorted(way * at + float(pose.t[axis]) for at in (one.lo, one.hi))
    return replace(one, axis=_level(axis), lo=lo, hi=hi, z=one.z + float(pose.t[2]))


_AXES: dict[str, tuple[int, int]] = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}
_VIEWS: dict[frozenset[int], Literal["plan", "side", "rear"]] = {frozenset(axes): view for view, axes in _AXES.items()}  # type: ignore[misc]
_SIDES: dict[str, Literal["below", "above", "left", "right"]] = {"below": "left", "above": "right", "left": "below", "right": "above"}


def _tag(one: Tag, pose: Pose) -> Tag:
    along, off = _AXES[one.view] if one.axis == "h" else _AXES[one.view][::-1]
    (u, way), (v, aside) = pose.axis(along), pose.axis(off)
    view = _VIEWS[frozenset((u, v))]
    axis: Literal["h", "v"] = "h" if _AXES[view][0] == u else "v"
    lo, hi = sorted(way * at + float(pose.t[u]) for at in (one.lo, one.hi))
    at = None if one.at is None else aside * one.at + float(pose.t[v])
    return replace(one, view=view, axis=axis, lo=lo, hi=hi, at=at, side=one.side if axis == one.axis else _SIDES[one.side])
