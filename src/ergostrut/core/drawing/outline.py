"""Views and their axes; a member's outline in one."""

from __future__ import annotations

import math

import numpy as np

from ..primitives import Point2
from ..structure.parts import Member, Point3

AXES: dict[str, tuple[int, int, int]] = {"plan": (0, 1, 2), "side": (0, 2, 1), "rear": (1, 2, 0)}
"""Host axes along u and v of a view, and the one it looks along."""


def moved(at: Point3, shift: Point3) -> Point3:
    """A point shifted."""
    return at[0] + shift[0], at[1] + shift[1], at[2] + shift[2]


def outline(member: Member, view: str, shift: Point3) -> tuple[Point2, ...]:
    """A member's outline in a view: along its projected axis, or its section where one looks along it."""
    u, v, _ = AXES[view]
    a, b = moved(member.a, shift), moved(member.b, shift)
    # half its section along the view's axes
    section = np.array(member.axes[1:]) * np.array([[member.shape.width], [member.shape.depth]]) / 2
    p, q = np.array([a[u], a[v]]), np.array([b[u], b[v]])
    long = float(np.linalg.norm(q - p))
    if long < 1e-6:
        y, z = section[:, [u, v]]
        return tuple((float(c[0]), float(c[1])) for c in (p - y - z, p + y - z, p + y + z, p - y + z))
    side = np.array([-(q - p)[1], (q - p)[0]]) / long
    wide = float(np.abs(section[:, [u, v]] @ side).sum())
    if member.mitre and view == "plan":
        half = wide / math.cos(math.radians(member.mitre))
        return ((p[0] - half, p[1]), (p[0] + half, p[1]), (q[0] + half, q[1]), (q[0] - half, q[1]))
    n = side * wide
    return tuple((float(c[0]), float(c[1])) for c in (p - n, q - n, q + n, p + n))
