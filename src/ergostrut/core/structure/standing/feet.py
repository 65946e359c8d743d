"""Who and what may stand on a build in a setting: everybody's places, and a foot wherever a member lies under what is trodden on."""

from __future__ import annotations

import itertools
import math
from collections import Counter
from collections.abc import Iterable, Iterator

from ..assembly import Assembly
from ..nouns.holds import Contact, Stand
from ..nouns.panel import Panel
from ..nouns.parts import Member, Point3
from .posed import Poses, poses_of
from .setting import Setting

FLUSH = 3.0
"""mm between a member's top and the panel above: closer, a foot on the panel stands on the member."""
FOOT = 75.0
"""mm: a foot's width; feet closer than a third of it are one."""
LEVEL = 1.0


def acting(build: Assembly, setting: Setting, contact: Contact) -> bool:
    """Whether a contact is there in a setting: some are at one travel of their body alone."""
    travel = poses_of(build, setting).travel(build.motion_of(build.member(contact.member).body))
    return contact.only_at is None or abs(travel - contact.only_at) < 0.01


def present(build: Assembly, setting: Setting) -> tuple[Stand, ...]:
    """Who may be there: nobody on a bare build; nobody sleeps on what is moved from home, nor sits where no panel lies any more.

    A foot stands at both ends of every member under a panel, half its width beside where it frames into another, and in the middle
    between what it rests on, wherever that is in the setting. ``build`` as it stands there (``as_it_stands``).
    """
    if setting.bare:
        return ()
    home, poses = not any(setting.travels.values()), poses_of(build, setting)
    known = [s for s in build.stands if home or s.kind == "foot" or (s.kind == "sitting" and over(build, poses, s.at))]
    found = list(known)
    taken = {(s.member, s.at) for s in known if s.kind == "foot" and s.member}
    for stand in _feet(build, setting, poses):
        if all(member != stand.member or math.dist(at, stand.at) >= FOOT / 3 for member, at in taken):
            taken.add((stand.member, stand.at))
            found.append(stand)
    return tuple(found)


def over(build: Assembly, poses: Poses, at: Point3, panels: Iterable[Panel] | None = None, near: float = 1.0) -> bool:
    """Whether a place lies under or on one of the panels, to ``near`` mm; all the build's unless told."""
    for panel in build.panels if panels is None else panels:
        dx, dy, _ = poses.shift(panel.body)
        lo, hi = panel.lo, panel.hi
        if lo[0] + dx - near <= at[0] <= hi[0] + dx + near and lo[1] + dy - near <= at[1] <= hi[1] + dy + near:
            return True
    return False


def _feet(build: Assembly, setting: Setting, poses: Poses) -> Iterator[Stand]:
    names = Counter(member.name for member in build.members)
    for member in build.members:
        above = _above(build, poses, member)
        if not above:
            continue
        length = member.length
        rests = _rests(build, setting, poses, member)
        spots = [(0.0, _ends(member)[0]), (length, _ends(member)[1])]
        # beside a joint as well as on it: there the joint takes nearly all of the foot
        framed = {joint.end for joint in build.joints if joint.framing == member.id}
        beside = min(FOOT / 2, length / 4)
        spots += [(beside, f"beside the joint, {_ends(member)[0]}")] if "a" in framed else []
        spots += [(length - beside, f"beside the joint, {_ends(member)[1]}")] if "b" in framed else []
        spans = [(a, b) for a, b in itertools.pairwise(rests) if b - a >= 2 * FOOT]
        for n, (a, b) in enumerate(spans, 1):
            spots.append(((a + b) / 2, "in the middle" if len(spans) == 1 else f"in the middle of span {n}"))
        shift = poses.shift(member.body)
        for s, words in spots:
            at = _along(member, s)
            if over(build, poses, (at[0] + shift[0], at[1] + shift[1], at[2]), above, near=FOOT):
                called = member.name if names[member.name] == 1 else f"{member.name} of {member.body.rsplit('/', 1)[-1].replace('.', ' ')}"
                yield Stand(f"foot.{member.id}.{s:.0f}", f"one foot on {called}, {words}", at, member.id)


def _above(build: Assembly, poses: Poses, member: Member) -> list[Panel]:
    """Panels that lie on a proved, level member where it stands."""
    if member.group is None or abs(member.a[2] - member.b[2]) > LEVEL:
        return []
    dx, dy, dz = poses.shift(member.body)
    top = member.a[2] + dz + member.shape.depth / 2
    found = []
    for panel in build.panels:
        bottom = panel.lo[2] + poses.shift(panel.body)[2]
        if panel.trodden and (member.id in panel.laid.on or abs(bottom - top) <= FLUSH):
            middle = member.middle
            if any(over(build, poses, (x + dx, y + dy, 0.0), (panel,), near=FOOT) for x, y, _ in (member.a, middle, member.b)):
                found.append(panel)
    return found


def _rests(build: Assembly, setting: Setting, poses: Poses, member: Member) -> list[float]:
    """mm along a member of what holds it up, in order: contacts, the members it frames into, posts and members under it."""
    found = [0.0 if joint.end == "a" else member.length for joint in build.joints if joint.framing == member.id and joint.end != "crosses"]
    dx, dy, dz = poses.shift(member.body)
    found += [_place(member, strap.at) for strap in build.straps if strap.member == member.id]
    found += [_place(member, pivot.at) for pivot in build.pivots if pivot.moving == member.id]
    for contact in build.contacts:
        if contact.member == member.id and contact.push[2] > 0 and acting(build, setting, contact):
            x, y, z = contact.at
            found.append(_place(member, (x - dx, y - dy, z - dz) if contact.rides == "host" else contact.at))
    for joint in build.joints:
        other = (
            joint.framing if joint.through == member.id else joint.through if joint.framing == member.id and joint.end == "crosses" else ""
        )
        if other and _carries(build.member(other), member):
            found.append(_place(member, _meeting(build.member(other), member)))
    kept: list[float] = []
    for s in sorted(min(max(s, 0.0), member.length) for s in found):
        if not kept or s - kept[-1] > FOOT / 2:
            kept.append(s)
    return kept


def _carries(post: Member, member: Member) -> bool:
    """Whether one member comes from below another: a post, or one that it lies on."""
    return (post.a[2] + post.b[2]) / 2 < (member.a[2] + member.b[2]) / 2 - member.shape.depth / 4


def _meeting(post: Member, member: Member) -> Point3:
    """Where a post, or the member below, meets a member: its upper end, or where it passes under."""
    (ax, ay, az), (bx, by, bz) = post.a, post.b
    if abs(az - bz) > LEVEL:
        return post.a if az > bz else post.b
    # two level lines cross: solve in plan
    (px, py, z), (qx, qy, _) = member.a, member.b
    det = (qx - px) * (ay - by) - (qy - py) * (ax - bx)
    if abs(det) < 1e-9:
        return post.middle
    t = ((ax - px) * (ay - by) - (ay - py) * (ax - bx)) / det
    return px + t * (qx - px), py + t * (qy - py), z


def _place(member: Member, point: Point3) -> float:
    """mm from end a of the place nearest to a point."""
    along = [(b - a) / member.length for a, b in zip(member.a, member.b, strict=True)]
    return sum((p - a) * t for p, a, t in zip(point, member.a, along, strict=True))


def _along(member: Member, s: float) -> Point3:
    x, y, z = (a + (b - a) * s / member.length for a, b in zip(member.a, member.b, strict=True))
    return x, y, z


def _ends(member: Member) -> tuple[str, str]:
    """What people call a level member's ends, a and b."""
    across = abs(member.b[1] - member.a[1]) >= abs(member.b[0] - member.a[0])
    i, words = (1, ("left", "right")) if across else (0, ("at its front end", "at its rear end"))
    return words if member.a[i] <= member.b[i] else (words[1], words[0])
