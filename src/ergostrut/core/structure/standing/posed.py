"""Where every body of a build stands in a setting: the one place that moves parts."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ...mechanics.kinematics import closed
from ..assembly import Assembly
from ..nouns.holds import Loop, Motion
from ..nouns.parts import Member, Point3, dot
from ..nouns.pose import Pose, moved_by, turned_about
from .setting import Setting

Array = NDArray[np.float64]
HOME: Point3 = (0.0, 0.0, 0.0)


@dataclass(frozen=True)
class Poses:
    """The poses of a build's bodies in a setting."""

    build: Assembly
    setting: Setting

    @cached_property
    def travels(self) -> Mapping[str, float]:
        """mm or degrees of every motion that is not home: those somebody moves, those that follow, and those that a chain drives.

        Raises:
            JammedError: a chain cannot follow its handle so far.
        """
        found = _followed(self.build, self.setting.travels)
        for loop in self.build.loops:
            found = _followed(self.build, found | _driven(self.build, loop, found.get(loop.handle, 0.0)))
        return found

    def travel(self, motion: Motion | None) -> float:
        return self.travels.get(motion.id, 0.0) if motion is not None else 0.0

    def of(self, body: str) -> Pose:
        """How a body stands, from home; a body that moves on another goes with it."""
        return _pose(self.build, self.travels, body)

    def turns(self, body: str) -> bool:
        """Whether a body, or one that it goes with, is turned from home."""
        return any(motion.pivot is not None and self.travel(motion) != 0.0 for motion in _chain(self.build, body))

    def shift(self, body: str) -> Point3:
        """How far a body has gone that is not turned, mm; nothing of one that is: its parts are put where they stand (``as_it_stands``)."""
        x, y, z = HOME
        for motion in _chain(self.build, body):
            by = self.travel(motion)
            if motion.pivot is not None:
                if by != 0.0:
                    return HOME
                continue
            x, y, z = x + by * motion.toward[0], y + by * motion.toward[1], z + by * motion.toward[2]
        return x, y, z


def poses_of(build: Assembly, setting: Setting) -> Poses:
    """Where a build's bodies stand: readers ask the pose of a part's body for its points."""
    return Poses(build, setting)


def moves_with(build: Assembly, motion: Motion) -> tuple[str, ...]:
    """The bodies that somebody moves by a motion: its own, those that follow it or that a chain drives by it, and those that lie on these."""
    ids: set[str] = set()
    more = {motion.id}
    while more - ids:
        ids |= more
        more = {m.id for m in build.motions if m.follows in ids} | {
            name for loop in build.loops if loop.handle in ids for name in loop.drives
        }
    return tuple(m.body for m in build.motions if any(one.id in ids for one in _chain(build, m.body)))


def _chain(build: Assembly, body: str) -> list[Motion]:
    """The motions that move a body, its own first."""
    found: list[Motion] = []
    motion = build.motion_of(body)
    while motion is not None:
        found.append(motion)
        motion = build.motion_of(motion.on) if motion.on else None
    return found


def _pose(build: Assembly, travels: Mapping[str, float], body: str) -> Pose:
    pose = moved_by(HOME)
    for motion in _chain(build, body):
        by = travels.get(motion.id, 0.0)
        x, y, z = motion.toward
        own = moved_by((by * x, by * y, by * z)) if motion.pivot is None else turned_about(motion.pivot, motion.toward, by)
        pose = pose.on(own)
    return pose


def _followed(build: Assembly, travels: Mapping[str, float]) -> dict[str, float]:
    """With those that follow one whose travel is known, and those that follow these."""
    found, following = dict(travels), [motion for motion in build.motions if motion.follows]
    for _ in following:
        found |= {motion.id: motion.led(found[motion.follows]) for motion in following if motion.follows in found}
    return found


def _driven(build: Assembly, loop: Loop, travel: float) -> dict[str, float]:
    """Travels of what a chain drives with its handle at ``travel``."""
    by_id = {motion.id: motion for motion in build.motions}
    reach = np.array([by_id[name].reach for name in loop.drives])

    def gap(handle: float, driven: Array) -> Array:
        travels = _followed(build, {loop.handle: handle, **dict(zip(loop.drives, driven.tolist(), strict=True))})
        rows = []
        for one in loop.closes:
            under = _pose(build, travels, one.other)
            off = np.array(_pose(build, travels, one.body).at(one.at)) - under.at(one.on)
            rows.append(off if one.along is None else np.cross(under.toward(one.along), off))
        return np.concatenate(rows)

    found = closed(gap, travel, np.zeros(len(reach)), np.zeros(len(reach)), reach)
    return dict(zip(loop.drives, found.tolist(), strict=True))


def as_it_stands(build: Assembly, setting: Setting) -> Assembly:
    """A build with its turning bodies where they stand; itself where all are home, or already stand.

    What is turned from home hangs on the member it is joined to: it carries nothing, and its weight rides there; what turns on pivots
    stays a frame, its panels and small parts as weight on the members under them.
    """
    if build.stood:
        return build
    at = poses_of(build, setting)
    goes = {m.body for m in build.motions if at.turns(m.body)}
    if not goes:
        return build
    poses = {body: at.of(body) for body in goes}
    stays = {build.member(pivot.moving).body for pivot in build.pivots}
    gone = {member.id for member in build.members if member.body in goes and member.body not in stays}
    holder = {joint.framing: joint.through for joint in build.joints if joint.framing in gone}

    def placed(member: Member) -> Member:
        if member.body not in goes:
            return member
        pose = poses[member.body]
        now = replace(member, a=pose.at(member.a), b=pose.at(member.b), roll=0.0)
        now = replace(now, roll=_roll(now, pose.toward(member.axes[2])))
        return replace(now, group=None, rides=holder.get(member.id, "")) if member.id in gone else now

    return replace(
        build,
        stood=True,
        members=tuple(placed(member) for member in build.members),
        items=tuple(replace(i, at=poses[i.body].at(i.at)) if i.body in goes else i for i in build.items),
        panels=tuple(replace(p, pose=p.pose.on(poses[p.body])) if p.body in goes else p for p in build.panels),
        latches=tuple(
            replace(latch, at=poses[body].at(latch.at)) if (body := build.member(latch.member).body) in goes else latch
            for latch in build.latches
        ),
        joints=tuple(joint for joint in build.joints if joint.framing not in gone and joint.through not in gone),
        contacts=tuple(contact for contact in build.contacts if contact.member not in gone),
        holds=tuple(hold for hold in build.holds if hold.member not in gone),
    )


def _roll(member: Member, up: Point3) -> float:
    """Degrees about its own x that bring a member's z to ``up``, which is square to it."""
    _, y, z = member.axes
    return math.degrees(math.atan2(-dot(up, y), dot(up, z)))
