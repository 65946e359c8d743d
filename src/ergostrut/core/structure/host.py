"""A host in numbers, mm and host axes, whatever its kind. Unknown stays None.

Builds and checks ask for lengths by their *role* (what they are to a build), so that a build moves between kinds of host;
each kind says which of its dimensions plays which role.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from ..document.survey import Confidence, Inside, Weights
from .carriers import CamperPlate, Carrier, Tow
from .nouns.support import Feature

FLOOR_END = "floor_length"
"""Front to the end of the floor."""
GATE_OUTSIDE, GATE_THICKNESS = "length_to_gate", "gate_thickness"
"""Front to the outside of what closes the rear, and how thick that is."""
WIDTH_LOW, WIDTH_HIGH, WIDTH_TOP = "width_between_wells", "width_above_wells", "width_at_rails"
"""Clear widths: at the floor, over what stands beside it, at the top of the sides."""
SIDE_HEIGHT, COVER = "depth", "cover_height"
"""Floor to the top of the sides, and to what lies over them."""
LOWERED_GATE, GATE_RISE = "gate_length", "gate_rise"
"""How far the lowered gate reaches behind the floor, and how high."""
WELL_START, WELL_LENGTH, WELL_HEIGHT = "well_start", "well_length", "well_height"
FLOOR_SHEET = "floor_thickness"
RAIL_END, RAIL_WIDTH, RAIL_DEPTH, RAIL_FLANGE = "rail_end", "rail_width", "rail_depth", "rail_flange"
"""Of a chassis: the end of its frame rails, over both of them, depth and flange of one."""
CAB_HEIGHT, CAB_LIGHT, CAB_WIDTH = "cab_height", "light_height", "cab_width"
GROUND, TYRE = "rail_ground", "tyre_diameter"
"""From the ground up to the plane z = 0, and across a tyre."""
WHEELBASE, REAR_AXLE, TRACK, SPREAD = "wheelbase", "axle_from_front", "track", "axle_spread"


@dataclass(frozen=True, slots=True)
class Measured:
    """A dimension: mm (None: not measured), how sure, its tolerance mm, and how it is taken."""

    name: str
    label: str
    mm: float | None
    state: Confidence
    tolerance: float
    how: str = ""
    optional: bool = False


@dataclass(frozen=True, slots=True)
class Solid:
    """An axis-aligned body in host axes, mm."""

    name: str
    lo: tuple[float, float, float]
    hi: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Opening:
    """A rectangle to pass through, upright in the plane ``at`` mm along ``axis`` (0: front or rear, 1: a side), outwards along ``sign``;
    ``lo``, ``hi``: its corners along the other level axis and z; ``roles`` it was drawn from, ``missing`` those that are not measured.
    ``inside``: whether what closes it opens from inside; ``person``: whether people pass it."""

    name: str
    axis: Literal[0, 1]
    sign: Literal[-1, 1]
    at: float
    lo: tuple[float, float]
    hi: tuple[float, float]
    roles: tuple[str, ...]
    inside: Inside = "unknown"
    missing: tuple[str, ...] = ()

    @property
    def size(self) -> tuple[float, float]:
        """Width and height, mm."""
        return self.hi[0] - self.lo[0], self.hi[1] - self.lo[1]


@dataclass(frozen=True, slots=True)
class Leaf:
    """What closes an opening, or a seat's back: the box between ``lo`` and ``hi`` as it stands, turning ``degrees`` by the right hand about the
    unit vector ``axis`` through ``pivot``; ``missing``: roles it was drawn from that are not measured; ``seat``: nobody has to move it to drive."""

    name: str
    lo: tuple[float, float, float]
    hi: tuple[float, float, float]
    pivot: tuple[float, float, float]
    axis: tuple[float, float, float]
    degrees: float = 90.0
    missing: tuple[str, ...] = ()
    seat: bool = False


@dataclass(frozen=True, slots=True)
class Glass:
    """A pane that the driver looks through: its plane ``at`` mm along ``axis`` (0: rear, 1: a side), corners along the other level axis and z."""

    name: str
    axis: Literal[0, 1]
    at: float
    lo: tuple[float, float]
    hi: tuple[float, float]
    typical: bool = False
    """It, or where the eye is, was not measured."""


@dataclass(frozen=True, slots=True)
class ServicePoint:
    """Where something must be reached: a hand comes to it from ``side``, along the unit vector ``toward`` outwards from it."""

    name: str
    at: tuple[float, float, float]
    side: str
    toward: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class FloorHole:
    """An existing bolt or hole, with its rating in N when the user gave one."""

    name: str
    x: float
    y: float
    thread: str
    behind: str
    rating: float | None
    holds_bed: bool


@dataclass(frozen=True, slots=True)
class SlotPair:
    """A pocket in both sides: middle x, height of its bottom, opening along x, mm; rating of one side in N when given."""

    name: str
    x: float
    height: float
    opening: float
    rating: float | None


@dataclass(frozen=True, slots=True)
class HostRow:
    """Fixing points of one kind on a face: ``spots`` in host axes; a ``track`` takes a fitting anywhere between its first and its last;
    ``upright`` ones are found at any height of their wall, ``across`` ones anywhere across the roof. ``rating`` of one in N when given."""

    name: str
    kind: str
    face: str
    spots: tuple[tuple[float, float, float], ...]
    thread: str
    behind: str
    rating: float | None
    on: str = ""
    """The wall as people call it, where a build that stands turned has another name for it."""

    @property
    def wall(self) -> str:
        return self.on or self.face

    @property
    def free_along(self) -> bool:
        return self.kind == "track"


def half_width(walls: Sequence[tuple[float, float]], z: float) -> float:
    """Half the clear width at a height from stations (height, half width): straight between them, level under the lowest; over the
    highest a wall that leans in there goes on leaning."""
    heights, halves = [h for h, _ in walls], [w for _, w in walls]
    if len(walls) > 1 and z > heights[-1]:
        lean = (halves[-1] - halves[-2]) / (heights[-1] - heights[-2])
        return max(halves[-1] + min(lean, 0.0) * (z - heights[-1]), 0.0)
    return float(np.interp(z, heights, halves))


def inset(along: Sequence[tuple[float, float]], x: float | None) -> float:
    """mm that either wall stands further in at an x than its stations say, from rows (x, mm): straight between them, beyond them as at the nearest; at
    no x in particular the most of them."""
    if not along:
        return 0.0
    return max(by for _, by in along) if x is None else float(np.interp(x, [at for at, _ in along], [by for _, by in along]))


@dataclass(frozen=True)
class Host:
    """Everything later stages ask of what a build stands in. ``solids``: what stands inside, such as wheel wells."""

    kind: str
    label: str
    dims: Mapping[str, Measured]
    holes: Mapping[str, FloorHole]
    slots: Mapping[str, SlotPair]
    seats: Mapping[str, tuple[float, float]]
    solids: tuple[Solid, ...]
    weights: Weights
    may_drill: bool
    stand_in: Mapping[str, float] = field(default_factory=dict)
    """Plain lengths for drawing where nothing was measured."""
    rows: Mapping[str, HostRow] = field(default_factory=dict)
    walls: tuple[tuple[float, float], ...] | None = None
    """(height, half the clear width there) where walls lean or curve, floor upwards, empty while none is measured; None: by ``dims``."""
    along: tuple[tuple[float, float], ...] = ()
    """(x, mm that either wall stands further in there than ``walls`` say), from the front (``inset``)."""
    again: tuple[tuple[str, float], ...] = ()
    """Dimensions taken a second time, mm."""
    obstacles: tuple[Solid, ...] = ()
    """What stands in it and stays, as the user measured it; one that is no box in several boxes of its name."""
    openings: tuple[Opening, ...] = ()
    leaves: tuple[Leaf, ...] = ()
    """What opens, closes and folds."""
    glass: tuple[Glass, ...] = ()
    eye: tuple[float, float, float] | None = None
    """The driver's; None: not measured."""
    points: tuple[ServicePoint, ...] = ()
    """What a hand must come to."""
    roofed: bool = True
    """Closed over: what goes in goes in through an opening."""
    across: tuple[float, ...] | None = None
    """Of the deck of another build: x of the members across under it, on which feet and ties come down; None of what is no such deck."""
    lined: Mapping[str, float] = field(default_factory=dict)
    """mm that the lining to come takes off a length, by role, and off the ``front``."""
    no_trace: bool = False
    carriers: tuple[Carrier, ...] = ()
    """What carries it on the ground, from the front."""
    engine: bool = True
    """Whether it has a tank of its own and seats to drive it from."""
    tow: Tow | None = None
    camper: CamperPlate | None = None
    """Of a bed that campers slide into."""
    features: Mapping[str, Feature] = field(default_factory=dict)
    """Places on its frame that take a bolt, by name."""
    unmeasured: tuple[str, ...] = ()
    """Roles that its ``solids`` are drawn from and nobody measured."""
    asides: tuple[tuple[str, str, str, str], ...] = ()
    """Key, title, sentence and caution of what is said of it besides."""
    words: Mapping[str, str] = field(default_factory=lambda: {"rear": "closed gate", "over": "cover"})
    """What people call what closes the rear, and what lies over."""

    @property
    def floored(self) -> bool:
        """Whether a build can stand on a floor of its own."""
        return FLOOR_END in self.dims

    @property
    def called(self) -> str:
        """What people call it on the road."""
        return "trailer" if any(carrier.kind == "coupling" for carrier in self.carriers) else "truck"

    @property
    def is_deck(self) -> bool:
        """Whether it is the deck of another build, with nothing to be packed against."""
        return self.across is not None

    def mm(self, role: str) -> float | None:
        """A length by its role, less the lining to come; None where it is not measured, or this kind of host has none."""
        found = self.dims.get(role)
        return None if found is None or found.mm is None else found.mm - self.lined.get(role, 0.0)

    def shape(self, role: str) -> float:
        """For drawing only: the measured length, or a plain stand-in where it is missing."""
        value = self.mm(role)
        return self.stand_in.get(role, 0.0) if value is None else value

    @property
    def end(self) -> float | None:
        """mm from the front to the inside of what closes the rear, which may lie behind the floor's end; to that where nothing is known of it;
        None until measured."""
        outside, thick = self.mm(GATE_OUTSIDE), self.mm(GATE_THICKNESS)
        if outside is not None and thick is not None:
            return outside - thick
        return min((end for end in (self.mm(FLOOR_END), outside) if end is not None), default=None)

    def half_at(self, z: float, x: float | None = None) -> float | None:
        """Half the clear width at a height (``half_width``) and an x, where its walls stand farthest in along it at none; None without stations."""
        return max(half_width(self.walls, z) - inset(self.along, x), 0.0) if self.walls else None

    def half_between(self, low: float, high: float, front: float, back: float) -> float | None:
        """The least half width anywhere between two heights and two x; None without stations. Walls are straight between stations, so it is at an end
        or at a station."""
        if not self.walls:
            return None
        at = [low, high, *(z for z, _ in self.walls if low < z < high)]
        more = max(inset(self.along, x) for x in (front, back, *(x for x, _ in self.along if front < x < back)))
        return max(min(half_width(self.walls, z) for z in at) - more, 0.0)


@dataclass
class Reader:
    """A host as a family reads it while it frames: what was read is kept, and what was missing is named.

    A stand-in keeps the drawing going; verdicts on what was framed from one are unknown.
    """

    host: Host
    read: set[str] = field(default_factory=set)
    missing: set[str] = field(default_factory=set)

    def known(self, role: str) -> float | None:
        """A length that the build can do without."""
        self.read.add(role)
        return self.host.mm(role)

    def need(self, role: str, instead: float) -> float:
        """A length that the build is framed from: ``instead`` for the drawing while it is not measured."""
        self.read.add(role)
        value = self.host.mm(role)
        if value is None:
            self.missing.add(role)
            return instead
        return value
