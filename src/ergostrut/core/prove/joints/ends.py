"""What a joint hands over in a case, and the verdict on it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...finding import Working
from ...frame.assembly import Member
from ...mechanics.strength import Actions
from ..members import forces_of
from ..study import Study


@dataclass(frozen=True, slots=True)
class End:
    """One end of a rib where it meets a rail, with what it hands over in a case."""

    rib: Member
    rail: Member
    side: str
    at: Actions
    case: str
    fixity: str
    wet: bool


@dataclass(frozen=True, slots=True)
class Verdict:
    """Use, a sentence's middle, the demand and limit behind it, and the working; ``missing`` names what keeps it unknown."""

    use: float | None
    text: str
    demand: float
    limit: float | None
    unit: str
    working: Working
    missing: tuple[str, ...] = ()


def rib_ends(study: Study) -> Iterator[End]:
    """Every rib end in every case and way of taking the joints."""
    wet = study.context.design.loads.wet
    for bound in study.bounds:
        if bound.tray is None or bound.forces is None:
            continue
        whole = {piece.member.id: piece.offset + piece.length for piece in bound.tray.pieces}
        for piece in bound.tray.pieces:
            if piece.member.role == "side rail":
                continue
            outer = {"left": piece.offset == 0.0, "right": piece.offset + piece.length == whole[piece.member.id]}
            f = forces_of(bound, piece, study.amplify)
            table = np.stack([f.N, f.Vy, f.Vz, f.T, f.My, f.Mz], axis=-1)[:, (0, -1)].tolist()
            for row, item in zip(table, bound.solved, strict=True):
                for values, side, rail in zip(row, ("left", "right"), bound.tray.rails, strict=True):
                    if outer[side]:
                        yield End(piece.member, rail, side, Actions(*values), item.case.name, bound.tray.fixity, wet)


def state_forces(w: Working, end: End) -> None:
    """The forces of an end as the first lines of its working."""
    w.say(f"{end.rib.id.rsplit('/', 1)[-1]}, {end.side} end, {end.case}; end forces from the frame, joints taken {end.fixity}.")
    w.given("N", end.at.N, "N", "along the rib, pull positive")
    w.given("V_y", abs(end.at.Vy), "N", "shear, level")
    w.given("V_z", abs(end.at.Vz), "N", "shear, upright")
