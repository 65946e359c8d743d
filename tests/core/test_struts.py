"""Gas struts through a swing: work against energy, torques by trigonometry, and what a hatch's struts are asked."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import simpson

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.finding import Finding
from ergostrut.core.mechanics.struts import swing
from tests.families.test_bed_topper import topper

Y = np.array([0.0, -1.0, 0.0])


@settings(max_examples=60, deadline=None)
@given(st.floats(100, 900), st.floats(60, 400), st.floats(100, 900), st.floats(0, 40), st.floats(20, 110), st.floats(2, 60))
def test_work_is_energy(long: float, along: float, down: float, off: float, degrees: float, kg: float) -> None:
    """What its weight takes is m g times the rise of its middle; what a strut of 1 N gives is how much longer it gets."""
    reach = math.radians(degrees)
    found = swing(np.zeros(3), Y, np.array([0.0, 0.0, -long / 2]), kg, np.array([0.0, 0.0, -along]), np.array([-off, 0.0, -down]), reach)
    rise = long / 2 * (1 - math.cos(reach))
    assert simpson(found.weight, x=found.angles) == pytest.approx(kg * G * rise, rel=1e-5)
    if found.long.min() > 20.0:
        assert simpson(found.arm, x=found.angles) == pytest.approx(found.long[-1] - found.long[0], abs=0.05)


def test_a_level_leaf_by_trigonometry() -> None:
    """Open at 90 degrees: all its weight at half its length; a strut from 400 below at 45 degrees pulls by 400 / sqrt 2."""
    found = swing(
        np.zeros(3), Y, np.array([0.0, 0.0, -300.0]), 12.0, np.array([0.0, 0.0, -400.0]), np.array([0.0, 0.0, -400.0]), math.pi / 2
    )
    assert found.weight[-1] == pytest.approx(12 * G * 300) and found.weight[0] == pytest.approx(0.0, abs=1e-6)
    assert found.arm[-1] == pytest.approx(400 / math.sqrt(2)) and found.long[-1] == pytest.approx(400 * math.sqrt(2))


def asked(catalog: Catalog, **struts: Any) -> dict[str, Finding]:
    hatch = {"rating": "40 kg", "kept": {"by": "pin", "rating": "150 kg"}, "struts": {"force": 200.0, **struts}}
    report = topper(catalog, hatch=hatch)
    return {f.check: f for f in report.findings if f.check.startswith("strut.")}


def test_a_hatch_on_two_struts_by_hand(catalog: Catalog) -> None:
    """Torques where it stands open, with the test's own rotation; a tenth lost, at 0.86 in the cold."""
    found = asked(catalog)
    leaf = next(p for p in topper(catalog).context.builds[0].skins if p.name == "hatch")
    (x0, _, z0), (x1, _, z1) = leaf.lo, leaf.hi
    hinge, a = np.array([x1, z1]), math.radians(80)

    def out(x: float, z: float) -> np.ndarray:
        dx, dz = x - hinge[0], z - hinge[1]
        return hinge + np.array([dx * math.cos(a) - dz * math.sin(a), dx * math.sin(a) + dz * math.cos(a)])

    middle, stud, post = out((x0 + x1) / 2, (z0 + z1) / 2), out(x0, z1 - 150), np.array([x0 - 38.1 / 2, z1 - 480])
    weight = leaf.mass * G * (middle[0] - hinge[0])
    run = (stud - post) / np.linalg.norm(stud - post)
    arm = abs((stud - hinge)[0] * run[1] - (stud - hinge)[1] * run[0])
    assert found["strut.holds"].demand == pytest.approx(2 * 200 * 0.86 * 0.9 * arm / weight, rel=1e-6)
    fits = found["strut.fits"]
    # shortest where hinge, stud and post lie in one line: a few degrees open
    short = np.linalg.norm(hinge - post) - np.linalg.norm(stud - hinge)
    assert fits.demand == pytest.approx(short, abs=0.1)
    assert fits.limit == pytest.approx(np.linalg.norm(stud - post) - short + 65, abs=0.1)
    assert {f.state for f in found.values()} <= {"holds", "tight"}


def test_struts_that_are_weak_strong_or_impossible(catalog: Catalog) -> None:
    weak, strong = asked(catalog, force=25.0, count=1), asked(catalog, force=1500.0)
    assert weak["strut.holds"].state == "over" and "falls shut" in weak["strut.holds"].caution
    assert strong["strut.effort"].state == "over" and "shut it" in strong["strut.effort"].sentence
    assert strong["strut.hinges"].state == "over"
    assert asked(catalog, along="420 mm", down="480 mm")["strut.fits"].state == "over"
    # shut, they push on what keeps it shut: 1480 N more on two of them, warm, at the lever they have there over the leaf's height
    more, less = (asked(catalog, force=force, along="400 mm", down="560 mm")["strut.latch"] for force in (1500.0, 20.0))
    stud, post = np.array([-36.0, -400.0]), np.array([-36.0 - 38.1 / 2, -560.0])
    run = (stud - post) / np.linalg.norm(stud - post)
    lever = abs(stud[0] * run[1] - stud[1] * run[0])
    leaf = next(p for p in topper(catalog).context.builds[0].skins if p.name == "hatch")
    assert (more.demand or 0) - (less.demand or 0) == pytest.approx(2 * 1480 * 1.04 * lever / leaf.size[2], rel=1e-6)
    unknown = asked(catalog, force=None)
    assert unknown["strut.holds"].state == "unknown" and set(unknown) == {"strut.fits", "strut.holds"}


def test_a_hatch_on_no_struts_is_said_to_be_propped(catalog: Catalog) -> None:
    """Half of its weight at its free edge; a door about upright hinges, and a ramp, stay open by themselves."""
    report = topper(catalog, hatch={"rating": "40 kg", "kept": {"by": "pin", "rating": "150 kg"}, "struts": None})
    (found,) = [f for f in report.findings if f.check.startswith("strut.")]
    leaf = next(p for p in report.context.builds[0].skins if p.name == "hatch")
    assert found.check == "strut.none" and found.state == "note" and found.demand == pytest.approx(leaf.mass * G / 2) and found.caution
