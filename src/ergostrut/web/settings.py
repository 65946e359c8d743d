"""Where things stand on a page: motions as the page names them, and the worst state of every part."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence

from ergostrut.core.finding import RANK, Finding, State
from ergostrut.core.problem import InputError, Problem
from ergostrut.core.structure.context import Context

from . import shapes as s

FAR = 12_000.0
"""mm: no motion reaches farther."""


def travels_of(rows: Sequence[str]) -> dict[str, float]:
    """Travels by motion from ``motion=mm`` rows.

    Raises:
        InputError: a row that is not one.
    """
    found = {}
    for row in rows:
        motion, _, text = row.rpartition("=")
        try:
            mm = float(text)
        except ValueError:
            mm = math.nan
        if not motion or not 0.0 <= mm <= FAR:
            raise InputError([Problem(field="/at", message=f"write where a motion stands as motion=mm, from 0 to {FAR:.0f}, not “{row}”")])
        found[motion] = mm
    return found


def motions_out(context: Context, travels: Mapping[str, float]) -> list[s.MotionOut]:
    """Every motion of the job and where it stands."""
    return [
        s.MotionOut(
            id=motion.id,
            build=build.id,
            label=motion.label,
            noun=motion.noun,
            reach=motion.reach,
            travel=min(travels.get(motion.id, 0.0), motion.reach),
            unit=motion.unit,
            positions=list(motion.positions),
        )
        for build in context.builds
        for motion in build.handles
    ]


def part_states(findings: Iterable[Finding], place: str = "") -> dict[str, State]:
    """Worst verdict of each part, of one place's findings where one is named; notes colour nothing."""
    found: dict[str, State] = {}
    for finding in findings:
        if finding.state == "note" or (place and finding.place != place):
            continue
        for part in finding.parts:
            if part not in found or RANK[finding.state] < RANK[found[part]]:
                found[part] = finding.state
    return found
