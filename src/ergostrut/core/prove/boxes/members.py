"""Members in a box of panels: bars in its mesh, held to the panels they lie on by springs where their screws are. One model, one solve."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ...constants import G
from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array, Bar, Link, SolverError, Spread
from ...structure.assembly import Assembly
from ...structure.nouns.parts import Member
from ...structure.nouns.screwed import Screwed
from ..model.posed import Piece

ARM = (200_000.0, 77_000.0, 2_000.0, 1e6, 1e6, 1e6)
"""E, G, A, Iy, Iz, J from a member's axis to the panel's middle: stiffer than the member."""
BESIDE = 60.0
"""mm beside a member's line within which a panel's node stands for its screws there."""
DENSITY = 500.0
"""kg/m3 of a panel round its screws, at the low end."""


@dataclass(frozen=True)
class Barred:
    """What members add to a box: ``nodes`` after all others, ``bars`` with their ``pieces``, by member; ``springs`` one after the other by ``rows``: the
    screwed line and mm that each stands for."""

    nodes: tuple[Array, ...]
    names: tuple[str, ...]
    bars: tuple[Bar, ...]
    pieces: tuple[Piece, ...]
    springs: tuple[Link, ...]
    rows: tuple[tuple[Screwed, float], ...]

    def spreads(self, g: tuple[float, float, float]) -> tuple[Spread, ...]:
        """The members' own weight under 1 g along an axis."""
        found = []
        for piece in self.pieces:
            w = piece.member.section.mass_per_m * 1e-3 * G
            own = w * g[0], w * g[1], w * g[2]
            found.append(Spread(piece.index, 0.0, piece.length, own, own))
        return tuple(found)


BARE = Barred((), (), (), (), (), ())


def stops_of(build: Assembly) -> list[tuple[float, float, float]]:
    """Places where the mesh must have a line: the ends of every member that is screwed to a panel."""
    held = {one.member for one in build.screwed}
    return [at for member in build.members if member.id in held for at in (member.a, member.b)]


def barred(build: Assembly, mesh: Meshed, first: int) -> Barred:
    """Every member that is screwed along a panel, its nodes counted from ``first``.

    Raises:
        SolverError: a member lies where its panel has no place for its screws.
    """
    nodes, names = list[Array](), list[str]()
    # pieces are the first bars of the model, arms come after them
    bars, pieces, arms, springs, rows = list[Bar](), list[Piece](), list[Bar](), list[Link](), list[tuple[Screwed, float]]()

    def node(at: Array, name: str) -> int:
        nodes.append(at[None])
        names.append(name)
        return first + len(nodes) - 1

    for one in build.screwed:
        member = build.member(one.member)
        at = _places(member, one, mesh)
        if len(at) < 2:
            raise SolverError(f"{member.name} has no place on its panel for two screws; make it longer")
        a, x = np.array(member.a), np.array(member.axes[0])
        stops = sorted({0.0, member.length, *(s for s, _ in at)})
        own = {s: node(a + s * x, f"{member.name} at {s:.0f} mm from its end") for s in stops}
        free = max(b - c for c, b in itertools.pairwise([s for s, _ in at]))
        material, p = member.section.material, member.shape
        for s, t in itertools.pairwise(stops):
            bar = Bar(member.id, own[s], own[t], material.E, material.G, p.A, p.Iy, p.Iz, p.J)
            pieces.append(Piece(member, len(bars), s, t - s, free, free, (False, False), 0.0, True))
            bars.append(bar)
        for (s, panel_node), long in zip(at, _each(member.length, [s for s, _ in at]), strict=True):
            foot = node(mesh.nodes[panel_node], f"screws of {member.name}")
            arms.append(Bar(f"{one.id} arm", own[s], foot, *ARM))
            springs.append(_spring(one, member, foot, panel_node, long))
            rows.append((one, long))
    return Barred(tuple(nodes), tuple(names), (*bars, *arms), tuple(pieces), tuple(springs), tuple(rows))


def _places(member: Member, one: Screwed, mesh: Meshed) -> list[tuple[float, int]]:
    """(mm along the member, node of its panel) where its screws are gathered: the nodes nearest to its line, no nearer than its screws."""
    mine = mesh.of[one.panel]
    off = mesh.nodes[mine] - np.array(member.a)
    x, y, _ = (np.array(axis) for axis in member.axes)
    s, beside = off @ x, np.abs(off @ y)
    rows = sorted(
        (float(s[i]), float(beside[i]), int(mine[i])) for i in np.flatnonzero((beside < BESIDE) & (s > -1e-6) & (s < member.length + 1e-6))
    )
    found: list[tuple[float, int]] = []
    for _, group in itertools.groupby(rows, key=lambda row: round(row[0], 1)):
        at, _, near = min(group, key=lambda row: row[1])
        if not found or at - found[-1][0] >= one.spacing / 2:
            found.append((at, near))
    return found


def _each(length: float, at: Sequence[float]) -> Iterator[float]:
    """mm of the member that each place stands for."""
    edges = [0.0, *((a + b) / 2 for a, b in itertools.pairwise(at)), length]
    return (b - a for a, b in itertools.pairwise(edges))


def _spring(one: Screwed, member: Member, foot: int, panel: int, long: float) -> Link:
    """Screws of a length as one spring: across them rho^1.5 d / 23 N/mm each (EN 1995-1-1 table 7.1), along them 25 d l (European technical
    approvals, from memory); turned about the member one pulls as its edge presses, half its width from it."""
    count = long / one.spacing
    slip, pull = count * DENSITY**1.5 * one.d / 23, count * 25 * one.d * one.bite
    x, _, z = member.axes
    return Link(f"{one.id} screws", foot, panel, (slip, pull, slip, pull * (member.shape.width / 2) ** 2, 0.0, 0.0), x, z)
