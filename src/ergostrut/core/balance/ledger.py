"""Every mass with its place, and what that puts on every axle and coupling."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from ..structure.assembly import centroid
from ..structure.context import Context, standing
from ..structure.host import Host
from ..structure.nouns.parts import called
from ..structure.standing.posed import as_it_stands, poses_of
from ..structure.standing.setting import setting_at
from .statics import shared

FUEL_LEFT = {"full": 0.0, "half": 0.5, "empty": 1.0}

Group = Literal["vehicle", "crew", "fuel", "build", "load"]


@dataclass(frozen=True, slots=True)
class LedgerRow:
    """A mass (kg) at x, y (mm, host axes; None: not known). ``body``: what it moves with; ``z`` mm over the floor, None: as high as the empty
    vehicle's own."""

    name: str
    group: Group
    kg: float
    x: float | None
    y: float
    body: str = ""
    z: float | None = None


@dataclass(frozen=True, slots=True)
class CarrierLoads:
    """kg on every carrier by id, nothing where an input is missing; ``missing``: which; ``y`` mm of all masses right of the centre line."""

    on: Mapping[str, float]
    total: float
    missing: tuple[str, ...]
    provisional: bool
    y: float = 0.0


def words_of(host: Host, names: Sequence[str]) -> list[str]:
    """What people call missing inputs."""
    return [host.dims[name].label.lower() if name in host.dims else name for name in names]


def raw_ledger(context: Context, travels: Mapping[str, float], crew: bool = True) -> tuple[tuple[LedgerRow, ...], tuple[str, ...]]:
    """As computed, before a weighing corrects it: entries with every motion at its travel (mm by id; home where absent), and what is missing.

    The vehicle's empty loads are one entry a carrier; what was aboard when they were taken is
    taken off (crew) or put on (fuel short of full).
    """
    host, w = context.host, context.host.weights
    missing: list[str] = []
    entries: list[LedgerRow] = []
    missing += dict.fromkeys(role for carrier in host.carriers for role in carrier.at if host.mm(role) is None)
    for carrier in host.carriers:
        name = f"empty, {carrier.label.lower()}"
        if carrier.empty is None:
            missing.append(name)
        else:
            entries.append(LedgerRow(name, "vehicle", carrier.empty, carrier.x, 0.0))
    if w.aboard.crew.kg > 0:
        seat = host.seats.get(w.aboard.crew_seat or "")
        if seat is None:
            missing.append("seat of those aboard at the weighing")
        else:
            entries.append(LedgerRow("aboard at the weighing, taken off", "vehicle", -w.aboard.crew.kg, seat[0], seat[1]))
    left = FUEL_LEFT.get(w.aboard.fuel)
    if not host.engine:
        left = 0.0
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
            dx, dy, dz = poses.shift(body)
            motion = build.motion_of(body)
            words = motion.noun if motion is not None and len(following) > 1 else called(body.rsplit("/", 1)[-1])
            entries.append(LedgerRow(f"{build.label}, {words}", "build", kg, at[0] + dx, at[1] + dy, body, at[2] + dz))
    for item in context.plan.placed:
        x, y, z = standing(context, item, travels)
        entries.append(LedgerRow(item.thing.name, "load", item.mass, x, y, item.surface.body, z))
    return tuple(entries), tuple(missing)


def loads_of(context: Context, entries: Sequence[LedgerRow], missing: Sequence[str]) -> CarrierLoads:
    """Each carrier's load by statics (``statics.shared``); one that lifts is negative."""
    total = sum(entry.kg for entry in entries)
    provisional = context.host.weights.source == "typical" and not context.host.weights.weighings
    places = [(carrier, carrier.x) for carrier in context.host.carriers if carrier.x is not None]
    if missing or len(places) < len(context.host.carriers):
        return CarrierLoads({}, total, tuple(missing), provisional)
    moment = sum(entry.kg * (entry.x or 0.0) for entry in entries)
    side = sum(entry.kg * entry.y for entry in entries) / total if total else 0.0
    return CarrierLoads(shared(total, moment, places), total, (), provisional, side)
