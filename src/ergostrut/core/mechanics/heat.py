"""Heat through layers, and where air gives up its water. Kelvin, W, m2; ISO 6946:2017 and the Magnus formula (WMO-No. 8, 2018, annex 4.B)."""

from __future__ import annotations

import math
from typing import Literal

Flow = Literal["level", "up", "down"]
INSIDE: dict[Flow, float] = {"level": 0.13, "up": 0.10, "down": 0.17}
"""m2 K/W of an inner surface by the way the heat flows (ISO 6946 table 7)."""
OUTSIDE = 0.04
"""m2 K/W of an outer surface (ISO 6946 table 7)."""
GAP: dict[Flow, float] = {"level": 0.18, "up": 0.16, "down": 0.21}
"""m2 K/W of a closed air space of 25 to 50 mm (ISO 6946 table 8)."""
AIR = 0.33
"""Wh/(m3 K) of air that is let in (1.2 kg/m3 at 1005 J/(kg K))."""


def dew_point(celsius: float, humidity: float) -> float:
    """°C at which air of so many °C and ``humidity`` (0..1 of saturation) is saturated: Magnus over water, 17.62 and 243.12 °C."""
    g = math.log(humidity) + 17.62 * celsius / (243.12 + celsius)
    return 243.12 * g / (17.62 - g)


def surface(inside: float, outside: float, R_i: float, R: float) -> float:
    """°C of a place that lies behind ``R_i`` of a whole resistance ``R``, m2 K/W, from the inside."""
    return inside - (inside - outside) * R_i / R
