"""What can be read at a step from how the build lies: both diagonals of what is joined flat, and the torque of its bolts."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ..frame.family import StepRow
from ..mechanics.joints.bolt import torque
from ..structure.assembly import Assembly
from ..structure.nouns.holds import Anchor
from ..structure.nouns.parts import Member, Point3
from ..structure.plans import Reading

FLAT = {"tack": 3.0, "screw": 1.5, "bolt": 1.5, "frame": 2.0, "square": 2.0, "box": 2.0, "floor": 3.0, "below": 3.0}
"""Steps in which a rectangle is joined flat, and the mm its diagonals may differ by (common practice, no published source)."""
THIN = 0.25
"""Of the next larger side: what is thicker than that is no flat rectangle."""
SCATTER = 0.1
"""Of a torque, either way (common practice, no published source)."""


def readings(build: Assembly, row: StepRow) -> tuple[Reading, ...]:
    """The family's own, else diagonals; then torques."""
    own = row.reads or tuple(_diagonals(build, row))
    return (*own, *_torques(build, row))


def _diagonals(build: Assembly, row: StepRow) -> Iterator[Reading]:
    within = FLAT.get(row.id)
    if within is None:
        return
    boxes = [_box(member) for member in build.members if member.id in row.sets and member.role != "drawbar"]
    boxes += [(panel.lo, panel.hi) for panel in build.panels if panel.id in row.sets or (row.id == "square" and panel in build.shells)]
    if len(boxes) < 4:
        return
    sizes = sorted(max(hi[k] for _, hi in boxes) - min(lo[k] for lo, _ in boxes) for k in range(3))
    # a box is squared at its open face, across its depth
    if row.id in ("square", "box") or sizes[0] <= THIN * sizes[1]:
        for name in ("one diagonal", "the other diagonal"):
            yield Reading(name, "mm", round(math.hypot(sizes[1], sizes[2]), 1), alike="diagonals", within=within, base=round(sizes[2], 1))


def _box(member: Member) -> tuple[Point3, Point3]:
    """Along the host's axes."""
    half = [
        abs(member.axes[1][k]) * member.shape.width / 2 + abs(member.axes[2][k]) * member.shape.depth / 2 for k in range(3)
    ]  # fmt: skip
    lo, hi = ([pick(member.a[k], member.b[k]) + sign * half[k] for k in range(3)] for pick, sign in ((min, -1.0), (max, 1.0)))
    return (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def _torques(build: Assembly, row: StepRow) -> Iterator[Reading]:
    bolts = [anchor for anchor in build.anchors if anchor.id in row.parts]
    bolts += [one.bolt for one in build.fastenings if one.id in row.parts and one.bolt is not None]
    named: dict[str, Anchor] = {}
    for bolt in bolts:
        if bolt.thread is not None and bolt.proof > 0 and not bolt.nut:
            named.setdefault(f"torque, {bolt.thread.id} {bolt.grade}", bolt)
    for name, bolt in named.items():
        if bolt.thread is not None and row.id in ("install", "mount", "torque"):
            T = torque(bolt.thread, bolt.proof)
            yield Reading(name, "N m", round(T, 1), round((1 - SCATTER) * T, 1), round((1 + SCATTER) * T, 1))
