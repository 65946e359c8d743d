"""A body's door that comes down as a ramp, with formulas of the test's own: slope, second leaf, winch, lift, a wheel on it, its swing."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.lifting import recommended
from ergostrut.core.prove.ramp import check_ramps
from ergostrut.core.report import Report, check, context_of
from tests.families.test_chassis_body import BODY, HARD
from tests.families.test_truck_flatbed import chassis

BIKE = {
    "id": "bike", "name": "motorcycle", "length": "1900 mm", "width": "700 mm", "height": "1100 mm", "mass": "200 kg", "on": "b/bed",
    "at": {"x": "1000 mm", "y": "0 mm"}, "hold": {"by": "straps"},
}  # fmt: skip


def design(*, things: tuple[dict[str, Any], ...] = (BIKE,), **door: Any) -> dict[str, Any]:
    build = {**BODY, "door": {"width": "1000 mm", "opens": "as a ramp", **door}}
    return {
        "name": "x",
        "units": {"length": "mm", "mass": "kg"},
        "host": chassis(*HARD),
        "builds": [build],
        "carry": {"things": list(things)},
        "loads": {"rolling": 0.02},
    }


def ramped(catalog: Catalog, **door: Any) -> Report:
    return check(read_design(design(**door)), catalog)


def asked(report: Report) -> dict[str, Finding]:
    return {f.check: f for f in report.findings if f.check.startswith("ramp.")}


def test_a_ramp_by_hand(catalog: Catalog) -> None:
    """1900 mm from 900 mm up: 28.3 degrees, a second leaf of 946 mm for 1 in 3; 200 kg on a winch 964 N; 45 kg from flat by a cable at 45 degrees 312 N."""
    context = context_of(read_design(design()), catalog)
    build = context.builds[0]
    known = replace(build, ramps=(replace(build.ramps[0], first=1900.0, second=0.0, high=900.0),))
    found = {f.check: f for f in check_ramps(context, known)}
    assert found["ramp.slope"].demand == pytest.approx(28.3, abs=0.05) and found["ramp.slope"].state == "tight"
    assert 900 / math.sin(math.atan(1 / 3)) - 1900 == pytest.approx(946, abs=0.5) and "946 mm" in found["ramp.slope"].sentence
    assert found["ramp.winch"].demand == pytest.approx(964, abs=1.0)
    kg = build.panel(build.ramps[0].panel).mass
    (line,) = [line for line in found["ramp.lift"].working if line.symbol == "T"]
    assert line.value == pytest.approx(kg * G / 2 / math.sqrt(0.5)) and line.value * 45 / kg == pytest.approx(312, abs=0.5)
    assert found["ramp.lift"].limit == pytest.approx(recommended(400, 150, 900)) and found["ramp.lift"].demand == pytest.approx(kg / 2)
    unknown = {f.check: f for f in check_ramps(context, replace(build, ramps=(replace(build.ramps[0], high=None),)))}
    assert unknown["ramp.slope"].state == "unknown" and "ramp.winch" not in unknown
    short = {f.check: f for f in check_ramps(context, replace(build, ramps=(replace(build.ramps[0], first=800.0, high=900.0),)))}
    assert short["ramp.slope"].state == "over" and "does not reach" in short["ramp.slope"].sentence


def test_it_comes_down_to_the_ground(catalog: Catalog) -> None:
    """Its free edge ends at the ground: as deep below its hinges as those are high."""
    report = ramped(catalog)
    build, ramp = report.context.builds[0], report.context.builds[0].ramps[0]
    motion = build.motions[0]
    assert ramp.high is not None and motion.pivot is not None
    angle = math.radians(motion.reach - 90.0)
    assert ramp.first * math.sin(angle) == pytest.approx(ramp.high) and motion.toward == (0.0, 1.0, 0.0)
    longer = ramped(catalog, second="900 mm").context.builds[0]
    assert longer.motions[0].reach < motion.reach and longer.ramps[0].long == pytest.approx(ramp.first + 900)
    assert not [f for f in report.findings if f.check == "fit.own" and f.state == "over"]


def test_a_wheel_on_its_leaf(catalog: Catalog) -> None:
    """P L / 4 on a strip as wide as the wheel and twice the sheet; a wall's board is no ramp for a motorcycle."""
    ply = check(
        read_design({**design(), "builds": [{**BODY, "skin": "birch.18", "door": {"width": "1000 mm", "opens": "as a ramp"}}]}), catalog
    )
    found, ramp = asked(ply)["ramp.wheel"], ply.context.builds[0].ramps[0]
    P, t = 1.5 * 200 * G / 2, 17.6
    assert found.demand == pytest.approx(6 * (P * ramp.first / 4) / ((150 + 2 * t) * t**2), rel=0.01)
    assert found.state == "over"
    assert asked(ramped(catalog))["ramp.wheel"].state == "over"
    bare = check(read_design(design(things=())), catalog)
    foot = asked(bare)["ramp.wheel"]
    assert foot.state == "over" and "one foot" in foot.sentence, "nothing rolls over it yet, and somebody steps on it"


def test_a_door_at_the_side_is_no_ramp(catalog: Catalog) -> None:
    assert not asked(ramped(catalog, opens="sideways"))
    hinges = [one.hinges for one in ramped(catalog).context.builds[0].doors]
    assert np.ptp(np.array(hinges[0])[:, 2]) == 0.0, "a ramp's hinges lie level"
