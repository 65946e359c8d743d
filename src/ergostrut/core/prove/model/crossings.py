"""What a member that lies across another hands over where they cross, in its own axes: the steps of its forces there."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...structure.nouns.holds import Joint
from ...structure.nouns.parts import Member
from .posed import Piece, Posed
from .study import Study

Array = NDArray[np.float64]


def rests_on(posed: Posed, joint: Joint) -> list[tuple[Piece, int]]:
    """Pieces of the member above with the end, 0 or 1, that lies on the one below where a joint says that it crosses it; none where it passes
    under it, as a brace may that is fastened to it."""
    if joint.end != "crosses" or joint.meets != "face" or joint.framing not in posed.rows or joint.through not in posed.rows:
        return []
    row, bars = posed.rows[joint.framing], posed.model.bars
    upper, lower = row[0].member, posed.rows[joint.through][0].member
    if upper.middle[2] - upper.shape.depth / 2 < lower.middle[2]:
        return []
    below = {node for piece in posed.rows[joint.through] for node in (bars[piece.index].a, bars[piece.index].b)}
    ends = ((piece, end, node) for piece in row for end, node in enumerate((bars[piece.index].a, bars[piece.index].b)))
    return [(piece, end) for piece, end, node in ends if node in below]


def crossings(study: Study) -> Iterator[tuple[Joint, Member, Member, Array]]:
    """(joint, member above, member below, (cases, 6) N, Vy, Vz, T, My, Mz on the one above, its axes) of every place where one lies on another;
    Vz positive where it is borne up."""
    posed, forces = study.posed, study.forces
    if posed is None or forces is None:
        return
    for joint in posed.assembly.joints:
        parts = []
        for piece, end in rests_on(posed, joint):
            at, k, sign = forces.of(piece.index), -end, 1.0 if end else -1.0
            parts.append(sign * np.stack([getattr(forces, name)[:, at][:, k] for name in ("N", "Vy", "Vz", "T", "My", "Mz")], axis=1))
        if parts:
            upper, lower = (posed.rows[name][0].member for name in (joint.framing, joint.through))
            yield joint, upper, lower, np.sum(parts, axis=0)
