"""What a build hangs from, is bolted to a wall with, turns on and is latched by: worked hardest in any case, in a crash, and with one gone.

Every force is the one solve's: a strap's pull, a support's reaction, a pin's resultant. A rating that nobody gave is unknown.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from ...cases import TWIST, twice_cases
from ...finding import Finding, Working, at_most
from ...mechanics.solver.model import SolverError
from ...structure.assembly import Assembly
from ...structure.nouns.hung import Mount
from ..members.strength import explained, uses
from ..model.bolted import fastening_forces
from ..model.check import SettingCheck
from ..model.posed import Solved
from ..model.study import Cases, Study, fallen
from ..model.without import Change, carried_at_walls, unbolted, unfixed, without
from .fastened import check_fastened
from .mounts import check_latches, check_mounts, mount_forces
from .pivots import check_pivots
from .straps import check_sinking, check_straps
from .tied_down import check_arms, check_blocked
from .ways import CRASH, FASTENING_GONE, FOOT_AWAY, MOUNT_GONE, STRAP_GONE, TIE_GONE, USUAL, SolvedRow, Way, blank

HARDEST = 12
"""Cases tried again with a wall fixing gone: those that worked it hardest, and half as many that pulled the straps hardest; half as many with a tie off."""


@dataclass(frozen=True, slots=True)
class Lost:
    """A build without one of its parts, called ``label``, and the cases it is tried in, if not all; ``change``: how its frames are held then, with
    the one-way part ``gone``, where it need not be framed anew."""

    label: str
    build: Assembly
    cases: Cases | None = None
    change: Change | None = None
    gone: int | None = None

    def left(self, study: Study) -> Study:
        """What is left of it."""
        if self.change is None or self.cases is None:
            return study.again(self.build, self.cases)
        cases = self.cases(self.build)
        try:
            return without(study, self.change, cases, self.gone) or study.again(self.build, self.cases)
        except SolverError as error:
            return fallen(study.context, study.assembly, study.setting, error)


def check_hung(study: Study) -> Iterator[Finding]:
    """Everything that hangs, turns, is bolted to a wall or latched, where the build stands."""
    if study.posed is None:
        return
    hung = study.posed.hung
    if not (hung.straps or hung.mounts or hung.pivots or hung.latches or hung.fastened):
        return
    yield from _judged(study, [_row(b, item) for b in study.bounds for item in b.solved], USUAL)
    yield from _judged(study, [_row(study, item) for item in study.crash], CRASH)
    for item in study.crash_fallen[:1]:
        yield replace(
            blank(study, "holds.crash", "prove", (study.assembly.id,), "Held in a crash", CRASH),
            sentence=f"Nothing holds it, {item.case.name.lower()}{study.where}: {item.why}.",
            state="over",
            case=item.case.name,
        )
    yield from check_sinking(study)
    if study.setting.named:
        build = study.assembly
        straps = [
            Lost(s.label, replace(build, straps=tuple(o for o in build.straps if o is not s)), lambda left: twice_cases(left.stands))
            for s in hung.straps
            if not s.ties
        ]
        yield from _lost(study, straps, STRAP_GONE)
        mounts = [_without(study, mount, node) for mount, node in hung.mounts]
        may = [i for i, (one, _, _) in enumerate(hung.fastened) if not one.sole]
        bolted = [_unbolted(study, i) for i in may] if len(may) > 1 else []
        slept = any(surface.use == "sleeping" for surface in build.surfaces)
        gone = (
            *_lost(study, mounts, MOUNT_GONE),
            *_lost(study, list(_feet_away(study)), FOOT_AWAY),
            *_lost(study, bolted, FASTENING_GONE),
        )
        for found in gone:
            # a verdict where people lie on what hangs there, a note elsewhere
            yield found if slept or found.state != "over" else replace(found, state="note")
        # what is tied down stands behind whoever rides ahead of it
        yield from _untied(study)


def _row(study: Study, item: Solved, lost: str = "") -> SolvedRow:
    return SolvedRow(study, item.result, item.case.name, lost, item.case.share(TWIST))


def _unbolted(study: Study, i: int) -> Lost:
    """A build without one of its fastenings, in the cases that worked that hardest, with those alone on it who stand there then."""
    assert study.posed is not None
    build, gone = study.assembly, study.posed.hung.fastened[i][0]
    sizes = np.array([float(np.linalg.norm(fastening_forces(study.posed, item.result)[i])) for item in study.solved])
    cases = tuple(study.solved[int(k)].case for k in np.argsort(-sizes, kind="stable")[:HARDEST])
    there = {name for case in cases for name in case.live}
    stands = tuple(stand for stand in study.posed.stands if stand.id in there)
    untrodden = tuple(replace(panel, trodden=False) for panel in build.panels)
    left = replace(build, fastenings=tuple(one for one in build.fastenings if one is not gone), stands=stands, panels=untrodden)
    return Lost(gone.label, left, lambda _: cases, lambda posed: unbolted(posed, i))


def _without(study: Study, mount: Mount, node: int) -> Lost:
    """A build without one of its wall fixings, in the cases that worked that hardest, with those alone on it who stand there then."""
    assert study.posed is not None
    build, axis = study.assembly, study.posed.assembly.member(mount.member).axes[0]
    pull, shear = mount_forces(mount, np.array([item.result.reactions[node] for item in study.solved]), axis)
    straps = np.array([item.result.strap_force.max(initial=0.0) for item in study.solved])
    order = [*np.argsort(-(pull + shear), kind="stable")[:HARDEST], *np.argsort(-straps, kind="stable")[: HARDEST // 2]]
    cases = tuple({study.solved[int(i)].case.name: study.solved[int(i)].case for i in order}.values())
    there = {name for case in cases for name in case.live}
    stands = tuple(stand for stand in study.posed.stands if stand.id in there)
    untrodden = tuple(replace(panel, trodden=False) for panel in build.panels)
    left = replace(build, mounts=tuple(other for other in build.mounts if other is not mount), stands=stands, panels=untrodden)
    return Lost(mount.label, left, lambda _: cases, lambda posed: unfixed(posed, mount))


def _feet_away(study: Study) -> Iterator[Lost]:
    """A build whose posts stand on the floor and are kept at the wall, with each foot away in turn: the wall carries that post. Nobody steps
    on it meanwhile."""
    assert study.posed is not None
    build, place = study.assembly, {contact.id: i for i, contact in enumerate(study.posed.contacts)}
    panels = tuple(replace(panel, trodden=False) for panel in build.panels)
    untrodden = tuple(item.case for item in study.solved if not item.case.live)
    kept = {mount.member for mount in build.mounts if not mount.carries}
    for foot in (contact for contact in build.contacts if contact.member in kept and contact.push[2] > 0):
        carrying = tuple(replace(one, carries=True) if one.member == foot.member else one for one in build.mounts)
        contacts = tuple(one for one in build.contacts if one is not foot)
        left = replace(build, contacts=contacts, mounts=carrying, panels=panels, stands=())
        if study.posed.hung.moving is not None or foot.id not in place:
            # how far a wall of another build goes down under it is not in its frame
            yield Lost(foot.label, left)
            continue
        yield Lost(foot.label, left, lambda _: untrodden, partial(carried_at_walls, member=foot.member), place[foot.id])


def _untied(study: Study) -> Iterator[Finding]:
    """A build that is tied down with each of its ties off in turn, in the cases that pulled that hardest: the tie is left out where the frame
    settles, and nothing is framed again."""
    rows, hardest = list[SolvedRow](), None
    for bound in study.bounds:
        posed = bound.posed
        if posed is None or not bound.solved:
            continue
        first, foot = len(posed.model.rests), study.context.design.loads.foot
        pulls = np.array([item.result.strap_force for item in bound.solved])
        turns = [
            (bound.solved[k], i)
            for i, strap in enumerate(posed.hung.straps)
            if strap.ties
            for k in np.argsort(-pulls[:, i], kind="stable")[: HARDEST // 2].tolist()
        ]
        if not turns:
            continue
        factors = np.array([posed.factors(item.case, foot) for item, _ in turns])
        left = posed.frame.run([item.case.name for item, _ in turns], factors, gone=[first + i for _, i in turns])
        if left.errors:
            k = min(left.errors)
            yield _falls(study, posed.hung.straps[turns[k][1]].label, str(left.errors[k]), TIE_GONE)
            return
        solved = tuple(Solved(item.case, result) for (item, _), result in zip(turns, left.rows(), strict=True))  # type: ignore[arg-type]
        there = Study(bound.context, bound.assembly, bound.setting, posed, solved, ())
        rows += [_row(there, item, posed.hung.straps[i].label) for item, (_, i) in zip(solved, turns, strict=True)]
        table = uses(there, study.amplify)
        case, column = (int(v) for v in np.unravel_index(int(np.argmax(table)), table.shape))
        label = posed.hung.straps[turns[case][1]].label
        hardest = _harder(hardest, _Hardest(float(table[case, column]), label, solved[case].case.name, there, case, column, study.amplify))
    if hardest is not None:
        yield from _judged(study, rows, TIE_GONE)
        yield _worked(study, hardest, TIE_GONE)


@dataclass(frozen=True, slots=True)
class _Hardest:
    """Where a member is used hardest with something gone: ``lost`` is that, in the case of that ``name``."""

    use: float
    lost: str
    name: str
    bound: Study
    case: int
    column: int
    amplify: float


def _harder(one: _Hardest | None, other: _Hardest) -> _Hardest:
    return other if one is None or other.use > one.use else one


def _falls(study: Study, lost: str, why: str, way: Way) -> Finding:
    return replace(
        blank(study, f"holds{way.key}", "prove", (study.assembly.id,), f"Stands{way.title}", way),
        sentence=f"Does not stand with {lost} gone{study.where}: {why}.",
        state="over",
    )


def _worked(study: Study, one: _Hardest, way: Way) -> Finding:
    """The members of a build, the hardest of them, with something gone."""
    w = Working()
    w.say(f"{one.name}{study.where}, {one.lost} gone.")
    most, member = explained(w, one.bound, one.case, one.column, one.amplify)
    w.given("U", most, "", f"largest use of any member's strength, of {member}")
    use = w.line("use", "U / a", "", "of what is accepted then", a=way.accept)
    _, state = at_most(use, 1.0)
    return replace(
        blank(study, f"frame{way.key}", "prove", (study.assembly.id,), f"Frame{way.title}", way),
        sentence=f"{member} is used to {most:.2f} with {one.lost} gone, {one.name.lower()}.",
        state=state,
        demand=most,
        limit=way.accept,
        use=use,
        case=one.name,
        basis=f"member strength as without it{way.basis}",
        working=w.done(),
    )


def _lost(study: Study, gone: Sequence[Lost], way: Way) -> Iterator[Finding]:
    """What is left with each of some parts gone, in turn."""
    rows, hardest = list[SolvedRow](), None
    for one in gone:
        lost = one.label
        left = one.left(study)
        if left.error or left.fallen or left.forces is None:
            yield _falls(study, lost, left.error or (left.fallen[0].why if left.fallen else "nothing was solved"), way)
            return
        for bound in left.bounds:
            rows += [_row(bound, item, lost) for item in bound.solved]
            if bound.forces is not None:
                table = uses(bound, left.amplify)
                case, column = (int(v) for v in np.unravel_index(int(np.argmax(table)), table.shape))
                name = bound.solved[case].case.name
                hardest = _harder(hardest, _Hardest(float(table[case, column]), lost, name, bound, case, column, left.amplify))
        left.let_go()
    if hardest is not None:
        yield from _judged(study, rows, way)
        yield _worked(study, hardest, way)


def _judged(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    if not rows:
        return
    yield from check_straps(study, rows, way)
    yield from check_arms(study, rows, way)
    if way is not USUAL:
        yield from check_blocked(study, rows, way)
    yield from check_mounts(study, rows, way)
    yield from check_pivots(study, rows, way)
    yield from check_latches(study, rows, way)
    yield from check_fastened(rows, way)


CHECKS = (SettingCheck(check_hung),)
