"""The frame as the solver sees it: nodes, bars, supports, one-way parts and loads.

Units mm, N, N mm, MPa; angles rad. Degrees of freedom a node: ux, uy, uz, rx, ry, rz in host axes.
A bar's local x runs from end a to end b; at roll 0 local z is as near host +z as it can be
(a vertical bar: host +x), and local y = z cross x. Axial tension is positive.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from ..shells.sheets import Sheets

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
class Cord:
    """Pulls only, from node ``a`` to node ``b`` or to the host point ``to``. ``k`` N/mm; ``slack`` mm before it is taut."""

    id: str
    a: int
    k: float
    b: int | None = None
    to: Vector = ZERO
    slack: float = 0.0


@dataclass(frozen=True, slots=True)
class Link:
    """Springs between nodes ``a`` and ``b``, which may lie at one place: ``k`` N/mm along and N mm/rad about ``x``, ``y`` and x cross y, unit
    vectors at right angles in host axes."""

    id: str
    a: int
    b: int
    k: tuple[float, float, float, float, float, float]
    x: Vector = (1.0, 0.0, 0.0)
    y: Vector = (0.0, 1.0, 0.0)


@dataclass(frozen=True, slots=True)
class Spread:
    """Load per length on a bar from ``start`` to ``end`` (mm from end a), linear from ``w0`` to ``w1`` (N/mm, host axes)."""

    bar: int
    start: float
    end: float
    w0: Vector
    w1: Vector


@dataclass(frozen=True, slots=True)
class PointLoad:
    """Force (N, host axes) on a bar at ``at`` mm from end a."""

    bar: int
    at: float
    force: Vector


@dataclass(frozen=True, slots=True)
class LoadCase:
    name: str
    spreads: tuple[Spread, ...] = ()
    points: tuple[PointLoad, ...] = ()
    nodal: tuple[tuple[int, tuple[float, float, float, float, float, float]], ...] = ()


@dataclass(frozen=True)
class FrameModel:
    """``nodes`` has shape (n, 3). ``fixed`` holds (node, dof) pairs held still, or at ``moved`` (node, dof, mm or rad)."""

    nodes: Array
    bars: tuple[Bar, ...]
    fixed: tuple[tuple[int, int], ...]
    rests: tuple[Rest, ...] = ()
    names: tuple[str, ...] = ()
    straps: tuple[Cord, ...] = ()
    moved: tuple[tuple[int, int, float], ...] = ()
    sheets: Sheets | None = None
    """Panels that carry, on the same nodes."""
    links: tuple[Link, ...] = ()

    def name(self, node: int) -> str:
        return self.names[node] if node < len(self.names) else f"joint {node + 1}"


class SolverError(ValueError):
    """The frame cannot be solved as drawn; the message names the part."""


class MechanismError(SolverError):
    """The frame can fold or move freely."""


class UnsettledError(SolverError):
    """One-way supports keep changing between bearing and free."""


@dataclass(frozen=True)
class Results:
    """Many cases of one frame, the case first: ``factors`` (cases, loads), ``rest_force`` and ``strap_force`` >= 0 N, ``acting`` (cases,
    rests + straps) whether each presses or pulls; ``errors``: why those have no result whose rows mean nothing.

    Displacements and end actions are worked out when they are first asked for; who asks for contact forces alone never pays for them."""

    names: tuple[str, ...]
    factors: Array
    rest_force: Array
    strap_force: Array
    acting: Flags
    errors: dict[int, SolverError]
    displaced: Callable[[], Array]
    acted: Callable[[Array], tuple[Array, Array]]

    @cached_property
    def u(self) -> Array:
        """(cases, n, 6) mm and rad."""
        return self.displaced()

    @cached_property
    def _actions(self) -> tuple[Array, Array]:
        return self.acted(self.u)

    @property
    def ends(self) -> Array:
        """(cases, bars, 12) local actions on the bars' ends."""
        return self._actions[0]

    @property
    def reactions(self) -> Array:
        """(cases, n, 6) of everything that holds the frame, straps and rests between nodes left out."""
        return self._actions[1]

    def rows(self) -> list[CaseResult | SolverError]:
        """Case by case; one without result as its error."""
        return [self.errors[i] if i in self.errors else CaseResult(self, i) for i in range(len(self.names))]


@dataclass(frozen=True, slots=True)
class CaseResult:
    """One case of ``results``: arrays as there, without their first axis."""

    results: Results
    index: int

    @property
    def name(self) -> str:
        return self.results.names[self.index]

    @property
    def factors(self) -> Array:
        found: Array = self.results.factors[self.index]
        return found

    @property
    def u(self) -> Array:
        found: Array = self.results.u[self.index]
        return found

    @property
    def ends(self) -> Array:
        found: Array = self.results.ends[self.index]
        return found

    @property
    def reactions(self) -> Array:
        found: Array = self.results.reactions[self.index]
        return found

    @property
    def rest_force(self) -> Array:
        found: Array = self.results.rest_force[self.index]
        return found

    @property
    def strap_force(self) -> Array:
        found: Array = self.results.strap_force[self.index]
        return found

    @property
    def acting(self) -> Flags:
        found: Flags = self.results.acting[self.index]
        return found

    @property
    def bearing(self) -> frozenset[int]:
        """Rests that press (their index) and straps that pull (index + number of rests)."""
        return frozenset(np.flatnonzero(self.acting).tolist())


def check_model(model: FrameModel) -> None:
    """Refuse what cannot be a frame, in words.

    Raises:
        SolverError: no bars, a joint that is nowhere, nothing that holds it. What is wrong with a bar, ``elements`` says.
    """
    if not model.bars and model.sheets is None:
        raise SolverError("there are no members to carry anything")
    if not np.all(np.isfinite(model.nodes)):
        raise SolverError("a joint lies nowhere: one of its coordinates is not a number")
    if np.max(np.abs(model.nodes)) > 1e6:
        raise SolverError("a joint lies more than a kilometre away: check its coordinates")
    held = set(model.fixed)
    for rest in model.rests:
        if rest.toward is not None and (rest.k is None or abs(sum(part * part for part in rest.toward) - 1) > 1e-6):
            raise SolverError(f"{rest.id}: a support along a slope needs a unit direction and a stiffness")
        if rest.on is not None and rest.k is None:
            raise SolverError(f"{rest.id}: a support on another joint needs a stiffness")
        if rest.k is None and rest.toward is None and (rest.node, rest.dof) in held:
            # it would read as bearing nothing; one that gives bears on ground that comes up
            raise SolverError(f"{rest.id}: what it bears on is held there already; take one of the two away")
    if not (model.fixed or model.rests or model.straps or model.moved):
        raise SolverError("nothing supports this frame")
