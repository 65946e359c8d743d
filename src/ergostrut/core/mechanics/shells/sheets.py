"""Panels meshed into elements, in host axes: matrices ready to be assembled, and the resultants that come out."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .element import CORNERS, EXTRAPOLATE, GAUSS, jacobian, membrane, plate, shape
from .section import Array, ShellSection

Index = NDArray[np.intp]
FLAT = 1e-3
"""Part of its size by which an element's corners may lie off one plane."""
_PLANE, _ACROSS = (0, 1, 5), (2, 3, 4)
"""u, v, rz and w, rx, ry among a node's six."""
EDGES = ((0, 1), (1, 2), (2, 3), (3, 0), (0, 2), (1, 3))
"""Pairs of an element's nodes that share stiffness."""


class ShellError(ValueError):
    """A panel cannot be meshed or assembled as it lies."""


@dataclass(frozen=True)
class Sheets:
    """``quads`` (m, 4) nodes, counter-clockwise seen from the face at +z; ``along`` (m, 3) the direction of axis 1, host axes;
    ``which`` (m,) of ``sections`` each is made of; ``names`` of the panels, ``panel`` (m,) the one each belongs to."""

    quads: Index
    along: Array
    which: Index
    sections: tuple[ShellSection, ...]
    names: tuple[str, ...] = ()
    panel: Index | None = None


@dataclass(frozen=True)
class Blocks:
    """``K`` (m, 24, 24) in host axes at ``dofs`` (m, 24); ``R`` (m, 3, 3) rows local x, y, z; ``local`` (m, 24, 24) host displacements to
    local ones; operators at the Gauss points: ``strain`` (m, 4, 3, 12), ``curvature`` (m, 4, 3, 12), ``slope`` (m, 4, 2, 12); ``shares``
    (m, 4) mm2 of each corner's part of the area."""

    K: Array
    dofs: Index
    R: Array
    local: Array
    strain: Array
    curvature: Array
    slope: Array
    shares: Array
    A: Array
    D: Array
    S: Array

    @property
    def floats(self) -> int:
        return sum(a.size for a in (self.K, self.local, self.strain, self.curvature, self.slope))


def axes(nodes: Array, sheets: Sheets) -> Array:
    """(m, 3, 3) rows x along axis 1, y, z across the plane.

    Raises:
        ShellError: an element without area, folded, or with corners off one plane.
    """
    corner = nodes[sheets.quads]
    d1, d2 = corner[:, 2] - corner[:, 0], corner[:, 3] - corner[:, 1]
    z = np.cross(d1, d2)
    area = np.linalg.norm(z, axis=1) / 2
    if np.any(area < 1e-6):
        raise ShellError(f"{_name(sheets, int(np.argmin(area)))} has an element without area")
    z /= 2 * area[:, None]
    off = np.abs(np.einsum("mni,mi->mn", corner - corner.mean(axis=1, keepdims=True), z)).max(axis=1)
    if np.any(off > FLAT * np.sqrt(area)):
        raise ShellError(f"{_name(sheets, int(np.argmax(off / np.sqrt(area))))} is not flat: lay it out in one plane")
    x = sheets.along - np.einsum("mi,mi->m", sheets.along, z)[:, None] * z
    size = np.linalg.norm(x, axis=1)
    if np.any(size < 1e-6):
        raise ShellError(f"the grain of {_name(sheets, int(np.argmin(size)))} runs across it")
    x /= size[:, None]
    return np.stack([x, np.cross(z, x), z], axis=1)


def _name(sheets: Sheets, element: int) -> str:
    return sheets.names[int(sheets.panel[element])] if sheets.names and sheets.panel is not None else "a panel"


def blocks(nodes: Array, sheets: Sheets) -> Blocks:
    """All matrices of the elements. ``nodes`` (n, 3) mm.

    Raises:
        ShellError: an element that cannot be: see ``axes``.
    """
    R = axes(nodes, sheets)
    corner = nodes[sheets.quads]
    xy = np.einsum("mij,mnj->mni", R[:, :2], corner - corner[:, :1])
    for xi, eta in CORNERS:
        with np.errstate(divide="ignore", invalid="ignore"):
            _, det = jacobian(xy, xi, eta)
        if np.any(det <= 0):
            raise ShellError("an element is folded over itself: its corners must run round it")
    A, D, S = (np.array([getattr(one, name) for one in sheets.sections])[sheets.which] for name in ("A", "D", "S"))
    flat, bent = membrane(xy, A), plate(xy, D, S)
    m = len(xy)
    K = np.zeros((m, 24, 24))
    for part, matrix in ((_PLANE, flat.K), (_ACROSS, bent.K)):
        at = _places(part)
        K[:, at[:, None], at] = matrix
    local = np.zeros((m, 24, 24))
    for block in range(0, 24, 3):
        local[:, block : block + 3, block : block + 3] = R
    # in host axes, block by block of three: most of local is nothing
    split = K.reshape(m, 8, 3, 8, 3).transpose(0, 1, 3, 2, 4)
    Rt = R.transpose(0, 2, 1)[:, None, None]
    K = np.matmul(np.matmul(Rt, split), R[:, None, None]).transpose(0, 1, 3, 2, 4).reshape(m, 24, 24)
    shares = np.zeros((m, 4))
    for xi, eta in GAUSS:
        shares += shape(xi, eta)[0] * jacobian(xy, xi, eta)[1][:, None]
    dofs = (6 * sheets.quads[:, :, None] + np.arange(6)).reshape(m, 24)
    return Blocks(K, dofs, R, local, flat.strain, bent.curvature, bent.slope, shares, A, D, S)


def _places(part: tuple[int, int, int]) -> Index:
    return np.array([6 * n + i for n in range(4) for i in part])


@dataclass(frozen=True)
class Resultants:
    """By the elements' own axes, at their corners (cases, m, 4, ...): ``N`` N/mm (11, 22, 12), ``M`` N mm/mm, ``Q`` N/mm (13, 23)."""

    N: Array
    M: Array
    Q: Array


def resultants(parts: Blocks, u: Array) -> Resultants:
    """From displacements (cases, n, 6), by the Gauss points extrapolated to the corners."""
    own = np.einsum("mij,cmj->cmi", parts.local, u.reshape(len(u), -1)[:, parts.dofs], optimize=True)
    plane, across = own[..., _places(_PLANE)], own[..., _places(_ACROSS)]
    found = []
    for stiff, operator, moved in ((parts.A, parts.strain, plane), (parts.D, parts.curvature, across), (parts.S, parts.slope, across)):
        at_gauss = np.einsum("mij,mgjk,cmk->cmgi", stiff, operator, moved, optimize=True)
        found.append(np.einsum("ng,cmgi->cmni", EXTRAPOLATE, at_gauss))
    return Resultants(*found)


def pressed(parts: Blocks, sheets: Sheets, nodes: int, force: Array) -> Array:
    """(n, 3) nodal forces of ``force`` (m, 3) N/mm2 on the elements, host axes: each corner's part of the area."""
    found: Array = np.zeros((nodes, 3))
    np.add.at(found, sheets.quads, parts.shares[:, :, None] * force[:, None, :])
    return found
