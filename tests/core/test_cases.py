"""Load cases: vectors by road class, overrides, what is left out, and their sources' figures."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.cases import cases_at, live_cases, parked_cases, road_cases, slope_cases
from ergostrut.core.loads import Loads, Vector
from ergostrut.core.structure.nouns.holds import Stand


@pytest.mark.parametrize(("road", "bump", "rebound"), [("paved", 1.5, 0.2), ("gravel", 2.0, 0.5), ("trail", 3.0, 1.0)])
def test_bump_and_rebound_by_road(road: str, bump: float, rebound: float) -> None:
    """Rebound 0.2 g: 49 CFR 393.102(b); the rest common practice, no published source."""
    found = {case.name: case.g for case in road_cases(Loads(road=road))}  # type: ignore[arg-type]
    assert found["Bump"] == (0, 0, -bump) and found["Rebound"] == (0, 0, rebound)


@pytest.mark.parametrize(("road", "sideways"), [("paved", 1.0), ("gravel", 1.0), ("trail", 1.25)])
def test_horizontal_cases(road: str, sideways: float) -> None:
    """0.8 g ahead, 0.5 g back and to each side: 49 CFR 393.102(a); a quarter more on trails."""
    found = {case.name: case.g for case in road_cases(Loads(road=road))}  # type: ignore[arg-type]
    assert found["Brake"] == (pytest.approx(-0.8 * sideways), 0, -1)
    assert found["Start"] == (pytest.approx(0.5 * sideways), 0, -1)
    assert found["Corner right"][1] == -found["Corner left"][1] == pytest.approx(0.5 * sideways)


def test_slopes_weigh_one_g_in_all_four_ways() -> None:
    """15 % pitch, 10 % roll: the vector keeps its length within the small product of both."""
    slopes = slope_cases()
    assert len({case.g for case in slopes}) == 4
    for case in slopes:
        assert math.sqrt(sum(v * v for v in case.g)) == pytest.approx(1.0, abs=2e-4)
        assert abs(case.g[0]) == pytest.approx(math.sin(math.atan(0.15))) and abs(case.g[1]) == pytest.approx(math.sin(math.atan(0.10)))


def test_parked_sways_five_percent_each_way() -> None:
    cases = parked_cases()
    assert cases[0].g == (0, 0, -1) and len(cases) == 5
    assert sorted(case.g[:2] for case in cases[1:]) == sorted([(0.05, 0.0), (-0.05, 0.0), (0.0, 0.05), (0.0, -0.05)])


FEET = (Stand("corner", "foot at the corner", (0, 0, 0), "rail"), Stand("middle", "foot mid end", (0, 0, 0), "rib"))


def test_everybody_stands_in_each_place_in_turn_and_sleeps_all_at_once() -> None:
    asleep = tuple(Stand(f"asleep.{n}", n, (0, 0, 0), "", "bed", (800, 400), 800.0, "asleep") for n in ("a", "b"))
    cases = live_cases(Loads(), (*FEET, *asleep))
    assert [case.live for case in cases] == [("corner",), ("middle",), ("asleep.a", "asleep.b")]
    assert all(case.lasting for case in cases)


def test_road_cases_only_where_it_may_be_driven() -> None:
    driven, parked = (cases_at(Loads(), drivable, FEET) for drivable in (True, False))
    assert set(driven) - set(parked) == set(road_cases(Loads()))
    assert len({case.name for case in driven}) == len(driven), "no two cases of one name"


def test_own_vectors_replace_the_usual() -> None:
    loads = Loads(cases={"Bump": Vector(x=0.1, y=0, z=-2.5)})
    found = {case.name: case.g for case in road_cases(loads)}
    assert found["Bump"] == (0.1, 0, -2.5) and found["Brake"] == (-0.8, 0, -1)


@pytest.mark.parametrize(("off", "gone"), [("Slope", 4), ("Foot", 2), ("Bump", 1), ("Corner left", 1)])
def test_left_out(off: str, gone: int) -> None:
    assert len(cases_at(Loads(), True, FEET)) - len(cases_at(Loads(off=(off,)), True, FEET)) == gone  # type: ignore[arg-type]
