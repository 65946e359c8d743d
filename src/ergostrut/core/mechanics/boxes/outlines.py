"""Panels of any straight-sided outline in any plane, with openings, cut into elements that meet those of the panels they touch.

Along every line that two panels share the same places are nodes of both. Inside, a panel is cut into triangles (Delaunay 1934) and every triangle
into three four-cornered elements.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from scipy.spatial import Delaunay

from ..shells.section import Array, ShellSection
from ..shells.sheets import Index, Sheets, ShellError
from .mesh import SAME, Axis, Flat, Meshed, Vec, meshed

CLEAR = 0.55
"""Part of a step that places inside keep from every line, so that the pieces of lines are sides of triangles."""
ON = 0.1
"""mm within which a place lies on a line."""
FAR = 1e5


@dataclass(frozen=True)
class Outline:
    """A panel in its middle plane: ``rim`` (n, 3) mm in order round it; ``grain`` the host axis whose direction in its plane is axis 1 of its
    section; ``holes`` rims of its openings."""

    id: str
    rim: Array
    section: ShellSection
    grain: Axis
    holes: tuple[Array, ...] = ()

    @property
    def normal(self) -> Vec:
        """Across its plane.

        Raises:
            ShellError: it has no area.
        """
        n = normal_of(self.rim)
        if not np.any(n):
            raise ShellError(f"{self.id} has no area")
        return float(n[0]), float(n[1]), float(n[2])


def normal_of(rim: Array) -> Array:
    """Unit vector across a rim's plane by the order of its corners (Newell); nothing where it has no area."""
    n: Array = np.cross(rim, np.roll(rim, -1, axis=0)).sum(axis=0)
    size = float(np.linalg.norm(n))
    return n / size if size > SAME**2 else np.zeros(3)


def rim_of(flat: Flat) -> Array:
    """The rim of a panel along the axes."""
    a, b = flat.lies
    rim = np.tile(np.array(flat.corner, dtype=float), (4, 1))
    rim[1:3, a] += flat.size[a]
    rim[2:, b] += flat.size[b]
    return rim


@dataclass(frozen=True)
class _Plane:
    """Its origin and unit vectors u, v."""

    origin: Array
    u: Array
    v: Array

    def flat(self, at: Array) -> Array:
        return np.stack([(at - self.origin) @ self.u, (at - self.origin) @ self.v], axis=-1)

    def back(self, at: Array) -> Array:
        found: Array = self.origin + at[..., :1] * self.u + at[..., 1:] * self.v
        return found


def _plane(rim: Array) -> _Plane:
    n = normal_of(rim)
    u = rim[1] - rim[0]
    u = u / np.linalg.norm(u)
    return _Plane(rim[0], u, np.cross(n, u))


def meeting(one: Array, other: Array) -> Array | None:
    """(2, 3) ends of the line that two rims' panels share, None where they do not meet along one."""
    n, m = normal_of(one), normal_of(other)
    along = np.cross(n, m)
    size = float(np.linalg.norm(along))
    if size < 1e-6:
        return None
    along /= size
    through = np.linalg.solve(np.stack([n, m, along]), np.array([n @ one[0], m @ other[0], along @ one[0]]))
    lo, hi, exact = -FAR, FAR, list[float]()
    for rim in (one, other):
        plane = _plane(rim)
        line = shapely.LineString(plane.flat(np.stack([through - FAR * along, through + FAR * along])))
        met = line.intersection(shapely.Polygon(plane.flat(rim)).buffer(ON))
        if met.is_empty:
            return None
        x = [float((end - through) @ along) for end in plane.back(shapely.get_coordinates(met))]
        lo, hi = max(lo, min(x)), min(hi, max(x))
        exact += _crossings(rim, through, along)
    lo, hi = (min(exact, key=lambda x: abs(x - end), default=end) for end in (lo, hi))
    return np.stack([through + lo * along, through + hi * along]) if hi - lo > 4 * ON else None


def _crossings(rim: Array, through: Array, along: Array) -> list[float]:
    """How far along a line it passes a rim's corners, or crosses its sides."""
    found = []
    for a, b in _sides(rim):
        # off the line, within the rim's plane
        off = [end - through - ((end - through) @ along) * along for end in (a, b)]
        far = [float(np.linalg.norm(one)) for one in off]
        if far[0] < ON:
            found.append(float((a - through) @ along))
        elif far[1] >= ON and off[0] @ off[1] < 0:
            share = far[0] / (far[0] + far[1])
            found.append(float((a + share * (b - a) - through) @ along))
    return found


def _on(places: Array, a: Array, b: Array) -> Array:
    """Of places those on the line from a to b, as shares of its length."""
    run = b - a
    size = float(run @ run)
    t = (places - a) @ run / size
    off = np.linalg.norm(places - a - t[:, None] * run, axis=1)
    found: Array = t[(off < 2 * ON) & (t > 0) & (t < 1)]
    return found


def _split(a: Array, b: Array, places: Array, step: float) -> Array:
    """(n, 3) places along a line from a to b: its ends, those of ``places`` that lie on it, and more where they are farther apart than a step."""
    long = float(np.linalg.norm(b - a))
    kept = [0.0]
    for x in [*np.sort(_on(places, a, b) * long).tolist(), long]:
        if x - kept[-1] > SAME:
            kept.append(x)
    kept[-1] = long
    cut = [0.0]
    for x, y in itertools.pairwise(kept):
        cut += np.linspace(x, y, max(math.ceil((y - x) / step - 1e-9), 1) + 1)[1:].tolist()
    found: Array = a + np.array(cut)[:, None] / long * (b - a)
    return found


def _sides(rim: Array) -> list[Array]:
    return list(np.stack([rim, np.roll(rim, -1, axis=0)], axis=1))


def _triangles(outline: Outline, lines: Sequence[Array], step: float) -> tuple[Array, Index]:
    """Places (n, 3) and triangles (m, 3) of an outline, every piece of ``lines`` a side of one.

    Raises:
        ShellError: a corner so sharp, or lines so near each other, that it cannot be cut so.
    """
    plane = _plane(outline.rim)
    flat = [plane.flat(line) for line in lines]
    fixed: list[tuple[float, float]] = []
    pieces: list[tuple[int, int]] = []
    for row in flat:
        ids = []
        for place in row.tolist():
            # what lies nearer than that is one place, whichever line it is from
            near = next((k for k, known in enumerate(fixed) if math.dist(known, place) <= SAME), len(fixed))
            if near == len(fixed):
                fixed.append((place[0], place[1]))
            ids.append(near)
        pieces += [(a, b) for a, b in itertools.pairwise(ids) if a != b]
    area = shapely.Polygon(plane.flat(outline.rim), [plane.flat(hole) for hole in outline.holes])
    lo, hi = np.array(area.bounds).reshape(2, 2)
    grid = np.stack(
        np.meshgrid(*(np.linspace(lo[i], hi[i], max(math.ceil((hi[i] - lo[i]) / step), 1) + 1) for i in (0, 1))), axis=-1
    ).reshape(-1, 2)
    drawn = shapely.MultiLineString(list(flat))
    within = shapely.contains_xy(area, grid[:, 0], grid[:, 1]) & (shapely.distance(shapely.points(grid), drawn) > CLEAR * step)
    at = np.concatenate([np.array(fixed), grid[within]])
    found = Delaunay(at).simplices
    middle = at[found].mean(axis=1)
    a, b, c = (at[found[:, i]] for i in range(3))
    size = (b[:, 0] - a[:, 0]) * (c[:, 1] - a[:, 1]) - (b[:, 1] - a[:, 1]) * (c[:, 0] - a[:, 0])
    found = found[shapely.contains_xy(area, middle[:, 0], middle[:, 1]) & (np.abs(size) > SAME**2)]
    size = size[shapely.contains_xy(area, middle[:, 0], middle[:, 1]) & (np.abs(size) > SAME**2)]
    found[size < 0] = found[size < 0][:, ::-1]
    have = {frozenset(pair) for row in found.tolist() for pair in itertools.combinations(row, 2)}
    if any(frozenset(piece) not in have for piece in pieces):
        raise ShellError(f"{outline.id} has a corner too sharp, or openings too near its edge, to be cut into elements")
    return plane.back(at), found


def _quads(at: Array, triangles: Index) -> tuple[Array, Index]:
    """Every triangle as three four-cornered elements about its middle: places and elements."""
    sides: dict[tuple[int, int], int] = {}
    more: list[Array] = []
    quads = []
    for a, b, c in triangles.tolist():
        mids = []
        for p, q in ((a, b), (b, c), (c, a)):
            key = (min(p, q), max(p, q))
            if key not in sides:
                sides[key] = len(at) + len(more)
                more.append((at[p] + at[q]) / 2)
            mids.append(sides[key])
        centre = len(at) + len(more)
        more.append((at[a] + at[b] + at[c]) / 3)
        quads += [[a, mids[0], centre, mids[2]], [b, mids[1], centre, mids[0]], [c, mids[2], centre, mids[1]]]
    return np.concatenate([at, np.array(more)]), np.array(quads, dtype=np.intp)


def meshed_with(flats: Sequence[Flat], outlines: Sequence[Outline], step: float, stops: Sequence[Vec] = (), near: float = 0.0) -> Meshed:
    """Nodes and elements of panels along the axes and of others, about ``step`` mm long; where they meet, nodes at the same places. A line in
    which a panel along the axes meets another must run along an axis. ``near``: as ``mesh.meshed`` has it.

    Raises:
        ShellError: a panel that cannot be meshed, or two of one name.
    """
    names = [flat.id for flat in flats] + [outline.id for outline in outlines]
    if len(set(names)) != len(names):
        raise ShellError("two panels have the same name")
    rims = {**{flat.id: rim_of(flat) for flat in flats}, **{outline.id: outline.rim for outline in outlines}}
    lines: dict[str, list[Array]] = {}
    for outline in outlines:
        if not np.any(normal_of(outline.rim)):
            raise ShellError(f"{outline.id} has no area")
        met = (meeting(outline.rim, rim) for name, rim in rims.items() if name != outline.id)
        lines[outline.id] = [line for line in met if line is not None]
    corners = [place for outline in outlines for place in outline.rim] + [end for rows in lines.values() for line in rows for end in line]
    special = [(float(x), float(y), float(z)) for x, y, z in corners]
    base = meshed(flats, step, [*special, *stops], near) if flats else None
    nodes = [base.nodes] if base is not None else []
    quads = [base.sheets.quads] if base is not None else []
    of = dict(base.of) if base is not None else {}
    count = len(base.nodes) if base is not None else 0
    known = np.concatenate([np.array([*special, *(() if near > SAME else stops)]).reshape(-1, 3), *nodes])
    sections = [flat.section for flat in flats] + [outline.section for outline in outlines]
    which = [base.sheets.which] if base is not None else []
    along = [base.sheets.along] if base is not None else []
    for k, outline in enumerate(outlines):
        rows = [*lines[outline.id], *(side for rim in (outline.rim, *outline.holes) for side in _sides(rim))]
        at, cut = _quads(*_triangles(outline, [_split(row[0], row[1], known, step) for row in rows], step))
        nodes.append(at)
        quads.append(cut + count)
        of[outline.id] = np.arange(count, count + len(at))
        count += len(at)
        which.append(np.full(len(cut), len(flats) + k))
        along.append(np.tile(np.eye(3)[outline.grain], (len(cut), 1)))
    panel = np.concatenate(which)
    sheets = Sheets(np.concatenate(quads), np.concatenate(along), panel, tuple(sections), tuple(names), panel)
    return Meshed(np.concatenate(nodes), sheets, of)
