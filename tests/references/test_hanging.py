"""What hangs on straps alone: sideways stiffness N/L and the pendulum's frequency (any textbook of mechanics)."""

from __future__ import annotations

import math

import numpy as np
import pytest

from ergostrut.core.constants import G
from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, MechanismError, Spread
from ergostrut.core.mechanics.solver.modes import frequency, lumped
from ergostrut.core.mechanics.solver.solve import Frame
from ergostrut.core.prove.model.hanging import swinging

LONG, HIGH, WEIGHT = 1_800.0, 700.0, 400.0
"""mm of a stiff bar, mm of the straps it hangs from, N."""


def hung(straps: int = 2) -> FrameModel:
    """A stiff bar, level, on straps that hang straight down."""
    xs = np.linspace(0.0, LONG, straps)
    nodes = np.array([(x, 0.0, 0.0) for x in xs])
    bars = tuple(Bar("bar", i, i + 1, 2e5, 8e4, 400.0, 1e6, 1e6, 1e6) for i in range(straps - 1))
    pulls = tuple(Cord(f"strap {i + 1}", i, 100.0, None, (x, 0.0, HIGH)) for i, x in enumerate(xs))
    # it does not spin about itself
    return FrameModel(nodes, bars, ((0, 3),), straps=pulls)


def loads(straps: int) -> tuple[LoadCase, ...]:
    piece = LONG / (straps - 1)
    down = tuple(Spread(i, 0.0, piece, (0.0, 0.0, -WEIGHT / LONG), (0.0, 0.0, -WEIGHT / LONG)) for i in range(straps - 1))
    across = tuple(Spread(i, 0.0, piece, (0.0, 1 / LONG, 0.0), (0.0, 1 / LONG, 0.0)) for i in range(straps - 1))
    return LoadCase("down", down), LoadCase("across", across)


def framed(model: FrameModel, straps: int) -> Frame:
    given = loads(straps)
    return Frame(swinging(model, lambda one: Frame(one, given), (1.0, 0.0)), given)


@pytest.mark.parametrize("straps", [2, 3, 4])
def test_what_hangs_straight_down_gives_sideways_as_weight_over_length(straps: int) -> None:
    result = framed(hung(straps), straps).solve("swayed", np.array([1.0, 1.0]))
    assert float(np.sum(result.strap_force)) == pytest.approx(WEIGHT, rel=1e-3)
    middle = float(np.mean(result.u[[0, straps - 1], 1]))
    assert middle == pytest.approx(1.0 / (WEIGHT / HIGH), rel=2e-3)


def test_it_swings_like_a_pendulum() -> None:
    frame = framed(hung(), 2)
    parked = frame.solve("down", np.array([1.0, 0.0]))
    found = frequency(frame, lumped(frame, loads(2)[0], G), parked.bearing)
    assert found.value == pytest.approx(math.sqrt(G * 1e3 / HIGH) / (2 * math.pi), rel=2e-3)


def test_nothing_resists_where_nothing_pulls() -> None:
    model = hung()
    with pytest.raises(MechanismError):
        Frame(model, loads(2)).solve("swayed", np.array([0.0, 1.0]))
