"""Where the posts, roof rails and bows of a teardrop lie, mm in host axes."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.host import Host
from ...blocks.bed.layout import BedLayout, has_side_rails, layout, tube
from ...blocks.cage.evenly import APART, FEW
from ...blocks.cage.side_door import SideDoor, begins, jambs
from .params import BAY, TeardropBody

Point = tuple[float, float]
"""x and z."""
LOWEST = 80.0
"""mm of a post at the least."""


@dataclass(frozen=True, slots=True)
class Bow:
    """Across at ``at``, in the plane of the ``facet``-th roof rails, or at a ``corner`` of those by its number from 0; ``roll``: degrees that it lies
    turned, flush with them."""

    at: Point
    facet: int
    roll: float
    corner: int = -1


@dataclass(frozen=True, slots=True)
class Post:
    """A post of one side at ``x``, up to ``top`` under what it stands ``under``: a roof rail's number from the front, or the hatch's post (0), which
    leans ``slant`` degrees there; ``points``: mm that its point reaches beyond ``top``."""

    x: float
    top: float
    under: int
    slant: float
    points: float


@dataclass(frozen=True, slots=True)
class Drop:
    """``outer``: the corners of the outline; ``axis``: of the roof rails' axes; ``foot``: top of the side rails; ``jamb``: the hatch's posts, from there up;
    ``posts`` by side; ``front``: y of those in the front wall between the corners."""

    bed: BedLayout
    post: Section
    bow: Section
    outer: tuple[Point, ...]
    axis: tuple[Point, ...]
    inner: tuple[Point, ...]
    foot: float
    jamb: tuple[Point, Point]
    y: float
    y_roof: float
    posts: dict[str, tuple[Post, ...]]
    bows: tuple[Bow, ...]
    front: tuple[float, ...]

    @property
    def half(self) -> float:
        """Half of the outer width."""
        return self.bed.half

    @property
    def rear(self) -> Point:
        """Where the hatch ends below."""
        return self.bed.back, self.bed.deck_top

    @property
    def down(self) -> Point:
        """Unit vector down along the hatch."""
        (a, b), (c, d) = self.outer[-1], self.rear
        long = math.hypot(c - a, d - b)
        return (c - a) / long, (d - b) / long


def inward(chain: Sequence[Point], by: Sequence[float]) -> list[Point]:
    """The corners of a chain, its ends left out, with every side moved to the right of its run by so much."""
    lines = []
    for (a, b), d in zip(itertools.pairwise(chain), by, strict=True):
        run = np.subtract(b, a) / math.dist(a, b)
        out = np.array([-run[1], run[0]])
        lines.append((out, float(out @ a) - d))
    found = []
    for (n, c), (m, e) in itertools.pairwise(lines):
        if abs(n[0] * m[1] - n[1] * m[0]) < 1e-9:
            raise ValueError("two sides run the same way")
        x, z = np.linalg.solve(np.array([n, m]), np.array([c, e]))
        found.append((float(x), float(z)))
    return found


def height(line: Sequence[Point], x: float) -> float:
    """z of a chain that runs rearward, at x."""
    return float(np.interp(x, [p[0] for p in line], [p[1] for p in line]))


def drop(build: TeardropBody, host: Host, catalog: Catalog) -> Drop:
    """Place everything over the bed.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    bed = layout(build, host, catalog)
    post, bow = tube(build, catalog, "post", build.post), tube(build, catalog, "bow", build.bow)
    has_side_rails(bed, "a teardrop", post, bow)
    outer = tuple((bed.front + one.x.mm, bed.deck_top + one.z.mm) for one in build.profile)
    chain = [(bed.front, bed.top), *outer, (bed.back, bed.deck_top)]
    p, b = post.properties.depth, bow.properties.depth
    facets = len(outer) - 1
    try:
        axis = inward(chain, [p / 2, *[b / 2] * facets, p / 2])
        inner = inward(chain, [p, *[b] * facets, p])
    except ValueError:
        raise StockError("profile", "a corner lies in line with its neighbours; remove it, or move it outward") from None
    if any(c[0] < a[0] + FEW for a, c in itertools.pairwise(axis)):
        k = next(i for i, (a, c) in enumerate(itertools.pairwise(axis), 1) if c[0] < a[0] + FEW)
        raise StockError(f"profile/{k}/x", "too near to the corner before it for a roof rail between them; move it, or remove it")
    toe, under = _toe(chain, p / 2, bed.top), [(bed.front, inner[0][1]), *inner, (_toe(chain, p, bed.top), bed.top)]
    # the hatch's posts come up to the underside of the last roof rails, on their own axis
    head = inward(chain, [0.0, *[b] * facets, p / 2])[-1]
    y = bed.half - post.properties.width / 2
    posts = {name: _posts(build, post, axis, toe, under, bed.top, name) for name in ("left", "right")}
    if any(len(rows) < 2 for rows in posts.values()):
        raise StockError("length", "too short for two posts a side; make it longer, or set the last corner further back")
    return Drop(
        bed, post, bow, outer, tuple(axis), tuple(inner), bed.top, ((toe, bed.top), head), y, bed.half - bow.properties.width / 2, posts,
        _bows(chain, axis, b / 2), _spread(-y, y),
    )  # fmt: skip


def _toe(chain: Sequence[Point], deep: float, low: float) -> float:
    """x where a line so far inside of the hatch comes down to ``low``."""
    (a, b), (c, d) = chain[-2], chain[-1]
    return c + (c - a) / (b - d) * (d - low) - deep * math.dist((a, b), (c, d)) / (b - d)


def _spread(lo: float, hi: float, least: int = 0) -> tuple[float, ...]:
    """Evenly between two places, none further apart than ``BAY``, ``least`` at the least."""
    n = max(math.ceil((hi - lo) / BAY), least + 1)
    return tuple(lo + (hi - lo) * k / n for k in range(1, n))


def _posts(
    build: TeardropBody, post: Section, axis: Sequence[Point], toe: float, under: Sequence[Point], foot: float, side: str
) -> tuple[Post, ...]:  # fmt: skip
    """The front corner's, those of a door, and evenly between them and the hatch."""
    first, fixed = axis[0][0], list[float]()
    for k, door in enumerate(build.doors):
        if door.side != side:
            continue
        a, b = jambs(door, post, build.front.mm)
        if a < first + post.properties.depth + FEW:
            raise StockError(f"doors/{k}/x", "its front post would stand in the corner post; move the door back")
        if b > toe - post.properties.depth - FEW:
            raise StockError(f"doors/{k}/x", "it would reach behind the hatch's posts; move it ahead, or make it narrower")
        fixed += [a, b]
    stops, found = [first, *fixed, toe], [first]
    for k, (a, b) in enumerate(itertools.pairwise(stops)):
        # none stands in a door
        found += () if fixed and k == 1 else _spread(a, b, 1 if b == toe else 0)
        found += [b] if b < toe else []
    half = post.properties.width / 2
    rows = list[Post]()
    for x in found:
        top = min(height(under, max(x - half, under[0][0])), height(under, x + half))
        if top - foot < LOWEST:
            # at the toe of a hatch that leans, the skin's edge lies on the hatch's post
            continue
        under_it = next((k for k in range(1, len(axis)) if x <= axis[k][0] + 1e-6), 0)
        (a, b), (c, d) = (axis[under_it - 1], axis[under_it]) if under_it else (axis[-1], (toe, foot))
        slope = abs(d - b) / max(abs(c - a), 1e-9)
        rows.append(Post(x, top, under_it, math.degrees(math.atan(slope)), post.properties.width * slope))
    return tuple(rows)


def _bows(chain: Sequence[Point], axis: Sequence[Point], half: float) -> tuple[Bow, ...]:
    """One at every corner, turned half way between what meets there and so far in that it stands out of neither, and evenly between."""
    lean = [-math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in itertools.pairwise(chain)]
    turn = [(b - a) / 2 for a, b in itertools.pairwise(lean)]
    corners = []
    for k, by in enumerate(turn):
        deep = half * (abs(math.cos(math.radians(by))) + abs(math.sin(math.radians(by))))
        corners.append(inward(chain[k : k + 3], [deep, deep])[0])
    found = [Bow(corners[0], 1, lean[0] + turn[0], 0)]
    for k, (a, b) in enumerate(itertools.pairwise(axis), 1):
        n = max(math.ceil(math.dist(a, b) / APART), 1)
        found += [Bow((a[0] + (b[0] - a[0]) * i / n, a[1] + (b[1] - a[1]) * i / n), k, lean[k]) for i in range(1, n)]
        found.append(Bow(corners[k], k, lean[k] + turn[k], k))
    return tuple(found)


def door_top(place: Drop, door: SideDoor, k: int) -> float:
    """z of the underside of the tube over a door (``door_low``: of where it begins).

    Raises:
        StockError: it would stand higher than its posts.
    """
    high, (a, b) = place.bed.deck_top + door.sill.mm + door.height.mm, jambs(door, place.post, place.bed.front)
    tops = [one.top for one in place.posts[door.side] if one.x in (a, b)]
    if len(tops) < 2 or high + place.post.properties.depth + FEW > min(tops):
        room = (min(tops) if len(tops) == 2 else high) - high + door.height.mm - place.post.properties.depth - FEW
        text = f"the outline leaves {max(room, 0.0):.0f} mm there for a door over its sill; make it lower, or move it to where the roof is higher"
        raise StockError(f"doors/{k}/height", text)
    return high


def door_low(place: Drop, door: SideDoor, k: int) -> float:
    """z where a door begins: at the side rails, or at its sill.

    Raises:
        StockError: a sill too low for the tube under it.
    """
    return begins(door, k, place.post, place.bed.deck_top, place.foot)


def inside(place: Drop, lining: float) -> tuple[float, float, float]:
    """x, x and z of the largest box inside the outline, over the deck: what stands within stands in that."""
    (ax, az), (dx, dz) = place.inner[-1], place.down
    toe = ax + (az - place.bed.deck_top) * dx / -dz
    line = [*place.inner, (toe, place.bed.deck_top)]
    xs = np.linspace(line[0][0] + lining, toe, 60)
    zs = np.array([height(line, float(x)) for x in xs]) - place.bed.deck_top
    best = (0.0, float(xs[0]), float(xs[-1]), 0.0)
    for i, j in itertools.combinations(range(len(xs)), 2):
        high = float(min(zs[i], zs[j]))
        best = max(best, (high * float(xs[j] - xs[i]), float(xs[i]), float(xs[j]), high))
    _, a, b, high = best
    return a, b, place.bed.deck_top + high
