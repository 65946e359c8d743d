"""The base of a slide as beams on the floor: what a rigid base does not know about its fixings and its rails."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.anchor.footing import Footing
from ergostrut.core.anchor.grip import grip
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.report import Report, check, context_of
from tests.conftest import Edit, by_id

CORNER = "Parked, foot at the corner"


def beams(report: Report) -> Footing:
    (study,) = report.anchors
    assert study.footing is not None
    return study.footing


def row(found: Footing, case: str, position: str) -> int:
    return next(i for i, r in enumerate(found.rows) if (r.case.name, r.setting.name) == (case, position))


def test_the_upper_rail_is_lifted_between_bolts(report: Report) -> None:
    """Tray out, a foot at its left corner: 1480 N up between bolts at 241 and 1784 mm. By a recalculation outside this project the
    lower rail sees 68 to 300 N m by the bolts' stiffness and the rear fixings 0.6 to 4.6 kN; a rigid base gives them nothing."""
    found, (study,) = beams(report), report.anchors
    at = row(found, CORNER, "out")
    lifted = next(s for s in report.studies if s.setting.name == "out")
    assert lifted.posed is not None
    most = []
    for rows in (lifted.firm, lifted.solved):
        item = next(i for i in rows if i.case.name == CORNER)
        most.append(max(item.result.rest_force[lifted.posed.bearing(("upper",))]))
    assert most[0] == pytest.approx(1480, rel=1e-2)
    assert 0.9 < most[1] / most[0] < 0.95, "where the rail gives, the other side takes some of it"
    rear = [i for i, a in enumerate(study.assembly.anchors) if a.x > 1500 and a.y < 0]
    assert all(600 < found.pull[b, at, i] < 4600 for b in (0, 1) for i in rear)
    rigid = next(c for c in study.cases if (c.case, c.position) == (CORNER, "out"))
    assert max(rigid.shared.tension[i] for i in rear) < 60
    lower = next(m for m, member in enumerate(found.members) if member.id == "slide1/base/lower.left")
    for bound in (0, 1):
        assert 68e3 < np.abs(found.moment[lower][bound, at]).max() < 300e3
    assert by_id(report, "slide1/base.lower-rail").use == pytest.approx(0.54, abs=0.02)


def test_rear_bolts_rated_low_are_over(edit: Edit, catalog: Catalog) -> None:
    """80 kg each was called holding by a rigid base that pulls nothing there."""
    report = check(edit(to={"/host/holes/2/rating": "80 kg", "/host/holes/3/rating": "80 kg"}), catalog)
    assert {by_id(report, f"slide1/anchor.F{i}").state for i in (3, 4)} == {"over"}


def test_every_side_is_in_balance(report: Report) -> None:
    """Floor and weight and what presses against the fixings: nothing is left over in any case, on either bound."""
    found = beams(report)
    for side in found.sides:
        names = [r.case.name for r in found.rows]
        for frame, table in zip(side.frames, side.factors, strict=True):
            for factors, one in zip(table, frame.solve_many(names, table), strict=True):
                assert not isinstance(one, Exception)
                held = len(side.held)
                up = one.rest_force[:-held].sum() - one.rest_force[-held:].sum()
                pressed = (factors @ frame.totals).reshape(-1, 6)[:, 2].sum()
                assert up + pressed == pytest.approx(0, abs=1e-6 * (1 + abs(pressed)))


def test_the_worse_bound_is_printed_and_governs(report: Report) -> None:
    found, finding = beams(report), by_id(report, "slide1/anchor.F3")
    at = row(found, finding.case, finding.position)
    values = {line.symbol: line.value for line in finding.working}
    assert values["T"] == pytest.approx(max(found.pull[:, at, 2]) + found.roll[at, 2])
    assert {"T_r", "T₁", "T₂", "T_q"} <= values.keys()


def test_a_fixing_gone_shifts_its_pull_to_the_next(report: Report) -> None:
    found = beams(report)
    at = row(found, CORNER, "out")
    gone = found.without(0, [at])[0]
    assert gone[0] == 0 and gone[2] > found.pull[:, at, 2].max()
    assert gone[1] == pytest.approx(found.pull[:, at, 1].max()), "the other side does not know"


def test_the_only_fixing_of_a_side_gone_leaves_it_loose(edit: Edit, catalog: Catalog) -> None:
    """Two on the right, one on the left: with that one gone nothing holds the left rail, whatever the right ones take."""
    fixings = [{"name": f"F{i}", "hole": f"bolt {i}"} for i in (1, 2, 4)]
    report = check(edit(to={"/builds/0/fixings": fixings}), catalog)
    found = beams(report)
    at = row(found, CORNER, "out")
    assert np.isinf(found.without(0, [at])[0][1:]).all() and np.isfinite(found.without(1, [at])).all()
    assert by_id(report, "slide1/anchor.one-gone").demand == pytest.approx(9.9)


def test_cases_chosen_for_a_fixing_gone_hold_the_hardest(report: Report) -> None:
    """Solved in the cases its side pulls hardest, no other case of all asks for more."""
    found = beams(report)
    for gone in range(4):
        few, every = found.hardest(gone, 10), list(range(len(found.rows)))
        assert len(few) == 10
        assert found.without(gone, few).max() == pytest.approx(found.without(gone, every).max())


def test_a_side_without_a_fixing_is_not_held(edit: Edit, catalog: Catalog) -> None:
    """Two bolts on the right hold a rigid base; they do not hold the left rail, which nothing joins to the right one."""
    fixings = [{"name": "F2", "hole": "bolt 2"}, {"name": "F4", "hole": "bolt 4"}]
    report = check(edit(to={"/builds/0/fixings": fixings}), catalog)
    assert by_id(report, "slide1/anchor.held").state == "over"


@pytest.mark.parametrize(("sheet", "behind"), [("1 mm", 164), ("1.5 mm", 552)])
def test_grip_in_both_bounds(edit: Edit, catalog: Catalog, sheet: str, behind: float) -> None:
    """E As/grip of M12 through 38.1 + 10 mm; in series with 20 kN/mm of a rib, or 16 pi D/r2 of a sheet on ribs 150 mm apart."""
    context = context_of(edit(to={"/host/dims/floor_thickness/value": sheet}), catalog)
    anchor = context.builds[0].anchors[0]
    rib, drilled = grip(context, anchor, 38.1), grip(context, replace(anchor, hole=None), 38.1)
    assert rib.stiff == drilled.stiff == pytest.approx(200_000 * 84.3 / 48.1, rel=2e-3)
    assert rib.soft == pytest.approx(1 / (1 / rib.stiff + 1 / 20_000))
    assert 1 / (1 / drilled.soft - 1 / drilled.stiff) == pytest.approx(behind, rel=0.01)


def test_bounds_that_lie_apart_are_both_said(edit: Edit, catalog: Catalog) -> None:
    """Drilled into 1.2 mm of sheet the rear bolts take nearly four times as much if it does not give; the sentence has both and why."""
    fixings = [
        {"name": f"D{i}", "x": f"{x} mm", "y": f"{y} mm"} for i, (x, y) in enumerate(((240, -609), (240, 609), (1400, -609), (1400, 609)))
    ]
    report = check(edit(to={"/builds/0/fixings": fixings}), catalog)
    rear, front = by_id(report, "slide1/anchor.D3"), by_id(report, "slide1/anchor.D0")
    bounds = [line.value or 0.0 for line in rear.working if line.note.startswith("rails as beams")]
    assert len(bounds) == 2 and max(bounds) > 3 * min(bounds) and rear.demand == pytest.approx(max(bounds), rel=0.05)
    assert "if what it is clamped to does not give" in rear.sentence and "The worse counts" in rear.sentence
    assert "does not give" not in front.sentence


def test_a_fixing_beside_its_rail_is_not_known(report: Report, edit: Edit, catalog: Catalog) -> None:
    assert by_id(report, "slide1/anchor.beside").state == "unknown"
    tabs = check(edit(to={f"/builds/0/fixings/{i}/tab": "100 mm" for i in range(4)}), catalog)
    assert "slide1/anchor.beside" not in {f.id for f in tabs.findings}
    plain, levered = (by_id(r, "slide1/anchor.F3") for r in (report, tabs))
    # the rail's middle lies 120.5 mm from the bolt: (120.5 + 100)/100 of the pull
    assert levered.demand == pytest.approx((plain.demand or 0) * 2.205, rel=2e-3)
    under = [
        {"name": f"U{i}", "x": x, "y": y, "backing": True} for i, (x, y) in enumerate(((240, -609), (240, 609), (1780, -609), (1780, 609)))
    ]
    rows = [{**one, "x": f"{one['x']} mm", "y": f"{one['y']} mm"} for one in under]
    moved = check(edit(to={"/builds/0/fixings": rows}), catalog)
    assert "slide1/anchor.beside" not in {f.id for f in moved.findings}


def test_a_fixing_beyond_the_end_of_its_rail_is_not_known(edit: Edit, catalog: Catalog) -> None:
    """Under the rail's line but past its end nothing goes through it."""
    beyond = {"name": "F3", "x": "2200 mm", "y": "-609 mm", "backing": True}
    found = by_id(check(edit(to={"/builds/0/fixings/2": beyond}), catalog), "slide1/anchor.beside")
    assert found.state == "unknown" and "F3" in found.sentence
