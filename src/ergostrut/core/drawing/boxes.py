"""A box of panels in one case: its panels by their state, how they bend, and the edges by what holds them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from ..finding import State, state_of_use
from ..mechanics.solver.model import Array
from ..primitives import Path, Primitive, View, ViewName, box_of
from ..prove.boxes.edges import uses_of
from ..prove.boxes.model import SolvedBox
from ..prove.boxes.planes import drawn_out
from ..prove.boxes.strength import GOVERNS, PanelUse, panel_uses
from ..structure.standing.setting import settings_of
from .axes import AXES
from .scene import Scene, Strand, panel_scene
from .shapes import build_shapes

SHOWN = 0.06
"""Part of the box's length that the largest movement is drawn as."""
TOWARDS = {0: 1.0, 1: 1.0, 2: 1.0}
"""Along each axis, which way a view across it looks from: the rear, the right, above."""
MARK = 0.06
"""Half the length of a mark of the governing direction, part of the panel's."""
SCALES = (1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0)


def scale_of(box: SolvedBox, i: int) -> float:
    """How many times movements of a case are drawn too large, a round number."""
    most = float(np.abs(box.results.u[i, :, :3]).max(initial=0.0))
    long = max(panel.hi[0] - panel.lo[0] for panel in box.shells)
    wanted = SHOWN * long / most if most > 0 else 1.0
    return max((one for one in SCALES if one <= wanted), default=1.0)


def _lines(box: SolvedBox, name: str, *, middle: bool = True) -> list[np.ndarray]:
    """Nodes of a panel's rim and of its middle lines, in rows, each along a straight line."""
    nodes = box.mesh.of[name]
    at = box.mesh.nodes[nodes]
    panel = next(s for s in box.shells if s.id == name)
    found = []
    if not panel.along_axes:
        rim = drawn_out(box.shells)[1]
        own = next(outline.rim for outline in rim if outline.id == name)
        for a, b in zip(own, np.roll(own, -1, axis=0), strict=True):
            run = (b - a) / np.linalg.norm(b - a)
            off = np.linalg.norm(at - a - ((at - a) @ run)[:, None] * run, axis=1)
            row = np.flatnonzero(off < 0.1)
            found.append(nodes[row[np.argsort(at[row] @ run)]])
        return found
    i, j = (axis for axis in range(3) if axis != panel.across)
    for axis, other in ((i, j), (j, i)):
        values = np.unique(np.round(at[:, other], 3))
        at_middle = {float(values[np.argmin(np.abs(values - (values[0] + values[-1]) / 2))])} if middle else set()
        for value in sorted({float(values[0]), float(values[-1])} | at_middle):
            row = np.flatnonzero(np.abs(at[:, other] - value) < 0.01)
            found.append(nodes[row[np.argsort(at[row, axis])]])
    return found


def _governs(box: SolvedBox, panels: Sequence[PanelUse], look: int, h: int, v: int) -> list[Primitive]:
    """Where the panel that is seen flat on and nearest is worked hardest: a bar along the direction it is bent in, a cross where it is sheared."""
    flat = [panel for panel in box.shells if panel.across == look]
    panel = max(flat, key=lambda one: TOWARDS[look] * one.middle[look], default=None)
    row = next((one for one in panels if panel is not None and one.part == panel.id), None)
    if panel is None or row is None:
        return []
    other = next(i for i in range(3) if i not in (panel.across, panel.grain_axis))
    along = {GOVERNS[0]: (panel.grain_axis,), GOVERNS[1]: (other,)}.get(row.governs, (panel.grain_axis, other))
    half, found = MARK * max(panel.cut), list[Primitive]()
    # kept within the panel: what is worked hardest at its rim is said there all the same
    at = [min(max(row.at[i], panel.lo[i] + half), max(panel.hi[i] - half, panel.lo[i] + half)) for i in range(3)]
    for axis in along:
        d = (half, 0.0) if axis == h else (0.0, half)
        ends = ((at[h] - d[0], at[v] - d[1]), (at[h] + d[0], at[v] + d[1]))
        found.append(Path(ends, "force", False, panel.id, f"{panel.name} {row.governs}, {row.use:.2f}", row.state))
    return found


def box_scene(box: SolvedBox, i: int, states: Mapping[str, State]) -> Scene:
    """The box alone in three dimensions, its panels' rims and middle lines bent in case ``i``."""
    scale, u = scale_of(box, i), box.results.u[i, :, :3]
    strands = []
    for panel in box.shells:
        for row in _lines(box, panel.id):
            points = box.mesh.nodes[row] + scale * u[row]
            strands.append(Strand(tuple((float(x), float(y), float(z)) for x, y, z in points), "bent", panel.id))
    return panel_scene(box.build, states, strands, scale)


def box_views(box: SolvedBox, i: int, states: Mapping[str, State]) -> tuple[tuple[View, ...], float]:
    """Side, plan and rear of case ``i``, and how many times bent lines are exaggerated."""
    scale, setting, views = scale_of(box, i), settings_of(box.build)[0], []
    names: tuple[ViewName, ...] = ("side", "plan", "rear")
    u: Array = box.results.u[i, :, :3]
    edges, panels = uses_of(box, i), panel_uses(box, box.cases[i].name)
    for name in names:
        h, v, look = AXES[name]
        items: list[Primitive] = build_shapes(box.build, name, setting, states)
        items += _governs(box, panels, look, h, v)
        for edge in edges:
            seam, use = edge.seam, edge.use
            a, b = (box.mesh.nodes[seam.pairs[k, 0]] for k in (0, -1))
            held = "what holds the edge is not known" if use is None else f"{use:.2f} of what holds the edge"
            words = f"{seam.second.rsplit('/', 1)[-1]} on {seam.first.rsplit('/', 1)[-1]}, {held}"
            line = ((float(a[h]), float(a[v])), (float(b[h]), float(b[v])))
            if max(abs(line[0][0] - line[1][0]), abs(line[0][1] - line[1][1])) > 1.0:
                items.append(Path(line, "strap", False, seam.second, words, state_of_use(use) if use is not None else "unknown"))
        for panel in box.shells:
            # seen flat on, a panel's rim says how it leans; on its edge its middle says how it bends
            for row in _lines(box, panel.id, middle=panel.across != look):
                points = box.mesh.nodes[row] + scale * u[row]
                flat = tuple((float(p[h]), float(p[v])) for p in points)
                if max(abs(flat[0][0] - flat[-1][0]), abs(flat[0][1] - flat[-1][1])) > 1.0:
                    items.append(Path(flat, "bent", False, panel.id, f"bent line, {scale:g} times"))
        views.append(View(name, box_of(items), tuple(items)))
    return tuple(views), scale
