"""Where a host takes a fixing, and what is fastened there: both ways, and it gives. mm, N, host axes."""

from __future__ import annotations

from dataclasses import dataclass

from .holds import Anchor
from .parts import Point3

SOLID = (50_000.0, 20_000.0)
"""N/mm along the bolt and across it of a bracket bolted hard to a frame rail (typical, no published source)."""


@dataclass(frozen=True, slots=True)
class Wheel:
    """What rolls under a place: it holds nothing along the vehicle. ``kg`` of axle, springs and wheel there; ``radius`` of its tyre, ``drop`` from the
    place down to the ground, mm; ``brakes``: whether it has any. Of two axles that share on an equaliser ``mate`` is the place on the same side whose
    spring hangs on the same one, ``pivot`` mm behind (- ahead of) this place where that turns on the frame."""

    kg: float
    radius: float
    drop: float
    brakes: bool = False
    mate: str = ""
    pivot: float = 0.0

    @property
    def hub(self) -> float:
        """mm from the place down to what the wheel turns on."""
        return self.drop - self.radius


@dataclass(frozen=True, slots=True)
class Feature:
    """A place on the host that takes a bolt at ``at``, pulled ``out`` along a unit vector away from the host. ``k``: N/mm along the bolt and across it; None: a
    bushing of which nobody knows how it gives. ``rating`` N of the place in any direction; ``twist``: mm that it goes along ``out`` as the
    host twists the way it is asked for, None where that is not known. Without a ``thread`` it is welded on; a ``ball`` is what a trailer is coupled
    to; a ``wheel`` is an axle's. A leaf spring holds the rail ``spread`` mm apart, half at either end, and tilts on its axle. ``needs``: lengths by
    role that what it does hangs on; ``unsaid``: what nobody knows of it; either makes what stands on it unknown."""

    name: str
    at: Point3
    out: Point3
    thread: str
    k: tuple[float, float] | None
    rating: float | None
    twist: float | None = 0.0
    soft: bool = False
    ball: bool = False
    wheel: Wheel | None = None
    spread: float = 0.0
    needs: tuple[str, ...] = ()
    unsaid: str = ""


@dataclass(frozen=True, slots=True)
class Fastening:
    """``member`` bolted at ``at`` to the host's feature ``to``: it pushes, pulls and shears there, turned by nothing. ``k`` N/mm along ``out``
    and across it, ``twist`` mm that the host moves it along ``out``; ``bolt``: what is bolted with, pulled
    along ``out``, None where it is welded on, or is a ``ball``; ``wheel``, ``spread`` as of its feature."""

    id: str
    label: str
    member: str
    at: Point3
    out: Point3
    to: str
    k: tuple[float, float]
    bolt: Anchor | None
    rating: float | None = None
    twist: float = 0.0
    soft: bool = False
    ball: bool = False
    wheel: Wheel | None = None
    spread: float = 0.0
    pad: float = 60.0
    """mm of the face it bears on, along the member and across (common practice, no published source)."""

    @property
    def sole(self) -> bool:
        """Whether it is an axle's, or the coupling: what happens without it is no case."""
        return self.ball or self.wheel is not None

    @property
    def hangers(self) -> float:
        """Brackets that share what it takes, evenly: the one that an equaliser turns on takes half of either spring, as much as one of them bears."""
        return 1.0 if self.wheel is not None and self.wheel.mate else float(len(self.ends))

    @property
    def ends(self) -> tuple[Point3, ...]:
        """Where the member is held: at both ends of a spring, of two on an equaliser where that turns; else where it is."""
        x, y, z = self.at
        if not self.spread:
            return (self.at,)
        fore, aft = x - self.spread / 2, x + self.spread / 2
        if self.wheel is not None and self.wheel.mate:
            turns = x + self.wheel.pivot
            return ((fore, y, z), (turns, y, z)) if self.wheel.pivot > 0 else ((turns, y, z), (aft, y, z))
        return (fore, y, z), (aft, y, z)
