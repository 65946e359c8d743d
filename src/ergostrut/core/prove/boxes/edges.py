"""What holds the edges of a box: a screw by the length of edge it stands for, or a bond line by its stress."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view

from ...cases import ROAD_DURATION
from ...finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ...mechanics.boxes.mesh import Seam
from ...mechanics.joints import woodscrew
from ...mechanics.solver.model import Array
from .model import Box
from .stiff import ROLLS
from .strength import lasts

EDGE = 0.5
"""What a screw holds in a panel's edge of what it holds in its face: common practice, no published source."""
GRAVITY = 0.5
PEELS = 0.4
"""MPa, characteristic: veneers pulled apart across a panel (from memory, at the low end); a good glue line holds more than the veneers."""
LONG, SHORT = 0.37, 0.60
LEAST = 100.0
"""mm of a bond line over which its stress is a mean: a corner's is the mesh's."""


@dataclass(frozen=True)
class _Taken:
    """What a seam takes a mm in every case that has a result, means over a length (cases, places): across, and apart."""

    seam: Seam
    V: Array
    T: Array


def _taken(box: Box, rows: np.ndarray, over: float) -> Iterator[_Taken]:
    begin = 0
    for seam in box.seams:
        n = len(seam.pairs)
        forces = box.edges[rows][:, begin : begin + n] / seam.lengths[:, None]
        begin += n
        k = max(round(over / max(float(np.median(seam.lengths)), 1.0)), 1)
        mean: Array = sliding_window_view(forces, min(k, n), axis=1).mean(axis=-1)
        # out of the first panel's face, towards the side the other stands on: apart is pull, together bears edge on face
        first, second = (next(slab for slab in box.slabs if slab.id == name) for name in (seam.first, seam.second))
        away = math.copysign(1.0, second.middle[first.across] - first.middle[first.across])
        yield _Taken(seam, np.hypot(mean[..., 0], mean[..., 2]), np.maximum(away * mean[..., 1], 0.0))


def _hardest(box: Box) -> tuple[Seam, int, float, float] | None:
    """The seam, case, and N/mm across and apart where both uses together are largest."""
    over, across, apart = _limits(box)
    rows = np.array([i for i in range(len(box.cases)) if i not in box.results.errors], dtype=int)
    best: tuple[float, Seam, int, float, float] | None = None
    for one in _taken(box, rows, over):
        use = one.V / across[rows, None] + one.T / apart[rows, None]
        c, j = (int(v) for v in np.unravel_index(int(np.argmax(use)), use.shape))
        if best is None or float(use[c, j]) > best[0]:
            best = float(use[c, j]), one.seam, int(rows[c]), float(one.V[c, j]), float(one.T[c, j])
    return best[1:] if best is not None else None


def _limits(box: Box) -> tuple[float, Array, Array]:
    """mm over which a line's forces are means, and N/mm that it holds across and apart in every case."""
    edging = box.build.edging
    assert edging is not None
    thin = min(slab.sheet.t for slab in box.slabs)
    if edging.glued:
        k = np.array([LONG if lasts(case) else SHORT for case in box.cases])
        return LEAST, k * ROLLS * thin, k * PEELS * thin
    lateral, pull = _held(box)
    CD = np.array([1.0 if case.lasting else ROAD_DURATION for case in box.cases])
    return edging.spacing, CD * max(lateral, 1e-9) / edging.spacing, CD * max(pull, 1e-9) / edging.spacing


def _held(box: Box) -> tuple[float, float]:
    """N that one screw holds across and in pull in a panel's edge, before load duration; nothing across where it bites too little."""
    edging, thin = box.build.edging, min(slab.sheet.t for slab in box.slabs)
    assert edging is not None
    lateral = woodscrew.lateral(edging.screw.root, edging.screw.Fyb, thin, GRAVITY, GRAVITY, edging.bite, edging.screw.d)
    return lateral * EDGE, woodscrew.withdrawal(GRAVITY, edging.screw.d, edging.bite) * EDGE


def uses_of(box: Box, case: int) -> list[tuple[Seam, float]]:
    """Use of every seam's hardest place in a case."""
    over, across, apart = _limits(box)
    rows = np.array([case])
    return [(one.seam, float((one.V / across[case] + one.T / apart[case]).max(initial=0.0))) for one in _taken(box, rows, over)]


def check_edges(box: Box) -> Iterator[Finding]:
    """The hardest worked edge: its screws, or its glue where edges are glued."""
    assert box.build.edging is not None
    yield from _bond(box) if box.build.edging.glued else _screws(box)


def _words(seam: Seam) -> tuple[str, str]:
    face, edge = (name.rsplit("/", 1)[-1].replace(".", " ") for name in (seam.first, seam.second))
    return face, edge


def _screws(box: Box) -> Iterator[Finding]:
    edging, say = box.build.edging, box.context.say
    assert edging is not None
    thin, (lateral, pull) = min(slab.sheet.t for slab in box.slabs), _held(box)
    found = _hardest(box)
    if found is None:
        return
    seam, i, v, t = found
    V, T, case, w = v * edging.spacing, t * edging.spacing, box.cases[i], Working()
    face, edge = _words(seam)
    w.say(f"Through {face} into the edge of {edge}, {case.name}; a screw every {edging.spacing:.0f} mm takes what its length of edge asks.")
    w.given("V", V, "N", "across")
    w.given("T", T, "N", "pull; where edge presses on face no screw is asked")
    blank = Finding(
        f"{box.build.id}/slab.edges",
        "slab.edges",
        "prove",
        (seam.first, seam.second),
        "Screws of the edges",
        f"{say.force(V)} across and {say.force(T)} pull on a screw, through {face} into {edge}, {case.name.lower()}.",
        "unknown",
        math.hypot(V, T),
        None,
        "N",
        case=case.name,
        basis=f"NDS 2018 chapter 12, half of it in a panel's edge: {COMMON_PRACTICE}; the two added (12.4.1)",
    )
    if lateral <= 0:
        sentence = f"{blank.sentence} It bites less than six diameters: take longer screws."
        yield unknown(replace(blank, sentence=sentence, working=w.done()), "longer screw")
        return
    w.given("Z", lateral, "N", f"{edging.screw.id}, least yield mode in {thin:.1f} mm, x {EDGE:g} in an edge")
    w.given("W", pull, "N", f"withdrawal over {edging.bite:.0f} mm, x {EDGE:g} in an edge")
    w.given("C_D", 1.0 if case.lasting else ROAD_DURATION, "", "load duration")
    use = w.line("use", "(V / Z + T / W) / C_D", "")
    yield replace(blank, state=at_most(use, 1.0)[1], use=use, limit=math.hypot(V, T) / use if use > 0 else None, working=w.done())


def _bond(box: Box) -> Iterator[Finding]:
    """Sheared along the veneers and peeled off them: what a glue line asks of the panels it joins, as wide as the thinner one's edge."""
    say, width = box.context.say, min(slab.sheet.t for slab in box.slabs)
    found = _hardest(box)
    if found is None:
        return
    seam, i, v, t = found
    case, w = box.cases[i], Working()
    face, edge = _words(seam)
    w.say(f"{edge} glued on {face}, {case.name}; a mean over {LEAST:.0f} mm.")
    w.given("v", v, "N/mm", "across, a mm of line")
    w.given("p", t, "N/mm", "apart, a mm of line")
    w.given("b", width, "mm", "width of the line, the thinnest edge")
    w.line("tau", "v / b", "MPa")
    w.line("sigma", "p / b", "MPa")
    w.given("k", LONG if lasts(case) else SHORT, "", "long" if lasts(case) else "short")
    use = w.line("use", "tau / (k * r) + sigma / (k * f)", "", "veneers roll or peel before the glue", r=ROLLS, f=PEELS)
    yield Finding(
        f"{box.build.id}/slab.edges",
        "slab.edges",
        "prove",
        (seam.first, seam.second),
        "Glue of the edges",
        f"{say.stress(v / width)} sheared and {say.stress(t / width)} peeled, {edge} on {face}, {case.name.lower()}.",
        at_most(use, 1.0)[1],
        use,
        1.0,
        "of the limit",
        use,
        case=case.name,
        basis="veneers of the panel beside the line, EN 12369-2 at the low end, from memory; edges clamped while the glue sets",
        working=w.done(),
    )
