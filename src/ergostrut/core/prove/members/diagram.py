"""One member of a solved frame as diagrams: actions and deflection along it in a case, and the envelope over all cases."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ...mechanics.solver.member_forces import curves, lines, sample
from ...mechanics.solver.model import Array
from ..model.posed import Piece
from ..model.study import Study
from .strength import forces_of

ACTIONS = ("N", "Vy", "Vz", "T", "My", "Mz")
STEPS = 12
"""Samples on every piece between joints."""


@dataclass(frozen=True, slots=True)
class Extreme:
    """An exact extreme of an action: mm from the member's end a, its value, and the case it comes from."""

    action: str
    s: float
    value: float
    case: str


@dataclass(frozen=True, slots=True)
class Diagram:
    """``s`` mm from end a; ``values`` of each action in the case, ``low`` and ``high`` over all cases; ``deflection`` mm across
    the member towards local z. ``axes``: local x, y, z in host axes."""

    member: str
    section: str
    length: float
    case: str
    s: tuple[float, ...]
    values: dict[str, tuple[float, ...]]
    low: dict[str, tuple[float, ...]]
    high: dict[str, tuple[float, ...]]
    deflection: tuple[float, ...]
    here: tuple[Extreme, ...]
    worst: tuple[Extreme, ...]
    axes: tuple[tuple[float, float, float], ...]


def _turned(table: Array, turn: float) -> Array:
    """Actions in the section's own axes where the solver used principal ones."""
    if not turn:
        return table
    c, s = np.cos(turn), np.sin(turn)
    out = table.copy()
    for y, z in ((1, 2), (4, 5)):
        out[..., y], out[..., z] = c * table[..., y] - s * table[..., z], s * table[..., y] + c * table[..., z]
    return out


def _extremes(study: Study, pieces: list[Piece], rows: list[int]) -> tuple[Extreme, ...]:
    """The largest of each action, sign kept, over the cases ``rows``."""
    best: dict[str, Extreme] = {}
    for piece in pieces:
        f = forces_of(study, piece)
        for action in ACTIONS:
            table = getattr(f, action)[rows]
            c, k = np.unravel_index(int(np.argmax(np.abs(table))), table.shape)
            value = float(table[c, k])
            if action not in best or abs(value) > abs(best[action].value):
                best[action] = Extreme(action, piece.offset + float(f.s[rows[int(c)], k]), value, study.solved[rows[int(c)]].case.name)
    return tuple(best.values())


def diagram(study: Study, member: str, case: str) -> Diagram | None:
    """Diagrams of a member in a case (the first when there is none of that name); None when the frame has no such member."""
    if study.posed is None or study.forces is None or not study.solved:
        return None
    pieces = sorted((p for p in study.posed.pieces if p.member.id == member), key=lambda p: p.offset)
    if not pieces:
        return None
    # a case may stand there twice, on a base that gives and on one that does not: the harder one
    rows = [i for i, item in enumerate(study.solved) if item.case.name == case] or [0]
    row = max(rows, key=lambda i: max(float(np.abs(forces_of(study, piece).My[i]).max()) for piece in pieces))
    results = [item.result for item in study.solved]
    frame = study.posed.frame
    c = curves(frame, results)
    bent = lines(frame, results[row], STEPS)
    z = frame.elements.rotations[pieces[0].index][2]
    s: list[float] = []
    tables, drops = [], []
    for piece in pieces:
        along = np.linspace(0.0, piece.length, STEPS + 1)
        s += (piece.offset + along).tolist()
        tables.append(_turned(sample(c, piece.index, along), piece.turn))
        drops.append(bent[piece.index] @ z)
    table = np.concatenate(tables, axis=1)

    def column(values: Array) -> dict[str, tuple[float, ...]]:
        return {name: tuple(values[:, i].tolist()) for i, name in enumerate(ACTIONS)}

    return Diagram(
        member,
        pieces[0].member.section.label,
        pieces[-1].offset + pieces[-1].length,
        study.solved[row].case.name,
        tuple(s),
        column(table[row]),
        column(table.min(axis=0)),
        column(table.max(axis=0)),
        tuple(float(v) for v in np.concatenate(drops)),
        _extremes(study, pieces, rows),
        _extremes(study, pieces, list(range(len(study.solved)))),
        tuple((float(v[0]), float(v[1]), float(v[2])) for v in frame.elements.rotations[pieces[0].index]),
    )
