"""A build put where it stands: framed on another from that one's own corner, it goes along with every place it says. mm."""

from __future__ import annotations

from dataclasses import replace

from ..assembly import Assembly, Tag
from ..nouns.parts import Point3
from ..nouns.pose import moved_by

HOST_ONLY = ("sliders", "locks", "anchors", "holders", "links", "fastenings", "loops", "jacks", "closures")
"""Nouns of builds that do not stand on others yet: what they hold by is the host's."""
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


def shifted(build: Assembly, by: Point3) -> Assembly:
    """A build that stands by itself (``stands_by_itself``), gone along.

    Raises:
        ValueError: it holds by what only a host has.
    """
    if not stands_by_itself(build, walled=True):
        raise ValueError(f"{build.label} holds by the host itself")

    def at(point: Point3) -> Point3:
        return point[0] + by[0], point[1] + by[1], point[2] + by[2]

    pose = moved_by(by)
    return replace(
        build,
        members=tuple(replace(one, a=at(one.a), b=at(one.b)) for one in build.members),
        panels=tuple(replace(one, pose=one.pose.on(pose)) for one in build.panels),
        items=tuple(replace(one, at=at(one.at)) for one in build.items),
        surfaces=tuple(replace(one, origin=at(one.origin)) for one in build.surfaces),
        holds=tuple(replace(one, at=at(one.at)) for one in build.holds),
        straps=tuple(replace(one, at=at(one.at), to=at(one.to)) for one in build.straps),
        mounts=tuple(replace(one, at=at(one.at)) for one in build.mounts),
        pivots=tuple(replace(one, at=at(one.at)) for one in build.pivots),
        latches=tuple(replace(one, at=at(one.at)) for one in build.latches),
        contacts=tuple(replace(one, at=at(one.at)) for one in build.contacts),
        stands=tuple(replace(one, at=at(one.at)) for one in build.stands),
        motions=tuple(replace(one, pivot=at(one.pivot)) if one.pivot is not None else one for one in build.motions),
        doors=tuple(replace(one, hinges=tuple(at(hinge) for hinge in one.hinges)) for one in build.doors),
        struts=tuple(replace(one, leaf=at(one.leaf), fixed=at(one.fixed)) for one in build.struts),
        runners=tuple(replace(one, z=one.z + by[2], lo=one.lo + by[one.axis], hi=one.hi + by[one.axis]) for one in build.runners),
        keeper=replace(build.keeper, at=at(build.keeper.at)) if build.keeper is not None else None,
        tags=tuple(_tag(one, by) for one in build.tags),
    )


_AXES = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}


def _tag(tag: Tag, by: Point3) -> Tag:
    along, off = _AXES[tag.view] if tag.axis == "h" else _AXES[tag.view][::-1]
    return replace(tag, lo=tag.lo + by[along], hi=tag.hi + by[along], at=None if tag.at is None else tag.at + by[off])
