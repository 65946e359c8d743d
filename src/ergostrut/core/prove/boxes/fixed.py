"""What ties a box to the floor and holds it at the wall, in the model: ties pull one way, both give sideways as a bolt in a panel does."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...mechanics.boxes.mesh import Meshed
from ...mechanics.solver.model import Array, Link, Rest
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Contact
from ...structure.nouns.panel import Panel
from .floor import lying

TIE = 10_000.0
"""N/mm of a tie, and of what a wall gives where it is pressed at a fixing (typical, no published source)."""
SLIP = 4_000.0
"""N/mm of a tie sideways: a bolt of 8 mm in a panel, rho^1.5 d / 23 (EN 1995-1-1 table 7.1, from memory)."""
KINDS = ("tie", "wall")
"""Floor ties first: their rests are the model's last."""


@dataclass(frozen=True)
class Fixings:
    """``pulls``: a rest a floor tie, in their order; ``presses``: the wall at the foot of what is fixed to it; ``pins``: nodes that hold each tie and wall fixing, at ``places``; ``give``: springs to them;
    ``held``: degrees of freedom held still."""

    pulls: tuple[Rest, ...]
    presses: tuple[Rest, ...]
    pins: tuple[int, ...]
    places: tuple[Array, ...]
    give: tuple[Link, ...]
    held: tuple[tuple[int, int], ...]


def ties_of(build: Assembly, kind: str = "") -> list[Contact]:
    """What ties it down and holds it at the wall, or one kind of that, in the order of the model's."""
    rows = [contact for name in KINDS for contact in build.contacts if contact.kind == name]
    return [contact for contact in rows if not kind or contact.kind == kind]


def hangs(build: Assembly) -> bool:
    """Whether the wall carries it, and nothing of it stands on the floor."""
    return any(contact.kind == "wall" and contact.carries for contact in build.contacts)


def fixed(build: Assembly, mesh: Meshed, panels: Sequence[Panel]) -> Fixings:
    """Every tie pulls at a node of the panel that lies on the floor there, or else of its own; a wall fixing holds its upright both ways, for the wall presses back."""
    z0, first = float(mesh.nodes[:, 2].min()), len(mesh.nodes)
    pulls, places, give, held = list[Rest](), list[Array](), list[Link](), list[tuple[int, int]]()
    for contact in ties_of(build):
        pin = first + len(places)
        axis = int(np.argmax(np.abs(contact.push)))
        if axis == 2:
            n = mesh.near(lying(panels, contact.at) or contact.member, (contact.at[0], contact.at[1], z0))
            pulls.append(Rest(contact.label, n, 2, -1, contact.gap, TIE))
            soft = (SLIP, SLIP, 0.0, 0.0, 0.0, 0.0)
        else:
            n = mesh.near(contact.member, contact.at)
            along = [SLIP, SLIP, SLIP if contact.carries else 0.0]
            along[axis] = TIE
            soft = (along[0], along[1], along[2], 0.0, 0.0, 0.0)
        places.append(mesh.nodes[n][None])
        give.append(Link(contact.label, n, pin, soft, (1.0, 0.0, 0.0), (0.0, 1.0, 0.0)))
        held += [(pin, dof) for dof in range(6)]
    presses = tuple(_foot_at_wall(mesh, contact) for contact in {c.member: c for c in ties_of(build, "wall")}.values())
    pins = tuple(range(first, first + len(places)))
    return Fixings(tuple(pulls), presses, pins, tuple(places), tuple(give), tuple(held))


def _foot_at_wall(mesh: Meshed, contact: Contact) -> Rest:
    """The lowest place of a panel's edge at the wall, where that presses it off."""
    axis = int(np.argmax(np.abs(contact.push)))
    sign = 1 if contact.push[axis] > 0 else -1
    mine = mesh.of[contact.member]
    at = mesh.nodes[mine]
    edge = mine[sign * at[:, axis] > (sign * at[:, axis]).max() - 0.5]
    n = int(edge[int(np.argmin(mesh.nodes[edge, 2]))])
    return Rest(f"wall below {contact.label}", n, axis, -sign, 0.0, TIE)


def without(build: Assembly, gone: str) -> Assembly:
    """A build without one of its ties."""
    return replace(build, contacts=tuple(contact for contact in build.contacts if contact.id != gone))
