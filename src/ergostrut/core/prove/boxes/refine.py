"""A box on finer and finer meshes, until its governing use stays where it is."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from ...finding import Finding, Working, at_most
from ...structure.assembly import Assembly
from ...structure.context import Context
from .check import check_box
from .model import SolvedBox

SETTLED = 0.03
"""Part by which the governing use may move from one mesh to the next."""
MOST = 4_000
"""Elements of the finest mesh that is tried: its band matrix takes about a gigabyte."""
ROUNDS = 6


@dataclass(frozen=True, slots=True)
class MeshLevel:
    """One mesh: mm of an element at most, how many there are, the finding that governs and its use, and by what part of itself that moved
    since the mesh before (None on the first)."""

    step: float
    elements: int
    governs: str
    use: float
    moved: float | None = None

    @property
    def settled(self) -> bool:
        return self.moved is not None and self.moved < SETTLED


Watch = Callable[[str, MeshLevel], None]
"""Told the build and every mesh as it is done; what it raises ends the search."""


def check_refined(
    context: Context, build: Assembly, watch: Watch = lambda _build, _level: None
) -> tuple[SolvedBox | None, list[Finding], tuple[MeshLevel, ...]]:
    """The box on its finest mesh, and all findings of a build whose panels carry, on a mesh so fine that the governing use moved by under 3 % since the one before; where it
    still moves on the finest, every use is taken higher by what it moved."""
    levels: list[MeshLevel] = []
    if not build.shells:
        return None, [], ()
    found: dict[str, Finding] = {}
    series: dict[str, list[tuple[float, float]]] = {}
    box: SolvedBox | None = None
    for k in range(ROUNDS):
        box, rows = check_box(context, build, k)
        if box is None or box.results.errors:
            return box, rows, tuple(levels)
        step, elements = box.step, len(box.mesh.sheets.quads)
        before, found = found, {row.id: row for row in rows}
        for row in rows:
            if row.use is not None and row.demand is not None:
                series.setdefault(row.id, []).append((step, row.use))
        governs = max((row for row in rows if row.use is not None and not row.minimum), key=lambda row: row.use or 0.0, default=None)
        if governs is None:
            return box, rows, tuple(levels)
        levels.append(MeshLevel(step, elements, governs.id, governs.use or 0.0, _moved(governs, found, before)))
        watch(build.id, levels[-1])
        if k > 0 and (levels[-1].settled or elements > MOST / 2):
            break
    last = levels[-1]
    return box, [_worded(row, series.get(row.id, ()), last) for row in found.values()], tuple(levels)


def _moved(governs: Finding, found: Mapping[str, Finding], before: Mapping[str, Finding]) -> float | None:
    """The governing finding's own movement, or that of the one that governed before, whichever is more."""
    if not before:
        return None
    first = max((row for row in before.values() if row.use is not None and not row.minimum), key=lambda row: row.use or 0.0)
    moves = [0.0]
    for name in {governs.id, first.id}:
        was, now = (rows[name].use if name in rows else None for rows in (before, found))
        moves.append(abs(now - was) / max(was, now, 1e-9) if was is not None and now is not None else math.inf)
    return max(moves)


def _worded(row: Finding, series: Sequence[tuple[float, float]], last: MeshLevel) -> Finding:
    """The finding with what its use was on every mesh; higher by what the governing use still moves, where it did not settle."""
    if not series or row.use is None or row.minimum:
        return row
    w = Working()
    w.say("Refined: " + ", ".join(f"elements of {step:.0f} mm {use:.3f}" for step, use in series) + ".")
    if last.settled:
        w.say(f"The governing use moved by {100 * (last.moved or 0.0):.1f} % at last, under {100 * SETTLED:.0f} %.")
        return replace(row, working=row.working + w.done())
    moved = min(last.moved or 0.0, 1.0)
    w.say(f"The governing use still moves by {100 * moved:.0f} %: every use is taken so much higher.")
    w.given("u", row.use, "", "on the finest mesh")
    use = w.line("use", "u * (1 + m)", "", m=moved)
    return replace(row, use=use, state=at_most(use, 1.0)[1], working=row.working + w.done())
