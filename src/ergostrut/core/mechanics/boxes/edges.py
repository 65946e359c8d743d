"""How panels hold each other along an edge: line springs by way of joining, and what a fastener or a bond line takes of it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..shells.section import Array
from ..solver.model import Link
from .mesh import Seam

FIRM = 1e4
"""N/mm a mm of a line that hardly gives: a bond thinner than the panel."""


@dataclass(frozen=True, slots=True)
class EdgeLine:
    """Stiffness a mm of edge: ``slip`` along it, ``shear`` across it in the first panel's face, ``pull`` out of that face, N/mm a mm; ``turn``
    about the edge N mm/rad a mm. ``spacing`` mm of fasteners (0: a bond), ``width`` mm of a bond."""

    slip: float
    shear: float
    pull: float
    turn: float
    spacing: float = 0.0
    width: float = 0.0


def bonded(thickness: float, G: float, glue: float, width: float, E: float) -> EdgeLine:
    """A bead ``glue`` mm thick and ``width`` wide, shear modulus ``G`` MPa, between panels ``thickness`` mm thick: G w / t_a along and across,
    three times that apart (a bead held between plates hardly narrows), and turned about its middle. ``E`` MPa of the panels bounds the turn."""
    k = min(G * width / glue, FIRM)
    pull = min(3 * k, FIRM)
    return EdgeLine(k, k, pull, min(pull * width**2 / 12, E * thickness**3 / 12 / thickness), width=width)


def screwed(slip: float, axial: float, spacing: float, thickness: float) -> EdgeLine:
    """Fasteners ``spacing`` mm apart, ``slip`` N/mm across and ``axial`` N/mm along each (EN 1995-1-1 table 7.1 and tests): in turning, one
    pulls while the edge presses, half the panel's ``thickness`` from it."""
    return EdgeLine(slip / spacing, slip / spacing, axial / spacing, axial / spacing * (thickness / 2) ** 2, spacing=spacing)


def links(seams: Sequence[Seam], lines: Sequence[EdgeLine]) -> tuple[Link, ...]:
    """Springs of every seam by its line: x along the edge, y out of the first panel's face, z in that face across the edge."""
    found = []
    for seam, line in zip(seams, lines, strict=True):
        for k, ((a, b), length) in enumerate(zip(seam.pairs.tolist(), seam.lengths.tolist(), strict=True)):
            own = (line.slip * length, line.pull * length, line.shear * length, line.turn * length, 0.0, 0.0)
            found.append(Link(f"{seam.first} to {seam.second} {k}", a, b, own, seam.along, seam.out))
    return tuple(found)


def per_mm(seam: Seam, forces: Array) -> Array:
    """Line forces (cases, nodes, 4): N a mm along, out of the first panel, across in its face, and N mm a mm of turn, from those of the
    seam's own links (cases, nodes, 6)."""
    found: Array = forces[..., :4] / np.asarray(seam.lengths)[:, None]
    return found
