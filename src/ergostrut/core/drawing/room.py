"""What a view shows besides the parts when asked: clearances, where things meet, what is swept, the way in and the way out."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import Literal

import numpy as np
from shapely import MultiPoint, unary_union

from ..fit.space.bodies import Body, Near, bodies, near
from ..fit.space.within_build import clashes
from ..fit.ways.doors import way_of
from ..fit.ways.way_in import WayIn, way_in
from ..fit.ways.way_out import ways_out
from ..mechanics.space.boxes import Boxes, upright
from ..primitives import Label, Path, Point2, Primitive, rect
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.standing.setting import settings_of
from .axes import AXES
from .figures import figures

Show = Literal["clearances", "swept", "people", "way in", "way out"]
FAR = 400.0
"""mm beyond which a clearance is not drawn."""
POSES = 7
"""Of a way in, at most so many attitudes are drawn."""
CLASHES, UP = 8, (0.0, 0.0, 1.0)
"""Of the parts of one build that stand in each other, at most so many pairs are drawn."""


def overlays(context: Context, view: str, shows: Sequence[Show], hand: str, part: str = "") -> list[Primitive]:
    """What was asked for in a view; ``hand``: the build in hand; ``part``: the piece whose way in is drawn, else its largest."""
    build = context.build(hand) or next(iter(context.builds), None)
    found: list[Primitive] = []
    if build is None:
        return found
    if "swept" in shows:
        found += [shape for one in context.builds for shape in _swept(context, one, view)]
        found += _leaves(context, view)
    if "people" in shows:
        found += figures(context, view)
    if "way in" in shows:
        way = way_in(context, part or _largest(context, build))
        found += _way_in(way, view) if way is not None else []
    if "way out" in shows:
        found += _ways_out(context, view)
    if "clearances" in shows:
        found += _clearances(context, view)
    return found


def _hulls(boxes: Boxes, view: str) -> Iterator[Path]:
    """The outline round boxes as seen."""
    u, v, _ = AXES[view]
    shape = unary_union([MultiPoint(corners[:, [u, v]]).convex_hull.buffer(0.5) for corners in boxes.corners])
    for piece in getattr(shape, "geoms", [shape]):
        yield Path(tuple((float(a), float(b)) for a, b in piece.exterior.coords[:-1]), "swept", True)


def _swept(context: Context, build: Assembly, view: str) -> Iterator[Path]:
    """Everywhere that what moves comes to."""
    if not build.motions:
        return
    home = {body.part: body for body in bodies(context, build, swept=False)}
    moving = [body for body in bodies(context, build) if len(body.boxes) != len(home[body.part].boxes) or _longer(body, home[body.part])]
    if moving:
        lot = [body.boxes for body in moving]
        joined = Boxes(*(np.concatenate([getattr(one, name) for one in lot]) for name in ("centre", "axes", "half")))
        label = ", ".join(setting.name for setting in settings_of(build)[1:3])
        for path in _hulls(joined, view):
            yield Path(path.points, "swept", True, "", f"swept by the {build.label}: {label}")


def _leaves(context: Context, view: str) -> Iterator[Path]:
    """Everywhere that doors, gate and seats come to."""
    for leaf in context.host.leaves:
        for path in _hulls(way_of(leaf), view):
            yield Path(path.points, "swept", True, "host", f"swept by the {leaf.name}")


def _longer(swept: Body, home: Body) -> bool:
    return bool(np.abs(swept.boxes.lo - home.boxes.lo).max() > 1 or np.abs(swept.boxes.hi - home.boxes.hi).max() > 1)


def _largest(context: Context, build: Assembly) -> str:
    rows = bodies(context, build, things=False, swept=False)
    return max(rows, key=lambda row: sorted(b - a for a, b in zip(row.lo, row.hi, strict=True))[1]).part


def _way_in(way: WayIn, view: str) -> list[Primitive]:
    u, v, _ = AXES[view]
    if way.poses is None:
        low, high = way.piece.lo, way.piece.hi
        return [
            rect(low[u], low[v], high[u], high[v], "line", way.piece.part, f"{way.piece.name}: no way in found", "unknown"),
            Label(((low[u] + high[u]) / 2, (low[v] + high[v]) / 2), f"{way.piece.name}: no way in found"),
        ]
    at: list[Point2] = [(pose.at[u], pose.at[v]) for pose in way.poses]
    lo, hi = np.array([b[0] for b in way.piece.boxes]), np.array([b[1] for b in way.piece.boxes])
    rest = np.array(way.poses[-1].at)
    base = upright(lo, hi)
    chosen = sorted(set(np.linspace(0, len(way.poses) - 1, min(POSES, len(way.poses))).round().astype(int).tolist()))
    found: list[Primitive] = []
    for n in chosen:
        pose = way.poses[n]
        turn = np.array(pose.turn)
        moved = Boxes((base.centre - rest) @ turn + np.array(pose.at), base.axes @ turn, base.half)
        found += [Path(path.points, "ghost", True, "", f"{way.piece.name} on its way in, {n + 1}") for path in _hulls(moved, view)]
    return [
        *found,
        Path(tuple(at), "line", False, "", f"way in of {way.piece.name}"),
        Label((at[0][0], at[0][1] - 120), f"{way.piece.name}: in"),
    ]


def _ways_out(context: Context, view: str) -> Iterator[Primitive]:
    u, v, _ = AXES[view]
    ends: dict[str, tuple[Point2, list[str]]] = {}
    for person, door, way in ways_out(context):
        if way is None or door is None:
            continue
        at: list[Point2] = [(pose.at[u], pose.at[v]) for pose in way.poses]
        yield Path(tuple(at), "line", False, f"person/{person.id}", f"way out of {person.name} by the {way.door}")
        ends.setdefault(way.door, (at[0], []))[1].append(person.name)
    for (a, b), names in ends.values():
        yield Label((a, b + 120), f"{', '.join(names)}: out")


def _pairs(context: Context) -> Iterator[Near]:
    """Every two builds, each build with what stands in the host, and parts of one that stand in each other."""
    rows = [(build, bodies(context, build)) for build in context.builds]
    solid = [Body(f"host/{box.name}", box.name, upright([box.lo], [box.hi])) for box in (*context.host.solids, *context.host.obstacles)]
    for (_, mine), (_, theirs) in itertools.combinations(rows, 2):
        found = near(mine, theirs, together=False)
        if found is not None:
            yield found
    for _, mine in rows:
        found = near(mine, solid, together=False)
        if found is not None:
            yield found
    for build, _ in rows:
        for clash in clashes(context, build)[:CLASHES]:
            yield Near(clash.one, clash.two, -clash.depth, UP)


def _clearances(context: Context, view: str) -> Iterator[Primitive]:
    u, v, _ = AXES[view]
    for found in _pairs(context):
        i, j = _nearest_boxes(found)
        lo1, hi1 = found.one.boxes.lo[i], found.one.boxes.hi[i]
        lo2, hi2 = found.two.boxes.lo[j], found.two.boxes.hi[j]
        title = f"{found.one.name} and {found.two.name}"
        if found.gap < -0.01:
            a, b = np.maximum(lo1, lo2), np.minimum(hi1, hi2)
            if (b > a).all():
                yield rect(float(a[u]), float(a[v]), float(b[u]), float(b[v]), "line", found.one.part, f"{title} meet", "over")
            continue
        k = int(np.argmax(np.abs(found.way)))
        if found.gap > FAR or found.gap < 0.01 or k not in (u, v):
            continue
        other = v if k == u else u
        start, end = (float(hi1[k]), float(lo2[k])) if lo2[k] >= hi1[k] else (float(lo1[k]), float(hi2[k]))
        level = float(np.clip((max(lo1[other], lo2[other]) + min(hi1[other], hi2[other])) / 2, lo1[other], hi1[other]))
        a2: Point2 = (start, level) if k == u else (level, start)
        b2: Point2 = (end, level) if k == u else (level, end)
        yield Path((a2, b2), "bent", False, found.one.part, f"{title}: {context.say.length(found.gap)} apart")
        yield Label(((a2[0] + b2[0]) / 2, (a2[1] + b2[1]) / 2), context.say.length(found.gap))


def _nearest_boxes(found: Near) -> tuple[int, int]:
    """Which box of each of the two stands nearest to the other's."""
    lo1, hi1, lo2, hi2 = found.one.boxes.lo, found.one.boxes.hi, found.two.boxes.lo, found.two.boxes.hi
    apart = np.maximum(lo1[:, None] - hi2[None], lo2[None] - hi1[:, None]).max(axis=2)
    i, j = np.unravel_index(int(apart.argmin()), apart.shape)
    return int(i), int(j)
