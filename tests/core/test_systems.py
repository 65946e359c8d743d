"""The nine framing systems: what a slide may be built in, how its joints are taken, decks, loads that are changed, mends."""

from __future__ import annotations

import pytest

from ergostrut.core.advice.mends import advise, candidates
from ergostrut.core.cases import cases_at
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design, Job
from ergostrut.core.problem import InputError
from ergostrut.core.report import Report, check
from ergostrut.core.structure.systems import SYSTEMS
from tests.conftest import by_id

SLIDES = [system for system in SYSTEMS.values() if system.slide]


def framed(design: Design, system: str, **more: object) -> Design:
    found = SYSTEMS[system]  # type: ignore[index]
    rows = [("framing", found.id), ("rail", found.rail), ("rib", found.rib), *more.items()]
    return apply(design, [Change(f"/builds/0/{field.replace('__', '/')}", value) for field, value in rows])


def test_nine_systems_each_with_its_school() -> None:
    assert len(SYSTEMS) == 9
    assert all(system.liked and system.complaint for system in SYSTEMS.values())
    assert {system.id for system in SYSTEMS.values() if not system.slide} == {"conduit_riveted", "sandwich_bonded"}


@pytest.mark.parametrize("system", SLIDES, ids=lambda s: s.id)
def test_a_slide_in_every_system_that_makes_sense(sample: Job, catalog: Catalog, system: object) -> None:
    """Members, joints, cut list and steps all come out, and every strength has its working."""
    report = check(framed(sample.design, system.id), catalog)  # type: ignore[attr-defined]
    build = report.context.builds[0]
    assert all(build.joining.system.takes(m.section) for m in build.members if m.role in ("side rail", "end rib", "mid rib"))
    for ident in ("slide1/side-rail.strength", "slide1/rib.strength", "slide1/rib.joint", "slide1/frame.buckles"):
        found = by_id(report, ident)
        assert found.working and found.basis
    assert by_id(report, "slide1/side-rail.strength").use is not None
    assert report.cut.price > 0 and report.tally.build_kg > 20
    words = " ".join(step.title for step in report.steps).lower()
    assert ("weld" in words) == (build.joining.system.joint == "weld")
    assert build.mass == pytest.approx(sum(kg for body in ("slide1/tray", "slide1/base") for kg, _ in build.masses(body)))


@pytest.mark.parametrize("system", ["conduit_riveted", "sandwich_bonded"])
def test_systems_that_make_no_slide_are_refused(sample: Job, catalog: Catalog, system: str) -> None:
    with pytest.raises(StockError, match="a bed slide is not built in"):
        check(apply(sample.design, [Change("/builds/0/framing", system)]), catalog)


def test_a_section_of_another_system_is_refused_by_field(sample: Job, catalog: Catalog) -> None:
    with pytest.raises(StockError, match=r"rib: .* does not belong to T-slot aluminium") as caught:
        check(framed(sample.design, "tslot_bolted", rib="1x1x14ga"), catalog)
    assert caught.value.field == "/builds/0/rib"


def test_bracket_rating_is_unknown_until_given(sample: Job, catalog: Catalog) -> None:
    unrated = by_id(check(framed(sample.design, "tslot_bolted"), catalog), "slide1/rib.joint")
    assert (unrated.state, unrated.missing) == ("unknown", ("bracket rating",))
    rated = by_id(check(framed(sample.design, "tslot_bolted", joints__bracket_rating="500 kg"), catalog), "slide1/rib.joint")
    assert rated.limit == pytest.approx(500 * 9.80665 / 2)
    assert rated.use == pytest.approx((unrated.demand or 0) / (500 * 9.80665 / 2))


def test_bolted_joints_run_both_bounds(sample: Job, catalog: Catalog) -> None:
    """Semi-rigid is drawn; rigid, and pinned where it stands, nearly so where it would fold, are run and the worst governs."""
    report = check(framed(sample.design, "tslot_bolted"), catalog)
    study = report.studies[0]
    assert study.posed is not None and study.posed.fixity == "semi"
    assert [bound.posed.fixity for bound in study.bounds if bound.posed] == ["semi", "rigid", "slack"]
    assert study.relies, "ribs on hinges would let the rails roll"
    text = " ".join(line.note for line in by_id(report, "slide1/rib.strength").working)
    assert "relies on its brackets" in text and "several ways" in text
    welded = check(sample.design, catalog).studies[0]
    assert [bound.posed.fixity for bound in welded.bounds if bound.posed] == ["rigid"]


def test_welded_aluminium_is_weak_beside_its_welds(sample: Job, catalog: Catalog) -> None:
    """The finding a welder of aluminium must see: weld-affected strength at the ribs, not at mid bay."""
    found = by_id(check(framed(sample.design, "welded_aluminium_tube"), catalog), "slide1/side-rail.strength")
    assert "weld-affected" in found.basis and "beside a weld" in found.sentence
    bolted = by_id(check(framed(sample.design, "aluminium_tube_brackets"), catalog), "slide1/side-rail.strength")
    assert "weld-affected" not in bolted.basis
    assert (bolted.use or 0) < (found.use or 0)


def test_wood_takes_more_on_the_road_than_for_good(sample: Job, catalog: Catalog) -> None:
    dry = check(framed(sample.design, "lumber_plywood"), catalog)
    wet = check(apply(framed(sample.design, "lumber_plywood"), [Change("/loads/wet", True)]), catalog)
    assert "NDS 2018" in by_id(dry, "slide1/side-rail.strength").basis
    assert (by_id(wet, "slide1/deck.foot").limit or 0) == pytest.approx(0.8 * (by_id(dry, "slide1/deck.foot").limit or 0))
    assert (by_id(wet, "slide1/rib.strength").use or 0) > (by_id(dry, "slide1/rib.strength").use or 0)


SLOTTED = [Change("/builds/0/rail", "T 1.5x3"), Change("/builds/0/rib", "T 1.5x1.5"), Change("/builds/0/deck_edges", "slots")]


def test_a_sheet_in_slots_spans_both_ways(sample: Job, catalog: Catalog) -> None:
    """Without ribs it gains much over a strip of the same bay; the shape is the plate's, by its series."""
    bare = apply(framed(sample.design, "tslot_bolted"), [*SLOTTED[:2], Change("/builds/0/mid_ribs", 0)])
    strip, plate = check(bare, catalog), check(apply(bare, SLOTTED[2:]), catalog)
    for ident in ("slide1/deck.foot", "slide1/deck.spring"):
        assert (by_id(plate, ident).demand or 0) < 0.9 * (by_id(strip, ident).demand or 0)
    assert "Navier" in by_id(plate, "slide1/deck.foot").basis


def test_a_deck_in_slots_lies_between_the_rails(sample: Job, catalog: Catalog) -> None:
    """38.1 by 76.2 on edge: the lower slot 19.05 over the rail's underside, 12 mm of sheet about it; 12.3 mm of slot less 1.5 each side."""
    report = check(apply(framed(sample.design, "tslot_bolted"), SLOTTED), catalog)
    build = report.context.builds[0]
    rail = next(m for m in build.members if m.role == "side rail")
    under = rail.a[2] - 38.1
    ribs = sorted((m for m in build.members if m.role.endswith("rib")), key=lambda m: m.a[0])
    assert len(build.panels) == len(ribs) - 1
    bite = (38.1 - 13.5) / 2 - 1.5
    width = 47.25 * 25.4
    for panel, one, two in zip(build.panels, ribs, ribs[1:], strict=False):
        assert panel.lo[2] == pytest.approx(under + 19.05 - panel.sheet.t / 2)
        assert panel.wide == pytest.approx((two.a[0] - one.a[0] - 38.1 + 2 * bite, width - 2 * 38.1 + 2 * bite))
        assert one.a[2] == pytest.approx(under + 19.05)
    # things lie across ribs, which stand up to the top of their own 38.1
    assert build.surfaces[0].origin[2] == pytest.approx(under + 38.1)
    assert build.surfaces[0].size[1] == pytest.approx(width - 2 * 38.1)
    assert build.stack[-1].top == pytest.approx(build.surfaces[0].origin[2])
    assert by_id(report, "slide1/fit.own").state == "holds"
    assert not any(item.part == "deckscrew" for item in build.items)
    # 12 mm does not go into 8.1: a foot beside the rail, 1330 N over 150 mm, through the tongue; birch rolls at 1.8 MPa
    tongue = by_id(report, "slide1/deck.tongue")
    assert tongue.demand == pytest.approx(1.5 * 1330 / 150 / 8.1, rel=2e-3)
    assert tongue.limit == pytest.approx(1.8 * catalog.sheets["birch.12"].material.short)
    thin = check(apply(framed(sample.design, "tslot_bolted"), [*SLOTTED, Change("/builds/0/deck", "birch.6.5")]), catalog)
    assert not any(f.id == "slide1/deck.tongue" for f in thin.findings)
    # one module laid low: nothing stands over the sheet, whose top is then the deck's
    bare = check(apply(report.context.design, [Change("/builds/0/mid_ribs", 0)]), catalog).context.builds[0]
    assert bare.surfaces[0].origin[2] == pytest.approx(under + 19.05 + 6)


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ([Change("/builds/0/deck_edges", "slots")], "/builds/0/deck_edges"),
        ([*SLOTTED, Change("/builds/0/deck", "sandwich.pp20")], "/builds/0/deck_edges"),
        ([*SLOTTED, Change("/builds/0/rail", "T 1.5x1.5"), Change("/builds/0/rib", "T 1.5x3")], "/builds/0/rib"),
        ([*SLOTTED, Change("/builds/0/own_members", [{"name": "a", "section": "T 1x1", "left": "300 mm", "right": "300 mm"}])],
         "/builds/0/own_members/0/section"),
    ],
)  # fmt: skip
def test_slots_that_are_not_there(sample: Job, catalog: Catalog, changes: list[Change], field: str) -> None:
    with pytest.raises(StockError) as caught:
        check(apply(sample.design if len(changes) == 1 else framed(sample.design, "tslot_bolted"), changes), catalog)
    assert caught.value.field == field


def test_sandwich_deck(sample: Job, catalog: Catalog) -> None:
    report = check(apply(sample.design, [Change("/builds/0/deck", "sandwich.pp20")]), catalog)
    assert by_id(report, "slide1/deck.foot").unit == "of the limit"
    assert "insert" in by_id(report, "slide1/deck.crush").sentence
    assert report.context.builds[0].panels[0].mass < check(sample.design, catalog).context.builds[0].panels[0].mass


def test_cases_left_out_and_changed(sample: Job, catalog: Catalog) -> None:
    left = apply(sample.design, [Change("/loads/off", ["Rebound", "Slope", "Foot"])])
    names = {case.name for case in cases_at(left.loads, True)}
    assert "Rebound" not in names and not any(name.startswith(("Slope", "Parked, foot")) for name in names)
    hard = apply(sample.design, [Change("/loads/cases/Bump", {"x": 0, "y": 0, "z": -4})])
    assert (by_id(check(hard, catalog), "slide1/deck.load").use or 0) == pytest.approx(
        2 * (by_id(check(sample.design, catalog), "slide1/deck.load").use or 0)
    )
    with pytest.raises(InputError, match="/loads/off"):
        apply(sample.design, [Change("/loads/off", ["Earthquake"])])


ALL_CASES = ["Bump", "Rebound", "Brake", "Start", "Corner right", "Corner left", "Slope", "Foot"]


@pytest.mark.parametrize("off", [[name] for name in ALL_CASES] + [ALL_CASES], ids=lambda rows: "+".join(rows) if len(rows) < 3 else "all")
@pytest.mark.parametrize("hold", ["straps", "weight", "friction"])
def test_every_check_stands_any_case_left_out(sample: Job, catalog: Catalog, off: list[str], hold: str) -> None:
    """No check needs a case that the job may leave out; what cannot be known without it says so."""
    rows = [Change("/loads/off", off), Change("/carry/things/0/hold", {"by": hold})]
    report = check(apply(sample.design, rows), catalog)
    held = by_id(report, "thing/cold-box/held")
    if hold == "weight" and "Rebound" in off:
        assert held.state == "unknown" and held.missing == ("Rebound, left out of the loads",)
    cases = {f.case for f in report.findings if f.check.startswith(("side-rail", "rib", "roller", "axle"))}
    assert not any(case.startswith(tuple(off)) for case in cases if case)


def test_own_limits(sample: Job, catalog: Catalog) -> None:
    own = apply(sample.design, [Change("/loads/limits/droop_mm", 4.0), Change("/loads/limits/rail", 180)])
    report = check(own, catalog)
    assert by_id(report, "slide1/tip.droop").limit == 4.0
    before = by_id(check(sample.design, catalog), "slide1/side-rail.sag")
    assert by_id(report, "slide1/side-rail.sag").limit == pytest.approx(2 * (before.limit or 0))


def _labels(report: Report, ident: str, catalog: Catalog) -> list[str]:
    return [label for label, _ in candidates(report.context.design, by_id(report, ident), catalog)]


def test_play_and_pull_out_are_offered(sample: Job, catalog: Catalog) -> None:
    loose = check(apply(sample.design, [Change("/builds/0/rollers/play", "5 mm")]), catalog)
    assert by_id(loose, "slide1/tip.droop").state == "over"
    labels = _labels(loose, "slide1/tip.droop", catalog)
    assert labels[0].startswith("play") and any(label.startswith("pull out") for label in labels)
    mend = next(m for m in advise(loose, catalog) if m.finding == "slide1/tip.droop")
    assert mend.state == "holds" and mend.label.startswith("play")


def test_shorter_pull_out_drops_the_stops_beyond(sample: Job, catalog: Catalog) -> None:
    far = check(apply(sample.design, [Change("/builds/0/stops", ["22 in", "41 in"])]), catalog)
    offers = dict(candidates(far.context.design, by_id(far, "slide1/overlap"), catalog))
    shorter = apply(far.context.design, next(iter(offers.values())))
    assert shorter.builds[0].pull_out.mm < far.context.design.builds[0].pull_out.mm
    assert all(stop.mm < shorter.builds[0].pull_out.mm for stop in shorter.builds[0].stops)
