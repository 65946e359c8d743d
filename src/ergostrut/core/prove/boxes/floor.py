"""Where a box stands on the floor: along the lower edges of what is upright, by places that each stand for the length round them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array
from ...structure.parts import Slab

APART = 140.0
"""mm between places where the floor pushes: about so many, evenly, both ends among them."""
NEAR = 20.0


def feet(mesh: Meshed, slabs: Sequence[Slab]) -> list[tuple[int, float]]:
    """(node, mm of edge that it stands for): every upright slab that comes down to the floor, and the bottom under every other."""
    bottom = next((slab for slab in slabs if slab.role == "bottom"), None)
    z0 = float(mesh.nodes[:, 2].min())
    found: dict[int, float] = {}
    for wall in (slab for slab in slabs if slab.across != 2):
        own = wall.lo[2] < 1.0
        if not own and bottom is None:
            continue
        nodes = np.array(
            [n for n in mesh.of[wall.id if own or bottom is None else bottom.id].tolist() if abs(mesh.nodes[n, 2] - z0) < 0.5], dtype=int
        )
        if not own:
            nodes = nodes[[_under(mesh.nodes[n], wall) for n in nodes]]
        for n, long in _along(mesh, nodes, 1 - wall.across):
            found[n] = max(found.get(n, 0.0), long)
    return list(found.items())


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


def _under(at: Array, wall: Slab) -> bool:
    """Whether a place lies under an upright slab's middle plane."""
    i = wall.across
    along = 1 - i
    return bool(abs(at[i] - wall.middle[i]) < 1.0 and wall.lo[along] - NEAR <= at[along] <= wall.hi[along] + NEAR)
