"""What must always hold of the frame solver, on random frames."""

from __future__ import annotations

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from ergostrut.core.mechanics.solver.member_forces import along
from ergostrut.core.mechanics.solver.model import Bar, Cord, FrameModel, LoadCase, Rest, SolverError, Spread
from ergostrut.core.mechanics.solver.refine import refine
from ergostrut.core.mechanics.solver.solve import solve_all

FIXED = tuple((0, dof) for dof in range(6))
coordinate = st.floats(min_value=-800, max_value=800)
force = st.floats(min_value=-2000, max_value=2000)
tenths = force.map(lambda value: round(value, 1))
"""A weightless frame pushed with a millionth of a newton beside real loads is a mechanism for all that arithmetic can tell."""


@st.composite
def frames(draw: st.DrawFn) -> tuple[FrameModel, LoadCase]:
    """A chain of bars from a fixed foot, with loads along and at its joints; round sections, so that it may be turned."""
    count = draw(st.integers(2, 4))
    nodes = [np.zeros(3)]
    for _ in range(count):
        step = np.array([draw(st.floats(min_value=120, max_value=900)), draw(coordinate), draw(coordinate)])
        nodes.append(nodes[-1] + step)
    bars = tuple(Bar(f"b{i}", i, i + 1, 2e5, 7.7e4, 400, 1.5e5, 1.5e5, 3e5) for i in range(count))
    model = FrameModel(np.array(nodes), bars, FIXED)
    spreads = []
    for i in range(count):
        length = float(np.linalg.norm(nodes[i + 1] - nodes[i]))
        w = tuple(draw(st.floats(min_value=-3, max_value=3)) for _ in range(3))
        spreads.append(Spread(i, 0.1 * length, 0.8 * length, w, (w[0] / 2, w[1], w[2] * 2)))
    end = (count, (draw(force), draw(force), draw(force), 0.0, 0.0, 0.0))
    return model, LoadCase("x", tuple(spreads), (), (end,))


def _total(model: FrameModel, case: LoadCase) -> tuple[np.ndarray, np.ndarray]:
    """Sum of the applied forces, and of their moments about the origin."""
    F, M = np.zeros(3), np.zeros(3)
    for s in case.spreads:
        bar = model.bars[s.bar]
        a = model.nodes[bar.a]
        unit = (model.nodes[bar.b] - a) / np.linalg.norm(model.nodes[bar.b] - a)
        w0, w1, n = np.array(s.w0), np.array(s.w1), s.end - s.start
        part = (w0 + w1) / 2 * n
        at = a + unit * s.start
        first = (w0 / 6 + w1 / 3) * n * n
        F += part
        M += np.cross(at, part) + np.cross(unit, first)
    for node, action in case.nodal:
        F += action[:3]
        M += np.cross(model.nodes[node], action[:3])
    return F, M


@settings(max_examples=40, deadline=None)
@given(frames())
def test_reactions_balance_the_loads(given_frame: tuple[FrameModel, LoadCase]) -> None:
    model, case = given_frame
    _, (result,) = solve_all(model, [case])
    F, M = _total(model, case)
    size = np.max(np.abs(F)) + 1
    assert np.max(np.abs(result.reactions[0, :3] + F)) < 1e-8 * size * 100
    assert np.max(np.abs(result.reactions[0, 3:] + M)) < 1e-8 * (np.max(np.abs(M)) + 1) * 100


@settings(max_examples=30, deadline=None)
@given(frames(), st.floats(min_value=-3, max_value=3))
def test_scaling_the_loads_scales_the_answer(given_frame: tuple[FrameModel, LoadCase], share: float) -> None:
    model, case = given_frame
    scaled = LoadCase(
        "y",
        tuple(Spread(s.bar, s.start, s.end, tuple(share * v for v in s.w0), tuple(share * v for v in s.w1)) for s in case.spreads),  # type: ignore[arg-type]
        (),
        tuple((n, tuple(share * v for v in action)) for n, action in case.nodal),  # type: ignore[misc]
    )
    _, (one, other) = solve_all(model, [case, scaled])
    assert np.allclose(other.u, share * one.u, rtol=1e-7, atol=1e-7 * np.max(np.abs(one.u)))


@settings(max_examples=30, deadline=None)
@given(frames(), st.floats(min_value=0, max_value=6.28))
def test_turning_the_frame_about_the_vertical_turns_the_answer(given_frame: tuple[FrameModel, LoadCase], angle: float) -> None:
    model, case = given_frame
    c, s = np.cos(angle), np.sin(angle)
    R = np.array([(c, -s, 0), (s, c, 0), (0, 0, 1)])

    def spin(v: tuple[float, ...]) -> tuple[float, float, float]:
        return tuple(float(x) for x in R @ np.array(v))  # type: ignore[return-value]

    turned = FrameModel(model.nodes @ R.T, model.bars, model.fixed)
    spreads = tuple(Spread(x.bar, x.start, x.end, spin(x.w0), spin(x.w1)) for x in case.spreads)
    nodal = tuple((n, (*spin(a[:3]), *spin(a[3:]))) for n, a in case.nodal)
    _, (one,) = solve_all(model, [case])
    _, (other,) = solve_all(turned, [LoadCase("t", spreads, (), nodal)])
    assert np.allclose(other.u[:, :3], one.u[:, :3] @ R.T, rtol=1e-6, atol=1e-6 * np.max(np.abs(one.u)))


@settings(max_examples=30, deadline=None)
@given(frames(), st.tuples(*[st.floats(-3, 3)] * 3))
def test_turning_the_frame_in_space_turns_the_answer(given_frame: tuple[FrameModel, LoadCase], turn: tuple[float, float, float]) -> None:
    """Round sections, any rotation: displacements turn along, bending resultants stay."""
    model, case = given_frame
    R = Rotation.from_rotvec(turn).as_matrix()

    def spin(v: tuple[float, ...]) -> tuple[float, float, float]:
        return tuple(float(x) for x in R @ np.array(v))  # type: ignore[return-value]

    turned = FrameModel(model.nodes @ R.T, model.bars, model.fixed)
    spreads = tuple(Spread(x.bar, x.start, x.end, spin(x.w0), spin(x.w1)) for x in case.spreads)
    nodal = tuple((n, (*spin(a[:3]), *spin(a[3:]))) for n, a in case.nodal)
    frame, (one,) = solve_all(model, [case])
    other_frame, (other,) = solve_all(turned, [LoadCase("t", spreads, (), nodal)])
    size = np.max(np.abs(one.u)) + 1e-12
    assert np.allclose(other.u[:, :3], one.u[:, :3] @ R.T, rtol=1e-6, atol=1e-6 * size)
    f, g = along(frame, [one]), along(other_frame, [other])
    bent = [[np.hypot(x.bar(i).My[0, [0, -1]], x.bar(i).Mz[0, [0, -1]]) for i in range(len(x.first) - 1)] for x in (f, g)]
    assert np.allclose(bent[0], bent[1], rtol=1e-5, atol=1e-6 * (np.max(bent[0]) + 1))


@settings(max_examples=30, deadline=None)
@given(frames(), st.integers(2, 5))
def test_splitting_bars_changes_nothing(given_frame: tuple[FrameModel, LoadCase], pieces: int) -> None:
    """Loads along the bars are split with them."""
    model, case = given_frame
    parts = refine(model, [case], pieces)
    _, (one,) = solve_all(model, [case])
    frame, (other,) = solve_all(parts.model, parts.loads)
    count = len(model.nodes)
    assert np.allclose(other.u[:count], one.u, rtol=1e-7, atol=1e-7 * np.max(np.abs(one.u)))
    assert len(frame.model.bars) == pieces * len(model.bars)


@settings(max_examples=40, deadline=None)
@given(st.lists(force, min_size=6, max_size=6), st.tuples(*[st.floats(0, 8)] * 3))
def test_straps_never_push(loads: list[float], slack: tuple[float, float, float]) -> None:
    """A beam hung on three straps, one slack more than another, loaded any way: no strap pushes, none is longer without pulling."""
    nodes = np.array([(500.0 * i, 0, 0) for i in range(3)])
    bars = tuple(Bar(f"b{i}", i, i + 1, 2e5, 7.7e4, 300, 4e4, 4e4, 4e4) for i in range(2))
    straps = tuple(Cord(f"s{i}", i, 50.0 + 30 * i, None, (500.0 * i + 40, 0.0, 900.0), slack[i]) for i in range(3))
    model = FrameModel(
        nodes, bars, ((0, 0), (0, 1), (0, 3), (2, 1)), (Rest("floor", 1, 2, 1, 20.0), Rest("end", 0, 2, 1, 25.0)), (), straps
    )
    nodal = tuple((i % 3, (loads[i] / 5, 0.0, -abs(loads[i]) if i < 3 else loads[i] / 3, 0.0, 0.0, 0.0)) for i in range(6))
    try:
        _, (result,) = solve_all(model, [LoadCase("x", nodal=nodal)])
    except SolverError:
        return  # hung loosely on one side it may swing free: said, not solved
    assert np.all(result.strap_force >= 0)
    for strap, pull in zip(straps, result.strap_force, strict=True):
        run = nodes[strap.a] - np.array(strap.to)
        longer = float(result.u[strap.a, :3] @ run / np.linalg.norm(run))
        assert abs(pull - strap.k * max(longer - strap.slack, 0.0)) < 1e-6 * (pull + 1)


@settings(max_examples=40, deadline=None)
@given(frames())
def test_ends_of_each_bar_agree_with_the_forces_along_it(given_frame: tuple[FrameModel, LoadCase]) -> None:
    model, case = given_frame
    frame, (result,) = solve_all(model, [case])
    f = along(frame, [result])
    size = float(np.max(np.abs(result.ends))) + 1
    for i in range(len(model.bars)):
        assert abs(f.bar(i).N[0, -1] - result.ends[i, 6]) < 1e-7 * size
        assert abs(f.bar(i).Vz[0, -1] - result.ends[i, 8]) < 1e-7 * size
        assert abs(f.bar(i).My[0, -1] - result.ends[i, 10]) < 1e-6 * size
        assert abs(f.bar(i).Mz[0, -1] - result.ends[i, 11]) < 1e-6 * size


@settings(max_examples=60, deadline=None)
@given(st.lists(tenths, min_size=5, max_size=5), st.floats(min_value=0, max_value=4))
@example([0.0, 0.0, -14.0, -1.0, 5.0], 1.0)  # runs in a circle when all that is wrong changes together
def test_rests_only_push_and_gaps_stay_gaps(loads: list[float], gap: float) -> None:
    """A beam over five rests, two of them gapped from above: none pulls, none is passed through."""
    nodes = np.array([(400.0 * i, 0, 0) for i in range(5)])
    bars = tuple(Bar(f"b{i}", i, i + 1, 2e5, 7.7e4, 300, 4e4, 4e4, 4e4) for i in range(4))
    rests = (*(Rest(f"r{i}", i, 2, 1, 0.0) for i in range(5)), Rest("over a", 0, 2, -1, gap + 1e-6), Rest("over b", 4, 2, -1, gap + 1e-6))
    model = FrameModel(nodes, bars, tuple([(0, 0), (0, 1), (0, 3), (4, 1)]), rests)
    case = LoadCase("x", nodal=tuple((i, (0.0, 0.0, value, 0.0, 0.0, 0.0)) for i, value in enumerate(loads)))
    _, (result,) = solve_all(model, [case])
    assert np.all(result.rest_force >= 0)
    for rest in rests:
        assert rest.sign * result.u[rest.node, 2] >= -rest.gap - 1e-6
    held = sum(rest.sign * push for rest, push in zip(rests, result.rest_force, strict=True))
    assert abs(held + sum(loads)) < 1e-6 * (sum(abs(v) for v in loads) + 1)
