"""What a member that lies across another hands over where they cross, in its own axes: the steps of its forces there."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np
from numpy.typing import NDArray

from ...structure.holds import Joint
from ...structure.parts import Member
from .study import Study

Array = NDArray[np.float64]


def crossings(study: Study) -> Iterator[tuple[Joint, Member, Member, Array]]:
    """(joint, member above, member below, (cases, 6) N, Vy, Vz, T, My, Mz on the one above, its axes) of every place where one lies on another;
    Vz positive where it is borne up."""
    posed, forces = study.posed, study.forces
    if posed is None or forces is None:
        return
    for joint in posed.assembly.joints:
        if joint.end != "crosses" or joint.meets != "face" or joint.framing not in posed.rows or joint.through not in posed.rows:
            continue
        upper, lower = posed.rows[joint.framing][0].member, posed.rows[joint.through][0].member
        if upper.middle[2] - upper.shape.depth / 2 < lower.middle[2]:
            # a brace that passes under what it is fastened to does not lie on it
            continue
        below = {posed.model.bars[p.index].a for p in posed.rows[joint.through]} | {
            posed.model.bars[p.index].b for p in posed.rows[joint.through]
        }
        row = posed.rows[joint.framing]
        parts = []
        for piece in row:
            bar, at = posed.model.bars[piece.index], forces.of(piece.index)
            for node, k, sign in ((bar.a, 0, -1.0), (bar.b, -1, 1.0)):
                if node in below:
                    parts.append(
                        sign * np.stack([getattr(forces, name)[:, at][:, k] for name in ("N", "Vy", "Vz", "T", "My", "Mz")], axis=1)
                    )
        if parts:
            yield joint, upper, lower, np.sum(parts, axis=0)
