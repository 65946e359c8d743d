"""What is found of a build of panels: its panels' strength, sag and buckling, its edges, whether it racks, what ties it down."""

from __future__ import annotations

import itertools
import math
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

import numpy as np

from ...cases import CRASH_BASIS, CRASH_CAUTION, ROAD_BASIS, TWIST, Case
from ...finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ...mechanics.solver.model import Array, Results, SolverError
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.panel import Panel
from .edges import check_edges
from .fixed import ties_of, without
from .lids import check_lids
from .local import check_local
from .model import SolvedBox, solved
from .stiffened import check_stiffened
from .strength import check_strength

CREEP = 1.5
RACKS = 120.0
"""Height over this: what a box may sway (walls L/120)."""
FOLDS = 30.0
"""Times its limit from which a sway is no number any more."""
BUCKLES = 2.0
HEEL = 60.0
"""mm from a wall bracket's bolt to its heel (common practice, no published source)."""
HARDEST = 12
"""Cases tried again with a fixing gone."""
GONE = 1.33
"""Use accepted of what is left when one fixing is gone."""
SAG = "shells; creep 1.5 on lasting load: common practice, no published source"


def check_box(context: Context, build: Assembly, level: int = 0) -> tuple[SolvedBox | None, list[Finding]]:
    """A build whose panels carry, solved on the coarsest mesh or ``level`` times refined, and all its findings; nothing for a build without."""
    if not build.shells:
        return None, []
    try:
        box = solved(context, build, level)
    except SolverError as error:
        # what stands on another build is mended there, or moved
        mend = "" if build.on else " Close its back, add an upright, or screw its edges nearer."
        return None, [
            Finding(
                f"{build.id}/slab.stands", "slab.stands", "prove", (build.id,), "The box holds its shape",
                f"It does not: {error}.{mend}", "over",
            )
        ]  # fmt: skip
    return box, list(box_findings(box))


def box_findings(box: SolvedBox) -> Iterator[Finding]:
    """What is found of a box as it is solved."""
    for i, why in itertools.islice(box.results.errors.items(), 1):
        name = box.cases[i].name
        yield Finding(
            f"{box.build.id}/slab.stands", "slab.stands", "prove", (box.build.id,), "The box stays where it stands",
            f"Nothing holds it, {name.lower()}: {why}. Tie its corners down.", "over", case=name,
        )  # fmt: skip
    if len(box.results.errors) == len(box.cases):
        return
    tops = [panel for panel in box.shells if panel.use in ("deck", "sleeping")]
    yield from _by_level(row for panel in box.shells for row in check_strength(box, panel))
    yield from _by_level(row for top in tops for row in _sag(box, top))
    yield from _buckles(box)
    yield from check_edges(box)
    yield from check_stiffened(box)
    yield from check_local(box)
    yield from check_lids(box.context, box.build)
    yield from _racks(box)
    yield from _ties(box)


def _by_level(found: Iterable[Finding]) -> Iterator[Finding]:
    """Of shelves side by side, ``shelf.1.2`` and its like, the worst of each level alone."""
    kept: dict[str, Finding] = {}
    for one in found:
        level = re.sub(r"/(shelf\.\d+)\.\d+\.", r"/\1.", one.id)
        title = re.sub(r"^(Shelf \d+) \d+", r"\1", one.title)
        before = kept.get(level)
        if before is None or (one.use or 0.0) > (before.use or 0.0):
            kept[level] = replace(one, id=level, title=title)
    yield from kept.values()


def _rows(box: SolvedBox) -> np.ndarray:
    """Cases that have a result."""
    return np.array([i for i in range(len(box.cases)) if i not in box.results.errors], dtype=int)


def _top(box: SolvedBox) -> Panel:
    return max((panel for panel in box.shells if panel.use in ("deck", "sleeping")), key=lambda panel: panel.hi[2])


def _span(box: SolvedBox, top: Panel) -> float:
    """The widest bay under the top."""
    found = []
    for axis in (0, 1):
        lines = sorted({s.middle[axis] for s in box.shells if s.across == axis})
        if len(lines) > 1:
            found.append(max(b - a for a, b in itertools.pairwise(lines)))
    return min(found, default=min(top.cut))


def _sag(box: SolvedBox, top: Panel) -> Iterator[Finding]:
    """How far a level panel sinks between what carries it under what lies there, creep in, and everybody asleep where he lies."""
    say = box.context.say
    nodes = box.mesh.of[top.id]
    edge = [int(n) for s in box.shells if s.across != 2 for n in box.mesh.of[s.id]]
    u = box.results.u[:, :, 2]
    parked = next(i for i, case in enumerate(box.cases) if case.name == "Parked")
    if parked in box.results.errors:
        return
    lowest = max(float(u[parked, edge].min()), -1e9)
    lasting = max(0.0, float(lowest - u[parked, nodes].min()))
    asleep = [i for i, case in enumerate(box.cases) if any("asleep" in name for name in case.live) and i not in box.results.errors]
    live, name = 0.0, "Parked"
    for i in asleep:
        more = float((u[parked, nodes] - u[i, nodes]).max())
        if more > live:
            live, name = more, box.cases[i].name
    L, r = _span(box, top), box.context.design.loads.limits.of(top.use)
    w = Working()
    w.given("w_d", lasting, "mm", "under panels and load, below what carries it")
    w.given("w_p", live, "mm", "more with everybody asleep where he lies" if asleep else "nobody sleeps on it")
    sag = w.line("delta", "k_c * w_d + w_p", "mm", "creep on what lasts", k_c=CREEP)
    w.given("L", L, "mm", "widest bay under it")
    limit = w.line("delta_limit", "L / r", "mm", r=r)
    use, state = at_most(sag, limit)
    yield Finding(
        f"{box.build.id}/{top.id.rsplit('/', 1)[-1]}.sag", "slab.sag", "prove", (top.id,), f"{top.name.capitalize()}, sag",
        f"{say.length(sag)} of {say.length(limit)} between uprights {say.length(L)} apart.", state, sag, limit, "mm", use,
        case=name, basis=SAG, working=w.done(),
    )  # fmt: skip


def _pushed(box: SolvedBox, panel: Panel, wave: float) -> Array:
    """(cases,) N/mm: the largest push or shear in a panel's plane, as a mean over a square of half a wave's length: a peak beside a
    screw buckles nothing."""
    shares = box.near(panel, wave)
    at = box.elements(panel)
    N = np.einsum("em,cmk->cek", shares, box.resultants.N[:, at].mean(axis=2), optimize=True)
    found: Array = np.maximum(-np.minimum(N[..., 0], N[..., 1]), np.abs(N[..., 2])).max(axis=1)
    return found


def _buckles(box: SolvedBox) -> Iterator[Finding]:
    """The panel that stands nearest to buckling: pushed in its plane between its edges, held there as a hinge holds."""
    rows, best = _rows(box), None
    for panel in box.shells:
        section = box.mesh.sheets.sections[box.mesh.sheets.names.index(panel.id)]
        D1, D2, D12, D66 = section.D[0, 0], section.D[1, 1], section.D[0, 1], section.D[2, 2]
        long, wide = panel.cut
        b = min(long, wide)
        critical = 2 * math.pi**2 / b**2 * (math.sqrt(D1 * D2) + D12 + 2 * D66)
        push = _pushed(box, panel, b / 2)[rows]
        i = int(np.argmax(push))
        use = float(push[i]) * BUCKLES / critical
        if best is None or use > best[0]:
            best = use, panel, i, float(push[i]), critical, b, section.D
    if best is None:
        return
    use, panel, i, push_, critical, b, D = best
    case, w = box.cases[int(rows[i])], Working()
    w.say(f"{panel.name}, {panel.sheet.label}, {case.name}.")
    w.given("N", push_, "N/mm", "pushed or sheared in its plane, the most that any half wave has as its mean")
    for name, value in (("D_1", D[0, 0]), ("D_2", D[1, 1]), ("D_12", D[0, 1]), ("D_66", D[2, 2])):
        w.given(name, float(value), "N mm", "plate stiffness")
    w.given("b", b, "mm", "its shorter side, edges held as hinges hold")
    w.line("N_cr", "2 * pi**2 / b**2 * (sqrt(D_1 * D_2) + D_12 + 2 * D_66)", "N/mm", "orthotropic plate pushed one way (Lekhnitskii 1957)")
    found = w.line("use", "n * N / N_cr", "", n=BUCKLES)
    yield Finding(
        f"{box.build.id}/slab.buckles", "slab.buckles", "prove", (panel.id,), "A panel buckles",
        f"{panel.name} is pushed to {found / BUCKLES:.2f} of what buckles it, {case.name.lower()}; half of that is allowed.",
        at_most(found, 1.0)[1], found, 1.0, "of the limit", found, case=case.name,
        basis=f"orthotropic plate, hinged edges, factor 2: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip


def _racks(box: SolvedBox) -> Iterator[Finding]:
    """How far its top sways in any road case."""
    # what twists under it moves it as far as it goes: its edges and ties are asked for that
    top, rows = _top(box), [int(i) for i in _rows(box) if not box.cases[int(i)].live and not box.cases[int(i)].share(TWIST)]
    nodes = box.mesh.of[top.id]
    sway = np.abs(box.results.u[rows][:, nodes, :2] - _tilted(box, rows, top)).max(axis=(1, 2))
    k = int(np.argmax(sway))
    case, w = box.cases[rows[k]], Working()
    sway_ = w.given("s", float(sway[k]), "mm", f"its top goes sideways, {case.name}")
    w.given("H", top.hi[2] - min(panel.lo[2] for panel in box.shells), "mm", "height")
    limit = w.line("s_limit", "H / r", "mm", r=RACKS)
    use, state = at_most(sway_, limit)
    yield Finding(
        f"{box.build.id}/slab.racks", "slab.racks", "prove", (top.id,), "It racks",
        _sways(box, sway_, limit, case),
        state, sway_, limit, "mm", use, case=case.name, basis=f"walls H/120: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip


def _tilted(box: SolvedBox, rows: Sequence[int], top: Panel) -> Array:
    """(cases, 1, 2) mm that its top goes sideways because what it stands on tilts, the box as a whole: the plane through its feet. Nothing on the
    host itself, which does not give."""
    found: Array = np.zeros((len(rows), 1, 2))
    if not box.build.on:
        return found
    at, low = box.mesh.nodes, min(panel.lo[2] for panel in box.shells)
    feet = np.flatnonzero(at[:, 2] - at[:, 2].min() < 0.5)
    plane = np.column_stack([np.ones(len(feet)), at[feet, 0], at[feet, 1]])
    _, slopes_x, slopes_y = np.linalg.lstsq(plane, box.results.u[rows][:, feet, 2].T, rcond=None)[0]
    found[:, 0, 0], found[:, 0, 1] = -slopes_x * (top.hi[2] - low), -slopes_y * (top.hi[2] - low)
    return found


def _sways(box: SolvedBox, sway: float, limit: float, case: Case) -> str:
    say, open_ = box.context.say, len({panel.across for panel in box.shells if panel.across != 2}) < 2
    if sway > FOLDS * limit:
        return f"It folds sideways, {case.name.lower()}: only its corners keep it square." + (" Close its back." if open_ else "")
    return f"{say.length(sway)} of {say.length(limit)} sideways at its top, {case.name.lower()}" + (
        "; nothing closes its back." if open_ else "."
    )


def _ties(box: SolvedBox) -> Iterator[Finding]:
    """The hardest pulled tie, and the hardest worked wall fixing; without either it is held by friction alone."""
    blank = Finding(f"{box.build.id}/bears.tie", "bears.tie", "anchor", (box.build.id,), "Ties that hold it down", "", "unknown", unit="N")
    if not ties_of(box.build):
        yield replace(blank, state="over", title="Nothing ties it down", sentence="Every bump lifts it and every corner slides it. Tie its corners down.",
                      caution="What is loose flies in a crash.")  # fmt: skip
        return
    for kind, check, title in (("tie", "bears.tie", "Ties that hold it down"), ("wall", "bears.wall", "Wall fixings")):
        mine = ties_of(box.build, kind)
        if not mine:
            continue
        one = replace(blank, id=f"{box.build.id}/{check}", check=check, title=title, parts=tuple(tie.id for tie in mine))
        yield _tied(one, box, box.cases, box.results, "", kind)
        if kind == "wall":
            slept = any(surface.use == "sleeping" for surface in box.build.surfaces)
            for found in _one_gone(one, box):
                # a verdict where people lie on it, a note elsewhere
                yield found if slept or found.state != "over" else replace(found, state="note")
        if box.hit is not None:
            name = "crash.ties" if kind == "tie" else "crash.wall"
            hit = replace(
                one, id=f"{box.build.id}/{name}", check=name, title=f"{title.split(' that')[0]} in a crash", caution=CRASH_CAUTION
            )
            if len(box.hit.errors) == len(box.crash):
                yield replace(hit, sentence=f"Nothing holds it: {next(iter(box.hit.errors.values()))}.", state="over")
                continue
            yield _tied(hit, box, box.crash, box.hit, f"; {CRASH_BASIS}", kind)


def _one_gone(blank: Finding, box: SolvedBox) -> Iterator[Finding]:
    """The same with the fixing gone that is worked hardest: the others take its share."""
    fixings = ties_of(box.build, "wall")
    if len(fixings) < 3:
        return
    _, k, _, _ = _hardest(box, box.cases, box.results, "wall")
    gone = ties_of(box.build)[k]
    try:
        less = solved(box.context, without(box.build, gone.id), only=_hardest_cases(box, HARDEST))
    except SolverError as error:
        text = f"With the {gone.label} gone nothing holds it: {error}."
        yield replace(
            blank, id=f"{blank.id}-gone", check="bears.wall-gone", title="Wall fixings, one gone", sentence=text, state="over", use=2.0
        )
        return
    found = _tied(
        replace(blank, id=f"{blank.id}-gone", check="bears.wall-gone", title="Wall fixings, one gone"),
        less,
        less.cases,
        less.results,
        "",
        "wall",
        GONE,
    )
    yield replace(
        found,
        sentence=f"With the {gone.label} gone: {found.sentence}",
        basis=f"{found.basis}; the hardest worked one gone, use up to {GONE:g} accepted then: {COMMON_PRACTICE}",
    )


def _hardest_cases(box: SolvedBox, count: int) -> tuple[Case, ...]:
    """Cases that ask most of all wall fixings together: what one of them leaves to the others is most there."""
    rows = np.array([i for i in range(len(box.cases)) if i not in box.results.errors], dtype=int)
    mine = [box.ties[i] for i, tie in enumerate(ties_of(box.build)) if tie.kind == "wall"]
    asked = np.linalg.norm(box.results.reactions[rows][:, mine, :3], axis=2).sum(axis=1)
    return tuple(box.cases[int(rows[i])] for i in np.argsort(-asked, kind="stable")[:count])


def _hardest(box: SolvedBox, cases: Sequence[Case], results: Results, kind: str) -> tuple[int, int, float, float]:
    """(case, which of all ties, N of pull, N across it) of the one of a kind that is asked most."""
    ties = ties_of(box.build)
    rows = np.array([i for i in range(len(cases)) if i not in results.errors], dtype=int)
    mine = [i for i, tie in enumerate(ties) if tie.kind == kind]
    held = results.reactions[rows][:, [box.ties[i] for i in mine], :3]
    if kind == "tie":
        pulls, level = results.rest_force[rows][:, -len(mine) :], np.hypot(held[..., 0], held[..., 1])
    else:
        along = np.einsum("cki,ki->ck", held, np.array([ties[i].push for i in mine]))
        level = np.sqrt(np.maximum((held**2).sum(axis=2) - along**2, 0.0))
        # its shear acts at the wall's face, where the bracket pries about its heel
        pulls = np.maximum(along, 0.0) + level * np.array([ties[i].aside for i in mine]) / HEEL
    demand = np.hypot(pulls, level)
    c, k = (int(v) for v in np.unravel_index(int(np.argmax(demand)), demand.shape))
    return int(rows[c]), mine[k], float(pulls[c, k]), float(level[c, k])


def _tied(blank: Finding, box: SolvedBox, cases: Sequence[Case], results: Results, basis: str, kind: str, accept: float = 1.0) -> Finding:
    """The tie that is asked most: pull and shear on one."""
    ties, say = ties_of(box.build), box.context.say
    c, k, pull, level = _hardest(box, cases, results, kind)
    case, w = cases[c], Working()
    if kind == "wall" and ties[k].aside:
        w.given("V", level, "N", "along the wall on it; no friction counted")
        w.given("P", pull - level * ties[k].aside / HEEL, "N", f"out of the wall on the {ties[k].label}, {case.name}")
        w.line("T", "P + V * d_w / h", "N", "its bracket pries about its heel", d_w=ties[k].aside, h=HEEL)
    else:
        w.given("T", pull, "N", f"{'up' if kind == 'tie' else 'out of the wall'} on the {ties[k].label}, {case.name}")
        w.given("V", level, "N", "level on it; no friction counted" if kind == "tie" else "along the wall on it; no friction counted")
    F = w.line("F", "sqrt(T**2 + V**2)", "N")
    what = "tie" if kind == "tie" else "wall fixing"
    found = replace(
        blank, demand=F, limit=ties[k].rating, case=case.name, basis=f"rating as given, one figure for pull and shear{basis or f'; {ROAD_BASIS}'}",
        sentence=f"{say.force(F)} on one {what}, {ties[k].label}, {case.name.lower()}.", working=w.done(),
    )  # fmt: skip
    rating = ties[k].rating
    if rating is None:
        lacking = "tie rating" if kind == "tie" else "rating of the wall fixings"
        return unknown(replace(found, sentence=f"{found.sentence} What it holds is not known: give its rating."), lacking)
    if accept != 1.0:
        w.line("use", "F / (a * R)", "", "a of its rating is accepted then", a=accept, R=rating)
    else:
        w.line("use", "F / R", "", R=rating)
    use, state = at_most(F, rating * accept)
    return replace(found, state=state, use=use, limit=rating * accept, working=w.done())
