"""Legs, blocks and ties gone in turn: what is left of a build whose foot is kicked away, or whose tie has come loose.

Nothing is framed again for it: the contact is left out where the frame settles, in the cases that worked it hardest.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..finding import COMMON_PRACTICE, Finding, State, Working, at_most
from ..mechanics.solver.model import Results
from ..structure.assembly import Assembly
from ..structure.nouns.holds import Bears
from .members.strength import explained, uses
from .model.check import SettingCheck
from .model.posed import Solved
from .model.study import Beneath, Study

GONE = 1.33
"""Use accepted of what is left when one is gone."""
HARDEST = 6
"""Cases tried again with a contact gone: those that worked it hardest."""
UNDER = 700.0
"""mm: people lie or pass under what stands so high (common practice, no published source)."""
LEGS: tuple[Bears, ...] = ("leg", "floor")
BASIS = f"member strength as without it; any one gone, use up to {GONE:g} accepted then: {COMMON_PRACTICE}"
CAUTION = "Fasten every foot so that nobody can kick it away, and look at them before anybody lies down."


@dataclass(frozen=True)
class _Lost:
    """Cases solved with one contact gone each: ``lost`` its index in every row."""

    cases: tuple[Solved, ...]
    lost: tuple[int, ...]
    results: Results


def _without(bound: Study, which: Sequence[int], on: Beneath | None) -> _Lost | None:
    """The hardest cases of every contact in ``which``, solved without it, ``on`` another build where it stands there; None where none of them ever
    bears."""
    assert bound.posed is not None
    turns: list[tuple[Solved, int]] = []
    for i in which:
        force = bound.rest_forces[:, i]
        turns += [(bound.solved[k], i) for k in np.argsort(-force, kind="stable")[:HARDEST].tolist() if force[k] > 1.0]
    if not turns:
        return None
    foot = bound.context.design.loads.foot
    factors = np.array([bound.posed.factors(item.case, foot) for item, _ in turns])
    lost, cases = tuple(i for _, i in turns), [item.case for item, _ in turns]
    ground = on.rows(cases) if on is not None else None
    bore = np.array([item.result.acting for item, _ in turns]) if on is not None else None
    left = bound.posed.frame.run([case.name for case in cases], factors, bore, gone=lost, ground=ground)
    return _Lost(tuple(item for item, _ in turns), lost, left)


def _verdict(study: Study, state: State) -> State:
    """Over where people lie or pass under it, a note elsewhere."""
    return "note" if state == "over" and not overhead(study.assembly) else state


def overhead(build: Assembly) -> bool:
    """Whether people lie on a build so high that others lie or pass under it."""
    return any(surface.use == "sleeping" and surface.origin[2] - build.level >= UNDER for surface in build.surfaces)


def check_gone(study: Study) -> Iterator[Finding]:
    """The frame with any one leg or block gone, and the ties with any one of them gone, in a named setting."""
    if study.posed is None or not study.setting.named or not study.solved or study.posed.hung.straps:
        return
    build, contacts = study.posed.assembly, study.posed.contacts
    # rails that lie on the floor all along are not kicked away
    legs = [i for i in study.posed.bearing(LEGS) if build.member(contacts[i].member).use != "base"]
    ties = study.posed.bearing(("tie",))
    if legs:
        yield from _legs(study, legs)
    if len(ties) > 1:
        yield from _ties(study, ties)


def _legs(study: Study, legs: Sequence[int]) -> Iterator[Finding]:
    assert study.posed is not None
    parts = tuple(dict.fromkeys(study.posed.contacts[i].member for i in legs))
    blank = Finding(
        f"{study.assembly.id}/frame.leg-gone",
        "frame.leg-gone",
        "prove",
        parts,
        "Frame, any one leg gone",
        "",
        "note",
        position=study.setting.name,
        basis=BASIS,
    )
    hardest: tuple[float, Study, int, int, str] | None = None
    for bound in study.bounds:
        if bound.posed is None or bound.forces is None:
            continue
        # what carries most first: without it a build falls, if it falls without any
        order = sorted(legs, key=lambda i: -float(bound.rest_forces[:, i].max()))
        lost = _without(bound, order[:1], study.on)
        if lost is not None and not lost.results.errors:
            lost = _without(bound, order, study.on)
        if lost is None:
            continue
        if lost.results.errors:
            k = min(lost.results.errors)
            name = bound.posed.contacts[lost.lost[k]].label
            yield replace(
                blank,
                state=_verdict(study, "over"),
                sentence=f"With the {name} gone it falls, {lost.cases[k].case.name.lower()}{study.where}: its deck is not counted as lifting it. {CAUTION}",
                parts=(bound.posed.contacts[lost.lost[k]].member,),
                case=lost.cases[k].case.name,
            )
            return
        rows = tuple(Solved(item.case, result) for item, result in zip(lost.cases, lost.results.rows(), strict=True))  # type: ignore[arg-type]
        left = Study(bound.context, bound.assembly, bound.setting, bound.posed, rows, ())
        table = uses(left, study.amplify)
        case, column = (int(v) for v in np.unravel_index(int(np.argmax(table)), table.shape))
        if hardest is None or float(table[case, column]) > hardest[0]:
            hardest = float(table[case, column]), left, case, column, bound.posed.contacts[lost.lost[case]].label
    if hardest is None:
        return
    _, left, case, column, name = hardest
    w = Working()
    w.say(f"{left.solved[case].case.name}{study.where}, {name} gone.")
    most, member = explained(w, left, case, column, study.amplify)
    w.given("U", most, "", f"largest use of any member's strength, of {member}")
    use = w.line("use", "U / a", "", "of what is accepted then", a=GONE)
    _, state = at_most(use, 1.0)
    yield replace(
        blank,
        sentence=f"{member} is used to {most:.2f} with the {name} gone, {left.solved[case].case.name.lower()}{study.where}.",
        state=_verdict(study, state),
        demand=most,
        limit=GONE,
        use=use,
        case=left.solved[case].case.name,
        working=w.done(),
        caution=CAUTION if state == "over" else "",
    )


def _ties(study: Study, ties: Sequence[int]) -> Iterator[Finding]:
    """What the others take when one tie is gone; silent while a rating is unknown, which the ties' own finding says."""
    assert study.posed is not None
    contacts, lost = study.posed.contacts, _without(study, ties, study.on)
    if lost is None or any(contacts[i].rating is None for i in ties):
        return
    say, force = study.context.say, lost.results.rest_force
    part = np.zeros((len(lost.cases), len(ties)))
    for n, i in enumerate(ties):
        part[:, n] = force[:, i] / (contacts[i].rating or 1.0)
    part[list(lost.results.errors)] = np.inf
    case, n = (int(v) for v in np.unravel_index(int(np.argmax(part)), part.shape))
    name, item = contacts[lost.lost[case]].label, lost.cases[case]
    blank = Finding(
        f"{study.assembly.id}/bears.tie.gone",
        "bears.tie.gone",
        "anchor",
        tuple(contacts[i].id for i in ties),
        "Ties, any one gone",
        f"With the {name} gone nothing holds it down there, {item.case.name.lower()}{study.where}: its deck is not counted as lifting it.",
        "note",
        case=item.case.name,
        position=study.setting.name,
        basis=f"contact force from the frame; {BASIS.split(';')[1].strip()}",
    )
    if case in lost.results.errors:
        yield blank
        return
    i = ties[n]
    w = Working()
    w.given("F", float(force[case, i]), "N", f"{contacts[i].label}, {item.case.name}{study.where}, {name} gone")
    use = w.line("use", "F / (a * R)", "", "a of its rating is accepted then", a=GONE, R=contacts[i].rating or 1.0)
    _, state = at_most(use, 1.0)
    yield replace(
        blank,
        sentence=f"{say.force(float(force[case, i]))} up on the {contacts[i].label} with the {name} gone, {item.case.name.lower()}{study.where}.",
        state=_verdict(study, state),
        demand=float(force[case, i]),
        limit=GONE * (contacts[i].rating or 1.0),
        unit="N",
        use=use,
        working=w.done(),
    )


CHECKS = (SettingCheck(check_gone, ("contacts",)),)
