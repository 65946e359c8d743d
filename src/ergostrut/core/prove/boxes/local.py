"""Where a panel is hard pressed or cut away: under a tie's washer, and beside its openings."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from ...catalog.model import Sheet
from ...finding import COMMON_PRACTICE, Finding, Working, at_least, at_most
from ...mechanics.panels import sandwich
from ...structure.nouns.panel import Panel
from .fixed import ties_of
from .model import SolvedBox
from .stiff import BIRCH, SHEARS, WET

PRESSES = 2.3
"""MPa allowed on a plywood's face (APA Panel Design Specification, bearing on face, the lower, from memory)."""
WET_PRESSES = 0.67
STRIP, TWICE = 25.0, 2.0
"""mm and thicknesses that should stay beside an opening: common practice, no published source."""
CORNER = 10.0


def check_local(box: SolvedBox) -> Iterator[Finding]:
    """The hardest pulled washer, and the narrowest strip beside every opening."""
    yield from _washer(box)
    for panel in box.shells:
        yield from _strips(box, panel)


def _washer(box: SolvedBox) -> Iterator[Finding]:
    ties = ties_of(box.build, "tie")
    pads = [tie.pad for tie in ties]
    if not ties or any(pad is None for pad in pads):
        return
    rows = [i for i in range(len(box.cases)) if i not in box.results.errors]
    pulls = box.results.rest_force[rows][:, -len(ties) :]
    if not rows:
        return
    c, k = (int(v) for v in np.unravel_index(int(np.argmax(pulls)), pulls.shape))
    pad, case, say, w = pads[k], box.cases[rows[c]], box.context.say, Working()
    assert pad is not None
    panel = next(one for one in box.shells if one.id == pad.member)
    T = w.given("T", float(pulls[c, k]), "N", f"pulls on the {ties[k].label}, {case.name}")
    w.given("d_w", pad.along, "mm", "across the washer")
    wet, sheet = box.context.design.loads.wet, panel.plate
    if isinstance(sheet, Sheet):
        _, shear = BIRCH.get(sheet.material.id, (0.0, SHEARS))
        w.given("t", sheet.t, "mm", f"the {panel.name}, {sheet.label}")
        w.line("R_p", "f * C * pi * d_w**2 / 4", "N", "presses into the face; no hole taken out", f=PRESSES, C=WET_PRESSES if wet else 1.0)
        w.line(
            "R_v",
            "k * v * pi * d_w * t",
            "N",
            "punches through, sheared round the washer",
            k=sheet.material.short * (WET if wet else 1.0),
            v=shear,
        )
        limit, basis = w.line("R", "min(R_p, R_v)", "N"), "APA Panel Design Specification and EN 12369-2, from memory"
    else:
        limit = w.line("R", "f / n * pi * d_w**2 / 4", "N", "crushes the core under it", f=sheet.core.crush, n=sandwich.CORE_FACTOR)
        basis = "core's crushing over 3, without an insert"
    use, state = at_most(T, limit)
    w.line("use", "T / R", "")
    yield Finding(
        f"{box.build.id}/slab.washer", "slab.washer", "prove", (panel.id, ties[k].id), "The panel under a tie's washer",
        f"{say.force(T)} of {say.force(limit)} that the {panel.name} holds under a washer {say.length(pad.along)} across, {case.name.lower()}.",
        state, T, limit, "N", use, case=case.name, basis=basis, working=w.done(),
    )  # fmt: skip


def _strips(box: SolvedBox, panel: Panel) -> Iterator[Finding]:
    """The narrowest strip between an opening and an edge or another opening; a notch's open side is none."""
    if not panel.openings:
        return
    axes = [axis for axis in range(3) if axis != panel.across]
    best = math.inf
    for n, (lo, hi) in enumerate(panel.openings):
        for k, axis in enumerate(axes):
            other = axes[1 - k]
            best = min([best, *(gap for gap in (lo[axis] - panel.lo[axis], panel.hi[axis] - hi[axis]) if gap > 0.5)])
            for low, high in panel.openings[n + 1 :]:
                if max(lo[other], low[other]) < min(hi[other], high[other]):
                    best = min([best, *(gap for gap in (lo[axis] - high[axis], low[axis] - hi[axis]) if gap > 0.5)])
    if math.isinf(best):
        return
    say, w, t = box.context.say, Working(), panel.sheet.t
    w.given("w", best, "mm", "narrowest strip left")
    w.given("t", t, "mm", "thickness")
    want = w.line("w_want", "max(n * t, s)", "mm", n=TWICE, s=STRIP)
    use, state = at_least(best, t, want)
    yield Finding(
        f"{box.build.id}/{panel.id.rsplit('/', 1)[-1]}.cutout", "slab.cutout", "prove", (panel.id,), f"{panel.name.capitalize()}, what is left beside its openings",
        f"{say.length(best)} left at the narrowest, {say.length(want)} wanted; inside corners rounded by {say.length(CORNER)} or more. "
        "What it carries there is in the panel's strength.",
        state, best, want, "mm", use, minimum=True, basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip
