"""Ways in: what was found is proof, what cannot be is not found; against brute force on small rooms, and the facts of the trade."""

from __future__ import annotations

import itertools
import math
from collections import deque

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ergostrut.core.mechanics.space.boxes import Boxes, joined, upright, within
from ergostrut.core.mechanics.space.passage import TOUCH, Corners, Gate, Waypoint, cannot_pass, joining, passage

IN = 25.4
Room = tuple[tuple[Corners, ...], Corners, tuple[Gate, ...]]


def box(x0: float, y0: float, z0: float, x1: float, y1: float, z1: float) -> Corners:
    return (x0, y0, z0), (x1, y1, z1)


def room(long: float, wide: float, high: float, door: tuple[float, float]) -> Room:
    """A room with one opening in the middle of its rear, from the floor up; its rear wall is 40 mm thick."""
    w, far, d, h = wide / 2, wide / 2 + 500, door[0] / 2, door[1]
    walls = (
        box(-500, -far, -500, long + 40, far, 0),
        box(-500, -far, high, long + 40, far, high + 500),
        box(-500, -far, 0, 0, far, high),
        box(0, -far, 0, long, -w, high),
        box(0, w, 0, long, far, high),
        box(long, -far, 0, long + 40, -d, high),
        box(long, d, 0, long + 40, far, high),
        box(long, -d, h, long + 40, d, high),
    )
    return walls, box(0, -w, 0, long, w, high), (Gate(0, 1, long + 40),)


def clear_all_the_way(piece: Corners, poses: tuple[Waypoint, ...], solids: tuple[Corners, ...]) -> bool:
    """Whether the piece, at many places between every two poses, stands in nothing by more than it may be pressed into it: with bodies of its own."""
    rest = (np.array(piece[0]) + np.array(piece[1])) / 2
    half = (np.array(piece[1]) - np.array(piece[0])) / 2 - TOUCH
    around = upright([a for a, _ in solids], [b for _, b in solids])
    rows = []
    for a, b in itertools.pairwise(poses):
        one, two = np.array(a.turn), np.array(b.turn)
        turn = one.T @ two
        angle = math.acos(max(-1.0, min(1.0, (np.trace(turn) - 1) / 2)))
        assert angle < math.radians(6) or np.allclose(np.array(a.at), np.array(b.at))
        for t in np.linspace(0, 1, 9):
            at = (1 - t) * np.array(a.at) + t * np.array(b.at)
            axes = one if t < 0.5 else two
            rows.append(Boxes(at[None], axes[None], np.maximum(half, 0.1)[None]))
    assert np.allclose(rest, poses[-1].at)
    _, _, found = within(joined(rows), around, 0.0)
    return bool((found.gap > -1e-3).all())


def test_one_like_it_goes_the_same_way() -> None:
    """Uprights 1800 high tilt through a door 1700 high; the next one stands 400 mm farther in and joins the way of the first;
    behind a wall of its own it does not, nor does one of another size."""
    solids, whole, gates = room(3000, 1900, 1900, (1200, 1700))
    first, second = box(2000, -950, 0, 2018, -450, 1800), box(1600, -950, 0, 1618, -450, 1800)
    way = passage((first,), solids, whole, gates)
    assert way is not None and len(way) > 3
    joined = joining((second,), solids, (first,), way)
    assert joined is not None and clear_all_the_way(second, joined, solids)
    assert joining((second,), (*solids, box(1700, -950, 0, 1800, 950, 1900)), (first,), way) is None
    assert joining((box(1600, -950, 0, 1618, -440, 1800),), solids, (first,), way) is None


@pytest.mark.parametrize(
    ("high", "found"),
    [(880.0, False), (900.0, False), (1000.0, True)],
    ids=["too low to stand on edge", "still too low", "915 of height is free"],
)
def test_a_rigid_half_mattress_turns_only_on_edge(high: float, found: bool) -> None:
    """1730 x 915 x 127 mm across a van 1780 mm wide: flat it needs hypot(1730, 915) = 1957 mm to be turned, on edge hypot(1730, 127) = 1735."""
    assert math.hypot(1730, 915) > 1780 > math.hypot(1730, 127)
    solids, inside, gates = room(2500, 1780, high, (1400, high - 5))
    piece = box(300, -865, 0, 1215, 865, 127)
    poses = passage((piece,), solids, inside, gates)
    assert (poses is not None) is found
    assert poses is None or clear_all_the_way(piece, poses, solids)


def test_a_quarter_of_it_turns_flat() -> None:
    """hypot(865, 915) = 1259 mm."""
    solids, inside, gates = room(2500, 1780, 600, (1000, 595))
    piece = box(300, -457, 0, 1165, 458, 127)
    poses = passage((piece,), solids, inside, gates)
    assert poses is not None and clear_all_the_way(piece, poses, solids)


def test_a_floor_panel_past_an_empty_floor_and_not_past_a_bed() -> None:
    """45 x 84 in through a door of 26 x 72 in: on edge, then laid down, which a platform at 20 in leaves no room for; two halves go."""
    solids, inside, gates = room(120 * IN, 60 * IN, 76 * IN, (26 * IN, 72 * IN))
    bed = (box(0, -30 * IN, 19 * IN, 60 * IN, 30 * IN, 20 * IN),)
    whole = box(2 * IN, -22.5 * IN, 0, 86 * IN, 22.5 * IN, 18)
    empty = passage((whole,), solids, inside, gates)
    assert empty is not None and clear_all_the_way(whole, empty, solids)
    assert passage((whole,), (*solids, *bed), inside, gates) is None
    for half in (box(2 * IN, -22.5 * IN, 0, 44 * IN, 22.5 * IN, 18), box(44 * IN, -22.5 * IN, 0, 86 * IN, 22.5 * IN, 18)):
        poses = passage((half,), (*solids, *bed), inside, gates)
        assert poses is not None and clear_all_the_way(half, poses, (*solids, *bed))


def test_what_must_not_turn_does_not() -> None:
    solids, inside, gates = room(120 * IN, 60 * IN, 76 * IN, (26 * IN, 72 * IN))
    whole = box(2 * IN, -22.5 * IN, 0, 86 * IN, 22.5 * IN, 18)
    assert passage((whole,), solids, inside, gates, turns="none") is None


def test_a_piece_of_several_boxes_goes_as_one() -> None:
    """A tee 1000 wide at its top and 300 at its foot passes a door 1100 wide upright, and one of 900 only tilted."""
    tee = (box(400, -150, 0, 500, 150, 600), box(400, -500, 600, 500, 500, 700))
    solids, inside, gates = room(2000, 1400, 1500, (1100, 1400))
    assert passage(tee, solids, inside, gates) is not None
    solids, inside, gates = room(2000, 1400, 1500, (900, 1400))
    poses = passage(tee, solids, inside, gates)
    assert poses is not None and any(not np.allclose(pose.turn, np.eye(3)) for pose in poses)


UNIT = 100
PLACES = st.integers(0, 5)
SMALL = st.tuples(st.integers(1, 3), st.integers(1, 3), st.integers(1, 3))


@given(st.lists(st.tuples(PLACES, PLACES, PLACES, SMALL), max_size=7), SMALL, st.tuples(PLACES, PLACES, PLACES))
def test_straight_ways_against_brute_force(
    blocks: list[tuple[int, int, int, tuple[int, int, int]]], size: tuple[int, int, int], at: tuple[int, int, int]
) -> None:
    """A room of six units each way that is open to the rear: cells against every half unit tried one after another."""
    lo, hi = np.array(at), np.array(at) + np.array(size)
    assume((hi <= 6).all())
    solids = [((x, y, z), (x + a, y + b, z + c)) for x, y, z, (a, b, c) in blocks]
    assume(not any(all(lo[i] < q[i] and hi[i] > p[i] for i in range(3)) for p, q in solids))
    solids += [
        ((-9, -9, -9), (30, 30, 0)),
        ((-9, -9, 6), (30, 30, 15)),
        ((-9, -9, -9), (0, 30, 15)),
        ((-9, -9, -9), (30, 0, 15)),
        ((-9, 6, -9), (30, 30, 15)),
    ]
    mm = tuple(box(*(v * UNIT for v in (*p, *q))) for p, q in solids)
    piece = box(*(float(v * UNIT) for v in (*at, *hi.tolist())))
    found = passage((piece,), mm, box(0, 0, 0, 600, 600, 600), (Gate(0, 1, 600.0),), turns="none")
    assert (found is not None) is _by_brute_force(solids, size, at)
    assert found is None or clear_all_the_way(piece, found, mm)


def _by_brute_force(solids: list[tuple[tuple[int, ...], tuple[int, ...]]], size: tuple[int, int, int], at: tuple[int, int, int]) -> bool:
    """Half a unit at a time, whatever that comes to, until it stands outside."""
    begin, ends = (np.array([row[k] for row in solids]) * 2 for k in (0, 1))
    s = np.array(size) * 2
    queue, seen = deque([tuple(2 * v for v in at)]), {tuple(2 * v for v in at)}
    while queue:
        here = queue.popleft()
        if here[0] >= 12:
            return True
        for axis, step in itertools.product(range(3), (-1, 1)):
            there = tuple(v + step * (i == axis) for i, v in enumerate(here))
            low, high = np.minimum(here, there), np.maximum(here, there) + s
            if there not in seen and -2 <= there[0] <= 13 and not ((low < ends).all(axis=1) & (high > begin).all(axis=1)).any():
                seen.add(there)
                queue.append(there)
    return False


SIDE = st.floats(100, 900)


@given(st.tuples(SIDE, SIDE, SIDE), st.tuples(st.floats(100, 800), st.floats(100, 800)))
def test_what_cannot_pass_is_not_found(size: tuple[float, float, float], door: tuple[float, float]) -> None:
    """The proof by sections and the search by moves never disagree."""
    assume(cannot_pass(size, [door]))
    solids, inside, gates = room(1400, 1400, 1400, door)
    piece = box(100, -size[1] / 2, 0, 100 + size[0], size[1] / 2, size[2])
    assert passage((piece,), solids, inside, gates) is None


def test_the_proof_says_nothing_of_what_may_pass() -> None:
    assert cannot_pass((2000, 700, 650), [(600, 2000)]) and not cannot_pass((2000, 700, 550), [(600, 2000)])
    assert cannot_pass((2000, 900, 50), [(600, 600)]) and not cannot_pass((2000, 840, 50), [(600, 600)])
    assert not cannot_pass((2000, 900, 50), [(600, 600), (300, 1000)])
