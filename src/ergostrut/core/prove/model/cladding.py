"""Skins on a frame: each member takes what lies nearer to it than to its neighbours, whatever plane they stand in.

Beyond a member's end its neighbours' share is pressed on that end: forces are whole, a moment is off by what lies beyond times that reach.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry.base import BaseGeometry

from ...cases import LIFT, PRESSURE, REACH, SHIFT, SNOW, WIND
from ...constants import G
from ...mechanics.space.rects import Rect
from ...structure.assembly import Assembly
from ...structure.carried import CarryPlan
from ...structure.nouns.panel import Clads, Covers, Panel
from ...structure.nouns.parts import Member
from .outdoors import blown_on, facing, side_of

Array = NDArray[np.float64]
Vec = tuple[float, float, float]
SLICES = 8
"""Parts along a member in which what a slanting skin hands it is taken as even."""
TIP = 20.0
"""mm of a member's end on which what lies beyond it presses."""
ASKEW = 0.1
"""How far a member may run askew of its neighbours, as a slope: a short post under a leaning one is modelled so."""
FAR = 1e5


@dataclass(frozen=True, slots=True)
class Band:
    """What a member takes of a skin from ``start`` to ``end`` mm of its line: ``wide`` mm, even."""

    member: str
    start: float
    end: float
    wide: float

    @property
    def area(self) -> float:
        return (self.end - self.start) * self.wide


@dataclass(frozen=True)
class Blown:
    """One act of the wind, or of snow, on a frame: N/mm on its members, from ``start`` to ``end`` mm of each."""

    act: str
    words: str
    rows: tuple[tuple[Band, Vec], ...]


def lanes(panel: Panel, members: Sequence[Member]) -> tuple[Array, list[tuple[float, float, float, Member]]]:
    """(2, 2) unit vectors of the skin's own plane along its members and across them, and every member as place across, and its ends along.

    Raises:
        ValueError: its members do not run the same way.
    """
    own = [(np.array([m.a, m.b]) - panel.pose.t) @ panel.pose.R[:, :2] for m in members]
    runs = [line[1] - line[0] for line in own]
    along = runs[0] / np.linalg.norm(runs[0])
    axes = np.array([along, [-along[1], along[0]]])
    for run, member in zip(runs, members, strict=True):
        if abs(run @ axes[1]) > ASKEW * np.linalg.norm(run):
            raise ValueError(f"{member.name} does not run as the others under the {panel.name} do")
    rows = [(float(line[0] @ axes[1]), float(line[0] @ axes[0]), float(line[1] @ axes[0]), m) for line, m in zip(own, members, strict=True)]
    return axes, sorted(rows, key=lambda row: row[0])


def bands(panel: Panel, members: Sequence[Member], low: float = -np.inf, high: float = np.inf, less: Sequence[Rect] = ()) -> Iterator[Band]:
    """What each member takes of a skin, openings filled but for those of ``less``, of what lies higher than ``low`` and lower than ``high`` in host axes."""
    axes, rows = lanes(panel, members)
    rim: BaseGeometry = shapely.Polygon((np.array(panel.rim) @ axes.T).tolist())
    for a, b, c, d in less:
        rim = rim.difference(shapely.Polygon((np.array([(a, b), (c, b), (c, d), (a, d)]) @ axes.T).tolist()))
    if np.isfinite(low):
        rim = rim.intersection(_higher(panel, axes, low))
    if np.isfinite(high):
        rim = rim.difference(_higher(panel, axes, high))
    middles = [(a[0] + b[0]) / 2 for a, b in itertools.pairwise(rows)]
    for (_, a, b, member), lo, hi in zip(rows, (-FAR, *middles), (*middles, FAR), strict=True):
        mine = rim.intersection(shapely.box(-FAR, lo, FAR, hi))
        if mine.is_empty:
            continue
        t0, _, t1, _ = mine.bounds
        ends = np.linspace(t0, t1, SLICES + 1) if mine.area < 0.999 * mine.envelope.area else np.array([t0, t1])
        first, last, turned = min(a, b), max(a, b), a > b
        for s, e in itertools.pairwise(ends):
            for lo_t, hi_t in _on(float(s), float(e), first, last):
                area = mine.intersection(shapely.box(lo_t[0], -FAR, hi_t[0], FAR)).area
                start, end = lo_t[1] - first, hi_t[1] - first
                if area > 1.0:
                    yield Band(member.id, *((last - first - end, last - first - start) if turned else (start, end)), area / (end - start))


def _on(s: float, e: float, first: float, last: float) -> Iterator[tuple[tuple[float, float], tuple[float, float]]]:
    """A stretch of a skin from ``s`` to ``e`` as (its begin, where that presses), (its end, where that presses) on a member from ``first`` to
    ``last``: what lies beyond presses on the tip."""
    lo, hi = max(s, first), min(e, last)
    if hi > lo:
        yield (lo, lo), (hi, hi)
    if s < first:
        yield (s, first), (min(e, first), first + TIP)
    if e > last:
        yield (max(s, last), last - TIP), (e, last)


def _higher(panel: Panel, axes: Array, low: float) -> shapely.Polygon:
    """The half of a skin's plane that lies higher than ``low``, along its members and across them; none or all of it where it is level."""
    z0, slope = float(panel.pose.t[2]), axes @ panel.pose.R[2, :2]
    steep = float(np.linalg.norm(slope))
    if steep < 1e-6:
        return shapely.box(-FAR, -FAR, FAR, FAR) if z0 > low else shapely.Polygon()
    up = slope / steep
    across, foot = np.array([-up[1], up[0]]), up * (low - z0) / steep
    corners = (foot - FAR * across, foot + FAR * across, foot + FAR * across + FAR * up, foot - FAR * across + FAR * up)
    return shapely.Polygon([corner.tolist() for corner in corners])


def members_under(build: Assembly, panel: Panel) -> list[Member]:
    """The members that a skin, or a roof, is fastened to."""
    return [build.member(name) for name in panel.carries.on] if isinstance(panel.carries, Clads | Covers) else []


def weight_of_skins(build: Assembly, lines: Mapping[str, Member]) -> dict[str, float]:
    """N/mm, at rest, by which skins load members besides their own weight; ``lines``: members as they are modelled, from node to node."""
    found: dict[str, float] = {}
    for panel in build.skins:
        rows = list(bands(panel, [lines[member.id] for member in members_under(build, panel)]))
        whole = sum(band.area for band in rows)
        for band in rows:
            member = lines[band.member]
            found[member.id] = found.get(member.id, 0.0) + panel.mass * G * band.area / whole / member.length
    return found


def weight_of_parts(build: Assembly, lines: Mapping[str, Member]) -> dict[str, float]:
    """N/mm, at rest, of bought parts: what closes an opening on the two tubes at its edges, all else of a body without a deck on its members alike."""
    decked, closed = {panel.body for panel in build.decks}, {one.of: one for one in build.closures}
    found: dict[str, float] = {}
    for item in build.items:
        if not item.aboard or item.hangs or (item.id not in closed and item.body in decked):
            continue
        on = closed[item.id].on if item.id in closed else [name for name, m in lines.items() if m.body == item.body]
        long = sum(lines[name].length for name in on)
        for name in on:
            found[name] = found.get(name, 0.0) + item.mass * item.count * G / long
    return found


def _glazed(build: Assembly, panel: Panel, lines: Mapping[str, Member], low: float, high: float) -> Iterator[Band]:
    """What the members of a skin take of it, and those round its openings of what closes these."""
    rows, less = [one for one in build.closures if one.panel == panel.id], list[Rect]()
    for one in rows:
        a, b, c, d = one.in_plane(panel)
        less.append((a, b, c, d))
        pane = replace(panel, rim=((a, b), (c, b), (c, d), (a, d)), holes=())
        yield from bands(pane, [lines[name] for name in one.on], low, high)
    yield from bands(panel, [lines[m.id] for m in members_under(build, panel)], low, high, less)


def snowed(build: Assembly, lines: Mapping[str, Member]) -> tuple[Blown, ...]:
    """A kilopascal of snow on its roof; nothing where it has none."""
    roof = build.roofs or [panel for panel in build.decks if panel.use == "roof"]
    return (Blown(SNOW, "snow on its roof", _pressed(build, lines, roof, (0.0, 0.0, -PRESSURE))),) if roof else ()


def carried(build: Assembly, plan: CarryPlan) -> float:
    """kg of all that stands on a build, other builds among it."""
    return sum(item.mass for body in build.bodies for item in plan.on(body)) + sum(handed.kg for handed in build.bears)


def slid_on(build: Assembly, kg: float) -> tuple[list[Panel], float, float]:
    """What stands at a build's front against a load of so many kg, z up to which that presses, and MPa of half of its weight there."""
    front = [panel for panel in build.skins if panel.use == "front"]
    top = min((panel.lo[2] for panel in front), default=0.0) + REACH
    area = sum(panel.size[1] * (min(panel.hi[2], top) - panel.lo[2]) for panel in front)
    return front, top, 0.5 * kg * G / area if area else 0.0


def slid(build: Assembly, lines: Mapping[str, Member], kg: float) -> tuple[Blown, ...]:
    """Half of the load's weight, slid ahead; nothing without a load, or with nothing at the front."""
    front, top, p = slid_on(build, kg)
    if not p:
        return ()
    return (Blown(SHIFT, "the load slid ahead", _pressed(build, lines, front, (-p, 0.0, 0.0), high=top)),)


def _pressed(
    build: Assembly, lines: Mapping[str, Member], panels: Sequence[Panel], by: Vec, low: float = -np.inf, high: float = np.inf
) -> tuple[tuple[Band, Vec], ...]:
    """``by`` MPa along each axis on panels between two levels, as their members take it: on what of a leaning one is seen along that axis."""
    rows = [(band, np.abs(panel.normal)) for panel in panels for band in _glazed(build, panel, lines, low, high)]
    found = []
    for band, seen in rows:
        x, y, z = (float(p * share) * band.wide for p, share in zip(by, seen, strict=True))
        found.append((band, (x, y, z)))
    return tuple(found)


def blown(build: Assembly, lines: Mapping[str, Member], low: float) -> tuple[Blown, ...]:
    """Wind at 1 kPa by act on what is higher than ``low``: on the larger of two sides, or two ends, and up under the top."""
    panels = blown_on(build)
    rows = [(side, f"wind {words}", facing(panels, x), (x, y, 0.0)) for side, (words, x, y) in WIND.items()]
    rows.append((LIFT, "wind lifts the top", side_of(panels, 2, 1), (0.0, 0.0, 1.0)))
    return tuple(
        Blown(act, words, _pressed(build, lines, these, (PRESSURE * x, PRESSURE * y, PRESSURE * z), low))
        for act, words, these, (x, y, z) in rows
    )
