"""Straps, hinges, wall fixings and latches: in a view, and in three dimensions; and their forces."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import numpy as np

from ..finding import State
from ..mechanics.solver.model import CaseResult
from ..primitives import Circle, Path, Primitive
from ..prove.model.bolted import fastening_forces
from ..prove.model.hanging import hooked
from ..prove.model.posed import Posed
from ..structure.assembly import Assembly
from ..structure.nouns.parts import Point3
from ..structure.standing.posed import poses_of
from ..structure.standing.setting import Setting

Vec = tuple[float, float, float]
STRAP_WIDE, STRAP_THICK = 25.0, 3.0
DOT = 9.0


def hung_shapes(build: Assembly, axes: tuple[int, int], setting: Setting, states: Mapping[str, State]) -> list[Primitive]:
    """What hangs, turns and is bolted, seen along the axis that ``axes`` leave out; ``build`` as it stands (``as_it_stands``)."""
    u, v = axes
    found = list[Primitive]()

    def mark(at: Point3, part: str, title: str) -> None:
        found.append(Circle((at[u], at[v]), DOT, "fixing", part, title, states.get(part)))

    for strap in hooked(build, setting):
        a, b = (strap.at[u], strap.at[v]), (strap.to[u], strap.to[v])
        if np.hypot(b[0] - a[0], b[1] - a[1]) > 1.0:
            found.append(Path((a, b), "strap", False, strap.id, strap.label, states.get(strap.id)))
        mark(strap.to, strap.id, f"{strap.label}, where it hangs")
    for mount in build.mounts:
        mark(mount.at, mount.id, mount.label)
    for pivot in build.pivots:
        mark(pivot.at, pivot.id, pivot.label)
    for one in build.fastenings:
        mark(one.at, one.id, one.label)
    for latch in build.latches:
        if abs(poses_of(build, setting).travel(build.motion_of(build.member(latch.member).body)) - latch.travel) < 0.01:
            mark(latch.at, latch.id, latch.label)
    return found


def _loop(wide: float, thick: float) -> tuple[tuple[float, float], ...]:
    w, t = wide / 2, thick / 2
    return (-w, -t), (w, -t), (w, t), (-w, t)


def strap_bars(build: Assembly, setting: Setting) -> Iterator[tuple[str, str, Vec, Vec, Vec, Vec, tuple[tuple[float, float], ...]]]:
    """(part, title, a, b, y, z, loop) of every strap that is hooked in."""
    for strap in hooked(build, setting):
        run = np.array(strap.run) / np.linalg.norm(strap.run)
        y = np.cross(run, [0.0, 1.0, 0.0] if abs(run[1]) < 0.9 else [1.0, 0.0, 0.0])
        y /= np.linalg.norm(y)
        yield strap.id, strap.label, strap.at, strap.to, _vec(y), _vec(np.cross(run, y)), _loop(STRAP_WIDE, STRAP_THICK)


def hung_forces(posed: Posed, result: CaseResult) -> Iterator[tuple[str, str, np.ndarray, np.ndarray]]:
    """(kind, label, place, force on the build in N) of straps, wall fixings and latches in a case."""
    nodes = posed.model.nodes
    for strap, pull, force in zip(posed.hung.straps, posed.model.straps, result.strap_force, strict=True):
        run = np.array(strap.run)
        # part of the way up, so that it is seen along its strap
        yield "straps", strap.label, nodes[pull.a] + 0.45 * run, float(force) * run / np.linalg.norm(run)
    for mount, node in posed.hung.mounts:
        yield "wall fixings", mount.label, nodes[node], result.reactions[node][:3]
    for (one, node, _), force in zip(posed.hung.fastened, fastening_forces(posed, result), strict=True):
        yield "mounts", one.label, nodes[node], force
    for latch, node in posed.hung.latches:
        push = np.zeros(3)
        push[latch.axis] = result.reactions[node][latch.axis]
        yield "latch", latch.label, nodes[node], push


def _vec(v: np.ndarray) -> Vec:
    return float(v[0]), float(v[1]), float(v[2])
