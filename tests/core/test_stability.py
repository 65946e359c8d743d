"""Buckling, frequency and fatigue of the tray: states, the arithmetic, and frames made to fail."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.mechanics.solver.modes import Mode
from ergostrut.core.prove.members.stability import check_fatigue, check_frequency, check_stability
from ergostrut.core.prove.members.strength import uses
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check
from tests.conftest import by_id, moving


def home(report: Report) -> Study:
    return report.studies[0]


def with_critical(study: Study, value: float) -> Study:
    """The same study as if it buckled at ``value`` times its load."""
    other = replace(study)
    other.__dict__["critical"] = (Mode(value, np.zeros((1, 6))), "Start")
    return other


@pytest.mark.parametrize(
    ("value", "state"), [(2.0, "over"), (2.99, "over"), (3.0, "tight"), (4.9, "tight"), (5.0, "holds"), (math.inf, "holds")]
)
def test_under_three_is_over_under_five_is_tight(report: Report, value: float, state: str) -> None:
    (found,) = check_stability(with_critical(home(report), value))
    assert (found.state, found.minimum) == (state, True)
    assert "times the load of start" in found.sentence
    assert any(line.symbol == "B" for line in found.working) == (value < 16)


@pytest.mark.parametrize(("value", "factor"), [(4.0, 1 / (1 - 1.6 / 4)), (15.9, 1 / (1 - 1.6 / 15.9)), (16.0, 1.0), (500.0, 1.0)])
def test_moments_grow_near_buckling(report: Report, value: float, factor: float) -> None:
    """AISC 360-16 appendix 8: 1/(1 - 1.6/lambda) while lambda is under 16; strength uses it."""
    study = with_critical(home(report), value)
    assert study.amplify == pytest.approx(factor)
    plain, grown = uses(home(report)), uses(study, study.amplify)
    k = np.unravel_index(int(np.argmax(plain)), plain.shape)
    assert grown[k] == pytest.approx(plain[k] * factor, rel=0.02)


def test_no_shape_holds_at_or_below_its_own_load(report: Report) -> None:
    assert with_critical(home(report), 1.2).amplify == 20.0


def test_coarse_and_refined_frames_agree_that_it_is_far(report: Report) -> None:
    for study in report.studies:
        found = study.critical
        assert found is not None
        item = next(s for s in study.solved if s.case.name == found[1])
        assert found[0].value > 100 and study.buckling(item).value > 100


def test_heavier_load_shakes_slower(sample: Job, catalog: Catalog) -> None:
    light = check(apply(sample.design, [Change("/carry/things/2/mass", "5 kg")]), catalog)
    heavy = check(apply(sample.design, [Change("/carry/things/2/mass", "300 kg")]), catalog)
    f_light, f_heavy = (by_id(r, "slide1/frame.frequency").demand or 0 for r in (light, heavy))
    assert f_heavy < f_light
    assert "it will shake on the road" in by_id(heavy, "slide1/frame.frequency").sentence


def test_frequency_is_near_that_of_a_simple_beam(report: Report) -> None:
    """Rayleigh's bound for two rails as simple beams between the rollers, all mass along them: the same order, within a third."""
    study = home(report)
    assert study.frequency is not None and study.posed is not None
    slider = study.assembly.sliders[0]
    rail = study.assembly.member(slider.rails[0])
    kg, _ = moving(study)
    L, EI = slider.carrying.x - slider.hold_down.x, 2 * rail.section.material.E * rail.shape.Iy
    m = kg * 1e-3 / rail.length
    beam = math.pi / (2 * L**2) * math.sqrt(EI / m)
    assert 0.67 * beam < study.frequency.value < 1.33 * beam


def test_frequency_is_asked_only_where_it_is_driven(report: Report) -> None:
    out = next(s for s in report.studies if not s.setting.drivable)
    assert list(check_frequency(out)) == []
    (note,) = check_frequency(home(report))
    assert note.state == "note" and note.limit == 12.0


def test_fatigue_grows_with_the_road(sample: Job, catalog: Catalog) -> None:
    """0.3, 0.5, 0.8 of the 1 g stress at the worst weld."""
    ranges = [
        by_id(check(apply(sample.design, [Change("/loads/road", road)]), catalog), "slide1/weld.fatigue").demand or 0
        for road in ("paved", "gravel", "trail")
    ]
    assert ranges[1] / ranges[0] == pytest.approx(0.5 / 0.3) and ranges[2] / ranges[0] == pytest.approx(0.8 / 0.3)


def test_only_welds_tire(report: Report, sample: Job, catalog: Catalog) -> None:
    from .test_systems import framed

    assert len(list(check_fatigue(home(report)))) == 1
    bolted = check(framed(sample.design, "tslot_bolted"), catalog)
    assert list(check_fatigue(home(bolted))) == []
