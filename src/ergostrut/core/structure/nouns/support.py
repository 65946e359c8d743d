"""Where a host takes a fixing, and what is fastened there: both ways, and it gives. mm, N, host axes."""

from __future__ import annotations

from dataclasses import dataclass

from .holds import Anchor
from .parts import Point3

SOLID = (50_000.0, 20_000.0)
"""N/mm along the bolt and across it of a bracket bolted hard to a frame rail (typical, no published source)."""


@dataclass(frozen=True, slots=True)
class Feature:
    """A place on the host that takes a bolt at ``at``, pulled ``out`` along a unit vector away from the host. ``k``: N/mm along the bolt and across it; None: a
    bushing of which nobody knows how it gives. ``rating`` N of the place in any direction; ``twist``: mm that it goes along ``out`` as the
    host twists the way it is asked for, None where that is not known. Without a ``thread`` it is welded on; one that ``rolls`` holds nothing along
    the vehicle; a ``ball`` is what a trailer is coupled to; what is ``sole`` is an axle's: what happens without it is no case. A leaf spring
    holds the rail ``spread`` mm apart, half at either end, and tilts on its axle. ``kg`` of an axle that rolls push along the vehicle
    there. ``unsaid``: what nobody knows of it, which makes what stands on it unknown."""

    name: str
    at: Point3
    out: Point3
    thread: str
    k: tuple[float, float] | None
    rating: float | None
    twist: float | None = 0.0
    soft: bool = False
    rolls: bool = False
    ball: bool = False
    sole: bool = False
    spread: float = 0.0
    kg: float = 0.0
    unsaid: str = ""


@dataclass(frozen=True, slots=True)
class Fastening:
    """``member`` bolted at ``at`` to the host's feature ``to``: it pushes, pulls and shears there, turned by nothing. ``k`` N/mm along ``out``
    and across it, ``twist`` mm that the host moves it along ``out``; ``bolt``: what is bolted with, pulled
    along ``out``, None where it is welded on, or is a ``ball``; ``rolls``, ``sole``, ``spread``, ``kg`` as of its feature."""

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
    rolls: bool = False
    ball: bool = False
    sole: bool = False
    spread: float = 0.0
    kg: float = 0.0
    pad: float = 60.0
    """mm of the face it bears on, along the member and across (common practice, no published source)."""

    @property
    def ends(self) -> tuple[Point3, ...]:
        """Where the member is held: at both ends of a spring, else where it is."""
        x, y, z = self.at
        return ((x - self.spread / 2, y, z), (x + self.spread / 2, y, z)) if self.spread else (self.at,)
