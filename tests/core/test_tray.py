"""The tray as a frame: balance, symmetry, order of joint fixities, and where it rests."""

from __future__ import annotations

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.constants import G
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job
from ergostrut.core.mechanics.solver.model import MechanismError
from ergostrut.core.prove.model.frame_model import frame_model, taken
from ergostrut.core.prove.model.posed import Posed
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.standing.setting import setting_at
from ergostrut.core.structure.systems import SYSTEMS
from tests.conftest import PULL

from .test_systems import framed

SLIDES = [system.id for system in SYSTEMS.values() if system.slide]


def trays(design: Design, catalog: Catalog, travel: float, fixity: str = "rigid") -> Posed:
    context = context_of(design, catalog)
    build = context.builds[0]
    return taken(frame_model(build, setting_at(build, {PULL: travel}), context.plan), fixity)  # type: ignore[arg-type]


def parked(tray: Posed, **feet: float) -> np.ndarray:
    """1 g down, and so many N in places by their ids."""
    return np.array([0.0, 0.0, -1.0, *(feet.get(stand.id, 0.0) for stand in tray.stands)])


@pytest.mark.parametrize("system", SLIDES)
@pytest.mark.parametrize("travel", [0.0, 500.0, 1054.1])
def test_rests_carry_the_moving_mass(sample: Job, catalog: Catalog, system: str, travel: float) -> None:
    """What the rollers push, less what the upper rail pulls, is the tray with its load, whatever it is made of."""
    design = framed(sample.design, system)
    tray = trays(design, catalog, travel)
    result = tray.frame.solve("Parked", parked(tray))
    up = sum(rest.sign * force for rest, force in zip(tray.model.rests, result.rest_force, strict=True))
    context = context_of(design, catalog)
    build = context.builds[0]
    moving = sum(kg for kg, _ in build.masses("slide1/tray")) + sum(item.mass for item in context.plan.on("slide1/tray"))
    rollers = sum(i.mass * i.count for i in build.items if i.body == "slide1/tray" and i.part == "roller")
    assert up == pytest.approx((moving - rollers) * G, rel=6e-3), "ribs count to the rails' middle; rollers stand on their axles"


@pytest.mark.parametrize("report_case", ["Bump", "Rebound", "Brake", "Corner right", "Parked, foot at the corner"])
def test_every_case_is_in_balance(report: Report, report_case: str) -> None:
    """Reactions and loads add up to nothing along every axis."""
    study = report.studies[0]
    assert study.posed is not None
    item = next(s for s in study.solved if s.case.name == report_case)
    factors = study.posed.factors(item.case, 1330.0)
    load = (factors @ study.posed.frame.totals).reshape(-1, 6)[:, :3].sum(axis=0)
    back = item.result.reactions[:, :3].sum(axis=0)
    assert np.max(np.abs(load + back)) < 1e-6 * (1 + np.max(np.abs(load)))


def by_side(design: Design, catalog: Catalog, width: str, y: str) -> dict[str, float]:
    """What each side's rollers carry of one box, parked, tray in."""
    size = {"length": "400 mm", "width": width, "height": "300 mm", "mass": "80 kg"}
    things = [{"id": "box", "name": "box", "on": "slide1/tray", **size, "at": {"x": "900 mm", "y": y}}]
    tray = trays(apply(design, [Change("/carry/things", things)]), catalog, 0.0)
    result = tray.frame.solve("Parked", parked(tray))
    pairs = list(zip(tray.model.rests, result.rest_force, strict=True))
    return {side: sum(float(force) for rest, force in pairs if side in rest.id) for side in ("left", "right")}


def test_a_load_on_the_centre_line_rests_evenly(sample: Job, catalog: Catalog) -> None:
    found = by_side(sample.design, catalog, "400 mm", "0 mm")
    assert found["left"] == pytest.approx(found["right"], rel=1e-9)


def test_a_load_to_the_right_presses_the_right(sample: Job, catalog: Catalog) -> None:
    found = by_side(sample.design, catalog, "200 mm", "300 mm")
    assert found["right"] > 0.6 * sum(found.values())


def test_softer_joints_bend_more(sample: Job, catalog: Catalog) -> None:
    """A foot mid end: the rear rib sinks more between springy joints than between rigid ones, and less than between hinges."""
    design = framed(sample.design, "tslot_bolted")
    sinks = []
    for fixity in ("rigid", "semi"):
        tray = trays(design, catalog, 0.0, fixity)
        result = tray.frame.solve("foot", parked(tray, middle=1330.0))
        (piece,) = (row.index for row in tray.rows["slide1/tray/rib.rear"])
        from ergostrut.core.mechanics.solver.member_forces import lines

        sinks.append(-float(lines(tray.frame, result, 2)[piece, 1, 2]))
    assert sinks[0] < sinks[1]
    rib = next(p.member for p in trays(design, catalog, 0.0).pieces if p.member.role == "end rib")
    simple = 1330.0 * rib.length**3 / (48 * rib.section.material.E * rib.shape.Iy)
    assert sinks[1] < simple + 30


def test_hinged_ribs_let_the_rails_roll(sample: Job, catalog: Catalog) -> None:
    tray = trays(framed(sample.design, "tslot_bolted"), catalog, 0.0, "pinned")
    with pytest.raises(MechanismError, match=r"can fold: (left|right) rail"):
        _ = tray.frame


def test_a_tray_that_cannot_stand_is_a_finding_not_a_crash(sample: Job, catalog: Catalog) -> None:
    rows = [("rollers/front_setback", "1990 mm"), ("stops", []), ("pull_out", "5 in")]
    report = check(apply(sample.design, [Change(f"/builds/0/{field}", value) for field, value in rows]), catalog)
    found = next(f for f in report.findings if f.check == "frame.stands")
    assert found.state == "over" and found.parts == ("slide1/tray",)


def test_load_spread_to_ribs_keeps_its_sum_and_its_place(report: Report) -> None:
    """A patch shared between ribs: the same weight, the same lever about the front rib."""
    study: Study = report.studies[0]
    assert study.posed is not None
    tray = study.posed
    for patch in tray.patches:
        spreads = tray._spread(patch, (0.0, 0.0, 1.0))
        total = sum((s.w0[2] + s.w1[2]) / 2 * (s.end - s.start) for s in spreads)
        lever = sum((s.w0[2] + s.w1[2]) / 2 * (s.end - s.start) * tray.pieces[s.bar].member.a[0] for s in spreads)
        assert total == pytest.approx(patch.kg * G, rel=1e-9), patch.name
        assert lever / total == pytest.approx(patch.x, abs=1e-6), patch.name


def test_height_of_the_load_tips_it_in_braking(report: Report) -> None:
    """A tall load leans on the front ribs when it brakes: sums nothing upward, turns by m g h."""
    study = report.studies[0]
    assert study.posed is not None
    tray = study.posed
    patch = max(tray.patches, key=lambda p: p.height * p.kg)
    spreads = tray._spread(patch, (-1.0, 0.0, 0.0))
    upright = [(s, (s.w0[2] + s.w1[2]) / 2 * (s.end - s.start)) for s in spreads]
    assert sum(f for _, f in upright) == pytest.approx(0, abs=1e-6 * patch.kg * G)
    turn = sum(f * tray.pieces[s.bar].member.a[0] for s, f in upright)
    assert abs(turn) == pytest.approx(patch.kg * G * patch.height, rel=1e-6)
