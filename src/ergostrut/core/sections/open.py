"""Open rolled and bent sections: angle, channel, strut channel; and the T-slot profile. mm."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

from .outline import Point, arc, box, disc, from_outline, hole
from .properties import Properties
from .thinwall import shear_centre


def _thin(lengths: Sequence[tuple[float, float]]) -> float:
    """J of thin legs (length, thickness): sum b t3 / 3 (Roark table 10.7)."""
    return sum(b * t**3 for b, t in lengths) / 3


@lru_cache(maxsize=256)
def angle(a: float, b: float, t: float, root: float, toe: float = 0.0) -> Properties:
    """Angle standing on leg ``b`` (level), leg ``a`` upright at its left; fillet ``root`` inside, ``toe`` at the leg ends.

    Raises:
        ValueError: a leg not longer than its thickness and radii.
    """
    if t <= 0 or min(a, b) < t + root + toe:
        raise ValueError(f"an angle {a} x {b} x {t} mm with a {root} mm root has no legs")
    points: list[Point] = [(0.0, 0.0), (b, 0.0)]
    points += arc((b - toe, t - toe), toe, 0.0) if toe else [(b, t)]
    points += list(reversed(arc((t + root, t + root), root, math.pi))) if root else [(t, t)]
    points += arc((t - toe, a - toe), toe, 0.0) if toe else [(t, a)]
    points.append((0.0, a))
    h = t / 2
    pole = shear_centre([((b, h), (h, h), t), ((h, h), (h, a), t)])
    return replace(from_outline("angle", [points], t, root, _thin([(a, t), (b - t, t)])), shear=pole)


@lru_cache(maxsize=256)
def channel(depth: float, flange: float, web_t: float, flange_t: float, root: float = 0.0) -> Properties:
    """Channel on edge, web at the left. Cw = b3 h2 t (3 b t + 2 h tw) / (12 (6 b t + h tw)) on middle lines (AISC Manual, C shapes)."""
    if min(web_t, flange_t) <= 0 or depth <= 2 * (flange_t + root) or flange <= web_t + root:
        raise ValueError(f"a channel {depth} x {flange} mm of wall {web_t} mm has no opening")
    top, h = depth / 2, depth - flange_t
    inner = (
        list(reversed(arc((web_t + root, -top + flange_t + root), root, math.pi)))
        + list(reversed(arc((web_t + root, top - flange_t - root), root, math.pi / 2)))
        if root
        else [(web_t, -top + flange_t), (web_t, top - flange_t)]
    )
    # walked counter-clockwise: bottom flange out and back, up the inside of the web, top flange, down the back
    lower, upper = inner[: len(inner) // 2], inner[len(inner) // 2 :]
    points = [(0.0, -top), (flange, -top), (flange, -top + flange_t), *lower, *upper, (flange, top - flange_t), (flange, top), (0.0, top)]
    b = flange - web_t / 2
    Cw = b**3 * h**2 * flange_t * (3 * b * flange_t + 2 * h * web_t) / (12 * (6 * b * flange_t + h * web_t))
    m = web_t / 2
    pole = shear_centre(
        [((flange, -h / 2), (m, -h / 2), flange_t), ((m, -h / 2), (m, h / 2), web_t), ((m, h / 2), (flange, h / 2), flange_t)]
    )
    J = None if root else _thin([(flange - web_t / 2, flange_t)] * 2 + [(h, web_t)])
    return replace(from_outline("channel", [points], min(web_t, flange_t), root, J, Cw), shear=pole)


@lru_cache(maxsize=256)
def strut(width: float, depth: float, t: float, lip: float, turn: float, slot: float = 0.0) -> Properties:
    """Strut channel, open side up: lips ``lip`` wide turned in at the top and ``turn`` down; ``slot``: width of slots in the back.

    With a slot the properties are those of the net section through it. Corners sharp.
    """
    if t <= 0 or 2 * lip >= width - 2 * t or turn < t or turn >= depth / 2 or slot >= width - 4 * t:
        raise ValueError(f"a strut {width} x {depth} x {t} mm with {lip} mm lips does not close to a profile")
    w = width / 2

    def half(sign: float, inner: float) -> list[Point]:
        rows: list[Point] = [
            (inner, 0.0),
            (w, 0.0),
            (w, depth),
            (w - lip, depth),
            (w - lip, depth - turn),
            (w - lip + t, depth - turn),
            (w - lip + t, depth - t),
            (w - t, depth - t),
            (w - t, t),
            (inner, t),
        ]
        return rows if sign > 0 else [(-y, z) for y, z in reversed(rows)]

    loops = [half(1, slot / 2), half(-1, slot / 2)] if slot else [[*half(1, 0.0)[1:-1], *half(-1, 0.0)[1:-1]]]
    legs = [(depth - t, t), (lip - t / 2, t), (turn - t, t)] * 2 + [(width - t - slot, t)]
    m = t / 2
    row = [(w - lip + m, depth - turn), (w - lip + m, depth - m), (w - m, depth - m), (w - m, m)]
    line = [*row, *((-y, z) for y, z in reversed(row))]
    pole = shear_centre([(p, q, t) for p, q in itertools.pairwise(line)])
    return replace(from_outline("strut", loops, t, 0.0, _thin(legs)), shear=pole)


@lru_cache(maxsize=256)
def tslot(
    module: float, across: int, up: int, opening: float, lip: float, cavity: float, neck: float, bore: float, hollow: float
) -> Properties:
    """T-slot profile of ``across`` x ``up`` modules; every module's outer face has one slot.

    ``opening`` of the slot, ``lip`` thickness beside it, ``cavity`` width behind the lips, ``neck`` width of metal left
    between opposite slots (the core), ``bore`` diameter of the round hole in every core, ``hollow`` side of the square one in every
    corner of the profile (0: solid). Between modules a hollow is left.

    Raises:
        ValueError: slots that meet, or a bore that leaves the core no wall.
    """
    reach = (module - neck) / 2
    if not (0 < opening < cavity < module - 2 * lip and 0 < lip < reach and 0 < bore < neck and 0 <= hollow < (module - cavity) / 2):
        raise ValueError("the slots, neck and bore of this T-slot profile do not fit its module")
    floor = opening
    W, H = module * across, module * up

    def face(count: int) -> list[Point]:
        """Along one face, inward positive: the slots of ``count`` modules as notches."""
        rows: list[Point] = [(0.0, 0.0)]
        for i in range(count):
            c = module * (i + 0.5)
            rows += [
                (c - opening / 2, 0.0),
                (c - opening / 2, lip),
                (c - cavity / 2, lip),
                (c - cavity / 2, lip + (reach - lip) * 0.35),
                (c - floor / 2, reach),
                (c + floor / 2, reach),
                (c + cavity / 2, lip + (reach - lip) * 0.35),
                (c + cavity / 2, lip),
                (c + opening / 2, lip),
                (c + opening / 2, 0.0),
            ]
        return rows

    points = [(u, v) for u, v in face(across)]
    points += [(W - v, u) for u, v in face(up)]
    points += [(W - u, H - v) for u, v in face(across)]
    points += [(v, H - u) for u, v in face(up)]
    loops: list[list[Point]] = [points]
    for i in range(across):
        for j in range(up):
            loops.append(hole(disc((module * (i + 0.5), module * (j + 0.5)), bore)))
    loops += _hollows(module, across, up, lip, cavity, neck, hollow)
    return from_outline("tslot", loops, lip)


def _hollows(module: float, across: int, up: int, lip: float, cavity: float, neck: float, hollow: float) -> list[list[Point]]:
    """Hollows in the corners of a T-slot profile, and between its modules."""
    W, H, loops = module * across, module * up, list[list[Point]]()
    if hollow > 0:
        inset = (module - cavity) / 4
        for y in (inset, W - inset):
            for z in (inset, H - inset):
                loops.append(hole(box(y - hollow / 2, z - hollow / 2, y + hollow / 2, z + hollow / 2)))
    size = module - cavity - 2 * lip
    if size > 1:
        for i in range(across - 1):
            for j in range(up):
                y, z = module * (i + 1), module * (j + 0.5)
                loops.append(hole(box(y - size / 2, z - neck / 2, y + size / 2, z + neck / 2)))
        for i in range(across):
            for j in range(up - 1):
                y, z = module * (i + 0.5), module * (j + 1)
                loops.append(hole(box(y - neck / 2, z - size / 2, y + neck / 2, z + size / 2)))
    return loops
