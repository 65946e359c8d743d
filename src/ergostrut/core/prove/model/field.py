"""How a panel hands its load to the members under it: strips from one to the next, simple beams."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from ...constants import G

Vec = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Patch:
    """A load on the panels of a body: centre (host x, y in the setting), size, kg, and height of its centre of gravity over the frame's line."""

    name: str
    body: str
    x: float
    y: float
    size: tuple[float, float]
    kg: float
    height: float


@dataclass(frozen=True, slots=True)
class Carriers:
    """Members that carry a body's panels, in order: ``at`` mm along ``span``; each lies between ``lo`` and ``hi`` along the other axis, its line
    running from ``hi`` where it is ``back``."""

    body: str
    span: Literal[0, 1]
    members: tuple[str, ...]
    at: tuple[float, ...]
    lo: tuple[float, ...]
    hi: tuple[float, ...]
    back: tuple[bool, ...]

    @property
    def along(self) -> int:
        """The axis the members run along."""
        return 1 - self.span


@dataclass(frozen=True, slots=True)
class MemberLoad:
    """A load on a member from ``start`` to ``end`` mm of its line, linear from ``w0`` to ``w1`` N/mm."""

    member: str
    start: float
    end: float
    w0: Vec
    w1: Vec


def on_carriers(carriers: Carriers, patch: Patch, g: Vec) -> Iterator[MemberLoad]:
    """A patch's weight times ``g``, with the tilt its height gives, shared between neighbouring members bay by bay.

    What lies beyond the first or last member hangs over it: its neighbour is lifted.
    """
    k, j = carriers.span, carriers.along
    size, at = patch.size, (patch.x, patch.y)
    lk, lj, F = size[k], size[j], patch.kg * G
    c0 = F * g[2] / (lk * lj)
    ck, cj = -12 * patch.height * F * g[k] / (lk**3 * lj), -12 * patch.height * F * g[j] / (lk * lj**3)
    level = [0.0, 0.0]
    level[k] = F * g[k] / (lk * lj)
    level[j] = F * g[j] / (lk * lj)
    count = len(carriers.at)
    for i in range(count - 1):
        a, b = carriers.at[i], carriers.at[i + 1]
        lo = at[k] - lk / 2 if i == 0 else max(at[k] - lk / 2, a)
        hi = at[k] + lk / 2 if i == count - 2 else min(at[k] + lk / 2, b)
        if hi <= lo:
            continue
        n, mid, half = hi - lo, (hi + lo) / 2, (hi - lo) / 2
        # integrals of 1, (s - a)/(b - a) and of the tilt times each over lo..hi
        share = (mid - a) / (b - a)
        tilt = mid - at[k]
        second = n * half**2 / 3 / (b - a)
        for row, part, cross in ((i, 1 - share, -second), (i + 1, share, second)):
            begin, end = max(at[j] - lj / 2, carriers.lo[row]), min(at[j] + lj / 2, carriers.hi[row])
            if end <= begin:
                continue
            widen = lj / (end - begin)
            flat = (c0 + ck * tilt) * n * part + ck * cross
            lean = cj * n * part
            w: list[Vec] = []
            for s in (begin, end):
                across = (level[0] * n * part * widen, level[1] * n * part * widen)
                w.append((across[0], across[1], (flat + lean * (s - at[j])) * widen))
            if carriers.back[row]:
                yield MemberLoad(carriers.members[row], carriers.hi[row] - end, carriers.hi[row] - begin, w[1], w[0])
            else:
                yield MemberLoad(carriers.members[row], begin - carriers.lo[row], end - carriers.lo[row], w[0], w[1])
