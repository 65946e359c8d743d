"""What members in a box of panels are used to, and the screws that hold them to it: read from the box's own solution."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...finding import Finding, Working, at_most, unknown
from ...mechanics.solver.linked import link_forces
from ...mechanics.solver.model import CaseResult
from ...structure.standing.setting import settings_of
from ..members.strength import check_members
from ..model.posed import Piece, Posed, Solved
from ..model.study import Study
from .model import SolvedBox


def study_of(box: SolvedBox) -> Study:
    """A box's members as a frame that is solved already: its cases, its bars among its panels."""
    setting = replace(settings_of(box.build)[0], named=False)
    rows: dict[str, list[Piece]] = {}
    for piece in box.barred.pieces:
        rows.setdefault(piece.member.id, []).append(piece)
    by_member = {name: tuple(row) for name, row in rows.items()}
    posed = Posed(box.build, setting, "rigid", box.frame.model, box.barred.pieces, by_member, carriers=(), patches=(), contacts=())
    vars(posed)["frame"] = box.frame
    solved = tuple(Solved(case, CaseResult(box.results, i)) for i, case in enumerate(box.cases) if i not in box.results.errors)
    return Study(box.context, box.build, setting, posed, solved, ())


def check_stiffened(box: SolvedBox) -> Iterator[Finding]:
    """Strength of every group of members in the box, and the hardest worked of their screws."""
    if not box.barred.pieces:
        return
    yield from check_members(study_of(box))
    yield _screws(box)


def _screws(box: SolvedBox) -> Finding:
    assert box.frame.links is not None
    first = len(box.frame.model.links) - len(box.barred.rows)
    rows = [i for i in range(len(box.cases)) if i not in box.results.errors]
    forces = link_forces(box.frame.links, box.results.u[rows])[:, first:]
    each = np.array([one.spacing / long for one, long in box.barred.rows])
    width = np.array([box.build.member(one.member).shape.width for one, _ in box.barred.rows])
    across = np.hypot(forces[..., 0], forces[..., 2]) * each
    # what turns it pulls one as its edge presses, half its width off
    pull = (np.maximum(forces[..., 1], 0.0) + np.abs(forces[..., 3]) / (width / 2)) * each
    i, k = (int(v) for v in np.unravel_index(int(np.argmax(across + pull)), across.shape))
    one, case = box.barred.rows[k][0], box.cases[rows[i]]
    member, w, say = box.build.member(one.member), Working(), box.context.say
    w.say(f"Screws of {member.name}, {case.name}, from the box's own solution.")
    w.given("V", float(across[i, k]), "N", "across one")
    w.given("T", float(pull[i, k]), "N", "out of the panel, with what turns it")
    F = w.line("F", "T + V", "N", "both added: on the safe side of any interaction")
    blank = Finding(
        f"{box.build.id}/rail.screws", "rail.screws", "prove", (member.id,), "Screws of the rails", f"{say.force(F)} on one screw of {member.name}, {case.name.lower()}.",
        "unknown", F, None, "N", case=case.name, basis="springs of the screws in one model with the panels; rating as given",
    )  # fmt: skip
    if one.rating is None:
        return unknown(
            replace(blank, sentence=f"{blank.sentence} What it holds is not known: give its rating.", working=w.done()),
            "rating of the rails' screws",
        )
    w.line("use", "F / R", "", "rating as given", R=one.rating)
    use, state = at_most(F, one.rating)
    return replace(blank, limit=one.rating, use=use, state=state, working=w.done())
