"""Small frames for checking the solver, and the same frame in PyNite.

PyNite's axes: X = x, Y = z (up), Z = -y, so that a level member's local y is up in both.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any

import numpy as np
from Pynite import FEModel3D

from ergostrut.core.mechanics.solver.model import Bar, FrameModel, Link, LoadCase

E, G, A, I, J = 200_000.0, 77_200.0, 600.0, 2.0e5, 3.0e5
FIX = tuple(range(6))


def beam(length: float, pieces: int, fixed: Sequence[tuple[int, int]], *, inertia: float = I) -> FrameModel:
    """A level beam along x in ``pieces`` bars."""
    nodes = np.array([(length * i / pieces, 0.0, 0.0) for i in range(pieces + 1)])
    bars = tuple(Bar(f"b{i}", i, i + 1, E, G, A, inertia, inertia * 0.6, J) for i in range(pieces))
    return FrameModel(nodes, bars, tuple(fixed))


def held(node: int, *dofs: int) -> list[tuple[int, int]]:
    return [(node, dof) for dof in dofs]


def turned(vector: Sequence[float]) -> tuple[float, float, float]:
    """Host axes to PyNite's."""
    return vector[0], vector[2], -vector[1]


_SUPPORT = ("DX", "DZ", "DY", "RX", "RZ", "RY")


def in_pynite(model: FrameModel, case: LoadCase, held_at: dict[tuple[int, int], float], taut: Sequence[int] = ()) -> Any:
    """The same linear frame solved by PyNite, its links springs to what is held still; ``held_at`` holds (node, dof) at a displacement in host axes, ``taut`` straps pull."""
    other = FEModel3D()
    for i, node in enumerate(model.nodes):
        other.add_node(f"N{i}", *turned([float(v) for v in node]))
    for i, bar in enumerate(model.bars):
        other.add_material(f"m{i}", bar.E, bar.G, 0.3, 0.0)
        other.add_section(f"s{i}", bar.A, bar.Iz, bar.Iy, bar.J)
        other.add_member(f"M{i}", f"N{bar.a}", f"N{bar.b}", f"m{i}", f"s{i}", rotation=math.degrees(bar.roll))
        if bar.released:
            names = ("Dxi", "Dyi", "Dzi", "Rxi", "Ryi", "Rzi", "Dxj", "Dyj", "Dzj", "Rxj", "Ryj", "Rzj")
            swap = {1: 2, 2: 1, 4: 5, 5: 4, 7: 8, 8: 7, 10: 11, 11: 10}
            other.def_releases(f"M{i}", **{names[swap.get(k, k)]: True for k in bar.released})
    for i in taut:
        strap = model.straps[i]
        far = f"N{strap.b}"
        if strap.b is None:
            far = f"W{i}"
            other.add_node(far, *turned(strap.to))
            other.def_support(far, *[True] * 6)
        other.add_spring(f"S{i}", f"N{strap.a}", far, strap.k)
    for node in range(len(model.nodes)):
        dofs = {dof for n, dof in (*model.fixed, *held_at) if n == node}
        if dofs:
            flags = [dof in dofs for dof in range(6)]
            other.def_support(f"N{node}", flags[0], flags[2], flags[1], flags[3], flags[5], flags[4])
    for link in model.links:
        _sprung(other, link)
    for (node, dof), value in held_at.items():
        if value:
            sign = -1.0 if dof in (1, 4) else 1.0
            other.def_node_disp(f"N{node}", _SUPPORT[dof], sign * value)
    _load(other, case)
    other.analyze_linear()
    return other


def _sprung(other: Any, link: Link) -> None:
    """A link to what is held still, along the host's axes, as springs under its node."""
    axes = np.array([link.x, link.y, np.cross(link.x, link.y)])
    for axis, k in zip(axes, link.k[:3], strict=True):
        i = int(np.argmax(np.abs(axis)))
        assert abs(abs(axis[i]) - 1.0) < 1e-9 and not any(link.k[3:])
        if k:
            other.def_support_spring(f"N{link.a}", _SUPPORT[i], k)


def pynite_cases(model: FrameModel, cases: Sequence[LoadCase]) -> Any:
    """All cases of a frame without one-way parts, as load combinations of one model."""
    other = in_pynite(model, LoadCase("none"), {})
    other.load_combos.clear()
    for load in cases:
        _load(other, load, load.name)
        other.add_load_combo(load.name, {load.name: 1.0})
    other.analyze_linear()
    return other


def _load(other: Any, case: LoadCase, name: str = "Case 1") -> None:
    for load in case.spreads:
        for axis, k, sign in (("FX", 0, 1.0), ("FY", 2, 1.0), ("FZ", 1, -1.0)):
            if load.w0[k] or load.w1[k]:
                other.add_member_dist_load(f"M{load.bar}", axis, sign * load.w0[k], sign * load.w1[k], load.start, load.end, name)
    for point in case.points:
        for axis, k, sign in (("FX", 0, 1.0), ("FY", 2, 1.0), ("FZ", 1, -1.0)):
            if point.force[k]:
                other.add_member_pt_load(f"M{point.bar}", axis, sign * point.force[k], point.at, name)
    for node, action in case.nodal:
        for axis, k, sign in (("FX", 0, 1.0), ("FY", 2, 1.0), ("FZ", 1, -1.0), ("MX", 3, 1.0), ("MY", 5, 1.0), ("MZ", 4, -1.0)):
            if action[k]:
                other.add_node_load(f"N{node}", axis, sign * action[k], name)


def pynite_displacements(other: Any, count: int) -> np.ndarray:
    """(n, 6) in host axes."""
    rows = []
    for i in range(count):
        n = other.nodes[f"N{i}"]
        name = "Combo 1"
        rows.append((n.DX[name], -n.DZ[name], n.DY[name], n.RX[name], -n.RZ[name], n.RY[name]))
    return np.array(rows, dtype=float)


def pynite_one_way(model: FrameModel, case: LoadCase) -> Any:
    """PyNite's linear solver inside a loop of our own around the one-way parts: drop what pulls, take in what is passed through.

    Returns:
        The solved model, the rests that bear and the straps that pull.
    """
    bearing, taut = {i for i, rest in enumerate(model.rests) if rest.gap == 0}, set(range(len(model.straps)))
    for _ in range(12):
        held_at = {(model.rests[i].node, model.rests[i].dof): -model.rests[i].sign * model.rests[i].gap for i in bearing}
        other = in_pynite(model, case, held_at, sorted(taut))
        u = pynite_displacements(other, len(model.nodes))
        after_rests, after_straps = set(bearing), set(taut)
        for i, rest in enumerate(model.rests):
            node = other.nodes[f"N{rest.node}"]
            push = (node.RxnFX, {k: -v for k, v in node.RxnFZ.items()}, node.RxnFY)[rest.dof]["Combo 1"] * rest.sign
            if i in bearing and push < 0:
                after_rests.discard(i)
            elif i not in bearing and rest.sign * u[rest.node, rest.dof] < -rest.gap:
                after_rests.add(i)
        for i, strap in enumerate(model.straps):
            far = model.nodes[strap.b] if strap.b is not None else np.array(strap.to)
            run = model.nodes[strap.a] - far
            moved = u[strap.a, :3] - (u[strap.b, :3] if strap.b is not None else 0.0)
            (after_straps.add if float(moved @ run) > 0 else after_straps.discard)(i)
        if (after_rests, after_straps) == (bearing, taut):
            return other, bearing, taut
        bearing, taut = after_rests, after_straps
    raise AssertionError("the reference loop does not settle")
