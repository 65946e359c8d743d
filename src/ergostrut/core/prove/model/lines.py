"""Where the members of a build meet: each as a line between its ends' nodes, cut where joints, contacts and crossings lie.

A member that frames into another ends on that one's line; one that lies on its face keeps its own level by a rigid offset, with its end or
where it crosses.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from ...mechanics.solver.model import SolverError
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Contact, Joint
from ...structure.nouns.parts import Member
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting

Array = NDArray[np.float64]
SAME = 2.0
"""What does not hold the member (a brace's end, a strap) and lies closer than this (mm) to where something else does, does it there."""
EXACT = 1e-6


@dataclass
class MemberLine:
    """A member's modelled line from ``p`` to ``q``; ``stops``: (mm from p, node), sorted; ``down``: offset of its axis from the nodes."""

    member: Member
    p: Array
    q: Array
    down: Array
    stops: list[tuple[float, int]] = field(default_factory=list)
    holding: list[float] = field(default_factory=list)
    lifted: dict[int, Array] = field(default_factory=dict)
    """Offset of its axis from nodes of members that it lies across, by node."""

    def offset(self, node: int) -> Array:
        """From a node of its own to its axis, rigid."""
        return self.lifted.get(node, self.down)

    @property
    def length(self) -> float:
        return math.dist(self.p, self.q)

    def along(self, point: Array) -> float:
        """mm from p of the place nearest to a point."""
        return float((point - self.p) @ (self.q - self.p)) / self.length

    def near(self, point: Array) -> int:
        """The node nearest to a point."""
        at = self.along(point)
        return min(self.stops, key=lambda stop: abs(stop[0] - at))[1]


@dataclass
class Lines:
    """Nodes and lines of a posed build, as they are laid."""

    nodes: list[Array] = field(default_factory=list)
    names: list[str] = field(default_factory=list)
    of: dict[str, MemberLine] = field(default_factory=dict)
    joined: set[int] = field(default_factory=set)
    """Nodes where members meet."""

    def node(self, at: Array, name: str) -> int:
        self.nodes.append(at)
        self.names.append(name)
        return len(self.nodes) - 1


def place_of(contact: Contact, shift: Array) -> Array:
    """Where a contact stands in the setting: one that rides on the host stays while the body moves."""
    at = np.array(contact.at)
    return at if contact.rides == "host" else at + shift


def _end(member: Member, end: str, shift: Array) -> Array:
    return np.array(member.a if end == "a" else member.b) + shift


def _merged(exact: list[float], loose: list[float]) -> list[float]:
    """Places along a line: exact ones once each, loose ones only where nothing else is near."""
    found: list[float] = []
    for at in sorted(exact):
        if not found or at - found[-1] > EXACT:
            found.append(at)
    for at in sorted(loose):
        if min((abs(at - other) for other in found), default=np.inf) > SAME:
            found = sorted([*found, at])
    return found


def _closest(a: MemberLine, b: MemberLine) -> float | None:
    """mm along ``a`` where it passes ``b``; None where they run side by side, or pass beyond an end."""
    d, e, r = a.q - a.p, b.q - b.p, a.p - b.p
    dd, ee, de = float(d @ d), float(e @ e), float(d @ e)
    det = dd * ee - de * de
    if det < 1e-9 * dd * ee:
        return None
    s = (de * float(e @ r) - ee * float(d @ r)) / det
    t = (dd * float(e @ r) - de * float(d @ r)) / det
    if not (-1e-6 <= s <= 1 + 1e-6 and 1e-6 < t < 1 - 1e-6):
        return None
    return s * float(np.sqrt(dd))


def _in_order(build: Assembly, members: list[Member]) -> list[Member]:
    """Members so that each comes after those it frames into.

    Raises:
        SolverError: members that frame into each other in a ring.
    """
    into: dict[str, set[str]] = {m.id: set() for m in members}
    for joint in build.joints:
        if joint.end != "crosses" and joint.framing in into and joint.through in into:
            into[joint.framing].add(joint.through)
    found: list[Member] = []
    done: set[str] = set()
    left = list(members)
    while left:
        ready = [m for m in left if into[m.id] <= done]
        if not ready:
            raise SolverError(f"{left[0].name} and others frame into each other in a ring")
        found += ready
        done |= {m.id for m in ready}
        left = [m for m in left if m.id not in done]
    return found


def lay(
    build: Assembly, setting: Setting, members: list[Member], contacts: list[Contact], places: Sequence[tuple[str, Array]] = ()
) -> Lines:
    """Nodes of every member of the frame where it stands in the setting; ``places``: further points of members that want one.

    Raises:
        SolverError: members frame into each other in a ring.
    """
    found = Lines()
    poses = poses_of(build, setting)
    shifts = {m.id: np.array(poses.shift(m.body)) for m in members}
    ends: dict[tuple[str, str], Joint | None] = {(j.framing, j.end): j for j in build.joints if j.end != "crosses"}
    on: dict[str, list[Joint]] = {}
    for joint in build.joints:
        if joint.end != "crosses" and joint.framing in shifts:
            on.setdefault(joint.through, []).append(joint)
    by_id = {m.id: m for m in members}
    for member in _in_order(build, members):
        shift = shifts[member.id]
        tips: list[tuple[Array, int | None]] = []
        level = np.zeros(3)
        for end in ("a", "b"):
            own, meets = _end(member, end, shift), ends.get((member.id, end))
            if meets is None or meets.through not in found.of:
                tips.append((own, None))
                continue
            known = found.of[meets.through].near(own)
            at = found.nodes[known]
            if meets.meets == "face":
                level = np.array([0.0, 0.0, own[2] - at[2]])
            tips.append((at, known))
        line = MemberLine(member, tips[0][0], tips[1][0], level)
        mine = [c for c in contacts if c.member == member.id]
        holding = [line.along(_end(by_id[j.framing], j.end, shifts[j.framing])) for j in on.get(member.id, ()) if j.holds]
        hung = [line.along(at) for name, at in places if name == member.id]
        exact = [0.0, line.length, *(line.along(place_of(c, shift)) for c in mine), *holding]
        # a piece of a hair's breadth is so stiff that all else is rounding beside it
        loose = [*hung] + [line.along(_end(by_id[j.framing], j.end, shifts[j.framing])) for j in on.get(member.id, ()) if not j.holds]
        line.holding = sorted(holding)
        inside = [at for at in _merged(exact, loose) if -EXACT <= at <= line.length + EXACT]
        direction = (line.q - line.p) / line.length
        for i, s in enumerate(inside):
            node = tips[0][1] if i == 0 else tips[1][1] if i == len(inside) - 1 else None
            if node is None:
                node = found.node(line.p + s * direction, f"{member.name} at {s:.0f} mm from its end")
            line.stops.append((s, node))
        found.of[member.id] = line
    for joint in build.joints:
        if joint.framing in found.of and joint.through in found.of and joint.end != "crosses":
            found.joined.add(found.of[joint.through].near(_end(by_id[joint.framing], joint.end, shifts[joint.framing])))
    _cross(build, found)
    return found


def _cross(build: Assembly, found: Lines) -> None:
    """A node where a member passes another that it is fastened to; those closer than ``SAME`` on it share one."""
    before: dict[str, list[tuple[float, int]]] = {}
    for joint in build.joints:
        if joint.end != "crosses" or joint.framing not in found.of or joint.through not in found.of:
            continue
        through, framing = found.of[joint.through], found.of[joint.framing]
        at = _closest(through, framing)
        if at is None:
            continue
        known = next((stop for stop in before.get(joint.through, ()) if abs(stop[0] - at) < SAME), None)
        if known is None:
            point = through.p + at * (through.q - through.p) / through.length
            known = at, found.node(point, f"{framing.member.name} across {through.member.name}")
            before.setdefault(joint.through, []).append(known)
            through.stops = sorted([*through.stops, known])
        s = framing.along(found.nodes[known[1]])
        framing.stops = sorted([*framing.stops, (s, known[1])])
        if joint.meets == "face":
            axis = framing.p + s * (framing.q - framing.p) / framing.length + framing.down
            framing.lifted[known[1]] = axis - found.nodes[known[1]]
        found.joined.add(known[1])
