"""Fasteners chosen in place of a system's usual one, worked again by hand from the end forces their working shows."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.advice.mends import candidates
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import Job
from ergostrut.core.mechanics.joints import thin, woodscrew
from ergostrut.core.prove.joints.check import joint_rows
from ergostrut.core.report import check
from tests.conftest import by_id

from .test_joint_checks import given, joint
from .test_systems import framed

CHOICES = [
    ("aluminium_tube_brackets", "rivet"),
    ("aluminium_tube_brackets", "drill screw"),
    ("tslot_bolted", "end bolt"),
    ("lumber_plywood", "pocket screw"),
    ("lumber_plywood", "lag screw"),
]


def chosen(sample: Job, catalog: Catalog, system: str, fastener: str, **more: object) -> Finding:
    return joint(check(framed(sample.design, system, joints__fastener=fastener, **more), catalog))


def bracket_share(found: Finding) -> float:
    """On one of three fasteners in one of two brackets: resultant, and the couples over a 1 x 2 in rib's depth and width."""
    N, Vy, Vz, M, T = (given(found, s) for s in ("N", "V_y", "V_z", "M", "T"))
    return (math.sqrt(N**2 + Vy**2 + Vz**2) + M / 50.8 + T / 25.4) / 2 / 3


def test_rivet_by_hand(sample: Job, catalog: Catalog) -> None:
    """Al/steel 4.8 mm, ISO 15977: 1200 N shear / 3; bearing 2 d t 260 / 1.95 on 1/8 in is far stronger."""
    found = chosen(sample, catalog, "aluminium_tube_brackets", "rivet")
    assert found.demand == pytest.approx(bracket_share(found))
    assert found.limit == pytest.approx(1200 / 3)
    assert "the rivet governs" in found.sentence
    assert any("isolate" in line.note for line in found.working)


def test_drill_screw_by_hand(sample: Job, catalog: Catalog) -> None:
    """No. 12 through 3 mm of 150 MPa into 1/8 in 6061-T6: t2/t1 = 1.06, nearly all tilting; pull-out 0.85 t d Fu / 3."""
    found = chosen(sample, catalog, "aluminium_tube_brackets", "drill screw")
    d, t1, t2, Fu1, Fu2 = 5.49, 3.0, 3.175, 150.0, 260.0
    near, far, tilt = 2.7 * t1 * d * Fu1, 2.7 * t2 * d * Fu2, 4.2 * math.sqrt(t2**3 * d) * Fu2
    part = (t2 / t1 - 1) / 1.5
    across = (min(tilt, near, far) * (1 - part) + min(near, far) * part) / 3
    pull = min(0.85 * t2 * d * Fu2, 1.5 * t1 * 10.5 * Fu1) / 3
    assert found.demand == pytest.approx(bracket_share(found))
    assert found.limit == pytest.approx(min(across, pull))


def test_end_bolt_by_hand(sample: Job, catalog: Catalog) -> None:
    """5/16-18 SAE 5 tapped 25 mm into 6105-T5: the couple over half the rib's depth, threads 0.6 x 260 on half the cylinder / 2."""
    found = chosen(sample, catalog, "tslot_bolted", "end bolt", joints__brackets=1)
    N, Vy, Vz, M = (given(found, s) for s in ("N", "V_y", "V_z", "M"))
    d = 7.9375
    area = math.pi * d**2 / 4
    T, V = max(N, 0) + M / (38.1 / 2), math.hypot(Vy, Vz)
    bolt_t, bolt_v = 0.75 * 827 * area / 2, 0.45 * 827 * area / 2
    strip = 0.6 * 260 * 0.5 * math.pi * d * 25 / 2
    both = min(1.3 * 0.75 * 827 - 2 * 0.75 / 0.45 * V / area, 0.75 * 827) / 2 * area
    assert found.use == pytest.approx(max(T / bolt_t, V / bolt_v, T / both, T / strip), rel=1e-3)
    assert found.state != "unknown"  # computed, no catalogue value needed


def test_lag_and_pocket_add_pull_to_shear(sample: Job, catalog: Catalog) -> None:
    """NDS 2018 12.4.1 on the safe side: V/Z + T/W, both with load duration."""
    wood = catalog.sections["2x4 dfl"].material
    for fastener in ("lag screw", "pocket screw"):
        found = chosen(sample, catalog, "lumber_plywood", fastener)
        N, Vy, Vz, T = (given(found, s) for s in ("N", "V_y", "V_z", "T"))
        across = math.hypot(Vy, Vz) + T / given(found, "e")
        CD = 1.0 if found.case.startswith(("Parked", "Slope")) else 1.6
        if fastener == "lag screw":
            lag = woodscrew.LAGS["1/4 in"]
            Z = woodscrew.lag_lateral(lag, 38.1, wood.gravity, wood.gravity, 50) * 0.67  # type: ignore[union-attr]
            W = woodscrew.lag_withdrawal(0.5, 6.35, 50 - 0.625 * 6.35, end_grain=True)
        else:
            screw = catalog.wood_screws["No. 10"]
            Z = woodscrew.lateral(screw.root, screw.Fyb, 38.1, 0.5, 0.5, 50, screw.d) * 0.67
            W = woodscrew.withdrawal(0.5, screw.d, 50) * 0.67
        assert found.use == pytest.approx((across / Z + max(N, 0) / W) / 2 / CD, rel=1e-6)


def test_wet_screws_keep_seven_tenths(sample: Job, catalog: Catalog) -> None:
    """NDS 2018 table 11.3.3: C_M 0.7 for screws in wood that stays wet."""
    from ergostrut.core.changes import Change
    from ergostrut.core.job.change import apply

    for fastener in ("usual", "lag screw"):
        design = framed(sample.design, "lumber_plywood", joints__fastener=fastener)
        dry, wet = joint(check(design, catalog)), joint(check(apply(design, [Change("/loads/wet", True)]), catalog))
        assert wet.limit == pytest.approx(0.7 * (dry.limit or 0), rel=1e-6)


@pytest.mark.parametrize(("system", "fastener"), CHOICES)
def test_the_worst_end_is_the_finding(sample: Job, catalog: Catalog, system: str, fastener: str) -> None:
    """The quick measure that picks the end agrees with the verdicts: none stands worse in the drawn joints."""
    report = check(framed(sample.design, system, joints__fastener=fastener), catalog)
    worst = max(
        verdict.use or 0.0
        for study in report.studies
        for name in {item.case.name for item in study.solved}
        for _, verdict in joint_rows(study, name)
    )
    assert (joint(report).use or 0.0) >= worst - 1e-9


@pytest.mark.parametrize(("system", "fastener"), CHOICES)
def test_what_joints_take_is_bought(sample: Job, catalog: Catalog, system: str, fastener: str) -> None:
    report = check(framed(sample.design, system, joints__fastener=fastener), catalog)
    bought = {row.part: row.count for row in report.cut.hardware}
    ends = 2 * sum(m.role in ("end rib", "mid rib") for m in report.context.builds[0].members)
    each = {"rivet": ("rivet", 12), "drill screw": ("drillscrew", 12), "end bolt": ("endbolt", 2), "pocket screw": ("pocketscrew", 2)}
    part, count = each.get(fastener, ("lagscrew", 2))
    assert bought[part] == count * ends


@pytest.mark.parametrize(
    ("system", "fastener"), [("welded_steel_tube", "rivet"), ("tslot_bolted", "lag screw"), ("lumber_plywood", "end bolt")]
)
def test_a_fastener_of_another_system_is_refused(sample: Job, catalog: Catalog, system: str, fastener: str) -> None:
    with pytest.raises(StockError, match=f"has no {fastener}") as caught:
        check(framed(sample.design, system, joints__fastener=fastener), catalog)
    assert caught.value.field.endswith("joints/fastener")


@pytest.mark.parametrize(
    ("system", "fastener", "more", "label"),
    [
        ("aluminium_tube_brackets", "rivet", {"joints__rivet": "Al/steel 3.2 mm", "joints__per_leg": 1}, "2 a leg"),
        ("tslot_bolted", "end bolt", {"joints__brackets": 1}, "2 bolts a joint"),
        ("lumber_plywood", "pocket screw", {"joints__screws": 1}, "2 screws a joint"),
    ],
)
def test_more_of_them_are_offered(sample: Job, catalog: Catalog, system: str, fastener: str, more: dict[str, object], label: str) -> None:
    report = check(framed(sample.design, system, joints__fastener=fastener, **more), catalog)
    assert candidates(report.context.design, joint(report), catalog)[0][0] == label


def test_short_fasteners_are_unknown(sample: Job, catalog: Catalog) -> None:
    for fastener, words in (("lag screw", "four diameters"), ("pocket screw", "six diameters")):
        found = chosen(sample, catalog, "lumber_plywood", fastener, joints__bite="20 mm")
        assert found.state == "unknown" and words in found.sentence


def test_rivet_table_keeps_its_factor() -> None:
    """IFI-114 grade 30 3/16 in steel: 540 lbf shear, 680 lbf tension, / 3 (from memory)."""
    rivet = thin.RIVETS["steel 3/16 in"]
    assert rivet.shear == pytest.approx(540 * 4.448222) and rivet.tension == pytest.approx(680 * 4.448222)


def test_joint_findings_name_their_rib(sample: Job, catalog: Catalog) -> None:
    report = check(framed(sample.design, "aluminium_tube_brackets", joints__fastener="rivet"), catalog)
    found = by_id(report, "slide1/rib.joint")
    assert found.title == "Riveted bracket, rib to rail" and len(found.parts) == 2
