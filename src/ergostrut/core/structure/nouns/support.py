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
    host twists the way it is asked for, None where that is not known."""

    name: str
    at: Point3
    out: Point3
    thread: str
    k: tuple[float, float] | None
    rating: float | None
    twist: float | None = 0.0
    soft: bool = False


@dataclass(frozen=True, slots=True)
class Fastening:
    """``member`` bolted at ``at`` to the host's feature ``to``: it pushes, pulls and shears there, turned by nothing. ``k`` N/mm along ``out``
    and across it; ``twist`` mm that the host moves it along ``out``; ``bolt``: what is bolted with, pulled along ``out``."""

    id: str
    label: str
    member: str
    at: Point3
    out: Point3
    to: str
    k: tuple[float, float]
    bolt: Anchor
    rating: float | None = None
    twist: float = 0.0
    soft: bool = False
    pad: float = 60.0
    """mm of the face it bears on, along the member and across (common practice, no published source)."""
