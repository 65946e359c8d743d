"""What surveys of every kind have in common, in numbers: dimensions, holes, slots, seats, wheel wells, rows of fixing points."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Protocol

from ..constants import G
from ..document.survey import DEFAULT_TOLERANCE, Condition, DimensionNote, FixingRow, Hole, HostBase, WidthAlong
from ..quantity import Mass
from ..structure.carriers import Carrier, Tow
from ..structure.host import (
    COVER,
    FLOOR_END,
    GATE_OUTSIDE,
    WELL_HEIGHT,
    WELL_LENGTH,
    WELL_START,
    WIDTH_HIGH,
    WIDTH_LOW,
    WIDTH_TOP,
    FloorHole,
    Host,
    HostRow,
    Leaf,
    Measured,
    Opening,
    SlotPair,
    Solid,
    inset,
)
from ..structure.nouns.support import Feature
from .carrying import two_axles
from .leaves import eye_of, panes_of
from .solids import obstacles_of, points_of

STEEP = 2.0
"""Degrees from which a bolt's head bends it (common practice, no published source)."""
RUSTED = 0.5
"""Of a rating that light rust leaves (common practice, no published source)."""


def resolved(
    survey: HostBase,
    dims: Mapping[str, Measured],
    stand_in: Mapping[str, float],
    half_at: Callable[[float], float],
    walls: tuple[tuple[float, float], ...] | None = None,
    words: Mapping[str, str] | None = None,
    *,
    openings: tuple[Opening, ...] = (),
    roofed: bool = True,
    solids: tuple[Solid, ...] = (),
    leaves: tuple[Leaf, ...] = (),
    pane_at: float | None = None,
    asides: tuple[tuple[str, str, str, str], ...] = (),
    carriers: tuple[Carrier, ...] = (),
    tow: Tow | None = None,
    features: Mapping[str, Feature] | None = None,
    unmeasured: tuple[str, ...] = (),
) -> Host:
    """The host in numbers from what its kind measured: ``half_at`` gives half its width at a height, for what is fixed to its sides;
    ``solids``: what its kind knows to stand in it besides wheel wells;
    ``leaves``: what opens and folds; ``carriers``: what carries it, if not two axles; ``pane_at``: where a pane behind the driver stands, if not at the rear."""
    roof, rear = ((dims[role].mm if role in dims else None) or stand_in.get(role, 0.0) for role in (COVER, GATE_OUTSIDE))
    along = _along(survey, half_at)
    rows = rows_of(survey, lambda z, x: half_at(z) - inset(along, x), roof, rear)
    lining = survey.lining
    beside = lining.walls.mm
    host = Host(
        survey.kind,
        survey.label,
        dims,
        holes_of(survey),
        slots_of(survey),
        seats_of(survey),
        (*wells_of(dims), *solids),
        survey.weights,
        survey.may_drill and not survey.no_trace,
        stand_in,
        rows,
        walls if walls is None else tuple((z, half - beside) for z, half in walls),
        along=along,
        obstacles=obstacles_of(survey),
        openings=openings,
        leaves=leaves,
        glass=panes_of(survey.panes, survey.eye, rear if pane_at is None else pane_at, half_at(500.0)),
        eye=eye_of(survey.eye),
        points=points_of(survey),
        roofed=roofed,
        lined={
            COVER: lining.roof.mm,
            WIDTH_HIGH: 2 * beside,
            WIDTH_TOP: 2 * beside,
            FLOOR_END: lining.rear.mm,
            GATE_OUTSIDE: lining.rear.mm,
            "front": lining.front.mm,
        },
        again=tuple((one.of, one.value.mm) for one in survey.again),
        no_trace=survey.no_trace,
        asides=(*asides, *_sloped(survey)),
        carriers=carriers or two_axles(dims, survey.weights),
        engine=not carriers,
        tow=tow,
        features=features or {},
        unmeasured=unmeasured,
    )
    return replace(host, words=words) if words else host


def _along(survey: HostBase, half_at: Callable[[float], float]) -> tuple[tuple[float, float], ...]:
    """x, and mm that either wall stands further in there than the widths at their heights say."""
    rows: Sequence[WidthAlong] = getattr(survey, "along", ())
    return tuple((row.at.mm, half_at(row.height.mm) - row.width.mm / 2) for row in rows)


def _sloped(survey: HostBase) -> tuple[tuple[str, str, str, str], ...]:
    """Seat mounts that slope: a bolt pulled askew bends."""
    rows = [row for row in survey.rows if row.kind == "seat mounts" and abs(row.slope) >= STEEP]
    if not rows:
        return ()
    what = ", ".join(f"{row.name} by {abs(row.slope):g}°" for row in rows)
    text = f"{what}: put a wedge or a turned spacer under what is bolted there, so that the bolt is pulled straight, and make the frame to its height."
    return (("seat-mounts", "Seat mounts slope", text, ""),)


class _Place(Protocol):
    """What a survey says of a place that bears something."""

    @property
    def rating(self) -> Mass | None: ...
    @property
    def condition(self) -> Condition: ...


def bears(one: _Place) -> float | None:
    """N of its rating as its condition leaves it; None where it has none, or none that can be relied on."""
    if one.rating is None or one.condition not in ("sound", "light rust"):
        return None
    return one.rating.kg * G * (RUSTED if one.condition == "light rust" else 1.0)


def _behind(one: Hole | FixingRow) -> str:
    """What is behind it, as far as its condition leaves that to be relied on."""
    return one.behind if one.condition in ("sound", "light rust") else "unknown"


def dims_of(taken: object, notes: Mapping[str, DimensionNote]) -> dict[str, Measured]:
    """Every dimension with how sure it is."""
    found = {}
    for name, note in notes.items():
        one = getattr(taken, name)
        tolerance = one.tolerance.mm if one.tolerance else DEFAULT_TOLERANCE[one.state]
        found[name] = Measured(name, note.label, one.value.mm if one.value else None, one.state, tolerance, note.how, note.optional)
    return found


def without(dims: Mapping[str, Measured], **gone: bool) -> dict[str, Measured]:
    """Dimensions left out that belong to what this host has not: those whose name begins so."""
    return {name: taken for name, taken in dims.items() if not any(out and f"{name}_".startswith(f"{stem}_") for stem, out in gone.items())}


def holes_of(survey: HostBase) -> dict[str, FloorHole]:
    """Existing bolts in the floor by name."""
    return {
        hole.name: FloorHole(hole.name, hole.x.mm, hole.y.mm, hole.thread, _behind(hole), bears(hole), hole.holds_bed)
        for hole in survey.holes
    }


def slots_of(survey: HostBase) -> dict[str, SlotPair]:
    """Pockets in both sides by name."""
    return {slot.name: SlotPair(slot.name, slot.x.mm, slot.height.mm, slot.opening.mm, bears(slot)) for slot in survey.slots}


def seats_of(survey: HostBase) -> dict[str, tuple[float, float]]:
    """(x, y) of every seat by name."""
    return {seat.name: (-seat.ahead.mm, seat.y.mm) for seat in survey.seats}


def rows_of(survey: HostBase, half_at: Callable[[float, float], float], roof: float, rear: float) -> dict[str, HostRow]:
    """Fixing points of every row; ``half_at`` gives half the width at a height and an x, ``roof`` its height, ``rear`` where the rear is closed."""
    found = {}
    for row in survey.rows:
        spots = tuple(_spot(row, row.start.mm + i * row.pitch.mm, half_at, roof, rear) for i in range(row.count))
        found[row.name] = HostRow(row.name, row.kind, row.face, spots, row.thread, _behind(row), bears(row))
    return found


def _spot(row: FixingRow, x: float, half_at: Callable[[float, float], float], roof: float, rear: float) -> tuple[float, float, float]:
    level = row.level.mm
    match row.face:
        case "left wall":
            return x, -half_at(level, x), level
        case "right wall":
            return x, half_at(level, x), level
        case "front wall":
            return 0.0, x, level
        case "rear wall":
            return rear, x, level
        case "roof":
            return x, level, roof
    return x, level, row.height.mm


def wells_of(dims: Mapping[str, Measured]) -> tuple[Solid, ...]:
    """Left and right wheel well as boxes; none while a dimension of theirs is missing."""
    roles = (WELL_START, WELL_LENGTH, WELL_HEIGHT, WIDTH_LOW, WIDTH_HIGH)
    start, length, height, between, above = (dims[name].mm if name in dims else None for name in roles)
    if start is None or length is None or height is None or between is None or above is None:
        return ()
    return (
        Solid("left wheel well", (start, -above / 2, 0), (start + length, -between / 2, height)),
        Solid("right wheel well", (start, between / 2, 0), (start + length, above / 2, height)),
    )
