"""What holds a build, for the Anchor page: one list of all of it in one case, with one part gone if named."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ergostrut.core.cases import Case
from ergostrut.core.drawing.held import held_view
from ergostrut.core.finding import State, state_of_use
from ergostrut.core.mechanics.solver.model import SolverError
from ergostrut.core.proof import Proof
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.prove.held import held_box, held_frame
from ergostrut.core.prove.hung.mounts import Taken
from ergostrut.core.report import Report, study_named
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.standing.setting import settings_of

from . import shapes as s

CHECKS = (
    "strap",
    "mount",
    "latch",
    "fastened",
    "fastened.mount",
    "bears.tie",
    "bears.wall",
    "bears.slot",
    "bears.well",
    "bears.side",
    "tiedown",
    "tiedown.eye",
)
"""Findings that say in which position and case something is worked hardest."""


def _without(build: Assembly, label: str) -> Assembly:
    """A build without one of what holds it."""
    return replace(
        build,
        straps=tuple(one for one in build.straps if one.label != label),
        mounts=tuple(one for one in build.mounts if one.label != label),
        fastenings=tuple(one for one in build.fastenings if one.label != label),
        contacts=tuple(one for one in build.contacts if one.label != label),
    )


def _hardest(report: Report, build: Assembly) -> tuple[str, str]:
    """(position, case) that works something that holds it hardest."""
    mine = (f for f in report.findings if f.check in CHECKS and f.id.startswith(f"{build.id}/"))
    worst = max(mine, key=lambda f: (f.use or 0.0, f.demand or 0.0), default=None)
    return (worst.position, worst.case) if worst else ("", "")


def _out(n: int, one: Taken, state: State) -> s.FixingOut:
    x, y, _ = one.at
    missing = [one.missing] if one.missing else []
    return s.FixingOut(
        name=one.label, mark=str(n), hole=one.source or None, thread="", x=x, y=y, tension=one.pull, shear=one.shear, use=one.use, state=state, missing=missing
    )  # fmt: skip


def held_anchored(report: Report, build: Assembly, builds: list[str], query: s.AnchorQuery) -> s.AnchorOut:
    """Everything that holds a build with what each takes in one case, the hardest unless told."""
    proof = next((one for one in report.proofs if one.handed is not None and one.handed.build == build.id), None)
    positions = [setting.name for setting in settings_of(build)]
    at, case = _hardest(report, build)
    position = query.position if query.position in positions else at if at in positions else positions[0]
    names, wanted, rows = _box(report, build, proof, query, case) if proof is not None else _framed(report, build, position, query, case)
    states: dict[str, State] = {one.id: "unknown" if one.use is None else state_of_use(one.use) for one in rows or ()}
    setting = next(one for one in settings_of(build) if one.name == position)
    view = held_view(report.context, build, setting, rows, states) if rows else None
    fixings = [_out(n, one, states[one.id]) for n, one in enumerate(rows or (), 1)]
    return s.AnchorOut(
        build=build.id, builds=builds, view=view, positions=positions, cases=names, position=position, case=wanted, fixings=fixings, settled=rows is not None
    )  # fmt: skip


def _chosen(names: Sequence[str], query: s.AnchorQuery, case: str) -> str:
    return query.case if query.case in names else case if case in names else next(iter(names), "")


def _framed(
    report: Report, build: Assembly, position: str, query: s.AnchorQuery, case: str
) -> tuple[list[str], str, tuple[Taken, ...] | None]:
    """Cases of a framed build, the one wanted, and what holds it then; None where that has no result."""
    held = study_named(report, position, build.id)
    assert held is not None
    rows = (*held.solved, *held.crash)
    names = [row.case.name for row in rows]
    wanted = _chosen(names, query, case)
    shown = held
    if query.gone:
        left = held.again(_without(held.assembly, query.gone))
        shown, rows = left, (*left.solved, *left.crash)
    found = next((row for row in rows if row.case.name == wanted), None)
    return names, wanted, held_frame(shown, found) if shown.posed is not None and found is not None else None


def _box(report: Report, build: Assembly, proof: Proof, query: s.AnchorQuery, case: str) -> tuple[list[str], str, tuple[Taken, ...] | None]:
    """The same of a build of panels."""
    handed = proof.handed
    assert handed is not None
    names = [one.name for one in handed.cases]
    wanted = _chosen(names, query, case)
    if not query.gone:
        return names, wanted, held_box(build, handed, names.index(wanted)) if wanted else None
    left = _without(build, query.gone)
    only: tuple[Case, ...] = tuple(one for one in handed.cases if one.name == wanted)
    try:
        box = solved(report.context, left, only=only)
    except SolverError:
        return names, wanted, None
    if box.handed is None or not box.handed.whole:
        return names, wanted, None
    row = next((i for i, one in enumerate(box.handed.cases) if one.name == wanted), None)
    return names, wanted, held_box(left, box.handed, row) if row is not None else None
