"""What holds the edges of a box: a fastener by the length of edge it stands for, or a bond line by its stress."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from ...cases import CRASH_BASIS, CRASH_CAUTION, ROAD_DURATION, Case
from ...finding import Finding, Working, at_most, unknown
from ...mechanics.boxes.mesh import Seam
from ...mechanics.solver.linked import link_forces
from ...mechanics.solver.model import Array, Results
from ...structure.nouns.panel import EdgeWay, Panel
from ..joints.wooden import WET_SCREW
from .model import SolvedBox, edging_of
from .stiff import WET
from .strength import lasts
from .ways import BASES, BRACKET, EDGE, GLUED, NOMINAL, PEELS, SLANT, TITLES, EdgeHold, hold_of, use_of


@dataclass(frozen=True)
class _Taken:
    """What a seam takes a mm in every case that was asked, means over a length (cases, places): across, apart (together: negative), turned."""

    seam: Seam
    hold: EdgeHold
    V: Array
    T: Array
    m: Array
    use: Array


def _pair(box: SolvedBox, seam: Seam) -> tuple[Panel, Panel]:
    first, second = (next(panel for panel in box.shells if panel.id == name) for name in (seam.first, seam.second))
    return first, second


def _windows(lengths: Array, over: float) -> Array:
    """(windows, nodes): what makes means a mm over ``over`` mm of a line of its nodes' forces, beginning or ending where a node's length does."""
    end = np.cumsum(lengths)
    begin, whole = end - lengths, float(end[-1])
    over = min(over, whole)
    start = np.unique(np.round(np.clip(np.concatenate([begin, end - over]), 0.0, whole - over), 6))[:, None]
    shared = np.clip(np.minimum(end, start + over) - np.maximum(begin, start), 0.0, None)
    found: Array = shared / lengths / over
    return found


@dataclass(frozen=True)
class _Run:
    """Cases with what every link takes in them, (cases, links, 6); ``crash``: against nominal strength."""

    cases: tuple[Case, ...]
    forces: Array
    wet: bool
    crash: bool = False

    def duration(self, hold: EdgeHold, i: int) -> tuple[float, str]:
        """What a case leaves of what an edge holds, or adds to it, and why."""
        k, why = self._dry(hold, i)
        if not self.wet or (hold.edging.rating is not None and hold.edging.way not in GLUED):
            return k, why
        return (WET * k, f"{why}, wetted x {WET:g}") if hold.edging.way in GLUED else (WET_SCREW * k, f"{why}, wet service x {WET_SCREW:g}")

    def _dry(self, hold: EdgeHold, i: int) -> tuple[float, str]:
        case = self.cases[i]
        if hold.edging.way in GLUED:
            if self.crash:
                return 1.0, "characteristic, in a crash"
            return (hold.long, "long") if lasts(case) else (hold.short, "short")
        if hold.edging.rating is not None:
            return 1.0, "nothing on a given figure"
        if self.crash:
            return NOMINAL, "nominal strength in a crash, NDS table N1 from memory"
        return (1.0 if case.lasting else ROAD_DURATION), "load duration"


def _run(box: SolvedBox, cases: tuple[Case, ...], results: Results, *, crash: bool = False) -> _Run:
    assert box.frame.links is not None
    rows = [i for i in range(len(cases)) if i not in results.errors]
    return _Run(tuple(cases[i] for i in rows), link_forces(box.frame.links, results.u[rows]), box.context.design.loads.wet, crash)


def _taken(box: SolvedBox, run: _Run) -> Iterator[_Taken]:
    begin = 0
    for seam in box.seams:
        n = len(seam.pairs)
        forces = run.forces[:, begin : begin + n]
        begin += n
        first, second = _pair(box, seam)
        hold = hold_of(edging_of(box, seam), second.plate, first.plate)
        mean: Array = np.einsum("wn,cnk->cwk", _windows(seam.lengths, hold.over), forces)
        # out of the first panel's face, towards the side the other stands on: apart is pull, together bears edge on face
        away = 1.0 if (second.outline.mean(axis=0) - first.outline.mean(axis=0)) @ np.array(seam.out) > 0 else -1.0
        V, T, m = np.hypot(mean[..., 0], mean[..., 2]), away * mean[..., 1], np.abs(mean[..., 3])
        k = np.array([run.duration(hold, i)[0] for i in range(len(run.cases))])[:, None]
        yield _Taken(seam, hold, V, T, m, use_of(hold, V, T, m, k))


@dataclass(frozen=True, slots=True)
class EdgeUse:
    """An edge's hardest place in a case: None where what it holds is not known; N/mm across and apart."""

    seam: Seam
    use: float | None
    way: EdgeWay
    across: float
    apart: float


def uses_of(box: SolvedBox, case: int) -> list[EdgeUse]:
    """Every seam's hardest place in a case."""
    assert box.frame.links is not None
    run = _Run((box.cases[case],), link_forces(box.frame.links, box.results.u[[case]]), box.context.design.loads.wet)
    found = []
    for one in _taken(box, run):
        j = int(np.argmax(one.use[0]))
        use = None if one.hold.missing else float(one.use[0, j])
        found.append(EdgeUse(one.seam, use, one.hold.edging.way, float(one.V[0, j]), float(one.T[0, j])))
    return found


def check_edges(box: SolvedBox) -> Iterator[Finding]:
    """The hardest worked place of every way that edges are held, and of what is not known the one that is asked most; in a crash too."""
    runs = [_run(box, box.cases, box.results)]
    if box.hit is not None:
        runs.append(_run(box, box.crash, box.hit, crash=True))
    for run in runs:
        best: dict[tuple[str, bool], tuple[float, _Taken, int, int]] = {}
        for one in _taken(box, run) if run.cases else ():
            c, j = (int(v) for v in np.unravel_index(int(np.argmax(one.use)), one.use.shape))
            # a way that is partly unknown is unknown as a whole
            key = ("slab.edges" if one.hold.edging is box.build.edging else "back.edges", bool(one.hold.missing))
            if key not in best or float(one.use[c, j]) > best[key][0]:
                best[key] = float(one.use[c, j]), one, c, j
        for (name, open_), (_, one, c, j) in sorted(best.items()):
            whole = f"{name}.known" if not open_ and (name, True) in best else name
            yield _finding(box, f"{whole}.crash" if run.crash else whole, one, run, c, j)


def _words(seam: Seam) -> tuple[str, str]:
    face, edge = (name.rsplit("/", 1)[-1].replace(".", " ") for name in (seam.first, seam.second))
    return face, edge


def _finding(box: SolvedBox, name: str, one: _Taken, run: _Run, c: int, j: int) -> Finding:
    case, say, w, way = run.cases[c], box.context.say, Working(), one.hold.edging.way
    v, p, m = (float(values[c, j]) for values in (one.V, one.T, one.m))
    k = run.duration(one.hold, c)
    face, edge = _words(one.seam)
    w.say(f"The edge of {edge} on {face}, {case.name}; a mean over {one.hold.over:.0f} mm.")
    w.given("v", v, "N/mm", "across, a mm of edge")
    w.given("p", p, "N/mm", "apart, a mm of edge; together is negative")
    w.given("m", m, "N mm/mm", "turned about the edge, a mm of it")
    w.given("t", one.hold.t, "mm", "thickness of the edge")
    use = _bond(w, one.hold, *k) if way in GLUED else _fasteners(w, one.hold, *k)
    where = "the back" if name.startswith("back") else "the edges"
    found = Finding(
        f"{box.build.id}/{name}",
        "slab.edges",
        "prove",
        (one.seam.first, one.seam.second),
        TITLES[way].replace("the edges", where) + (", in a crash" if run.crash else ""),
        f"{say.force(v * one.hold.over)} across and {say.force(abs(p) * one.hold.over)} {'apart' if p > 0 else 'together'} on {say.length(one.hold.over)} "
        f"of the edge of {edge} on {face}, {case.name.lower()}.",
        "unknown",
        math.hypot(v, max(p, 0.0)),
        None,
        "N/mm",
        case=case.name,
        basis=f"{BASES[way]}; {CRASH_BASIS}" if run.crash else BASES[way],
        caution=CRASH_CAUTION if run.crash else "",
        working=w.done(),
    )
    if use is None:
        return unknown(replace(found, sentence=f"{found.sentence} {one.hold.why}"), one.hold.missing)
    return replace(found, state=at_most(use, 1.0)[1], use=use, demand=use, limit=1.0, unit="of the limit")


def _bond(w: Working, hold: EdgeHold, k: float, why: str) -> float:
    """Sheared along the veneers and peeled off them: what a glue line asks of the panels it joins."""
    w.given("k", k, "", why)
    hold_words = (
        "veneers roll or peel before the glue" if hold.peel == PEELS else "the core shears or tears before the glue, torn as it crushes"
    )
    if hold.edging.way == "dado":
        w.given("d", hold.edging.size, "mm", "depth of the groove")
        w.line("tau", "v / (t + 2 * d) + max(p, 0) / (2 * d) + m / (t * d)", "MPa", "on the groove's floor and sides")
        return w.line("use", "tau / (k * r)", "", hold_words, r=hold.roll)
    if hold.edging.way == "blocks":
        w.given("b", hold.edging.size, "mm", "a block's side")
        _pried(w)
        w.line("tau", "v / b", "MPa")
        w.line("sigma", "F / b", "MPa")
    else:
        w.line("tau", "v / t", "MPa")
        w.line("sigma", "max(p / t + 6 * m / t**2, 0)", "MPa")
    return w.line("use", "tau / (k * r) + sigma / (k * f)", "", hold_words, r=hold.roll, f=hold.peel)


def _pried(w: Working) -> None:
    w.line(
        "F", "max(p, 0) * (1 + (t + b) / (2 * t + b)) + max(m - t / 2 * max(-p, 0), 0) / (t + b / 2)", "N/mm", "pulled, pried about the edge's far side"
    )  # fmt: skip


def _fasteners(w: Working, hold: EdgeHold, k: float, why: str) -> float | None:
    edging = hold.edging
    w.given("a", edging.spacing, "mm", "between fasteners")
    if edging.way == "brackets":
        w.given("b", edging.size, "mm", "a bracket's leg")
        _pried(w)
    else:
        w.line("F", "max(p + 2 * m / t, 0)", "N/mm", "pulled; the edge presses at its far side as it turns")
    w.line("V", "v * a", "N", "across, a fastener")
    w.line("T", "F * a", "N", "pull, a fastener")
    if hold.lateral is None or hold.pull is None:
        return None
    words = {
        "brackets": (f"a bracket, {BRACKET:g} of its figure", f"a bracket, {BRACKET:g} of its figure"),
        "pocket": (f"{edging.screw.id}, least yield mode, x {SLANT:g} at a slant", f"withdrawal, x {SLANT:g} at a slant"),
    }.get(
        edging.way,
        (f"{edging.screw.id}, least yield mode in {hold.on:.1f} mm, x {EDGE:g} in an edge", f"withdrawal over {edging.bite:.0f} mm, x {EDGE:g} in an edge"),
    )  # fmt: skip
    if edging.rating is not None and edging.way != "brackets":
        words = ("one fastener, as given", "one fastener, as given")
    w.given("Z", hold.lateral, "N", words[0])
    w.given("W", hold.pull, "N", f"its head comes through {hold.on:.1f} mm, NDS 2018 12.2.5" if hold.head else words[1])
    w.given("C_D", k, "", why)
    return w.line("use", "(V / Z + T / W) / C_D", "")
