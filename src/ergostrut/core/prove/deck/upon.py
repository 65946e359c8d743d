"""A deck under a build that stands on it: every board, or every strip of a sheet, under all that presses it there at once."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...cases import Case
from ...catalog.model import Planks, Sheet
from ...finding import Finding, Working, unknown
from ...mechanics.solver.model import Array
from .field import PLYWOOD, Field, allowable, along
from .planks import allow

SIMPLE = "a simple beam from one member to the next, every force of what stands there at its place"
CHECK, TITLE = "deck.stands", "Deck under what stands on it"


@dataclass(frozen=True, slots=True)
class _Strip:
    """A part of a deck as wide as ``width`` mm round ``c``, and the forces on it: (cases, n) N at ``s`` (n,) along the span."""

    width: float
    c: float
    s: Array
    forces: Array


def check_upon(field: Field) -> Iterator[Finding]:
    """The part of a deck that is bent hardest under what stands on it, each case with its own duration."""
    for handed in field.assembly.bears:
        sheet, k = field.panel.sheet, field.panel.laid.span
        feet = [(n, foot) for n, foot in enumerate(handed.feet) if foot.toward[2] > 0 and not foot.wall]
        if not feet:
            continue
        blank = Finding(f"{field.assembly.id}/{CHECK}", CHECK, "prove", (field.panel.id,), TITLE, "", "unknown")
        if not isinstance(sheet, Planks | Sheet):
            text = f"{handed.label} presses on its skin along edges, which nobody asked of a sandwich: put bearers under it."
            yield unknown(Finding(blank.id, CHECK, "prove", blank.parts, TITLE, text, "unknown"), "check of edges on a sandwich")
            continue
        forces = np.array(handed.forces)[:, [n for n, _ in feet]]
        s, c = (np.array([foot.at[i] for _, foot in feet]) for i in (k, 1 - k))
        wide = np.array([foot.size[1 - k] for _, foot in feet])
        under = sorted(field.assembly.member(name).middle[k] for name in field.panel.laid.on)
        limits = np.array([_limit(field, case)[0] for case in handed.cases])
        best: tuple[float, float, Case, float, float] | None = None
        for strip in _strips(field, s, c, wide, forces):
            for a, b in itertools.pairwise(under):
                inside = (strip.s > a) & (strip.s < b)
                if not inside.any():
                    continue
                moments = _bent(strip.s[inside] - a, strip.forces[:, inside], b - a)
                part = moments / (strip.width * sheet.t**2 / 6) / limits
                i = int(np.argmax(part))
                if best is None or float(part[i]) > best[0]:
                    best = float(part[i]), float(moments[i]), handed.cases[i], strip.width, b - a
        if best is not None:
            yield _finding(field, handed.label, *best[1:])


def _strips(field: Field, s: Array, c: Array, wide: Array, forces: Array) -> Iterator[_Strip]:
    """Boards, each with what presses on it by the part of its width; of a sheet, what a foot spreads to round every place that is pressed."""
    k, sheet = field.panel.laid.span, field.panel.sheet
    if isinstance(sheet, Planks):
        for rect in field.panel.rects:
            lo, hi = rect[1 - k], rect[1 - k] + rect[3 - k]
            share = ((np.minimum(hi, c + wide / 2) - np.maximum(lo, c - wide / 2)) / wide).clip(0.0, 1.0)
            if share.any():
                yield _Strip(hi - lo, (lo + hi) / 2, s, forces * share)
        return
    assert isinstance(sheet, Sheet)
    E, Ex, _, _ = along(field.panel, sheet)
    spread = 0.58 * field.L * (Ex / E) ** 0.25
    for middle in np.unique(np.round(c, 1)).tolist():
        near = np.abs(c - middle) < spread / 2
        width = min(spread + float(wide[near].min()), field.wide)
        yield _Strip(width, middle, s[near], forces[:, near])


def _bent(s: Array, forces: Array, L: float) -> Array:
    """(cases,) N mm: the largest moment of a simple beam under forces at ``s`` mm from its end: it is under one of them."""
    low, high = np.minimum(s[:, None], s), np.maximum(s[:, None], s)
    found: Array = (forces @ (low * (L - high) / L)).max(axis=1)
    return found


def _limit(field: Field, case: Case, w: Working | None = None) -> tuple[float, str]:
    """Bending stress that it takes in a case, MPa, and on what authority: boards by whether it is parked, a sheet by whether that lasts."""
    sheet, w = field.panel.sheet, w if w is not None else Working()
    if isinstance(sheet, Planks):
        return allow(w, field, sheet, road=not case.lasting), sheet.source
    assert isinstance(sheet, Sheet)
    return allowable(w, field, sheet, along(field.panel, sheet)[2], lasting=case.lasting and not case.live), PLYWOOD


def _finding(field: Field, label: str, M: float, case: Case, width: float, L: float) -> Finding:
    sheet, say, w = field.panel.sheet, field.context.say, Working()
    assert isinstance(sheet, Planks | Sheet)
    w.say(f"{label} on {sheet.label}, {case.name}; forces from its own solution on what gives below it.")
    w.given("L", L, "mm", "from member to member")
    w.given("M", M, "N mm", "largest moment of all that presses there, simple beam")
    w.given("b", width, "mm", "a board" if isinstance(sheet, Planks) else "width that carries, Westergaard 1930")
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa", t=sheet.t)
    limit, basis = _limit(field, case, w)
    what = "one board" if isinstance(sheet, Planks) else "the sheet"
    text = f"{say.stress(stress)} of the {say.stress(limit)} working limit in {what} under {label}, {case.name.lower()}."
    return field.finding(CHECK, TITLE, text, stress, limit, case.name, w, f"{SIMPLE}; {basis}")
