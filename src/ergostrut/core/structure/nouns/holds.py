"""What joins, holds, moves and bears: joints, contacts, sliders, locks, anchors. mm, N, host axes, motions home."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ...catalog.model import Grade, Section, Thread, WoodScrew
from ..systems import Fastener, System
from .parts import Point3

Scene = Literal["driving", "parked", "night"]
"""What the whole job is arranged for."""
SCENES: tuple[Scene, ...] = ("driving", "parked", "night")


@dataclass(frozen=True, slots=True)
class Position:
    """A named place of a motion; drivable ones take the road cases. ``scenes``: where it stands so; home in all that no position names.

    ``bare``: with nothing and nobody on the build."""

    name: str
    travel: float
    drivable: bool
    scenes: tuple[Scene, ...] = ()
    bare: bool = False


@dataclass(frozen=True, slots=True)
class Ratio:
    """What follows a motion goes ``k`` times as far, from the ``start`` of that one's travel on."""

    k: float = 1.0
    start: float = 0.0


@dataclass(frozen=True, slots=True)
class Motion:
    """A body that moves 0..``reach`` mm along the unit vector ``toward``, or turns by as many degrees about it through ``pivot``.

    Positions are sorted by travel, the first is home. ``on``: the body it moves on and goes with, empty for what the build stands on.
    ``follows``: the motion that moves it, by ``law``; nobody moves it by itself."""

    id: str
    body: str
    label: str
    reach: float
    positions: tuple[Position, ...]
    toward: Point3 = (1.0, 0.0, 0.0)
    noun: str = ""
    """What people call the body: “tray”."""
    path: str = ""
    """The parameter its reach hangs on, below the build."""
    pivot: Point3 | None = None
    follows: str = ""
    on: str = ""
    law: Ratio = Ratio()

    def led(self, travel: float) -> float:
        """Its own travel where the motion that it follows stands at ``travel``."""
        return min(max(self.law.k * (travel - self.law.start), 0.0), self.reach)

    @property
    def unit(self) -> Literal["mm", "deg"]:
        return "mm" if self.pivot is None else "deg"


@dataclass(frozen=True, slots=True)
class Meeting:
    """A point ``at`` of a ``body`` that stays at a point ``on`` of ``other`` (empty: what the build stands on), or on the line through it
    that runs ``along`` a unit vector; all as everything is home."""

    body: str
    at: Point3
    other: str
    on: Point3
    along: Point3 | None = None


@dataclass(frozen=True, slots=True)
class Loop:
    """A closed chain: the motions that it ``drives`` as their ``handle`` is moved, so that what ``closes`` it stays together."""

    handle: str
    drives: tuple[str, ...]
    closes: tuple[Meeting, ...]


@dataclass(frozen=True, slots=True)
class Joint:
    """``framing`` joined to ``through`` with its ``end``, or crossing it. It meets its axis, or lies on its face (offset by their distance).

    ``holds``: whether it holds the other sideways there. ``spec`` None: as the build joins its members; ``hinge``: it turns freely, and no fastener is checked."""

    id: str
    through: str
    framing: str
    end: Literal["a", "b", "crosses"]
    meets: Literal["axis", "face"] = "axis"
    holds: bool = True
    spec: JointSpec | None = None
    hinge: bool = False


Bears = Literal["roller", "lower", "upper", "keeper", "leg", "slot", "well", "side", "floor", "tie", "wall"]


@dataclass(frozen=True, slots=True)
class Pad:
    """A ledge or foot on a face of ``member``: mm along it and across, as ``said``; or a roller, ``along`` its diameter, which touches
    along a line."""

    member: str
    along: float
    across: float
    said: str = ""
    roller: bool = False


@dataclass(frozen=True, slots=True)
class Contact:
    """Pushes only: the host on ``member`` at ``at`` along ``push``, after ``gap`` mm.

    ``rides`` host: its place on the member moves as the body does. ``only_at``: the travel at which it is there; None: always.
    ``aside``: mm to the right of the member's axis at which it acts, where it stands beside it; of a wall fixing, mm from the wall to what it holds. ``on``: the base's member that takes it;
    empty: the host itself. ``pad``: what bears on which member, None where that is no wall or wood across its grain. ``source``: the
    host feature it bears on; ``group``: contacts that share a finding."""

    id: str
    label: str
    kind: Bears
    member: str
    at: Point3
    push: Point3 = (0.0, 0.0, 1.0)
    gap: float = 0.0
    rides: Literal["host", "body"] = "body"
    only_at: float | None = None
    source: str = ""
    group: str = ""
    rating: float | None = None
    on: str = ""
    pad: Pad | None = None
    aside: float = 0.0
    carries: bool = False
    """A wall fixing that carries as well: nothing stands on the floor."""
    lies: float | None = None
    """mm of its member that lie on what bears it, as the host was measured; None: not known, or all of it."""
    under: str = ""
    """The loose block or packer that stands between it and the host."""


@dataclass(frozen=True, slots=True)
class BasePost:
    """A post or stand that keeps two of the base's members, ``lower`` and ``upper``, apart at ``x``, y of both; it turns at its ends."""

    id: str
    lower: str
    upper: str
    x: float


@dataclass(frozen=True, slots=True)
class Hold:
    """``member`` held both ways along ``axis`` at ``at``, about it from 3 on; ``by`` friction: by 1 N/mm only, so that the frame can be solved."""

    member: str
    at: Point3
    axis: Literal[0, 1, 2, 3, 4, 5]
    why: str
    rides: Literal["host", "body"] = "body"
    by: Literal["shape", "friction"] = "shape"


@dataclass(frozen=True, slots=True)
class Stand:
    """Where somebody may stand, sit or lie: a point of ``member``, or a patch of ``size`` on the panels of ``body``, centre ``at``.

    ``newton`` None: one foot as the job has it. ``words`` name the case, after “Parked, ”; ``kind``: feet and sitting are strength
    alone, ``drawn`` is a drawer pulled out, ``hand`` one that leans on an open door, ``asleep`` is for sag, everybody where he lies."""

    id: str
    words: str
    at: Point3
    member: str = ""
    body: str = ""
    size: tuple[float, float] = (0.0, 0.0)
    newton: float | None = None
    kind: Literal["foot", "sleeper", "sitting", "asleep", "drawn", "hand"] = "foot"
    central: bool = False
    """In the middle of the bed's width."""


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
    plate: tuple[float | None, float | None] = (None, None)
    """Thickness of the plate that holds the axle, and its width along the rail, mm."""


@dataclass(frozen=True, slots=True)
class Slider:
    """A body that runs along x on rollers: a carrying pair on the host, a hold-down pair on the body between two rails with ``play``.

    ``rails``: the body's members that run on them, left and right; ``beside``: gap between roller and rail, mm; ``label``: what people call the body.
    """

    id: str
    label: str
    body: str
    motion: str
    rails: tuple[str, str]
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
    beside: float = 3.0
    prop: Prop | None = None
    stand_rating: float | None = None
    """N of pull that a stand's fastening to the rails takes."""


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
class Lock:
    """A pin that holds a sliding body at its positions, across ``gap`` between two plates, ``count`` sharing; ``Fy`` MPa and whether it was given."""

    id: str
    slider: str
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
    ``nut_sold`` and ``sheet_rating`` N; ``rail``: section it passes through, laid ``flat``; ``proof`` and ``Fy`` MPa of the bolt;
    ``spacer`` mm high under the rail, over which the bolt is held at both ends or, ``free``, at its foot alone; ``tab`` mm that a tab from the rail
    reaches past a bolt beside it."""

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
    rail: Section | None = None
    flat: bool = False
    proof: float = 0.0
    spacer: float = 0.0
    tab: float | None = None
    Fy: float = 0.0
    free: bool = False


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
    capped: bool = False
    """Whether the open ends of tubes are closed by welded caps."""
    key: str = "rib"
    """Begins the finding's id."""
    between: str = "rib to rail"
