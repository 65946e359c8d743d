"""Heat and damp against published values."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.mechanics.heat import AIR, GAP, INSIDE, OUTSIDE, dew_point, surface


@pytest.mark.parametrize(
    ("celsius", "humidity", "expected"),
    [
        # psychrometric tables in common use (ASHRAE Handbook Fundamentals chapter 1 chart, read to 0.2 K, from memory)
        (20.0, 0.50, 9.3),
        (25.0, 0.60, 16.7),
        (10.0, 0.80, 6.7),
        (18.0, 0.70, 12.4),
        (0.0, 1.00, 0.0),
    ],
)
def test_dew_point(celsius: float, humidity: float, expected: float) -> None:
    assert dew_point(celsius, humidity) == pytest.approx(expected, abs=0.2)


@pytest.mark.parametrize("celsius", [-20.0, 0.0, 12.3, 30.0])
def test_saturated_air_gives_up_its_water_at_once_and_drier_air_later(celsius: float) -> None:
    assert dew_point(celsius, 1.0) == pytest.approx(celsius)
    rows = [dew_point(celsius, h / 10) for h in range(1, 11)]
    assert rows == sorted(rows)
    # the Magnus pressure at the dew point is the air's own
    e = [6.112 * math.exp(17.62 * t / (243.12 + t)) for t in (celsius, dew_point(celsius, 0.6))]
    assert e[1] == pytest.approx(0.6 * e[0], rel=1e-9)


def test_a_bare_half_inch_floor_is_damp_and_under_foam_it_freezes() -> None:
    """18 °C and 70 %, -5 °C outside: 5.3 °C on 12.7 mm of plywood at 0.13 W/(m K); -4 °C under 100 mm of foam at 0.040 (common practice)."""
    ply, foam = 0.0127 / 0.13, 0.1 / 0.040
    T = surface(18.0, -5.0, INSIDE["down"], OUTSIDE + ply + INSIDE["down"])
    assert pytest.approx(5.3, abs=0.05) == T and dew_point(18.0, 0.70) > T
    assert surface(18.0, -5.0, INSIDE["down"] + foam, OUTSIDE + ply + INSIDE["down"] + foam) == pytest.approx(-4.0, abs=0.2)


def test_resistances_are_those_of_the_standard() -> None:
    """ISO 6946:2017 tables 7 and 8 (25 mm, high emissivity), and the heat that a cubic metre of air takes."""
    assert (INSIDE["up"], INSIDE["level"], INSIDE["down"], OUTSIDE) == (0.10, 0.13, 0.17, 0.04)
    assert GAP["up"] < GAP["level"] < GAP["down"]
    assert pytest.approx(1.2 * 1005 / 3600, rel=0.02) == AIR
