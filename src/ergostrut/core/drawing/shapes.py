"""Parts of a build as shapes in a view: bars and panels with their hidden edges left out, then rollers, what hangs and fixings over them."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np
import shapely

from ..finding import State
from ..primitives import Circle, Primitive, rect
from ..structure.assembly import Assembly
from ..structure.nouns.parts import Member, Point3
from ..structure.standing.posed import as_it_stands, poses_of
from ..structure.standing.setting import Setting
from .axes import AXES, moved
from .hung import hung_shapes
from .projected import seen
from .sections import Cut
from .solids import Solids, Wheel, solids_of


def rollers(wheels: tuple[Wheel, ...], view: str) -> list[Primitive]:
    """Rollers as marks that nothing hides: they are what runs."""
    u, v, _ = AXES[view]
    found = list[Primitive]()
    for wheel in wheels:
        at = wheel.at
        if view == "side":
            found.append(Circle((at[u], at[v]), wheel.d / 2, "roller", wheel.part, "roller", wheel.state))
            continue
        half = (wheel.d / 2, wheel.width / 2, wheel.d / 2)
        lo, hi = (tuple(at[i] + sign * half[i] for i in range(3)) for sign in (-1, 1))
        found.append(rect(lo[u], lo[v], hi[u], hi[v], "roller", wheel.part, "roller", wheel.state))
    return found


def mitred(member: Member, view: str, shift: Point3) -> shapely.Polygon | None:
    """The shape of a member whose ends are not cut square, from above, where that is seen."""
    if not member.mitre or view != "plan":
        return None
    (ax, ay, _), (bx, by, _) = moved(member.a, shift), moved(member.b, shift)
    side = np.array([ay - by, bx - ax, 0.0]) / math.hypot(bx - ax, by - ay)
    wide = float(np.abs(np.array(member.axes[1:]) @ side) @ (member.shape.width, member.shape.depth))
    half = wide / 2 / math.cos(math.radians(member.mitre))
    return shapely.Polygon([(ax - half, ay), (ax + half, ay), (bx + half, by), (bx - half, by)])


def _parts(build: Assembly, solids: Solids, view: str, setting: Setting, cut: Cut | None) -> list[Primitive]:
    poses = poses_of(build, setting)
    bars = [(prism, mitred(member, view, poses.shift(member.body))) for prism, member in solids.bars]
    return [*seen(view, bars, [prism for prism, _ in solids.sheets], cut)]


def build_shapes(
    build: Assembly, view: str, setting: Setting, states: Mapping[str, State], solids: Solids | None = None, cut: Cut | None = None
) -> list[Primitive]:
    """A build's parts in a view, ``cut`` if that is; ``solids``: its own in that setting, where they are made already."""
    solids = solids if solids is not None else solids_of(build, setting, states)
    build = as_it_stands(build, setting)
    found = _parts(build, solids, view, setting, cut)
    found += rollers(solids.wheels, view)
    found += hung_shapes(build, AXES[view][:2], setting, states)
    if view == "plan":
        found += [Circle((a.x, a.y), 9, "fixing", a.id, f"fixing {a.name}", states.get(a.id)) for a in build.anchors]
    return found
