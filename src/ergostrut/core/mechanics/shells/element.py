"""A flat shell element of four nodes: what it takes in its plane, in bending with shear across it, and a weak hold against drilling.

Membrane: bilinear with two incompatible modes a direction (Taylor, Beresford, Wilson 1976, QM6). PlateElements: DKMQ (Katili 1993), a discrete
Kirchhoff-Mindlin element that turns into DKQ (Batoz, Tahar 1982) where shear is stiff; its side factor 12 D_k / (S_k L_k^2) takes bending and
shear stiffness along the side, so that plywood and sandwich need no other element. Drilling: penalty gamma G t (rz - (v,x - u,y)/2)^2.

Many elements at once: ``xy`` (m, 4, 2) mm in each element's own plane, counter-clockwise; sections by the element's own axes.
Conventions: displacement across the plane w, slopes of the normal bx = ry and by = -rx; curvatures bx,x by,y bx,y + by,x; moments positive
where the face at +z is pulled.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .section import Array

GAUSS = np.array([(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)]) / np.sqrt(3.0)
CORNERS = np.array([(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)])
SIDES = ((0, 1), (1, 2), (3, 2), (0, 3))
"""Along +xi, +eta, +xi, +eta."""
DRILLING = 1e-3
"""Share of the shear stiffness that holds a node against turning in the plane: at 1 the membrane would be far too stiff."""
EXTRAPOLATE = np.linalg.inv(np.array([[(1 + x * a) * (1 + y * b) / 4 for a, b in CORNERS] for x, y in GAUSS]))
"""From values at the Gauss points to the corners (4, 4)."""


def shape(xi: float, eta: float) -> tuple[Array, Array]:
    """Bilinear shape functions (4,) and their derivatives by xi and eta (2, 4)."""
    a, b = CORNERS.T
    N = (1 + xi * a) * (1 + eta * b) / 4
    return N, np.array([a * (1 + eta * b), b * (1 + xi * a)]) / 4


def jacobian(xy: Array, xi: float, eta: float) -> tuple[Array, Array]:
    """Inverse of the Jacobian (m, 2, 2) and its determinant (m,)."""
    _, d = shape(xi, eta)
    J = np.einsum("kn,mnj->mkj", d, xy)
    det = J[:, 0, 0] * J[:, 1, 1] - J[:, 0, 1] * J[:, 1, 0]
    inverse = np.empty_like(J)
    inverse[:, 0, 0], inverse[:, 1, 1] = J[:, 1, 1] / det, J[:, 0, 0] / det
    inverse[:, 0, 1], inverse[:, 1, 0] = -J[:, 0, 1] / det, -J[:, 1, 0] / det
    return inverse, det


def _strain(d: Array) -> Array:
    """(m, 3, 2 n) strains of in-plane displacements u, v from derivatives (m, 2, n)."""
    m, _, n = d.shape
    B = np.zeros((m, 3, 2 * n))
    B[:, 0, 0::2], B[:, 1, 1::2] = d[:, 0], d[:, 1]
    B[:, 2, 0::2], B[:, 2, 1::2] = d[:, 1], d[:, 0]
    return B


@dataclass(frozen=True)
class Membrane:
    """``K`` (m, 12, 12) on u, v, rz of each node; ``strain`` (m, 4, 3, 12) at the Gauss points."""

    K: Array
    strain: Array


def membrane(xy: Array, A: Array, drilling: float = DRILLING) -> Membrane:
    """In its plane, incompatible modes condensed out. ``A`` (m, 3, 3) N/mm."""
    m = len(xy)
    centre, det0 = jacobian(xy, 0.0, 0.0)
    K_uu, K_ua, K_aa = np.zeros((m, 8, 8)), np.zeros((m, 8, 4)), np.zeros((m, 4, 4))
    rows: list[tuple[Array, Array]] = []
    twist = np.zeros((m, 12, 12))
    # the shear stiffness, whichever way the axes lie
    hold = drilling * (A[:, 0, 0] + A[:, 1, 1] - 2 * A[:, 0, 1] + 4 * A[:, 2, 2]) / 8
    for xi, eta in GAUSS:
        N, d = shape(xi, eta)
        inverse, det = jacobian(xy, xi, eta)
        by = np.matmul(inverse, d)
        B = _strain(by)
        # the modes' derivatives by the middle's Jacobian, scaled so that they do no work on a constant stress
        modes = np.matmul(centre, np.array([[-2 * xi, 0.0], [0.0, -2 * eta]])) * (det0 / det)[:, None, None]
        G = _strain(modes)
        AB, AG = np.matmul(A, B), np.matmul(A, G)
        w = det[:, None, None]
        K_uu += w * np.matmul(B.transpose(0, 2, 1), AB)
        K_ua += w * np.matmul(B.transpose(0, 2, 1), AG)
        K_aa += w * np.matmul(G.transpose(0, 2, 1), AG)
        rows.append((B, G))
        # rz - (v,x - u,y) / 2
        b = np.zeros((m, 12))
        b[:, 0::3], b[:, 1::3], b[:, 2::3] = by[:, 1] / 2, -by[:, 0] / 2, N
        twist += (hold * det)[:, None, None] * b[:, :, None] * b[:, None, :]
    back = np.linalg.solve(K_aa, K_ua.transpose(0, 2, 1))
    own = K_uu - np.matmul(K_ua, back)
    at = np.array([3 * n + i for n in range(4) for i in (0, 1)])
    twist[:, at[:, None], at] += own
    strain = np.zeros((m, 4, 3, 12))
    for k, (B, G) in enumerate(rows):
        strain[:, k][:, :, at] = B - np.matmul(G, back)
    return Membrane(twist, strain)


@dataclass(frozen=True)
class PlateElements:
    """``K`` (m, 12, 12) on w, rx, ry of each node; ``curvature`` (m, 4, 3, 12) and ``slope`` (m, 4, 2, 12) at the Gauss points."""

    K: Array
    curvature: Array
    slope: Array


def plate(xy: Array, D: Array, S: Array) -> PlateElements:
    """In bending, with shear across it. ``D`` (m, 3, 3) N mm, ``S`` (m, 2, 2) N/mm."""
    m = len(xy)
    ends = np.array(SIDES)
    run = xy[:, ends[:, 1]] - xy[:, ends[:, 0]]
    L = np.hypot(run[..., 0], run[..., 1])
    C, Sn = run[..., 0] / L, run[..., 1] / L
    # bending and shear stiffness along each side
    n = np.stack([C * C, Sn * Sn, C * Sn], axis=-1)
    along = np.einsum("mki,mij,mkj->mk", n * np.array([1.0, 1.0, 2.0]), D, n * np.array([1.0, 1.0, 2.0]))
    unit = np.stack([C, Sn], axis=-1)
    stiff = np.einsum("mki,mij,mkj->mk", unit, S, unit)
    phi = 12 * along / (stiff * L**2)
    # what turns more in the middle of a side than its ends (m, 4 sides, 12): (2/3)(1 + phi) db = -((wj - wi)/L + (bi + bj)/2)
    extra = np.zeros((m, 4, 12))
    for k, (i, j) in enumerate(SIDES):
        f = -1.5 / (1 + phi[:, k])
        extra[:, k, 3 * i], extra[:, k, 3 * j] = -f / L[:, k], f / L[:, k]
        for node in (i, j):
            # bx = ry, by = -rx
            extra[:, k, 3 * node + 2] += f * C[:, k] / 2
            extra[:, k, 3 * node + 1] -= f * Sn[:, k] / 2
    side_shear = -(2 / 3) * phi[:, :, None] * extra
    K = np.zeros((m, 12, 12))
    curvatures, slopes = np.zeros((m, 4, 3, 12)), np.zeros((m, 4, 2, 12))
    for g, (xi, eta) in enumerate(GAUSS):
        _, d = shape(xi, eta)
        inverse, det = jacobian(xy, xi, eta)
        by = np.matmul(inverse, d)
        B = np.zeros((m, 3, 12))
        B[:, 0, 2::3], B[:, 1, 1::3] = by[:, 0], -by[:, 1]
        B[:, 2, 2::3], B[:, 2, 1::3] = by[:, 1], -by[:, 0]
        # the sides' bubbles: (1 - xi2)(1 - eta)/2, (1 + xi)(1 - eta2)/2, (1 - xi2)(1 + eta)/2, (1 - xi)(1 - eta2)/2
        dP = np.array(
            [
                (-xi * (1 - eta), -(1 - xi**2) / 2),
                ((1 - eta**2) / 2, -eta * (1 + xi)),
                (-xi * (1 + eta), (1 - xi**2) / 2),
                (-(1 - eta**2) / 2, -eta * (1 - xi)),
            ]
        )
        p = np.einsum("mij,kj->mki", inverse, dP)
        turn = np.stack([p[..., 0] * C, p[..., 1] * Sn, p[..., 1] * C + p[..., 0] * Sn], axis=1)
        B += np.matmul(turn, extra)
        # shear along xi from both sides that run so, along eta likewise
        natural = np.empty((m, 2, 12))
        half = L[:, :, None] / 2 * side_shear
        natural[:, 0] = ((1 - eta) * half[:, 0] + (1 + eta) * half[:, 2]) / 2
        natural[:, 1] = ((1 - xi) * half[:, 3] + (1 + xi) * half[:, 1]) / 2
        shear = np.matmul(inverse, natural)
        w = det[:, None, None]
        K += w * (np.matmul(B.transpose(0, 2, 1), np.matmul(D, B)) + np.matmul(shear.transpose(0, 2, 1), np.matmul(S, shear)))
        curvatures[:, g], slopes[:, g] = B, shear
    return PlateElements(K, curvatures, slopes)
