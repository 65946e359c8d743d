"""Where the fasteners of a member's end stand in it: in two rows half its depth apart, if what they go through is as wide; else across its width."""

from __future__ import annotations

import math

from ...mechanics.joints.woodscrew import LAGS
from .holds import JointSpec
from .parts import Member, Point3

HEAD = 5.0
"""mm at which the head of a single screw holds a twist (common practice, no published source)."""
EDGE = 1.5
"""Diameters between a fastener and an edge that it does not press towards (NDS 2018 table 12.5.1C; from memory)."""


def shank(spec: JointSpec) -> float | None:
    """mm of what goes through the member under its head; None where that is no screw."""
    if spec.kind == "lag screw":
        return LAGS[spec.lag].d
    return spec.screw.d if spec.kind == "wood screw" and spec.screw is not None else None


def _dot(a: Point3, b: Point3) -> float:
    return abs(sum(p * q for p, q in zip(a, b, strict=True)))


def _room(through: Member, way: Point3) -> float:
    """mm that a member has along a way; without end along itself."""
    x, y, z = through.axes
    return math.inf if _dot(way, x) > 0.7 else _dot(way, y) * through.shape.width + _dot(way, z) * through.shape.depth


def rows_of(spec: JointSpec, framing: Member, through: Member) -> tuple[int, float]:
    """(1: across the framing member's width, 2: across its depth, mm from its axis) of both rows of its fasteners."""
    edge, sizes = EDGE * (shank(spec) or 0.0), {2: framing.shape.depth, 1: framing.shape.width}
    for k, size in sizes.items():
        if size / 4 + edge <= _room(through, framing.axes[k]) / 2:
            return k, size / 4
    # narrow both ways: as far apart as their edges let them
    k = max(sizes, key=lambda axis: min(sizes[axis] / 4, _room(through, framing.axes[axis]) / 2 - edge))
    return k, max(min(sizes[k] / 4, _room(through, framing.axes[k]) / 2 - edge), HEAD)


def screws_arm(spec: JointSpec, framing: Member, through: Member) -> float:
    """mm from a member's axis to its end's screws; a single one holds a twist under its head."""
    return rows_of(spec, framing, through)[1] if spec.screws > 1 else HEAD
