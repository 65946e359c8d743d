"""What hangs, turns, is tied down and is bolted to a wall: straps, mounts, pivots, latches. mm, N, host axes, motions home."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ...catalog.model import Section
from ...document.survey import Inside
from .parts import Point3
from .stow import By

Marked = Literal["working", "breaking"]


@dataclass(frozen=True, slots=True)
class Arm:
    """What reaches from the vehicle's frame to where a tie hooks in: ``section``, ``length`` mm from where it is held, along ``out`` (unit vector)."""

    section: Section
    length: float
    out: Point3


@dataclass(frozen=True, slots=True)
class Strap:
    """Pulls only, from ``member`` at ``at`` to the host at ``to``, while its body is at ``travel``; unhooked otherwise.

    ``k``: N/mm, softer and stiffer bound; ``slack`` mm before it is taut (negative: tightened). ``rating`` as read and what it was
    ``marked`` as; ``eye``: what the host bears where it hangs, N; None: nobody said. ``source``: the host's row of that place."""

    id: str
    label: str
    member: str
    at: Point3
    to: Point3
    k: tuple[float, float]
    slack: float = 0.0
    travel: float = 0.0
    rating: float | None = None
    marked: Marked | None = None
    eye: float | None = None
    source: str = ""
    ties: bool = False
    """It holds down what stands by itself; otherwise something hangs on it."""
    arm: Arm | None = None
    """What of the vehicle's it hooks into, where that reaches out."""

    @property
    def run(self) -> Point3:
        """From where it holds the member to the host."""
        return self.to[0] - self.at[0], self.to[1] - self.at[1], self.to[2] - self.at[2]


@dataclass(frozen=True, slots=True)
class Jack:
    """What lifts a build off what it stands on, under ``member`` at ``at``; ``rating`` of it and its bracket, N."""

    id: str
    label: str
    member: str
    at: Point3
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Prop:
    """What a trailer stands on while it is not coupled: a ``jack`` at its coupling, a ``stand`` at its rear; ``rating`` of it, N."""

    id: str
    label: str
    kind: Literal["jack", "stand"]
    at: Point3
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Mount:
    """``member`` bolted flat against the host at ``at``; ``into``: unit vector along the bolt, out of the room. ``lever``: mm from the bolt
    to the edge that the member pries about; ``rating`` of the place, N; ``source``: the host's row, empty where it is drilled."""

    id: str
    label: str
    member: str
    at: Point3
    into: Point3
    lever: float
    rating: float | None = None
    source: str = ""
    off: float = 0.0
    """mm from its member's axis to the wall's face, where its shear acts."""
    carries: bool = True
    """False: it keeps its member at the wall and from going along it, what stands on the floor carries itself."""


@dataclass(frozen=True, slots=True)
class Pivot:
    """``moving`` turns on ``fixed`` about ``axis`` through ``at``: a pin ``d`` mm across ``gap`` between leaves ``t1`` and ``t2``;
    ``Fy`` MPa; ``rating`` of the hinge, N."""

    id: str
    label: str
    moving: str
    fixed: str
    at: Point3
    axis: Point3
    d: float
    gap: float
    t1: float
    t2: float
    Fy: float
    Fy_given: bool
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Latch:
    """Keeps ``member`` from moving along ``axis`` at ``at`` (where it is at home) while its body is turned to ``travel``; ``rating`` N."""

    id: str
    label: str
    member: str
    at: Point3
    axis: Literal[0, 1, 2]
    travel: float
    rating: float | None = None


@dataclass(frozen=True, slots=True)
class Door:
    """``panel`` turns on ``hinges`` (two or more, in a line, at home) at the edge of the panel ``on``; home it is shut, and opens ``out`` (unit
    vector); its free edge is ``far`` mm from its hinges. ``rating`` N of one hinge; ``by`` what keeps it shut and ``holds`` N of that, all of it
    together. ``behind``: surfaces whose things lean on it."""

    id: str
    label: str
    panel: str
    on: str
    hinges: tuple[Point3, ...]
    out: Point3
    far: float
    rating: float | None = None
    by: By = "unsaid"
    holds: float | None = None
    behind: tuple[str, ...] = ()
    inside: Inside = "unknown"
    """Whether it opens from inside."""


@dataclass(frozen=True, slots=True)
class Ramp:
    """A ``door`` that comes down and is rolled over: its leaf, the ``panel``, ``first`` mm from its hinges to its free edge, a ``second`` leaf beyond that (0: none);
    ``high`` mm of its hinges over the ground, None while nobody said."""

    id: str
    door: str
    panel: str
    first: float
    second: float
    high: float | None

    @property
    def long(self) -> float:
        return self.first + self.second


@dataclass(frozen=True, slots=True)
class GasStrut:
    """Pushes a ``door`` open, from ``member`` at ``fixed`` to its leaf at ``leaf``, as it is shut: ``count`` alike, ``force`` N of one at 20 degrees C as
    marked."""

    id: str
    label: str
    door: str
    leaf: Point3
    fixed: Point3
    member: str
    count: int
    force: float | None = None


@dataclass(frozen=True, slots=True)
class Holder:
    """Bars of ``body`` across under the roof at ``xs``, each hung from eyes at both ``ys``; ``rating`` of one eye, N; ``source``: the host's row."""

    id: str
    label: str
    body: str
    xs: tuple[float, ...]
    ys: tuple[float, float]
    rating: float | None = None
    source: str = ""
