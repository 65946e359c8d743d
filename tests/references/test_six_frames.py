"""Critical factor and frequency of frames of the trade against an eigenvalue program of their own, and against closed forms where there are any."""

from __future__ import annotations

import math

import numpy as np
import pytest
from scipy.optimize import brentq

from ergostrut.core.constants import G as GRAVITY
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase
from ergostrut.core.mechanics.solver.modes import critical, frequency
from ergostrut.core.mechanics.solver.refine import refine
from ergostrut.core.mechanics.solver.solve import Frame, solve_all

from .plane import PlaneFrame

STEEL = 2e5
THIN, THICK = (STEEL * 300.0, STEEL * 4.0e4), (STEEL * 600.0, STEEL * 2.5e5)
"""(EA, EI) of a 30 mm and a 50 mm tube, about."""
DOWN = (0.0, -1_000.0)
FRAMES = {
    "leg frame, feet pinned": PlaneFrame(
        [(0, 0), (0, 900), (1400, 900), (1400, 0)],
        [(0, 1, *THIN), (1, 2, *THICK), (3, 2, *THIN)],
        [(0, 0), (0, 1), (3, 0), (3, 1)],
        {1: DOWN, 2: DOWN},
    ),
    "leg frame, feet welded": PlaneFrame(
        [(0, 0), (0, 900), (1400, 900), (1400, 0)],
        [(0, 1, *THIN), (1, 2, *THICK), (3, 2, *THIN)],
        [(n, d) for n in (0, 3) for d in range(3)],
        {1: DOWN, 2: (0.0, -500.0)},
    ),
    "braced rack": PlaneFrame(
        [(0, 0), (0, 800), (0, 1600), (500, 0), (500, 800), (500, 1600)],
        [(0, 1, *THIN), (1, 2, *THIN), (3, 4, *THIN), (4, 5, *THIN), (1, 4, *THIN), (2, 5, *THIN), (0, 4, *THIN)],
        [(0, 0), (0, 1), (3, 0), (3, 1)],
        {2: DOWN, 5: DOWN, 1: (0.0, -400.0)},
    ),
    "open rack of two shelves": PlaneFrame(
        [(0, 0), (0, 800), (0, 1600), (500, 0), (500, 800), (500, 1600)],
        [(0, 1, *THIN), (1, 2, *THIN), (3, 4, *THIN), (4, 5, *THIN), (1, 4, *THICK), (2, 5, *THIN)],
        [(0, 0), (0, 1), (3, 0), (3, 1)],
        {2: DOWN, 5: DOWN},
    ),
    "roof hoop": PlaneFrame(
        [(0, 0), (0, 1200), (700, 1650), (1400, 1200), (1400, 0)],
        [(0, 1, *THIN), (1, 2, *THIN), (2, 3, *THIN), (4, 3, *THIN)],
        [(n, d) for n in (0, 4) for d in range(3)],
        {2: DOWN, 1: (0.0, -300.0), 3: (0.0, -300.0)},
    ),
    "drawbar with a post": PlaneFrame(
        [(0, 0), (1200, 0), (2400, 0), (1200, 700)],
        [(0, 1, *THICK), (1, 2, *THICK), (1, 3, *THIN)],
        [(0, 0), (0, 1), (2, 1)],
        {3: (0.0, -2_000.0), 2: (-4_000.0, 0.0)},
    ),
    "deep leg frame, tall": PlaneFrame(
        [(0, 0), (0, 2100), (900, 2100), (900, 0)],
        [(0, 1, *THICK), (1, 2, *THIN), (3, 2, *THICK)],
        [(0, 0), (0, 1), (0, 2), (3, 0), (3, 1)],
        {1: DOWN, 2: (0.0, -2_500.0)},
    ),
}


def solid(plane: PlaneFrame) -> tuple[FrameModel, LoadCase]:
    """The same frame for the solver, kept in the x-z plane."""
    nodes = np.array([(x, 0.0, z) for x, z in plane.nodes])
    bars = tuple(Bar(f"b{i}", a, b, STEEL, 8e4, EA / STEEL, EI / STEEL, EI / STEEL, 1e5) for i, (a, b, EA, EI) in enumerate(plane.bars))
    flat = [(n, d) for n in range(len(nodes)) for d in (1, 3, 5)]
    fixed = tuple([*flat, *((n, (0, 2, 4)[d]) for n, d in plane.held)])
    return FrameModel(nodes, bars, fixed), LoadCase(
        "load", nodal=tuple((n, (x, 0.0, z, 0.0, 0.0, 0.0)) for n, (x, z) in plane.loads.items())
    )


def in_plane(model: FrameModel) -> FrameModel:
    """Nodes that refining put in are kept in the plane as well."""
    flat = {(n, d) for n in range(len(model.nodes)) for d in (1, 3, 5)}
    return FrameModel(model.nodes, model.bars, tuple({*model.fixed, *flat}), names=model.names)


@pytest.mark.parametrize("name", FRAMES)
def test_critical_factor_of_seven_frames(name: str) -> None:
    """Twelve pieces a bar there, two here as the checks take them: within a percent."""
    plane = FRAMES[name]
    model, load = solid(plane)
    parts = refine(model, [load], 2)
    frame, (result,) = solve_all(in_plane(parts.model), parts.loads)
    assert critical(frame, result).value == pytest.approx(plane.cut(12).critical(), rel=0.01)


@pytest.mark.parametrize("name", FRAMES)
def test_lowest_frequency_of_seven_frames(name: str) -> None:
    """The loads as masses at their nodes, and a little everywhere else."""
    plane = FRAMES[name]
    mass = dict.fromkeys(range(len(plane.nodes)), 3.0) | {node: math.hypot(*force) / GRAVITY for node, force in plane.loads.items()}
    model, load = solid(plane)
    given = np.array([mass[node] for node in range(len(plane.nodes))])
    found = frequency(Frame(model, [load]), given, frozenset())
    assert found.value == pytest.approx(plane.frequency(mass), rel=1e-6)


@pytest.mark.parametrize(("pinned", "ratio"), [(False, 0.5), (False, 2.0), (True, 1.0)])
def test_swaying_portals_by_the_alignment_chart(pinned: bool, ratio: float) -> None:
    """AISC 360-16 commentary, equation C-A-7-2, sidesway uninhibited: G = 0 at a welded foot, infinite at a pinned one."""
    h, wide, EI = 1_500.0, 1_500.0, STEEL * 1e5
    beam = EI / ratio
    plane = PlaneFrame(
        [(0, 0), (0, h), (wide, h), (wide, 0)],
        [(0, 1, 1e9, EI), (1, 2, 1e9, beam), (3, 2, 1e9, EI)],
        [(n, d) for n in (0, 3) for d in range(2 if pinned else 3)],
        {1: DOWN, 2: DOWN},
    )
    G = ratio
    # x = pi / K
    if pinned:
        x = brentq(lambda v: G * v / 6 - 1 / math.tan(v), 1e-3, math.pi / 2 - 1e-6)
    else:
        x = brentq(lambda v: math.tan(v) / v + G / 6, math.pi / 2 + 1e-6, math.pi)
    model, load = solid(plane)
    parts = refine(model, [load], 4)
    frame, (result,) = solve_all(in_plane(parts.model), parts.loads)
    assert critical(frame, result).value * 1_000 == pytest.approx(x * x * EI / h**2, rel=0.005)
