"""What holds a slide's rollers and its upper rail, and screwed ends that keep a frame from folding."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.report import Report, check
from tests.conftest import Edit, by_id
from tests.core.test_lock import value

PLATE = {"/builds/0/rollers/plate": "6 mm", "/builds/0/rollers/plate_width": "50 mm"}
LUMBER = {
    "/builds/0/framing": "lumber_plywood",
    "/builds/0/rail": "2x6 dfl",
    "/builds/0/rib": "2x4 dfl",
    "/builds/0/deck": "board.1x6.spf",
}


def test_unknown_until_its_plate_is_said(report: Report) -> None:
    for key in ("carrying", "hold-down"):
        found = by_id(report, f"slide1/plate.{key}")
        assert found.state == "unknown" and found.demand and "how thick" in found.sentence


def test_the_plate_bends_by_the_axles_lever(edit: Edit, catalog: Catalog) -> None:
    """M = R (b/2 + c) across (50 - 15.9) x 6 mm of 221 MPa: Fy Z / 1.67; 12.7 mm rollers 3 mm off."""
    report = check(edit(to=PLATE), catalog)
    found = by_id(report, "slide1/plate.carrying")
    R = by_id(report, "slide1/roller.carrying").demand
    assert R is not None and found.demand == pytest.approx(R)
    bent = R * (12.7 / 2 + 3) / (221 * (50 - 15.875) * 6**2 / 4 / 1.67)
    borne = R / (1.8 * 221 * 15.875 * 6 / 2)
    assert found.use == pytest.approx(max(bent, borne)) and value(report, found.id, "u_b") == pytest.approx(borne)
    narrow = by_id(check(edit(to={**PLATE, "/builds/0/rollers/plate_width": "15 mm"}), catalog), "slide1/plate.carrying")
    assert narrow.state == "over" and "leaves nothing" in narrow.sentence


def test_stands_hold_what_lifts_the_upper_rail(edit: Edit, catalog: Catalog, report: Report) -> None:
    """Upward force on an upper rail is all that its stands pull, less those that are pressed: in every case, on either bound."""
    (study,) = report.anchors
    beams = study.footing
    assert beams is not None and by_id(report, "slide1/base.stand").state == "unknown"
    lifted = next(s for s in report.studies if s.setting.name == "out")
    assert lifted.posed is not None
    item = next(i for i in lifted.firm if i.case.name == "Parked, foot at the corner")
    up = max(item.result.rest_force[lifted.posed.bearing(("upper",))])
    at = next(i for i, r in enumerate(beams.rows) if (r.case.name, r.setting.name) == (item.case.name, "out"))
    left = [k for k, name in enumerate(beams.links) if ".left." in name]
    # a rail on more than two springy stands presses some of them: the others pull more than what lifts it
    assert up <= beams.tied[0, at, left].sum() + 1e-6 < 2 * up
    found = by_id(check(edit(to={"/builds/0/base/stand_rating": "100 kg"}), catalog), "slide1/base.stand")
    assert found.limit == pytest.approx(100 * G) and found.use == pytest.approx(float(beams.tied.max()) / (100 * G))


@pytest.fixture(scope="module")
def screwed(catalog: Catalog, sample: object) -> Report:
    from ergostrut.core.changes import Change
    from ergostrut.core.job.change import apply

    return check(apply(sample.design, [Change(p, v) for p, v in LUMBER.items()]), catalog)  # type: ignore[attr-defined]


def test_screws_in_end_grain_hold_no_frame_from_folding(screwed: Report) -> None:
    found = by_id(screwed, "slide1/rib.moment")
    assert found.state == "over" and found.limit is None and "end grain" in found.sentence


def test_what_the_ends_hand_over_is_what_statics_asks(screwed: Report) -> None:
    """Rollers beside a rail would roll it over; nothing but the ribs' ends holds it. Their moments about the rail's line add up to the
    forces times their distance beside it and what the boards' load does off its line (within 5 %)."""
    study = next(s for s in screwed.studies if s.setting.name == "in")
    loose = next(s for s in study.bounds if s.posed is not None and s.posed.fixity == "slack")
    assert study.relies and loose.posed is not None and loose.forces is not None
    i = next(k for k, item in enumerate(loose.solved) if item.case.name == "Parked")
    item, posed = loose.solved[i], loose.posed
    arms = 0.0
    for contact, rest, force in zip(posed.contacts, posed.model.rests, item.result.rest_force, strict=True):
        if contact.member.endswith("rail.left"):
            y = posed.assembly.member(contact.member).a[1]
            arms += float(force) * contact.push[2] * (posed.model.nodes[rest.node][1] - y)
    ends = 0.0
    for joint in posed.assembly.joints:
        if joint.through.endswith("rail.left") and joint.end in ("a", "b"):
            piece = posed.rows[joint.framing][0 if joint.end == "a" else -1]
            k = 0 if joint.end == "a" else -1
            ends += float(loose.forces.My[i, loose.forces.of(piece.index)][k])
    assert abs(arms) > 5_000 and abs(ends) == pytest.approx(abs(arms), rel=0.05)


def test_lags_pull_out_of_end_grain(edit: Edit, catalog: Catalog) -> None:
    """n W h/2: W = 1800 G^1.5 D^0.75 lb/in, three quarters of it in end grain (NDS 2018 12.2.1), two lags in a 2x4, load duration by case."""
    report = check(edit(to={**LUMBER, "/builds/0/joints/fastener": "lag screw"}), catalog)
    found = by_id(report, "slide1/rib.moment")
    bite = value(report, found.id, "W") / (1800 * 0.5**1.5 * 0.25**0.75 * 4.4482216 / 25.4 * 0.75)
    CD = 1.0 if found.case.startswith(("Parked", "Slope")) else 1.6
    assert 10 < bite < 120 and found.limit == pytest.approx(2 * value(report, found.id, "W") * CD * 88.9 / 2)
    assert math.isfinite(found.use or np.nan)
