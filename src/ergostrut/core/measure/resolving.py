"""What surveys of every kind have in common, in numbers: dimensions, holes, slots, seats, wheel wells, rows of fixing points."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace

from ..constants import G
from ..document.survey import DEFAULT_TOLERANCE, DimensionNote, FixingRow, HostBase
from ..structure.host import (
    COVER,
    WELL_HEIGHT,
    WELL_LENGTH,
    WELL_START,
    WIDTH_HIGH,
    WIDTH_LOW,
    Box,
    FloorHole,
    Host,
    HostRow,
    Measured,
    SlotPair,
)


def resolved(
    survey: HostBase,
    dims: Mapping[str, Measured],
    stand_in: Mapping[str, float],
    half_at: Callable[[float], float],
    walls: tuple[tuple[float, float], ...] | None = None,
    words: Mapping[str, str] | None = None,
) -> Host:
    """The host in numbers from what its kind measured: ``half_at`` gives half its width at a height, for what is fixed to its sides."""
    rows = rows_of(survey, half_at, dims[COVER].mm or stand_in[COVER])
    host = Host(
        survey.kind,
        survey.label,
        dims,
        holes_of(survey),
        slots_of(survey),
        seats_of(survey),
        wells_of(dims),
        survey.weights,
        survey.may_drill,
        stand_in,
        rows,
        walls,
    )
    host = replace(host, obstacles=obstacles_of(survey), again=tuple((one.of, one.value.mm) for one in survey.again))
    return replace(host, words=words) if words else host


def dims_of(taken: object, notes: Mapping[str, DimensionNote]) -> dict[str, Measured]:
    """Every dimension with how sure it is."""
    found = {}
    for name, note in notes.items():
        one = getattr(taken, name)
        tolerance = one.tolerance.mm if one.tolerance else DEFAULT_TOLERANCE[one.state]
        found[name] = Measured(name, note.label, one.value.mm if one.value else None, one.state, tolerance, note.how, note.optional)
    return found


def holes_of(survey: HostBase) -> dict[str, FloorHole]:
    """Existing bolts in the floor by name."""
    return {
        hole.name: FloorHole(
            hole.name, hole.x.mm, hole.y.mm, hole.thread, hole.behind, hole.rating.kg * G if hole.rating else None, hole.holds_bed
        )
        for hole in survey.holes
    }


def obstacles_of(survey: HostBase) -> tuple[Box, ...]:
    """What the user says stands in it, as boxes."""
    found = []
    for one in survey.obstacles:
        x, y, z, half = one.x.mm, one.y.mm, one.z.mm, one.width.mm / 2
        found.append(Box(one.name, (x, y - half, z), (x + one.length.mm, y + half, z + one.height.mm)))
    return tuple(found)


def slots_of(survey: HostBase) -> dict[str, SlotPair]:
    """Pockets in both sides by name."""
    return {
        slot.name: SlotPair(slot.name, slot.x.mm, slot.height.mm, slot.opening.mm, slot.rating.kg * G if slot.rating else None)
        for slot in survey.slots
    }


def seats_of(survey: HostBase) -> dict[str, tuple[float, float]]:
    """(x, y) of every seat by name."""
    return {seat.name: (-seat.ahead.mm, seat.y.mm) for seat in survey.seats}


def rows_of(survey: HostBase, half_at: Callable[[float], float], roof: float) -> dict[str, HostRow]:
    """Fixing points of every row; ``half_at`` gives half the width at a height, ``roof`` its height."""
    found = {}
    for row in survey.rows:
        spots = tuple(_spot(row, row.start.mm + i * row.pitch.mm, half_at, roof) for i in range(row.count))
        rating = row.rating.kg * G if row.rating else None
        found[row.name] = HostRow(row.name, row.kind, row.face, spots, row.thread, row.behind, rating)
    return found


def _spot(row: FixingRow, x: float, half_at: Callable[[float], float], roof: float) -> tuple[float, float, float]:
    level = row.level.mm
    match row.face:
        case "left wall":
            return x, -half_at(level), level
        case "right wall":
            return x, half_at(level), level
        case "roof":
            return x, level, roof
    return x, level, 0.0


def wells_of(dims: Mapping[str, Measured]) -> tuple[Box, ...]:
    """Left and right wheel well as boxes; none while a dimension of theirs is missing."""
    start, length, height, between, above = (dims[name].mm for name in (WELL_START, WELL_LENGTH, WELL_HEIGHT, WIDTH_LOW, WIDTH_HIGH))
    if start is None or length is None or height is None or between is None or above is None:
        return ()
    return (
        Box("left wheel well", (start, -above / 2, 0), (start + length, -between / 2, height)),
        Box("right wheel well", (start, between / 2, 0), (start + length, above / 2, height)),
    )
