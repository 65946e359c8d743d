"""A box of panels as shells in the solver: what it stands on, how its edges hold, and its basic loads."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ...cases import TWIST, Case, cases_at, crash_cases
from ...constants import G
from ...mechanics.boxes.edges import links
from ...mechanics.boxes.mesh import SAME, Flat, Meshed, Seam, seams
from ...mechanics.boxes.outlines import Outline, meshed_with
from ...mechanics.shells.sheets import Resultants, ShellError, resultants
from ...mechanics.solver.model import Array, FrameModel, LoadCase, Rest, Results, SolverError
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.holds import Stand
from ...structure.nouns.panel import Edging, Panel
from ...structure.nouns.upon import Handed
from ..drawers.pulled import Loaded, drawn_out_rows, drawn_stands, loaded, pressed
from ..model.outdoors import sheltered
from ..model.upon import below, ground_of
from .fixed import fixed, hangs, ties_of
from .floor import feet, lowest
from .hinged import hands, hanging, leaning
from .levels import Levels
from .members import BARE, Barred, barred, stops_of
from .planes import drawn_out
from .upon import feet_on, handed, stood_on
from .ways import line_of, splits
from .wind import wind_loads

STEP, ELEMENTS = 100.0, 600
"""mm of an element at most, and how many there are about where no foot or edge asks for more: a box larger than that has larger ones."""
MOST = 2_000
"""Elements of the coarsest mesh at most; a refined one may have twice as many."""
NEARER = (SAME, 10.0, 25.0, 50.0, 100.0, 160.0)
"""mm that edges of openings and places where somebody stands may be off in the mesh, the first that keeps it in bounds."""
FLOOR = 100.0
"""N/mm a mm of edge that stands on the floor, pushing only: wood on a sheet floor (typical, no published source)."""
NEAR = 10.0
FOOT, STRIP = 75.0, 5.0
"""mm of a foot, and of the narrowest strip that one is set on."""
ASSUMPTIONS = (
    "Panels carry in their middle planes, by shells of four nodes; edges meet where middle planes do.",
    "Screws or glue hold edges as springs along them, out of the face and in turning; what presses edge on face gives as they do.",
    "It stands on the floor with its lower edges, which only pushes; ties hold single points, and the panel under a tie's washer is not checked.",
    "A back too thin for screws in its own edge is loose there: what stands over it does not rest on it.",
    "Glued corners turn nearly freely: what they must still hand over is peeled off them.",
    "Friction holds nothing; screws of a glued edge clamp it, and are not counted.",
)
"""What a box of panels takes as given: said on the page."""
Vec = tuple[float, float, float]


@dataclass(frozen=True)
class SolvedBox:
    """A build of panels solved: ``cases`` match ``results``."""

    context: Context
    build: Assembly
    shells: tuple[Panel, ...]
    mesh: Meshed
    seams: tuple[Seam, ...]
    frame: Frame
    ties: tuple[int, ...]
    """Nodes of the ties, whose rests are the last."""
    stands: tuple[Stand, ...]
    cases: tuple[Case, ...]
    results: Results
    crash: tuple[Case, ...]
    hit: Results | None
    """In a crash, if the job asks for it."""
    step: float
    """mm of an element at most."""
    off: float = SAME
    """mm that edges of openings lie off in the mesh at most."""
    handed: Handed | None = None
    """What it presses, pulls and shears with on what it stands on, in every case."""
    barred: Barred = BARE
    """Its members, among the panels."""

    @cached_property
    def resultants(self) -> Resultants:
        """Of every element in every case."""
        assert self.frame.sheets is not None
        return resultants(self.frame.sheets, self.results.u)

    def elements(self, panel: Panel) -> np.ndarray:
        return np.flatnonzero(self.mesh.sheets.which == self.mesh.sheets.names.index(panel.id))

    def near(self, panel: Panel, wide: float) -> Array:
        """(m, m): what makes of a panel's elements' values their means over squares ``wide`` mm wide round each, by area."""
        corners = self.mesh.nodes[self.mesh.sheets.quads[self.elements(panel)]]
        lo, hi, middle = corners.min(axis=1), corners.max(axis=1), corners.mean(axis=1)
        shares: Array = np.ones((len(middle), len(middle)))
        for i in (axis for axis in range(3) if axis != panel.across):
            shared = np.minimum(hi[None, :, i], middle[:, None, i] + wide / 2) - np.maximum(lo[None, :, i], middle[:, None, i] - wide / 2)
            shares *= shared.clip(min=0.0)
        found: Array = shares / shares.sum(axis=1, keepdims=True)
        return found


def edging_of(box: SolvedBox, seam: Seam) -> Edging:
    """The way of a seam: that of the panel that has its own, else all the others'."""
    first, second = (next(panel for panel in box.shells if panel.id == name) for name in (seam.first, seam.second))
    found = first.edging or second.edging or box.build.edging
    assert found is not None
    return found


def feet_of(build: Assembly) -> tuple[Stand, ...]:
    """A foot in the middle of every bay of the top, at its middle and both ends, and beside every opening in it."""
    tops = [panel for panel in build.shells if panel.use in ("deck", "sleeping") and panel.trodden]
    found = []
    for top in tops:
        which = f"{top.name}, " if len(tops) > 1 else ""
        under = [s for s in build.shells if s.across != 2 and s is not top and (len(tops) == 1 or _beside(s, top))]
        lines = [sorted({s.middle[i] for s in under if s.across == i}) for i in (0, 1)]
        k = 0 if len(lines[0]) > len(lines[1]) else 1
        bays = list(zip(lines[k], lines[k][1:], strict=False)) or [(top.lo[k], top.hi[k])]
        other = 1 - k
        for i, (a, b) in enumerate(bays, 1):
            for word, v in (
                ("at its near end", top.lo[other] + FOOT / 2), ("mid length", top.middle[other]), ("at its far end", top.hi[other] - FOOT / 2),
            ):  # fmt: skip
                at = [0.0, 0.0]
                at[k], at[other] = (a + b) / 2, v
                found += _foot(
                    top,
                    f"foot.{which}{i}.{word}",
                    f"one foot on {which}{word}" if which and len(bays) == 1 else f"one foot on {which}bay {i}, {word}",
                    at,
                )
        for n, (lo, hi) in enumerate(top.openings, 1):
            for word, axis, side in (("ahead of", 0, -1), ("behind", 0, 1), ("left of", 1, -1), ("right of", 1, 1)):
                at = [(lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2]
                rim = hi[axis] if side > 0 else lo[axis]
                # a foot on a strip narrower than itself stands on all of the strip
                wide = min(FOOT, (top.hi[axis] - rim if side > 0 else rim - top.lo[axis]))
                at[axis] = rim + side * wide / 2
                size = (wide, FOOT) if axis == 0 else (FOOT, wide)
                found += _foot(top, f"foot.{which}{word} opening {n}", f"one foot {which}{word} opening {n}", at, size)
    for panel in build.lids:
        if panel.trodden:
            ident = panel.id.rsplit("/", 2)[-2]
            found.append(
                Stand(
                    f"foot.{ident}",
                    f"one foot on {ident.replace('.', ' ')}",
                    (panel.middle[0], panel.middle[1], panel.hi[2]),
                    "",
                    panel.body,
                    (FOOT, FOOT),
                )
            )
    return tuple(found)


def _beside(wall: Panel, top: Panel) -> bool:
    """Whether an upright panel stands at or under a level one."""
    return all(wall.lo[i] <= top.hi[i] + NEAR and wall.hi[i] >= top.lo[i] - NEAR for i in range(3))


def _foot(top: Panel, ident: str, words: str, at: Sequence[float], size: tuple[float, float] = (FOOT, FOOT)) -> list[Stand]:
    """A foot there, unless it would stand over an opening or beyond the edge."""
    x, y = at
    half = [max(s / 2 - SAME, 0.0) for s in size]
    inside = min(size) > STRIP and all(top.lo[i] <= at[i] - half[i] and at[i] + half[i] <= top.hi[i] for i in (0, 1))
    over = any(all(lo[i] < at[i] + half[i] and at[i] - half[i] < hi[i] for i in (0, 1)) for lo, hi in top.openings)
    return [Stand(ident, words, (x, y, top.hi[2]), "", top.body, size)] if inside and not over else []


def told_apart(stands: Sequence[Stand]) -> tuple[Stand, ...]:
    """Everybody's places with ids of their own: one that comes again gets a number, or the last alone would press."""
    seen: dict[str, int] = {}
    found = []
    for stand in stands:
        count = seen[stand.id] = seen.get(stand.id, 0) + 1
        found.append(stand if count == 1 else replace(stand, id=f"{stand.id}#{count}"))
    return tuple(found)


def _rims(stands: Sequence[Stand]) -> list[Vec]:
    """Two corners and the middle of everybody's patch: elements end there, so that what stands on them is even on whole ones."""
    found = []
    for stand in stands:
        (x, y, z), (a, b) = stand.at, stand.size
        found += [(x - a / 2, y - b / 2, z), (x, y, z), (x + a / 2, y + b / 2, z)]
    return found


def _weights(mesh: Meshed, panels: Sequence[Panel]) -> Array:
    """(n,) kg at every node: a quarter of each element round it, which are rectangles; every panel as heavy as it is cut."""
    corner = mesh.nodes[mesh.sheets.quads]
    area = np.linalg.norm(np.cross(corner[:, 2] - corner[:, 0], corner[:, 3] - corner[:, 1]), axis=1) / 2
    whole = np.bincount(mesh.sheets.which, area, len(panels))
    by_id = {panel.id: panel.mass for panel in panels}
    kg = np.array([by_id[name] for name in mesh.sheets.names]) / whole
    found: Array = np.zeros(len(mesh.nodes))
    np.add.at(found, mesh.sheets.quads, (kg[mesh.sheets.which] * area / 4)[:, None])
    return found


def _basic(
    context: Context, build: Assembly, mesh: Meshed, levels: Levels, stands: Sequence[Stand], drawers: Sequence[Loaded], bars: Barred
) -> list[LoadCase]:
    """1 g along x, y, z of panels, things and drawers, and 1 N at every place of ``stands``, or a drawer drawn out."""
    kg, found = _weights(mesh, build.shells), []
    drawn = {one.runner.body for one in drawers} | {holder.body for holder in build.holders}
    small = sum(item.mass * item.count for item in build.items if item.body not in drawn)
    for name, g in (("x", (1.0, 0.0, 0.0)), ("y", (0.0, 1.0, 0.0)), ("z", (0.0, 0.0, 1.0))):
        forces = kg[:, None] * np.array(g) * G * (1 + small / max(float(kg.sum()), 1e-9))
        rows: list[tuple[int, tuple[float, ...]]] = [(i, (*f.tolist(), 0.0, 0.0, 0.0)) for i, f in enumerate(forces)]
        for item in context.plan.placed:
            if item.surface.body in build.bodies and item.surface.body not in drawn:
                rows += levels.thing(item, g)
        for one in drawers:
            rows += pressed(mesh, one, g)
        for panel in (panel for panel in build.lids if panel.body not in drawn):
            rows += levels.panel(panel, g)
        for door in build.doors:
            rows += hanging(mesh, door, build.panel(door.panel), g)
        found.append(LoadCase(name, bars.spreads(g), nodal=tuple(rows)))  # type: ignore[arg-type]
    for stand in stands:
        if stand.kind == "drawn":
            found.append(LoadCase(stand.words, nodal=tuple(drawn_out_rows(mesh, stand, drawers))))  # type: ignore[arg-type]
            continue
        if stand.kind == "hand":
            door = next(one for one in build.doors if stand.id == f"hand.{one.id}")
            found.append(LoadCase(stand.words, nodal=tuple(leaning(mesh, door, build.panel(door.panel)))))  # type: ignore[arg-type]
            continue
        rows = [
            (node, (0.0, 0.0, -share, 0.0, 0.0, 0.0))
            for node, share, _, _ in levels.under(stand.at).patch(stand.at[0], stand.at[1], stand.size)
        ]
        found.append(LoadCase(stand.words, nodal=tuple(rows)))  # type: ignore[arg-type]
    return found


def solved(context: Context, build: Assembly, level: int = 0, only: Sequence[Case] = ()) -> SolvedBox:
    """The box in every case, or ``only`` in some of them, standing on the floor with its lower edges, its corners tied; ``level`` times refined, each with twice the elements.

    Raises:
        SolverError: it folds, or nothing holds it.
    """
    panels, edging = build.shells, build.edging
    assert edging is not None
    flats, outlines = drawn_out(panels)
    ties = ties_of(build)
    area = sum(panel.cut[0] * panel.cut[1] for panel in panels)
    stops = [*(contact.at for contact in ties), *_rims(feet_of(build)), *stops_of(build)]
    fine = max(STEP, math.sqrt(area / ELEMENTS)) / math.sqrt(2.0) ** level
    mesh, step, off = _in_bounds(flats, outlines, fine, stops, MOST if level == 0 else 2 * MOST)
    by_id = {panel.id: panel for panel in panels}
    met = seams(flats, mesh, {outline.id: outline.normal for outline in outlines})
    faced = (_faced(seam, by_id[seam.first], by_id[seam.second], mesh) for seam in met)
    joined = tuple(seam for seam in faced if _held(seam, by_id))
    lines = [
        line_of(by_id[s.first].edging or by_id[s.second].edging or edging, by_id[s.second].sheet.t, by_id[s.first].sheet.t) for s in joined
    ]
    springs = links(joined, lines)
    stood = stood_on(context, build, feet(mesh, panels), mesh.nodes)
    holds = fixed(build, mesh, panels)
    floor = [] if hangs(build) else [Rest(f"floor {f.node}", f.node, 2, 1, 0.0, FLOOR * f.long) for f in stood]
    rests = (*floor, *holds.presses, *holds.pulls)
    held, kept = list(holds.held), list[tuple[int, Vec]]()
    low, under = lowest(panels), below(context, build)
    if not ties:
        # nothing but friction keeps it where it stands: it is held so that it can be solved, and a finding says so
        n, far = stood[0].node, stood[-1].node
        held += [(n, 0), (n, 1), (far, 1 if abs(mesh.nodes[far, 0] - mesh.nodes[n, 0]) > 1 else 0)]
        kept += [(i, (float(mesh.nodes[i, 0]), float(mesh.nodes[i, 1]), low)) for i in dict.fromkeys((n, far))]
    bars = barred(build, mesh, len(mesh.nodes) + len(holds.places))
    nodes = np.concatenate([mesh.nodes, *holds.places, *bars.nodes])
    names = (*_names(mesh), *(contact.label for contact in ties), *bars.names)
    every = (*springs, *holds.give, *bars.springs)
    model = FrameModel(nodes, bars.bars, tuple(sorted(set(held))), rests, names, sheets=mesh.sheets, links=every)
    levels = Levels(mesh, flats, by_id)
    drawers = loaded(context.plan, build)
    stands = told_apart((*feet_of(build), *build.stands, *drawn_stands(drawers), *hands(build)))
    if only:
        there = {name for case in only for name in case.live}
        stands = tuple(stand for stand in stands if stand.id in there)
    open_above = sheltered(context, build)
    wind = wind_loads(mesh, panels, open_above) if open_above is not None else {}
    frame = Frame(model, [*_basic(context, build, mesh, levels, stands, drawers, bars), *wind.values()])
    acts = (*wind, *((TWIST,) if under is not None and under.hung.twists else ()))
    cases = tuple(only) or cases_at(context.design.loads, context.scene == "driving", stands, acts)
    place = {stand.id: i for i, stand in enumerate(stands)}
    factors = np.zeros((len(cases), 3 + len(stands) + len(wind)))
    for row, case in zip(factors, cases, strict=True):
        row[:3] = case.g
        row[3 + len(stands) :] = [case.share(act) for act in wind]
        for name in case.live:
            newton = stands[place[name]].newton
            row[3 + place[name]] = (newton if newton is not None else context.design.loads.foot) * case.people
    on = feet_on(model, stood, ties, low)
    results = frame.run(
        [case.name for case in cases], factors, ground=ground_of(under, on, cases) if under is not None and not hangs(build) else None
    )
    crash = crash_cases(context.design.loads) if context.scene == "driving" else ()
    hits = np.array([[*case.g, *[0.0] * (len(stands) + len(wind))] for case in crash])
    hit = frame.run([case.name for case in crash], hits) if crash else None
    rows = [*((case, results, i) for i, case in enumerate(cases)), *((case, hit, i) for i, case in enumerate(crash) if hit is not None)]
    down = handed(context, build, on, list(zip(holds.pins, ties, strict=True)), rows, kept)
    return SolvedBox(context, build, panels, mesh, joined, frame, holds.pins, stands, cases, results, crash, hit, step, off, down, bars)


def _in_bounds(
    flats: Sequence[Flat], outlines: Sequence[Outline], step: float, stops: Sequence[Vec], most: int
) -> tuple[Meshed, float, float]:
    """The mesh with mm of its elements and of what lines may be off: many openings take one with fewer lines, then larger elements.

    Raises:
        SolverError: it cannot be meshed, or is too large for any.
    """
    for near in NEARER:
        for times in (1.0,) if near < NEARER[-1] else (1.0, 1.4, 2.0, 2.8):
            try:
                mesh = meshed_with(flats, outlines, times * step, stops, near)
            except ShellError as error:
                if near == NEARER[-1] and times > 2:
                    raise SolverError(str(error)) from error
                continue
            if len(mesh.sheets.quads) <= most:
                return mesh, times * step, near
    raise SolverError(f"so many panels and openings take more than {most} elements; take fewer openings or uprights, or two builds")


def _faced(seam: Seam, one: Panel, other: Panel, mesh: Meshed) -> Seam:
    """The seam with the panel first on whose face the other's edge stands, or in whose groove: it reaches past the line, the other's edge ends
    before it."""
    middle = mesh.nodes[seam.pairs[len(seam.pairs) // 2, 0]]
    short = [_short_of(panel, middle) for panel in (one, other)]
    if short[0] <= short[1]:
        return seam
    x, y, z = (float(v) for v in other.normal)
    return Seam(seam.second, seam.first, seam.pairs[:, ::-1], seam.lengths, seam.along, (x, y, z))


def _short_of(panel: Panel, at: Array) -> float:
    """mm by which a panel, as it is cut, ends before a place in its plane; negative within it."""
    rim, n = panel.outline, panel.normal
    inside = rim.mean(axis=0)
    found = []
    for a, b in zip(rim, np.roll(rim, -1, axis=0), strict=True):
        out = np.cross(b - a, n)
        out *= np.sign((a - inside) @ out) / np.linalg.norm(out)
        found.append(float((at - a) @ out))
    return max(found)


def _held(seam: Seam, by_id: Mapping[str, Panel]) -> bool:
    """Whether anything holds there: a back's own edge may be too thin for a screw; it is left loose, and not counted."""
    edge = by_id[seam.second]
    return edge.edging is None or not splits(edge.edging, edge.sheet.t)


def _names(mesh: Meshed) -> tuple[str, ...]:
    found = [""] * len(mesh.nodes)
    for ident, nodes in mesh.of.items():
        for n in nodes:
            found[int(n)] = ident.rsplit("/", 1)[-1].replace(".", " ")
    return tuple(found)
