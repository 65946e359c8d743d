"""Where a first design stands on the deck of another build: over members across under that deck."""

from __future__ import annotations

from dataclasses import dataclass

from ...structure.host import Host

OFF = 48.0
"""mm beside a member's middle at which a tie still reaches it: half of a usual tube and what a tie's angle reaches."""


@dataclass(frozen=True, slots=True)
class OverMembers:
    """From the first to the last of ``count`` members, mm in the deck's own axes."""

    first: float
    last: float
    count: int

    @property
    def pitch(self) -> float:
        return (self.last - self.first) / (self.count - 1)


def _reached(host: Host, lo: float, hi: float) -> list[float]:
    """Places from ``lo`` to ``hi`` that members lie under, those at the ends a little beside theirs."""
    return [min(max(x, lo), hi) for x in host.across or () if lo - OFF <= x <= hi + OFF]


def over_members(host: Host, floor: float, wide: float, most: float) -> OverMembers | None:
    """The members that a build with ends ``wide`` mm thick may stand over within the floor, at most ``most`` mm long in all, its ends a little beside
    them where walls stand there; None on a host's own floor, or where there are fewer than two."""
    reached = _reached(host, wide / 2, floor - wide / 2)
    return _from_front(reached, most - wide)


def rearmost(host: Host, floor: float, most: float) -> OverMembers | None:
    """The same with its rear end as far back as members let it, of what has its ends over two of them."""
    reached = _reached(host, 0.0, floor)
    found = [x for x in reached if reached[-1] - x <= most]
    return OverMembers(found[0], found[-1], len(found)) if len(found) > 1 else None


def at_posts(host: Host, floor: float, wide: float, most: float) -> tuple[str, OverMembers] | None:
    """The posts of the left wall of another build that uprights ``wide`` mm thick may stand at, with their row's name; None where there are fewer than two."""
    row = next((row for row in host.rows.values() if row.face == "left wall" and row.kind == "ribs"), None) if host.is_deck else None
    if row is None:
        return None
    found = _from_front([x for x, _, _ in row.spots if wide / 2 <= x <= floor - wide / 2], most - wide)
    return (row.name, found) if found is not None else None


def _from_front(places: list[float], most: float) -> OverMembers | None:
    found = [x for x in places if x - places[0] <= most]
    return OverMembers(found[0], found[-1], len(found)) if len(found) > 1 else None
