"""Units a job is written and read in."""

from __future__ import annotations

from typing import Literal

from .record import Record


class Units(Record):
    """Units a bare number takes and results are shown in."""

    length: Literal["in", "mm"] = "in"
    mass: Literal["lb", "kg"] = "lb"
