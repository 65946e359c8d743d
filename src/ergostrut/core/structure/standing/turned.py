"""A host as a build sees it that stands in it turned by quarters: framed there in axes of its own, then put (``put``). mm."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from ..host import (
    COVER,
    FLOOR_END,
    GATE_OUTSIDE,
    GATE_THICKNESS,
    SIDE_HEIGHT,
    WELL_HEIGHT,
    WELL_LENGTH,
    WELL_START,
    WIDTH_HIGH,
    WIDTH_LOW,
    WIDTH_TOP,
    Host,
    HostRow,
    Measured,
    Opening,
    Solid,
)
from ..nouns.parts import Point3
from ..nouns.pose import Pose, quartered

LONG, WIDE = (FLOOR_END, GATE_OUTSIDE, GATE_THICKNESS), (WIDTH_LOW, WIDTH_HIGH, WIDTH_TOP)
ROUND = ("front wall", "right wall", "rear wall", "left wall")
"""The walls, each a quarter on from the one before it."""
DRAWN = (2000.0, 1600.0)
"""Length and width to draw in while they are not measured."""


@dataclass(frozen=True)
class Turned:
    """``host`` in a build's own axes; ``pose`` puts these back into the host's."""

    host: Host
    pose: Pose
    roles: Mapping[str, tuple[str, ...]]
    """Of a length in its own axes: those of the host that it hangs on."""

    def of(self, roles: Iterable[str]) -> frozenset[str]:
        """The host's lengths behind some that were read in its own axes, and those that it is put by."""
        return frozenset(name for role in (*roles, FLOOR_END) for name in self.roles.get(role, (role,)))


def turned(host: Host, quarters: int) -> Turned:
    """A host as seen by what stands in it turned by ``quarters`` by the right hand about z: its own front end lies at the left wall for one, at the
    rear for two, at the right wall for three."""
    if not quarters:
        return Turned(host, quartered(0, (0.0, 0.0, 0.0)), {FLOOR_END: ()})
    front, end, wide = host.lined.get("front", 0.0), host.end, host.mm(WIDTH_HIGH) or host.mm(WIDTH_LOW)
    back = (host.shape(FLOOR_END) or DRAWN[0]) if end is None else end
    half = ((host.shape(WIDTH_HIGH) or host.shape(WIDTH_LOW) or DRAWN[1]) if wide is None else wide) / 2
    middle = (front + back) / 2
    begins: Point3 = ((0.0, 0.0, 0.0), (middle, -half, 0.0), (back, 0.0, 0.0), (middle, half, 0.0))[quarters]
    pose = quartered(quarters, begins)
    across = quarters % 2 == 1
    clear = None if end is None else end - front
    length, width = (wide, clear) if across else (clear, wide)
    behind = tuple(role for role in LONG if role in host.dims)
    beside = tuple(role for role in (WIDTH_HIGH, WIDTH_LOW) if role in host.dims)[:1]
    roles = (
        {FLOOR_END: (*behind, *beside), **dict.fromkeys(WIDE, (*behind, *beside))}
        if across
        else {FLOOR_END: behind, WELL_START: (*behind, WELL_START)}
    )
    inverse = pose.inverse
    return Turned(
        replace(
            host,
            dims=_dims(host, across, length, width, begins[0]),
            holes={},
            slots={} if across else {name: replace(slot, x=back - slot.x) for name, slot in host.slots.items()},
            solids=_boxes(host.solids, inverse),
            obstacles=_boxes(host.obstacles, inverse),
            rows={name: _row(row, inverse, quarters) for name, row in host.rows.items()},
            walls=None if across else host.walls,
            along=() if across else tuple((back - x, by) for x, by in reversed(host.along)),
            openings=tuple(_opening(one, inverse) for one in host.openings),
            leaves=(), glass=(), points=(), features={},
            across=None if host.across is None else () if across else tuple(sorted(back - x for x in host.across)),
            lined={},
            stand_in={**host.stand_in, FLOOR_END: 2 * half, **dict.fromkeys(WIDE, back - front)} if across else host.stand_in,
        ),
        pose,
        roles,
    )  # fmt: skip


def _dims(host: Host, across: bool, length: float | None, width: float | None, back: float) -> dict[str, Measured]:
    """Its lengths by role, in its own axes: none that lies along the vehicle where it stands across it."""

    def said(role: str, mm: float | None) -> Measured:
        return replace(host.dims[role], mm=mm)

    if across:
        found = {FLOOR_END: replace(host.dims[FLOOR_END], mm=length)}
        found |= {role: replace(host.dims[FLOOR_END], mm=width) for role in WIDE if role in host.dims}
    else:
        found = {FLOOR_END: said(FLOOR_END, length), **{role: said(role, host.mm(role)) for role in WIDE if role in host.dims}}
        start, long = host.mm(WELL_START), host.mm(WELL_LENGTH)
        if WELL_START in host.dims:
            found |= {role: said(role, host.mm(role)) for role in (WELL_LENGTH, WELL_HEIGHT)}
            found[WELL_START] = said(WELL_START, None if start is None or long is None else back - start - long)
    return found | {role: said(role, host.mm(role)) for role in (COVER, SIDE_HEIGHT) if role in host.dims}


def _boxes(solids: Iterable[Solid], pose: Pose) -> tuple[Solid, ...]:
    found = []
    for one in solids:
        a, b = pose.at(one.lo), pose.at(one.hi)
        lo, hi = tuple(map(min, a, b)), tuple(map(max, a, b))
        found.append(Solid(one.name, (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])))
    return tuple(found)


def face_of(face: str, quarters: int) -> str:
    """What a wall of the host is to a build that stands turned in it; the roof and the floor stay what they are."""
    return ROUND[(ROUND.index(face) + quarters) % 4] if face in ROUND else face


def _row(row: HostRow, pose: Pose, quarters: int) -> HostRow:
    spots = sorted((pose.at(spot) for spot in row.spots), key=lambda at: at[0])
    return replace(row, spots=tuple(spots), face=face_of(row.face, quarters), on=row.on or row.face)


def _opening(one: Opening, pose: Pose) -> Opening:
    lo: Point3 = (one.at, one.lo[0], one.lo[1]) if one.axis == 0 else (one.lo[0], one.at, one.lo[1])
    hi: Point3 = (one.at, one.hi[0], one.hi[1]) if one.axis == 0 else (one.hi[0], one.at, one.hi[1])
    (axis, way), a, b = pose.axis(one.axis), pose.at(lo), pose.at(hi)
    k = 1 - axis
    low, high = sorted((a[k], b[k]))
    return replace(one, axis=1 if axis else 0, sign=1 if one.sign * way > 0 else -1, at=a[axis], lo=(low, one.lo[1]), hi=(high, one.hi[1]))
