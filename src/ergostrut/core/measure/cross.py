"""Readings against each other: parts against the whole, and what was taken twice. Two that cannot both be right are named."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ..finding import COMMON_PRACTICE, Finding, Working
from ..structure.host import (
    FLOOR_END,
    GATE_OUTSIDE,
    GATE_THICKNESS,
    REAR_AXLE,
    SIDE_HEIGHT,
    TRACK,
    WELL_HEIGHT,
    WELL_LENGTH,
    WELL_START,
    WIDTH_HIGH,
    WIDTH_LOW,
    Host,
)
from ..wording import Say

TWICE = 3.0
"""mm by which two readings of one length may differ besides their tolerance: a tape read by a careful hand (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class _Rule:
    """Roles whose sum is no more than that of others: true of every host, or one of the readings is a slip."""

    parts: tuple[str, ...]
    whole: tuple[str, ...]
    why: str


RULES = (
    _Rule((WELL_START, WELL_LENGTH), (FLOOR_END,), "what stands on the floor ends before the floor does"),
    _Rule((WIDTH_LOW,), (WIDTH_HIGH,), "it is no wider between what stands beside the floor than over it"),
    _Rule((FLOOR_END, GATE_THICKNESS), (GATE_OUTSIDE,), "the floor and the closed gate's thickness lie within the length to its outside"),
    _Rule((WELL_HEIGHT,), (SIDE_HEIGHT,), "what stands beside the floor is lower than the sides"),
    _Rule((WELL_START,), (REAR_AXLE,), "the axle lies behind the front of the wheel's place"),
    _Rule((REAR_AXLE,), (WELL_START, WELL_LENGTH), "the axle lies ahead of the end of the wheel's place"),
    _Rule((WIDTH_LOW,), (TRACK,), "the tyres' middles stand outside what covers them"),
)


def check_cross(host: Host, say: Say) -> Iterator[Finding]:
    """Every rule that two or three readings break, and every reading that its second one does not agree with."""
    for rule in RULES:
        yield from _against(host, say, rule)
    for n, (name, mm) in enumerate(host.again):
        yield from _twice(host, say, n, name, mm)


def _against(host: Host, say: Say, rule: _Rule) -> Iterator[Finding]:
    taken = {role: host.dims[role] for role in (*rule.parts, *rule.whole) if role in host.dims}
    if any(role not in taken or taken[role].mm is None for role in (*rule.parts, *rule.whole)):
        return
    have, most = (sum(taken[role].mm or 0.0 for role in roles) for roles in (rule.parts, rule.whole))
    slack = sum(one.tolerance for one in taken.values())
    if have <= most + slack:
        return
    w = Working()
    w.given("p", have, "mm", " and ".join(taken[role].label.lower() for role in rule.parts))
    w.given("W", most, "mm", " and ".join(taken[role].label.lower() for role in rule.whole))
    w.given("t", slack, "mm", "tolerances together")
    w.line("over", "p - W - t", "mm", rule.why)
    sides = [
        " with ".join(f"{taken[role].label.lower()} {say.length(taken[role].mm or 0.0)}" for role in roles)
        for roles in (rule.parts, rule.whole)
    ]
    yield Finding(
        f"host/cross.{rule.parts[0]}.{rule.whole[0]}", "measure.cross", "measure", ("host",), "Readings disagree",
        f"{sides[0].capitalize()} and {sides[1]} cannot all be right: {rule.why}. Take them again.",
        "unknown", missing=(*rule.parts, *rule.whole), basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def _twice(host: Host, say: Say, n: int, name: str, mm: float) -> Iterator[Finding]:
    first = host.dims.get(name)
    if first is None or first.mm is None or abs(first.mm - mm) <= first.tolerance + TWICE:
        return
    w = Working()
    w.given("a", first.mm, "mm", f"{first.label.lower()}, {first.state}")
    w.given("b", mm, "mm", "taken again")
    w.given("t", first.tolerance + TWICE, "mm", "that they may differ by")
    w.line("d", "max(a - b, b - a)", "mm")
    yield Finding(
        f"host/again.{n}", "measure.again", "measure", ("host",), f"{first.label}, taken twice",
        f"{first.label} reads {say.length(first.mm)}, and {say.length(mm)} taken again. Take it a third time and keep the two that agree.",
        "unknown", missing=(name,), basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip
