"""Diagrams along a member and the solid scene agree with the frame they are drawn from."""

from __future__ import annotations

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.drawing.scene import scene
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.prove.members.diagram import ACTIONS, diagram
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check
from tests.conftest import PULL, by_id

RAIL = "slide1/tray/rail.left"


@pytest.fixture(scope="module")
def out(report: Report) -> Study:
    return next(s for s in report.studies if s.setting.name == "out")


def test_diagram_runs_the_whole_member_inside_its_envelope(out: Study) -> None:
    found = diagram(out, RAIL, "Parked")
    assert found is not None and found.case == "Parked"
    assert found.s[0] == 0 and found.s[-1] == pytest.approx(found.length)
    for name in ACTIONS:
        values, low, high = (np.array(rows[name]) for rows in (found.values, found.low, found.high))
        assert np.all(low <= values + 1e-6) and np.all(values <= high + 1e-6)
        worst = next(row for row in found.worst if row.action == name)
        assert abs(worst.value) >= max(np.max(np.abs(low)), np.max(np.abs(high))) - 1e-6


def test_diagram_agrees_with_the_finding(report: Report, out: Study) -> None:
    """The moment behind the governing finding is the extreme of its diagram."""
    strength = by_id(report, "slide1/side-rail.strength")
    found = diagram(out, strength.parts[0], strength.case)
    assert found is not None
    moment = next(line.value for line in strength.working if line.symbol == "M_y")
    assert abs(next(row.value for row in found.here if row.action == "My")) == pytest.approx(moment)


def test_tail_sinks_in_the_diagram_as_in_the_finding(report: Report, out: Study) -> None:
    """Droop of the finding is the largest of both rails' bent lines at their ends."""
    ends = [diagram(out, f"slide1/tray/rail.{side}", "Parked") for side in ("left", "right")]
    assert max(-found.deflection[-1] for found in ends if found) == pytest.approx(by_id(report, "slide1/tip.droop").demand)


def test_unknown_member_has_no_diagram(out: Study) -> None:
    assert diagram(out, "slide1/tray/none", "Parked") is None


def test_local_axes_are_right_handed(out: Study) -> None:
    for member in (RAIL, "slide1/tray/rib.front"):
        found = diagram(out, member, "")
        assert found is not None
        x, y, z = (np.array(v) for v in found.axes)
        assert np.allclose(np.cross(x, y), z) and z[2] == pytest.approx(1)


def test_scene_holds_every_member_and_thing(report: Report) -> None:
    found = scene(report.context, {PULL: 500.0}, {RAIL: "tight"})
    build = report.context.builds[0]
    assert {p.part for p in found.prisms} == {part.id for part in (*build.members, *build.panels)}
    rail = next(p for p in found.prisms if p.part == RAIL)
    assert rail.state == "tight" and rail.a[0] == pytest.approx(build.member(RAIL).a[0] + 500)
    assert {b.part for b in found.blocks if b.role == "thing"} == {f"thing/{t.thing.id}" for t in report.context.plan.placed}
    base = next(p for p in found.prisms if p.role == "base")
    assert base.a == build.member(base.part).a, "the base stays"


def test_bare_scene_carries_bent_lines_and_reactions(report: Report, out: Study) -> None:
    found = scene(report.context, {}, {}, out, "Parked", "bent")
    assert found.scale > 1 and not found.blocks
    assert out.posed is not None and len(found.strands) == len(out.posed.pieces)
    solved = next(s for s in out.solved if s.case.name == "Parked")
    assert sum(p.newton for p in found.pulls) == pytest.approx(float(np.sum(solved.result.rest_force)), rel=1e-3)
    tail = max(found.strands, key=lambda s: s.points[-1][0]).points[-1]
    assert tail[2] < out.assembly.member(RAIL).a[2]


def test_buckled_shape_is_drawn_a_tenth_of_the_tray(report: Report, out: Study) -> None:
    found = scene(report.context, {}, {}, out, "Slope, nose up, right low", "buckled")
    straight = scene(report.context, {}, {}, out, "no such case")
    assert found.strands and all(s.role == "buckled" for s in found.strands)
    assert not straight.strands


def test_swinging_shape_goes_mostly_up_and_down(report: Report) -> None:
    """The deck holds the frame in its plane: the lowest mode moves along z."""
    home = report.studies[0]
    assert home.frequency is not None
    shape = np.abs(home.frequency.shape[:, :3])
    assert shape[:, 2].max() == pytest.approx(1.0) and shape[:, :2].max() < 0.2
    assert all(s.role == "swinging" for s in scene(report.context, {}, {}, home, "Parked", "swinging").strands)


def test_legs_take_the_tail_after_their_gap(sample: Job, catalog: Catalog) -> None:
    """Out, the foot presses the leg once 3 mm are used up; in, there is no leg; its length is asked for."""
    design = apply(sample.design, [Change("/builds/0/tip_leg", {})])
    report = check(design, catalog)
    leg = by_id(report, "slide1/leg")
    assert (leg.state, leg.missing, leg.position) == ("unknown", ("leg length",), "out")
    assert (leg.demand or 0) > 300 and "before driving" in leg.caution
    before = by_id(check(sample.design, catalog), "slide1/side-rail.strength")
    assert (by_id(report, "slide1/side-rail.strength").use or 0) < (before.use or 0)
    measured = check(apply(design, [Change("/builds/0/tip_leg/length", "32 in")]), catalog)
    held = by_id(measured, "slide1/leg")
    assert held.use == pytest.approx((held.demand or 0) / (held.limit or 1)) and held.state == "holds"


def test_a_brace_halves_the_leg(sample: Job, catalog: Catalog) -> None:
    """A slender leg twice as short between its holds: Euler's four times, held by the column curve."""
    rows = [Change("/builds/0/tip_leg", {"length": "40 in", "section": "0.75x0.75x16ga"})]
    plain = by_id(check(apply(sample.design, rows), catalog), "slide1/leg")
    braced = by_id(check(apply(sample.design, [*rows, Change("/builds/0/tip_leg/braced", True)]), catalog), "slide1/leg")
    assert 1.3 < (braced.limit or 0) / (plain.limit or 1) <= 4.0
    assert any(line.note == "brace at its middle" for line in braced.working)
