"""Forces and bent lines along bars: derivatives, jumps, sums and splits that must always hold."""

from __future__ import annotations

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from ergostrut.core.mechanics.solver.member_forces import along, curves, lines, sample
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase, PointLoad, Spread
from ergostrut.core.mechanics.solver.refine import refine
from ergostrut.core.mechanics.solver.solve import Frame, solve_all

L = 1000.0
w = st.floats(-3, 3)
force = st.floats(-900, 900)
vectors = st.tuples(w, w, w)


@st.composite
def loaded(draw: st.DrawFn) -> tuple[FrameModel, LoadCase]:
    """One bar fixed at a and held loosely at b, two overlapping spreads and two point loads."""
    roll = draw(st.floats(-1, 1))
    bar = Bar(
        "b",
        0,
        1,
        2e5,
        7.7e4,
        400,
        2e5,
        9e4,
        2e5,
        roll=roll,
        Avy=draw(st.sampled_from([0.0, 150.0])),
        Avz=draw(st.sampled_from([0.0, 200.0])),
    )
    model = FrameModel(np.array([(0, 0, 0), (L, 0, 0)]), (bar,), (*((0, d) for d in range(6)), (1, 2)))
    spreads = []
    for _ in range(2):
        a, b = sorted((draw(st.floats(0, 900)), draw(st.floats(50, 1000))))
        spreads.append(Spread(0, a, max(b, a + 20), draw(vectors), draw(vectors)))
    points = tuple(PointLoad(0, draw(st.floats(1, L - 1)), (draw(force), draw(force), draw(force))) for _ in range(2))
    return model, LoadCase("x", tuple(spreads), points)


@settings(max_examples=50, deadline=None)
@given(loaded())
def test_moment_is_the_integral_of_shear(case: tuple[FrameModel, LoadCase]) -> None:
    """dMy/ds = Vz and dMz/ds = -Vy between load edges, by central differences."""
    model, load = case
    frame, (result,) = solve_all(model, [load])
    c = curves(frame, [result])
    h = 1e-3
    for low, high in zip(c.given.start, c.given.start + c.given.span, strict=True):
        if high - low < 1:
            continue
        s = np.array([low + 0.3 * (high - low)])
        ahead, behind, here = (sample(c, 0, s + d)[0, 0] for d in (h, -h, 0.0))
        slope = (ahead - behind) / (2 * h)
        size = 1 + np.max(np.abs(here[:3]))
        assert abs(slope[4] - here[2]) < 1e-4 * size
        assert abs(slope[5] + here[1]) < 1e-4 * size


@settings(max_examples=40, deadline=None)
@given(loaded())
def test_far_end_comes_out_of_the_near_one(case: tuple[FrameModel, LoadCase]) -> None:
    model, load = case
    frame, (result,) = solve_all(model, [load])
    far = sample(curves(frame, [result]), 0, np.array([L]))[0, 0]
    size = 1 + np.max(np.abs(result.ends))
    assert np.max(np.abs(far - result.ends[0, [6, 7, 8, 9, 10, 11]])) < 1e-6 * size


@settings(max_examples=40, deadline=None)
@given(loaded())
def test_no_station_between_exceeds_the_extremes(case: tuple[FrameModel, LoadCase]) -> None:
    """A fine comb finds no moment larger than the exact extremes."""
    model, load = case
    frame, (result,) = solve_all(model, [load])
    f = along(frame, [result])
    comb = sample(curves(frame, [result]), 0, np.linspace(0, L, 801))[0]
    for column, found in ((4, f.My), (5, f.Mz)):
        assert np.max(np.abs(comb[:, column])) <= np.max(np.abs(found)) * (1 + 1e-9) + 1e-6


def ending_near_the_end() -> tuple[FrameModel, LoadCase]:
    """A spread that stops a rounding error short of the bar's end."""
    bar = Bar("b", 0, 1, 2e5, 7.7e4, 400, 2e5, 9e4, 2e5)
    model = FrameModel(np.array([(0, 0, 0), (L, 0, 0)]), (bar,), (*((0, d) for d in range(6)), (1, 2)))
    return model, LoadCase("x", (Spread(0, 0.0, float(np.nextafter(L, 0)), (0, 0, -1), (0, 0, -2)),), (PointLoad(0, 1.0, (0, 1, 0)),))


@settings(max_examples=30, deadline=None)
@given(loaded(), st.integers(2, 6))
@example(ending_near_the_end(), 2)
def test_bent_line_of_one_bar_is_that_of_its_pieces(case: tuple[FrameModel, LoadCase], pieces: int) -> None:
    """Deflection inside a bar equals what nodes put there would show, shear flexibility and roll included."""
    model, load = case
    frame, (result,) = solve_all(model, [load])
    inside = lines(frame, result, pieces)[0]
    parts = refine(model, [load], pieces)
    _, (fine,) = solve_all(parts.model, parts.loads)
    order = [0, *(parts.model.bars[i].b for i in parts.chain[0])]
    size = np.max(np.abs(fine.u[:, :3])) + 1e-9
    assert np.max(np.abs(inside[:, 1:] - fine.u[order, 1:3])) < 1e-7 * size + 1e-9


@settings(max_examples=30, deadline=None)
@given(loaded(), loaded())
def test_cases_add_up(one: tuple[FrameModel, LoadCase], two: tuple[FrameModel, LoadCase]) -> None:
    model = one[0]
    frame = Frame(model, [one[1], two[1]])
    a, b, both = (frame.solve("x", np.array(row)) for row in ((1.0, 0.0), (0.0, 1.0), (1.0, 1.0)))
    bent = [lines(frame, r, 6) for r in (a, b, both)]
    assert np.allclose(bent[0] + bent[1], bent[2], atol=1e-9 * (1 + np.max(np.abs(bent[2]))))
    f = along(frame, [a, b, both])
    assert np.allclose(f.T[0] + f.T[1], f.T[2], atol=1e-6)


def test_point_load_jumps_the_shear() -> None:
    model = FrameModel(
        np.array([(0, 0, 0), (L, 0, 0)]), (Bar("b", 0, 1, 2e5, 7.7e4, 400, 2e5, 2e5, 2e5),), tuple((n, d) for n in (0, 1) for d in range(6))
    )
    frame, (result,) = solve_all(model, [LoadCase("p", points=(PointLoad(0, 400, (0, 0, -100.0)),))])
    c = curves(frame, [result])
    before, after = (sample(c, 0, np.array([s]))[0, 0, 2] for s in (399.999, 400.001))
    assert abs(abs(after - before) - 100.0) < 1e-6
