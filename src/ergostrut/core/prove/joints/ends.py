"""What a joint hands over in a case, and the verdict on it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...finding import Working
from ...mechanics.solver.model import Array
from ...mechanics.strength import Actions
from ...structure.nouns.parts import Member
from ..members.strength import forces_of
from ..model.study import Study


@dataclass(frozen=True, slots=True)
class End:
    """One end of a member where it frames into another, with what it hands over in a case."""

    rib: Member
    rail: Member
    side: str
    at: Actions
    case: str
    lasting: bool
    fixity: str
    wet: bool


@dataclass(frozen=True, slots=True)
class Ends:
    """One end in all cases at once: actions (cases,) each, to find the hardest worked one before any working is written."""

    rib: Member
    rail: Member
    side: str
    N: Array
    Vy: Array
    Vz: Array
    T: Array
    My: Array
    Mz: Array
    lasting: np.ndarray
    cases: tuple[str, ...]
    fixity: str
    wet: bool

    def one(self, i: int) -> End:
        """The end in its case ``i``."""
        at = Actions(*(float(part[i]) for part in (self.N, self.Vy, self.Vz, self.T, self.My, self.Mz)))
        return End(self.rib, self.rail, self.side, at, self.cases[i], bool(self.lasting[i]), self.fixity, self.wet)


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


def joined(study: Study) -> Iterator[Ends]:
    """Every joined end in every way of taking the joints, all cases together."""
    wet = study.context.design.loads.wet
    for bound in study.bounds:
        if bound.posed is None or bound.forces is None:
            continue
        rows = bound.posed.rows
        cases = tuple(item.case.name for item in bound.solved)
        lasting = np.array([item.case.lasting for item in bound.solved])
        for joint in study.assembly.joints:
            if joint.end == "crosses" or joint.hinge or joint.framing not in rows:
                continue
            piece = rows[joint.framing][0 if joint.end == "a" else -1]
            f = forces_of(bound, piece, study.amplify)
            k = 0 if joint.end == "a" else -1
            through, side = rows[joint.through][0].member, piece.member.end(joint.end)
            N, Vy, Vz, T, My, Mz = (part[:, k] for part in (f.N, f.Vy, f.Vz, f.T, f.My, f.Mz))
            if stands_under(piece.member, through):
                # what stands under a member presses it without its fasteners
                N = np.maximum(N, 0.0)
            yield Ends(piece.member, through, side, N, Vy, Vz, T, My, Mz, lasting, cases, bound.posed.fixity, wet)


def stands_under(post: Member, over: Member) -> bool:
    """Whether one member's end comes up to the underside of another that lies level on it."""
    upright = abs(post.axes[0][2]) > 0.9 and abs(over.axes[0][2]) < 0.1
    return upright and max(post.a[2], post.b[2]) <= over.middle[2] - over.shape.depth / 2 + 1.0


def rib_ends(study: Study) -> Iterator[End]:
    """Every joined end in every case and way of taking the joints."""
    for ends in joined(study):
        yield from (ends.one(i) for i in range(len(ends.cases)))


def state_forces(w: Working, end: End) -> None:
    """The forces of an end as the first lines of its working."""
    w.say(f"{end.rib.id.rsplit('/', 1)[-1]}, {end.side} end, {end.case}; end forces from the frame, joints taken {end.fixity}.")
    w.given("N", end.at.N, "N", "along the rib, pull positive")
    w.given("V_y", abs(end.at.Vy), "N", "shear, level")
    w.given("V_z", abs(end.at.Vz), "N", "shear, upright")
