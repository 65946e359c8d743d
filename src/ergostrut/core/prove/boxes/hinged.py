"""What doors press on the carcass that they hang on: shut under 1 g, and open with a hand on them."""

from __future__ import annotations

import numpy as np

from ...constants import G
from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Stand
from ...structure.nouns.hung import Door
from ...structure.nouns.panel import Panel
from ..doors import HAND

Vec = tuple[float, float, float]


def hanging(mesh: Meshed, door: Door, leaf: Panel, g: Vec) -> list[tuple[int, tuple[float, ...]]]:
    """A shut door under 1 g along an axis, on the edge that carries it."""
    return _on_hinges(mesh, door, leaf.mass * G * np.array(g), _arm(door, leaf))


def _arm(door: Door, leaf: Panel) -> Array:
    """mm from a shut door's hinges to its middle, in the leaf."""
    at, out = np.array(door.hinges), np.array(door.out)
    along = (at[-1] - at[0]) / np.linalg.norm(at[-1] - at[0])
    arm: Array = np.array(leaf.middle) - at.mean(axis=0)
    arm -= (arm @ along) * along + (arm @ out) * out
    return arm


def leaning(mesh: Meshed, door: Door, leaf: Panel) -> list[tuple[int, tuple[float, ...]]]:
    """1 N of a hand down on the free edge of a door that stands square open, with its share of what the leaf's weight turns more so than shut."""
    down, out = np.array([0.0, 0.0, -1.0]), np.array(door.out)
    weight = down * leaf.mass * G / HAND
    return [
        *_on_hinges(mesh, door, down, door.far * out),
        *_on_hinges(mesh, door, weight, door.far / 2 * out),
        *_on_hinges(mesh, door, -weight, _arm(door, leaf)),
    ]


def hands(build: Assembly) -> tuple[Stand, ...]:
    """Somebody who leans on each door that is hinged upright, as it stands open."""
    found = []
    for door in build.doors:
        at, out = np.array(door.hinges), np.array(door.out)
        run = at[-1] - at[0]
        if abs(run[2]) > 0.5 * np.linalg.norm(run):
            x, y, z = (float(v) for v in at.mean(axis=0) + door.far * out)
            words = f"a hand on {door.label}, open"
            found.append(Stand(f"hand.{door.id}", words, (x, y, z), "", build.panel(door.panel).body, newton=HAND, kind="hand"))
    return tuple(found)


def _on_hinges(mesh: Meshed, door: Door, force: Array, arm: Array) -> list[tuple[int, tuple[float, ...]]]:
    """A force (3,) N that acts ``arm`` mm off the hinges: even on them, and the couple of what pulls along their line."""
    nodes = [mesh.near(door.on, place) for place in door.hinges]
    # by where the mesh has them: the couple is what it must be there
    run = mesh.nodes[nodes[-1]] - mesh.nodes[nodes[0]]
    couple = float(force @ run) / max(float(run @ run), 1.0) * arm
    rows = []
    for n, node in enumerate(nodes):
        end = couple if n == 0 else -couple if n == len(nodes) - 1 else np.zeros(3)
        rows.append((node, (*(float(v) for v in force / len(nodes) + end), 0.0, 0.0, 0.0)))
    return rows
