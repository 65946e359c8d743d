"""Where a box stands on the floor: along the lower edges of what is upright, by places that each stand for the length round them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array
from ...structure.nouns.panel import Panel
from ...structure.nouns.parts import Point3

APART = 140.0
"""mm between places where the floor pushes: about so many, evenly, both ends among them."""
NEAR = 20.0


@dataclass(frozen=True, slots=True)
class EdgeFoot:
    """A place where the floor pushes: its node, mm of edge that it stands for, the axis that runs along, and mm of the panel that stands there."""

    node: int
    long: float
    axis: int
    thick: float


def feet(mesh: Meshed, panels: Sequence[Panel]) -> list[EdgeFoot]:
    """Every place where the floor pushes: under every upright panel that comes down to it, and what lies on it under every other."""
    z0, low = float(mesh.nodes[:, 2].min()), lowest(panels)
    found: dict[int, EdgeFoot] = {}
    for wall in (panel for panel in panels if panel.across != 2):
        own = wall.lo[2] < low + 1.0
        stands = wall.id if own else lying(panels, wall.middle)
        if not stands:
            continue
        nodes = np.array([n for n in mesh.of[stands].tolist() if abs(mesh.nodes[n, 2] - z0) < 0.5], dtype=int)
        if not own:
            nodes = nodes[[_under(mesh.nodes[n], wall) for n in nodes]]
        for n, long in _along(mesh, nodes, 1 - wall.across):
            if n not in found or found[n].long < long:
                found[n] = EdgeFoot(n, long, 1 - wall.across, wall.sheet.t)
    return list(found.values())


def lowest(panels: Sequence[Panel]) -> float:
    """z of what a box stands on."""
    return float(min(panel.lo[2] for panel in panels))


def lying(panels: Sequence[Panel], at: Point3) -> str:
    """The level panel that lies on the floor at or under a place; empty without one."""
    low = lowest(panels)
    return next(
        (s.id for s in panels if s.across == 2 and s.lo[2] < low + 1.0 and all(s.lo[i] - NEAR <= at[i] <= s.hi[i] + NEAR for i in (0, 1))),
        "",
    )


def _along(mesh: Meshed, nodes: np.ndarray, axis: int) -> Iterator[tuple[int, float]]:
    """Of nodes on a line those nearest to even places along it, each with half the way to its neighbours."""
    if not len(nodes):
        return
    at = mesh.nodes[nodes, axis]
    count = max(round((at.max() - at.min()) / APART), 1) + 1
    picked = sorted({int(np.argmin(np.abs(at - x))) for x in np.linspace(at.min(), at.max(), count)}, key=lambda k: float(at[k]))
    places = at[picked]
    gaps = np.diff(places, prepend=places[0], append=places[-1])
    for k, long in zip(picked, (gaps[:-1] + gaps[1:]) / 2, strict=True):
        yield int(nodes[k]), float(long)


def _under(at: Array, wall: Panel) -> bool:
    """Whether a place lies under an upright panel's middle plane."""
    i = wall.across
    along = 1 - i
    return bool(abs(at[i] - wall.middle[i]) < 1.0 and wall.lo[along] - NEAR <= at[along] <= wall.hi[along] + NEAR)
