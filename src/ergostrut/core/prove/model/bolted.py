"""What bolts a build to the host's mounts, in the frame model: springs to what is held still, and on axles the springs and equalisers between."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from ...mechanics.solver.model import Array, Bar, CaseResult, Link
from ...structure.assembly import Assembly
from ...structure.nouns.support import Fastening
from .hanging import CLOSE, STIFF_ARM, TURNED
from .lines import Lines
from .posed import Posed

EYE = 500_000.0
"""N/mm of an equaliser's pin in its bracket: hard beside what a spring's bracket gives (typical, no published source)."""


@dataclass
class Equalisers:
    """Beams between the springs of two axles, each turning on its bracket: either end pushes as hard as the other."""

    bars: list[Bar] = field(default_factory=list)
    _turns: dict[frozenset[str], int] = field(default_factory=dict)

    def hang(self, one: Fastening, feet: list[int], lines: Lines) -> tuple[list[int], list[Link]]:
        """Where a spring's two ends hang, the one beside the equaliser on its end; and what pins that to its bracket, the first time."""
        wheel = one.wheel
        assert wheel is not None
        x, y, z = one.at
        behind = wheel.pivot > 0
        bracket, key = feet[1 if behind else 0], frozenset((one.to, wheel.mate))
        links = list[Link]()
        if key not in self._turns:
            self._turns[key] = lines.node(lines.nodes[bracket], f"equaliser of {one.label}")
            k = EYE
            links = [Link(f"{one.label}, equaliser", bracket, self._turns[key], (k, k, k, TURNED, 0.0, TURNED))]
        end = lines.node(np.array([x + (one.spread / 2 if behind else -one.spread / 2), y, z]), f"equaliser of {one.label}")
        self.bars.append(Bar(f"{one.id} equaliser", end, self._turns[key], *STIFF_ARM))
        return ([feet[0], end] if behind else [end, feet[1]]), links


@dataclass(frozen=True)
class Bolted:
    """``rows``: fastenings with the node that each holds and the one on the host that holds it; springs between those, what is held still, and
    arms from the members' axes down to where they are bolted."""

    rows: tuple[tuple[Fastening, int, int], ...]
    springs: tuple[Link, ...]
    held: tuple[tuple[int, int], ...]
    arms: tuple[Bar, ...]


def fastened(build: Assembly, lines: Lines) -> Bolted:
    """Everything that bolts a build to the host's mounts, where it is bolted: shear there twists and bends the member above."""
    rows, springs, held, arms = list[tuple[Fastening, int, int]](), list[Link](), list[tuple[int, int]](), list[Bar]()
    equalisers = Equalisers()
    for one in build.fastenings:
        at, feet = np.array(one.at), list[int]()
        for end in one.ends:
            node = lines.of[one.member].near(np.array(end))
            if np.linalg.norm(lines.nodes[node] - np.array(end)) > CLOSE:
                foot = lines.node(np.array(end), one.label)
                arms.append(Bar(f"{one.id} arm", foot, node, *STIFF_ARM))
                node = foot
            feet.append(node)
        if one.spread:
            # a leaf spring: stiff in itself, pinned at its hangers, free to tilt on its axle
            node = lines.node(at, one.label)
            if one.wheel is not None and one.wheel.mate:
                feet, linked = equalisers.hang(one, feet, lines)
                springs += linked
            arms += [Bar(f"{one.id} spring", foot, node, *STIFF_ARM, released=(4, 5)) for foot in feet]
        pin = lines.node(at, one.label)
        out = np.array(one.out)
        across = np.cross(out, [0.0, 1.0, 0.0] if abs(out[1]) < 0.9 else [1.0, 0.0, 0.0])
        x, y, z = (float(part) for part in across / np.linalg.norm(across))
        along, side = one.k
        # of one that points up the first of the two across runs along the vehicle
        first = 0.0 if one.wheel is not None else side
        springs.append(Link(one.label, node, pin, (along, first, side, 0.0, 0.0, 0.0), one.out, (x, y, z)))
        held += [(pin, dof) for dof in range(6)]
        rows.append((one, node, pin))
    return Bolted(tuple(rows), tuple(springs), tuple(held), (*arms, *equalisers.bars))


def fastening_forces(posed: Posed, result: CaseResult) -> Array:
    """(fastenings, 3) N that each pushes the build with in a case; a wheel's with what the road, the brakes and its axle's own weight do to it."""
    if not posed.hung.fastened:
        return np.zeros((0, 3))
    found: Array = result.reactions[[pin for _, _, pin in posed.hung.fastened], :3]
    return found + _on_wheels(posed, result)[:, :3] if posed.hung.rolling else found


def turning(posed: Posed, result: CaseResult) -> Array:
    """(fastenings,) N mm about an axis across with which the wheel under each turns what holds it, in a case."""
    found: Array = np.abs(_on_wheels(posed, result)[:, 4]) if posed.hung.rolling else np.zeros(len(posed.hung.fastened))
    return found


def _on_wheels(posed: Posed, result: CaseResult) -> Array:
    found: Array = np.einsum("l,lfd->fd", result.factors, posed.on_wheels)
    return found


def shared(one: Fastening, force: Array) -> tuple[Array, Array, Array]:
    """(pull on its bolt, push on its mount, shear) N of forces on the build (..., 3) at a fastening."""
    out = np.array(one.out)
    along = force @ out
    level = np.linalg.norm(force - along[..., None] * out, axis=-1)
    return np.maximum(-along, 0.0), np.maximum(along, 0.0), level


def on_hanger(one: Fastening, force: Array, turned: Array) -> tuple[Array, Array]:
    """(N up, N level) on the hardest of the brackets that share a force (..., 3), one end pushed and the other pulled by what turns its wheel (...,)."""
    couple = turned / one.spread if one.spread else 0.0 * turned
    return np.abs(force[..., 2]) / one.hangers + couple, np.linalg.norm(force[..., :2], axis=-1) / one.hangers


def sizes(posed: Posed, result: CaseResult) -> list[tuple[str, float]]:
    """(what people call it, N whichever way) of every fastening in a case."""
    forces = np.linalg.norm(fastening_forces(posed, result), axis=1).tolist()
    return [(one.label, force) for (one, _, _), force in zip(posed.hung.fastened, forces, strict=True)]
