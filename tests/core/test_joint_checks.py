"""The joints of the tray, worked again by hand from the end forces their working shows."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import KSI
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.mechanics.joints import thin, woodscrew
from ergostrut.core.prove.joints.check import joint_rows, rib_ends
from ergostrut.core.report import Report, check
from ergostrut.core.structure.systems import SYSTEMS
from tests.conftest import by_id

from .test_systems import framed


def given(found: Finding, symbol: str) -> float:
    value = next(line.value for line in found.working if line.symbol == symbol)
    assert value is not None
    return value


def joint(report: Report) -> Finding:
    return by_id(report, "slide1/rib.joint")


def test_fillet_by_hand(report: Report) -> None:
    """Weld as a line round 1 x 1.5 in tube: 0.6 x 70 ksi x 0.707 a / 2 against 0.6 Fu t / 2 of 14 ga."""
    found = joint(report)
    b, d, t = 25.4, 38.1, 2.108
    N, Vy, Vz, T, My, Mz = (abs(given(found, s)) for s in ("N", "V_y", "V_z", "T", "M_y", "M_z"))
    Lw, far, J = 2 * (b + d), math.hypot(b, d) / 2, (b + d) ** 3 / 6
    along = N / Lw + My / (b * d + d * d / 3) + Mz / (b * d + b * b / 3)
    twist = T * far / J / math.sqrt(2)
    demand = math.hypot(along, math.hypot(Vy / Lw + twist, Vz / Lw + twist))
    assert found.demand == pytest.approx(demand, rel=1e-6)
    assert found.limit == pytest.approx(min(0.6 * 70 * KSI * 0.707 * t / 2, 0.6 * 310 * t / 2), rel=1e-6)


def test_a_larger_fillet_cannot_beat_the_wall(sample: Job, catalog: Catalog) -> None:
    small = joint(check(apply(sample.design, [Change("/builds/0/joints/weld_leg", "1 mm")]), catalog))
    large = joint(check(apply(sample.design, [Change("/builds/0/joints/weld_leg", "6 mm")]), catalog))
    assert "the weld governs" in small.sentence and any("least" in line.note for line in small.working)
    assert "the wall beside the weld governs" in large.sentence
    assert (small.use or 0) > (large.use or 0)


def test_aluminium_weld_takes_filler_and_softened_wall(sample: Job, catalog: Catalog) -> None:
    found = joint(check(framed(sample.design, "welded_aluminium_tube"), catalog))
    t = 3.175
    assert found.limit == pytest.approx(min(11.5 * KSI * 0.707 * t / 1.95, 0.6 * 165 * t / 1.95))


def _bracket(found: Finding, n: int, depth: float, width: float) -> float:
    N, Vy, Vz, M, T = (given(found, s) for s in ("N", "V_y", "V_z", "M", "T"))
    return (math.sqrt(N**2 + Vy**2 + Vz**2) + M / depth + T / width) / n


def test_bolted_bracket_by_hand(sample: Job, catalog: Catalog) -> None:
    """5/16-18 SAE 5 in 1/8 in 6061-T6: bolt 0.45 Fu Ab / 2, wall min(2 d, edge) d t Fu / 1.95."""
    found = joint(check(framed(sample.design, "aluminium_tube_brackets"), catalog))
    d, t = 7.9375, 3.175
    assert found.demand == pytest.approx(_bracket(found, 2, 50.8, 25.4))
    assert found.limit == pytest.approx(min(0.45 * 827 * math.pi * d**2 / 4 / 2, 2 * d * t * 260 / 1.95))
    more = joint(check(framed(sample.design, "aluminium_tube_brackets", joints__brackets=4), catalog))
    assert (more.demand or 0) < 0.7 * (found.demand or 0)


def test_strut_nuts_hold_half_on_the_road(sample: Job, catalog: Catalog) -> None:
    unknown = joint(check(framed(sample.design, "strut_bolted"), catalog))
    assert unknown.state == "unknown" and "3/8-16" in unknown.sentence
    found = joint(check(framed(sample.design, "strut_bolted", joints__bolt="3/8-16"), catalog))
    nut = thin.STRUT_NUTS["3/8-16"]
    road = not found.case.startswith(("Parked", "Slope"))
    assert found.limit == pytest.approx(min(nut.pull, nut.slip) * (0.5 if road else 1.0))


def test_screws_into_end_grain_by_hand(sample: Job, catalog: Catalog) -> None:
    """Lateral only, Ceg 0.67, CD by case; a bite under six diameters counts nothing and says so."""
    report = check(framed(sample.design, "lumber_plywood"), catalog)
    found = joint(report)
    screw, wood = catalog.wood_screws["No. 10"], catalog.sections["2x4 dfl"].material
    Z = woodscrew.lateral(screw.root, screw.Fyb, 38.1, wood.gravity, wood.gravity, 50, screw.d)  # type: ignore[union-attr]
    CD = 1.0 if found.case.startswith(("Parked", "Slope")) else 1.6
    assert found.limit == pytest.approx(Z * CD * 0.67)
    # two screws stand half the rib's depth apart: what twists its end they take at a quarter of it
    arm = catalog.sections[SYSTEMS["lumber_plywood"].rib].properties.depth / 4
    assert given(found, "e") == pytest.approx(arm)
    assert found.demand == pytest.approx((math.hypot(given(found, "V_y"), given(found, "V_z")) + given(found, "T") / arm) / 2)
    short = joint(check(framed(sample.design, "lumber_plywood", joints__bite="20 mm"), catalog))
    assert (short.state, short.missing) == ("unknown", ("longer screw",))


def test_the_worst_joint_is_the_finding(report: Report) -> None:
    """No rib end in any case of any position stands worse than what is reported."""
    worst = 0.0
    for study in report.studies:
        for name in {item.case.name for item in study.solved}:
            worst = max(worst, *(verdict.use or 0.0 for _, verdict in joint_rows(study, name)))
    assert joint(report).use == pytest.approx(worst)


def test_rib_ends_are_in_balance_with_the_rib(report: Report) -> None:
    """Both ends of a rib carry together what lies on it: shear upright sums to its load in the parked case."""
    study = report.studies[0]
    assert study.posed is not None
    ends = [e for e in rib_ends(study) if e.case == "Parked" and e.rib.id.endswith("rib.2")]
    assert {e.side for e in ends} == {"left", "right"}
    right, left = (next(e.at.Vz for e in ends if e.side == side) for side in ("right", "left"))
    piece = next(p for p in study.posed.pieces if p.member.id.endswith("rib.2"))
    load = sum(-(s.w0[2] + s.w1[2]) / 2 * (s.end - s.start) for s in study.posed.basic_loads[2].spreads if s.bar == piece.index)
    assert abs(right - left) == pytest.approx(abs(load), rel=1e-6)


def test_more_fasteners_are_offered_and_mend(sample: Job, catalog: Catalog) -> None:
    from ergostrut.core.advice.mends import candidates

    weak = check(framed(sample.design, "tslot_bolted", joints__bracket_rating="150 kg", joints__brackets=1), catalog)
    found = joint(weak)
    assert found.state == "over"
    assert [label for label, _ in candidates(weak.context.design, found, catalog)] == [f"{n} brackets a joint" for n in (2, 3, 4)]
    assert candidates(check(sample.design, catalog).context.design, joint(check(sample.design, catalog)), catalog) == []
