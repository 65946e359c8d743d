"""The tray frame against PyNite: displacements and end forces within 1e-6, with the bearing rests found here held there."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.carry.place import arrange
from ergostrut.core.cases import cases_at
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.frame.build import assemble
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase, PointLoad, Spread
from ergostrut.core.mechanics.solver.solve import solve_all
from ergostrut.core.prove.model.frame_model import frame_model
from ergostrut.core.prove.model.posed import Posed
from ergostrut.core.structure.standing.setting import setting_at
from ergostrut.core.structure.systems import SYSTEMS, System
from tests.conftest import PULL

from .frames import E, G, held, in_pynite, pynite_displacements


def _tray(sample: Job, catalog: Catalog, travel: float) -> Posed:
    host = resolve(sample.design.host)
    (build,) = assemble(sample.design.builds, host, catalog)
    return frame_model(build, setting_at(build, {PULL: travel}), arrange(sample.design.carry, [build]))


def _combined(tray: Posed, factors: np.ndarray) -> LoadCase:
    """The basic loads of the tray summed into one case, as PyNite is given it."""
    spreads, points, nodal = [], [], []
    for basic, share in zip(tray.basic_loads, factors, strict=True):
        if share == 0:
            continue
        spreads += [Spread(s.bar, s.start, s.end, _times(s.w0, share), _times(s.w1, share)) for s in basic.spreads]
        points += [PointLoad(p.bar, p.at, _times(p.force, share)) for p in basic.points]
        nodal += [(n, tuple(float(share) * v for v in action)) for n, action in basic.nodal]
    return LoadCase("sum", tuple(spreads), tuple(points), tuple(nodal))  # type: ignore[arg-type]


def _times(vector: tuple[float, float, float], share: float) -> tuple[float, float, float]:
    return vector[0] * share, vector[1] * share, vector[2] * share


@pytest.mark.parametrize(
    ("travel", "name"),
    [
        (0.0, "Bump"),
        (0.0, "Rebound"),
        (0.0, "Brake"),
        (0.0, "Corner left"),
        (1054.1, "Parked"),
        (1054.1, "Parked, foot at the corner"),
        (558.8, "Parked, foot mid end"),
    ],
)
def test_tray_on_its_rollers(sample: Job, catalog: Catalog, travel: float, name: str) -> None:
    tray = _tray(sample, catalog, travel)
    case = next(c for c in cases_at(sample.design.loads, travel == 0, tray.stands) if c.name == name)
    factors = tray.factors(case, 1330.0)
    ours = tray.frame.solve(name, factors)
    bearing = {
        (rest.node, rest.dof): -rest.sign * rest.gap for rest, force in zip(tray.model.rests, ours.rest_force, strict=True) if force > 1e-9
    }
    assert bearing, "something must carry the tray"
    other = in_pynite(tray.model, _combined(tray, factors), bearing)
    u = pynite_displacements(other, len(tray.model.nodes))
    assert np.max(np.abs(ours.u - u)) <= 1e-6 * np.max(np.abs(u))
    size = float(np.max(np.abs(ours.ends)))
    swap = [0, 2, 1, 3, 5, 4, 6, 8, 7, 9, 11, 10]
    sign = np.array([1, 1, -1, 1, 1, -1, 1, 1, -1, 1, 1, -1], dtype=float)
    for i in range(len(tray.model.bars)):
        theirs = np.asarray(other.members[f"M{i}"].f("Combo 1"), dtype=float).ravel()
        mine = ours.ends[i][swap] * sign
        assert np.max(np.abs(mine - theirs)) <= 1e-6 * size, tray.model.bars[i].id


@pytest.mark.parametrize("system", [s for s in SYSTEMS.values() if s.slide], ids=lambda s: s.id)
def test_tray_of_every_system_with_rigid_joints(sample: Job, catalog: Catalog, system: System) -> None:
    """Angles by their principal axes, T-slot, strut and lumber: pulled out, a foot at the corner."""
    rows = (("framing", system.id), ("rail", system.rail), ("rib", system.rib))
    job = sample.model_copy(update={"design": apply(sample.design, [Change(f"/builds/0/{field}", value) for field, value in rows])})
    tray = _tray(job, catalog, 1054.1)
    # PyNite has no springs at members' ends: wood screws hold their twist stiffly here
    rigid = replace(tray.model, bars=tuple(replace(bar, springs=()) for bar in tray.model.bars))
    tray = replace(tray, model=rigid)
    case = next(c for c in cases_at(job.design.loads, False, tray.stands) if c.name == "Parked, foot at the corner")
    factors = tray.factors(case, 1330.0)
    ours = tray.frame.solve(case.name, factors)
    bearing = {
        (rest.node, rest.dof): -rest.sign * rest.gap for rest, force in zip(tray.model.rests, ours.rest_force, strict=True) if force > 1e-9
    }
    u = pynite_displacements(in_pynite(tray.model, _combined(tray, factors), bearing), len(tray.model.nodes))
    assert np.max(np.abs(ours.u - u)) <= 1e-6 * np.max(np.abs(u))


@pytest.mark.parametrize("name", ["Brake", "Corner left", "Bump"])
def test_boarded_tray_with_its_own_rib_and_brace(sample: Job, catalog: Catalog, name: str) -> None:
    """No sheet: racked when braked and cornered, a brace cut where it crosses the ribs (its offset taken out: PyNite has none)."""
    own = [
        {"name": "r", "section": "1x1.5x14ga", "left": "700 mm", "right": "700 mm"},
        {"name": "x", "section": "1x1.5x14ga", "left": "100 mm", "right": "1800 mm"},
    ]
    rows = [Change("/builds/0/deck", "board.2x6.dfl"), Change("/builds/0/own_members", own)]
    job = sample.model_copy(update={"design": apply(sample.design, rows)})
    laid = _tray(job, catalog, 0.0)
    flush = tuple(replace(bar, offset_a=(0.0, 0.0, 0.0), offset_b=(0.0, 0.0, 0.0)) for bar in laid.model.bars)
    tray = replace(laid, model=replace(laid.model, bars=flush))
    assert len(tray.model.bars) > 2 * 9 + 6
    case = next(c for c in cases_at(job.design.loads, True, tray.stands) if c.name == name)
    factors = tray.factors(case, 1330.0)
    ours = tray.frame.solve(name, factors)
    bearing = {
        (rest.node, rest.dof): -rest.sign * rest.gap for rest, force in zip(tray.model.rests, ours.rest_force, strict=True) if force > 1e-9
    }
    u = pynite_displacements(in_pynite(tray.model, _combined(tray, factors), bearing), len(tray.model.nodes))
    assert np.max(np.abs(ours.u - u)) <= 1e-6 * np.max(np.abs(u))


def test_skewed_frame_with_releases() -> None:
    """A bent, raking frame in space with a released beam: no axis of it is parallel to another."""
    nodes = np.array([(0, 0, 0), (300, 200, 900), (1400, 500, 1000), (1500, -200, 80), (700, 900, 60)], dtype=float)
    bars = (
        Bar("a", 0, 1, E, G, 500, 3e5, 1e5, 2e5),
        Bar("b", 1, 2, E, G, 400, 2e5, 9e4, 1e5, released=(4, 5)),
        Bar("c", 3, 2, E, G, 500, 3e5, 1e5, 2e5),
        Bar("d", 4, 1, E, G, 300, 1e5, 1e5, 1e5),
    )
    fixed = tuple(pair for node in (0, 3, 4) for pair in held(node, 0, 1, 2, 3, 4, 5))
    case = LoadCase(
        "all",
        (Spread(1, 100, 800, (0.2, -0.3, -1.0), (0.1, 0.4, -2.0)),),
        (PointLoad(2, 400, (10, 20, -300)),),
        ((1, (500, -200, -100, 1e4, 2e4, -3e4)),),
    )
    model = FrameModel(nodes, bars, fixed)
    _, (ours,) = solve_all(model, [case])
    u = pynite_displacements(in_pynite(model, case, {}), len(nodes))
    assert np.max(np.abs(ours.u[:, :3] - u[:, :3])) <= 1e-6 * np.max(np.abs(u[:, :3]))
