"""Boxes of panels: shear flow round a closed one, a cantilevered one as a beam, carcasses that rack, and edges that slip."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

import numpy as np
import pytest

from ergostrut.core.mechanics.boxes.edges import EdgeLine, bonded, links, screwed
from ergostrut.core.mechanics.boxes.mesh import Flat, Meshed, Seam, meshed, seams
from ergostrut.core.mechanics.shells.section import Array, ShellSection, isotropic, solid
from ergostrut.core.mechanics.shells.sheets import Sheets, ShellError, resultants
from ergostrut.core.mechanics.solver.linked import link_forces
from ergostrut.core.mechanics.solver.model import Bar, CaseResult, FrameModel, Link, LoadCase, SolverError
from ergostrut.core.mechanics.solver.solve import Frame

PLY = solid(10_048.0, 7_452.0, 0.05, 600.0, 18.0, across=(100.0, 60.0))
BACK = solid(12_737.0, 4_763.0, 0.05, 600.0, 6.0, across=(100.0, 60.0))


def joined(mesh: Meshed) -> tuple[Array, Sheets]:
    """The same mesh with the nodes at one place made one."""
    keys, where = np.unique(np.round(mesh.nodes, 3), axis=0, return_inverse=True)
    s = mesh.sheets
    return keys, Sheets(where.ravel()[s.quads], s.along, s.which, s.sections, s.names, s.panel)


def box(a: float, b: float, c: float, section: ShellSection, *, without: Sequence[str] = ()) -> list[Flat]:
    """Six panels in their middle planes, less those left out."""
    rows = [
        Flat("bottom", (0, 0, 0), (a, b, 0), section, 0), Flat("top", (0, 0, c), (a, b, 0), section, 0),
        Flat("left", (0, 0, 0), (a, 0, c), section, 0), Flat("right", (0, b, 0), (a, 0, c), section, 0),
        Flat("front", (0, 0, 0), (0, b, c), section, 1), Flat("back", (a, 0, 0), (0, b, c), section, 1),
    ]  # fmt: skip
    return [row for row in rows if row.id not in without]


def node(nodes: Array, place: Sequence[float]) -> int:
    return int(np.argmin(np.linalg.norm(nodes - np.array(place), axis=1)))


def at(load: int, *force: float) -> LoadCase:
    return LoadCase("load", nodal=((load, (*force, *[0.0] * (6 - len(force)))),))  # type: ignore[arg-type]


@pytest.mark.parametrize("step", [600.0, 200.0])
def test_a_closed_box_in_shear_flow(step: float) -> None:
    """a b c = 1200 600 450, t 12, G 3333, edges stiff along themselves: three lower corners held, 1 kN at the fourth. Every panel carries
    P/2c, and work done is work stored: P 2 (ab + bc + ca)/(4 c2 G t) = 0.09444 mm, at any mesh."""
    a, b, c, t, G = 1200.0, 600.0, 450.0, 12.0, 10_000 / 3
    nodes, sheets = joined(meshed(box(a, b, c, isotropic(2 * G * 1.3, 0.3, t)), step))
    bars = []
    on = [[(nodes[:, i] < 1e-6) | (nodes[:, i] > size - 1e-6) for i, size in enumerate((a, b, c))][i] for i in range(3)]
    for axis in range(3):
        others = [i for i in range(3) if i != axis]
        edge = np.flatnonzero(on[others[0]] & on[others[1]])
        for key in {tuple(np.round(nodes[n, others], 3)) for n in edge}:
            line = sorted((n for n in edge if tuple(np.round(nodes[n, others], 3)) == key), key=lambda n: nodes[n, axis])
            bars += [Bar("edge", int(p), int(q), 1e6, 1.0, 1e5, 1e-3, 1e-3, 1e-3) for p, q in itertools.pairwise(line)]
    p, q, r, s = (node(nodes, place) for place in ((0, 0, 0), (a, 0, 0), (0, b, 0), (a, b, 0)))
    fixed = ((p, 2), (q, 2), (r, 2), (p, 0), (p, 1), (q, 1))
    frame = Frame(FrameModel(nodes, tuple(bars), fixed, sheets=sheets), [at(s, 0, 0, 1000.0)])
    found = frame.solve("", np.array([1.0]))
    expect = 1000 * 2 * (a * b + b * c + c * a) / (4 * c**2 * G * t)
    assert expect == pytest.approx(0.09444, abs=1e-5) and found.u[s, 2] == pytest.approx(expect, rel=2e-3)
    assert frame.sheets is not None
    flow = np.abs(resultants(frame.sheets, found.u[None]).N[0, :, :, 2])
    assert np.allclose(flow, 1000 / (2 * c), rtol=0.02)


def test_a_box_cantilevered_as_a_beam() -> None:
    """2400 long, 300 by 200, 6 mm: P L3/3EI + P L/(G As) with the webs' shear alone; a wide flange lags near the root, by under 4 %."""
    L, b, c, t, E = 2400.0, 200.0, 300.0, 6.0, 70_000.0
    nodes, sheets = joined(meshed(box(L, b, c, isotropic(E, 0.3, t), without=("front",)), 50.0))
    root = [i for i in range(len(nodes)) if nodes[i, 0] < 1e-6]
    tip = [i for i in range(len(nodes)) if nodes[i, 0] > L - 1e-6]
    load = LoadCase("tip", nodal=tuple((i, (0.0, 0.0, -1000.0 / len(tip), 0.0, 0.0, 0.0)) for i in tip))
    frame = Frame(FrameModel(nodes, (), tuple((i, dof) for i in root for dof in range(6)), sheets=sheets), [load])
    found = frame.solve("", np.array([1.0]))
    inertia = 2 * t * c**3 / 12 + 2 * b * t * (c / 2) ** 2
    # shear area of the webs with the flanges' share (Cowper 1966, thin box, about): the webs' own is within 2 %
    expect = 1000 * L**3 / (3 * E * inertia) + 1000 * L / (E / 2.6 * 2 * t * c)
    assert -found.u[tip, 2].mean() == pytest.approx(expect, rel=0.04)
    assert frame.sheets is not None
    top = resultants(frame.sheets, found.u[None]).N[0, :, :, 0]
    middle = np.flatnonzero(np.abs(nodes[sheets.quads].mean(axis=1) - [L / 2, b / 2, c]) @ [1, 1, 1] < 60)
    stress = top[middle].mean() / t
    assert stress == pytest.approx(1000 * L / 2 * (c / 2) / inertia, rel=0.02)


def carcass(*, back: bool) -> list[Flat]:
    """Open-fronted: 600 wide, 700 high, 450 deep, 18 mm plywood, a 6 mm back or none."""
    w, h, d = 600.0, 700.0, 450.0
    rows = [
        Flat("bottom", (0, 0, 0), (d, w, 0), PLY, 1), Flat("top", (0, 0, h), (d, w, 0), PLY, 1),
        Flat("left", (0, 0, 0), (d, 0, h), PLY, 2), Flat("right", (0, w, 0), (d, 0, h), PLY, 2),
    ]  # fmt: skip
    return [*rows, Flat("back", (d, 0, 0), (0, w, h), BACK, 2)] if back else rows


def racked(flats: list[Flat], line: EdgeLine, force: float = 100.0, step: float = 75.0) -> tuple[float, list[tuple[Seam, Array]]]:
    """Push along the top from left to right on two held lower edges: mm, and what every seam's links take (1, nodes, 6)."""
    mesh = meshed(flats, step)
    found = seams(flats, mesh)
    springs = links(found, [line] * len(found))
    bottom, top = mesh.of["bottom"], mesh.of["top"]
    feet = [int(n) for n in bottom if min(mesh.nodes[n, 1], 600 - mesh.nodes[n, 1]) < 1]
    push = [int(n) for n in top if mesh.nodes[n, 1] < 1]
    load = LoadCase("push", nodal=tuple((n, (0.0, force / len(push), 0.0, 0.0, 0.0, 0.0)) for n in push))
    fixed = tuple((n, dof) for n in feet for dof in range(3))
    frame = Frame(FrameModel(mesh.nodes, (), fixed, sheets=mesh.sheets, links=springs), [load])
    one = frame.solve("", np.array([1.0]))
    assert frame.links is not None
    forces, begin, rows = link_forces(frame.links, one.u[None]), 0, []
    for seam in found:
        rows.append((seam, forces[:, begin : begin + len(seam.pairs)]))
        begin += len(seam.pairs)
    assert abs(one.reactions[:, 1].sum() + force) < 1e-5 * force
    return float(one.u[mesh.near("top", (225, 300, 700)), 1]), rows


def test_a_carcass_without_its_back_racks_visibly_more() -> None:
    """Screwed 150 mm apart, 4 mm screws: with the back gone only the corners' turning is left."""
    line = screwed(1500.0, 1500.0, 150.0, 18.0)
    (held, _), (loose, _) = racked(carcass(back=True), line), racked(carcass(back=False), line)
    assert loose > 20 * held > 0
    assert loose > 5.0 > 1.0 > held, "100 N at its top"


def test_hinged_edges_without_a_back_fold() -> None:
    with pytest.raises(SolverError, match="fold"):
        racked(carcass(back=False), EdgeLine(1e3, 1e3, 1e3, 0.0))


def test_bonded_without_a_back_it_is_a_portal() -> None:
    """Four boards joined stiffly are a closed frame of beams 450 wide, sides along their grain, top and bottom across: bars of the same
    stiffness sway as far, within 3 %."""
    sway, _ = racked(carcass(back=False), EdgeLine(1e4, 1e4, 1e4, 1e7))
    nodes = np.array([(0, 0, 0), (0, 0, 700), (0, 600, 700), (0, 600, 0)], dtype=float)
    # veneers roll: S = 5/6 t 100 MPa a mm of width, as a shear area for a bar's G of 600
    A, EI, rolls = 18 * 450.0, 450 * 18**3 / 12, 5 / 6 * 18 * 100 * 450 / 600
    stand = [Bar("side", a, b, 10_048.0, 600.0, A, 1e6, EI, 1e6, Avy=rolls) for a, b in ((0, 1), (3, 2))]
    # grain of top and bottom runs from side to side too
    level = [Bar("level", a, b, 10_048.0, 600.0, A, EI, 1e6, 1e6, Avz=rolls) for a, b in ((1, 2), (0, 3))]
    model = FrameModel(nodes, (*stand, *level), ((0, 0), (0, 1), (0, 2), (3, 0), (3, 1), (3, 2), (1, 0), (2, 0)))
    beams = Frame(model, [at(1, 0.0, 100.0)]).solve("", np.array([1.0]))
    assert sway == pytest.approx(beams.u[1, 1], rel=0.03)


def test_a_panel_on_slipping_screws_in_a_hinged_frame() -> None:
    """1/(G t)eff = 1/(G t) + 2 (s/k)(1/a + 1/b) (ECCS 88, EC5 diaphragms): stiff bars hinged at the corners, fasteners take q s along them.
    1200 x 600 x 12, G 600, s 150, k 2000: 1946 of 7200 N/mm, 1 kN gives 0.257 mm."""
    a, b, k, s = 1200.0, 600.0, 2000.0, 150.0
    flat = Flat("panel", (0, 0, 0), (a, b, 0), isotropic(2 * 600 * 1.3, 0.3, 12.0), 0)
    mesh = meshed([flat], 75.0)
    nodes, bars, springs = [mesh.nodes], [], []
    count, corners = len(mesh.nodes), []
    sides = [(1, 0.0, 0), (0, a, 1), (1, b, 0), (0, 0.0, 1)]
    for axis, value, line in sides:
        mine = sorted(np.flatnonzero(np.abs(mesh.nodes[:, axis] - value) < 1e-6), key=lambda n: mesh.nodes[n, line])
        nodes.append(mesh.nodes[mine])
        bars += [Bar("edge", count + i, count + i + 1, 1e7, 1e7, 1e4, 1e8, 1e8, 1e8) for i in range(len(mine) - 1)]
        gaps = np.diff(mesh.nodes[mine, line])
        share = np.concatenate([[0.0], gaps]) / 2 + np.concatenate([gaps, [0.0]]) / 2
        x, y = np.eye(3)[line], np.eye(3)[1 - line]
        for i, n in enumerate(mine):
            springs.append(Link("screw", count + i, int(n), (k / s * share[i], 0, 0, 0, 0, 0), tuple(x), tuple(y)))
        corners.append((count, count + len(mine) - 1))
        count += len(mine)
    # hinges at the corners: same place, same movement
    for (one, i), (other, j) in (((0, 0), (3, 0)), ((0, 1), (1, 0)), ((1, 1), (2, 1)), ((2, 0), (3, 1))):
        springs.append(Link("hinge", corners[one][i], corners[other][j], (1e9, 1e9, 1e9, 0, 0, 0)))
    flat_only = [(n, dof) for n in range(count) for dof in (2, 3, 4)]
    held = [(corners[0][0], 0), (corners[0][0], 1), (corners[0][1], 1)]
    model = FrameModel(np.concatenate(nodes), tuple(bars), tuple(flat_only + held), sheets=mesh.sheets, links=tuple(springs))
    frame = Frame(model, [at(corners[2][0], 1000.0)])
    found = frame.solve("", np.array([1.0]))
    Gt = 1 / (1 / 7200 + 2 * s / k * (1 / a + 1 / b))
    q = 1000 / a
    assert Gt == pytest.approx(1946, rel=1e-3) and q * b / Gt == pytest.approx(0.069 + 0.188, abs=1e-3)
    assert found.u[corners[2][0], 0] == pytest.approx(q * b / Gt, rel=5e-3)
    assert frame.links is not None
    screws = link_forces(frame.links, found.u[None])[0, : len(springs) - 4, 0]
    lengths = np.array([link.k[0] * s / k for link in springs[:-4]])
    assert np.allclose(np.abs(screws) / lengths, q, rtol=0.02), "every fastener takes q s"


def test_screws_and_beads_by_hand() -> None:
    line = screwed(2000.0, 1500.0, 100.0, 18.0)
    assert (line.slip, line.shear, line.pull) == (20.0, 20.0, 15.0) and line.turn == pytest.approx(15 * 81)
    bead = bonded(18.0, 1.0, 3.0, 20.0, 10_000.0)
    assert bead.slip == pytest.approx(20 / 3) and bead.pull == pytest.approx(20.0) and bead.width == 20.0


def test_a_link_is_its_springs() -> None:
    """Two nodes 3 N/mm and 700 N mm/rad apart along a slope: what pulls is k times what moves, and both ends balance."""
    nodes = np.array([(0.0, 0, 0), (0.0, 0, 0)])
    bar = Bar("post", 0, 1, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0)
    slope = (0.6, 0.0, 0.8)
    link = Link("spring", 0, 1, (3.0, 5.0, 7.0, 700.0, 900.0, 1100.0), slope, (0.0, 1.0, 0.0))
    beside = np.concatenate([nodes, [(0.0, 100.0, 0.0)]])
    bar = Bar("post", 0, 2, 1e5, 1e5, 1e3, 1e5, 1e5, 1e5)
    model = FrameModel(beside, (bar,), tuple((n, dof) for n in (0, 2) for dof in range(6)), links=(link,))
    frame = Frame(model, [at(1, 6.0, 0.0, 8.0), at(1, 0, 10.0), at(1, 0, 0, 0, 420.0, 0, 560.0)])
    found = [row for row in frame.solve_many(["a", "b", "c"], np.eye(3)) if isinstance(row, CaseResult)]
    assert np.allclose(found[0].u[1, :3], np.array(slope) * 10 / 3) and found[1].u[1, 1] == pytest.approx(2.0)
    assert np.allclose(found[2].u[1, 3:], np.array(slope))
    assert frame.links is not None
    forces = link_forces(frame.links, np.array([row.u for row in found]))
    assert np.allclose(forces[0, 0], [10, 0, 0, 0, 0, 0]) and np.allclose(forces[2, 0], [0, 0, 0, 700, 0, 0])
    assert np.allclose([row.reactions[:, :3].sum(axis=0) for row in found[:2]], [(-6, 0, -8), (0, -10, 0)], atol=1e-9)
    for wrong, words in (((0, 9), "does not exist"), ((0, 1), "below nothing")):
        bad = Link("bad", *wrong, (-1.0, 0, 0, 0, 0, 0))
        with pytest.raises(SolverError, match=words):
            Frame(FrameModel(beside, (bar,), ((0, 0),), links=(bad,)))


def test_meshes_meet_and_holes_stay_open() -> None:
    flats = carcass(back=True)
    hole = Flat("back", (450.0, 0, 0), (0, 600.0, 700.0), BACK, 2, (((450.0, 200.0, 300.0), (0, 150.0, 100.0)),))
    mesh = meshed([*flats[:-1], hole], 90.0, stops=[(123.0, 0.0, 0.0)])
    area = np.zeros(5)
    for quad, panel in zip(mesh.sheets.quads, mesh.sheets.which, strict=True):
        d1, d2 = mesh.nodes[quad[2]] - mesh.nodes[quad[0]], mesh.nodes[quad[3]] - mesh.nodes[quad[1]]
        area[panel] += np.linalg.norm(np.cross(d1, d2)) / 2
    assert area == pytest.approx([450 * 600, 450 * 600, 450 * 700, 450 * 700, 600 * 700 - 150 * 100])
    assert any(abs(x - 123) < 1e-6 for x in mesh.nodes[mesh.of["bottom"], 0])
    found = seams([*flats[:-1], hole], mesh)
    assert {frozenset((s.first, s.second)) for s in found} == {
        frozenset(pair) for pair in itertools.product(("bottom", "top"), ("left", "right"))
    } | {frozenset((name, "back")) for name in ("bottom", "top", "left", "right")}
    assert all(s.lengths.sum() == pytest.approx(np.ptp(mesh.nodes[s.pairs[:, 0]], axis=0).max()) for s in found)
    with pytest.raises(ShellError, match="no area"):
        meshed([Flat("thin", (0, 0, 0), (100.0, 0.0, 0.0), BACK, 0)], 50)
    with pytest.raises(ShellError, match="same name"):
        meshed([flats[0], flats[0]], 50)
    with pytest.raises(ShellError, match="nothing is left"):
        meshed([Flat("gone", (0, 0, 0), (100.0, 100.0, 0.0), BACK, 0, (((-1, -1, 0), (200, 200, 0)),))], 50)


@pytest.mark.parametrize("strip", [60.0, 40.0])
def test_a_panel_with_an_opening_is_a_ring_of_bars(strip: float) -> None:
    """600 square along its middle lines, a strip left round, held below: pushed along its upper edge it sways as a portal with clamped feet,
    P h3/(12 E I) (2 + 3 k)/(1 + 6 k) with k = h/L (rigid frame formulas, Kleinlogel), and the legs' own shear."""
    a, t, E, nu = 600.0, 12.0, 10_000.0, 0.3
    outer = a + strip
    flat = Flat("panel", (0, 0, 0), (outer, 0, outer), isotropic(E, nu, t), 0, (((strip, 0, strip), (a - strip, 0, a - strip)),))
    mesh = meshed([flat], strip / 2)
    top = [i for i in range(len(mesh.nodes)) if mesh.nodes[i, 2] > outer - 1e-6]
    low = [i for i in range(len(mesh.nodes)) if mesh.nodes[i, 2] < 1e-6]
    fixed = tuple((i, dof) for i in low for dof in (0, 1, 2)) + tuple((i, 1) for i in range(len(mesh.nodes)) if i not in low)
    load = LoadCase("push", nodal=tuple((i, (1000.0 / len(top), 0.0, 0.0, 0.0, 0.0, 0.0)) for i in top))
    found = Frame(FrameModel(mesh.nodes, (), fixed, sheets=mesh.sheets), [load]).solve("", np.array([1.0]))
    sway = float(found.u[top, 0].mean())
    # lower bar held along its lower edge: two legs clamped below, a bar of the same section across their tops
    legs, inertia, area, G = a - strip, t * strip**3 / 12, t * strip, E / (2 * (1 + nu))
    clear = legs + 0.5 * strip
    k = clear / legs
    bending = 1000 * clear**3 / (12 * E * inertia) * (2 + 3 * k) / (1 + 6 * k)
    shear = 1000 * clear / (2 * 5 / 6 * G * area)
    assert sway == pytest.approx(bending + shear, rel=0.12)
