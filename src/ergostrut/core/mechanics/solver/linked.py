"""Links: springs between two nodes, or rows of them along the edges of panels."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .model import Array, FrameModel, SolverError


@dataclass(frozen=True)
class Linked:
    """``K`` (m, 12, 12) at ``dofs`` (m, 12); ``pull`` (m, 6, 12): host displacements of both nodes to forces along and about each link's
    axes, what holds ``b`` to ``a``."""

    K: Array
    dofs: np.ndarray
    pull: Array


def linked(model: FrameModel) -> Linked:
    """All links of a model.

    Raises:
        SolverError: a link to a joint that is nowhere, with a stiffness below nothing, or with axes that are none.
    """
    links = model.links
    x, y = np.array([one.x for one in links]), np.array([one.y for one in links])
    ends = np.array([(one.a, one.b) for one in links])
    k = np.array([one.k for one in links])
    for i, one in enumerate(links):
        if not (min(one.a, one.b) >= 0 and max(one.a, one.b) < len(model.nodes)):
            raise SolverError(f"{one.id} ends at a joint that does not exist")
        if not np.all(np.isfinite(k[i]) & (k[i] >= 0)):
            raise SolverError(f"{one.id} has a stiffness below nothing")
    if np.any(np.abs(np.einsum("mi,mi->m", x, y)) > 1e-6) or np.any(np.abs(np.linalg.norm([x, y], axis=2) - 1) > 1e-6):
        raise SolverError("the axes of a link must be unit vectors at right angles")
    R = np.stack([x, y, np.cross(x, y)], axis=1)
    apart = np.zeros((len(links), 6, 12))
    for block in (0, 3):
        apart[:, block : block + 3, block : block + 3] = -R
        apart[:, block : block + 3, block + 6 : block + 9] = R
    pull = k[:, :, None] * apart
    return Linked(np.matmul(apart.transpose(0, 2, 1), pull), (6 * ends[:, :, None] + np.arange(6)).reshape(len(links), 12), pull)


def link_forces(parts: Linked, u: Array) -> Array:
    """(cases, links, 6) N and N mm from displacements (cases, n, 6)."""
    found: Array = np.einsum("mij,cmj->cmi", parts.pull, u.reshape(len(u), 6 * u.shape[1])[:, parts.dofs])
    return found
