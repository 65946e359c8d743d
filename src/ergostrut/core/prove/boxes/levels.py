"""Level panels of a box, and how what stands on them presses their mesh."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np

from ...constants import G
from ...mechanics.boxes.mesh import Flat, Meshed
from ...structure.carried import Placed
from ...structure.nouns.panel import Panel

Vec = tuple[float, float, float]


class Top:
    """Where a place on a level panel lies in its mesh: shares of the nodes round it."""

    def __init__(self, mesh: Meshed, flat: Flat) -> None:
        mine = mesh.of[flat.id]
        at = mesh.nodes[mine]
        self.x, self.y = (np.unique(np.round(at[:, i], 6)) for i in (0, 1))
        self.node = {(round(float(x), 3), round(float(y), 3)): int(n) for n, (x, y, _) in zip(mine, at, strict=True)}

    def shares(self, x: float, y: float) -> list[tuple[int, float]]:
        """Nodes round a place with their bilinear shares; held to the panel's edges."""
        rows = []
        for line, v in ((self.x, x), (self.y, y)):
            i = int(np.clip(np.searchsorted(line, v) - 1, 0, len(line) - 2))
            t = float(np.clip((v - line[i]) / (line[i + 1] - line[i]), 0.0, 1.0))
            rows.append(((line[i], 1 - t), (line[i + 1], t)))
        return [(self._node(float(a), float(b)), s * t) for a, s in rows[0] for b, t in rows[1]]

    def _node(self, x: float, y: float) -> int:
        """The node there, or over an opening the nearest on its rim."""
        found = self.node.get((round(x, 3), round(y, 3)))
        return found if found is not None else min(self.node.items(), key=lambda row: math.dist(row[0], (x, y)))[1]

    def patch(self, x: float, y: float, size: tuple[float, float]) -> list[tuple[int, float, float, float]]:
        """(node, share, dx, dy) of an even load on a patch: by a grid of points, ``dx``, ``dy`` from its middle."""
        found: list[tuple[int, float, float, float]] = []
        n = [max(int(np.ceil(s / 50.0)), 1) for s in size]
        for i in range(n[0]):
            for j in range(n[1]):
                dx, dy = ((i + 0.5) / n[0] - 0.5) * size[0], ((j + 0.5) / n[1] - 0.5) * size[1]
                found += [(node, share / (n[0] * n[1]), dx, dy) for node, share in self.shares(x + dx, y + dy)]
        return found


class Levels:
    """Every level panel of a box, to find the one that something stands on."""

    def __init__(self, mesh: Meshed, flats: Sequence[Flat], by_id: Mapping[str, Panel]) -> None:
        self.rows = [(by_id[flat.id], Top(mesh, flat)) for flat in flats if by_id[flat.id].across == 2]

    def under(self, at: Vec) -> Top:
        """The panel under a place: whose upper face is nearest in height, and which reaches there."""

        def off(panel: Panel) -> float:
            beside = sum(max(panel.lo[i] - at[i], at[i] - panel.hi[i], 0.0) for i in (0, 1))
            return abs(panel.hi[2] - at[2]) + beside

        return min(self.rows, key=lambda row: off(row[0]))[1]

    def panel(self, panel: Panel, g: Vec) -> list[tuple[int, tuple[float, ...]]]:
        """A lid's own weight under 1 g along an axis, on the rim that it lies in."""
        x, y, _ = panel.middle
        W = panel.mass * G
        rows = self.under((x, y, panel.hi[2])).patch(x, y, panel.wide)
        return [(node, (W * share * g[0], W * share * g[1], W * share * g[2], 0.0, 0.0, 0.0)) for node, share, _, _ in rows]

    def thing(self, item: Placed, g: Vec) -> list[tuple[int, tuple[float, ...]]]:
        """A thing's weight under 1 g along an axis: even on its place, tilted by what pushes it at its own height."""
        x, y, _ = item.at()
        sx, sy, h = item.size
        W, found = item.mass * G, list[tuple[int, tuple[float, ...]]]()
        for node, share, dx, dy in self.under((x, y, item.surface.origin[2])).patch(x, y, (sx, sy)):
            lean = 12 * (h / 2) * (g[0] * dx / sx**2 + g[1] * dy / sy**2)
            found.append((node, (W * share * g[0], W * share * g[1], W * share * (g[2] - lean), 0.0, 0.0, 0.0)))
        return found
