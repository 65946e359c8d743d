"""The frame as the solver sees it: nodes, bars, supports, rests and loads.

Units mm, N, N mm, MPa; angles rad. Degrees of freedom a node: ux, uy, uz, rx, ry, rz in host axes.
A bar's local x runs from end a to end b; at roll 0 local z is as near host +z as it can be
(a vertical bar: host +x), and local y = z cross x. Axial tension is positive.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Bar:
    """Straight prismatic bar between nodes ``a`` and ``b``; ``Iy`` resists bending in the local x-z plane."""

    id: str
    a: int
    b: int
    E: float
    G: float
    A: float
    Iy: float
    Iz: float
    J: float
    roll: float = 0.0
    released: tuple[int, ...] = ()
    """Local end actions that carry nothing: 0-5 at end a, 6-11 at end b."""


@dataclass(frozen=True, slots=True)
class Rest:
    """A support that only pushes. It keeps ``sign * u[dof] >= -gap`` at its node."""

    id: str
    node: int
    dof: int
    sign: int
    gap: float = 0.0


@dataclass(frozen=True, slots=True)
class Spread:
    """Load per length on a bar from ``start`` to ``end`` (mm from end a), linear from ``w0`` to ``w1`` (N/mm, host axes)."""

    bar: int
    start: float
    end: float
    w0: tuple[float, float, float]
    w1: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Point:
    """Force (N, host axes) on a bar at ``at`` mm from end a."""

    bar: int
    at: float
    force: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class LoadCase:
    name: str
    spreads: tuple[Spread, ...] = ()
    points: tuple[Point, ...] = ()
    nodal: tuple[tuple[int, tuple[float, float, float, float, float, float]], ...] = ()


@dataclass(frozen=True)
class FrameModel:
    """``nodes`` has shape (n, 3). ``fixed`` holds (node, dof) pairs held at zero."""

    nodes: Array
    bars: tuple[Bar, ...]
    fixed: tuple[tuple[int, int], ...]
    rests: tuple[Rest, ...] = ()
    names: tuple[str, ...] = ()

    def name(self, node: int) -> str:
        return self.names[node] if node < len(self.names) else f"joint {node + 1}"


@dataclass(frozen=True)
class CaseResult:
    """``factors`` (loads,); ``u`` (n, 6); ``ends`` (bars, 12) local actions on the bar; ``rest_force`` (rests,) >= 0; ``reactions`` (n, 6)."""

    name: str
    factors: Array
    u: Array
    ends: Array
    rest_force: Array
    reactions: Array


class SolverError(ValueError):
    """The frame cannot be solved as drawn; the message names the part."""


class MechanismError(SolverError):
    """The frame can fold or move freely."""


class UnsettledError(SolverError):
    """One-way supports keep changing between bearing and free."""
