"""Rollers beside a rail twist it: what they press with times their distance goes into the ribs, and open rails cannot bear it."""

from __future__ import annotations

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.report import check
from tests.conftest import Edit, by_id

OPEN = {"/builds/0/framing": "angle_flat_steel", "/builds/0/rail": "L2x2x1/8", "/builds/0/rib": "L2x2x1/8"}


def twist(report: object, name: str) -> tuple[float, float]:
    """Torsion of the left rail at its rear roller, N mm, and that roller's force, N, parked and pulled out."""
    study = next(s for s in report.studies if s.setting.name == name)  # type: ignore[attr-defined]
    item = study.case("Parked")
    assert study.posed is not None and item is not None and study.forces is not None
    i = study.solved.index(item)
    contact = next(k for k, c in enumerate(study.posed.contacts) if c.id.endswith("roller.rear.left"))
    pieces = study.posed.rows["slide1/tray/rail.left"]
    rest = study.posed.model.rests[contact]
    arm = next(bar for bar in study.posed.model.bars if rest.node in (bar.a, bar.b))
    node = arm.a if arm.b == rest.node else arm.b
    meeting = [
        (p, 0 if study.posed.model.bars[p.index].a == node else -1)
        for p in pieces
        if node in (study.posed.model.bars[p.index].a, study.posed.model.bars[p.index].b)
    ]
    jump = sum(float(study.forces.T[i, study.forces.of(p.index)][k]) * (1 if k == 0 else -1) for p, k in meeting)
    return abs(jump), float(item.result.rest_force[contact])


def test_torsion_jumps_by_force_times_distance(edit: Edit, catalog: Catalog) -> None:
    """Half a rail, 3 mm of clearance and half a roller: 28.4 mm from the axis of a 1 1/2 in tube to a 1/2 in roller."""
    report = check(edit(to={}), catalog)
    found, force = twist(report, "out")
    rib = [m for m in report.context.builds[0].members if m.id.endswith("rib.rear")]
    assert rib and found == pytest.approx(force * (38.1 / 2 + 3 + 12.7 / 2), rel=1e-6)


def test_an_open_rail_twists_about_its_shear_centre(edit: Edit, catalog: Catalog) -> None:
    """An angle's lies in its corner: the arm grows by the centroid's distance from it."""
    closed, opened = (check(edit(to=to), catalog) for to in ({}, OPEN))
    section = catalog.sections["L2x2x1/8"].properties
    found, force = twist(opened, "out")
    assert found == pytest.approx(force * (50.8 / 2 + 3 + 12.7 / 2 + abs(section.shear[0])), rel=2e-2)
    assert by_id(opened, "slide1/side-rail.strength").use > 4 * (by_id(closed, "slide1/side-rail.strength").use or 0)  # type: ignore[operator]


def test_under_the_rail_only_the_hold_down_twists_a_tube(edit: Edit, catalog: Catalog) -> None:
    """The carrying rollers stand under the rail; the hold-down ones run between two rails beside it, however the others stand."""
    report = check(edit(to={"/builds/0/rollers/let_in": "0 mm"}), catalog)
    posed = report.studies[0].posed
    assert posed is not None
    arms = [bar.id for bar in posed.model.bars if bar.id.endswith(" arm")]
    assert arms and all("/roller.front." in name for name in arms)
    assert np.isfinite(posed.model.nodes).all()
