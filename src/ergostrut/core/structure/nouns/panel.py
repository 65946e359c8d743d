"""Flat parts: how one lies, its outline, its openings, and how it carries. mm, kg, host axes, motions home."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from ...catalog.model import Planks, Sandwich, Sheet, WoodScrew
from ...mechanics.space.rects import Rect, without
from .parts import Point3, Use
from .pose import Pose

Array = NDArray[np.float64]
Point2 = tuple[float, float]
Axis = Literal[0, 1, 2]
SQUARE = 1e-6
"""How far a unit vector may be off an axis, or a corner off a right angle."""

EdgeWay = Literal["screws", "glue", "dado", "pocket", "blocks", "brackets"]
"""Screws through a face into an edge; glued, screws only clamping; let into a groove and glued; screws at a slant from inside; glued blocks in
the corner; brackets in the corner."""


@dataclass(frozen=True, slots=True)
class Edging:
    """How the edge of a panel is held on another's face: fasteners every ``spacing`` mm, biting ``bite`` mm; ``size`` mm: a groove's depth, a
    block's side, a bracket's leg; ``rating`` N of one fastener as read or tried, where it has one."""

    way: EdgeWay
    screw: WoodScrew
    spacing: float
    bite: float
    size: float = 0.0
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Covers:
    """Lies on members and hands on to them what presses it.

    ``edges`` in slots hold it on all four sides, which reach into the members beside it. One of ``boards`` has so many along its span, ``gap``
    mm apart."""

    on: tuple[str, ...] = ()
    """Members that carry it, in order along ``span``."""
    span: Literal[0, 1] = 0
    """Axis from one of them to the next: 0 along the vehicle, 1 across."""
    edges: Literal["screwed", "slots"] = "screwed"
    boards: int = 0
    gap: float = 0.0


@dataclass(frozen=True, slots=True)
class Lid:
    """Lies in an opening of another panel, on cleats under its two longer edges."""

    over: str


@dataclass(frozen=True, slots=True)
class Swings:
    """Hangs on hinges and turns: a Door says on which."""


@dataclass(frozen=True, slots=True)
class Boxed:
    """A floor or wall of a box that runs in a build: what is in the box leans on it."""


@dataclass(frozen=True, slots=True)
class Shell:
    """Carries in its plane and across it, its edges held on others like it, by ``edging`` where they are not held as all the others of its build."""

    edging: Edging | None = None


@dataclass(frozen=True, slots=True)
class Clads:
    """A skin fastened all over to members in whatever plane it stands: hands them its weight and the wind, and stands between them as strips.

    ``on``: members that lie side by side, the same way, in order; ``outer``: the wind blows on it. A lining inside has its weight alone; what ``swings``
    is shut over its members, and braces nothing. A screw every ``pitch`` mm of every member."""

    on: tuple[str, ...]
    pitch: float
    outer: bool = True
    swings: bool = False


Carries = Covers | Lid | Swings | Boxed | Shell | Clads
NOTHING = Covers()


@dataclass(frozen=True)
class Panel:
    """A flat part as thick as its sheet. ``pose`` puts its own axes into the host's: x and y in its middle plane, z across it; ``rim``: corners
    in that plane, in order round it by the right hand; ``holes``: openings and notches, x, y of two corners each; ``grain``: its own axis
    that the face grain runs along."""

    id: str
    role: str
    body: str
    sheet: Sheet | Sandwich | Planks
    pose: Pose
    rim: tuple[Point2, ...]
    grain: Literal[0, 1]
    carries: Carries
    use: Use = "deck"
    holes: tuple[Rect, ...] = ()
    trodden: bool = True
    """Whether somebody may step on it."""
    mark: str = ""

    @property
    def name(self) -> str:
        """What people call it: the last word of its id, of a leaf its body's, where there are many like it; else its role."""
        many = self.id if isinstance(self.carries, Shell) else self.body if isinstance(self.carries, Swings) else ""
        return many.rsplit("/", 1)[-1].replace(".", " ") or self.role

    @property
    def plate(self) -> Sheet | Sandwich:
        """Its sheet, where it carries by itself: boards do not."""
        assert not isinstance(self.sheet, Planks)
        return self.sheet

    @property
    def laid(self) -> Covers:
        """How it lies on members; on none where it carries otherwise."""
        return self.carries if isinstance(self.carries, Covers) else NOTHING

    @property
    def edging(self) -> Edging | None:
        return self.carries.edging if isinstance(self.carries, Shell) else None

    # how it lies

    @cached_property
    def normal(self) -> Array:
        """Unit vector across it, its own z."""
        found: Array = self.pose.R[:, 2]
        return found

    @cached_property
    def across(self) -> Axis:
        """The host axis that it is thin along, or nearest to."""
        i = int(np.argmax(np.abs(self.normal)))
        return 0 if i == 0 else 1 if i == 1 else 2

    @cached_property
    def level(self) -> bool:
        """Whether it lies as it is laid: its own axes along the host's."""
        return bool(np.abs(self.pose.R - np.eye(3)).max() < SQUARE)

    @cached_property
    def rectangle(self) -> bool:
        """Whether its outline is one along its own axes."""
        xs, ys = {round(x, 6) for x, _ in self.rim}, {round(y, 6) for _, y in self.rim}
        return len(self.rim) == 4 and len(xs) == len(ys) == 2

    @cached_property
    def along_axes(self) -> bool:
        """Whether it is a box along the host's axes."""
        return self.rectangle and bool(np.abs(self.pose.R).max(axis=0).min() > 1 - SQUARE)

    @property
    def grain_axis(self) -> Axis:
        """The host axis nearest to its face grain."""
        i = int(np.argmax(np.abs(self.pose.R[:, self.grain])))
        return 0 if i == 0 else 1 if i == 1 else 2

    # how large it is, in its own plane

    @cached_property
    def bounds(self) -> Rect:
        """The rectangle round its rim, in its own plane."""
        xs, ys = [x for x, _ in self.rim], [y for _, y in self.rim]
        return min(xs), min(ys), max(xs), max(ys)

    @property
    def wide(self) -> Point2:
        """mm along its own x and y, of the rectangle round it."""
        x0, y0, x1, y1 = self.bounds
        return x1 - x0, y1 - y0

    @property
    def cut(self) -> Point2:
        """mm along its grain and across it, as it is cut: of the rectangle round it."""
        x, y = self.wide
        return (x, y) if self.grain == 0 else (y, x)

    @cached_property
    def strips(self) -> tuple[Rect, ...]:
        """x, y of two corners of every board, which runs along the span; of the whole sheet otherwise. In its own plane."""
        x0, y0, x1, y1 = self.bounds
        if not isinstance(self.sheet, Planks):
            return (self.bounds,)
        wide, pitch = self.sheet.width, self.sheet.width + self.laid.gap
        if self.laid.span == 0:
            return tuple((x0, y0 + i * pitch, x1, y0 + i * pitch + wide) for i in range(self.laid.boards))
        return tuple((x0 + i * pitch, y0, x0 + i * pitch + wide, y1) for i in range(self.laid.boards))

    @property
    def rects(self) -> tuple[tuple[float, float, float, float], ...]:
        """(x, y, length along x, along y) in host axes of every strip of a level one."""
        dx, dy = float(self.pose.t[0]), float(self.pose.t[1])
        return tuple((a + dx, b + dy, c - a, d - b) for a, b, c, d in self.strips)

    @property
    def left(self) -> tuple[Rect, ...]:
        """What its openings leave of every strip, as rectangles in its own plane."""
        return tuple(part for strip in self.strips for part in without(strip, self.holes))

    @property
    def narrowest(self) -> float:
        """mm that a notch leaves of a board's, or of the sheet's, size across its span."""
        k = 1 - self.laid.span
        found = []
        for strip in self.strips:
            cuts = [min(notch[k + 2], strip[k + 2]) - max(notch[k], strip[k]) for notch in self.holes]
            found.append(strip[k + 2] - strip[k] - max([0.0, *cuts]))
        return min(found)

    @property
    def braces(self) -> bool:
        """Whether it holds the frame square in its plane for good: a sheet does, boards on two screws at each rib work loose."""
        return not isinstance(self.sheet, Planks)

    @property
    def area(self) -> float:
        """mm2 with its openings out."""
        if self.rectangle:
            return sum((c - a) * (d - b) for a, b, c, d in self.left)
        whole = sum(p[0] * q[1] - q[0] * p[1] for p, q in zip(self.rim, (*self.rim[1:], self.rim[0]), strict=True)) / 2
        return max(abs(whole) - sum((c - a) * (d - b) for a, b, c, d in self.holes), 0.0)

    @cached_property
    def mass(self) -> float:
        if isinstance(self.sheet, Planks):
            return self.area * self.sheet.mass_per_m * 1e-3 / self.sheet.width
        return self.area * 1e-6 * self.sheet.mass_per_m2

    # where it is, in host axes

    def placed(self, points: Array, off: float = 0.0) -> Array:
        """(n, 3) of places (n, 2) of its own plane, so far off it along its own z."""
        found: Array = points @ self.pose.R[:, :2].T + self.pose.t + off * self.normal
        return found

    @cached_property
    def corners(self) -> Array:
        """(2 n, 3): those of its lower face, its own z upward, then of its upper."""
        rim, half = np.array(self.rim), self.sheet.t / 2
        return np.concatenate([self.placed(rim, -half), self.placed(rim, half)])

    @cached_property
    def outline(self) -> Array:
        """(n, 3): the corners of its rim."""
        return self.placed(np.array(self.rim))

    @cached_property
    def _ends(self) -> tuple[Point3, Point3]:
        half = np.zeros(3)
        half[self.across] = self.sheet.t / 2 / abs(self.normal[self.across])
        return _point(self.outline.min(axis=0) - half), _point(self.outline.max(axis=0) + half)

    @property
    def lo(self) -> Point3:
        """Of the box along the host's axes that holds it, its edges bevelled where it leans."""
        return self._ends[0]

    @property
    def hi(self) -> Point3:
        return self._ends[1]

    @property
    def size(self) -> Point3:
        """Of the box along the host's axes that holds it."""
        return self.hi[0] - self.lo[0], self.hi[1] - self.lo[1], self.hi[2] - self.lo[2]

    @property
    def middle(self) -> Point3:
        """The middle of the box that holds it."""
        (ax, ay, az), (bx, by, bz) = self.lo, self.hi
        return (ax + bx) / 2, (ay + by) / 2, (az + bz) / 2

    @cached_property
    def hole_rims(self) -> tuple[Array, ...]:
        """(4, 3) of each of its openings and notches, in its middle plane."""
        return tuple(self.placed(np.array([(a, b), (c, b), (c, d), (a, d)])) for a, b, c, d in self.holes)

    @cached_property
    def openings(self) -> tuple[tuple[Point3, Point3], ...]:
        """Its openings and notches as the boxes along the host's axes that hold each, as it is cut: through it along the axis it is thin along."""
        half = np.zeros(3)
        half[self.across] = self.sheet.t / 2 / abs(self.normal[self.across])
        return tuple((_point(at.min(axis=0) - half), _point(at.max(axis=0) + half)) for at in self.hole_rims)


def _point(at: Array) -> Point3:
    x, y, z = (float(v) for v in at)
    return x, y, z


def _own_axes(across: int) -> tuple[int, int]:
    """Host axes that run along the own x and y of one thin along an axis, by the right hand."""
    return (across + 1) % 3, (across + 2) % 3


def between(
    ident: str, role: str, body: str, sheet: Sheet | Sandwich | Planks, lo: Point3, hi: Point3, grain: Axis, carries: Carries,
    use: Use = "wall", mark: str = "", *, trodden: bool = True,
) -> Panel:  # fmt: skip
    """The panel that fills the box between two corners, thin along its least side; ``grain``: the host axis its face grain runs along."""
    size = [b - a for a, b in zip(lo, hi, strict=True)]
    across = min(range(3), key=lambda i: size[i])
    i, j = _own_axes(across)
    at = np.array(lo)
    at[across] = (lo[across] + hi[across]) / 2
    pose = Pose(np.eye(3)[:, [i, j, across]], at)
    rim = ((0.0, 0.0), (size[i], 0.0), (size[i], size[j]), (0.0, size[j]))
    return Panel(ident, role, body, sheet, pose, rim, 0 if grain == i else 1, carries, use, trodden=trodden, mark=mark)


def leaning(panel: Panel, rim: tuple[Point3, ...], grain: Axis) -> Panel:
    """The panel with another rim, corners of its middle plane in host axes, which lie in one plane that leans about one host axis at most."""
    at = np.array(rim)
    n = np.cross(at, np.roll(at, -1, axis=0)).sum(axis=0)
    n = n / np.linalg.norm(n)
    across = int(np.argmax(np.abs(n)))
    n = n if n[across] > 0 else -n
    i, j = _own_axes(across)
    u, v = np.eye(3)[i], np.eye(3)[j]
    # one of the two lies in its plane; the other follows its slope
    if abs(n[i]) < SQUARE:
        v = np.cross(n, u)
    else:
        u = np.cross(v, n)
    R = np.stack([u, v, n], axis=1)
    origin = at.min(axis=0)
    origin[across] = (n @ at[0] - origin[i] * n[i] - origin[j] * n[j]) / n[across]
    own = (at - origin) @ R[:, :2]
    if _turns(own) < 0:
        own = own[::-1]
    flat = tuple((float(x), float(y)) for x, y in own)
    return replace(panel, pose=Pose(R, origin), rim=flat, grain=0 if grain == i else 1, holes=())


def _turns(own: Array) -> float:
    x, y = own.T
    return float((x * np.roll(y, -1) - np.roll(x, -1) * y).sum())


def pierced(panel: Panel, boxes: tuple[tuple[Point3, Point3], ...]) -> Panel:
    """The panel with openings through it as well, each as far along the host axes in its plane as its box is."""
    i, j = _own_axes(panel.across)
    R, t, n = panel.pose.R, panel.pose.t, panel.normal
    found = []
    for lo, hi in boxes:
        ends = []
        for corner in (lo, hi):
            at = np.array(corner)
            at[panel.across] = t[panel.across] - sum(n[k] * (at[k] - t[k]) for k in (i, j)) / n[panel.across]
            ends.append((at - t) @ R[:, :2])
        (a, b), (c, d) = np.minimum(*ends), np.maximum(*ends)
        found.append((float(a), float(b), float(c), float(d)))
    return replace(panel, holes=(*panel.holes, *found))


def as_sold(panel: Panel) -> Panel:
    """The panel with its face grain the other way where a sheet gives it so alone: a long side from a sheet that is not as wide."""
    long, wide = max(panel.plate.size), min(panel.plate.size)
    a, b = panel.cut
    fits, turned = a <= long and b <= wide, b <= long and a <= wide
    other: Literal[0, 1] = 1 if panel.grain == 0 else 0
    return replace(panel, grain=other) if turned and not fits else panel


def slope(panel: Panel) -> float:
    """Degrees that it leans off the host axis it is thin along."""
    return math.degrees(math.acos(min(abs(float(panel.normal[panel.across])), 1.0)))
