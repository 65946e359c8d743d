"""The frame as the solver sees it: nodes, bars, supports, one-way parts and loads.

Units mm, N, N mm, MPa; angles rad. Degrees of freedom a node: ux, uy, uz, rx, ry, rz in host axes.
A bar's local x runs from end a to end b; at roll 0 local z is as near host +z as it can be
(a vertical bar: host +x), and local y = z cross x. Axial tension is positive.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Flags = NDArray[np.bool_]
Vector = tuple[float, float, float]
ZERO: Vector = (0.0, 0.0, 0.0)


@dataclass(frozen=True, slots=True)
class Bar:
    """Straight prismatic bar between nodes ``a`` and ``b``; ``Iy`` resists bending in the local x-z plane.

    ``released``: local end actions that carry nothing, 0-5 at end a, 6-11 at end b. ``springs``: (local end action,
    N mm/rad or N/mm) where an end gives. ``Avy``/``Avz`` mm2: shear areas, 0 for none (Euler-Bernoulli).
    ``offset_a``/``offset_b``: from the node to the bar's end, rigid, host axes.
    """

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
    springs: tuple[tuple[int, float], ...] = ()
    Avy: float = 0.0
    Avz: float = 0.0
    offset_a: Vector = ZERO
    offset_b: Vector = ZERO


@dataclass(frozen=True, slots=True)
class Rest:
    """A support that only pushes: it keeps ``sign * u[dof] >= -gap`` at its node, or ``toward @ u >= -gap`` along any unit vector.
    ``k`` N/mm: it gives, as one along a vector must; None: rigid. A gap below nothing presses before anything is loaded.
    ``on``: the node it bears on, whose displacement is taken off; it must give. None: the host."""

    id: str
    node: int
    dof: int
    sign: int
    gap: float = 0.0
    k: float | None = None
    toward: Vector | None = None
    on: int | None = None


@dataclass(frozen=True, slots=True)
class Strap:
    """Pulls only, from node ``a`` to node ``b`` or to the host point ``to``. ``k`` N/mm; ``slack`` mm before it is taut."""

    id: str
    a: int
    k: float
    b: int | None = None
    to: Vector = ZERO
    slack: float = 0.0


@dataclass(frozen=True, slots=True)
class Spread:
    """Load per length on a bar from ``start`` to ``end`` (mm from end a), linear from ``w0`` to ``w1`` (N/mm, host axes)."""

    bar: int
    start: float
    end: float
    w0: Vector
    w1: Vector


@dataclass(frozen=True, slots=True)
class Point:
    """Force (N, host axes) on a bar at ``at`` mm from end a."""

    bar: int
    at: float
    force: Vector


@dataclass(frozen=True, slots=True)
class LoadCase:
    name: str
    spreads: tuple[Spread, ...] = ()
    points: tuple[Point, ...] = ()
    nodal: tuple[tuple[int, tuple[float, float, float, float, float, float]], ...] = ()


@dataclass(frozen=True)
class FrameModel:
    """``nodes`` has shape (n, 3). ``fixed`` holds (node, dof) pairs held still, or at ``moved`` (node, dof, mm or rad)."""

    nodes: Array
    bars: tuple[Bar, ...]
    fixed: tuple[tuple[int, int], ...]
    rests: tuple[Rest, ...] = ()
    names: tuple[str, ...] = ()
    straps: tuple[Strap, ...] = ()
    moved: tuple[tuple[int, int, float], ...] = ()

    def name(self, node: int) -> str:
        return self.names[node] if node < len(self.names) else f"joint {node + 1}"


class SolverError(ValueError):
    """The frame cannot be solved as drawn; the message names the part."""


class MechanismError(SolverError):
    """The frame can fold or move freely."""


class UnsettledError(SolverError):
    """One-way supports keep changing between bearing and free."""


@dataclass(frozen=True)
class CaseResult:
    """``factors`` (loads,); ``u`` (n, 6); ``ends`` (bars, 12) local actions on the bar's ends; ``rest_force`` (rests,) and
    ``strap_force`` (straps,) >= 0 N; ``reactions`` (n, 6) of everything that holds the frame, straps and rests between nodes left out;
    ``acting`` (rests + straps,) whether each presses or pulls."""

    name: str
    factors: Array
    u: Array
    ends: Array
    rest_force: Array
    reactions: Array
    strap_force: Array
    acting: Flags

    @property
    def bearing(self) -> frozenset[int]:
        """Rests that press (their index) and straps that pull (index + number of rests)."""
        return frozenset(np.flatnonzero(self.acting).tolist())


@dataclass(frozen=True)
class Results:
    """Many cases of one frame, arrays as in ``CaseResult`` with the case first; ``errors``: why those have no result whose rows mean nothing."""

    names: tuple[str, ...]
    factors: Array
    u: Array
    ends: Array
    rest_force: Array
    reactions: Array
    strap_force: Array
    acting: Flags
    errors: dict[int, SolverError]

    def row(self, i: int) -> CaseResult | SolverError:
        """One case by itself."""
        if i in self.errors:
            return self.errors[i]
        return CaseResult(
            self.names[i],
            self.factors[i],
            self.u[i],
            self.ends[i],
            self.rest_force[i],
            self.reactions[i],
            self.strap_force[i],
            self.acting[i],
        )

    def rows(self) -> list[CaseResult | SolverError]:
        return [self.row(i) for i in range(len(self.names))]


def check_model(model: FrameModel) -> None:
    """Refuse what cannot be a frame, in words.

    Raises:
        SolverError: no bars, a joint that is nowhere, nothing that holds it. What is wrong with a bar, ``elements`` says.
    """
    if not model.bars:
        raise SolverError("there are no members to carry anything")
    if not np.all(np.isfinite(model.nodes)):
        raise SolverError("a joint lies nowhere: one of its coordinates is not a number")
    if np.max(np.abs(model.nodes)) > 1e6:
        raise SolverError("a joint lies more than a kilometre away: check its coordinates")
    for rest in model.rests:
        if rest.toward is not None and (rest.k is None or abs(sum(part * part for part in rest.toward) - 1) > 1e-6):
            raise SolverError(f"{rest.id}: a support along a slope needs a unit direction and a stiffness")
        if rest.on is not None and rest.k is None:
            raise SolverError(f"{rest.id}: a support on another joint needs a stiffness")
    if not (model.fixed or model.rests or model.straps or model.moved):
        raise SolverError("nothing supports this frame")
