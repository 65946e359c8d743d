"""Every mass with its place, and the truck as a beam on two axles."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ..structure.assembly import centroid
from ..structure.context import Context, standing
from ..structure.posed import as_it_stands, poses_of
from ..structure.setting import setting_at

FUEL_LEFT = {"full": 0.0, "half": 0.5, "empty": 1.0}

Group = Literal["vehicle", "crew", "fuel", "build", "load"]


@dataclass(frozen=True, slots=True)
class LedgerRow:
    """A mass (kg) at x, y (mm, host axes; None: not known). ``body``: what it moves with."""

    name: str
    group: Group
    kg: float
    x: float | None
    y: float
    body: str = ""


@dataclass(frozen=True, slots=True)
class Axles:
    """Loads on the axles in kg, and the missing inputs that keep them unknown."""

    front: float | None
    rear: float | None
    total: float
    missing: tuple[str, ...]
    provisional: bool
    y: float = 0.0


def ledger(context: Context, travels: Mapping[str, float], crew: bool = True) -> tuple[tuple[LedgerRow, ...], tuple[str, ...]]:
    """Entries with every motion at its travel (mm by id; home where absent), and what is missing.

    The vehicle's empty axle loads are one entry an axle; what was aboard when they were taken is
    taken off (crew) or put on (fuel short of full).
    """
    host, w = context.host, context.host.weights
    missing: list[str] = []
    entries: list[LedgerRow] = []
    rear_x, front_x = host.rear_axle_x, host.front_axle_x
    if rear_x is None:
        missing.append("axle_from_front")
    if host.mm("wheelbase") is None:
        missing.append("wheelbase")
    for name, mass, x in (("empty, front axle", w.front_empty, front_x), ("empty, rear axle", w.rear_empty, rear_x)):
        if mass is None:
            missing.append(name)
        else:
            entries.append(LedgerRow(name, "vehicle", mass.kg, x, 0.0))
    if w.aboard.crew.kg > 0:
        seat = host.seats.get(w.aboard.crew_seat or "")
        if seat is None:
            missing.append("seat of those aboard at the weighing")
        else:
            entries.append(LedgerRow("aboard at the weighing, taken off", "vehicle", -w.aboard.crew.kg, seat[0], seat[1]))
    left = FUEL_LEFT.get(w.aboard.fuel)
    if left is None:
        missing.append("fuel aboard at the weighing")
    elif left > 0:
        if w.tank.full is None or w.tank.ahead is None:
            missing.append("mass and place of a full tank")
        else:
            entries.append(LedgerRow("fuel up to full", "fuel", w.tank.full.kg * left, -w.tank.ahead.mm, 0.0))
    if crew:
        for rider in context.design.carry.crew:
            if rider.seat is None:
                continue
            x, y = host.seats[rider.seat]
            entries.append(LedgerRow(rider.name, "crew", rider.mass.kg, x, y))
    for build in context.builds:
        setting = setting_at(build, travels)
        stood = as_it_stands(build, setting)
        poses = poses_of(build, setting)
        for body, following in build.rows.items():
            kg, at = centroid([mass for one in following for mass in stood.masses(one)])
            dx, dy, _ = poses.shift(body)
            motion = build.motion_of(body)
            words = motion.noun if motion is not None and len(following) > 1 else body.rsplit("/", 1)[-1]
            entries.append(LedgerRow(f"{build.label}, {words}", "build", kg, at[0] + dx, at[1] + dy, body))
    for item in context.plan.placed:
        x, y, _ = standing(context, item, travels)
        entries.append(LedgerRow(item.thing.name, "load", item.mass, x, y, item.surface.body))
    return tuple(entries), tuple(missing)


def axle_loads(context: Context, entries: Sequence[LedgerRow], missing: Sequence[str]) -> Axles:
    """Rear takes m (x - x_front)/wheelbase; shares below 0 and over 1 count."""
    total = sum(entry.kg for entry in entries)
    base, front_x = context.host.mm("wheelbase"), context.host.front_axle_x
    provisional = context.host.weights.source == "typical"
    if missing or base is None or front_x is None:
        return Axles(None, None, total, tuple(missing), provisional)
    rear = sum(entry.kg * ((entry.x or 0.0) - front_x) / base for entry in entries)
    side = sum(entry.kg * entry.y for entry in entries) / total if total else 0.0
    return Axles(total - rear, rear, total, (), provisional, side)
