"""What every build family produces, and all that anything after it knows. mm, kg, host axes, motions home."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ..catalog.model import Grade, Planks, Sandwich, Section, Sheet, Thread, WoodScrew
from ..sections import Properties
from .systems import Fastener, System

Point3 = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Member:
    """A cut piece: centroid line from ``a`` to ``b`` between its cut faces. ``flat``: laid on its wide face; ``welded`` to others."""

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


@dataclass(frozen=True, slots=True)
class PanelPart:
    """A rectangular sheet, ``size`` along x and y, underside corner at ``origin``; ``along``: face grain along x.

    ``edges`` in slots hold the panel on all four sides. A deck of ``boards`` has so many along x, ``gap`` mm apart."""

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

    @property
    def strips(self) -> tuple[tuple[float, float], ...]:
        """(y, width) of every board from the left; the whole width of a sheet."""
        if not isinstance(self.sheet, Planks):
            return ((self.origin[1], self.size[1]),)
        pitch = self.sheet.width + self.gap
        return tuple((self.origin[1] + i * pitch, self.sheet.width) for i in range(self.boards))

    @property
    def braces(self) -> bool:
        """Whether it holds the frame square in its plane: a sheet does, boards with a screw or two at each rib do not."""
        return not isinstance(self.sheet, Planks)

    @property
    def mass(self) -> float:
        if isinstance(self.sheet, Planks):
            return self.boards * self.size[0] * 1e-3 * self.sheet.mass_per_m
        return self.size[0] * self.size[1] * 1e-6 * self.sheet.mass_per_m2


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


@dataclass(frozen=True, slots=True)
class Surface:
    """A named place things stand on: front left corner at ``origin``, ``size`` along x and y."""

    id: str
    label: str
    body: str
    origin: Point3
    size: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Position:
    name: str
    travel: float
    drivable: bool


@dataclass(frozen=True, slots=True)
class Motion:
    """A body that moves along x by 0..``reach`` mm; positions sorted by travel, the first is home."""

    id: str
    body: str
    label: str
    reach: float
    positions: tuple[Position, ...]


@dataclass(frozen=True, slots=True)
class Pair:
    """Two rollers at ``x`` (home), mirrored at +-``y``; ``rides`` is the body the axles are fixed to."""

    id: str
    rides: Literal["host", "body"]
    x: float
    y: float
    z: float
    diameter: float
    width: float
    axle: float
    rating: float | None


@dataclass(frozen=True, slots=True)
class Slide:
    """How a moving body runs: carrying pair on the host, hold-down pair on the body between two rails with ``play``."""

    id: str
    body: str
    motion: str
    carrying: Pair
    hold_down: Pair
    play: float
    let_in: float
    rail_underside: float
    lower: str
    upper: str
    stand_pitch: float
    keeper: bool
    keeper_rating: float | None
    front_stop: bool
    out_stop: bool
    guides: bool
    side_play: float
    guide_rating: float | None
    stop_rating: float | None
    prop: Prop | None = None


@dataclass(frozen=True, slots=True)
class Prop:
    """Legs under the moving body's tail, one a side, bearing on the ground at ``travel`` after ``gap`` mm; ``length`` mm when known;
    ``inset`` mm ahead of the tail; hinged on a ``pin`` mm thick through ``knuckles`` with ``hinge_gap`` mm between them."""

    id: str
    section: Section
    length: float | None
    gap: float
    travel: float
    braced: bool
    inset: float
    pin: float
    knuckles: int
    hinge_gap: float


@dataclass(frozen=True, slots=True)
class Pin:
    """A pin across ``gap`` between two plates, ``count`` sharing; ``Fy`` MPa and whether it was given."""

    id: str
    d: float
    gap: float
    t1: float
    t2: float
    close_fit: bool
    count: int
    Fy: float
    Fy_given: bool


@dataclass(frozen=True, slots=True)
class Anchor:
    """A bolt from the build to the host at (x, y) on the floor. ``hole``: the existing feature used. ``nut``: a rivet or plate nut,
    ``nut_sold`` and ``sheet_rating`` N; ``tube``: yield MPa and wall mm of a steel tube that it passes through; ``proof`` MPa of the bolt;
    ``spacer`` mm high under the rail."""

    id: str
    name: str
    x: float
    y: float
    thread: Thread | None
    Fu: float
    grade: str
    washer: float
    backing: bool
    hole: str | None
    missing: str = ""
    nut: bool = False
    nut_sold: float | None = None
    sheet_rating: float | None = None
    tube: tuple[float, float] | None = None
    proof: float = 0.0
    spacer: float = 0.0


@dataclass(frozen=True, slots=True)
class JointSpec:
    """How the members of a build join: the system's way with this build's sizes. ``bracket_rating`` N a bracket, as sold; ``kind``: the fastener
    chosen among the system's; ``per_leg`` rivets or screws in one leg of a bracket; ``tap_depth`` of threads in a rib's end."""

    system: System
    weld_leg: float | None
    bracket_rating: float | None
    brackets: int
    bolt: Thread | None
    grade: Grade | None
    screw: WoodScrew | None
    screws: int
    bite: float
    kind: Fastener
    rivet: str
    drill_screw: str
    per_leg: int
    bracket_wall: float
    lag: str
    tap_depth: float


@dataclass(frozen=True, slots=True)
class Height:
    """One line of the stack that makes the deck height: what, and the height of its top above the floor."""

    label: str
    adds: float
    top: float


@dataclass(frozen=True)
class Assembly:
    """One build, with its parts by id."""

    id: str
    family: str
    label: str
    members: tuple[Member, ...]
    panels: tuple[PanelPart, ...]
    items: tuple[Item, ...]
    surfaces: tuple[Surface, ...]
    motions: tuple[Motion, ...]
    slides: tuple[Slide, ...]
    pins: tuple[Pin, ...]
    anchors: tuple[Anchor, ...]
    stack: tuple[Height, ...]
    joints: JointSpec

    def member(self, part: str) -> Member:
        return next(member for member in self.members if member.id == part)

    def of_body(self, body: str) -> tuple[Member, ...]:
        return tuple(member for member in self.members if member.body == body)

    @property
    def mass(self) -> float:
        return (
            sum(member.mass for member in self.members)
            + sum(panel.mass for panel in self.panels)
            + sum(item.mass * item.count for item in self.items)
        )

    def masses(self, body: str) -> list[tuple[float, Point3]]:
        """(kg, centroid at home) of everything on a body."""
        found: list[tuple[float, Point3]] = [
            (m.mass, ((m.a[0] + m.b[0]) / 2, (m.a[1] + m.b[1]) / 2, (m.a[2] + m.b[2]) / 2)) for m in self.members if m.body == body
        ]
        found += [
            (p.mass, (p.origin[0] + p.size[0] / 2, p.origin[1] + p.size[1] / 2, p.origin[2] + p.sheet.t / 2))
            for p in self.panels
            if p.body == body
        ]
        found += [(item.mass * item.count, item.at) for item in self.items if item.body == body]
        return found


def centroid(masses: list[tuple[float, Point3]]) -> tuple[float, Point3]:
    """Total kg and centre of gravity; the origin when there is no mass."""
    total = sum(mass for mass, _ in masses)
    if total <= 0:
        return 0.0, (0.0, 0.0, 0.0)
    return total, (
        sum(mass * at[0] for mass, at in masses) / total,
        sum(mass * at[1] for mass, at in masses) / total,
        sum(mass * at[2] for mass, at in masses) / total,
    )
