"""Panels of any outline: a triangular plate against its closed form, a box in any attitude, a leaning panel, openings, and what cannot be cut."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from ergostrut.core.mechanics.boxes.edges import links, screwed
from ergostrut.core.mechanics.boxes.mesh import Flat, seams
from ergostrut.core.mechanics.boxes.outlines import Outline, meeting, meshed_with, rim_of
from ergostrut.core.mechanics.shells.section import Array, isotropic
from ergostrut.core.mechanics.shells.sheets import ShellError, pressed
from ergostrut.core.mechanics.solver.model import FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import Frame
from tests.references.test_shell_boxes import BACK, PLY, carcass
from tests.references.test_shell_boxes import racked as on_a_grid

PLATE = isotropic(10_000.0, 0.3, 5.0)


def turned(flats: list[Flat], by: Rotation) -> list[Outline]:
    return [Outline(flat.id, by.apply(rim_of(flat)), flat.section, flat.grain) for flat in flats]


@pytest.mark.parametrize(("step", "near"), [(60.0, 0.03), (30.0, 0.01)])
def test_a_triangular_plate(step: float, near: float) -> None:
    """Equilateral, its height a = 600, hinged edges, even load: q a4/(972 D) in its middle (Timoshenko, Woinowsky-Krieger, article 75)."""
    a, q = 600.0, 1e-3
    side = 2 * a / np.sqrt(3)
    rim = np.array([[0.0, 0.0, 0.0], [side, 0.0, 0.0], [side / 2, a, 0.0]])
    mesh = meshed_with([], [Outline("plate", rim, PLATE, 0)], step, [(side / 2, a / 3, 0.0)])
    edge = [i for i, at in enumerate(mesh.nodes) if min(_off(at, *ends) for ends in zip(rim, np.roll(rim, -1, axis=0), strict=True)) < 1e-6]
    fixed = [(i, 2) for i in edge] + [(i, dof) for i in range(len(mesh.nodes)) for dof in (0, 1, 5)]
    force = np.tile([0.0, 0.0, -q], (len(mesh.sheets.quads), 1))
    frame = Frame(FrameModel(mesh.nodes, (), tuple(fixed), sheets=mesh.sheets), [LoadCase("none")])
    assert frame.sheets is not None
    nodal = pressed(frame.sheets, mesh.sheets, len(mesh.nodes), force)
    assert nodal[:, 2].sum() == pytest.approx(-q * side * a / 2, rel=1e-6)
    load = LoadCase("q", nodal=tuple((i, (0.0, 0.0, float(f), 0.0, 0.0, 0.0)) for i, f in enumerate(nodal[:, 2])))
    found = Frame(FrameModel(mesh.nodes, (), tuple(fixed), sheets=mesh.sheets), [load]).solve("", np.array([1.0]))
    D = 10_000.0 * 5**3 / 12 / (1 - 0.09)
    middle = mesh.near("plate", (side / 2, a / 3, 0.0))
    assert -found.u[:, 2].min() == pytest.approx(q * a**4 / (972 * D), rel=near)
    assert -found.u[middle, 2] == pytest.approx(q * a**4 / (972 * D), rel=2 * near)


def _off(at: Array, a: Array, b: Array) -> float:
    run = (b - a) / np.linalg.norm(b - a)
    return float(np.linalg.norm(at - a - ((at - a) @ run) * run))


def racked(outlines: list[Outline], by: Rotation, step: float = 75.0) -> float:
    """mm that the carcass's top goes when it is pushed by 100 N along its width, its lower edges held; screws all round."""
    mesh = meshed_with([], outlines, step)
    found = seams([], mesh, {outline.id: outline.normal for outline in outlines})
    springs = links(found, [screwed(2000.0, 3000.0, 150.0, 18.0)] * len(found))
    at = by.inv().apply(mesh.nodes)
    feet = [int(n) for n in mesh.of["bottom"] if min(at[n, 1], 600 - at[n, 1]) < 1]
    push = [int(n) for n in mesh.of["top"] if at[n, 1] < 1]
    way = by.apply([0.0, 100.0 / len(push), 0.0])
    load = LoadCase("push", nodal=tuple((n, (float(way[0]), float(way[1]), float(way[2]), 0.0, 0.0, 0.0)) for n in push))
    frame = Frame(FrameModel(mesh.nodes, (), tuple((n, dof) for n in feet for dof in range(3)), sheets=mesh.sheets, links=springs), [load])
    one = frame.solve("", np.array([1.0]))
    return float(np.abs(by.inv().apply(one.u[push, :3])[:, 1]).mean())


def test_a_box_in_any_attitude_racks_the_same() -> None:
    """Turned by any angles it racks the same, but for which way a square is halved; grain follows the host's axes, so its panels are alike in
    both directions."""
    alike = isotropic(9_000.0, 0.3, 18.0)
    flats = [Flat(f.id, f.corner, f.size, alike, f.grain) for f in carcass(back=True)]
    straight = racked(turned(flats, Rotation.identity()), Rotation.identity())
    for angles in ((30, 0, 0), (12, -25, 40)):
        by = Rotation.from_euler("xyz", angles, degrees=True)
        assert racked(turned(flats, by), by) == pytest.approx(straight, rel=0.02)


@pytest.mark.parametrize("back", [True, False])
def test_cut_into_triangles_first_it_racks_as_on_a_grid(back: bool) -> None:
    """The same carcass of plywood on a grid and by its outlines, whose elements are half a step long: within 1 %."""
    line = screwed(2000.0, 3000.0, 150.0, 18.0)
    grid, _ = on_a_grid(carcass(back=back), line, step=37.5)
    assert racked(turned(carcass(back=back), Rotation.identity()), Rotation.identity(), 75.0) == pytest.approx(grid, rel=0.01)


def test_panels_along_the_axes_and_leaning_ones_share_places() -> None:
    """A carcass whose back leans by 100 mm: top, bottom along the axes, sides trapezoids, the back aslant; every line that two share is a seam."""
    w, h, d, lean = 600.0, 700.0, 450.0, 100.0
    flats = [Flat("bottom", (0, 0, 0), (d, w, 0), PLY, 1), Flat("top", (lean, 0, h), (d - lean, w, 0), PLY, 1)]
    sides = [
        Outline(name, np.array([[0.0, y, 0.0], [d, y, 0.0], [d, y, h], [lean, y, h]]), PLY, 2) for name, y in (("left", 0.0), ("right", w))
    ]
    back = Outline("back", np.array([[0.0, 0.0, 0.0], [lean, 0.0, h], [lean, w, h], [0.0, w, 0.0]]), BACK, 2)
    outlines = [*sides, back]
    mesh = meshed_with(flats, outlines, 80.0)
    found = {frozenset((s.first, s.second)): s for s in seams(flats, mesh, {o.id: o.normal for o in outlines})}
    slant = float(np.hypot(lean, h))
    long = {
        ("bottom", "left"): d, ("bottom", "right"): d, ("top", "left"): d - lean, ("top", "right"): d - lean,
        ("bottom", "back"): w, ("top", "back"): w, ("left", "back"): slant, ("right", "back"): slant,
    }  # fmt: skip
    assert set(found) == {frozenset(pair) for pair in long}
    for pair, size in long.items():
        assert found[frozenset(pair)].lengths.sum() == pytest.approx(size, abs=1.0), pair
    weights = (
        np.linalg.norm(
            np.cross(*(mesh.nodes[mesh.sheets.quads[:, i]] - mesh.nodes[mesh.sheets.quads[:, j]] for i, j in ((2, 0), (3, 1)))), axis=1
        )
        / 2
    )
    areas = [d * w, (d - lean) * w, (2 * d - lean) / 2 * h, (2 * d - lean) / 2 * h, slant * w]
    assert np.allclose(np.bincount(mesh.sheets.which, weights), areas, rtol=1e-6)


@given(st.floats(80, 250), st.floats(80, 200), st.floats(15, 90))
def test_an_opening_is_cut_out_whole(x: float, y: float, step: float) -> None:
    hole = np.array([[x, y, 0.0], [x + 120, y, 0.0], [x + 120, y + 90, 0.0], [x, y + 90, 0.0]])
    rim = np.array([[0.0, 0.0, 0.0], [600.0, 0.0, 0.0], [500.0, 400.0, 0.0], [0.0, 400.0, 0.0]])
    mesh = meshed_with([], [Outline("panel", rim, PLATE, 0, (hole,))], step)
    corner = mesh.nodes[mesh.sheets.quads]
    area = np.linalg.norm(np.cross(corner[:, 2] - corner[:, 0], corner[:, 3] - corner[:, 1]), axis=1).sum() / 2
    assert area == pytest.approx((600 + 500) / 2 * 400 - 120 * 90, rel=1e-6)


def test_what_two_panels_share() -> None:
    floor = np.array([[0.0, 0, 0], [100, 0, 0], [100, 100, 0], [0, 100, 0]])
    wall = np.array([[50.0, 20, 0], [50, 80, 0], [50, 80, 60], [50, 20, 60]])
    line, up = meeting(floor, wall), np.array([0.0, 0.0, 5.0])
    assert line is not None and np.allclose(sorted(line[:, 1]), [20, 80], atol=0.3)
    assert meeting(floor, wall + up) is None and meeting(floor, floor + up) is None
    assert meeting(floor, wall + np.array([80.0, 0.0, 0.0])) is None


def test_what_cannot_be_cut_is_said() -> None:
    rim = np.array([[0.0, 0.0, 0.0], [600.0, 0.0, 0.0], [600.0, 400.0, 0.0]])
    with pytest.raises(ShellError, match="same name"):
        meshed_with([], [Outline("a", rim, PLATE, 0), Outline("a", rim, PLATE, 0)], 50.0)
    with pytest.raises(ShellError, match="no area"):
        meshed_with([], [Outline("a", np.array([[0.0, 0, 0], [1, 0, 0], [2, 0, 0]]), PLATE, 0)], 50.0)
