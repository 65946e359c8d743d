"""A solved setting with something of what holds it gone: its frames stay as they were condensed, and are held otherwise."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

import numpy as np

from ...cases import Case
from ...structure.nouns.hung import Mount
from .hanging import Hung, fixes
from .posed import OnGround, Posed, Solved, solve_cases
from .study import Otherwise, Study

Change = Callable[[Posed], Posed]


def _otherwise(posed: Posed, hung: Hung, free: Sequence[tuple[int, int]] = (), still: Sequence[tuple[int, int]] = ()) -> Posed:
    frame = posed.frame.held_otherwise(free, still)
    other = posed.otherwise(model=frame.model, hung=hung)
    vars(other).update(frame=frame)
    return other


def _rows(posed: Posed, mount: Mount, node: int) -> list[tuple[int, int]]:
    about = int(np.argmax(np.abs(np.array(posed.assembly.member(mount.member).axes[0]))))
    return [(node, dof) for dof in fixes(mount, about)]


def unfixed(posed: Posed, gone: Mount) -> Posed:
    """Without one of its wall fixings: what else holds its place still does."""
    hung = posed.hung
    node = next(node for mount, node in hung.mounts if mount.id == gone.id)
    left = tuple(row for row in hung.mounts if row[0].id != gone.id)
    others = {*posed.shaped, *(row for pair in left for row in _rows(posed, *pair)), *((node, one.axis) for one, node in hung.latches)}
    return _otherwise(posed, replace(hung, mounts=left), [row for row in _rows(posed, gone, node) if row not in others])


def unbolted(posed: Posed, i: int) -> Posed:
    """Without its ``i``-th fastening: the far ends of its springs go free."""
    hung = posed.hung
    one, _, pin = hung.fastened[i]
    left = replace(hung, fastened=(*hung.fastened[:i], *hung.fastened[i + 1 :]), gone=one)
    return _otherwise(posed, left, [(pin, dof) for dof in range(3)])


def carried_at_walls(posed: Posed, member: str) -> Posed:
    """With the wall fixings of a member carrying it too."""
    rows = [(replace(mount, carries=True) if mount.member == member else mount, node) for mount, node in posed.hung.mounts]
    still = [(node, 2) for mount, node in rows if mount.member == member and (node, 2) not in posed.model.fixed]
    return _otherwise(posed, replace(posed.hung, mounts=tuple(rows)), still=list(dict.fromkeys(still)))


def without(study: Study, change: Change, cases: Sequence[Case], gone: int | None = None) -> Study | None:
    """The setting in these cases with ``change`` made to every frame of it, and a one-way part ``gone``; None where joints taken otherwise
    fold for it, so that it must be framed anew.

    Raises:
        SolverError: it folds as it is drawn.
    """

    def run(bound: Study) -> Study:
        assert bound.posed is not None
        posed, foot = change(bound.posed), study.context.design.loads.foot
        bore = _bore(bound, cases)
        on = OnGround(study.on.rows(cases), bore) if study.on is not None else None
        solved, fallen = solve_cases(posed, cases, foot, on, gone, bore)
        return Study(study.context, study.assembly, study.setting, posed, solved, fallen)

    others = tuple(run(one) for one in study.other if one.posed is not None and one.solved)
    if any(not one.solved for one in others):
        return None
    return replace(run(study), otherwise=lambda: Otherwise(others))


def _bore(bound: Study, cases: Sequence[Case]) -> np.ndarray:
    """Which one-way parts bore in these cases."""
    assert bound.posed is not None
    known: dict[str, Solved] = {item.case.name: item for item in bound.solved}
    none = np.zeros(len(bound.posed.frame.parts), dtype=bool)
    return np.array([known[case.name].result.acting if case.name in known else none for case in cases])
