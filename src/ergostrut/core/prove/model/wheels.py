"""What the road, the brakes and the tow vehicle do to the wheels of a frame that rolls on its own axles. mm, N, host axes."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from ...cases import BRAKES, KERB, RIDGE, RUT
from ...constants import G
from ...mechanics.solver.model import Array, FrameModel, LoadCase
from ...structure.nouns.support import Fastening, Wheel

if TYPE_CHECKING:
    from .hanging import Hung

CURB, UNEVEN = 100.0, 40.0
"""mm of a kerb, and that a ridge lifts one axle of two on springs of their own (common practice, no published source)."""
Six = tuple[float, float, float, float, float, float]


@dataclass(frozen=True, slots=True)
class Driven:
    """What happens to wheels as a basic load: an ``act`` of a case, in ``words``; ``pushes``: it is a force on them, else what they stand on moves."""

    act: str
    load: LoadCase
    words: str
    pushes: bool = True


def back(force: float, below: float) -> Six:
    """A force rearward so far ``below`` where it is taken, which turns that as well."""
    return force, 0.0, 0.0, 0.0, -below * force, 0.0


def climb(radius: float) -> float:
    """Force along over what a wheel bears as it begins to climb a kerb: sqrt(h (2 r - h)) / (r - h), both through its hub and the kerb's edge. Of a
    wheel that is hardly higher than the kerb it is as of one half as high again."""
    r = max(radius, 1.5 * CURB)
    return math.sqrt(CURB * (2 * r - CURB)) / (r - CURB)


def drawn_out(trailer: float, tow: float | None) -> float:
    """N along of what is pulled by what weighs ``tow`` kg, the D value of UN R55: g T R / (T + R); g R while that is not known."""
    return G * trailer * (tow / (tow + trailer) if tow else 1.0)


def driven(model: FrameModel, hung: Hung, standing: LoadCase, tow: float | None) -> tuple[Driven, ...]:
    """Acts on what rolls; ``standing``: 1 g up of all that it carries; ``tow`` kg of what tows it. Nothing where it does not stand on wheels and a ball."""
    rows = hung.rolling
    if not rows or not any(one.ball for one, _, _ in hung.fastened):
        return ()
    weight, bears = shares(model, hung, standing)
    wheels = [(one, node, one.wheel) for one, node, _ in rows if one.wheel is not None]
    found = [
        Driven(
            f"{KERB}: {one.label}",
            LoadCase(KERB, nodal=((node, back(climb(wheel.radius) * bears[one.id], wheel.hub)),)),
            f"A kerb of h = {CURB:.0f} mm at the {one.label}, r = {wheel.radius:.0f} mm: sqrt(h (2 r - h)) / (r - h) = {climb(wheel.radius):.3f} times the {bears[one.id]:.0f} N that it bears, along",
        )
        for one, node, wheel in wheels
    ]
    mass = weight / G + sum(wheel.kg for _, _, wheel in wheels)
    each = drawn_out(mass, tow) / len(wheels)
    pulls = f"g T R / (T + R) with T = {tow:.0f} kg" if tow else "g R, what tows it not said,"
    found.append(
        Driven(
            RUT,
            LoadCase(RUT, nodal=tuple((node, back(each, wheel.hub)) for _, node, wheel in wheels)),
            f"Stuck, pulled out with {pulls} and R = {mass:.1f} kg: {each * len(wheels):.0f} N along, {each:.0f} N a wheel",
        )
    )
    if any(wheel.brakes for _, _, wheel in wheels):
        held = tuple((node, back(bears[one.id], wheel.drop)) for one, node, wheel in wheels if wheel.brakes)
        on = sum(bears[one.id] for one, _, wheel in wheels if wheel.brakes)
        found.append(Driven(BRAKES, LoadCase(BRAKES, nodal=held), f"Its brakes hold with the same share of the {on:.0f} N on its tyres"))
    return (*found, *_ridges(rows))


def _ridges(rows: Sequence[tuple[Fastening, int, int]]) -> list[Driven]:
    """Either axle of two on springs of their own lifted: what moves a spring's far end pushes its near one."""
    xs = sorted({round(one.at[0], 1) for one, _, _ in rows})
    if len(xs) < 2 or any(one.wheel is not None and one.wheel.mate for one, _, _ in rows):
        return []
    found = []
    for x, name in zip(xs, ("first axle", "second axle"), strict=False):
        ends = [
            (end, (0.0, 0.0, force, 0.0, 0.0, 0.0))
            for one, node, pin in rows
            if round(one.at[0], 1) == x
            for end, force in ((node, one.k[0] * UNEVEN), (pin, -one.k[0] * UNEVEN))
        ]
        words = f"The {name} stands {UNEVEN:.0f} mm higher than the other"
        found.append(Driven(f"{RIDGE}: {name}", LoadCase(RIDGE, nodal=tuple(ends)), words, pushes=False))
    return found


def shares(model: FrameModel, hung: Hung, standing: LoadCase) -> tuple[float, dict[str, float]]:
    """N of all that a frame carries, and N that each of its wheels bears standing, axle and tyre with it: of a stiff frame on its springs."""
    down, turned = resultant(model, standing)
    at = [(one, _bears_at(hung, one)) for one, _, _ in hung.fastened]
    rows = np.array([(1.0, x, y) for _, (x, y) in at])
    k = np.array([one.k[0] for one, _ in at])
    stiff = rows.T @ (k[:, None] * rows)
    moved = np.linalg.lstsq(stiff, np.array([down, -turned[1], turned[0]]), rcond=None)[0]
    pushes: Array = k * (rows @ moved)
    return down, {
        one.id: max(float(force), 0.0) + (one.wheel.kg * G if one.wheel is not None else 0.0)
        for (one, _), force in zip(at, pushes, strict=True)
    }


def _bears_at(hung: Hung, one: Fastening) -> tuple[float, float]:
    """x and y where a place bears on the whole: two springs on an equaliser bear alike, wherever the load is."""
    wheel: Wheel | None = one.wheel
    other = next((o for o, _, _ in hung.fastened if wheel is not None and wheel.mate and o.to == wheel.mate), one)
    return (one.at[0] + other.at[0]) / 2, one.at[1]


def resultant(model: FrameModel, load: LoadCase) -> tuple[float, Array]:
    """N up, and N mm about the origin, of a load."""
    up, turned = 0.0, np.zeros(3)

    def add(at: Array, force: Array) -> None:
        nonlocal up, turned
        up += float(force[2])
        turned = turned + np.cross(at, force)

    def point(bar: int, s: float) -> Array:
        one = model.bars[bar]
        a, b = model.nodes[one.a] + np.array(one.offset_a), model.nodes[one.b] + np.array(one.offset_b)
        found: Array = a + (b - a) * (s / float(np.linalg.norm(b - a)))
        return found

    for spread in load.spreads:
        w0, w1, long = np.array(spread.w0), np.array(spread.w1), spread.end - spread.start
        # an even part, and one that rises from nothing, which acts at two thirds
        add(point(spread.bar, spread.start + long / 2), w0 * long)
        add(point(spread.bar, spread.start + 2 * long / 3), (w1 - w0) * long / 2)
    for one in load.points:
        add(point(one.bar, one.at), np.array(one.force))
    for node, (x, y, z, p, q, r) in load.nodal:
        add(model.nodes[node], np.array([x, y, z]))
        turned = turned + np.array([p, q, r])
    return up, turned
