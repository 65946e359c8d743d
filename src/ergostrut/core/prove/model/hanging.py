"""What hangs, turns and is bolted on, in the frame model: pivots as pins on arms, mounts and latches as supports, straps, and fastenings that give."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

import numpy as np
from numpy.typing import NDArray

from ...cases import Case
from ...constants import G
from ...mechanics.solver.model import Bar, FrameModel, Link, LoadCase, SolverError
from ...mechanics.solver.model import Cord as Pull
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly
from ...structure.nouns.hung import Latch, Mount, Pivot, Strap
from ...structure.nouns.parts import Point3
from ...structure.nouns.support import Fastening
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting
from .lines import Lines

Array = NDArray[np.float64]
STIFF_ARM = (200_000.0, 77_000.0, 2_000.0, 1e6, 1e6, 1e6)
"""E, G, A, Iy, Iz, J of a hinge's leaf from its pin to a member's axis: stiffer than the member."""
CLOSE = 0.5
"""mm: a pin nearer to a member's axis than this lies on it."""
REACH = 1_000.0
"""mm of the bars that stand for a strap's resistance sideways."""
STOUT = 1e10
"""mm4 of such a bar: hinged at both ends, it takes no bending, and must not buckle by itself."""
SWINGS = "swings back"
"""Bars to where a strap's own pull holds what hangs on it."""
TURNED = 1e9
"""N mm/rad with which a wall fixing keeps its rail from rolling: nearly still."""
LENT = 1.0
"""N/mm lent across straps until their pull is known."""


@dataclass(frozen=True)
class Moving:
    """How places on the walls of a build give, ``k`` N/mm (places, 3) along each axis, and where they go in a case, mm (places, 3)."""

    k: Array
    moved: Callable[[Case], Array]


Walls = Callable[[Sequence[Point3]], Moving]
"""How the walls give and go at some places."""


@dataclass(frozen=True, slots=True)
class Going:
    """A spring along an axis of the host from a ``node`` to the ``pin`` that stands for a place on a wall, the ``place``-th of them."""

    node: int
    pin: int
    axis: int
    k: float
    place: int

    def load(self, words: str) -> LoadCase:
        """The place moved by 1 mm: what moves a spring's far end pulls at its near end, and is held there."""
        one = [0.0, 0.0, 0.0]
        one[self.axis] = self.k
        x, y, z = one
        return LoadCase(words, nodal=((self.node, (x, y, z, 0.0, 0.0, 0.0)), (self.pin, (-x, -y, -z, 0.0, 0.0, 0.0))))


@dataclass(frozen=True)
class Hung:
    """What of a build hangs, turns and is bolted in a setting, with where it stands in the model: bars of pivots (their first), nodes
    of mounts and latches."""

    straps: tuple[Strap, ...] = ()
    mounts: tuple[tuple[Mount, int], ...] = ()
    pivots: tuple[tuple[Pivot, int], ...] = ()
    latches: tuple[tuple[Latch, int], ...] = ()
    fastened: tuple[tuple[Fastening, int, int], ...] = ()
    """With the node it holds, and the one on the host that holds it."""
    going: tuple[Going, ...] = ()
    """Springs of wall fixings and latches on walls that give and move; their nodes are then those on the wall."""
    moving: Moving | None = None
    gone: Fastening | None = None
    """One that was there, where the loads were made."""

    @property
    def twists(self) -> bool:
        """Whether the host's twist moves what holds it."""
        return any(one.twist for one, _, _ in self.fastened) or (self.gone is not None and bool(self.gone.twist))

    @property
    def rolling(self) -> tuple[tuple[Fastening, int, int], ...]:
        """What of it stands on wheels."""
        return tuple(row for row in self.fastened if row[0].wheel is not None)

    def twist(self) -> LoadCase:
        """The host twisted once: what moves a spring's far end pulls at its near end with as much as that move strains it, and is held there."""
        rows = [(node, pin, one.k[0] * one.twist, one.out) for one, node, pin in self.fastened]
        ends = [(end, force, out) for node, pin, newton, out in rows for end, force in ((node, newton), (pin, -newton))]
        return LoadCase("twist", nodal=tuple((end, (force * x, force * y, force * z, 0.0, 0.0, 0.0)) for end, force, (x, y, z) in ends))


NOTHING = Hung()


def places(build: Assembly, setting: Setting) -> list[tuple[str, Array]]:
    """Points of members where something of it is fastened; ``build`` as it stands (``as_it_stands``)."""
    rows = [(strap.member, strap.at) for strap in hooked(build, setting)]
    rows += [(mount.member, mount.at) for mount in build.mounts]
    rows += [(one.member, end) for one in build.fastenings for end in one.ends]
    rows += [(name, pivot.at) for pivot in build.pivots for name in (pivot.moving, pivot.fixed)]
    rows += [(latch.member, latch.at) for latch in _shut(build, setting)]
    return [(name, np.array(at)) for name, at in rows]


def hooked(build: Assembly, setting: Setting) -> tuple[Strap, ...]:
    """Straps that are hooked in where their body stands."""
    return tuple(s for s in build.straps if abs(_travel(build, setting, s.member) - s.travel) < 0.01)


def _shut(build: Assembly, setting: Setting) -> tuple[Latch, ...]:
    return tuple(latch for latch in build.latches if abs(_travel(build, setting, latch.member) - latch.travel) < 0.01)


def _travel(build: Assembly, setting: Setting, member: str) -> float:
    return poses_of(build, setting).travel(build.motion_of(build.member(member).body))


def _released(bar: Bar, axis: Array, nodes: Sequence[Array]) -> Bar:
    """A bar that turns freely about an axis at its end a: the local axis nearest to it."""
    x = (nodes[bar.b] - nodes[bar.a]) / np.linalg.norm(nodes[bar.b] - nodes[bar.a])
    up = np.array([1.0, 0.0, 0.0]) if abs(x[2]) > 1 - 1e-9 else np.array([0.0, 0.0, 1.0])
    z = up - (up @ x) * x
    z /= np.linalg.norm(z)
    local = np.array([x, np.cross(z, x), z])
    return replace(bar, released=(3 + int(np.argmax(np.abs(local @ axis))),))


@dataclass(frozen=True)
class Hanging:
    """What hangs, with the bars, springs, held degrees of freedom and straps that it takes in the model."""

    hung: Hung
    bars: list[Bar]
    springs: tuple[Link, ...]
    held: list[tuple[int, int]]
    pulls: tuple[Pull, ...]


def _pivots(build: Assembly, lines: Lines, first: int) -> tuple[list[Bar], list[tuple[Pivot, int]]]:
    """Arms of the pivots, bars from the model's ``first`` on."""
    bars, pivots = list[Bar](), list[tuple[Pivot, int]]()
    for pivot in build.pivots:
        pin = np.array(pivot.at)
        fixed, moving = lines.of[pivot.fixed].near(pin), lines.of[pivot.moving].near(pin)
        start = fixed
        if np.linalg.norm(lines.nodes[fixed] - pin) > CLOSE:
            start = lines.node(pin, pivot.label)
            bars.append(Bar(f"{pivot.id} leaf", fixed, start, *STIFF_ARM))
        if np.linalg.norm(lines.nodes[moving] - lines.nodes[start]) <= CLOSE:
            raise SolverError(f"{pivot.label}: its pin lies on the axes of both members; set them apart")
        bars.append(_released(Bar(pivot.id, start, moving, *STIFF_ARM), np.array(pivot.axis), lines.nodes))
        pivots.append((pivot, first + len(bars) - 1))
    return bars, pivots


@dataclass
class _Held:
    """Nodes held at a wall: still, or by springs to places on it that give and move."""

    lines: Lines
    moving: Moving | None
    held: list[tuple[int, int]] = field(default_factory=list)
    springs: list[Link] = field(default_factory=list)
    going: list[Going] = field(default_factory=list)
    count: int = 0

    def hold(self, node: int, dofs: Sequence[int], words: str) -> int:
        """The node whose reactions are what holds it."""
        place, self.count = self.count, self.count + 1
        if self.moving is None:
            self.held += [(node, dof) for dof in dofs]
            return node
        pin = self.lines.node(self.lines.nodes[node], words)
        k = [0.0] * 6
        for dof in dofs:
            k[dof] = float(self.moving.k[place, dof]) if dof < 3 else TURNED
        self.springs.append(Link(words, node, pin, (k[0], k[1], k[2], k[3], k[4], k[5])))
        self.held += [(pin, dof) for dof in range(6)]
        self.going += [Going(node, pin, dof, k[dof], place) for dof in dofs if dof < 3]
        return pin


def fixes(mount: Mount, about: int) -> tuple[int, ...]:
    """Degrees of freedom that a wall fixing holds of a member along axis ``about``: it keeps that from rolling as well."""
    return (0, 1, *((2,) if mount.carries else ()), 3 + about)


def hang(build: Assembly, setting: Setting, lines: Lines, first: int, walls: Walls | None = None) -> Hanging:
    """Arms of the pivots (bars from the model's ``first`` on), what mounts and latches hold, and the straps that are hooked in; on ``walls`` that
    give and move where it is fixed to those of another build."""
    bars, pivots = _pivots(build, lines, first)
    shut = _shut(build, setting)
    places = [*(mount.at for mount in build.mounts), *(latch.at for latch in shut)]
    at_wall = _Held(lines, walls(places) if walls is not None and places else None)
    mounts = []
    for mount in build.mounts:
        line = lines.of[mount.member]
        about = int(np.argmax(np.abs(line.q - line.p)))
        mounts.append((mount, at_wall.hold(line.near(np.array(mount.at)), fixes(mount, about), mount.label)))
    latches = [(one, at_wall.hold(lines.of[one.member].near(np.array(one.at)), (one.axis,), one.label)) for one in shut]
    straps = hooked(build, setting)
    pulls = tuple(
        Pull(strap.label, lines.of[strap.member].near(np.array(strap.at)), strap.k[0], None, strap.to, strap.slack) for strap in straps
    )
    hung = Hung(straps, tuple(mounts), tuple(pivots), tuple(latches), going=tuple(at_wall.going), moving=at_wall.moving)
    return Hanging(hung, bars, tuple(at_wall.springs), at_wall.held, pulls)


def riding(build: Assembly) -> dict[str, float]:
    """Weight of panels turned out of the level and of what is fastened to their body, N/mm on the members that carried them."""
    extra: dict[str, float] = {}
    for panel in (panel for panel in build.decks if not panel.level):
        under = [build.member(name) for name in panel.laid.on]
        long = sum(member.length for member in under)
        area = sum(p.wide[0] * p.wide[1] for p in build.decks if p.body == panel.body)
        small = sum(item.mass * item.count for item in build.items if item.body == panel.body and item.aboard and not item.hangs)
        kg = panel.mass + small * panel.wide[0] * panel.wide[1] / area
        for member in under:
            extra[member.id] = extra.get(member.id, 0.0) + kg * G / long
    return extra


def swinging(model: FrameModel, frame_of: Callable[[FrameModel], Frame], load: Sequence[float]) -> FrameModel:
    """The model with what taut straps resist sideways: N/L across each, N under ``load`` (shares of the frame's basic loads), which lasts.

    A hanging weight swings back by its own pull: without it whatever hangs on straps alone is a mechanism.

    Raises:
        SolverError: what hangs folds even so.
    """
    lent = _across(model, [LENT] * len(model.straps))
    pulls = frame_of(lent).solve("hanging", np.asarray(load, dtype=float)).strap_force
    lengths = [float(np.linalg.norm(np.array(strap.to) - model.nodes[strap.a])) for strap in model.straps]
    return _across(model, [float(pull) / length for pull, length in zip(pulls, lengths, strict=True)])


def _across(model: FrameModel, stiffness: Sequence[float]) -> FrameModel:
    """The model with springs of so many N/mm in both directions across each strap that hangs from the host."""
    nodes, bars, fixed = list(model.nodes), list(model.bars), list(model.fixed)
    for strap, k in zip(model.straps, stiffness, strict=True):
        if strap.b is not None or k <= 0:
            continue
        along = np.array(strap.to) - model.nodes[strap.a]
        along /= np.linalg.norm(along)
        one = np.cross(along, [1.0, 0.0, 0.0] if abs(along[0]) < 0.9 else [0.0, 1.0, 0.0])
        one /= np.linalg.norm(one)
        for direction in (one, np.cross(along, one)):
            far = len(nodes)
            nodes.append(model.nodes[strap.a] + REACH * direction)
            bars.append(Bar(SWINGS, strap.a, far, k * REACH, 1.0, 1.0, STOUT, STOUT, 1.0, released=(3, 4, 5, 10, 11)))
            fixed += [(far, dof) for dof in range(6)]
    known = tuple(model.name(i) for i in range(len(model.nodes)))
    names = (*known, *(SWINGS for _ in range(len(nodes) - len(known))))
    return replace(model, nodes=np.array(nodes), bars=tuple(bars), fixed=tuple(fixed), names=names)
