"""A box of panels in one case: its panels by their state, how they bend, and the edges by what holds them."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from ..finding import State, state_of_use
from ..mechanics.solver.model import Array
from ..primitives import Path, Primitive, View, ViewName, box_of
from ..prove.boxes.edges import uses_of
from ..prove.boxes.model import Box
from ..structure.setting import settings_of
from .outline import AXES
from .shapes import build_shapes

SHOWN = 0.06
"""Part of the box's length that the largest movement is drawn as."""
SCALES = (1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0)


def scale_of(box: Box, i: int) -> float:
    """How many times movements of a case are drawn too large, a round number."""
    most = float(np.abs(box.results.u[i, :, :3]).max(initial=0.0))
    long = max(slab.hi[0] - slab.lo[0] for slab in box.slabs)
    wanted = SHOWN * long / most if most > 0 else 1.0
    return max((one for one in SCALES if one <= wanted), default=1.0)


def _lines(box: Box, name: str, *, middle: bool = True) -> list[np.ndarray]:
    """Nodes of a panel's rim and of its middle lines, in rows, each along an axis."""
    nodes = box.mesh.of[name]
    at = box.mesh.nodes[nodes]
    slab = next(s for s in box.slabs if s.id == name)
    found = []
    i, j = (axis for axis in range(3) if axis != slab.across)
    for axis, other in ((i, j), (j, i)):
        values = np.unique(np.round(at[:, other], 3))
        at_middle = {float(values[len(values) // 2])} if middle else set()
        for value in sorted({float(values[0]), float(values[-1])} | at_middle):
            row = np.flatnonzero(np.abs(at[:, other] - value) < 0.01)
            found.append(nodes[row[np.argsort(at[row, axis])]])
    return found


def box_views(box: Box, i: int, states: Mapping[str, State]) -> tuple[tuple[View, ...], float]:
    """Side, plan and rear of case ``i``, and how many times bent lines are exaggerated."""
    scale, setting, views = scale_of(box, i), settings_of(box.build)[0], []
    names: tuple[ViewName, ...] = ("side", "plan", "rear")
    u: Array = box.results.u[i, :, :3]
    for name in names:
        h, v, look = AXES[name]
        items: list[Primitive] = build_shapes(box.build, name, setting, states)
        for seam, use in uses_of(box, i):
            a, b = (box.mesh.nodes[seam.pairs[k, 0]] for k in (0, -1))
            words = f"{seam.second.rsplit('/', 1)[-1]} on {seam.first.rsplit('/', 1)[-1]}, {use:.2f} of what holds the edge"
            line = ((float(a[h]), float(a[v])), (float(b[h]), float(b[v])))
            if max(abs(line[0][0] - line[1][0]), abs(line[0][1] - line[1][1])) > 1.0:
                items.append(Path(line, "strap", False, seam.second, words, state_of_use(use)))
        for slab in box.slabs:
            # seen flat on, a panel's rim says how it leans; on its edge its middle says how it bends
            for row in _lines(box, slab.id, middle=slab.across != look):
                points = box.mesh.nodes[row] + scale * u[row]
                flat = tuple((float(p[h]), float(p[v])) for p in points)
                if max(abs(flat[0][0] - flat[-1][0]), abs(flat[0][1] - flat[-1][1])) > 1.0:
                    items.append(Path(flat, "bent", False, slab.id, f"bent line, {scale:g} times"))
        views.append(View(name, box_of(items), tuple(items)))
    return tuple(views), scale
