"""Trailers on a bought frame and on one's own, with formulas of the test's own: what arrives at axle and coupling, what the drawbar takes, where the
axle belongs."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from ergostrut.core.advice.mends import mends_for
from ergostrut.core.catalog.errors import StockError
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.finding import Finding
from ergostrut.core.frame.blocks.bed.steps import askew
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.core.prove.model.study import Study
from ergostrut.core.report import Report, check, studies_at
from tests.families.test_truck_flatbed import mounts_of

DIMS = {
    "rail_ground": 430, "tyre_diameter": 580, "tyre_width": 165, "tyre_top": 230, "wheelbase": 2350, "axle_from_front": 1420, "track": 1520,
}  # fmt: skip
RAILS = {"rail_end": 2440, "rail_width": 1070, "rail_depth": 80, "rail_flange": 50}
SPRINGS = tuple(
    {"name": f"{side} spring", "x": "1420 mm", "y": f"{y} mm", "held": "welded", "spread": "650 mm"}
    for side, y in (("left", -510), ("right", 510))
)
HOLES = tuple(
    {"name": f"{n}{s}", "x": f"{x} mm", "y": f"{y} mm", "thread": "M12"}
    for n, x in (("f", 150), ("r", 2290))
    for s, y in (("l", -510), ("r", 510))
)
BED = {
    "family": "truck_flatbed", "id": "b", "label": "Bed", "front": "0 mm", "length": "2440 mm", "width": "1270 mm", "apart": "1020 mm", "lift": "0 mm", "deck": "birch.18",
}  # fmt: skip
TANDEM: dict[str, Any] = {
    "axles": "two on an equaliser",
    "dims": {"axle_spread": 750, "axle_from_front": 1100, "wheelbase": 2030},
    "weights": {
        "coupling": {"empty": "6 kg", "rating": "75 kg"},
        "axle": {"empty": "70 kg"},
        "second": {"empty": "70 kg"},
        "source": "ticket",
    },
    "mounts": tuple(
        {"name": f"{end} {side} spring", "x": f"{x} mm", "y": f"{y} mm", "held": "welded", "spread": "600 mm"}
        for end, x in (("front", 1100), ("rear", 1850))
        for side, y in (("left", -510), ("right", 510))
    ),
}
LIGHT = {"label": "wagon", "front": {"empty": "300 kg"}, "rear": {"empty": "200 kg"}}
WEIGHTS = {
    "coupling": {"empty": "6 kg", "rating": "75 kg"},
    "axle": {"empty": "70 kg", "rating": "750 kg"},
    "gross_rating": "750 kg",
    "source": "ticket",
}


def trailer(
    catalog: Catalog, *, own: bool = True, build: dict[str, Any] | None = None, things: tuple[dict[str, Any], ...] = (), **host: Any
) -> Report:
    dims = {
        name: {"value": f"{mm} mm", "state": "measured"}
        for name, mm in {**DIMS, **({} if own else RAILS), **host.pop("dims", {})}.items()
        if mm is not None
    }
    survey = {
        "kind": "trailer_frame", "made": "own" if own else "bought", "dims": dims, "weights": WEIGHTS, "mounts": SPRINGS if own else HOLES, **host,
    }  # fmt: skip
    goals, loads = survey.pop("goals", {}), survey.pop("loads", {})
    crew, units = survey.pop("crew", []), survey.pop("units", {"length": "mm", "mass": "kg"})
    bed = {**BED, **({"drawbar": {}} if own else {}), **(build or {})}
    return check(
        read_design(
            {
                "name": "t",
                "units": units,
                "host": survey,
                "builds": [bed],
                "carry": {"things": things, "crew": crew},
                "goals": goals,
                "loads": loads,
            }
        ),
        catalog,
    )


def found(report: Report, ident: str) -> Finding:
    return next(finding for finding in report.findings if finding.id == ident)


def studied(report: Report) -> Study:
    (study,) = studies_at(report, {})
    return study


def moments(report: Report) -> tuple[float, float, float, float]:
    """kg of the build, its centre's x and z, and z of the drawbar's axis."""
    build = report.context.builds[0]
    rows = [pair for body in build.bodies for pair in build.masses(body)]
    kg = sum(m for m, _ in rows)
    tip = next((m.a[2] for m in build.members if m.role == "drawbar"), 0.0)
    return kg, sum(m * at[0] for m, at in rows) / kg, sum(m * at[2] for m, at in rows) / kg, tip


def thing(at: float, kg: float) -> dict[str, Any]:
    return {
        "id": "crate", "name": "crate", "mass": f"{kg} kg", "length": "400 mm", "width": "400 mm", "height": "400 mm", "on": "b/bed",
        "at": {"x": f"{at} mm", "y": "0 mm"},
    }  # fmt: skip


@pytest.mark.parametrize("shape", ["A", "straight"])
def test_coupling_and_springs_share_as_a_beam_on_two_supports(catalog: Catalog, shape: str) -> None:
    """A leaf spring tilts on its axle: however stiff the frame is, the coupling takes m (x_a - x) / b, and no more."""
    report = trailer(catalog, build={"drawbar": {"shape": shape}})
    kg, x, _, _ = moments(report)
    forces = mounts_of(studied(report), "Parked")
    down = forces["coupling"][2]
    assert sum(force[2] for force in forces.values()) == pytest.approx(kg * G, rel=0.03)
    assert down == pytest.approx(kg * G * (1420.0 - x) / 2350.0, rel=0.05)
    left, right = (forces[f"{side} spring"][2] for side in ("left", "right"))
    # an A is coupled at the end of its left tube, half its width off the middle
    assert left == pytest.approx(right, rel=0.01)


def test_without_brakes_the_coupling_holds_all_that_is_braked(catalog: Catalog) -> None:
    """0.8 of its weight and of its axle's 70 kg at the drawbar's axis, none at wheels that roll; that, times its height under the centre, comes down on the
    coupling."""
    report = trailer(catalog)
    kg, _, z, tip = moments(report)
    brake, parked = mounts_of(studied(report), "Brake"), mounts_of(studied(report), "Parked")
    assert abs(brake["coupling"][0]) == pytest.approx(0.8 * (kg + 70.0) * G, rel=0.03)
    assert brake["left spring"][0] == pytest.approx(-0.8 * 35.0 * G)
    more = brake["coupling"][2] - parked["coupling"][2]
    # the axle pushes at its hub, half a tyre over the ground
    assert more == pytest.approx(0.8 * G * (kg * (z - tip) - 70.0 * (tip + 140.0)) / 2350.0, rel=0.05, abs=2.0)
    # brakes come on late, or not at all: the same is asked of one that has some
    late = mounts_of(studied(trailer(catalog, brakes=True)), "Brake")
    assert late["coupling"] == pytest.approx(brake["coupling"])


def test_brakes_hold_by_what_each_tyre_bears(catalog: Catalog) -> None:
    """0.8 of what lies on the axle and of its 70 kg at the ground, 430 mm below; the ball keeps 0.8 of its own share; what turns it comes down ahead."""
    report = trailer(catalog, brakes=True, things=(thing(700.0, 300.0),))
    kg, x, z, tip = moments(report)
    m, level = kg + 300.0, (kg * z + 300.0 * (report.context.builds[0].surfaces[0].origin[2] + 200.0)) / (kg + 300.0)
    ball = (kg * (1420.0 - x) + 300.0 * (1420.0 - 700.0)) / 2350.0
    parked, braked = (mounts_of(studied(report), name) for name in ("Parked", "Brake, by its wheels"))
    held = 0.8 * G * (m - ball + 70.0)
    wheels = [braked[f"{side} spring"] for side in ("left", "right")]
    # beside the brakes their own axle presses ahead
    assert sum(force[0] for force in wheels) == pytest.approx(held - 0.8 * 70.0 * G, rel=0.03)
    assert braked["coupling"][0] == pytest.approx(0.8 * G * ball, rel=0.05)
    more = braked["coupling"][2] - parked["coupling"][2]
    assert more == pytest.approx((0.8 * G * (m * (level - tip) - 70.0 * (tip + 140.0)) + held * (430.0 + tip)) / 2350.0, rel=0.05)


@pytest.mark.parametrize(("diameter", "over"), [(580.0, 219.09 / 190.0), (400.0, 173.21 / 100.0)])
def test_a_kerb_by_statics_of_the_wheel(catalog: Catalog, diameter: float, over: float) -> None:
    """A wheel of r = 290 at a kerb of 100: sqrt(100 x 480) = 219.09 along over 190 down. It turns the trailer about the other wheel: the ball holds that
    across, 510 mm over 2350."""
    report = trailer(catalog, things=(thing(700.0, 300.0),), dims={"tyre_diameter": diameter})
    study = studied(report)
    parked, kerb = (mounts_of(study, name) for name in ("Parked", "Kerb under the mount left spring"))
    bears = parked["left spring"][2] + 35.0 * G
    along = kerb["left spring"][0]
    assert along == pytest.approx(over * bears, rel=0.01)
    assert kerb["right spring"][0] == pytest.approx(0.0, abs=1e-6) and kerb["coupling"][0] == pytest.approx(-along, rel=1e-6)
    assert kerb["coupling"][1] == pytest.approx(along * 510.0 / 2350.0, rel=0.02)
    tip = moments(report)[3]
    more = kerb["coupling"][2] - parked["coupling"][2]
    assert more == pytest.approx(along * (430.0 - diameter / 2 + tip) / 2350.0, rel=0.02)
    assert sum(force[2] for force in kerb.values()) == pytest.approx(sum(force[2] for force in parked.values()), rel=1e-6)


def test_pulled_out_by_what_tows_it(catalog: Catalog) -> None:
    """D = g T R / (T + R) of UN R55 at both wheels' hubs; g R where nobody said what tows it."""
    kg, *_ = moments(trailer(catalog))
    R = kg + 70.0
    tow = {"label": "wagon", "front": {"empty": "800 kg"}, "rear": {"empty": "600 kg"}}
    for towed, D in ((None, G * R), (tow, G * 1400.0 * R / (1400.0 + R))):
        forces = mounts_of(studied(trailer(catalog, tow=towed)), "Pulled out of a rut")
        assert -forces["coupling"][0] == pytest.approx(D, rel=0.02)
        assert forces["left spring"][0] == pytest.approx(D / 2, rel=0.02)


def test_two_axles_on_an_equaliser_bear_alike(catalog: Catalog) -> None:
    """Wherever the load is both springs of a side push alike; coupling and axles share as a beam on the ball and the middle between the axles."""
    for at in (300.0, 2000.0):
        report = trailer(catalog, things=(thing(at, 300.0),), **TANDEM)
        kg, x, *_ = moments(report)
        parked = mounts_of(studied(report), "Parked")
        axles = [parked[f"{end} {side} spring"][2] for side in ("left", "right") for end in ("front", "rear")]
        assert axles == pytest.approx([axles[0]] * 4, rel=0.01)
        span = 1475.0 + 930.0
        assert parked["coupling"][2] == pytest.approx(G * (kg * (1475.0 - x) + 300.0 * (1475.0 - at)) / span, rel=0.05, abs=15.0)
    # braking: each axle is turned by its wheels, and the one behind takes over from the one ahead
    braked = mounts_of(studied(trailer(catalog, brakes=True, things=(thing(700.0, 300.0),), **TANDEM)), "Brake, by its wheels")
    assert braked["rear left spring"][2] > 1.5 * braked["front left spring"][2]


def test_three_brackets_hold_two_springs(catalog: Catalog) -> None:
    """A quarter, half and a quarter of a side's load: between the first two a rail's bending rises by a quarter of it a millimetre, by its shear."""
    report = trailer(catalog, build={"drawbar": {}, "crosses": 2, "deck": "birch.18"}, things=(thing(700.0, 300.0),), **TANDEM)
    study = studied(report)
    assert study.posed is not None and study.forces is not None
    i = next(n for n, item in enumerate(study.solved) if item.case.name == "Parked")
    side = sum(mounts_of(study, "Parked")[f"{end} left spring"][2] for end in ("front", "rear"))
    rail = next(m for m in study.posed.assembly.members if m.role == "long rail" and m.a[1] < 0)
    steps = []
    for at in (800.0, 1475.0, 2150.0):
        before, after = (
            next(p for p in study.posed.rows[rail.id] if abs(p.offset + (p.length if end else 0.0) - at + rail.a[0]) < 1.0)
            for end in (True, False)
        )
        shear = [study.forces.of(piece.index) for piece in (before, after)]
        steps.append(abs(float(study.forces.Vz[i, shear[1]][0] - study.forces.Vz[i, shear[0]][-1])))
    assert steps == pytest.approx([side / 4, side / 2, side / 4], rel=0.02)


def test_a_ridge_under_one_of_two_axles_on_springs_of_their_own(catalog: Catalog) -> None:
    """40 mm under one axle: as a stiff beam on the ball and two springs of 2 k each."""
    mounts = tuple({**mount, "seat": "bushing", "give": 50, "give_across": 500} for mount in TANDEM["mounts"])
    own = {**TANDEM, "axles": "two on springs of their own"}
    study = studied(trailer(catalog, things=(thing(700.0, 300.0),), **{**own, "mounts": mounts}))
    parked, ridge = (mounts_of(study, name) for name in ("Parked", "Ridge under the first axle"))
    at = np.array([2030.0, 2780.0])
    # lifted where the first spring stands, the frame turns about the ball as far as both springs agree
    k = 100.0
    turn = k * 40.0 * at[0] / (k * float(at @ at))
    for end, x, lift in (("front", at[0], 40.0), ("rear", at[1], 0.0)):
        both = sum(ridge[f"{end} {side} spring"][2] - parked[f"{end} {side} spring"][2] for side in ("left", "right"))
        assert both == pytest.approx(k * (lift - turn * x), rel=0.03)
    hard = trailer(catalog, **own)
    assert any("rate" in name for name in hard.context.builds[0].missing) and found(hard, "b/drawbar.strength").state == "unknown"


def test_bolted_brackets_are_pulled_by_what_turns_their_wheels(catalog: Catalog) -> None:
    """A kerb 200 mm below a short spring turns it, and pulls one end by more than that is pushed."""
    bolted = tuple({**mount, "held": "bolted", "thread": "M10", "spread": "150 mm"} for mount in SPRINGS)
    report = trailer(catalog, mounts=bolted, things=(thing(700.0, 300.0),), build={"lift": "60 mm"}, tow=LIGHT)
    told = found(report, "b/fastened")
    given = {line.symbol: line.value for line in told.working}
    forces = mounts_of(studied(report), "Kerb under the mount left spring")["left spring"]
    W = mounts_of(studied(report), "Parked")["left spring"][2] + 35.0 * G
    turn = 219.09 / 190.0 * W * (140.0 + 60.0)
    assert told.case == "Kerb under the mount left spring"
    assert given["T"] == pytest.approx(turn / 150.0 - forces[2] / 2, rel=0.02)


def test_the_harder_worked_bracket_of_a_spring(catalog: Catalog) -> None:
    """What pushes a wheel along, 140 mm below its spring, pulls one hanger and pushes the other, 650 mm apart."""
    report = trailer(catalog, things=(thing(700.0, 300.0),), loads={"road": "paved"}, tow=LIGHT)
    told = found(report, "b/fastened.weld")
    given = {line.symbol: line.value for line in told.working}
    assert "kerb" in told.case.lower()
    W = mounts_of(studied(report), "Parked")["left spring"][2] + 35.0 * G
    assert given["M"] == pytest.approx(219.09 / 190.0 * W * 140.0, rel=0.01)
    assert told.demand == pytest.approx(np.hypot(given["F_z"] / 2 + given["M"] / 650.0, given["F_h"] / 2), rel=1e-6)
    assert told.limit == pytest.approx(2 * 60.0 * given["r"])


def test_a_drawbar_bends_by_the_coupling_times_its_length(catalog: Catalog) -> None:
    """A straight one under a bump: its bending where it comes under the first cross member is what the coupling pushes, times how far that is."""
    report = trailer(catalog, build={"drawbar": {"shape": "straight"}}, things=(thing(400.0, 150.0),))
    study = studied(report)
    assert study.posed is not None and study.forces is not None
    bar = next(m for m in study.posed.assembly.members if m.role == "drawbar")
    i = next(n for n, item in enumerate(study.solved) if item.case.name == "Bump")
    pushes = mounts_of(study, "Bump")["coupling"][2]
    first = min(m.a[0] for m in study.posed.assembly.members if m.role == "cross member")
    column = study.forces.of(study.posed.rows[bar.id][0].index)
    bent = float(np.abs(study.forces.My[i, column]).max())
    own = 2.0 * bar.section.mass_per_m * G * 1e-3 * (first - bar.a[0]) ** 2 / 2
    assert bent == pytest.approx(pushes * (first - bar.a[0]) - own, rel=0.02)
    assert found(report, "b/drawbar.strength").state in ("holds", "tight", "over")


def test_what_lies_on_it_goes_on_to_the_coupling(catalog: Catalog) -> None:
    """150 kg 820 mm ahead of the axle: 150 x 820 / 2350 = 52.3 kg more on the coupling, in the frame and in Balance alike."""
    plain, laden = trailer(catalog), trailer(catalog, things=(thing(600.0, 150.0),))
    rows = [mounts_of(studied(report), "Parked")["coupling"][2] / G for report in (plain, laden)]
    assert rows[1] - rows[0] == pytest.approx(52.3, rel=0.02)
    kg = [found(report, "balance/coupling").demand for report in (plain, laden)]
    assert kg[1] - kg[0] == pytest.approx(52.34, abs=0.05)  # type: ignore[operator]


def test_where_its_axle_belongs(catalog: Catalog) -> None:
    """Moved to either end of what is said, the share is a tenth, and 15 %: by Balance's own statics, with another survey."""
    report = trailer(catalog)
    note = found(report, "balance/tongue.place")
    assert "The axle" in note.sentence and note.state == "note"
    kg, x, _, _ = moments(report)
    m, T = kg + 76.0, 6.0 + kg * (1420.0 - x) / 2350.0
    for share in (0.10, 0.15):
        back = (share * m - T) * 2350.0 / (m - 70.0 - share * m)
        assert f"{abs(back):.0f} mm" in note.sentence
        moved = {"axle_from_front": 1420.0 + back, "wheelbase": 2350.0 + back}
        told = found(trailer(catalog, dims=moved), "balance/tongue")
        # the drawbar is as long as before: only what it stands on went
        assert told.demand == pytest.approx(share, abs=1e-4)


def test_of_a_bought_frame_the_load_is_moved(catalog: Catalog) -> None:
    report = trailer(catalog, own=False, things=(thing(1500.0, 200.0),))
    note = found(report, "balance/tongue.place")
    kg, x, _, _ = moments(report)
    m, T = kg + 200.0 + 76.0, 6.0 + (kg * (1420.0 - x) + 200.0 * (1420.0 - 1500.0)) / 2350.0
    ahead = [(share * m - T) * 2350.0 / (kg + 200.0) for share in (0.10, 0.15)]
    assert "What it carries" in note.sentence
    # of the states it is laden and empty in, the empty one asks for other places
    assert any(f"{abs(at):.0f} mm" in note.sentence for at in ahead)


def test_whoever_steps_on_its_rear_end_tips_it_uncoupled(catalog: Catalog) -> None:
    report = trailer(catalog)
    kg, x, _, _ = moments(report)
    T = 6.0 + kg * (1420.0 - x) / 2350.0 - 100.0 * (2440.0 - 1420.0) / 2350.0
    note = found(report, "balance/uncoupled")
    assert note.demand == pytest.approx(T, abs=0.1) and ("lift" in note.sentence) == (T < 0)
    assert bool(note.caution) == (T < 0)


def test_a_coupling_is_asked_by_what_is_marked_on_it_and_an_axle_by_nothing_nobody_read(catalog: Catalog) -> None:
    unread = trailer(catalog)
    assert found(unread, "b/fastened.mount").state == "unknown"
    rated = tuple({**mount, "rating": "375 kg"} for mount in SPRINGS)
    read = found(trailer(catalog, mounts=rated, coupling_rating="750 kg"), "b/fastened.mount")
    assert read.state in ("holds", "tight", "over") and read.use is not None
    assert not [f for f in unread.findings if "fastening-gone" in f.check]
    unweighed = trailer(catalog, weights={**WEIGHTS, "axle": {"rating": "750 kg"}})
    near = tuple({**mount, "spread": "740 mm"} for mount in TANDEM["mounts"])
    for two, word in (
        (trailer(catalog, **{**TANDEM, "mounts": near}), "equaliser"),
        (trailer(catalog, mounts=tuple({k: v for k, v in mount.items() if k != "spread"} for mount in SPRINGS)), "length of the springs"),
        (trailer(catalog, dims={"rail_ground": None}), "rail_ground"),
    ):
        assert any(word in name for name in two.context.builds[0].missing) and found(two, "b/drawbar.strength").state == "unknown"
    assert "weight of the axles" in unweighed.context.builds[0].missing
    assert found(unread, "b/fastened.weld").state == "holds"


def test_bolts_of_a_bought_frame_are_asked_with_any_one_gone(catalog: Catalog) -> None:
    report = trailer(catalog, own=False)
    assert found(report, "b/fastened").state == "holds"
    assert found(report, "b/fastened.fastening-gone").state in ("holds", "note")
    assert {"balance/coupling", "balance/axle", "balance/tongue"} <= {f.id for f in report.findings}
    assert not [f for f in report.findings if "Front axle" in f.title]


def test_brackets_beside_the_axle_are_said(catalog: Catalog) -> None:
    moved = tuple({**mount, "x": "1500 mm"} for mount in SPRINGS)
    texts = [f.sentence for f in trailer(catalog, mounts=moved).findings]
    assert any("80 mm behind the axle" in text for text in texts)
    assert not any("behind the axle as it is measured" in f.sentence for f in trailer(catalog).findings)


@pytest.mark.parametrize(
    ("own", "build", "host", "field", "words"),
    [
        (False, {"drawbar": {}}, {}, "drawbar", "no coupling to build a drawbar to"),
        (True, {}, {"dims": {"wheelbase": 1600}}, "drawbar", "too near to the bed's front"),
        (True, {"drawbar": {"shape": "straight", "under": 8}}, {}, "drawbar/under", "there are 6 cross members"),
        (True, {"drawbar": {"tube": "1.5x1.5x2 alu"}}, {}, "drawbar", "catalogue|no tube"),
    ],
)
def test_what_cannot_be_built_is_refused(
    catalog: Catalog, own: bool, build: dict[str, Any], host: dict[str, Any], field: str, words: str
) -> None:  # fmt: skip
    with pytest.raises(InputError, match=words) as refused:
        trailer(catalog, own=own, build=build, **host)
    assert field in refused.value.problems[0].field


def test_a_side_wind_tips_a_light_box(catalog: Catalog) -> None:
    """A box of 2440 by 1800 mm of side, on tyres 1520 apart: p = m g s / (A h + A_r s), v = sqrt(2 p / 1.25)."""
    box = {"family": "chassis_body", "side": "2x2x1/8", "posts": 5, "crosses": 5, "bows": 5, "height": "1800 mm", "cross": "2x2x1/8"}
    report = trailer(catalog, build=box)
    build = report.context.builds[0]
    wall = [p for p in build.skins if p.name.startswith("left wall")]
    high = wall[0].hi[2] - wall[0].lo[2]
    area, middle = 2440.0 * high, 430.0 + (wall[0].hi[2] + wall[0].lo[2]) / 2
    roof = sum(p.wide[0] * p.wide[1] for p in build.decks if p.use == "roof")
    p = (build.mass + 76.0) * G * 760.0 / (area * middle + roof * 760.0) * 1e6
    note = found(report, "balance/wind")
    assert note.demand == pytest.approx(p, rel=1e-6)
    assert f"{(2 * p / 1.25) ** 0.5:.0f} m/s" in note.sentence and note.caution


def test_an_axle_that_is_askew_by_the_tape() -> None:
    """2412 and 2419 mm to ends 800 mm from its middle: 7.4 mm at an end, 5.1 at a hanger 1100 mm from the other (common practice, no published source)."""
    assert askew(2419.0, 2412.0, 800.0) == pytest.approx(7.4, abs=0.05)
    assert askew(2419.0, 2412.0, 800.0) * 1100.0 / 1600.0 == pytest.approx(5.1, abs=0.05)
    # by the two triangles, turned by hand
    turn = askew(2419.0, 2412.0, 800.0) / 1600.0
    middle = np.array([2279.2, 0.0])
    ends = [middle + 800.0 * np.array([s * np.sin(turn), s * np.cos(turn)]) for s in (1, -1)]
    assert np.linalg.norm(ends[0]) - np.linalg.norm(ends[1]) == pytest.approx(7.0, abs=0.01)


def test_its_making_has_drawbar_axle_and_chains(catalog: Catalog) -> None:
    steps = {step.id.rsplit("/", 1)[-1]: step for step in trailer(catalog).steps}
    assert "for every 10 mm that they differ one end of the axle goes 10.5 mm" in steps["axle"].hold and "chains" in steps["coupling"].title
    assert "axle" not in {step.id.rsplit("/", 1)[-1] for step in trailer(catalog, own=False).steps}


def test_a_thin_drawbar_is_over_and_mended(catalog: Catalog) -> None:
    weak = {"drawbar": {"tube": "1.5x1.5x14ga"}}
    report = trailer(catalog, build=weak, things=(thing(900.0, 600.0),))
    over = found(report, "b/drawbar.strength")
    assert over.state == "over"
    mend = mends_for(report, over, catalog)
    assert mend is not None and mend.state in ("holds", "tight") and mend.changes[0].path == "/builds/0/drawbar/tube"


def test_a_jack_under_a_rear_corner_by_three_forces(catalog: Catalog) -> None:
    """Coupling, the other spring and the jack bear it: moments about the line from the ball to that spring."""
    report = trailer(catalog, things=(thing(1800.0, 300.0),))
    kg, x, _, _ = moments(report)
    told = found(report, "b/jacked.frame")
    line = np.array([2350.0, 510.0])  # from the ball to the right spring
    normal = np.array([-line[1], line[0]]) / np.hypot(*line)

    def off(at: float, y: float) -> float:
        return float(np.array([at + 930.0, y]) @ normal)

    force = G * (kg * off(x, 0.0) + 300.0 * off(1800.0, 0.0)) / off(2440.0, -510.0)
    assert told.state == "holds"
    said = next(line.value for line in told.working if line.symbol == "F")
    assert said == pytest.approx(1.2 * force, rel=0.05)
    assert not [f for f in trailer(catalog, own=False).findings if f.check == "jacked.frame"]
    thin = trailer(
        catalog,
        build={"rail": "1.5x1.5x16ga", "cross": "1.5x1.5x16ga", "side": None, "deck": "board.2x6.dfl"},
        things=(thing(2000.0, 900.0),),
    )
    assert found(thin, "b/jacked.frame").state == "over"


@pytest.mark.parametrize(("limit", "state"), [(500.0, "holds"), (265.0, "tight"), (236.0, "unknown"), (230.0, "over")])
def test_a_band_it_is_registered_in_is_as_sure_as_its_parts(catalog: Catalog, limit: float, state: str) -> None:
    """About 232 kg all told, 156 of them reckoned: within a twentieth of those under the limit nobody knows without a weighbridge."""
    report = trailer(catalog, goals={"whole": f"{limit} kg"})
    kg, *_ = moments(report)
    told = found(report, "balance/band")
    assert told.demand == pytest.approx(kg + 76.0)
    expected = "over" if kg + 76.0 > limit else "unknown" if 1.05 * kg + 76.0 > limit else state
    assert told.state == expected == state, told.sentence
    assert "empty" in told.caution


@pytest.mark.parametrize(("counts", "limit", "state"), [
    ("not known", 700.0, "holds"), ("not known", 350.0, "unknown"), ("not known", 230.0, "over"),
    ("empty", 350.0, "holds"), ("empty", 230.0, "over"),
    ("equipped", 350.0, "holds"), ("equipped", 296.0, "unknown"), ("equipped", 290.0, "over"),
    ("laden", 350.0, "over"), ("laden", 700.0, "holds"),
])  # fmt: skip
def test_a_band_is_as_sure_as_what_counts_for_it(catalog: Catalog, counts: str, limit: float, state: str) -> None:
    """About 232 kg as built, 60 bolted to it, 300 loose on it: what is between them hangs on what the registry counts."""
    fixed = thing(1200.0, 60.0) | {"id": "rack", "hold": {"by": "bolted"}}
    report = trailer(catalog, things=(thing(800.0, 300.0), fixed), goals={"whole": f"{limit} kg", "whole_counts": counts})
    bare = moments(trailer(catalog))[0] + 76.0
    told = found(report, "balance/band")
    assert told.state == state, told.sentence
    assert told.demand == pytest.approx(bare + {"empty": 0.0, "equipped": 60.0}.get(counts, 360.0))
    assert not told.missing or state == "unknown"


BORNE = (
    {"name": "spare wheel", "x": "-400 mm", "y": "200 mm", "mass": "20 kg", "price": 30},
    {"name": "jack", "what": "jack", "x": "-700 mm", "y": "0 mm", "mass": "6 kg", "rating": "300 kg"},
    {"name": "stand", "what": "stand", "x": "2340 mm", "y": "-510 mm", "mass": "4 kg", "rating": "200 kg"},
)


@pytest.mark.parametrize(("unit", "words"), [
    ("mm", r"lies \d+ mm beside the nearest tube; bring it within 600 mm of one"),
    ("in", r"lies \d+ mm \([\d.]+ in\) beside the nearest tube; bring it within 600 mm \(23.62 in\) of one"),
])  # fmt: skip
def test_a_refusal_speaks_of_the_jobs_units(catalog: Catalog, unit: str, words: str) -> None:
    far = [{"name": "toolbox", "x": "1000 mm", "y": "2500 mm", "mass": "10 kg"}]
    with pytest.raises(StockError, match=words) as told:
        trailer(catalog, build={"borne": far}, units={"length": unit, "mass": "kg"})
    assert told.value.field == "/builds/0/borne/0/x"


def test_bought_parts_weigh_where_they_hang(catalog: Catalog) -> None:
    """On the drawbar ahead of its deck: by levers about the axle in the frame and in Balance alike, and more on the side where they are."""
    plain, more = trailer(catalog), trailer(catalog, build={"borne": BORNE})
    tip = moments(plain)[3]
    before, after = (mounts_of(studied(report), "Parked") for report in (plain, more))
    lever = (20.0 * 1820.0 + 6.0 * 2120.0 - 4.0 * 920.0) / 2350.0
    assert after["coupling"][2] - before["coupling"][2] == pytest.approx(lever * G, rel=0.01)
    rows = [found(report, "balance/coupling").demand for report in (plain, more)]
    assert rows[1] - rows[0] == pytest.approx(lever, abs=0.05)  # type: ignore[operator]
    up = {side: after[f"{side} spring"][2] - before[f"{side} spring"][2] for side in ("left", "right")}
    # about the middle line at the springs: the ball pushes across too, at the drawbar's axis
    across = (after["coupling"][1] - before["coupling"][1]) * tip
    assert (up["right"] - up["left"]) * 510.0 - across == pytest.approx(G * (20.0 * 200.0 - 4.0 * 510.0), rel=0.01)
    assert any(line.label == "spare wheel" and line.price == 30.0 for line in more.context.builds[0].items)


def test_a_jack_and_stands_hold_it_uncoupled(catalog: Catalog) -> None:
    report = trailer(catalog, build={"borne": BORNE}, things=(thing(700.0, 300.0),))
    kg, x, z, _ = moments(report)
    deck = report.context.builds[0].surfaces[0].origin[2]
    m, T = kg + 376.0, 6.0 + (kg * (1420.0 - x) + 300.0 * 720.0) / 2350.0
    h = 430.0 + (kg * z + 300.0 * (deck + 200.0)) / m
    jack = found(report, "balance/jack.jack")
    assert jack.demand == pytest.approx(1.5 * G * (T * 2350.0 + 0.05 * m * h) / 2120.0, rel=1e-3)
    assert jack.use == pytest.approx(jack.demand / (300.0 * G))  # type: ignore[operator]
    stands = found(report, "balance/stand.stand")
    empty = 6.0 + kg * (1420.0 - x) / 2350.0
    assert stands.demand == pytest.approx(1.5 * G * max(100.0 * 1020.0, 100.0 * 1020.0 - empty * 2350.0) / 920.0, rel=1e-3)
    heavier = [{"id": "one", "name": "one", "mass": "140 kg"}, {"id": "two", "name": "two", "mass": "60 kg"}]
    told = found(trailer(catalog, build={"borne": BORNE}, crew=heavier), "balance/stand.stand")
    assert told.demand == pytest.approx(1.5 * G * 140.0 * 1020.0 / 920.0, rel=1e-3) and "140 kg" in told.sentence
    unread = tuple({k: v for k, v in one.items() if k != "rating"} for one in BORNE)
    unsaid = trailer(catalog, build={"borne": unread})
    assert {found(unsaid, f"balance/{name}").state for name in ("jack.jack", "stand.stand")} == {"unknown"}
    wrong = [{**one, "x": "2000 mm" if one.get("what") == "jack" else "300 mm"} for one in BORNE]
    assert {found(trailer(catalog, build={"borne": wrong}), f"balance/{name}").state for name in ("jack.jack", "stand.stand")} == {"over"}


@pytest.mark.parametrize(
    ("part", "field", "words"),
    [({"y": "1400 mm"}, "borne/1/x", "beside the nearest tube"), ({"name": "spare wheel"}, "borne/1/name", "is there already")],
)
def test_a_part_that_hangs_on_nothing_is_refused(catalog: Catalog, part: dict[str, Any], field: str, words: str) -> None:
    with pytest.raises(InputError, match=words) as refused:
        trailer(catalog, build={"borne": [BORNE[0], {**BORNE[0], "name": "box", **part}]})
    assert refused.value.problems[0].field.endswith(field)


def test_all_of_its_drawbar_is_in_every_view(catalog: Catalog) -> None:
    report = trailer(catalog, **TANDEM)
    tip = min(m.a[0] for m in report.context.builds[0].members if m.role == "drawbar")
    boxes = {view.name: view.box for view in frame_views(report.context, None, {}, {}, {})}
    assert boxes["side"][0] <= tip and boxes["plan"][0] <= tip
