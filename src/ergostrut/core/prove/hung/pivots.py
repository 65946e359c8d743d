"""Hinges: the pin by its own section, leaves and screws by the hinge's rating."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from ...finding import Finding, Working, at_most
from ...mechanics.solver.model import CaseResult
from ...structure.nouns.hung import Pivot
from ..model.study import Study
from .ways import SolvedRow, Way, blank, hardest_of, held


def pin_force(study: Study, result: CaseResult, bar: int) -> np.ndarray:
    """Force (3,) N that a pivot's pin puts on what turns on it, host axes."""
    assert study.posed is not None
    local = study.posed.frame.elements.T[bar][:3, :3]
    force: np.ndarray = local.T @ result.ends[bar, :3]
    return force


def check_pivots(study: Study, rows: Sequence[SolvedRow], way: Way) -> Iterator[Finding]:
    table: list[tuple[float, np.ndarray, Pivot, SolvedRow]] = []
    for row in rows:
        for pivot, bar in row.study.posed.hung.pivots if row.study.posed is not None else ():
            pushed = pin_force(row.study, row.result, bar)
            table.append((float(np.linalg.norm(pushed)), pushed, pivot, row))
    if not table:
        return
    say = study.context.say
    force, vector, pivot, row = max(table, key=lambda one: one[0] / one[2].d ** 3)
    up = f", {'pulled up' if vector[2] < 0 else 'pressed down'}" if abs(vector[2]) > 0.5 * force else ""
    w = Working()
    w.given("F", force, "N", f"on {pivot.label}{up}, {row.words}")
    w.line("e", "g + (t_1 + t_2) / 2", "mm", "middle of leaf to middle of leaf", g=pivot.gap, t_1=pivot.t1, t_2=pivot.t2)
    w.given("d", pivot.d, "mm", "pin")
    w.given("F_y", pivot.Fy, "MPa", "as given" if pivot.Fy_given else "mild steel unless known")
    if way.nominal:
        w.line("b", "F * e / (F_y * d**3 / 6)", "", "plastic moment")
        w.line("s", "F / (0.6 * F_y * pi * d**2 / 4)", "")
    else:
        w.line("b", "F * e / (pi * d**3 / 32) / (0.75 * F_y)", "", "bending")
        w.line("s", "F / (pi * d**2 / 4) / (0.4 * F_y)", "", "shear")
    w.line("U", "sqrt(b**2 + s**2)", "", "both at once")
    use = w.line("use", "U / a", "", a=way.accept)
    _, state = at_most(use, 1.0)
    yield replace(
        blank(study, f"pivot{way.key}", "prove", (pivot.id, pivot.moving), f"Hinge pins{way.title}", way),
        sentence=f"{say.force(force)} on the {say.length(pivot.d)} pin of {pivot.label}{up}, {row.words}.",
        state=state,
        demand=force,
        limit=force / use if use > 0 else None,
        use=use,
        case=row.case,
        basis=f"pin bending 0.75 Fy, shear 0.4 Fy, both at once after EN 1993-1-8 3.13.2{way.basis}",
        working=w.done(),
    )
    hardest = hardest_of((one, pivot.rating, (pivot, row)) for one, _, pivot, row in table)
    assert hardest is not None
    force, rating, (pivot, row) = hardest
    w = Working()
    w.given("F", force, "N", f"on {pivot.label}, {row.words}")
    found = replace(
        blank(study, f"hinge{way.key}", "anchor", (pivot.id, pivot.fixed), f"Hinges{way.title}", way),
        sentence=f"{say.force(force)} on {pivot.label}, {row.words}.",
        demand=force,
        case=row.case,
        basis=f"resultant from the frame; leaves and screws by the hinge's rating{way.basis}",
    )
    yield held(found, w, rating, way, "hinge rating", "F")
