"""The shell element against plates, membranes and sandwiches of the books.

Sources, all from memory: MacNeal and Harder 1985 (patch tests, Cook's panel 23.96); Timoshenko and Woinowsky-Krieger, Theory of Plates and
Shells, table 8 (square plate, simple support: w D/q a4 0.00406, centre moment 0.0479) and table 35 (clamped: 0.00126, edge -0.0513);
Navier's series with shear, 16 q/(pi2 m n) (1/(D a4) + 1/(S a2)), for plywood and sandwich.
"""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from Pynite import FEModel3D

from ergostrut.core.mechanics.shells.element import plate
from ergostrut.core.mechanics.shells.section import Array, ShellSection, isotropic, plane, sandwich, solid
from ergostrut.core.mechanics.shells.sheets import ShellError, blocks, pressed, resultants
from ergostrut.core.mechanics.solver.model import FrameModel, SolverError
from ergostrut.core.mechanics.solver.solve import Frame
from tests.references.shell_meshes import grid, of, solved

COOK = {2: 21.05, 4: 23.02, 8: 23.69, 16: 23.88, 32: 23.94}
PATCH = np.array([(0, 0), (0.24, 0), (0.24, 0.12), (0, 0.12), (0.04, 0.02), (0.18, 0.03), (0.16, 0.08), (0.08, 0.08)]) * 1000
ROUND = np.array([(0, 1, 5, 4), (1, 2, 6, 5), (2, 3, 7, 6), (3, 0, 4, 7), (4, 5, 6, 7)])
"""MacNeal and Harder's patch: one distorted element in the middle, four round it."""


@pytest.mark.parametrize(("n", "expect"), COOK.items())
def test_cooks_panel(n: int, expect: float) -> None:
    """A tapered panel 48 wide, 44 to 16 high, E 1, nu 1/3: the middle of its far side goes up 23.96."""
    nodes, quads = grid(n, n, lambda s, t: (48 * s, 44 * s + t * (44 - 28 * s), 0.0))
    right = [j * (n + 1) + n for j in range(n + 1)]
    forces = np.zeros((len(nodes), 6))
    for a, b in itertools.pairwise(right):
        forces[[a, b], 1] += 0.5 / n
    held = [(j * (n + 1), dof) for j in range(n + 1) for dof in (0, 1)] + [(i, dof) for i in range(len(nodes)) for dof in (2, 3, 4)]
    _, found = solved(nodes, of(quads, isotropic(1, 1 / 3, 1)), held, forces)
    assert found.u[right[n // 2], 1] == pytest.approx(expect, abs=0.01)
    if n == 16:
        assert found.u[right[n // 2], 1] == pytest.approx(23.96, rel=0.02)


def _patch(section: ShellSection, given: Array) -> tuple[Array, Array]:
    """Displacements of the patch whose outer corners go as ``given`` (8, 6), and resultants of all corners N, M (m, 4, 3)."""
    nodes = np.column_stack([PATCH, np.zeros(8)])
    sheets = of(ROUND, section)
    moved = tuple((i, dof, float(given[i, dof])) for i in range(4) for dof in range(6))
    frame = Frame(FrameModel(nodes, (), (), moved=moved, sheets=sheets))
    found = frame.solve("", np.zeros(0))
    out = resultants(blocks(nodes, sheets), found.u[None])
    return found.u, np.concatenate([out.N[0], out.M[0]], axis=-1)


def test_membrane_patch() -> None:
    """u = (x + y/2)/1000, v = (y + x/2)/1000: constant stress, exact in every element; E 1e6, nu 0.25, t 1: 1333, 1333, 400."""
    given = np.zeros((8, 6))
    x, y = PATCH.T
    given[:, 0], given[:, 1] = (x + y / 2) * 1e-3, (y + x / 2) * 1e-3
    u, found = _patch(isotropic(1e6, 0.25, 1.0), given)
    assert np.allclose(u[:, :2], given[:, :2], atol=1e-9)
    assert np.allclose(found[..., :3], [1e3 / 0.75, 1e3 / 0.75, 400.0], rtol=1e-8)


def test_bending_patch() -> None:
    """w = (x2 + x y + y2)/2000: constant curvature, moments exact in every element: -1.111e-4, -1.111e-4, -3.333e-5 of E t3 for t 1."""
    given = np.zeros((8, 6))
    x, y = PATCH.T
    given[:, 2] = (x * x + x * y + y * y) / 2e3
    # slopes: w,y turns about x, -w,x about y
    given[:, 3], given[:, 4] = (x / 2 + y) / 1e3, -(x + y / 2) / 1e3
    u, found = _patch(isotropic(1e6, 0.25, 1.0), given)
    assert np.allclose(u[:, 2], given[:, 2], rtol=1e-4)
    assert np.allclose(found[..., 3:], [-1e3 / 9, -1e3 / 9, -1e3 / 30], rtol=2e-4)


def square(n: int, a: float, section: ShellSection, q: float, support: str) -> tuple[Array, Array, Array, Array]:
    """Nodes, displacements (n, 6), moments at corners (m, 4, 3) and quads of a square plate under ``q``: hard, soft or clamped all round."""
    nodes, quads = grid(n, n, lambda s, t: (a * s, a * t, 0.0))
    sheets = of(quads, section)
    parts = blocks(nodes, sheets)
    forces = np.zeros((len(nodes), 6))
    forces[:, :3] = pressed(parts, sheets, len(nodes), np.tile([0.0, 0.0, q], (len(quads), 1)))
    held = [(i, dof) for i in range(len(nodes)) for dof in (0, 1, 5)]
    for i, (x, y, _) in enumerate(nodes):
        side, end = min(x, a - x) < 1e-9, min(y, a - y) < 1e-9
        if side or end:
            held.append((i, 2))
            if support == "clamped" or (support == "hard" and side):
                held.append((i, 3))
            if support == "clamped" or (support == "hard" and end):
                held.append((i, 4))
    _, found = solved(nodes, sheets, sorted(set(held)), forces)
    return nodes, found.u, resultants(parts, found.u[None]).M[0], quads


def at(nodes: Array, quads: np.ndarray, moments: Array, x: float, y: float) -> float:
    """M11 at a node, the mean of the elements that meet there."""
    node = int(np.argmin(np.hypot(nodes[:, 0] - x, nodes[:, 1] - y)))
    return float(np.mean(moments[quads == node][:, 0]))


CLAMPED = {4: 0.00146, 8: 0.00132, 16: 0.00128, 32: 0.00127}
EDGE = {4: -0.0486, 8: -0.0507, 16: -0.0512, 32: -0.0513}
CENTRE = {4: 0.0501, 8: 0.0484, 16: 0.0480, 32: 0.0479}


@pytest.mark.parametrize("n", [8, 16, 32])
def test_square_plates(n: int) -> None:
    """A thin plate (t = a/1000) supported hard and clamped: deflection at the middle, moment at the middle and at the edge."""
    a, q, section = 1000.0, 1e-3, isotropic(200_000.0, 0.3, 1.0)
    D = section.D[0, 0]
    nodes, u, M, quads = square(n, a, section, q, "hard")
    middle = int(np.argmin(np.hypot(nodes[:, 0] - a / 2, nodes[:, 1] - a / 2)))
    assert u[middle, 2] * D / q / a**4 == pytest.approx(0.00406, rel=0.005)
    assert abs(at(nodes, quads, M, a / 2, a / 2)) / q / a**2 == pytest.approx(CENTRE[n], rel=0.003)
    nodes, u, M, quads = square(n, a, section, q, "clamped")
    assert u[middle, 2] * D / q / a**4 == pytest.approx(CLAMPED[n], rel=0.005)
    # the edge is bent the other way than the middle
    edge = at(nodes, quads, M, 0.0, a / 2) * np.sign(at(nodes, quads, M, a / 2, a / 2))
    assert edge / q / a**2 == pytest.approx(EDGE[n], rel=0.003)


def navier(D: Array, S: Array, a: float, q: float, terms: int = 60) -> float:
    """Middle of a square plate supported hard, orthotropic with shear: a series of sines, each a 3 x 3 of w, bx, by."""
    total = 0.0
    for m, n in itertools.product(range(1, terms, 2), range(1, terms, 2)):
        p, r = m * math.pi / a, n * math.pi / a
        K = np.array(
            [
                [S[0, 0] * p**2 + S[1, 1] * r**2, S[0, 0] * p, S[1, 1] * r],
                [S[0, 0] * p, S[0, 0] + D[0, 0] * p**2 + D[2, 2] * r**2, (D[0, 1] + D[2, 2]) * p * r],
                [S[1, 1] * r, (D[0, 1] + D[2, 2]) * p * r, S[1, 1] + D[1, 1] * r**2 + D[2, 2] * p**2],
            ]
        )
        w = np.linalg.solve(K, [16 * q / (math.pi**2 * m * n), 0.0, 0.0])[0]
        total += w * math.sin(m * math.pi / 2) * math.sin(n * math.pi / 2)
    return total


FACE = plane(70_000.0, 70_000.0, 0.3, 70_000 / 2.6)
CORED = sandwich([(FACE, 1.0), (FACE, 1.0)], 20.0, (8.0, 8.0))
PLY = solid(10_719.0, 6_781.0, 0.05, 600.0, 12.0, across=(1e7, 1e7))
ROLLS = solid(10_719.0, 6_781.0, 0.05, 600.0, 12.0, across=(60.0, 30.0))
"""Plywood whose veneers roll."""


@pytest.mark.parametrize(
    ("section", "a", "expect"),
    [(CORED, 1000.0, 0.6571), (PLY, 600.0, 0.71460), (ROLLS, 600.0, None)],
    ids=["sandwich", "plywood", "rolling"],
)
def test_plates_against_navier(section: ShellSection, a: float, expect: float | None) -> None:
    series = navier(section.D, section.S, a, 1e-3)
    if expect is not None:
        assert series == pytest.approx(expect, rel=2e-4)
    for n, near in ((8, 0.01), (16, 0.003), (32, 0.001)):
        nodes, u, _, _ = square(n, a, section, 1e-3, "hard")
        middle = int(np.argmin(np.hypot(nodes[:, 0] - a / 2, nodes[:, 1] - a / 2)))
        assert u[middle, 2] == pytest.approx(series, rel=near)


def test_soft_supports_let_the_edges_twist() -> None:
    """Only w held: the mesh limit 0.7285 for the sandwich (a prototype's)."""
    nodes, u, _, _ = square(16, 1000.0, CORED, 1e-3, "soft")
    assert u[np.argmin(np.hypot(nodes[:, 0] - 500, nodes[:, 1] - 500)), 2] == pytest.approx(0.7285, rel=0.001)


@pytest.mark.parametrize("seed", range(5))
def test_bending_element_for_element_against_pynite(seed: int) -> None:
    """The 12 x 12 of w, rx, ry of random convex quads against PyNite's DKMQ: they agree to rounding."""
    draw = np.random.default_rng(seed)
    xy = np.array([(0.0, 0.0), (100.0, 0.0), (100.0, 80.0), (0.0, 80.0)]) + draw.uniform(-15, 15, (4, 2))
    E, nu, t = 200_000.0, 0.3, float(draw.uniform(1.0, 20.0))
    model = FEModel3D()
    model.add_material("m", E, E / (2 * (1 + nu)), nu, 1.0)
    for i, (x, y) in enumerate(xy):
        model.add_node(f"N{i}", float(x), float(y), 0.0)
    model.add_quad("q", "N0", "N1", "N2", "N3", t, "m")
    quad = model.quads["q"]
    quad._local_coords()
    bending = [6 * n + dof for n in range(4) for dof in (2, 3, 4)]
    theirs = np.asarray(quad.Ke())[np.ix_(bending, bending)]
    section = isotropic(E, nu, t)
    ours = plate(xy[None], section.D[None], section.S[None]).K[0]
    assert np.allclose(ours, theirs, atol=1e-9 * np.abs(theirs).max())


def test_what_is_no_panel_is_refused_in_words() -> None:
    nodes, quads = grid(1, 1, lambda s, t: (s * 100, t * 100, 0.0))
    for wrong, words in (
        (nodes * [1, 0, 1], "without area"),
        (nodes + np.array([[0, 0, 0], [0, 0, 0], [0, 0, 0], [0, 0, 30]]), "not flat"),
    ):
        with pytest.raises(ShellError, match=words):
            blocks(wrong, of(quads, isotropic(1, 0.3, 1)))
    with pytest.raises(ShellError, match="grain"):
        blocks(nodes, of(quads, isotropic(1, 0.3, 1), (0, 0, 1)))
    bent = nodes.copy()
    bent[2] = (20, 20, 0)
    with pytest.raises(SolverError, match="folded"):
        solved(bent, of(quads, isotropic(1, 0.3, 1)), [(0, dof) for dof in range(6)], np.zeros((4, 6)))
    with pytest.raises(ValueError, match="positive"):
        plane(1.0, 0.0, 0.3, 1.0)
