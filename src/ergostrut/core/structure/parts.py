"""What a build is made of: cut pieces, panels, bought parts, and the surfaces things go on. mm, kg, host axes, motions home."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ..catalog.model import Planks, Sandwich, Section, Sheet, WoodScrew
from ..mechanics.space.rects import Rect, without
from ..sections import Properties

Point3 = tuple[float, float, float]


def dot(a: Point3, b: Point3) -> float:
    """Scalar product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def cross(a: Point3, b: Point3) -> Point3:
    """Vector product."""
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


def _less(a: Point3, b: Point3) -> Point3:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def _unit(a: Point3) -> Point3:
    length = math.sqrt(dot(a, a))
    return a[0] / length, a[1] / length, a[2] / length


Use = Literal["rail", "deck", "sleeping", "brace", "leg", "base", "wall"]
"""What a part is for, which limits hang on."""


@dataclass(frozen=True, slots=True)
class Group:
    """Members that share their findings: ``key`` begins the check's name, ``title`` the finding's."""

    key: str
    title: str


@dataclass(frozen=True, slots=True)
class Member:
    """A cut piece: centroid line from ``a`` to ``b`` between its cut faces. ``flat``: laid on its wide face; ``welded`` to others.

    ``group`` None: not proved as part of the frame; ``rides``: the member that carries such a piece's weight. ``held``: which joints
    between its ends hold it: none, sideways ones, or in both planes.
    """

    id: str
    role: str
    body: str
    section: Section
    a: Point3
    b: Point3
    flat: bool = False
    welded: bool = False
    mitre: float = 0.0
    """Both ends cut so many degrees off square, the same way."""
    group: Group | None = None
    use: Use = "rail"
    held: Literal["ends", "sideways", "both"] = "ends"
    rides: str = ""
    mark: str = ""
    """Letter of its cut mark; empty: the first of its role."""
    roll: float = 0.0
    """Degrees that it was turned about its own x from how it lies by rule."""

    @property
    def shape(self) -> Properties:
        """Section properties as the member lies."""
        return self.section.properties.turned() if self.flat else self.section.properties

    @property
    def length(self) -> float:
        return math.dist(self.a, self.b)

    @property
    def mass(self) -> float:
        return self.length * 1e-3 * self.section.mass_per_m

    @property
    def middle(self) -> Point3:
        (ax, ay, az), (bx, by, bz) = self.a, self.b
        return (ax + bx) / 2, (ay + by) / 2, (az + bz) / 2

    @property
    def axes(self) -> tuple[Point3, Point3, Point3]:
        """Local x from ``a`` to ``b``; z as near host +z as it can be (a vertical member: host +x), then rolled about x; y = z cross x. Unit vectors."""
        x = _unit(_less(self.b, self.a))
        up = (1.0, 0.0, 0.0) if abs(x[2]) > 1 - 1e-9 else (0.0, 0.0, 1.0)
        along = dot(up, x)
        z = _unit((up[0] - along * x[0], up[1] - along * x[1], up[2] - along * x[2]))
        y = cross(z, x)
        if self.roll:
            c, s = math.cos(math.radians(self.roll)), math.sin(math.radians(self.roll))
            y, z = (
                (c * y[0] + s * z[0], c * y[1] + s * z[1], c * y[2] + s * z[2]),
                (c * z[0] - s * y[0], c * z[1] - s * y[1], c * z[2] - s * y[2]),
            )
        return x, y, z

    @property
    def name(self) -> str:
        """The last word of its id: what people call it."""
        return self.id.rsplit("/", 1)[-1]


@dataclass(frozen=True, slots=True)
class PanelPart:
    """A rectangular sheet, ``size`` along x and y, underside corner at ``origin``; ``along``: face grain along x.

    ``edges`` in slots hold the panel on all four sides, which reach into the members beside it. A deck of ``boards`` has so many along its span, ``gap`` mm apart."""

    id: str
    role: str
    body: str
    sheet: Sheet | Sandwich | Planks
    origin: Point3
    size: tuple[float, float]
    along: bool
    edges: Literal["screwed", "slots"] = "screwed"
    boards: int = 0
    gap: float = 0.0
    on: tuple[str, ...] = ()
    """Members that carry it, in order along ``span``."""
    span: Literal[0, 1] = 0
    """Axis from one of them to the next: 0 along the vehicle, 1 across."""
    use: Use = "deck"
    trodden: bool = True
    """Whether somebody may step on it."""
    corners: tuple[Point3, ...] = ()
    """Of its underside, then of its top, where it was turned out of the level; empty: as ``origin`` and ``size`` say."""
    notches: tuple[Rect, ...] = ()
    """What is cut out of it, x, y of two corners each: for posts that pass it."""

    @property
    def rects(self) -> tuple[tuple[float, float, float, float], ...]:
        """(x, y, length along x, along y) of every board, which runs along the span; of the whole sheet otherwise."""
        (x, y, _), (lx, ly) = self.origin, self.size
        if not isinstance(self.sheet, Planks):
            return ((x, y, lx, ly),)
        wide, pitch = self.sheet.width, self.sheet.width + self.gap
        if self.span == 0:
            return tuple((x, y + i * pitch, lx, wide) for i in range(self.boards))
        return tuple((x + i * pitch, y, wide, ly) for i in range(self.boards))

    @property
    def braces(self) -> bool:
        """Whether it holds the frame square in its plane for good: a sheet does, boards on two screws at each rib work loose."""
        return not isinstance(self.sheet, Planks)

    @property
    def left(self) -> tuple[Rect, ...]:
        """What its notches leave of every board, or of the sheet, as rectangles between two corners."""
        return tuple(part for x, y, lx, ly in self.rects for part in without((x, y, x + lx, y + ly), self.notches))

    @property
    def narrowest(self) -> float:
        """mm that a notch leaves of a board's, or of the sheet's, size across its span."""
        k = 1 - self.span
        found = []
        for rect in self.rects:
            at, wide = rect[k], rect[k + 2]
            cuts = [min(notch[k + 2], at + wide) - max(notch[k], at) for notch in self.notches]
            found.append(wide - max([0.0, *cuts]))
        return min(found)

    @property
    def mass(self) -> float:
        if isinstance(self.sheet, Planks):
            whole, per = self.boards * self.size[self.span] * self.sheet.width, self.sheet.mass_per_m * 1e-3 / self.sheet.width
        else:
            whole, per = self.size[0] * self.size[1], self.sheet.mass_per_m2 * 1e-6
        return per * (sum((c - a) * (d - b) for a, b, c, d in self.left) if self.notches else whole)


@dataclass(frozen=True, slots=True)
class Slab:
    """A flat panel that is the structure: the box between ``lo`` and ``hi``, as thick as its sheet along one axis; ``grain`` the axis its
    face grain runs along; ``name`` as people call it. ``rim``: corners of its middle plane in order, where it leans or is no rectangle; ``lo``
    and ``hi`` then bound it."""

    id: str
    role: str
    body: str
    sheet: Sheet | Sandwich
    lo: Point3
    hi: Point3
    grain: Literal[0, 1, 2]
    use: Use = "wall"
    mark: str = ""
    cutouts: tuple[tuple[Point3, Point3], ...] = ()
    """Openings and notches through it, each the box between its two corners."""
    edging: Edging | None = None
    """How its own edges are held, if not as all the others."""
    rim: tuple[Point3, ...] = ()
    trodden: bool = True
    """Whether somebody may step on one that is for standing on."""

    @property
    def size(self) -> Point3:
        return self.hi[0] - self.lo[0], self.hi[1] - self.lo[1], self.hi[2] - self.lo[2]

    @property
    def across(self) -> int:
        """The axis it is thin along."""
        return min(range(3), key=lambda i: self.size[i])

    @property
    def cut(self) -> tuple[float, float]:
        """mm along its grain and across it, as it is cut; the rectangle round it where it is none."""
        other = next(i for i in range(3) if i not in (self.across, self.grain))
        if not self.rim:
            return self.size[self.grain], self.size[other]
        long, wide = (math.dist((0.0, 0.0), self._run(axis)) for axis in (self.grain, other))
        return long, wide

    def _run(self, axis: int) -> tuple[float, float]:
        """How far its rim goes along one of its axes, and across its plane meanwhile: it leans about one axis at most."""
        low, high = (pick(self.rim, key=lambda place: place[axis]) for pick in (min, max))
        return high[axis] - low[axis], (high[self.across] - low[self.across])

    @property
    def area(self) -> float:
        """mm2 with its openings out."""
        if self.rim:
            n = [0.0, 0.0, 0.0]
            for p, q in zip(self.rim, self.rim[1:] + self.rim[:1], strict=True):
                for i in range(3):
                    j, k = (i + 1) % 3, (i + 2) % 3
                    n[i] += (p[j] * q[k] - p[k] * q[j]) / 2
            whole = math.hypot(*n)
            slant = whole / max(abs(n[self.across]), 1e-9)
        else:
            whole, slant = self.cut[0] * self.cut[1], 1.0
        i, j = (axis for axis in range(3) if axis != self.across)
        out = sum((hi[i] - lo[i]) * (hi[j] - lo[j]) for lo, hi in self.cutouts)
        return max(whole - slant * out, 0.0)

    @property
    def mass(self) -> float:
        return self.area * 1e-6 * self.sheet.mass_per_m2

    @property
    def middle(self) -> Point3:
        """The middle of its area, or of the box round it where it is no rectangle."""
        (ax, ay, az), (bx, by, bz) = self.lo, self.hi
        return (ax + bx) / 2, (ay + by) / 2, (az + bz) / 2

    @property
    def name(self) -> str:
        return self.id.rsplit("/", 1)[-1].replace(".", " ")


EdgeWay = Literal["screws", "glue", "dado", "pocket", "blocks", "brackets"]
"""Screws through a face into an edge; glued, screws only clamping; let into a groove and glued; screws at a slant from inside; glued blocks in
the corner; brackets in the corner."""


@dataclass(frozen=True, slots=True)
class Edging:
    """How the edge of a slab is held on another's face: fasteners every ``spacing`` mm, biting ``bite`` mm; ``size`` mm: a groove's depth, a
    block's side, a bracket's leg; ``rating`` N of one fastener as read or tried, where it has one."""

    way: EdgeWay
    screw: WoodScrew
    spacing: float
    bite: float
    size: float = 0.0
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Item:
    """Bought hardware at a place; ``count`` alike lumped there."""

    id: str
    part: str
    label: str
    body: str
    at: Point3
    mass: float
    price: float
    count: int = 1
    aboard: bool = True
    """Whether the frame carries it; a roller bears on what it runs on."""


@dataclass(frozen=True, slots=True)
class Surface:
    """A named place things stand on, or people lie on: front left corner at ``origin``, ``size`` along x and y."""

    id: str
    label: str
    body: str
    origin: Point3
    size: tuple[float, float]
    use: Use = "deck"
    soft: float = 0.0
    """mm of mattress under whoever lies there."""
    hung: bool = False
    """Whether one can fall off it: a bunk that hangs in the room."""
    edge: float | None = None
    """mm that a raised edge stands above what the mattress lies on; None: there is none."""
    clear: float | None = None
    """mm over it to what the build itself has over it; None: nothing."""
    tilt: float = 0.0
    """Its open side stands higher by so much a mm of depth."""
    faces: float = 0.0
    """Towards which side one reaches in: -1 left, +1 right; 0: from above or the rear."""
    lips: Literal["all round", "open side"] = "all round"
    """Where its edge stands: all round it, or along the side one reaches in alone."""
    vented: bool | None = None
    """Whether air comes in and out of it; None: it is open."""


@dataclass(frozen=True, slots=True)
class Height:
    """One line of the stack that makes the deck height: what, and the height of its top above the floor."""

    label: str
    adds: float
    top: float
