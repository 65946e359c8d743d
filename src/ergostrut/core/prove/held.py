"""Everything that holds a build where it stands, in one case, whatever it is: fastenings, straps, wall fixings, latches, ties, slots."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from ..mechanics.solver.model import Array
from ..structure.assembly import Assembly
from ..structure.nouns.holds import Bears, Contact
from ..structure.nouns.upon import Handed
from .hung.mounts import Taken, held_by
from .members.bearing import pushed_level
from .model.posed import Solved
from .model.study import Study

HOLDING: tuple[Bears, ...] = ("tie", "wall", "slot", "well", "side")
"""Contacts that hold a build at a place of the host's; what merely stands on the floor is none."""


def held_frame(study: Study, item: Solved) -> tuple[Taken, ...]:
    """What holds a framed build in a case; nothing where it has no frame there."""
    posed = study.posed
    if posed is None:
        return ()
    rows = list(held_by(posed, item.result))
    for contact, force in zip(posed.contacts, item.result.rest_force.tolist(), strict=True):
        if contact.kind in HOLDING:
            out = -force if contact.push[2] > 0 else force
            along, across = pushed_level(study, item.case, contact.kind)
            push = contact.push[0] * force - along, contact.push[1] * force - across, contact.push[2] * force
            missing = "" if contact.rating is not None else f"rating of the {contact.label}"
            level = math.hypot(along, across)
            rows.append(Taken(contact.id, contact.label, contact.source, contact.at, out, level, contact.rating, missing, push, whole=True))
    return tuple(rows)


def held_box(build: Assembly, handed: Handed, case: int) -> tuple[Taken, ...]:
    """What holds a build of panels in a case of its own: its ties and wall fixings, from what each pushes the build with."""
    found = []
    for tie in (contact for contact in build.contacts if contact.kind in HOLDING):
        push = pushed(handed, tie, case)
        out = np.array(tie.push)
        # a floor tie pulls down, a wall fixing into the wall: along its own push
        pull = float(push @ out)
        shear = float(np.linalg.norm(push - pull * out))
        missing = "" if tie.rating is not None else f"rating of the {tie.label}"
        at = float(push[0]), float(push[1]), float(push[2])
        found.append(Taken(tie.id, tie.label, tie.source, tie.at, pull, shear, tie.rating, missing, at, whole=tie.kind == "tie"))
    return tuple(found)


def pushed(handed: Handed, tie: Contact, case: int) -> Array:
    """(3,) N on the build at one of its ties."""
    rows: Sequence[tuple[float, ...]] = [
        tuple(force * part for part in foot.toward)
        for foot, force in zip(handed.feet, handed.forces[case], strict=True)
        if foot.tie == tie.id
    ]
    found: Array = np.array(rows).reshape(-1, 3).sum(axis=0)
    return found
