"""What a build is made of beside its panels: cut pieces, bought parts, and the surfaces things go on. mm, kg, host axes, motions home."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ...catalog.model import Section
from ...sections import Properties

Point3 = tuple[float, float, float]
QUARTERS = ((1, 0), (0, 1), (-1, 0), (0, -1))
"""Where the first axis points, turned by so many quarters about z: exact."""


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


SIDES = frozenset({"left", "right", "front", "rear"})


def called(key: str) -> str:
    """The last part of an id in words: a side after its number, or before what has none."""
    *words, last = key.split(".")
    if last not in SIDES or not words:
        return " ".join([*words, last])
    return f"{' '.join(words)}, {last}" if words[-1].isdigit() else f"{last} {' '.join(words)}"


UPRIGHT = 0.7
"""Rise of a member, as a part of its length, from which its ends are a lower and an upper one."""
Use = Literal["rail", "deck", "sleeping", "brace", "leg", "base", "wall", "roof", "front"]
"""What a part is for, which limits hang on."""


@dataclass(frozen=True, slots=True)
class Clear:
    """The clear inside of a build that others stand in, between two corners."""

    lo: Point3
    hi: Point3


@dataclass(frozen=True, slots=True)
class MemberGroup:
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
    group: MemberGroup | None = None
    use: Use = "rail"
    held: Literal["ends", "sideways", "both"] = "ends"
    rides: str = ""
    mark: str = ""
    """Letter of its cut mark; empty: the first of its role."""
    roll: float = 0.0
    """Degrees that it was turned about its own x from how it lies by rule."""
    slants: tuple[float, float] | None = None
    """Degrees off square that its ends a and b are cut, each its own way; None: both as ``mitre`` says."""
    points: float = 0.0
    """mm that its points reach beyond both ends together, where those are cut at slants of their own."""

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

    def end(self, which: Literal["a", "b"]) -> str:
        """What people call one of its ends: lower and upper where it stands, else left and right."""
        rise = self.b[2] - self.a[2]
        if abs(rise) > UPRIGHT * self.length:
            return "lower" if (which == "a") == (rise > 0) else "upper"
        return "left" if which == "a" else "right"

    @property
    def key(self) -> str:
        """The last part of its id."""
        return self.id.rsplit("/", 1)[-1]

    @property
    def name(self) -> str:
        """What people call it: leg 4, right; left rail; bearer 3."""
        return called(self.key)


@dataclass(frozen=True, slots=True)
class Item:
    """Bought hardware at a place; ``count`` alike lumped there. ``hangs``: the member that takes it where it is; else its body's panels or members do."""

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
    hangs: str = ""


@dataclass(frozen=True, slots=True)
class Surface:
    """A named place things stand on, or people lie on: the corner of least x and y at ``origin``, ``size`` along x and y.

    Its own axes, along its length from its front end and right of its centre line, are turned by ``quarters`` from the host's."""

    id: str
    label: str
    body: str
    origin: Point3
    size: tuple[float, float]
    use: Use = "deck"
    soft: float = 0.0
    """mm of mattress under whoever lies there, whose top it is."""
    hung: bool = False
    """Whether one can fall off it: a bunk that hangs in the room."""
    edge: float | None = None
    """mm that a raised edge stands above what the mattress lies on; None: there is none."""
    clear: float | None = None
    """mm over it to what the build itself has over it; None: nothing."""
    tilt: float = 0.0
    """Its open side stands higher by so much a mm of depth."""
    faces: Point3 | None = None
    """Level unit vector towards which one reaches in; None: from above or the rear."""
    lips: Literal["all round", "open side"] = "all round"
    """Where its edge stands: all round it, or along the side one reaches in alone."""
    vented: bool | None = None
    """Whether air comes in and out of it; None: it is open."""
    quarters: int = 0

    @property
    def opens_along(self) -> int:
        """The axis along which one reaches in; across the vehicle where it opens above or to the rear."""
        return 0 if self.faces is not None and abs(self.faces[0]) > 0.5 else 1

    @property
    def own_size(self) -> tuple[float, float]:
        """Length and width in its own axes."""
        return (self.size[1], self.size[0]) if self.quarters % 2 else self.size

    @property
    def end(self) -> Point3:
        """The middle of its front end, where its own axes begin."""
        (x, y, z), (long, wide) = self.origin, self.size
        u, v = ((0.0, 0.5), (0.5, 0.0), (1.0, 0.5), (0.5, 1.0))[self.quarters]
        return x + u * long, y + v * wide, z

    def at(self, along: float, right: float) -> Point3:
        """Where a place given in its own axes is: mm from its front end and right of its centre line."""
        (x, y, z), (c, s) = self.end, QUARTERS[self.quarters]
        return x + c * along - s * right, y + s * along + c * right, z

    def own(self, point: Point3) -> tuple[float, float]:
        """A place in its own axes, as ``at`` takes it."""
        (x, y, _), (c, s) = self.end, QUARTERS[self.quarters]
        return c * (point[0] - x) + s * (point[1] - y), c * (point[1] - y) - s * (point[0] - x)


@dataclass(frozen=True, slots=True)
class Height:
    """One line of the stack that makes the deck height: what, and the height of its top above the floor."""

    label: str
    adds: float
    top: float
