"""Wall fixings and latches against their ratings; everything that holds a hung build in a case."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...anchor.bolts import Capacity, bolt_use, of_bolt
from ...finding import Finding, Working
from ...mechanics.solver.model import Array, CaseResult
from ...structure.nouns.hung import Latch, Mount
from ...structure.nouns.parts import Point3, cross
from ..model.bolted import fastening_forces, shared
from ..model.posed import Posed
from ..model.study import Study
from .straps import working_load
from .ways import SolvedRow, Way, blank, hardest_of, held


def turned_by(mount: Mount, reactions: Array, axis: Point3) -> Array:
    """N mm that turn a member about its ``axis`` at a wall fixing: its support's own, and the shear that the wall gives at its face, ``off``
    beside that axis."""
    across = np.abs(reactions[..., :3] @ np.array(cross(axis, mount.into)))
    found: Array = np.max(np.abs(reactions[..., 3:]), axis=-1) + across * mount.off
    return found


def mount_forces(mount: Mount, reactions: Array, axis: Point3) -> tuple[Array, Array]:
    """(pull with what prying adds, shear) N on a wall fixing from the reactions (..., 6) of its support, N and N mm; ``axis``: unit vector
    along its member."""
    R, u = reactions[..., :3], np.array(mount.into)
    along = R @ u
    turn = turned_by(mount, reactions, axis)
    return np.maximum(along, 0.0) + turn / mount.lever, np.linalg.norm(R - along[..., None] * u, axis=-1)


@dataclass(frozen=True, slots=True)
class Taken:
    """What one strap, wall fixing or latch takes in a case: N out of the wall (or along the strap; negative: pressed on) and along it, with the rating it is held
    to and what it lacks; ``push``: the force (3,) on the build."""

    id: str
    label: str
    source: str
    at: tuple[float, float, float]
    pull: float
    shear: float
    rating: float | None
    missing: str
    push: tuple[float, float, float]
    own: float = 0.0
    """Use of its bolt, where there is one."""
    whole: bool = False
    """Whether its rating is for the force on it whichever way that goes; otherwise pull and shear count one beside the other."""

    @property
    def use(self) -> float | None:
        if self.rating is None:
            return None
        size = math.hypot(*self.push) if self.whole else abs(self.pull) + self.shear
        return max(size / self.rating, self.own)


def held_by(posed: Posed, result: CaseResult) -> tuple[Taken, ...]:
    """Everything that holds a build to its host in a case."""
    found = list[Taken]()
    for (one, _, _), on_it in zip(posed.hung.fastened, fastening_forces(posed, result), strict=True):
        out, pressed, side = (float(part) for part in shared(one, on_it))
        known = one.bolt is not None and one.bolt.thread is not None and not one.bolt.missing
        own = bolt_use(out, side, Capacity(*of_bolt(one.bolt, Working())), one.bolt) if known and one.bolt is not None else 0.0
        toward = float(on_it[0]), float(on_it[1]), float(on_it[2])
        missing = "" if one.rating is not None else "rating of the mounts"
        found.append(Taken(one.id, one.label, "", one.at, out - pressed, side, one.rating, missing, toward, own, whole=True))
    for mount, node in posed.hung.mounts:
        R = result.reactions[node]
        pull, shear = (float(part) for part in mount_forces(mount, R, posed.assembly.member(mount.member).axes[0]))
        push = float(R[0]), float(R[1]), float(R[2])
        missing = "rating of the wall fixings" if mount.rating is None else ""
        found.append(Taken(mount.id, mount.label, mount.source, mount.at, pull, shear, mount.rating, missing, push))
    for strap, force in zip(posed.hung.straps, result.strap_force.tolist(), strict=True):
        along = [part / math.dist(strap.at, strap.to) for part in strap.run]
        push = force * along[0], force * along[1], force * along[2]
        limit = working_load(strap)
        missing = "" if limit is not None else "strap rating" if strap.rating is None else "kind of strap rating"
        found.append(Taken(strap.id, strap.label, strap.source, strap.at, force, 0.0, limit, missing, push))
    for latch, node in posed.hung.latches:
        force = float(result.reactions[node][latch.axis])
        push = force * (latch.axis == 0), force * (latch.axis == 1), force * (latch.axis == 2)
        missing = "latch rating" if latch.rating is None else ""
        found.append(Taken(latch.id, latch.label, "", latch.at, abs(force), 0.0, latch.rating, missing, push))
    return tuple(found)


def _each_mount(rows: Sequence[SolvedRow]) -> Iterator[tuple[float, float | None, tuple[Mount, SolvedRow, int]]]:
    """Every wall fixing in the row that works it hardest, the rows of one solved setting together."""
    for _, group in itertools.groupby(rows, key=lambda row: id(row.study)):
        mine = list(group)
        posed = mine[0].study.posed
        if posed is None or not posed.hung.mounts:
            continue
        nodes = [node for _, node in posed.hung.mounts]
        table = np.array([row.result.reactions[nodes] for row in mine])
        for k, (mount, node) in enumerate(posed.hung.mounts):
            pull, shear = mount_forces(mount, table[:, k], posed.assembly.member(mount.member).axes[0])
            worst = int(np.argmax(pull + shear))
            yield float(pull[worst] + shear[worst]), mount.rating, (mount, mine[worst], node)


def check_mounts(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    hardest = hardest_of(_each_mount(rows))
    if hardest is None:
        return
    force, rating, (mount, row, node) = hardest
    say, R = study.context.say, row.result.reactions[node]
    assert row.study.posed is not None
    axis = row.study.posed.assembly.member(mount.member).axes[0]
    pull, shear = (float(part) for part in mount_forces(mount, R, axis))
    turn, own = float(turned_by(mount, R, axis)), float(np.max(np.abs(R[3:])))
    w = Working()
    w.say(
        f"Support of {mount.member.rsplit('/', 1)[-1]} at {mount.label}, {row.words}: {R[0]:.0f}, {R[1]:.0f}, {R[2]:.0f} N along x, y, z."
    )
    w.given("P", pull - turn / mount.lever, "N", "straight out of the wall")
    w.given("M_0", own, "N mm", "turns it about its length, from the frame")
    w.line(
        "M",
        "M_0 + V_w * d_w",
        "N mm",
        "and its shear, which acts at the wall's face",
        V_w=(turn - own) / mount.off if mount.off else 0.0,
        d_w=mount.off,
    )
    w.line("T", "P + M / h", "N", "pull; the rail pries about its edge", h=mount.lever)
    w.given("V", shear, "N", "along the wall")
    w.line("F", "T + V", "N", "both added: on the safe side of any interaction")
    found = replace(
        blank(study, f"mount{way.key}", "anchor", (mount.id, mount.member), f"Wall fixings{way.title}", way),
        sentence=f"{say.force(pull)} pull and {say.force(shear)} shear on {mount.label}, {row.words}.",
        demand=force,
        case=row.case,
        basis=f"reaction from the frame; pull and shear added against the rating of the place{way.basis}",
    )
    yield held(found, w, rating, way, "rating of the wall fixings", "F")


def check_latches(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    def all_of() -> Iterator[tuple[float, float | None, tuple[Latch, SolvedRow]]]:
        for row in rows:
            for latch, node in row.study.posed.hung.latches if row.study.posed is not None else ():
                yield abs(float(row.result.reactions[node][latch.axis])), latch.rating, (latch, row)

    hardest = hardest_of(all_of())
    if hardest is None:
        return
    force, rating, (latch, row) = hardest
    w = Working()
    w.given("F", force, "N", f"on the {latch.label}, {row.words}, from the frame")
    found = replace(
        blank(study, f"latch{way.key}", "anchor", (latch.id, latch.member), f"Latch{way.title}", way),
        sentence=f"{study.context.say.force(force)} on the {latch.label}, {row.words}.",
        demand=force,
        case=row.case,
        basis=f"reaction from the frame; rating as given{way.basis}",
        caution="" if way.nominal else "A bunk that falls open strikes whoever sits under it: latch it, and try the latch before driving.",
    )
    yield held(found, w, rating, way, "latch rating", "F")
