"""What must always hold of panels that carry: balance, rigid movements for nothing, turned structures turning their answers, reciprocity."""

from __future__ import annotations

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from ergostrut.core.mechanics.shells.section import ShellSection, isotropic, sandwich, solid
from ergostrut.core.mechanics.shells.sheets import Sheets, blocks, resultants
from ergostrut.core.mechanics.solver.model import FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import Frame
from tests.references.shell_meshes import grid, of
from tests.references.test_shells import FACE

SECTIONS = (
    isotropic(200_000.0, 0.3, 2.0),
    solid(10_719.0, 6_781.0, 0.05, 600.0, 12.0, across=(100.0, 60.0)),
    sandwich([(FACE, 1.0), (FACE, 1.0)], 20.0, (8.0, 5.0)),
)


def bent_mesh(draw: np.random.Generator) -> tuple[np.ndarray, Sheets]:
    """Two rectangles at an angle, their inner nodes shifted in their planes, sections drawn, grain anyhow."""
    n = 3
    flat, quads = grid(n, n, lambda s, t: (300 * s, 200 * t, 0.0))
    inner = (flat[:, 0] > 1) & (flat[:, 0] < 299) & (flat[:, 1] > 1) & (flat[:, 1] < 199)
    flat[inner, :2] += draw.uniform(-12, 12, (int(inner.sum()), 2))
    turn = Rotation.from_euler("y", draw.uniform(-120, -20), degrees=True).as_matrix()
    other = (flat @ turn.T)[flat[:, 0] > 1]
    # the second shares the edge x = 0
    place = np.arange(len(flat))
    place[flat[:, 0] > 1] = len(flat) + np.arange(len(other))
    both = np.concatenate([quads, place[quads][:, ::-1]])
    which = draw.integers(0, 3, len(both))
    along = np.tile(draw.normal(size=3) + np.array([0.0, 3.0, 0.0]), (len(both), 1))
    return np.concatenate([flat, other]), Sheets(both, along, which, SECTIONS)


def loads(draw: np.random.Generator, nodes: int, cases: int = 2) -> np.ndarray:
    return draw.normal(size=(cases, nodes, 6)) * [10, 10, 10, 200, 200, 200]


def solved(nodes: np.ndarray, sheets: Sheets, forces: np.ndarray, held: list[int]) -> tuple[Frame, np.ndarray, np.ndarray]:
    cases = [LoadCase(str(c), nodal=tuple((n, tuple(row.tolist())) for n, row in enumerate(one))) for c, one in enumerate(forces)]
    frame = Frame(FrameModel(nodes, (), tuple((n, dof) for n in held for dof in range(6)), sheets=sheets), cases)
    found = frame.run([""] * len(forces), np.eye(len(forces)))
    return frame, found.u, found.reactions


@settings(max_examples=25, deadline=None)
@given(st.integers(0, 10_000))
def test_balance_and_reciprocity(seed: int) -> None:
    draw = np.random.default_rng(seed)
    nodes, sheets = bent_mesh(draw)
    forces = loads(draw, len(nodes))
    _, u, reactions = solved(nodes, sheets, forces, [0, 1, 2, 3])
    total = forces + reactions
    force, moment = total[..., :3].sum(axis=1), (total[..., 3:] + np.cross(nodes, total[..., :3])).sum(axis=1)
    size = np.abs(forces).sum()
    assert np.abs(force).max() < 1e-7 * size and np.abs(moment).max() < 1e-4 * size
    # Betti: work of one load on the other's movement
    one, other = (forces[0] * u[1]).sum(), (forces[1] * u[0]).sum()
    assert abs(one - other) < 1e-6 * (abs(one) + np.sqrt(abs((forces[0] * u[0]).sum() * (forces[1] * u[1]).sum())))


@settings(max_examples=25, deadline=None)
@given(st.integers(0, 10_000))
def test_turned_it_answers_turned(seed: int) -> None:
    draw = np.random.default_rng(seed)
    nodes, sheets = bent_mesh(draw)
    forces = loads(draw, len(nodes), 1)
    R = Rotation.random(random_state=seed).as_matrix()
    frame, u, _ = solved(nodes, sheets, forces, [0, 1, 2, 3])
    moved = Sheets(sheets.quads, sheets.along @ R.T, sheets.which, sheets.sections)
    spun = np.concatenate([forces[..., :3] @ R.T, forces[..., 3:] @ R.T], axis=-1)
    turned, v, _ = solved(nodes @ R.T + [100.0, -50.0, 20.0], moved, spun, [0, 1, 2, 3])
    scale = np.abs(u).max()
    assert np.allclose(v[..., :3], u[..., :3] @ R.T, atol=1e-6 * scale) and np.allclose(v[..., 3:], u[..., 3:] @ R.T, atol=1e-6 * scale)
    assert frame.sheets is not None and turned.sheets is not None
    plain, other = resultants(frame.sheets, u), resultants(turned.sheets, v)
    for name in ("N", "M", "Q"):
        assert np.allclose(getattr(other, name), getattr(plain, name), atol=1e-5 * np.abs(getattr(plain, name)).max())


@settings(max_examples=25, deadline=None)
@given(st.integers(0, 10_000))
def test_rigid_movements_cost_nothing(seed: int) -> None:
    """Six ways to move as a whole store no work; a whole mesh has no other, and every block is symmetric and stores work."""
    draw = np.random.default_rng(seed)
    nodes, sheets = bent_mesh(draw)
    parts = blocks(nodes, sheets)
    assert np.allclose(parts.K, parts.K.transpose(0, 2, 1), atol=1e-9 * np.abs(parts.K).max())
    n = 6 * len(nodes)
    K = np.zeros((n, n))
    for one, dofs in zip(parts.K, parts.dofs, strict=True):
        K[np.ix_(dofs, dofs)] += one
    size = np.abs(K).max()
    for axis in range(3):
        slide, turn = np.zeros((len(nodes), 6)), np.zeros((len(nodes), 6))
        slide[:, axis], turn[:, 3 + axis] = 1.0, 1.0
        turn[:, :3] = np.cross(np.eye(3)[axis], nodes)
        for moved in (slide, turn / 300):
            assert np.abs(K @ moved.ravel()).max() < 1e-9 * size
    scale = 1 / np.sqrt(np.diag(K))
    values = np.linalg.eigvalsh(scale[:, None] * K * scale)
    assert np.all(values > -1e-9) and int((values < 1e-9).sum()) == 6


@settings(max_examples=20, deadline=None)
@given(st.floats(0, np.pi), st.sampled_from(range(3)))
def test_a_section_turned_and_turned_back(angle: float, which: int) -> None:
    section: ShellSection = SECTIONS[which]
    back = section.turned(angle).turned(-angle)
    for name in ("A", "D", "S"):
        assert np.allclose(getattr(back, name), getattr(section, name), rtol=1e-9, atol=1e-9 * np.abs(getattr(section, name)).max())
    quarter = section.turned(np.pi / 2)
    assert np.allclose(quarter.D[0, 0], section.D[1, 1]) and np.allclose(quarter.S[0, 0], section.S[1, 1])


def test_grain_by_direction_is_the_section_turned() -> None:
    """The same plate with its grain said by direction, or its section turned by hand: the same answer."""
    nodes, quads = grid(4, 4, lambda s, t: (400 * s, 300 * t, 0.0))
    section, angle = SECTIONS[1], 0.6
    forces = loads(np.random.default_rng(1), len(nodes), 1)
    held = [0, 5, 10]
    said = of(quads, section, (np.cos(angle), np.sin(angle), 0.0))
    by_hand = of(quads, section.turned(angle))
    assert np.allclose(solved(nodes, said, forces, held)[1], solved(nodes, by_hand, forces, held)[1], rtol=1e-6, atol=1e-9)
