"""Frames of this trade in small, with unequal loads, for checking the solver against other programs."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, PointLoad, Rest, Spread

Place = tuple[float, float, float]
STEEL, ALU = (200_000.0, 77_200.0), (69_600.0, 26_200.0)
TUBES = {
    "25": (180.0, 1.6e4, 1.6e4, 2.5e4),
    "25x50": (330.0, 1.0e5, 3.3e4, 7.9e4),
    "50": (460.0, 1.7e5, 1.7e5, 2.6e5),
    "50x100": (840.0, 1.1e6, 3.7e5, 8.6e5),
}


@dataclass(frozen=True)
class Job:
    """A model with one case."""

    model: FrameModel
    case: LoadCase


def bar(name: str, a: int, b: int, tube: str = "50", metal: tuple[float, float] = STEEL, **more: object) -> Bar:
    A, Iy, Iz, J = TUBES[tube]
    return Bar(name, a, b, *metal, A, Iy, Iz, J, **more)  # type: ignore[arg-type]


def every(node: int, *dofs: int) -> tuple[tuple[int, int], ...]:
    return tuple((node, dof) for dof in (dofs or range(6)))


def down(model_nodes: np.ndarray, bars: Sequence[Bar], w: dict[int, float], lean: float = 0.1) -> tuple[Spread, ...]:
    """Uniform loads N/mm on some bars by index, leaning a little so that every direction is tried."""
    found = []
    for i, value in w.items():
        L = float(np.linalg.norm(model_nodes[bars[i].b] - model_nodes[bars[i].a]))
        found.append(Spread(i, 0.1 * L, L, (lean * value, -0.5 * lean * value, -value), (lean * value, 0.0, -1.3 * value)))
    return tuple(found)


def _job(
    places: Sequence[Place],
    bars: Sequence[Bar],
    fixed: Sequence[tuple[int, int]],
    w: dict[int, float],
    *,
    points: Sequence[PointLoad] = (),
    nodal: Sequence[tuple[int, tuple[float, ...]]] = (),
    rests: Sequence[Rest] = (),
    straps: Sequence[Cord] = (),
) -> Job:
    nodes = np.array(places, dtype=float)
    model = FrameModel(nodes, tuple(bars), tuple(fixed), tuple(rests), (), tuple(straps))
    return Job(model, LoadCase("all", down(nodes, bars, w), tuple(points), tuple(nodal)))  # type: ignore[arg-type]


def drawer_carcass() -> Job:
    """A box frame for drawers, bolted down at its feet, a shelf half way up."""
    places = [(x, y, z) for z in (0, 180, 350) for x, y in ((0, -550), (1200, -550), (1200, 550), (0, 550))]
    posts = [bar(f"post{i}{k}", i + 4 * k, i + 4 * k + 4, "25", ALU) for k in (0, 1) for i in range(4)]
    rings = [bar(f"ring{k}{i}", 4 * k + i, 4 * k + (i + 1) % 4, "25x50", ALU) for k in (1, 2) for i in range(4)]
    fixed = [pair for i in range(4) for pair in every(i, 0, 1, 2)]
    return _job(places, posts + rings, fixed, {8: 0.4, 10: 0.6, 12: 1.1, 14: 0.9}, points=[PointLoad(13, 300, (0, 40, -500))])


def platform_with_short_leg() -> Job:
    """A sleeping platform on two fixed edges, its middle leg cut 2 mm short."""
    places = [
        (0, 0, 350),
        (900, 0, 350),
        (1800, 0, 350),
        (0, 1200, 350),
        (900, 1200, 350),
        (1800, 1200, 350),
        (900, 600, 350),
        (900, 600, 2),
    ]
    pairs = [(0, 1), (1, 2), (3, 4), (4, 5), (0, 3), (1, 6), (6, 4), (2, 5)]
    bars = [bar(f"m{i}", a, b, "25x50") for i, (a, b) in enumerate(pairs)] + [bar("leg", 6, 7, "25")]
    fixed = [*every(0, 0, 1, 2), *every(2, 2), *every(3, 0, 2), *every(5, 2), *every(7, 0, 1)]
    return _job(places, bars, fixed, {5: 2.0, 6: 2.4, 0: 0.5}, rests=[Rest("leg", 7, 2, 1, 2.0)])


def strap_hung_bunk(straps: tuple[int, ...] = (0, 1, 2)) -> Job:
    """A bunk on a pivot rail along the wall and three straps on its open edge; some may be gone."""
    xs = (0, 950, 1900)
    places = [(x, 0.0, 900.0) for x in xs] + [(x, 700.0, 900.0) for x in xs]
    pairs = [(0, 1), (1, 2), (3, 4), (4, 5), (0, 3), (1, 4), (2, 5)]
    bars = [bar(f"m{i}", a, b, "25x50") for i, (a, b) in enumerate(pairs)]
    fixed = [*every(0, 0, 1, 2), *every(1, 1, 2), *every(2, 1, 2)]
    hung = [Cord(f"strap {i}", 3 + i, 180.0 + 20 * i, None, (xs[i], 60.0, 1700.0)) for i in straps]
    return _job(places, bars, fixed, {2: 0.9, 3: 0.7, 5: 0.6}, straps=hung, points=[PointLoad(2, 600, (0, 0, -900))])


def flatbed() -> Job:
    """Two rails, five crossmembers and side rails on four mounts of a truck's frame."""
    xs = [0, 550, 1100, 1650, 2300]
    places = [(x, y, 0.0) for y in (-900, -430, 430, 900) for x in xs]
    bars = [bar(f"long{r}{i}", r * 5 + i, r * 5 + i + 1, "50x100" if r in (1, 2) else "50") for r in range(4) for i in range(4)]
    bars += [bar(f"cross{i}{r}", r * 5 + i, (r + 1) * 5 + i, "50") for i in range(5) for r in range(3)]
    fixed = [*every(6, 0, 1, 2), *every(8, 2), *every(11, 0, 2), *every(13, 1, 2)]
    return _job(places, bars, fixed, {16: 1.0, 19: 1.4, 22: 2.0, 27: 3.1, 3: 0.7}, points=[PointLoad(0, 200, (300, 0, -800))])


def shell_with_cab_over() -> Job:
    """A slide-in shell: floor ring, posts, roof ring, and the cab-over hanging forward of its front posts."""
    floor = [(0, -600, 0), (2100, -600, 0), (2100, 600, 0), (0, 600, 0)]
    roof = [(x, y, 1600) for x, y, _ in floor]
    over = [(-1300, -600, 950), (-1300, 600, 950), (-1300, -600, 1600), (-1300, 600, 1600), (0, -600, 950), (0, 600, 950)]
    places = [*floor, *roof, *over]
    pairs = [(0, 1), (1, 2), (2, 3), (3, 0), (4, 5), (5, 6), (6, 7), (7, 4), (0, 12), (12, 4), (3, 13), (13, 7), (1, 5), (2, 6)]
    pairs += [(12, 8), (13, 9), (8, 9), (8, 10), (9, 11), (10, 11), (10, 4), (11, 7)]
    bars = [bar(f"m{i}", a, b, "25x50", ALU) for i, (a, b) in enumerate(pairs)]
    fixed = [*every(0, 0, 1, 2), *every(1, 1, 2), *every(2, 2), *every(3, 0, 2)]
    return _job(places, bars, fixed, {14: 0.8, 15: 0.7, 16: 1.2, 4: 0.3, 6: 0.4}, nodal=[(10, (100.0, -60.0, -200.0, 0.0, 0.0, 0.0))])


def trailer_ladder() -> Job:
    """A trailer's ladder frame on coupling and spring hangers, A-frame drawbar."""
    places = [(0.0, 0.0, 0.0), (900, -550, 0), (900, 550, 0)]
    for x in (1600, 2100, 2700, 3300):
        places += [(x, -550.0, 0.0), (x, 550.0, 0.0)]
    pairs = [(0, 1), (0, 2), (1, 2)]
    for k in range(1, 9, 2):
        pairs += [(k, k + 2), (k + 1, k + 3), (k + 2, k + 3)]
    bars = [bar(f"m{i}", a, b, "50x100" if abs(a - b) == 2 or a == 0 else "50") for i, (a, b) in enumerate(pairs)]
    fixed = [*every(0, 0, 1, 2), *every(3, 1, 2), *every(4, 2), *every(7, 2), *every(8, 2)]
    return _job(places, bars, fixed, {3: 2.0, 4: 1.2, 8: 3.0, 11: 2.5, 13: 0.8})


def rack() -> Job:
    """A shelf rack on the van's floor, tied to the wall at the top only against tipping."""
    places = [(x, y, z) for x in (0, 700, 1400) for y in (0, 400) for z in (0, 500, 1000, 1500)]

    def at(i: int, j: int, k: int) -> int:
        return i * 8 + j * 4 + k

    bars = [bar(f"post{i}{j}{k}", at(i, j, k), at(i, j, k + 1), "25") for i in range(3) for j in (0, 1) for k in range(3)]
    bars += [bar(f"shelf{i}{j}{k}", at(i, j, k), at(i + 1, j, k), "25") for i in (0, 1) for j in (0, 1) for k in (1, 2, 3)]
    bars += [bar(f"deep{i}{k}", at(i, 0, k), at(i, 1, k), "25") for i in range(3) for k in (1, 2, 3)]
    fixed = [pair for i in range(3) for j in (0, 1) for pair in every(at(i, j, 0), 0, 1, 2)]
    fixed += [(at(i, 0, 3), 1) for i in range(3)]
    return _job(places, bars, fixed, {18: 0.7, 20: 0.5, 24: 0.9, 27: 1.0})


def sway_portal() -> Job:
    places = [(0, 0, 0), (0, 0, 1900), (1500, 0, 1900), (1500, 0, 0)]
    bars = [bar("left", 0, 1), bar("beam", 1, 2, "50x100"), bar("right", 3, 2)]
    return _job(places, bars, [*every(0), *every(3, 0, 1, 2)], {1: 1.5}, nodal=[(1, (800.0, 150.0, 0.0, 0.0, 0.0, 0.0))])


def braced_space_frame() -> Job:
    """A telescope pier: three legs, a ring, hinged braces."""
    ring = [(600 * np.cos(a), 600 * np.sin(a), 0.0) for a in (0.3, 2.4, 4.5)]
    middle = [(300 * np.cos(a), 300 * np.sin(a), 800.0) for a in (0.3, 2.4, 4.5)]
    places = [*ring, *middle, (0.0, 0.0, 1600.0)]
    bars = [bar(f"leg{i}", i, 3 + i, "50") for i in range(3)] + [bar(f"upper{i}", 3 + i, 6, "50") for i in range(3)]
    bars += [bar(f"ring{i}", 3 + i, 3 + (i + 1) % 3, "25") for i in range(3)]
    bars += [bar(f"brace{i}", i, 3 + (i + 1) % 3, "25", STEEL, released=(4, 5, 10, 11)) for i in range(3)]
    fixed = [pair for i in range(3) for pair in every(i, 0, 1, 2)]
    return _job(places, bars, fixed, {6: 0.2}, nodal=[(6, (400.0, -250.0, -3000.0, 2e4, 0.0, 1e4))])


def released_beam() -> Job:
    """A crossmember hung between two rails by single bolts: no moment at its ends."""
    places = [(0, 0, 0), (1000, 0, 0), (2000, 0, 0), (0, 900, 0), (1000, 900, 0), (2000, 900, 0)]
    bars = [bar("l1", 0, 1), bar("l2", 1, 2), bar("r1", 3, 4), bar("r2", 4, 5), bar("cross", 1, 4, "25x50", STEEL, released=(4, 5, 10, 11))]
    fixed = [*every(0), *every(2, 1, 2), *every(3), *every(5, 1, 2)]
    return _job(places, bars, fixed, {4: 2.0}, points=[PointLoad(4, 250, (0, 0, -700))])


def rolled_and_skewed() -> Job:
    """No member is parallel to an axis; two are rolled about their own line."""
    places = [(0, 0, 0), (400, 250, 900), (1500, 600, 1100), (1700, -300, 50), (700, 1000, 20)]
    bars = [
        bar("a", 0, 1, "25x50", STEEL, roll=0.4),
        bar("b", 1, 2, "50x100", STEEL, roll=-1.1),
        bar("c", 3, 2, "25x50", ALU),
        bar("d", 4, 1, "50", ALU),
        bar("e", 4, 2, "25x50", STEEL, released=(4, 11)),
    ]
    fixed = [*every(0), *every(3, 0, 1, 2), *every(4)]
    return _job(places, bars, fixed, {1: 1.0, 2: 0.4}, nodal=[(2, (300.0, 200.0, -600.0, 3e4, -2e4, 1e4))])


FRAMES: dict[str, Callable[[], Job]] = {
    "drawer carcass": drawer_carcass,
    "platform with a short leg": platform_with_short_leg,
    "bunk on three straps": strap_hung_bunk,
    "bunk with one strap gone": lambda: strap_hung_bunk((0, 2)),
    "flatbed": flatbed,
    "shell with cab-over": shell_with_cab_over,
    "trailer ladder": trailer_ladder,
    "rack": rack,
    "sway portal": sway_portal,
    "braced space frame": braced_space_frame,
    "released beam": released_beam,
    "rolled and skewed": rolled_and_skewed,
}


def grid(columns: int, rows: int, pitch: float = 400.0) -> Job:
    """A deck grid of any size on its corners and middle, for measuring speed."""
    places = [(i * pitch, j * pitch, 0.0) for j in range(rows + 1) for i in range(columns + 1)]
    wide = columns + 1
    pairs = [(j * wide + i, j * wide + i + 1) for j in range(rows + 1) for i in range(columns)]
    pairs += [(j * wide + i, (j + 1) * wide + i) for j in range(rows) for i in range(wide)]
    bars = [bar(f"m{k}", a, b, "25x50") for k, (a, b) in enumerate(pairs)]
    corners = (0, columns, rows * wide, rows * wide + columns)
    fixed = list(itertools.chain(*(every(i, 0, 1, 2) for i in corners)))
    return _job(places, bars, fixed, {k: 0.2 + 0.01 * (k % 7) for k in range(len(bars))})
