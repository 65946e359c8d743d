"""A build with what turns about an axis where it stands: the one place that turns parts."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from .assembly import Assembly
from .parts import Member, PanelPart, Point3, dot
from .setting import Setting

Array = NDArray[np.float64]
Pose = tuple[Array, Array]
"""(3, 3) by which points turn, and (3,) mm by which they then go."""


def about(point: Point3, pivot: Point3, axis: Point3, degrees: float) -> Point3:
    """A point turned by the right hand about a unit axis through ``pivot`` (Rodrigues' formula)."""
    k, r, turn = np.array(axis), np.array(point) - np.array(pivot), np.radians(degrees)
    x, y, z = np.array(pivot) + r * np.cos(turn) + np.cross(k, r) * np.sin(turn) + k * (k @ r) * (1 - np.cos(turn))
    return float(x), float(y), float(z)


def moved(build: Assembly, body: str, setting: Setting) -> Pose:
    """How a body stands in a setting, from home."""
    motion = build.motion_of(body)
    if motion is None or motion.pivot is None:
        return np.eye(3), np.array(setting.shift(build, body))
    x, y, z = motion.toward
    k, turn = np.array([[0.0, -z, y], [z, 0.0, -x], [-y, x, 0.0]]), np.radians(setting.travel(motion))
    R = np.eye(3) + np.sin(turn) * k + (1 - np.cos(turn)) * k @ k
    pivot = np.array(motion.pivot)
    return R, pivot - R @ pivot


def turned(build: Assembly, setting: Setting) -> Assembly:
    """A build with its turning bodies where they stand; itself where all are home.

    What is turned from home hangs on the member it is joined to: it carries nothing, and its weight rides there; what turns on pivots
    stays a frame, its panels and small parts as weight on the members under them. Call it once, on a build whose turning bodies are home.
    """
    goes = {m.body for m in build.motions if m.pivot is not None and setting.travel(m) != 0.0}
    if not goes:
        return build
    poses = {body: moved(build, body, setting) for body in goes}
    stays = {build.member(pivot.moving).body for pivot in build.pivots}
    gone = {member.id for member in build.members if member.body in goes and member.body not in stays}
    holder = {joint.framing: joint.through for joint in build.joints if joint.framing in gone}

    def placed(member: Member) -> Member:
        if member.body not in goes:
            return member
        pose = poses[member.body]
        now = replace(member, a=_at(member.a, pose), b=_at(member.b, pose), roll=0.0)
        now = replace(now, roll=_roll(now, _at(member.axes[2], (pose[0], np.zeros(3)))))
        return replace(now, group=None, rides=holder.get(member.id, "")) if member.id in gone else now

    return replace(
        build,
        members=tuple(placed(member) for member in build.members),
        items=tuple(replace(i, at=_at(i.at, poses[i.body])) if i.body in goes else i for i in build.items),
        panels=tuple(_tilted(panel, poses[panel.body]) if panel.body in goes else panel for panel in build.panels),
        latches=tuple(
            replace(latch, at=_at(latch.at, poses[body])) if (body := build.member(latch.member).body) in goes else latch
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


def _tilted(panel: PanelPart, pose: Pose) -> PanelPart:
    (x, y, z), (lx, ly), t = panel.origin, panel.size, panel.sheet.t
    corners = [(x + dx, y + dy, z + dz) for dz in (0.0, t) for dx, dy in ((0.0, 0.0), (lx, 0.0), (lx, ly), (0.0, ly))]
    return replace(panel, corners=tuple(_at(corner, pose) for corner in corners))


def _at(point: Point3, pose: Pose) -> Point3:
    x, y, z = (float(v) for v in pose[0] @ point + pose[1])
    return x, y, z
