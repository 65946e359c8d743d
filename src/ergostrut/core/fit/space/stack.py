"""What a clearance hangs on: every unmeasured length is moved by its tolerance, all is framed again, and what that moves is stacked."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace

from ...document.base import DesignBase
from ...document.survey import DEFAULT_TOLERANCE
from ...finding import Finding, Working
from ...measure.hosts import resolve
from ...quantity import Length
from ...structure.context import Context
from ...structure.host import (
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
)
from ..ways.aisle import check_aisle
from .between_builds import check_between
from .in_host import check_standing
from .obstacles import check_obstacles

CHECKS = ("fit.walls", "fit.wells", "fit.obstacles", "fit.between", "fit.aisle")
"""Clearances that are framed, not written as a formula of lengths: those know by themselves what they hang on."""
ASKED = frozenset(
    {
        COVER, FLOOR_END, GATE_OUTSIDE, GATE_THICKNESS, SIDE_HEIGHT, WELL_HEIGHT, WELL_LENGTH, WELL_START, WIDTH_HIGH, WIDTH_LOW, WIDTH_TOP
    }
)  # fmt: skip
"""Lengths that the clearances themselves are asked of."""
LEAST = 0.5
"""mm: a length that moves a clearance by less does not decide it."""


@dataclass(frozen=True)
class Stack:
    """mm by which each typical length, moved by its tolerance, moves one clearance."""

    moves: Mapping[str, float]

    @property
    def linear(self) -> float:
        return sum(abs(v) for v in self.moves.values())

    @property
    def likely(self) -> float:
        """Root of the sum of squares: what independent errors stack to most of the time."""
        return math.sqrt(sum(v * v for v in self.moves.values()))


def clearances(context: Context) -> dict[str, float]:
    """Every framed clearance of a job by its finding's id, mm."""
    found: list[Finding] = [*check_between(context), *check_aisle(context)]
    for build in context.builds:
        found += [*check_standing(context, build), *check_obstacles(context, build)]
    return {one.id: one.demand for one in found if one.check in CHECKS and one.demand is not None}


@dataclass(frozen=True)
class Loose:
    """An unmeasured length: its name as findings name it, what people call it, its tolerance mm, and the job with it longer by so many mm."""

    name: str
    label: str
    tolerance: float
    moved: Callable[[DesignBase, float], DesignBase]


def _dimension(role: str) -> Callable[[DesignBase, float], DesignBase]:
    def longer(design: DesignBase, by: float) -> DesignBase:
        dims = design.host.dims  # type: ignore[attr-defined]
        taken = getattr(dims, role)
        value = Length.parse(f"{taken.value.mm + by:.4f} mm")
        changed = dims.model_copy(update={role: taken.model_copy(update={"value": value})})
        return design.model_copy(update={"host": design.host.model_copy(update={"dims": changed})})

    return longer


def _width(rows_of: str, n: int) -> Callable[[DesignBase, float], DesignBase]:
    def wider(design: DesignBase, by: float) -> DesignBase:
        rows = list(getattr(design.host, rows_of))
        rows[n] = rows[n].model_copy(update={"width": Length.parse(f"{rows[n].width.mm + by:.4f} mm")})
        return design.model_copy(update={"host": design.host.model_copy(update={rows_of: tuple(rows)})})

    return wider


def loose_of(context: Context) -> list[Loose]:
    """Every length that was not measured: dimensions, and widths of the walls at their heights."""
    found = [
        Loose(role, taken.label, taken.tolerance, _dimension(role))
        for role, taken in context.host.dims.items()
        if taken.mm is not None and taken.state == "typical" and taken.tolerance > 0
    ]
    for n, station in enumerate(getattr(context.design.host, "stations", ())):
        if station.state == "typical":
            label = f"Width of the walls {context.say.length(station.height.mm)} up"
            found.append(Loose(f"stations/{n}", label, DEFAULT_TOLERANCE["typical"], _width("stations", n)))
    for n, row in enumerate(getattr(context.design.host, "along", ())):
        if row.state == "typical":
            label = f"Width of the walls {context.say.length(row.at.mm)} behind the front"
            found.append(Loose(f"along/{n}", label, DEFAULT_TOLERANCE["typical"], _width("along", n)))
    return found


def stacks(context: Context, again: Callable[[DesignBase], Context], wanted: Iterable[str]) -> dict[str, Stack]:
    """The stack of some clearances by their findings' ids; lengths that move none are left out."""
    ids = set(wanted)
    before = clearances(context)
    rows: dict[str, dict[str, float]] = {ident: {} for ident in ids}
    for one in loose_of(context):
        if not _matters(context, one):
            continue
        after = _after(context, again, one)
        for ident in ids & set(before):
            by = after[ident] - before[ident] if ident in after else one.tolerance
            if abs(by) > LEAST:
                rows[ident][one.name] = by
    return {ident: Stack(moves) for ident, moves in rows.items()}


def _matters(context: Context, one: Loose) -> bool:
    """Whether a length may move any clearance: a build was framed by it, a clearance is asked of it, or the host is drawn from it."""
    if one.name in ASKED or any(one.name in build.read for build in context.builds):
        return True
    try:
        moved = resolve(one.moved(context.design, one.tolerance).host)
    except ValueError:
        return True
    return _drawn(moved) != _drawn(context.host)


def _drawn(host: Host) -> tuple[object, ...]:
    """All of a host that builds are framed at and clearances are taken to."""
    return host.walls, host.along, host.solids, host.obstacles, host.holes, host.slots, host.rows, host.lined, host.features


def _after(context: Context, again: Callable[[DesignBase], Context], one: Loose) -> dict[str, float]:
    """Clearances with a length longer, or shorter where nothing can be framed so; none where neither can: all hangs on it then."""
    for way in (one.tolerance, -one.tolerance):
        try:
            return clearances(again(one.moved(context.design, way)))
        except ValueError:
            continue
    return {}


def stacked(context: Context, found: Iterable[Finding], again: Callable[[DesignBase], Context]) -> Iterator[Finding]:
    """The same findings; a framed clearance that is less sure than its margin is unknown, and names what to measure first."""
    rows = list(found)
    loose = sum(one.tolerance for one in loose_of(context))

    def at_stake(one: Finding) -> bool:
        known = one.check in CHECKS and one.demand is not None and one.state in ("holds", "tight", "over") and not one.hangs_on
        return known and abs((one.demand or 0.0) - (one.limit or 0.0)) < loose

    wanted = {one.id for one in rows if at_stake(one)}
    by_id = stacks(context, again, wanted) if wanted else {}
    for one in rows:
        stack = by_id.get(one.id)
        yield one if stack is None or not stack.moves else _judged(context, one, stack)


def _judged(context: Context, one: Finding, stack: Stack) -> Finding:
    say, known = context.say, {length.name: length for length in loose_of(context)}
    stake = abs((one.demand or 0.0) - (one.limit or 0.0))
    w = Working()
    for name, by in stack.moves.items():
        w.say(f"{known[name].label}, moved by its tolerance of {known[name].tolerance:.0f} mm, moves this by {by:.1f} mm.")
    w.given("t_l", stack.linear, "mm", "all of them the wrong way")
    w.given("t_r", stack.likely, "mm", "root of the sum of their squares")
    hangs = tuple(stack.moves)
    working = one.working + w.done()
    if stake >= stack.linear:
        return replace(one, hangs_on=hangs, working=working)
    names = ", ".join(known[name].label.lower() for name in hangs)
    text = f"{one.sentence} That hangs on typical figures, {say.length(stack.linear)} together. Measure first: {names}."
    return replace(one, sentence=text, state="unknown", use=None, hangs_on=hangs, missing=hangs, working=working)
