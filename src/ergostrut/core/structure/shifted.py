"""A build put where it stands: framed on another from that one's own corner, it goes along with every place it says. mm."""

from __future__ import annotations

from dataclasses import replace

from .assembly import Assembly, Tag
from .parts import Point3
from .pose import moved_by

FIXED = (
    "sliders",
    "locks",
    "anchors",
    "straps",
    "mounts",
    "pivots",
    "latches",
    "holders",
    "links",
    "fastenings",
    "loops",
    "joints",
    "holds",
)
"""Nouns of builds that do not stand on others yet: what they hold by is the host's."""


def stands_by_itself(build: Assembly) -> bool:
    """Whether a build is one of panels that stands on what is under it and is tied down to that: such a one may stand on another build."""
    hangs = any(contact.kind != "tie" for contact in build.contacts)
    return bool(build.shells) and not hangs and not any(getattr(build, name) for name in FIXED)


def shifted(build: Assembly, by: Point3) -> Assembly:
    """A build that stands by itself (``stands_by_itself``), gone along.

    Raises:
        ValueError: it holds by what only a host has.
    """
    if not stands_by_itself(build):
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
        contacts=tuple(replace(one, at=at(one.at)) for one in build.contacts),
        stands=tuple(replace(one, at=at(one.at)) for one in build.stands),
        motions=tuple(replace(one, pivot=at(one.pivot)) if one.pivot is not None else one for one in build.motions),
        doors=tuple(replace(one, hinges=tuple(at(hinge) for hinge in one.hinges)) for one in build.doors),
        runners=tuple(replace(one, z=one.z + by[2], lo=one.lo + by[one.axis], hi=one.hi + by[one.axis]) for one in build.runners),
        keeper=replace(build.keeper, at=at(build.keeper.at)) if build.keeper is not None else None,
        tags=tuple(_tag(one, by) for one in build.tags),
    )


_AXES = {"plan": (0, 1), "side": (0, 2), "rear": (1, 2)}


def _tag(tag: Tag, by: Point3) -> Tag:
    along, off = _AXES[tag.view] if tag.axis == "h" else _AXES[tag.view][::-1]
    return replace(tag, lo=tag.lo + by[along], hi=tag.hi + by[along], at=None if tag.at is None else tag.at + by[off])
